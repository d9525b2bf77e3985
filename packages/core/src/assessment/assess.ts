import { drawWork } from '../drawing/index.ts'
import { TooFar } from '../length/index.ts'
import { findingKey, refusalExplained, runChecks, type Evidence, type Finding } from '../check/index.ts'
import {
  besideFacts,
  displayRefusal,
  readInputs,
  stateInputs,
  warmthOf,
  type InputSpec,
  type RawInputs,
  type Routine,
  type Sheet,
  type Values,
} from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { sumRefusal } from './adds-up.ts'
import { pictureOf } from './picture-of.ts'

/** One routine worked out on one scene: what is asked, what was read, what comes out, what the checks say. */
export interface Assessment {
  inputs: InputSpec[]
  values: Values
  sheet: Sheet
  findings: Finding[]
}

/**
 * Works out a routine from what was typed. The interface runs it on every keystroke; the server runs it
 * again on what it is sent, and only believes its own. A working that does not add up to its result is refused.
 * @param explains false for a quick look while somebody types: what is off is said, and not what may have caused it
 */
export function assess(routine: Routine, raw: RawInputs, scene: Scene, agreed: readonly string[] = [], explains = true): Assessment {
  const asked = routine.inputs(scene, raw)
  const inputs = [...asked, ...stateInputs(routine.kind, asked, scene)]
  const values = readInputs(inputs, raw, scene, agreed)
  try {
    return { inputs, values, ...judged({ routine, inputs, raw, values }, scene, explains) }
  } catch (error) {
    if (!(error instanceof TooFar)) throw error
    return { inputs, values, sheet: tooFar(scene), findings: [] }
  }
}

function judged(given: NonNullable<Evidence['given']>, scene: Scene, explains: boolean): Pick<Assessment, 'sheet' | 'findings'> {
  const { routine, inputs, raw, values } = given
  const drawn = stated(routine.sheet(values, scene), inputs, raw)
  const worked = { ...drawn, drawing: pictureOf(drawn.drawing, inputs, values, scene) }
  // A default that a routine works with until something is chosen is no answer.
  const made = values.missing.length > 0 ? { ...worked, result: null } : worked
  const disagrees = made.result ? sumRefusal(made, scene) : null
  const sheet = disagrees ? { ...made, refusal: disagrees, result: null } : explains ? explained(made, given, scene) : made
  const complete = sheet.result !== null && values.problems.length === 0
  return { sheet, findings: complete ? runChecks({ scene, sheet, result: sheet.result!, given, explains }) : [] }
}

/** A refusal with the slip that would have made the figures agree, where everything that is asked for is there. */
function explained(sheet: Sheet, given: NonNullable<Evidence['given']>, scene: Scene): Sheet {
  const { missing, problems } = given.values
  const why = sheet.refusal && missing.length === 0 && problems.length === 0 ? refusalExplained(given, scene) : null
  return why === null ? sheet : { ...sheet, refusal: { ...sheet.refusal!, sentence: `${sheet.refusal!.sentence} ${why}` } }
}

/** What was said of the measurement beside its figures goes with what it found. */
function stated(sheet: Sheet, inputs: readonly InputSpec[], raw: RawInputs): Sheet {
  const isAsked = (id: string) => inputs.some((input) => input.id === id && input.beside)
  const refusal = sheet.refusal ?? (isAsked('display') ? displayRefusal(raw) : null)
  const warmth = isAsked('warmth') ? warmthOf(raw) : null
  const facts = besideFacts(inputs, raw)
  const told = facts.length === 0 ? sheet : { ...sheet, working: { ...sheet.working, facts: [...sheet.working.facts, ...facts] } }
  if (refusal) return { ...told, refusal, result: null }
  if (warmth === null || !told.result) return told
  return { ...told, result: { ...told.result, writes: told.result.writes.map((write) => ({ ...write, warmth })) } }
}

/** Each figure can be read by itself, and together they lead beyond every machine: a gauge a kilometre thick, sides that never meet. */
function tooFar(scene: Scene): Sheet {
  return {
    targets: [],
    working: { unit: scene.machine.unit, columns: [''], lines: [], results: [], facts: [] },
    drawing: drawWork('above', scene),
    refusal: {
      input: null,
      sentence: 'These figures lead further than any machine goes. Look at the sizes on record of what is chosen, and at the readings.',
    },
    result: null,
  }
}

/** What still stands between an assessment and its record. */
export interface Obstacles {
  /** Queries without a reason. */
  unanswered: Finding[]
  /** Stops, which a lead has to release. */
  stops: Finding[]
}

/** @param answers reasons by `findingKey` */
export function obstacles(findings: readonly Finding[], answers: Readonly<Record<string, string>>): Obstacles {
  return {
    unanswered: findings.filter((finding) => finding.verdict === 'query' && !answers[findingKey(finding)]?.trim()),
    stops: findings.filter((finding) => finding.verdict === 'stop'),
  }
}
