/** PostgreSQL’s channel for everything that people do and other server processes have to hear of. */
export const CHANNEL = 'rook_ledger'

/** PostgreSQL’s channel for what is seen of machines: many a second, so apart from what people do. */
export const OBSERVED = 'rook_observed'
