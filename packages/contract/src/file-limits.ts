/** A file that is put to something may be this large, bytes. */
export const LARGEST_FILE = 12_000_000
