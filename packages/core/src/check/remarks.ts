import type { Check } from './finding.ts'

/** What only the routine itself can judge: touches at odds with each other, an angle, a tilt, parts that overlap. */
export const remarks: Check = {
  id: 'remarks',
  name: 'touches agree',
  applies: {},
  run({ result }) {
    return (result.remarks ?? []).map(({ id, odd, ...remark }) => ({
      check: id,
      ...remark,
      ...(odd && remark.verdict !== 'clear' ? { means: odd } : {}),
    }))
  },
}
