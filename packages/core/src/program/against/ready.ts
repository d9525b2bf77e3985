import { listed, parseRegisterKey, registerName, type RegisterKey } from '../../register/index.ts'
import { taskOf, taskWords } from '../../tool/index.ts'
import { foundBefore, isHomed, settledSince } from '../../check/index.ts'
import { registersRun, slotsRun, toolsRun } from './runs-by.ts'
import type { Against, Found, GoCheck, StepSoFar } from './finding.ts'

/** What has to be done before any program: homed, measured, seen; and what was left out that the program needs. */
export const ready: GoCheck = (against) => [
  ...homed(against),
  ...homedSince(against),
  ...against.soFar.steps.flatMap((step) => openStep(step, against)),
  ...against.soFar.steps.flatMap((step) => skippedStep(step, against)),
  ...unseen(against),
  ...control(against),
]

/** An answer is kept under a finding's id, which is no longer than this. */
const MOST_ID = 200
const plain = { line: null, register: null } as const

function homed({ scene, soFar }: Against): Found[] {
  const { machine, poweredAt } = scene
  const step = soFar.steps.find(({ kind }) => kind === 'homed')
  const finding = { ...plain, id: 'homed', stage: 'measured' as const, mend: 'machine' as const, ...(step ? { step: step.id } : {}) }
  if (isHomed(scene)) return [{ ...finding, mend: 'look', verdict: 'clear', sentence: `${machine.name} has been homed since power-up.` }]
  return [
    {
      ...finding,
      verdict: 'stop',
      sentence: `Nobody has noted that ${machine.name} was homed${poweredAt === null ? '' : ' since it was switched on'}: every zero is counted from home. Home it and note it.`,
    },
  ]
}

/** Zeros that were found before the machine was homed once more are counted from another home, until one of them is found again. */
function homedSince({ scene }: Against): Found[] {
  const { homedAt, machine } = scene
  const before = homedAt === null ? [] : foundBefore(homedAt, scene)
  if (before.length === 0 || settledSince(homedAt!, before, scene)) return []
  return [
    {
      ...plain,
      // Homed once more, it is asked anew.
      id: `homed-again ${homedAt}`,
      verdict: 'query',
      mend: 'zero',
      sentence: `${listed(before.map((key) => registerName(parseRegisterKey(key))))} ${before.length === 1 ? 'was' : 'were'} found before ${machine.name} was homed again. Touch one of those sides once more: if it comes out the same, home is where it was.`,
    },
  ]
}

/** A step that was not done, or that has to be done again. */
function openStep(step: StepSoFar, { soFar, scene }: Against): Found[] {
  // Homing has its own line; what has to be seen is counted by its readouts.
  if (step.state !== 'open' || step.kind === 'seen' || (step.kind === 'homed' && !isHomed(scene))) return []
  const open = step.count && step.count.of > step.count.done ? `${step.count.done} of ${step.count.of} done` : 'not done'
  return [
    {
      ...plain,
      id: `open ${step.id}`,
      verdict: soFar.asks.includes('measured') ? 'query' : 'stop',
      mend: 'setup',
      step: step.id,
      sentence: step.again === null ? `${step.title}: ${open}.` : `${step.title} is to be done again: ${step.again}.`,
    },
  ]
}

