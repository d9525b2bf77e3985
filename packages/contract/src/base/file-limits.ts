/** A file that is put to something may be this large, bytes. */
export const LARGEST_FILE = 12_000_000

/** A program longer than this is refused, bytes of its text. */
export const MOST_PROGRAM = 52_000_000
