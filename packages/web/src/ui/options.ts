/** What can be picked from a list. */
export interface Option<Value> {
  value: Value
  label: string
  disabled?: boolean
}

/** The options of a table of words. */
export const optionsOf = <Key extends string>(words: Readonly<Record<Key, string>>): Option<Key>[] =>
  (Object.entries(words) as [Key, string][]).map(([value, label]) => ({ value, label }))
