/** What the shop makes. */
export const flange = { id: 'flange', name: 'Wind-trunk flange', revision: 'C' }
export const arm = { id: 'roller-arm', name: 'Roller arm', revision: 'A' }
export const square = { id: 'square', name: 'Stop-action square', revision: 'B' }
export const bracket = { id: 'bracket', name: 'Pallet magnet bracket', revision: 'F' }
export const rail = { id: 'rail', name: 'Windchest rail', revision: 'A' }
export const shallot = { id: 'shallot', name: 'Reed shallot', revision: 'D' }
export const chest = { id: 'chest-cheek', name: 'Windchest cheek', revision: 'B' }
export const pivot = { id: 'pivot', name: 'Roller arm pivot', revision: 'A' }
