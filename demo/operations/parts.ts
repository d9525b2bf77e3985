/** What the shop makes. */
export interface DemoPart {
  id: string
  number: string
  name: string
  material: string
  revision: string
  /** What the newest revision changed. */
  change: string
}

const part = (id: string, number: string, name: string, material: string, revision: string, change = ''): DemoPart => ({
  id,
  number,
  name,
  material,
  revision,
  change,
})

export const flange = part('flange', 'WT-417', 'Wind-trunk flange', 'cast aluminium', 'C', 'bolt circle 2 mm wider')
export const arm = part('roller-arm', 'RA-118', 'Roller arm', 'mild steel, 8 mm', 'A')
export const square = part('square', 'SA-042', 'Stop-action square', 'brass, half hard', 'B', 'pivot hole 4.02 reamed')
export const bracket = part('bracket', 'PM-310', 'Pallet magnet bracket', 'mild steel, 1/4 in', 'F', 'slot longer by 1/16 in')
export const rail = part('rail', 'WC-205', 'Windchest rail', 'aluminium, sawn', 'A')
export const shallot = part('shallot', 'RS-061', 'Reed shallot', 'brass bar 62', 'D', 'taper from 1:24 to 1:20')
export const chest = part('chest-cheek', 'WC-531', 'Windchest cheek', 'cast aluminium', 'B', 'wind hole 28 instead of 26')
export const bush = part('bush', 'DS-204', 'Draw-stop bush', 'bronze bar 22', 'A')
export const seat = part('valve-seat', 'TV-077', 'Tremulant valve seat', 'brass plate 16', 'B', 'seat 0.5 wider')
export const gaugeBody = part('gauge-body', 'WG-012', 'Wind gauge body', 'aluminium, drawn', 'A')
export const pin = part('rack-pin', 'PR-330', 'Pipe-rack pin', 'silver steel 8', 'C', 'point 60 instead of 90 degrees')
export const cam = part('cam', 'CC-058', 'Coupler cam', 'mild steel, 1/2 in', 'A')
export const pivot = part('pivot', 'RA-119', 'Roller arm pivot', 'silver steel 5/8 in', 'A')
