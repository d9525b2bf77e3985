import { assess, registerKey, routineById, type RawInputs, type Scene } from '@rook/core'

/** Works a routine out and answers with what a test looks at. */
export function run(id: string, raw: RawInputs, at: Scene) {
  const { sheet, values, findings } = assess(routineById(id)!, raw, at)
  const writes = Object.fromEntries((sheet.result?.writes ?? []).map((write) => [registerKey(write.register), write]))
  return {
    sheet,
    values,
    findings,
    writes,
    /** A register's new value in nanometres. */
    value: (register: string) => writes[`${register}/geometry`]?.value,
    fact: (label: string) => sheet.working.facts.find((fact) => fact.label === label)?.text,
    finding: (check: string) => findings.find((finding) => finding.check === check),
    refusal: sheet.refusal?.sentence ?? null,
  }
}
