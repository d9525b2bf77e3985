/** PostgreSQL’s channel for what is seen of machines: many a second, so apart from what people do. */
export const OBSERVED = 'rook_observed'
