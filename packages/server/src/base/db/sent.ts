/** Something that a browser sent under an id of its own making. */
export interface Sent {
  id: string
  door: string
  fingerprint: string
  person: string
  at: string
  /** Set once it is sure that nothing was recorded under the id before, inside the lock. */
  isNew: boolean
}