/** A tool or a zero that was skipped, and that the parts are cut with all the same. */
function skippedStep(step: StepSoFar, against: Against): Found[] {
  const finding = { ...plain, verdict: 'stop' as const, mend: 'setup' as const, step: step.id }
  if (step.kind === 'tools') {
    const skipped = Object.entries(step.run).filter(([, { skipped }]) => skipped)
    return toolsRun(against).flatMap(({ called, tool, line }): Found[] => {
      const own = skipped.filter(([id]) => {
        const task = taskOf(`${step.id}/${id}`)
        return task !== null && (task.tool === tool.number || task.tool === called)
      })
      if (own.length === 0) return []
      const what = own.map(([id]) => taskOf(`${step.id}/${id}`)!).map((task) => taskWords(task.tool!, task.what))
      const why = [...new Set(own.flatMap(([, { reason }]) => reason ?? []))]
      const calls = against.read ? `the program calls T${called}` : `the plan calls T${called}`
      return [
        {
          ...finding,
          id: `skipped T${called}`,
          line,
          sentence: `${listed(what)} was skipped${why.length > 0 ? ` (${why.join('; ')})` : ''}, and ${calls}. Measure it, carry it over, or take it out of the program.`,
        },
      ]
    })
  }
  if (step.state !== 'skipped') return []
  const zeros = step.finds.filter((key) => parseRegisterKey(key).family === 'work')
  const called = slotsRun(against).find(({ slot }) => zeros.some((key) => parseRegisterKey(key).slot === slot))
  const { plan, standing } = against.scene
  if (!called || !plan) return []
  // Somebody measured or confirmed it by another way since: then nothing is missing. What is unset has its own line.
  const own = zeros.filter((key) => {
    const stands = standing[key]
    return (
      stands !== undefined && stands.setup !== plan.setup && stands.state !== 'deliberately-zero' && plan.confirmed[key] !== stands.origin
    )
  })
  if (own.length === 0) return []
  return [
    {
      ...finding,
      id: `skipped ${step.id}`,
      line: called.line,
      sentence: `\u201c${step.title}\u201d was skipped${step.reason ? ` (${step.reason})` : ''}, and ${against.read ? 'the program calls' : 'the plan calls'} ${called.slot}: ${listed(own.map((key) => registerName(parseRegisterKey(key))))} ${own.length === 1 ? 'is' : 'are'} not of this setup. Pick ${own.length === 1 ? 'it' : 'them'} up, or carry over what stands.`,
    },
  ]
}

function unseen({ soFar }: Against): Found[] {
  if (soFar.unseen === 0) return []
  const step = soFar.steps.find(({ kind }) => kind === 'seen')
  return [
    {
      ...plain,
      id: 'unseen',
      stage: 'seen',
      verdict: soFar.asks.includes('seen') ? 'query' : 'stop',
      mend: 'setup',
      ...(step ? { step: step.id } : {}),
      sentence: `${soFar.unseen === 1 ? '1 readout has' : `${soFar.unseen} readouts have`} not been seen on the control: what was recorded may not be what it holds.`,
    },
  ]
}

/** What the control held when it was read last, for what the parts come out by. */
function control(against: Against): Found[] {
  const { soFar, scene } = against
  if (!soFar.control) return []
  const run = registersRun(against)
  const among = (keys: readonly RegisterKey[]) => keys.filter((key) => run.has(key))
  const names = (keys: readonly RegisterKey[]) => listed(keys.map((key) => registerName(parseRegisterKey(key), scene.gauges)))
  const { at: readAt } = soFar.control
  // Written after the control was read, and seen on it by somebody: that sight is the newer one.
  const differing = among(soFar.control.differing).filter((key) => {
    const stands = scene.standing[key]
    return !(stands?.seen && stands.at > readAt)
  })
  const left = among(soFar.control.notCompared).filter((key) => scene.standing[key] && !scene.standing[key].seen)
  const soft = soFar.asks.includes('seen')
  return [
    ...(differing.length === 0
      ? []
      : [
          {
            ...plain,
            id: `control-differs ${names(differing)}`.slice(0, MOST_ID),
            stage: 'seen' as const,
            verdict: soft ? ('query' as const) : ('stop' as const),
            mend: 'control' as const,
            sentence: `The control of ${scene.machine.name} holds ${differing.length === 1 ? 'another figure' : 'other figures'} than the ledger: ${names(differing)}.`,
          },
        ]),
    ...(left.length === 0
      ? []
      : [
          {
            ...plain,
            id: `control-not-compared ${names(left)}`.slice(0, MOST_ID),
            stage: 'seen' as const,
            verdict: 'query' as const,
            mend: 'control' as const,
            sentence: `Not compared with the control, and seen there by nobody: ${names(left)}. Look what it holds.`,
          },
        ]),
  ]
}
