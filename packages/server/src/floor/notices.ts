import {
  axesOf,
  chainWords,
  type Chain,
  familyState,
  isHomed,
  judgeLife,
  listed,
  parseRegisterKey,
  registerKey,
  registerName,
  suspectRegisters,
  workRegister,
  type FamilyState,
  type MachineRecord,
  type MountedTool,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import type { Notice, Setup } from '@rook/contract'
import type { machineHead } from '../base/db/schema.ts'
import type { BesideControl } from '../machine-link/beside-control.ts'
import type { SetupEntry } from '../setups/entries.ts'

type Head = Pick<typeof machineHead.$inferSelect, 'homedAt' | 'poweredAt'>

/** A setup that stands on a machine, and what was recorded in it. */
export interface AtHand {
  setup: Setup
  entries: SetupEntry[]
  /** Tools that its program calls and that are not there, a sentence each. */
  wanting: readonly string[]
  /** Where it stands. */
  chain: Chain
}

const MACHINE: Notice['mendedAt'] = { place: 'machine' }

/**
 * What somebody should look at on a machine before anything else, most pressing first.
 * @param control how the ledger stands to what its control held when it was read last
 */
export function noticesOf(
  record: MachineRecord,
  head: Head,
  scene: Scene,
  setups: readonly AtHand[],
  control: BesideControl | null,
): Notice[] {
  const own = setups.flatMap((one) => noticesOfSetup(record, scene, one, setups.length > 1 ? `Job ${one.setup.summary.job}: ` : ''))
  return [...[...noticesOfMachine(head, scene), ...controlNotice(control)].map((one) => ({ ...one, setup: null })), ...own]
}

type Said = Omit<Notice, 'setup'>

function noticesOfMachine(head: Head, scene: Scene): Said[] {
  const notices: Said[] = []
  if (!isHomed(head)) notices.push({ verdict: 'stop', sentence: 'Not homed since it was switched on.', mendedAt: MACHINE })
  const { standing, tools } = scene
  notices.push(...suspicions(scene))
  const families = scene.families.map((family) => familyState(family, scene))
  notices.push(...families.flatMap(familyNotice))
  // What is said of a family says it of its tools.
  const told = new Set(families.flatMap(({ family }) => family.members))
  notices.push(...livesOver(tools.filter(({ number }) => !told.has(number))))
  const estimated = Object.entries(standing).filter(([, { state }]) => state === 'estimated')
  if (estimated.length > 0)
    notices.push({
      verdict: 'query',
      sentence: `${named(estimated.map(([key]) => registerName(parseRegisterKey(key))))} only estimated, not measured.`,
      mendedAt: { place: 'run' },
    })
  return notices
}

/** @param whose begins each sentence where several setups stand on the machine */
function noticesOfSetup(record: MachineRecord, { standing }: Scene, { setup, entries, wanting, chain }: AtHand, whose: string): Notice[] {
  const notices: Said[] = []
  const isConfirmed = (register: string, origin: string) =>
    entries.some((one) => one.carried.some((figure) => figure.register === register && figure.origin === origin))
  const carried: string[] = []
  const unset: string[] = []
  for (const slot of setup.slots) {
    for (const axis of axesOf(record)) {
      const register = workRegister(slot, axis)
      const value = standing[registerKey(register)]
      if (!value) unset.push(registerName(register))
      else if (value.setup !== setup.summary.id && value.state === 'set' && !isConfirmed(registerKey(register), value.origin))
        carried.push(registerName(register))
    }
  }
  const step = (id: string | null | undefined): Notice['mendedAt'] => (id ? { place: 'step', setup: setup.summary.id, step: id } : MACHINE)
  const next = step(setup.next)
  if (unset.length > 0) notices.push({ verdict: 'query', sentence: `${listed(unset)} unset.`, mendedAt: next })
  if (carried.length > 0)
    notices.push({
      verdict: 'query',
      sentence: `${listed(carried)} carried over, neither measured nor confirmed in this setup.`,
      mendedAt: next,
    })
  for (const sentence of wanting) notices.push({ verdict: 'query', sentence, mendedAt: MACHINE })
  const released = entries.filter((one) => one.release)
  for (const one of released)
    notices.push({
      verdict: 'query',
      sentence: `${one.title} was released by ${one.release!.person.name}: ${one.release!.reason}`,
      mendedAt: { place: 'entry', id: one.id },
    })
  // Parts are being made, and something that they rest on is not so any more, or never was.
  if (chain.made > 0 && chain.here !== 'running')
    notices.push({ verdict: 'query', sentence: chainWords(chain), mendedAt: { place: 'setup', setup: setup.summary.id } })
  const again = setup.steps.filter((step) => step.again !== null)
  if (again.length > 0)
    notices.push({
      verdict: 'stop',
      sentence: `To do again: ${again.map(({ title, again: why }) => `${title} (${why})`).join(', ')}.`,
      mendedAt: step(again[0]!.id),
    })
  const unseen = setup.toSee.filter((readout) => !readout.seen && readout.again === null).length
  if (unseen > 0)
    notices.push({
      verdict: 'query',
      sentence: `${unseen} ${unseen === 1 ? 'readout has' : 'readouts have'} not been seen on the control.`,
      mendedAt: step(setup.steps.find(({ kind }) => kind === 'seen')?.id),
    })
  return notices.map((one) => ({ ...one, sentence: `${whose}${one.sentence}`, setup: setup.summary.id }))
}

/** A family whose tool in use should not cut on, with the one that takes its place; or one that has no other ready. */
function familyNotice({ family, members, wornOut, next }: FamilyState): Said[] {
  const { name, inUse } = family
  const mendedAt = { place: 'tools' as const }
  const offered = next ? `T${next.number} is ready.` : 'None of the others is ready.'
  const ends = (words: string) => words.replace(/\.?$/, '.')
  if (wornOut !== null)
    return [{ verdict: 'stop', sentence: ends(`${name}: ${inUse === null ? '' : `T${inUse}, `}${wornOut}`) + ` ${offered}`, mendedAt }]
  const own = members.find(({ number }) => number === inUse)
  if (own?.because) return [{ verdict: 'query', sentence: ends(`${name}: T${inUse}, ${own.because}`) + ` ${offered}`, mendedAt }]
  return next ? [] : [{ verdict: 'query', sentence: `${name}: only T${inUse} can cut. ${offered}`, mendedAt }]
}

/** Edges whose life is over, or nearly. */
function livesOver(tools: readonly MountedTool[]): Said[] {
  return tools.flatMap((tool): Said[] => {
    const judged = tool.life && judgeLife(tool.life, tool.lifeUsed)
    return judged && judged.verdict !== 'clear'
      ? [
          {
            verdict: judged.verdict,
            sentence: `T${tool.number}, ${tool.name}: ${judged.sentence}`,
            mendedAt: { place: 'tool', id: tool.assembly },
          },
        ]
      : []
  })
}

/** So many registers are named on a card; the page on which they are settled has all of them. */
const SHOWN = 3
const zerosFirst = (one: RegisterRef, other: RegisterRef) => Number(other.family === 'work') - Number(one.family === 'work')

/** Registers as a card names them: zeros first, the others counted. */
function fewOf(registers: readonly string[]): string {
  const names = registers
    .map(parseRegisterKey)
    .sort(zerosFirst)
    .map((register) => registerName(register))
  const rest = names.length - SHOWN
  return rest > 1 ? `${names.slice(0, SHOWN).join(', ')} and ${rest} more` : listed(names)
}

/** Registers that differed when the control was read last; what was not compared is never taken to agree. */
function controlNotice(control: BesideControl | null): Said[] {
  const { differing, notCompared } = control ?? { differing: [], notCompared: [] }
  const notice = (sentence: string): Said => ({ verdict: 'query', sentence, mendedAt: { place: 'control' } })
  return [
    ...(differing.length === 0
      ? []
      : [notice(`Its control holds ${differing.length === 1 ? 'another figure' : 'other figures'} than the ledger: ${fewOf(differing)}.`)]),
    ...(notCompared.length === 0
      ? []
      : [notice(`Not compared with its control: ${fewOf(notCompared)}. What it holds there is not known.`)]),
  ]
}

const named = (names: readonly string[]) =>
  names.length > 8 ? `${names.slice(0, 7).join(', ')} and ${names.length - 7} more` : listed(names)

/** What is stale or disturbed, gathered by the reason. */
function suspicions(scene: Scene): Said[] {
  const reasons = new Map<string, string[]>()
  for (const { register, note } of suspectRegisters(scene))
    reasons.set(note.because!, [...(reasons.get(note.because!) ?? []), registerName(parseRegisterKey(register), scene.gauges)])
  return [...reasons].map(([because, names]) => ({
    verdict: 'stop',
    sentence: `${named(names)}: ${because}. Measure again before it is used.`,
    mendedAt: MACHINE,
  }))
}
