import { formatExact, roundToIncrement, type Nm } from '../../length/index.ts'
import { besideStock } from '../tool/beside-stock.ts'
import type { Gauge } from '../../gauge/index.ts'
import { registerKey, setterRegister, type RegisterKey, reachRegister } from '../../register/index.ts'
import { gaugeInput, gaugesUsed, offered, readingInput, resultCell, type Option, type Routine, type Write } from '../../routine/index.ts'
import { gaugeById, toolByNumber, type Scene } from '../../scene/index.ts'
import { setterConstant as constantFrom } from '../../touch/index.ts'
import { combine, ofReadout, type Contributor } from '../../uncertainty/index.ts'
import { line } from '../../working/index.ts'
import { reachOf, restingOn } from '../../reach/index.ts'

/**
 * Setter constant: the machine Z at which the gauge line itself (or the reference tool) would stand on
 * the setter's surface. K = M − L, from a master of known length, or from a tool whose length stands. Where lengths are
 * counted from part zero only a tool serves: K = M − H then holds for this part zero, and goes stale with that tool's H.
 */
export const setterConstantRoutine: Routine = {
  id: 'setter-constant',
  name: 'Setter constant',
  manner: 'from a known length',
  purpose: 'Ties a setter to this machine, with a master or a tool of known length.',
  kind: 'calibration',
  machines: ['mill'],
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
    const write = setter && master && reading !== null ? writeOf(setter, master, reading, scene) : null
    return {
      targets: target ? [target] : [],
      refusal: null,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: [
          line('start', 'Machine Z at the touch', reading, 'reading'),
          line('less', master ? `length of ${master.label}` : 'known length', master?.length ?? null),
        ],
        results: [
          {
            label: setter ? `K of ${setter.name}` : 'Setter constant K',
            cells: [resultCell(target, write?.value ?? null, write?.uncertainty ?? null)],
          },
        ],
        facts: [],
      },
      drawing: besideStock(scene, setter, master, reading === null),
      result: write && {
        writes: [write],
        readings: [{ axis: 'Z', label: 'machine Z at the touch', value: reading! }],
        readouts: [],
        gauges: gaugesUsed(setter!.id, master!.gauge),
      },
    }
  },
}

function writeOf(setter: Gauge, master: Master, reading: Nm, scene: Scene): Write {
  const { increment } = scene.machine
  const contributors = [ofReadout(increment), master.contributor, { label: setter.name, standard: setter.uncertainty }]
  return {
    register: setterRegister(setter.id),
    value: roundToIncrement(constantFrom(reading, master.length), increment),
    state: 'set',
    uncertainty: combine(contributors, increment),
    assembly: null,
    rests: master.register ? [master.register] : [],
  }
}

interface Master {
  label: string
  length: Nm
  gauge: string | null
  register: RegisterKey | null
  contributor: Contributor
}

function masters(scene: Scene): Option[] {
  const { unit } = scene.machine
  // Counted from part zero a master's own length says nothing; a tool whose length stands carries part zero with it.
  const gauges = scene.machine.lengthConvention === 'touch-off' ? [] : offered(scene, ['master-tool'])
  return [
    ...gauges.map((gauge) => ({
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
    if (!gauge) return null
    const contributor = { label: gauge.name, standard: gauge.uncertainty }
    return { label: gauge.name, length: gauge.size, gauge: gauge.id, register: null, contributor }
  }
  const tool = toolByNumber(scene, id)
  const reach = tool && reachOf(tool, scene)
  if (!tool || !reach) return null
  const label = `T${tool.number}`
  const register = registerKey(reachRegister(scene.machine, tool))
  return { label, length: reach.value, gauge: null, register, contributor: restingOn(`${label} length`, reach) }
}
