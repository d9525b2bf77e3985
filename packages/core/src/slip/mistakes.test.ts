import { Chance, PLAYS, stands } from '@rook/testing'
import { expect, it } from 'vitest'
import { routineById } from '../catalogue/index.ts'
import { mm } from '../length/index.ts'
import { commonRegister, registerKey } from '../register/index.ts'
import { readInputs } from '../routine/index.ts'
import { MISTAKES } from '../mistake/index.ts'
import { alternativesOf, meantFigures } from './index.ts'

it('every kind of mistake is made somewhere, by what was given or by a routine that knows of it', () => {
  const made = new Set<string>(meantFigures(mm(31.82), 'it', 'mm').map(({ id }) => id))
  for (const { routine: id, play, name } of PLAYS) {
    const { raw, scene: plain } = play(new Chance(name))
    const shift = registerKey(commonRegister('X'))
    const scene = { ...plain, standing: { ...plain.standing, [shift]: plain.standing[shift] ?? stands(mm(0.5)) } }
    const routine = routineById(id)!
    const inputs = routine.inputs(scene, raw)
    const values = readInputs(inputs, raw, scene)
    for (const alternative of alternativesOf({ inputs, raw, values, scene })) made.add(alternative.id)
    for (const { slips = [] } of routine.sheet(values, scene).result?.writes ?? []) for (const slip of slips) made.add(slip.id)
  }
  // Known only with what stands in other registers: `check/explain.ts` has it.
  made.add('other-value')
  expect(Object.keys(MISTAKES).filter((id) => !made.has(id))).toEqual([])
})
