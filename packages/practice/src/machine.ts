import { Chance } from '@rook/testing/chance'
import { Bar } from './bar.ts'
import { Memory, placeOf, type Refused } from './memory.ts'
import { heldIn, registersOf, typedFigure } from './registers.ts'
import { GEOMETRY, outcomeOf, WEAR } from './run.ts'
import { firstMet, touched } from './solids.ts'
import type { PracticeSpec, TrueGauge, TrueTool } from './spec.ts'
import { nameOf, viewOf, type View } from './view.ts'

/** The displays that a control shows side by side. */
export const DISPLAYS = ['machine', 'part', 'relative', 'to-go'] as const
export type Display = (typeof DISPLAYS)[number]

/** By hand a touch is felt at such steps; faster, what is met is hit. */
const FELT = 0.11
const RAPID = 250
const TOUCHING = 15
const STEP = 8
/** A touch that is lifted by so much is no touch any more. */
const AWAY = 0.3

interface Motion {
  axis: string
  from: number
  to: number
  start: number
  ends: number
  /** What is run into at its end. */
  into: string | null
  /** What is cut on the way, undone or cut short where it is held. */
  held?: (at: number) => void
}

export interface Made {
  part: number
  sizes: Readonly<Record<string, number>>
}

/** What a machine refuses to do, in the words that its operator reads. */
export class Refusal extends Error {}

/** A machine with its workpiece, tools and displays: what is true stays inside, what can be seen and touched comes out. */
export class PracticeMachine {
  readonly memory: Memory
  readonly made: Made[] = []
  homed = false
  tool: TrueTool | null = null
  slot: string
  between: string | null = null
  /** What is met at the moment, and by what it was felt. */
  touching: string | null = null
  running = false
  private readonly chance: Chance
  private readonly bar: Bar | null
  private readonly at: Record<string, number>
  private readonly relative: Record<string, number> = {}
  private readonly lag: Record<string, number> = {}
  private motion: Motion | null = null
  private stopped: string | null = null
  /** Where the last cut came from: the tool goes back along it without running into what it has just made. */
  private cutFrom: { axis: string; at: number } | null = null
  private readonly since: number

  constructor(
    readonly spec: PracticeSpec,
    private readonly now: () => number,
    private readonly haste = 1,
  ) {
    this.chance = new Chance(spec.seed)
    const step = spec.unit === 'in' ? spec.increment / 25.4 : spec.increment
    this.memory = new Memory(spec.unit, Math.max(0, Math.round(-Math.log10(step))), Object.keys(spec.axes))
    this.at = { ...spec.startsAt }
    this.slot = spec.slots[0]!
    this.bar = spec.bar ? new Bar(spec.bar.diameter, spec.bar.face, spec.bar.jaws) : null
    this.since = now()
  }

  get axes(): string[] {
    return Object.keys(this.spec.axes)
  }

  get moving(): boolean {
    return this.motion !== null && this.now() < this.motion.ends
  }

  /** Why it has stopped; what it runs into it has not run into while it is on its way. */
  get alarm(): string | null {
    return this.moving ? null : (this.stopped ?? this.motion?.into ?? null)
  }

  /** Feed hold: it stands where it is, short of whatever it was on its way to. */
  hold(): void {
    if (!this.moving) return
    const { axis, held } = this.motion!
    const at = this.position(axis)
    this.at[axis] = at
    this.motion = null
    this.touching = null
    this.cutFrom = null
    held?.(at)
  }

  /** Where an axis stands now, which is on its way while it moves. */
  position(axis: string): number {
    const { motion } = this
    if (motion?.axis !== axis || !this.moving) return this.at[axis]!
    const share = (this.now() - motion.start) / (motion.ends - motion.start)
    return motion.from + (motion.to - motion.from) * share
  }

