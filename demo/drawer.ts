import { inch, mm, PLAIN_ASSEMBLY, type Assembly, type LifeRule, type Nm, type ToolKind } from '@rook/core'

type Detail = Partial<Omit<Assembly, 'id' | 'name'>>

const life = (by: LifeRule['by'], limit: number, warning: number): LifeRule => ({ by, limit, warning })

const mill = (kind: ToolKind, DC: Nm, flutes: number, more: Detail = {}): Detail => ({
  kind,
  flutes,
  ...more,
  properties: { DC, ...more.properties },
})

/** What the shop has on record of its cutters, by assembly; anything else it knows only by name. */
const DETAILS: Readonly<Record<string, Detail>> = {
  'em-500-a': mill('end-mill', inch(0.5), 3, { holder: 'Collet 1/2', properties: { OAL: inch(3), APMX: inch(1.25), DMM: inch(0.5) } }),
  'dr-201': { kind: 'drill', properties: { DC: inch(0.201) } },
  'ch-90-a': mill('chamfer-mill', inch(0.375), 2),
  'tap-14-20': { kind: 'tap', properties: { DC: inch(0.25) } },
  'fm-40-a': mill('face-mill', mm(40), 4, { holder: 'Arbor 16' }),
  'em-10-c': mill('end-mill', mm(10), 4, { holder: 'Collet 10' }),
  'dr-42': { kind: 'drill', properties: { DC: mm(4.2) } },
  'br-8': mill('saw', mm(80), 24),
  'em-12-b': mill('end-mill', mm(12), 4, {
    holder: 'Shrink 12',
    life: life('parts', 400, 340),
    properties: { RE: mm(0.2), OAL: mm(83), APMX: mm(26), DMM: mm(12) },
  }),
  'sp-10': { kind: 'spot-drill', properties: { DC: mm(10) } },
  'dr-66': { kind: 'drill', properties: { DC: mm(6.6) } },
  'bh-34': { kind: 'boring-head', flutes: 1, properties: { DC: mm(34) } },
  'ch-8': mill('chamfer-mill', mm(8), 4),
  'ld-80-a': { kind: 'turning', flutes: 1, insert: 'CNMG 120408', properties: { RE: mm(0.8) } },
  'bb-10': { kind: 'boring-bar', flutes: 1, insert: 'CCMT 060204', properties: { RE: mm(0.4), DMM: mm(10) } },
  'gr-2': { kind: 'parting', flutes: 1, properties: { DMM: mm(20) } },
  'dr-85-l': { kind: 'drill', flutes: 2, properties: { DC: mm(8.5), OAL: mm(140) } },
  'ld-55-l': { kind: 'turning', flutes: 1, life: life('parts', 150, 130), insert: 'DNMG 150604', properties: { RE: mm(0.4), DMM: mm(20) } },
  'ld-35-l': { kind: 'turning', flutes: 1, insert: 'VBMT 160404', properties: { RE: mm(0.4), DMM: mm(20) } },
  'em-06-l': mill('end-mill', mm(6), 3, { properties: { DMM: mm(6) } }),
  're-90-l': { kind: 'reamer', flutes: 6, properties: { DC: mm(9), OAL: mm(150) } },
  'ld-80-s': { kind: 'turning', flutes: 1, insert: 'CNMG 120408', properties: { RE: mm(0.8), DMM: mm(20) } },
  'ld-55-c': { kind: 'turning', flutes: 1, properties: { RE: inch(0.016) } },
  'ld-35-x': { kind: 'turning', flutes: 1, insert: 'VBMT 160404', properties: { RE: mm(0.4) } },
  'dr-250': { kind: 'drill', properties: { DC: inch(0.25) } },
  'fm-63-a': mill('face-mill', mm(63), 5, { holder: 'Arbor 22', life: life('minutes', 240, 200), properties: { RE: mm(0.8) } }),
  'em-16-a': mill('end-mill', mm(16), 3, {
    holder: 'Side-lock 16',
    life: life('parts', 120, 100),
    properties: { RE: mm(0.5), OAL: mm(92), LPR: mm(48), APMX: mm(32), DMM: mm(16) },
  }),
  'em-16-c': mill('end-mill', mm(16), 3, {
    holder: 'Side-lock 16',
    life: life('parts', 120, 100),
    properties: { RE: mm(0.5), OAL: mm(92), LPR: mm(48), APMX: mm(32), DMM: mm(16) },
  }),
  'em-10-f': mill('end-mill', mm(10), 4, {
    holder: 'Shrink 10',
    edges: { rule: 'longest', spread: mm(0.01) },
    life: life('parts', 200, 170),
    properties: { OAL: mm(72), LPR: mm(35), APMX: mm(22), DMM: mm(10) },
  }),
  'em-06-b': mill('end-mill', mm(6), 3, {
    holder: 'Shrink 6',
    life: life('parts', 90, 75),
    properties: { OAL: mm(57), APMX: mm(13), DMM: mm(6) },
  }),
  'bn-08-a': mill('ball-mill', mm(8), 2, {
    holder: 'Collet 8',
    edges: { rule: 'mean', spread: null },
    properties: { RE: mm(4), OAL: mm(63) },
  }),
  'sp-12-a': { kind: 'spot-drill', holder: 'Collet 12', properties: { DC: mm(12) } },
  'dr-50-a': { kind: 'drill', holder: 'Collet 5', flutes: 2, life: life('uses', 900, 800), properties: { DC: mm(5), OAL: mm(86) } },
  're-50-a': { kind: 'reamer', holder: 'Floating 6', flutes: 6, properties: { DC: mm(5.1) } },
  'tp-m6-a': { kind: 'tap', holder: 'Synchro 6', flutes: 3, life: life('uses', 600, 520), properties: { DC: mm(6) } },
  'bh-28-a': { kind: 'boring-head', holder: 'Boring head, small', flutes: 1, properties: { DC: mm(28), RE: mm(0.2) } },
}

