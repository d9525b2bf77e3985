import type { Chance } from './chance.ts'

/** What a generated program reaches, by tool and slot: millimetres, told by many points along every cut. */
export type Reached = Map<string, Record<'X' | 'Y' | 'Z', { min: number; max: number }>>

export interface Generated {
  text: string
  cuts: Reached
  tools: string[]
  slots: string[]
}

interface Point {
  X: number
  Y: number
  Z: number
}

const AXES = ['X', 'Y', 'Z'] as const
const SAMPLES = 720

/** Writes a mill's program by chance and keeps where it cuts, by itself: it shares nothing with the reader. */
class Writer {
  readonly lines: string[] = []
  readonly cuts: Reached = new Map()
  private at: Point = { X: 0, Y: 0, Z: 50 }
  private incremental = false
  private inches = false
  private number = 10
  private readonly chance: Chance
  private tool = ''
  private slot = ''

  constructor(chance: Chance) {
    this.chance = chance
  }

  /** A block in one of the ways that posts write them. */
  line(...words: string[]): void {
    const { chance } = this
    const joined = words.join(chance.happens(0.3) ? '' : ' ')
    const numbered = chance.happens(0.2) ? `N${(this.number += 10)} ${joined}` : joined
    const said = chance.happens(0.1) ? `${numbered} (cut G54 X99999.)` : numbered
    this.lines.push(chance.happens(0.15) ? said.toLowerCase() : said)
  }

  private length(value: number): string {
    const unit = this.inches ? value / 25.4 : value
    const text = unit.toFixed(this.inches ? 6 : 4).replace(/0+$/, '')
    return this.chance.happens(0.3) ? text.replace(/^(-?)0\./, '$1.') : text
  }

  /** A place as it is really written, so that nothing rounds differently. */
  private rounded(value: number): number {
    return this.inches ? Number((value / 25.4).toFixed(6)) * 25.4 : Number(value.toFixed(4))
  }

  change(tool: string, slot: string): void {
    this.tool = tool
    this.slot = slot
    this.line(`T${tool}`, 'M6')
    if (this.incremental) this.line('G90')
    this.incremental = false
    this.line(slot)
    this.at = { X: this.rounded(this.chance.between(-5, 100)), Y: this.rounded(this.chance.between(-5, 80)), Z: this.rounded(50) }
    this.line('G0', `X${this.length(this.at.X)}`, `Y${this.length(this.at.Y)}`)
    this.line('G43', `H${tool}`, `Z${this.length(this.at.Z)}`)
  }

  private word(axis: keyof Point, to: number): string {
    return `${axis}${this.length(this.incremental ? to - this.at[axis] : to)}`
  }

  private settle(axis: keyof Point, to: number): number {
    return this.incremental ? this.at[axis] + this.rounded(to - this.at[axis]) : this.rounded(to)
  }

  private cut(point: Point): void {
    const key = `${this.tool}|${this.slot}`
    const known = this.cuts.get(key) ?? {
      X: { min: Infinity, max: -Infinity },
      Y: { min: Infinity, max: -Infinity },
      Z: { min: Infinity, max: -Infinity },
    }
    for (const axis of AXES) {
      known[axis].min = Math.min(known[axis].min, point[axis])
      known[axis].max = Math.max(known[axis].max, point[axis])
    }
    this.cuts.set(key, known)
  }

  straight(): void {
    const { chance } = this
    const axes = AXES.filter(() => chance.happens(0.6))
    if (axes.length === 0) return
    const to = { ...this.at }
    const words = axes.map((axis) => {
      const wanted = chance.between(-40, 120)
      to[axis] = this.settle(axis, wanted)
      return this.word(axis, wanted)
    })
    this.cut(this.at)
    this.line('G1', ...words, `F${Math.round(chance.between(50, 900))}`)
    this.at = to
    this.cut(this.at)
  }

