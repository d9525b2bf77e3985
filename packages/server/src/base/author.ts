import type { Person } from '@rook/contract'

/** Who makes an entry, and when: from the session and the server's clock, never from the body. */
export interface Author {
  person: Person
  now: string
  /** The browser’s own mark, by which wrong PINs are counted; null where it has none. */
  device: string | null
}

/** What a row says of who changed it, so that its edition says it too. */
export const stampOf = ({ person, now }: Pick<Author, 'person' | 'now'>) => ({ changedAt: now, changedBy: person.id })
