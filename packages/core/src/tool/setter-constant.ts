import { formatExact, negate, type Nm } from '../length/index.ts'
import { besideStock } from './beside-stock.ts'
import { setterRegister } from '../machine/index.ts'
import { gaugeInput, gaugesUsed, offered, readingInput, settle, type Option, type Routine, type Slip } from '../routine/index.ts'
import { gaugeById, toolByNumber, type Scene } from '../scene/index.ts'
import { setterConstant as constantFrom } from '../touch/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { reachOf, restingOn } from '../reach/index.ts'

/**
 * Setter constant: the machine Z at which the gauge line itself (or the reference tool) would stand on
 * the setter's surface. K = M − L, from a master of known length, or from a tool whose length stands.
 */
export const setterConstantRoutine: Routine = {
  id: 'setter-constant',
  name: 'Setter constant',
  manner: 'from a known length',
  purpose: 'Ties a setter to this machine, with a master or a tool of known length.',
  kind: 'calibration',
  machines: ['mill'],
  unfit: (machine) =>
    machine.lengthConvention === 'touch-off' ? `${machine.name} counts tool lengths from part zero; a setter has no constant there.` : null,

  inputs(scene) {
    return [
      gaugeInput('setter', 'Setter', scene, ['setter']),
      { kind: 'choice', id: 'master', label: 'Touching with', shown: 'list', options: masters(scene) },
      readingInput('Z', scene.machine),
    ]
  },

  sheet(values, scene) {
    const setter = gaugeById(scene, values.choice('setter'))
    const master = masterOf(values.choice('master'), scene)
    const reading = values.length('reading')
    const target = setter ? setterRegister(setter.id) : null
    const settled =
      setter && master && reading !== null
        ? settle(
            constantFrom(reading, master.length),
            [master.contributor, { label: setter.name, standard: setter.uncertainty }],
            scene.machine.increment,
          )
        : null
    return {
      target,
      refusal: null,
      working: {
        unit: scene.machine.unit,
        lines: [
          { operation: 'start', label: 'Machine Z at the touch', figure: reading, input: 'reading' },
          { operation: 'less', label: master ? `length of ${master.label}` : 'known length', figure: master?.length ?? null },
        ],
        result: {
          label: setter ? `K of ${setter.name}` : 'Setter constant K',
          figure: settled?.value ?? null,
          expanded: settled?.uncertainty.expanded ?? null,
        },
      },
      drawing: besideStock(scene, setter, master, reading === null),
      result: settled && {
        writes: [{ register: target!, ...settled, state: 'set', assembly: null }],
        readings: [{ axis: 'Z', label: 'machine Z at the touch', value: reading! }],
        readouts: [],
        gauges: gaugesUsed(setter!.id, master!.gauge),
        slips: slipsOf(reading!, master!, scene),
      },
    }
  },
}

interface Master {
  label: string
  length: Nm
  gauge: string | null
  contributor: Contributor
}

function slipsOf(reading: Nm, master: Master, scene: Scene): Slip[] {
  const others = offered(scene, ['master-tool']).filter((other) => other.size !== master.length)
  return [
    { id: 'sign', phrase: 'the reading had the other sign', corrected: constantFrom(negate(reading), master.length) },
    ...others.map((other) => ({
      id: 'other-tool',
      phrase: `${other.name} had been in the spindle`,
      corrected: constantFrom(reading, other.size),
    })),
  ]
}

function masters(scene: Scene): Option[] {
  const { unit } = scene.machine
  return [
    ...offered(scene, ['master-tool']).map((gauge) => ({
      value: `gauge:${gauge.id}`,
      label: gauge.name,
      note: formatExact(gauge.size, unit),
    })),
    ...scene.tools.flatMap((tool) => {
      const reach = reachOf(tool, scene)
      return reach
        ? [{ value: `tool:${tool.number}`, label: `T${tool.number}`, note: `${tool.name}, ${formatExact(reach.value, unit)}` }]
        : []
    }),
  ]
}

function masterOf(choice: string | null, scene: Scene): Master | null {
  if (!choice) return null
  const [kind, id = ''] = choice.split(/:(.*)/s)
  if (kind === 'gauge') {
    const gauge = gaugeById(scene, id)
    return (
      gauge && { label: gauge.name, length: gauge.size, gauge: gauge.id, contributor: { label: gauge.name, standard: gauge.uncertainty } }
    )
  }
  const tool = toolByNumber(scene, id)
  const reach = tool && reachOf(tool, scene)
  return reach
    ? { label: `T${tool.number}`, length: reach.value, gauge: null, contributor: restingOn(`T${tool.number} length`, reach) }
    : null
}