  /** A display of the control, rounded to its least step. */
  shown(display: Display, axis: string): number {
    const at = this.position(axis)
    const read = {
      machine: () => at,
      part: () => at - this.offset(axis),
      relative: () => at - (this.relative[axis] ?? 0),
      'to-go': () => (this.motion?.axis === axis && this.moving ? this.motion.to - at : 0),
    }[display]()
    return Math.round(read / this.spec.increment) * this.spec.increment
  }

  /** What the control takes off machine coordinates for the part display: slot, common shift and the tool's own figures. */
  offset(axis: string): number {
    const { line, number } = placeOf(this.slot)
    const zero = this.memory.get(line, number, axis) + this.memory.get(2, 0, axis)
    const tool = this.tool?.number ?? null
    if (tool === null) return zero
    if (this.spec.kind === 'lathe') return zero + this.memory.get(GEOMETRY, tool, axis) + this.memory.get(WEAR, tool, axis)
    return axis === 'Z' ? zero + this.memory.get(GEOMETRY, tool, 'R') + this.memory.get(WEAR, tool, 'R') : zero
  }

  home(): void {
    this.mayMove()
    for (const [axis, { max }] of Object.entries(this.spec.axes)) this.at[axis] = max
    Object.assign(this.lag, Object.fromEntries(this.axes.map((axis) => [axis, 0])))
    this.homed = true
    this.cutFrom = null
    this.touching = null
  }

  take(tool: string): void {
    this.mayMove()
    const found = this.spec.tools.find(({ id }) => id === tool)
    if (!found) throw new Refusal(`THERE IS NO ${tool}`)
    if (this.touching) throw new Refusal(`MOVE AWAY FROM ${this.touching.toUpperCase()} FIRST`)
    this.tool = found
  }

  choose(slot: string): void {
    if (!this.spec.slots.includes(slot)) throw new Refusal(`THERE IS NO ${slot}`)
    this.slot = slot
  }

  /** Lays something on what will be touched; null takes it away. */
  lay(between: string | null): void {
    if (between !== null && !this.spec.between.some(({ id }) => id === between)) throw new Refusal(`THERE IS NO ${between}`)
    this.between = between
  }

  zeroRelative(axis: string): void {
    this.relative[axis] = this.position(axis)
  }

  reset(): void {
    this.stopped = null
    if (!this.moving) this.motion = null
  }

  /** Moves by a distance as the jog keys do. Small steps are felt, large ones run into what is in the way. */
  jog(axis: string, distance: number): void {
    const way = this.way(axis, distance)
    if (Math.abs(distance) <= FELT) {
      this.go(axis, way.to, STEP)
      this.touching = way.meets(1)
      return
    }
    const clear = Math.max(this.firstFree(way), this.backTo(axis, way))
    const met = firstMet(way.length * (1 - clear), (share) => way.meets(clear + share * (1 - clear)) !== null)
    if (met === null) {
      this.go(axis, way.to, RAPID)
      this.touching = null
      return
    }
    const share = clear + met * (1 - clear)
    const what = way.meets(share)!
    const by = this.tool ? nameOf(this.tool).toUpperCase() : 'SPINDLE'
    this.go(axis, way.from + (way.to - way.from) * share, RAPID, `${by} RAN INTO ${what.toUpperCase()}`)
    this.touching = what
  }

  /** Feeds until something is touched, as with a probe or a setter; goes the whole distance where nothing is. */
  feedToTouch(axis: string, distance: number): void {
    const way = this.way(axis, distance)
    if (way.meets(0)) throw new Refusal(`ALREADY ON ${way.meets(0)!.toUpperCase()}, MOVE AWAY FIRST`)
    const met = firstMet(way.length, (share) => way.meets(share) !== null)
    const share = met ?? 1
    const scattered = met === null ? 0 : this.chance.normal(this.spec.scatter)
    this.go(axis, way.from + (way.to - way.from) * share + scattered, TOUCHING)
    this.touching = met === null ? null : way.meets(share)
  }

