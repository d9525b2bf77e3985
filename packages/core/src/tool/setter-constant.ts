import { formatExact, mm, minus, nm, plus, type Nm } from '../length/index.ts'
import { stockView, upright } from '../drawing/index.ts'
import { setterRegister } from '../machine/index.ts'
import { gaugeInput, gaugesUsed, offered, readingInput, settle, type Option, type Routine, type Sheet } from '../routine/index.ts'
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
    machine.lengthConvention === 'touch-off'
      ? `${machine.name} counts tool lengths from part zero; a setter has no constant there.`
      : null,

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
    const value = master && reading !== null ? constantFrom(reading, master.length) : null
    const settled =
      value !== null && setter
        ? settle(value, [master!.contributor, { label: setter.name, standard: setter.uncertainty }], scene.machine.increment)
        : null
    const { stock, ...view } = stockView('front', scene.plan?.stock ?? null)
    const foot = stock.box.min.y
    const top = plus(foot, setter?.size ?? mm(50))
    const at = minus(stock.box.min.x, mm(35))
    const sheet: Sheet = {
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
      drawing: {
        view: view.view,
        horizontal: view.horizontal,
        vertical: view.vertical,
        toScale: view.toScale,
        solids: [
          stock,
          upright('setter', at, mm(30), foot, top, setter?.name ?? 'setter'),
          ...(master ? [upright('tool', at, mm(8), top, plus(top, mm(45)), master.label)] : []),
        ],
        touches: master
          ? [
              {
                at: { x: at, y: top },
                contact: { x: at, y: top },
                toward: { x: 0, y: -1 },
                radius: null,
                label: `${master.label} onto the setter, moving Z\u2212`,
                lit: reading === null,
              },
            ]
          : [],
        surface: null,
        formerZero: null,
      },
      result: null,
    }
    if (!settled || !target || reading === null) return sheet
    return {
      ...sheet,
      result: {
        writes: [{ register: target, ...settled, state: 'set', assembly: null }],
        readings: [{ axis: 'Z', label: 'machine Z at the touch', value: reading }],
        readouts: [],
        gauges: gaugesUsed(setter!.id, master!.gauge),
        slips: [
          { id: 'sign', phrase: 'the reading had the other sign', corrected: constantFrom(nm(0 - reading), master!.length) },
          ...offered(scene, ['master-tool'])
            .filter((other) => other.size !== master!.length)
            .map((other) => ({
              id: 'other-tool',
              phrase: `${other.name} had been in the spindle`,
              corrected: constantFrom(reading, other.size),
            })),
        ],
      },
    }
  },
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

function masterOf(choice: string | null, scene: Scene): { label: string; length: Nm; gauge: string | null; contributor: Contributor } | null {
  if (!choice) return null
  const [kind, id = ''] = choice.split(/:(.*)/s)
  if (kind === 'gauge') {
    const gauge = gaugeById(scene, id)
    return gauge && { label: gauge.name, length: gauge.size, gauge: gauge.id, contributor: { label: gauge.name, standard: gauge.uncertainty } }
  }
  const tool = toolByNumber(scene, id)
  const reach = tool && reachOf(tool, scene)
  return reach ? { label: `T${tool.number}`, length: reach.value, gauge: null, contributor: restingOn(`T${tool.number} length`, reach) } : null
}
