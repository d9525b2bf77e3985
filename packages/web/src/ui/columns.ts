/** A column of `Rows`. */
export interface Column<Row> {
  /** Names the slot that fills its cells. */
  key: string
  title: string
  align?: 'left' | 'right'
  width?: number
  /** With it the column can be sorted. */
  compare?: (a: Row, b: Row) => number
  /** It says which row it is; otherwise the first does. */
  names?: boolean
  /** Left out on screens narrower than this. */
  wide?: 'md' | 'lg'
}
