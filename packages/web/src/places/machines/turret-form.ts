import {
  formatExact,
  nm,
  PLAIN_TURNING,
  readLength,
  type LengthUnit,
  type MachineRecord,
  type Nm,
  type SpecialStation,
  type SpindleName,
  type StationUse,
  type Turret,
  type TurningRecord,
} from '@rook/core'

/** What only a lathe's record says, as it stands in the form: figures as they are typed, stations as "3, 5, 7-9". */
export interface TurretForm {
  /** Stations on its turret; empty where that is not on record. */
  stations: string
  /** What the form does not show: the name of the turret, and further ones. */
  name: string
  others: Turret[]
  across: string
  printed: { X: string; Z: string }
  drilling: string
  driven: string
  /** Stations that work at the sub-spindle. */
  onSub: string
  wear: TurningRecord['wear']
  masters: Record<SpindleName, string>
  changeAt: { X: string; Z: string }
  chucks: Record<SpindleName, { across: string; length: string }>
  tailstock: string
}

export const blankTurret = (): TurretForm => ({
  stations: '',
  name: 'turret',
  others: [],
  across: '',
  printed: { X: '', Z: '' },
  drilling: '',
  driven: '',
  onSub: '',
  wear: PLAIN_TURNING.wear,
  masters: { main: '', sub: '' },
  changeAt: { X: '', Z: '' },
  chucks: { main: { across: '', length: '' }, sub: { across: '', length: '' } },
  tailstock: '',
})

/** The form of the first turret; a record with more of them keeps the others as they are. */
export function turretForm({ turrets, turning, unit }: Pick<MachineRecord, 'turrets' | 'turning' | 'unit'>): TurretForm {
  const typed = (value: Nm | null | undefined) => (value == null ? '' : formatExact(value, unit).replace('\u2212', '-'))
  const pair = (at: { X: Nm; Z: Nm } | null | undefined) => ({ X: typed(at?.X), Z: typed(at?.Z) })
  const [turret] = turrets
  const special = turret?.special ?? []
  const numbers = (which: (one: SpecialStation) => boolean) =>
    special
      .filter(which)
      .map(({ number }) => number)
      .join(', ')
  const chuck = (spindle: SpindleName) => ({
    across: typed(turning.chucks[spindle]?.across),
    length: typed(turning.chucks[spindle]?.length),
  })
  return {
    stations: turret ? String(turret.stations) : '',
    name: turret?.name ?? 'turret',
    others: turrets.slice(1),
    across: typed(turret?.across),
    printed: pair(turret?.printed),
    drilling: numbers(({ use }) => use === 'drilling'),
    driven: numbers(({ use }) => use === 'driven'),
    onSub: numbers(({ spindle }) => spindle === 'sub'),
    wear: turning.wear,
    masters: { main: turning.masters.main ?? '', sub: turning.masters.sub ?? '' },
    changeAt: pair(turning.changeAt),
    chucks: { main: chuck('main'), sub: chuck('sub') },
    tailstock: typed(turning.tailstock),
  }
}

type Say = (field: string, sentence: string) => void

/** "3, 5, 7-9" as numbers; null for what is no such list. */
export function readNumbers(text: string): number[] | null {
  const found: number[] = []
  for (const piece of text.split(/[,;\s]+/).filter(Boolean)) {
    const [, from, to = from] = /^(\d{1,3})(?:[-\u2013](\d{1,3}))?$/.exec(piece) ?? []
    if (from === undefined || Number(to) < Number(from)) return null
    for (let number = Number(from); number <= Number(to); number++) found.push(number)
  }
  return [...new Set(found)]
}

/** Reads figures of a form in one unit, and says what is wrong with a field. */
function reader(unit: LengthUnit, say: Say) {
  const length = (text: string, field: string, name: string): Nm | null => {
    const reading = readLength(text, { name, unit, grid: nm(1) })
    if (reading.kind === 'length') return reading.value
    if (reading.kind !== 'empty') say(field, reading.sentence)
    return null
  }
  const size = (text: string, field: string, name: string): Nm | null => {
    const value = length(text, field, name)
    if (value !== null && value <= 0) say(field, `${name}: more than zero, or left empty.`)
    return value
  }
  /** Two figures that only say something together. */
  const pair = ({ X, Z }: { X: string; Z: string }, field: string, name: string): { X: Nm; Z: Nm } | null => {
    const [x, z] = [length(X, `${field}.X`, `${name} X`), length(Z, `${field}.Z`, `${name} Z`)]
    if (x !== null && z !== null) return { X: x, Z: z }
    if (X.trim() !== '' && Z.trim() === '') say(`${field}.Z`, `${name} Z: give both, or neither.`)
    if (Z.trim() !== '' && X.trim() === '') say(`${field}.X`, `${name} X: give both, or neither.`)
    return null
  }
  return { size, pair }
}

