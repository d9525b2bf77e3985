import { magnitude, nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { layoutOf, listed } from '../../register/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'
import type { Depths } from '../extents.ts'
import type { Found, ProgramCheck } from './finding.ts'
import { besideSolid, solidsOf, type Solid } from './holding-solids.ts'

/** Less room than this over what holds the work is asked about: a chip lies as high, nanometres. */
const NEAR = 1_000_000

/**
 * Every move against what holds the work, with the cutter, and the shank where it is wider, as cylinders: room = least Z of where each
 * begins less the top of the solid, wherever it is over it.
 */
export const inTheWay: ProgramCheck = ({ read, scene }) => {
  if (!read.depths) return []
  const { solids, unknown } = solidsOf(scene)
  const asked = unknown.map(({ id, sentence }): Found => ({
    id: `not held against ${id}`,
    verdict: 'query',
    line: null,
    register: null,
    mend: 'plan',
    sentence,
  }))
  const paths = read.depths.filter(({ slot }) => slot !== null && isOfMain(slot, scene))
  return [...asked, ...solids.flatMap((solid) => held(solid, paths, scene)), ...(solids.length > 0 ? notLooked(paths, scene) : [])]
}

/** The work of a sub-spindle is held by another chuck. */
const isOfMain = (slot: string | null, { machine }: Scene): boolean => machine.slots.find(({ code }) => code === slot)?.spindle !== 'sub'

interface Room {
  tool: MountedTool | null
  number: string
  kind: 'feed' | 'rapid'
  body: Body['name']
  room: number
  line: number
}

function held(solid: Solid, paths: readonly Depths[], scene: Scene): Found[] {
  const rooms = paths.flatMap((path) => roomsOf(solid, path, scene)).sort((one, other) => one.room - other.room)
  const shown = (value: number) => asShown(magnitude(nm(Math.round(value))), scene.machine)
  const finding = (one: Room, verdict: Found['verdict'], sentence: string): Found => ({
    id: `in the way ${solid.id} ${one.number}`,
    verdict,
    line: one.line,
    register: null,
    mend: verdict === 'clear' ? 'look' : 'program',
    sentence,
  })
  const [least] = rooms
  const into = rooms.filter(({ room }, at) => room < 0 && rooms.findIndex(({ number }) => number === rooms[at]!.number) === at)
  if (into.length > 0)
    return into.map((one) =>
      finding(
        one,
        solid.isOpen && one.kind === 'feed' ? 'query' : 'stop',
        `${goes(one)} ${shown(one.room)} deep into ${solid.name}: its top lies at Z ${asShown(solid.top, scene.machine)}. ${
          solid.isOpen && one.kind === 'feed' ? 'Say that it has room for it there.' : 'Change the program, or how the work is held.'
        }`,
      ),
    )
  if (!least) {
    const nothing = `Nothing goes over ${solid.name}.`
    return [{ id: `in the way ${solid.id}`, verdict: 'clear', line: null, register: null, mend: 'look', sentence: nothing }]
  }
  const how = `${least.body === 'shank' ? `the shank of T${least.number}` : `T${least.number}`} ${least.kind === 'feed' ? 'at feed' : 'at rapid'}`
  return least.room < NEAR
    ? [finding(least, 'query', `Only ${shown(least.room)} of room over ${solid.name}: ${how}. A chip is as high; say that it is meant.`)]
    : [finding(least, 'clear', `The least room over ${solid.name} is ${shown(least.room)}: ${how}.`)]
}

const goes = ({ body, number, kind }: Room): string =>
  body === 'shank' ? `The shank of T${number} goes` : `T${number} ${kind === 'feed' ? 'cuts' : 'moves at rapid'}`

/** A part of a tool, as a cylinder that stands on its end. */
interface Body {
  name: 'cutter' | 'shank'
  radius: number
  /** How far above the tool's end it begins. */
  from: number
}

/** What a tool is as far as its record says (ISO 13399): the cutter of DC, and a wider shank of DMM from where the cut's length APMX ends. */
function bodiesOf(tool: MountedTool | null, scene: Scene): Body[] {
  const cutter: Body = { name: 'cutter', radius: (widthOf(tool, scene) ?? 0) / 2, from: 0 }
  const { DMM, APMX } = tool?.properties ?? {}
  const isWider = layoutOf(scene.machine).stock === 'block' && DMM !== undefined && DMM / 2 > cutter.radius && cutter.radius > 0
  return isWider && APMX !== undefined ? [cutter, { name: 'shank', radius: DMM / 2, from: APMX }] : [cutter]
}

/** The least room of a tool over a solid, at feed and at rapid. */
function roomsOf(solid: Solid, { tool: number, square, x, y, ...ways }: Depths, scene: Scene): Room[] {
  const tool = scene.tools.find((one) => one.number === number && one.pairOf === undefined) ?? null
  if (tool && !goesAround(tool, scene)) return []
  // What lies within a square of the edge is not told apart from what just passes it.
  const bodies = bodiesOf(tool, scene)
  return (['feed', 'rapid'] as const).flatMap((kind) =>
    bodies.flatMap(({ name: body, radius, from }): Room[] => {
      const reach = Math.max(radius - square, 0)
      let [room, line] = [Infinity, 0]
      for (const [at, z] of ways[kind].z.entries()) {
        const own = ways[kind].line[at]!
        const over = z + from - solid.top
        // Of several places that are as deep the first line is told.
        const isLess = over < room || (over === room && own < line)
        if (isLess && besideSolid(solid, x[at]!, y[at]!) <= reach) [room, line] = [over, own]
      }
      return room === Infinity ? [] : [{ tool, number: number ?? '?', kind, body, room, line }]
    }),
  )
}

/** On a lathe what bores and drills goes into the bar, between the jaws. */
const INSIDE: readonly MountedTool['kind'][] = ['drill', 'reamer', 'tap', 'boring-bar', 'boring-head']
const goesAround = ({ kind }: MountedTool, { machine }: Scene): boolean => layoutOf(machine).stock === 'block' || !INSIDE.includes(kind)

/** Across the cutter, by its record; the tip of a lathe's tool is a point here. */
function widthOf(tool: MountedTool | null, { machine }: Scene): number | null {
  if (layoutOf(machine).stock === 'bar') return 0
  return tool?.properties.DC ?? null
}

/** Coarser than this, nanometres, it is said: a cutter is then held against a solid by less than its radius. */
const MOST_SQUARE = 1_000_000

/** What was left out is said by name: the holders, cutters whose diameter is not on record, what goes inside. */
function notLooked(paths: readonly Depths[], scene: Scene): Found[] {
  const numbers = [...new Set(paths.flatMap(({ tool }) => tool ?? []))]
  const tools = numbers.map((number) => scene.tools.find((one) => one.number === number && one.pairOf === undefined) ?? null)
  const named = (which: (tool: MountedTool | null) => boolean) =>
    numbers.filter((_number, at) => which(tools[at]!)).map((number) => `T${number}`)
  const square = Math.max(0, ...paths.map((path) => path.square))
  const points = named((tool) => widthOf(tool, scene) === null)
  const inside = named((tool) => tool !== null && !goesAround(tool, scene))
  const shanks = named((tool) => bodiesOf(tool, scene).length > 1)
  const sentences = [
    layoutOf(scene.machine).stock === 'bar'
      ? 'Looked at with the tip of each tool alone, and not with its holder.'
      : shanks.length > 0
        ? `Looked at with the cutter of each tool and the shank of ${listed(shanks)}, and not with a holder or another shank.`
        : 'Looked at with the cutter of each tool alone, and not with its shank or holder.',
    ...(points.length > 0
      ? [`${listed(points)} ${points.length === 1 ? 'has' : 'have'} no diameter on record: looked at as a point.`]
      : []),
    ...(square > MOST_SQUARE
      ? [`The program goes far: a cutter beside a solid is told from one over it to ${asShown(nm(square), scene.machine)} only.`]
      : []),
    ...(inside.length > 0
      ? [`${listed(inside)} ${inside.length === 1 ? 'works' : 'work'} inside the bar: not held against what holds it.`]
      : []),
  ]
  return [
    {
      id: 'in the way, not looked at',
      verdict: points.length > 0 || square > MOST_SQUARE ? 'query' : 'clear',
      line: null,
      register: null,
      mend: points.length > 0 ? 'tool' : 'look',
      sentence: sentences.join(' '),
    },
  ]
}