export const detailOf = (id: string): Omit<Assembly, 'id' | 'name'> => ({ ...PLAIN_ASSEMBLY, ...DETAILS[id] })

/** What lies in the drawer and sits in no machine. */
export const SPARE: Assembly[] = [
  spare(
    'em-16-b',
    'End mill 16, roughing',
    mm(117.9),
    mill('end-mill', mm(16), 3, { holder: 'Side-lock 16', life: life('parts', 120, 100), properties: { RE: mm(0.5) } }),
  ),
  spare(
    'em-10-g',
    'End mill 10, finishing',
    mm(109.8),
    mill('end-mill', mm(10), 4, { holder: 'Shrink 10', edges: { rule: 'longest', spread: mm(0.01) } }),
  ),
  spare('em-04-a', 'End mill 4', mm(88), mill('end-mill', mm(4), 3, { holder: 'Shrink 4', properties: { OAL: mm(50) } })),
  spare('sl-20-a', 'T-slot mill 20', mm(112), mill('end-mill', mm(20), 6, { holder: 'Collet 12' })),
  spare('dr-32-a', 'Drill 3.2', mm(118.5), { kind: 'drill', properties: { DC: mm(3.2) } }),
  spare('dr-33-a', 'Drill 3.3', mm(118), { kind: 'drill', properties: { DC: mm(3.3) } }),
  spare('tp-m4-a', 'Tap M4', mm(116), { kind: 'tap', flutes: 3, properties: { DC: mm(4) } }),
  spare('re-80-a', 'Reamer 8 H7', mm(142), { kind: 'reamer', flutes: 6, properties: { DC: mm(8) } }),
  spare('em-375-a', 'End mill 3/8, 4 flutes', inch(4.1), mill('end-mill', inch(0.375), 4)),
  spare('ld-35-b', 'Turning tool 35\u00b0', null, { kind: 'turning', flutes: 1, properties: { RE: mm(0.4) } }),
]

function spare(id: string, name: string, estimate: Nm | null, detail: Detail): Assembly {
  return { ...PLAIN_ASSEMBLY, ...detail, id, name, estimate }
}

/** Sample cuts and what was seen since: a tool going dull, one that is well, one that was loosened. */
export const LOADS: {
  assembly: string
  section: string
  program: string
  value: number
  unit: string
  warning: number
  alarm: number
  daysAgo: number
  note: string
  seen: (part: number) => number
  parts: number
}[] = [
  {
    assembly: 'em-16-a',
    section: 'pocket, roughing',
    program: 'O2610',
    value: 42,
    unit: '%',
    warning: 0.2,
    alarm: 0.4,
    daysAgo: 11,
    note: 'fresh edges, third part of the lot',
    seen: (part) => 41 + part * 0.22,
    parts: 48,
  },
  {
    assembly: 'em-16-a',
    section: 'outside, roughing',
    program: 'O2610',
    value: 35,
    unit: '%',
    warning: 0.25,
    alarm: 0.5,
    daysAgo: 11,
    note: 'same part',
    seen: (part) => 34.5 + part * 0.06,
    parts: 48,
  },
  {
    assembly: 'fm-63-a',
    section: 'top face',
    program: 'O2610',
    value: 3.1,
    unit: 'kW',
    warning: 0.15,
    alarm: 0.35,
    daysAgo: 13,
    note: 'new inserts, 0.8 off the face',
    seen: (part) => 3.05 + part * 0.004,
    parts: 60,
  },
]
