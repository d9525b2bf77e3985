/** What is used of the DXF reader, which brings no types of its own. */
declare module 'dxf' {
  interface Parsed {
    header: { insUnits?: number }
    tables: { layers: Record<string, { flags?: number; colorNumber?: number }> }
    entities: Entity[]
    blocks: { entities?: Entity[] }[]
  }
  interface Entity {
    type: string
    layer?: string
    /** False for one that is switched off by itself. */
    visible?: boolean
    extrusionX?: number
    extrusionY?: number
    extrusionZ?: number
    vertices?: { x: number; y: number; bulge?: number }[]
  }
  export function parseString(text: string): Parsed
  /** Entities with those of blocks where they are inserted, in the order of `toPolylines`. */
  export function denormalise(parsed: Parsed): Entity[]
  export function toPolylines(parsed: Parsed): { polylines: { vertices: [number, number][] }[] }
}