  /** Feeds along an axis and cuts what is met; only a turning tool does that by hand. */
  cut(axis: string, distance: number): void {
    if (!this.bar || this.tool?.side === undefined) throw new Refusal('NOTHING HERE IS CUT BY HAND')
    const way = this.way(axis, distance)
    const [from, to] = [this.tip(axis === 'Z' ? way.from : undefined), this.tip(axis === 'Z' ? way.to : undefined)]
    if (to.z < this.bar.jaws) throw new Refusal('THE CHUCK IS IN THE WAY')
    const { bar } = this
    const before = bar.face
    if (axis === 'Z') bar.turn(from.z, to.z, 2 * to.radius + this.chance.normal(this.spec.scatter))
    else bar.faceOff(to.z + this.chance.normal(this.spec.scatter))
    // A face that was not cut to its middle still stands.
    const held = axis === 'Z' ? (at: number) => bar.heldAt(from.z, this.tip(at).z) : () => void (bar.face = before)
    this.go(axis, way.to, TOUCHING, null, held)
    this.cutFrom = { axis, at: way.from }
    this.touching = null
  }

  /** What the control holds, as the lines that would set it. */
  table(): string {
    return this.memory.lines().join('\n')
  }

  setTable(text: string): { set: number } | Refused {
    return this.memory.take(text)
  }

  /** Runs the program over one part: each feature comes out as the registers have it, not as the drawing does. */
  runProgram(): Made {
    this.mayMove()
    if (!this.homed) throw new Refusal('HOME FIRST')
    const sizes: Record<string, number> = {}
    for (const cut of this.spec.cuts) {
      const { size, crash } = outcomeOf(cut, {
        spec: this.spec,
        memory: this.memory,
        growth: this.growth,
        stock: this.spec.bar?.diameter ?? null,
      })
      if (crash) {
        this.stopped = `${cut.tool} RAN INTO THE PART AT ${cut.name.toUpperCase()}: ${crash}`
        throw new Refusal(this.stopped)
      }
      sizes[cut.name] = size + this.chance.normal(this.spec.scatter)
    }
    const made = { part: this.made.length + 1, sizes }
    this.made.push(made)
    return made
  }

  /** What can be measured now: the bar in the chuck, the cutter in the spindle, and what the newest part has. */
  get features(): string[] {
    const standing = [...(this.bar ? ['bar'] : []), ...(this.cutter === null ? [] : ['cutter'])]
    return [...standing, ...Object.keys(this.made.at(-1)?.sizes ?? {})]
  }

  /** What a gauge reads on one of them. */
  measure(gauge: TrueGauge, feature: string): number {
    const true_ = feature === 'bar' ? this.bar?.measured : feature === 'cutter' ? this.cutter : this.made.at(-1)?.sizes[feature]
    if (true_ === undefined || true_ === null) throw new Refusal('NOTHING TO MEASURE YET')
    const [least, most] = gauge.spans ?? [0, Infinity]
    if (true_ < least || true_ > most) throw new Refusal(`${gauge.name.toUpperCase()} DOES NOT SPAN ${feature.toUpperCase()}`)
    return Math.round((true_ + this.chance.normal(gauge.scatter)) / gauge.step) * gauge.step
  }

  /** How wide the cutter in the spindle cuts; a finder is no cutter. */
  private get cutter(): number | null {
    return (this.tool?.number ?? null) === null ? null : (this.tool!.diameter ?? null)
  }

  /** What can be typed into its control, and what it holds. */
  get registers(): { name: string; value: string }[] {
    return registersOf(this.spec).map((one) => ({ name: one.name, value: heldIn(one, this.memory) }))
  }

  /** A figure typed into the control, in its own unit. */
  type(name: string, text: string): void {
    const register = registersOf(this.spec).find((one) => one.name === name)
    if (!register) throw new Refusal(`THERE IS NO ${name}`)
    const value = typedFigure(text, this.spec.unit)
    if (value === null) throw new Refusal('NOT A FIGURE')
    this.memory.set(register.line, register.number, register.letter, value)
  }

