/** A bar in a chuck: its face, and its diameter as it has been turned so far. */
export class Bar {
  /** Turned lengths, newest last: from the face side to the chuck side. */
  private readonly turned: { from: number; to: number; diameter: number }[] = []

  constructor(
    private readonly diameter: number,
    public face: number,
    readonly jaws: number,
  ) {}

  /** Diameter at a place along the bar; 0 before its face. */
  at(z: number): number {
    if (z > this.face) return 0
    return this.turned.reduce(
      (diameter, cut) => (z <= cut.from && z >= cut.to ? Math.min(diameter, cut.diameter) : diameter),
      this.diameter,
    )
  }

  turn(from: number, to: number, diameter: number): void {
    this.turned.push({ from: Math.max(from, to), to: Math.min(from, to), diameter })
  }

  /** The newest cut was held: only what lies between where it began and where the tool stands was turned. */
  heldAt(began: number, z: number): void {
    const newest = this.turned.at(-1)
    if (newest) Object.assign(newest, { from: Math.max(began, z), to: Math.min(began, z) })
  }

  /** Its diameters from the face to the jaws, each as long as it is. */
  get steps(): { from: number; to: number; diameter: number }[] {
    const ends = [...new Set([this.face, this.jaws, ...this.turned.flatMap(({ from, to }) => [from, to])])]
      .filter((z) => z <= this.face && z >= this.jaws)
      .sort((one, other) => other - one)
    return ends.slice(1).map((to, at) => ({ from: ends[at]!, to, diameter: this.at((ends[at]! + to) / 2) }))
  }

  faceOff(z: number): void {
    this.face = Math.min(this.face, z)
  }

  /** What a micrometer finds behind the face. */
  get measured(): number {
    return this.at(this.face - 0.5)
  }
}
