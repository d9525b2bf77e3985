import { ZERO } from '../../length/index.ts'
import type { Alternative } from '../alternative.ts'
import type { Given } from '../given.ts'
import type { MistakeId } from '../../mistake/index.ts'
import { typedOtherwise } from '../typed-otherwise.ts'

/** What of a typed figure's slips an angle has too: it is in no unit of length. */
const OF_ANGLES = { sign: 'place-sign', point: 'point-place', swap: 'swap-place' } as const satisfies Partial<Record<string, MistakeId>>

/** Each typed angle as it may have been meant: its sign, its point, two digits, minutes for hundredths of a degree. */
export function angles({ inputs, raw, values, scene }: Given): Alternative[] {
  return inputs.flatMap((input): Alternative[] => {
    const value = input.kind === 'angle' ? values.angle(input.id) : null
    if (value === null || value === 0) return []
    const text = raw[input.id]!.trim().replace('\u2212', '-').replace(',', '.')
    const meant = (id: MistakeId, had: string, other: string): Alternative => ({
      id,
      phrase: `\u201c${input.label}\u201d ${had}`,
      raw: { ...raw, [input.id]: other },
      scene,
    })
    if (!/^[+-]?\d+(\.\d+)?$/.test(text))
      return [meant('place-sign', 'had the other sign', text.startsWith('-') ? text.slice(1) : `-${text}`)]
    const otherwise = typedOtherwise(text, ZERO, 'mm').flatMap(({ kind, had, of, text: other }) => {
      if (!(kind in OF_ANGLES)) return []
      const id = OF_ANGLES[kind as keyof typeof OF_ANGLES]
      return [of ? { ...meant(id, had, other), phrase: `two digits of \u201c${input.label}\u201d ${had}` } : meant(id, had, other)]
    })
    return [...otherwise, ...inMinutes(text).map(([had, other]) => meant('unit-place', had, other))]
  })
}

/** Minutes an hour or a degree has. */
const MINUTES = 60

/** 12.30 for 12 degrees 30 minutes is 12.5, and the reverse: 12.5 for what was read as 12.30. */
function inMinutes(text: string): [string, string][] {
  const [, sign, whole, decimals] = /^([+-]?)(\d+)\.(\d+)$/.exec(text) ?? []
  if (whole === undefined || decimals === undefined) return []
  const said = Number(`0.${decimals}`)
  const written = (part: number) => `${sign}${(Number(whole) + part).toFixed(6).replace(/0+$/, '').replace(/\.$/, '')}`
  const minutes = Number(decimals.slice(0, 2).padEnd(2, '0')) + Number(`0.${decimals.slice(2) || '0'}`)
  return [
    ...(minutes < MINUTES ? [['had been degrees and minutes', written(minutes / MINUTES)] as [string, string]] : []),
    ...(Math.abs(said * MINUTES - Math.round(said * MINUTES)) < 1e-6
      ? [['had been turned from minutes into hundredths already', written((said * MINUTES) / 100)] as [string, string]]
      : []),
  ]
}
