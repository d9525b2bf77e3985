import type { Between, Problem as ProblemDocument } from '@rook/contract'

const TITLES: Record<number, string> = {
  400: 'Not understood',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Conflict',
  413: 'Too large',
  415: 'Wrong kind of body',
  421: 'Another address',
  422: 'Cannot be recorded as it is',
  429: 'Too many attempts',
  500: 'Fault in the program',
  507: 'No room left',
  503: 'The ledger cannot be reached',
}

interface Extras {
  fields?: Record<string, string>
  between?: Between[]
  until?: string
}

/** Something to answer with a problem document (RFC 9457) instead of a result. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly detail: string,
    readonly extras: Extras = {},
  ) {
    super(detail)
  }

  document(): ProblemDocument {
    return {
      type: `/problems/${this.code}`,
      title: TITLES[this.status] ?? 'Problem',
      status: this.status,
      detail: this.detail,
      code: this.code,
      ...this.extras,
    }
  }
}

export const notFound = (what: string) => new Problem(404, 'not-found', `${what} is not in this ledger.`)