  arc(): void {
    const { chance } = this
    // Incremental arcs end where their rounded steps lead; absolute ones are enough to try the geometry.
    if (this.incremental) return
    const radius = chance.between(2, 30)
    const from = chance.between(0, 360)
    const whole = chance.happens(0.2)
    const sweep = whole ? 360 : chance.between(5, 355)
    const turns = chance.pick([1, -1] as const)
    const rad = Math.PI / 180
    const centre = { X: this.at.X - radius * Math.cos(from * rad), Y: this.at.Y - radius * Math.sin(from * rad) }
    const point = (angle: number): Point => ({
      X: centre.X + radius * Math.cos(angle * rad),
      Y: centre.Y + radius * Math.sin(angle * rad),
      Z: this.at.Z,
    })
    const end = whole ? this.at : point(from + turns * sweep)
    const to = { X: this.rounded(end.X), Y: this.rounded(end.Y), Z: this.at.Z }
    for (let at = 0; at <= SAMPLES; at++) this.cut(point(from + (turns * sweep * at) / SAMPLES))
    const code = turns === 1 ? 'G3' : 'G2'
    const places = whole ? [] : [`X${this.length(to.X)}`, `Y${this.length(to.Y)}`]
    const byRadius = !whole && sweep > 20 && sweep < 340 && Math.abs(sweep - 180) > 10 && chance.happens(0.4)
    const how = byRadius
      ? [`R${this.length(sweep > 180 ? -radius : radius)}`]
      : [`I${this.length(centre.X - this.at.X)}`, `J${this.length(centre.Y - this.at.Y)}`]
    this.line(code, ...places, ...how, 'F200')
    this.at = to
    this.cut(this.at)
  }

  holes(): void {
    const { chance } = this
    if (this.incremental) return
    const up = this.rounded(60)
    this.line('G0', `Z${this.length(up)}`)
    this.at = { ...this.at, Z: up }
    const [retract, bottom] = [this.rounded(2), this.rounded(-chance.between(3, 20))]
    const returns = chance.pick(['G98', 'G99'] as const)
    const cycle = chance.pick(['G81', 'G83', 'G73', 'G84', 'G85'] as const)
    const hole = (): string[] => {
      this.at = { ...this.at, X: this.rounded(chance.between(-20, 100)), Y: this.rounded(chance.between(-20, 100)) }
      this.cut({ ...this.at, Z: retract })
      this.cut({ ...this.at, Z: bottom })
      return [`X${this.length(this.at.X)}`, `Y${this.length(this.at.Y)}`]
    }
    this.line(returns, cycle, ...hole(), `R${this.length(retract)}`, `Z${this.length(bottom)}`, 'Q2.5', 'F120')
    for (let more = Math.floor(chance.between(0, 4)); more > 0; more--) this.line(...hole())
    this.line('G80')
    this.at = { ...this.at, Z: returns === 'G98' ? up : retract }
  }

  otherUnit(): void {
    this.inches = !this.inches
    this.line(this.inches ? 'G20' : 'G21')
  }

  otherDistance(): void {
    this.incremental = !this.incremental
    this.line(this.incremental ? 'G91' : 'G90')
  }
}

/** A mill's program with everything a post writes: both units, both ways of counting, arcs, cycles, several tools and slots. */
export function generateProgram(chance: Chance): Generated {
  const writer = new Writer(chance)
  writer.line('G21', 'G90', 'G17')
  const tools = ['4', '7', '12'].slice(0, 1 + Math.floor(chance.between(0, 3)))
  const slots = chance.happens(0.5) ? ['G54'] : ['G54', 'G55']
  for (const tool of tools)
    for (const slot of slots) {
      writer.change(tool, slot)
      for (let blocks = Math.floor(chance.between(3, 25)); blocks > 0; blocks--) {
        const next = chance.next()
        if (next < 0.5) writer.straight()
        else if (next < 0.75) writer.arc()
        else if (next < 0.85) writer.holes()
        else if (next < 0.93) writer.otherDistance()
        else writer.otherUnit()
      }
    }
  writer.line('M30')
  return { text: `%\nO2410 (BY CHANCE)\n${writer.lines.join(chance.pick(['\n', '\r\n', '\r']))}\n%\n`, cuts: writer.cuts, tools, slots }
}
