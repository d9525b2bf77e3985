import { forget, keep, readKept } from './kept.ts'
import { newId } from './new-id.ts'

/** Something that was sent and of which it is not known yet what became of it, or that was refused and may be sent again. */
export interface Sending {
  id: string
  /** What was sent under the id, as text; something else gets another id. */
  content: string
  unsure: boolean
}

/**
 * What is on its way to the ledger, by the place it is sent from. Under a name it is kept in the browser, so that a reload
 * still finds out what became of it.
 */
export class Outbox {
  private own: Sending | null

  constructor(private readonly name: string | null) {
    this.own = name ? readKept<Sending>(`sending:${name}`) : null
  }

  get unsure(): string | null {
    return this.own?.unsure ? this.own.id : null
  }

  /** The id to send something under: the same as before for the same thing, a new one for anything else. */
  begin(content: string): string {
    const id = this.own?.content === content ? this.own.id : newId()
    this.put({ id, content, unsure: true })
    return id
  }

  /** It is known that nothing was recorded; sent again unchanged, it is the same thing. */
  refused(): void {
    if (this.own) this.put({ ...this.own, unsure: false })
  }

  /** It is recorded, or its id is closed for good: whatever comes next is something new. */
  done(): void {
    this.own = null
    if (this.name) forget(`sending:${this.name}`)
  }

  private put(sending: Sending): void {
    this.own = sending
    if (this.name) keep(`sending:${this.name}`, sending)
  }
}
