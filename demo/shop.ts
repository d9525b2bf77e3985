import { EVERY_DAY, inch, mm, type Gauge, type Nm } from '@rook/core'
import type { GaugeRecord, Role } from '@rook/contract'

/** Larkmoor Organ Parts: made up from end to end, and so is everybody in it. */
export const SHOP = { name: 'Larkmoor Organ Parts', timeZone: 'Europe/London' }

export const SHIFTS = [
  { name: 'Early', starts: '06:00', ends: '14:00', days: [...EVERY_DAY] },
  { name: 'Late', starts: '14:00', ends: '22:00', days: [...EVERY_DAY] },
  { name: 'Night', starts: '22:00', ends: '06:00', days: [...EVERY_DAY] },
]

export interface DemoPerson {
  id: string
  name: string
  role: Role
  pin: string
  shift: string
}

export const PEOPLE: DemoPerson[] = [
  { id: 'marrow', name: 'I. Marrow', role: 'setter', pin: '1357', shift: 'Early' },
  { id: 'tansley', name: 'W. Tansley', role: 'setter', pin: '2468', shift: 'Late' },
  { id: 'fennimore', name: 'J. Fennimore', role: 'setter', pin: '3579', shift: 'Night' },
  { id: 'oakhanger', name: 'T. Oakhanger', role: 'lead', pin: '8642', shift: 'Early' },
  { id: 'quillon', name: 'O. Quillon', role: 'setter', pin: '4680', shift: 'Late' },
  { id: 'wendle', name: 'C. Wendle', role: 'operator', pin: '5791', shift: 'Early' },
  { id: 'hollins', name: 'B. Hollins', role: 'planner', pin: '6913', shift: 'Early' },
  { id: 'farrow', name: 'L. Farrow', role: 'viewer', pin: '7024', shift: 'Early' },
]

const lead = PEOPLE.find(({ role }) => role === 'lead')!
/** Whom the demo's own programs sign in as. */
export const DEMO_PINS = { lead: { person: lead.id, pin: lead.pin } }

const DAY = 86_400_000

/** The shop's gauges as of a moment; calibration dates are counted back from it. */
export function gaugesAt(now: number): GaugeRecord[] {
  const day = (days: number) => new Date(now + days * DAY).toISOString()
  const gauge = (
    id: string,
    name: string,
    family: Gauge['family'],
    size: Nm,
    uncertainty: Nm,
    due: number | null,
    more: Partial<GaugeRecord> = {},
  ): GaugeRecord => ({
    id,
    name,
    family,
    size,
    radii: null,
    uncertainty,
    least: null,
    most: null,
    calibrated: due === null ? null : day(due - (more.intervalDays ?? 365)),
    due: due === null ? null : day(due),
    state: 'in-use',
    doubtful: [],
    intervalDays: due === null ? null : 365,
    ...more,
  })
  const um = (value: number) => mm(value / 1000)
  return [
    gauge('finder-10', 'Finder 10', 'edge-finder', mm(10), um(5), 140),
    gauge('finder-6', 'Finder 6', 'edge-finder', mm(6), um(5), 96),
    gauge('finder-4', 'Finder 4', 'edge-finder', mm(4), um(5), 120),
    gauge('finder-2in', 'Finder 0.2', 'edge-finder', inch(0.2), um(5), 211),
    gauge('probe-2', 'Probe 2', 'touch-probe', mm(6), um(1.5), 12, {
      intervalDays: 14,
      radii: { xPlus: mm(2.984), xMinus: mm(2.99), yPlus: mm(2.986), yMinus: mm(2.988) },
    }),
    gauge('indicator-1', 'Indicator', 'indicator', mm(0), um(3), 70),
    gauge('eye', 'By eye', 'by-eye', mm(0), um(250), null),
    gauge('ring-40', 'Ring 40', 'ring-gauge', mm(40), um(0.5), 250),
    gauge('height-1', 'Height gauge', 'height-gauge', mm(0), um(10), 45),
    gauge('pin-10', 'Pin 10', 'gauge-pin', mm(10), um(1), 300),
    gauge('pin-5in', 'Pin 0.5', 'gauge-pin', inch(0.5), um(1), 300),
    gauge('shim-1', 'Shim 1.000', 'shim', mm(1), um(1), 88),
    gauge('feeler-05', 'Feeler 0.05', 'shim', mm(0.05), um(2), -9),
    gauge('shim-10thou', 'Shim 0.010', 'shim', inch(0.01), um(1), 88),
    gauge('paper', 'Paper 0.1', 'shim', mm(0.1), um(20), null),
    gauge('block-50', 'Block 50', 'gauge-block', mm(50), um(0.3), 402, { intervalDays: 730 }),
    gauge('block-2in', 'Block 2.0', 'gauge-block', inch(2), um(0.3), 402, { intervalDays: 730 }),
    gauge('setter-a', 'Setter A', 'setter', mm(50), um(3), 61),
    gauge('setter-b', 'Setter B', 'setter', mm(75), um(3), 61),
    gauge('arm-lathe-1', 'Setter arm', 'setter', mm(10), um(2), 61),
    gauge('setter-c', 'Setter C', 'setter', mm(60), um(1.5), 75),
    gauge('mic-25', 'Micrometer 25', 'micrometer', mm(0), um(2), 160, { least: mm(0), most: mm(25) }),
    gauge('mic-75', 'Micrometer 75', 'micrometer', mm(0), um(2.5), 160, { least: mm(50), most: mm(75) }),
    gauge('bore-28', 'Bore gauge 28', 'bore-gauge', mm(0), um(1.5), 52, { least: mm(18), most: mm(35) }),
    gauge('bore-40', 'Bore gauge 40', 'bore-gauge', mm(0), um(1.5), 52, { least: mm(35), most: mm(60) }),
    gauge('caliper-1', 'Caliper 150', 'caliper', mm(0), um(15), 201, { least: mm(0), most: mm(150) }),
    gauge('master-150', 'Master 150', 'master-tool', mm(150), um(1), 330),
    gauge('master-100', 'Master 100', 'master-tool', mm(100), um(1), 330),
  ]
}