  get view(): View {
    const at = (axis: string) => this.position(axis)
    return viewOf(this.spec, {
      tool: this.tool,
      at,
      bar: this.bar,
      tip: this.bar ? this.tip(at('Z'), at('X')) : { radius: Infinity, z: 0 },
    })
  }

  /** How far the spindle has grown since the machine was switched on. */
  private get growth(): number {
    const { by, minutes } = this.spec.growth
    return by * (1 - Math.exp(-(this.now() - this.since) / 60_000 / minutes))
  }

  private way(axis: string, distance: number) {
    this.mayMove()
    const travel = this.spec.axes[axis]
    if (!travel) throw new Refusal(`THERE IS NO AXIS ${axis}`)
    if (!Number.isFinite(distance) || distance === 0) throw new Refusal('NO DISTANCE')
    const from = this.at[axis]!
    const to = from + distance
    if (to > travel.max + 1e-9 || to < travel.min - 1e-9) throw new Refusal(`END OF TRAVEL ON ${axis}`)
    this.lag[axis] = distance > 0 ? 0 : (this.spec.backlash[axis] ?? 0)
    const meets = (share: number) => this.meets(axis, from + distance * share)
    return { from, to, length: Math.abs(distance), meets }
  }

  private firstFree({ length, meets }: { length: number; meets: (share: number) => string | null }): number {
    if (!meets(0)) return 0
    const away = Math.min(1, AWAY / length)
    return meets(away) ? 0 : away
  }

  /** The share of a way that leads back along the last cut. */
  private backTo(axis: string, { from, to }: { from: number; to: number }): number {
    const { cutFrom } = this
    if (cutFrom?.axis !== axis || (cutFrom.at - from) * (to - from) <= 0) return 0
    return Math.min(1, (cutFrom.at - from) / (to - from))
  }

  private meets(axis: string, at: number): string | null {
    const thick = this.spec.between.find(({ id }) => id === this.between)?.thickness ?? 0
    if (this.bar) {
      const tip = this.tip(axis === 'Z' ? at : undefined, axis === 'X' ? at : undefined)
      if (tip.z < this.bar.jaws && tip.radius < this.spec.bar!.diameter / 2 + 40) return 'the chuck'
      const [up, side] = axis === 'Z' ? [thick, 0] : [0, thick]
      return tip.z < this.bar.face + up && tip.radius < this.bar.at(Math.min(tip.z, this.bar.face)) / 2 + side ? 'the bar' : null
    }
    if (!this.tool) return null
    const place = (one: string) => (one === axis ? at : this.at[one]!) + (this.lag[one] ?? 0)
    const spot = { x: place('X'), y: place('Y'), z: place('Z') - this.tool.reach - this.growth }
    const between = axis === 'Z' ? { up: thick, side: 0 } : { up: 0, side: thick }
    return touched(this.spec.solids, spot, this.tool.diameter! / 2, between)?.name ?? null
  }

  /** The tip of a turning tool: how far from the axis, and where along it. */
  private tip(z = this.at.Z!, x = this.at.X!): { radius: number; z: number } {
    const tool = this.tool
    const reads = x + (this.lag.X ?? 0) - (tool?.side ?? 0)
    const radius = this.spec.xReads === 'diameter' ? reads / 2 : reads
    return { radius: tool?.side === undefined ? Number.POSITIVE_INFINITY : radius, z: z + (this.lag.Z ?? 0) - (tool?.reach ?? 0) }
  }

  private go(axis: string, to: number, speed: number, into: string | null = null, held?: (at: number) => void): void {
    const from = this.at[axis]!
    const start = this.now()
    this.motion = {
      axis,
      from,
      to,
      start,
      ends: start + (Math.abs(to - from) / (speed * this.haste)) * 1000,
      into,
      ...(held ? { held } : {}),
    }
    this.at[axis] = to
    this.cutFrom = null
  }

  private mayMove(): void {
    if (this.moving) throw new Refusal('STILL MOVING')
    if (this.alarm) throw new Refusal(`${this.alarm}. RESET FIRST`)
  }
}
