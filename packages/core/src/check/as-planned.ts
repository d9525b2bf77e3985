import { listed } from '../register/index.ts'
import { readInputs, type InputSpec, type RawInputs } from '../routine/index.ts'
import { gaugeById, type Scene } from '../scene/index.ts'
import type { Check, Evidence } from './finding.ts'

const NAME = 'as the step plans it'

/**
 * What the step of the setup plans of a routine, against what was chosen and typed for it: at a first touch, where no figure is on
 * record to compare with, the plan is what knows of another side, another finder, another slot, another place.
 */
export const asPlanned: Check = {
  id: 'as-planned',
  name: NAME,
  applies: {},
  run({ scene, given }) {
    if (!scene.planned || !given) return []
    const held = given.inputs.filter(({ id }) => isGiven(scene.planned?.[id]) && isGiven(given.raw[id]))
    if (held.length === 0) return []
    const others = held.filter((input) => isOther(input, scene.planned!, given, scene) && !speaksElsewhere(input, given.raw, scene))
    const finding = { check: 'as-planned', name: NAME, figures: [] }
    if (others.length === 0) return [{ ...finding, verdict: 'clear', sentence: 'Chosen as the step plans it.' }]
    return [
      {
        ...finding,
        // A reason for one choice is no answer for another.
        about: others.map(({ id }) => `${id} ${given.raw[id]}`).join(', '),
        verdict: 'query',
        sentence: `Not as the step plans it: ${listed(others.map((input) => told(input, scene.planned!, given.raw, scene)))}. Put it right, or say why it was done otherwise.`,
        means: others.map(({ id }) => plannedInput(id)),
        names: true,
      },
    ]
  },
}

/** A choice that differs from the plan, as something that findings mean. */
export const plannedInput = (id: string): string => `planned ${id}`

/** True for inputs that are again as the step plans them where those that were given are not. */
export const bringsPlanBack = (raw: RawInputs, given: Evidence['given'], { planned = {} }: Scene): boolean =>
  Object.keys(planned).some((id) => given!.raw[id] !== planned[id] && raw[id] === planned[id])

const isGiven = (text: string | undefined): text is string => text !== undefined && text.trim() !== ''

function isOther(input: InputSpec, planned: RawInputs, { raw }: NonNullable<Evidence['given']>, scene: Scene): boolean {
  const [wanted, now] = [planned[input.id]!.trim(), raw[input.id]!.trim()]
  if (wanted === now) return false
  switch (input.kind) {
    case 'length':
      return figureOf(input, wanted, scene) !== figureOf(input, now, scene)
    case 'several':
      return sorted(wanted) !== sorted(now)
    case 'angle':
    case 'number':
      return Number(wanted) !== Number(now)
    case 'choice':
      return true
  }
}

/** A slot that the program does not call is stopped as such. */
const speaksElsewhere = ({ id }: InputSpec, raw: RawInputs, { plan }: Scene): boolean =>
  id === 'slot' && plan !== null && !plan.slots.includes(raw[id]!)

/** A figure may be written in several ways: 10, 10.000, 5 + 5. */
const figureOf = (input: InputSpec, text: string, scene: Scene) => readInputs([input], { [input.id]: text }, scene).length(input.id) ?? text

const sorted = (list: string) => list.split(',').sort().join()

/** "“What touches” is Finder 6 and not Finder 10". What the list has no more is told by the gauge's name, or as it stands. */
function told(input: InputSpec, planned: RawInputs, raw: RawInputs, scene: Scene): string {
  const words = (value: string): string =>
    (input.kind === 'choice' ? input.options.find((one) => one.value === value)?.label : undefined) ??
    gaugeById(scene, value)?.name ??
    value
  return `\u201c${input.label}\u201d is ${words(raw[input.id]!)} and not ${words(planned[input.id]!)}`
}
