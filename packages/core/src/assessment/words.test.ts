import { Chance, faultsOf, PLAYS } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { routineById } from '../catalogue/index.ts'
import { assess, type Assessment } from './index.ts'

/** A sentence begins large and ends. */
const SENTENCE = /^[A-Z0-9−+“].*[.?!]$/s

interface Said {
  where: string
  text: string
  sentence: boolean
}

/** Every word that an assessment shows. */
function wordsOf({ inputs, sheet, findings }: Assessment): Said[] {
  const label = (where: string) => (text: string) => ({ where, text, sentence: false })
  const said = (where: string) => (text: string) => ({ where, text, sentence: true })
  const { working, drawing, result } = sheet
  return [
    ...inputs.map((input) => input.label).map(label('a field')),
    ...inputs.flatMap((input) => (input.kind === 'choice' ? input.options.map((option) => option.label) : [])).map(label('a choice')),
    ...working.lines.map((line) => line.label).map(label('a line')),
    ...working.results.map((row) => row.label).map(label('a result')),
    ...working.facts.flatMap((fact) => [fact.label, fact.text]).map(label('a fact')),
    ...drawing.touches.flatMap((touch) => touch.label ?? []).map(label('a touch')),
    ...drawing.surfaces.flatMap((surface) => surface.label || []).map(label('a surface')),
    ...(result?.readouts ?? []).map(({ sentence }) => sentence).map(label('a readout')),
    ...findings.map(({ name }) => name).map(label('a check')),
    ...findings.map(({ sentence }) => sentence).map(said('a finding')),
    ...findings.flatMap(({ figures }) => figures.map((figure) => figure.label)).map(label('a figure')),
    ...(sheet.refusal ? [said('a refusal')(sheet.refusal.sentence)] : []),
  ]
}

describe.each(PLAYS.map((play) => [play.name, play] as const))('%s', (name, { routine, play }) => {
  it('says nothing that is not so, whatever is typed so far', () => {
    const faults = new Set<string>()
    for (let turn = 0; turn < 6; turn++) {
      const { raw, scene } = play(new Chance(`words ${name} ${turn}`))
      const typed = Object.keys(raw)
      // As far as a person has come, and once with everything there.
      for (const upTo of [0, Math.floor(typed.length / 2), typed.length]) {
        const some = Object.fromEntries(typed.slice(0, upTo).map((id) => [id, raw[id]!]))
        for (const { where, text, sentence } of wordsOf(assess(routineById(routine)!, some, scene))) {
          if (text.trim() === '') faults.add(`${where} without words`)
          for (const fault of faultsOf([text], scene.machine.unit)) faults.add(`${where}, ${fault}`)
          if (sentence && !SENTENCE.test(text)) faults.add(`${where} is no sentence: ${text}`)
        }
      }
    }
    expect([...faults]).toEqual([])
  })
})