function readStations(form: TurretForm, hasSub: boolean, say: Say): SpecialStation[] {
  const list = (field: 'drilling' | 'driven' | 'onSub', name: string): number[] => {
    const numbers = readNumbers(form[field])
    if (numbers === null) say(`turret.${field}`, `${name}: write the numbers, such as 3, 5, 7-9.`)
    const most = Number(form.stations)
    const over = numbers?.find((number) => number < 1 || number > most)
    if (over !== undefined) say(`turret.${field}`, `${name}: there is no station ${over}.`)
    return numbers ?? []
  }
  const drilling = list('drilling', 'For tools on centre')
  const driven = list('driven', 'Driven stations')
  const sub = hasSub ? list('onSub', 'At the sub-spindle') : []
  const both = drilling.find((number) => driven.includes(number))
  if (both !== undefined)
    say('turret.driven', `Driven stations: ${both} is said to be for tools on centre too. Leave it out of one of them.`)
  const useOf = (number: number): StationUse => (driven.includes(number) ? 'driven' : drilling.includes(number) ? 'drilling' : 'turning')
  return [...new Set([...drilling, ...driven, ...sub])]
    .sort((a, b) => a - b)
    .map((number) => ({ number, use: useOf(number), spindle: sub.includes(number) ? 'sub' : 'main' }))
}

/** What the form says of turret, chucks and conventions; what is wrong with a field is said of it. */
export function readTurret(form: TurretForm, unit: LengthUnit, hasSub: boolean, say: Say): { turrets: Turret[]; turning: TurningRecord } {
  const { size, pair } = reader(unit, say)
  const text = form.stations.trim()
  const count = /^\d{1,2}$/.test(text) ? Number(text) : 0
  if (text !== '' && count < 1) say('turret.stations', 'Stations on the turret: a whole number from 1 to 99, or nothing.')
  const turret: Turret = {
    name: form.name,
    stations: count,
    across: size(form.across, 'turret.across', 'Turret, across'),
    printed: pair(form.printed, 'turret.printed', 'Printed datum'),
    special: count > 0 ? readStations(form, hasSub, say) : [],
  }
  const spindles: SpindleName[] = hasSub ? ['main', 'sub'] : ['main']
  const masters = spindles.flatMap((spindle) => {
    const number = form.masters[spindle].trim()
    if (number === '') return []
    const known = /^[1-9]\d{0,3}$/.test(number) && (count === 0 || Number(number) <= count)
    if (!known) say(`turret.masters.${spindle}`, 'Master: the number of a station.')
    return [[spindle, number] as const]
  })
  const chucks = spindles.flatMap((spindle) => {
    const { across, length } = form.chucks[spindle]
    const [wide, long] = [
      size(across, `turret.chucks.${spindle}.across`, 'Chuck, diameter'),
      size(length, `turret.chucks.${spindle}.length`, 'Chuck, length'),
    ]
    if (wide !== null && long !== null) return [[spindle, { across: wide, length: long }] as const]
    if (wide !== null) say(`turret.chucks.${spindle}.length`, 'Chuck, length: give both, or neither.')
    if (long !== null) say(`turret.chucks.${spindle}.across`, 'Chuck, diameter: give both, or neither.')
    return []
  })
  return {
    turrets: text === '' ? [] : [turret, ...form.others],
    turning: {
      wear: form.wear,
      masters: Object.fromEntries(masters),
      changeAt: pair(form.changeAt, 'turret.changeAt', 'Change position'),
      chucks: Object.fromEntries(chucks),
      tailstock: size(form.tailstock, 'turret.tailstock', 'Tailstock, diameter'),
    },
  }
}
