/** What is used of the DXF reader, which brings no types of its own. */
declare module 'dxf' {
  interface Parsed {
    header: { insUnits?: number }
  }
  interface Entity {
    type: string
    layer?: string
  }
  export function parseString(text: string): Parsed
  /** Entities with those of blocks where they are inserted, in the order of `toPolylines`. */
  export function denormalise(parsed: Parsed): Entity[]
  export function toPolylines(parsed: Parsed): { polylines: { vertices: [number, number][] }[] }
}
