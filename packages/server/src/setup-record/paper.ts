/** The sheets that a setup record is printed on, as the writer of documents calls them. */
export const PAPERS = { a4: 'A4', letter: 'LETTER' } as const
export type Paper = keyof typeof PAPERS
