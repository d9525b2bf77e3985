import type { Listing } from './listing.ts'
import type { State } from './state.ts'

/** Under whose length, radius and turning spindle a tool moves and cuts. */
export class Under {
  private readonly listing: Listing
  private readonly state: State
  /** What was said last, so that a million cuts say it once. */
  private spindle = ''

  constructor(listing: Listing, state: State) {
    this.listing = listing
    this.state = state
  }

  /** A move on Z: whatever length is on, it takes the tip by it. */
  length(line: number): void {
    const { length, tool } = this.state
    if (length !== null && length.tool !== tool)
      this.listing.ofTool(tool, 'under', { what: 'length', of: length.tool, offset: length.offset, line })
  }

  /** What has to be there before metal is cut. */
  cuts(line: number): void {
    const { listing, state } = this
    const { slot, tool, length, compensates, spindle } = state
    if (slot === null) listing.read.beforeSlot ??= line
    if (tool === null) listing.read.beforeTool ??= line
    if (length === null) {
      const called = listing.toolOf(tool)
      if (called) called.cutsWithoutLength ??= line
    } else this.length(line)
    if (compensates !== null && compensates.tool !== tool)
      listing.ofTool(tool, 'under', { what: 'radius', of: compensates.tool, offset: compensates.offset, line })
    const turns = `${tool} ${spindle}`
    if (spindle !== null && turns !== this.spindle) listing.ofTool(tool, 'spindle', { turns: spindle, line })
    this.spindle = turns
  }
}
