import type { Call } from './base/call.ts'

/** What is answered with a file instead of JSON; all of them by GET. */
export const DOWNLOADS = {
  setupRecordPdf: {
    path: '/api/setups/{id}/record.pdf',
    access: 'viewer',
    summary: 'The setup record on paper, A4 or Letter (`?paper=letter`).',
  },
  keptFile: {
    path: '/api/kept-files/{checksum}',
    access: 'viewer',
    summary: 'A picture or a file that was put to something, by its checksum.',
  },
  programText: {
    path: '/api/programs/{id}/text',
    access: 'viewer',
    summary: 'The whole text of an issue of a program, as it was kept.',
  },
} as const satisfies Record<string, Pick<Call, 'path' | 'access'> & { summary: string }>

export type DownloadName = keyof typeof DOWNLOADS
