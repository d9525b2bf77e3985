import { ZERO } from '../../length/index.ts'
import { drawWork } from '../../drawing/index.ts'
import { layoutOf, ofTool, parseRegisterKey, registerKey, registerName, registersOfSlot, type RegisterRef } from '../../register/index.ts'
import type { Routine } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import { line } from '../../working/index.ts'

/**
 * Deliberately zero: says that a register holds zero on purpose, and why. Unset, zero by measurement and
 * zero on purpose are three different things; the check `on-purpose` asks for the reason.
 */
export const deliberateZero: Routine = {
  id: 'deliberate-zero',
  name: 'Deliberately zero',
  manner: 'zero on purpose',
  purpose: 'States that a register holds zero on purpose, and why.',
  kind: 'statement',
  machines: ['mill', 'lathe'],

  inputs(scene) {
    return [
      {
        kind: 'choice',
        id: 'register',
        label: 'Holds zero',
        shown: 'list',
        options: registersOf(scene).map((ref) => ({ value: registerKey(ref), label: registerName(ref) })),
      },
    ]
  },

  sheet(values, scene) {
    const chosen = values.choice('register')
    const target = chosen ? parseRegisterKey(chosen) : null
    return {
      targets: target ? [target] : [],
      refusal: null,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: target ? [line('start', `${registerName(target)} is put to`, ZERO)] : [],
        results: [
          {
            label: target ? registerName(target) : 'Register',
            cells: [{ register: chosen, figure: target ? ZERO : null, expanded: null }],
          },
        ],
        facts: [],
      },
      drawing: drawWork('above', scene),
      result: target && {
        writes: [{ register: target, value: ZERO, state: 'deliberately-zero', uncertainty: null, assembly: null, rests: [] }],
        readings: [],
        readouts: [],
        gauges: [],
      },
    }
  },
}

/** Everything on this machine that may hold zero on purpose: a code or a diameter of nothing says nothing. */
function registersOf({ machine, tools }: Scene): RegisterRef[] {
  const layout = layoutOf(machine)
  return [
    ...layout.slots.flatMap(({ code }) => registersOfSlot(code, machine)),
    ...layout.common.map(({ property }): RegisterRef => ({ family: 'common', slot: 'all', property, layer: 'geometry' })),
    ...tools.flatMap((tool) => layout.tool.filter(({ axis }) => axis !== null).map((column) => ofTool(tool, column))),
  ]
}
