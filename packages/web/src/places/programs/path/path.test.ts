import { dialectOf, JUMP, mm, pathViews } from '@rook/core'
import { MILL, scene } from '@rook/testing'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { put } from '../../../../test/mounting.ts'
import { arraysOf, buildPath, type BuiltPath } from './build-path.ts'
import { drawLevel, drawLine, type Brush } from './draw-level.ts'
import { joined, placeIn, reachOf } from './place.ts'
import ProgramPath from './ProgramPath.vue'
import { textPieces } from './text-pieces.ts'
import { usePath, type Asked, type Told } from './use-path.ts'

/** Down at (10, 10), along to X30, up at rapid; then T7 somewhere else. */
const TEXT = ['T4 M6', 'G54 G0 X10. Y10.', 'Z5.', 'G1 Z-2. F100', 'X30.', 'G0 Z5.', 'T7 M6', 'G0 X10. Y40.', 'Z5.', 'G1 Z-1.', 'X12.']
const built = () => buildPath([TEXT.join('\n')], dialectOf(MILL))
const [above, front] = pathViews('mill') as [ReturnType<typeof pathViews>[0], ReturnType<typeof pathViews>[0]]
const COLOURS = { feed: 'feed', rapid: 'rapid', others: 'others', lit: 'lit' }

/** A brush that remembers its strokes: colour, dashes, and the corners it went through. */
function remembering() {
  const strokes: { colour: string; dashed: boolean; to: [string, number, number][] }[] = []
  let to: [string, number, number][] = []
  let dashed = false
  const brush = {
    strokeStyle: '',
    lineWidth: 0,
    lineJoin: 'round',
    beginPath: () => (to = []),
    moveTo: (x: number, y: number) => to.push(['move', x, y]),
    lineTo: (x: number, y: number) => to.push(['line', x, y]),
    setLineDash: (dash: number[]) => (dashed = dash.length > 0),
    stroke: () => strokes.push({ colour: brush.strokeStyle, dashed, to }),
  }
  return { brush: brush as unknown as Brush, strokes, of: (colour: string) => strokes.find((one) => one.colour === colour)! }
}

describe('a path on the pane', () => {
  const [level] = built().levels as [ReturnType<typeof built>['levels'][0]]
  const tool = (number: string) => (part: number) => level.path.parts[part]!.tool === number
  const PANE = { width: 400, height: 300 }
  const AT = { k: 2, right: 100, up: 200 }

  it('has cuts full, rapids dashed and other tools faint, each where it lies', () => {
    const { brush, of } = remembering()
    drawLevel(brush, level, front, AT, PANE, tool('4'), COLOURS)
    // Part zero lies at (100, 200), up is less: X10 Z5 is (120, 190), Z−2 is 204, X30 is 160.
    expect(of('feed')).toEqual({
      colour: 'feed',
      dashed: false,
      to: [
        ['move', 120, 190],
        ['line', 120, 204],
        ['line', 160, 204],
      ],
    })
    expect(of('rapid')).toEqual({
      colour: 'rapid',
      dashed: true,
      to: [
        ['move', 160, 204],
        ['line', 160, 190],
      ],
    })
    expect(of('others').to).toContainEqual(['line', 124, 202])
  })

  it('leaves out what is not in sight', () => {
    const { brush, strokes } = remembering()
    expect(drawLevel(brush, level, above, { ...AT, right: 1_000 }, PANE, tool('4'), COLOURS)).toBe(0)
    expect(strokes.flatMap(({ to }) => to)).toEqual([])
  })

  it('lights the moves of one line', () => {
    const { brush, of } = remembering()
    drawLine(brush, level, above, AT, 5, COLOURS)
    expect(of('lit').to).toEqual([
      ['move', 120, 180],
      ['line', 160, 180],
    ])
  })

  it('fits the pane, in its middle, with part zero in sight, and is moved from there', () => {
    expect(reachOf(level, above)).toEqual({ left: 10, right: 30, low: 10, high: 40 })
    const all = joined([reachOf(level, above), null])
    expect(all).toEqual({ left: 0, right: 30, low: 0, high: 40 })
    const still = placeIn(all, PANE, { k: 1, x: 0, y: 0 })
    // 40 high in 300 less two margins of 26.
    expect(still).toEqual({ k: 6.2, right: 200 - 6.2 * 15, up: 150 + 6.2 * 20 })
    expect(placeIn(all, PANE, { k: 2, x: 5, y: -7 })).toEqual({ k: 12.4, right: 2 * still.right + 5, up: 2 * still.up - 7 })
  })

  it('goes to another thread as arrays, and begins with a jump', () => {
    const path = built()
    expect(path.levels[0]!.path.ways[0]).toBe(JUMP)
    expect(arraysOf(path)).toHaveLength(5 * path.levels.length)
    expect(arraysOf(path).every((one) => one instanceof ArrayBuffer)).toBe(true)
  })
})

const ISSUE = '00000000-0000-4000-8000-00000000000a'

/** A thread that reads a text for whatever it is asked, and tells what comes of it. */
function threads(text: string, tells: (path: BuiltPath) => Told[] = (path) => [{ share: 0.5 }, { path }]) {
  const asked: Asked[] = []
  const ended = vi.fn()
  class Thread {
    onmessage: ((event: { data: Told }) => void) | null = null
    onerror: (() => void) | null = null
    postMessage(one: Asked) {
      asked.push(one)
      const all = tells(buildPath([text], one.dialect))
      setTimeout(() => (all.length === 0 ? this.onerror?.() : all.forEach((data) => this.onmessage?.({ data }))))
    }
    terminate = ended
  }
  vi.stubGlobal('Worker', Thread)
  return { asked, ended }
}
const WHOLE = TEXT.join('\n')

describe('having a path made', () => {
  afterEach(() => vi.unstubAllGlobals())
  const wanted = { issue: { id: ISSUE, bytes: WHOLE.length }, dialect: dialectOf(MILL) }
  const running = (of: () => typeof wanted | null = () => wanted) => effectScope().run(() => usePath(of))!

  it('asks a thread for the text of the issue, and says how far it has come', async () => {
    const { asked, ended } = threads(WHOLE, (path) => [{ share: 0.5 }, { path }])
    const { path, progress, trouble } = running()
    expect(progress.value).toBe(0)
    await vi.waitFor(() => expect(path.value).not.toBeNull())
    expect(asked).toEqual([{ url: expect.stringMatching(`/api/programs/${ISSUE}/text$`), bytes: WHOLE.length, dialect: dialectOf(MILL) }])
    expect([progress.value, trouble.value]).toEqual([null, null])
    expect(path.value!.levels[0]!.path.parts.map(({ tool }) => tool)).toEqual(['4', '7'])
    expect(ended).toHaveBeenCalledOnce()
  })

  it('says so when the text does not come, or the thread fails', async () => {
    threads(WHOLE, () => [{ trouble: 'The text did not come.' }])
    const first = running()
    await vi.waitFor(() => expect(first.trouble.value).toBe('The text did not come.'))
    expect([first.path.value, first.progress.value]).toEqual([null, null])
    threads(WHOLE, () => [])
    const second = running()
    await vi.waitFor(() => expect(second.trouble.value).toContain('could not be worked out'))
  })

  it('begins anew for another issue and drops the thread of the one before', async () => {
    const { asked, ended } = threads(WHOLE)
    const id = ref(ISSUE)
    running(() => ({ ...wanted, issue: { id: id.value, bytes: 6 } }))
    id.value = 'other'
    await vi.waitFor(() => expect(asked.map(({ url }) => url.split('/').at(-2))).toEqual([ISSUE, 'other']))
    expect(ended).toHaveBeenCalled()
  })
})

describe('a text that comes in pieces', () => {
  it('is one text again, wherever it was cut, and says how much of it is there', async () => {
    const bytes = new TextEncoder().encode('(½ ROUND)\nG1 X1.')
    // The cut goes through the two bytes of ½.
    const body = new ReadableStream({
      start(to) {
        to.enqueue(bytes.slice(0, 2))
        to.enqueue(bytes.slice(2))
        to.close()
      },
    })
    const shares: number[] = []
    const pieces = await textPieces(new Response(body), bytes.length, (share) => shares.push(share))
    expect(pieces.join('')).toBe('(½ ROUND)\nG1 X1.')
    expect(shares).toEqual([2 / bytes.length, 1])
    await expect(textPieces(new Response('no', { status: 404 }), 2, () => undefined)).rejects.toThrow('404')
  })
})

describe('the path of an issue', () => {
  afterEach(() => vi.unstubAllGlobals())
  const given = {
    issue: { id: ISSUE, lines: TEXT.length, bytes: WHOLE.length },
    machine: MILL,
    plan: { stock: scene().plan!.stock, holding: null, clearance: mm(50) },
    scene: null,
    line: null,
  }

  it('stands in three views, says what each tool cuts, and shows one tool alone', async () => {
    threads(WHOLE)
    const wrapper = put(ProgramPath, given)
    await vi.waitFor(() =>
      expect(wrapper.findAll('[data-view]').map((one) => one.attributes('data-view'))).toEqual(['above', 'front', 'side']),
    )
    const rows = wrapper.findAll('[data-reached]').map((row) => row.findAll('td, th').map((cell) => cell.text()))
    expect(rows).toEqual([
      ['T4', 'G54', '10 to 30', '10 to 10', '\u22122 to 5'],
      ['T7', 'G54', '10 to 12', '40 to 40', '\u22121 to 5'],
    ])
    // The places before the first Z are not known, nor after the change of the tool.
    expect(wrapper.text()).toContain('moves are not drawn')
  })

  it('says that nothing can be drawn where no move can be followed', async () => {
    threads('(nothing)\nM30')
    const wrapper = put(ProgramPath, given)
    await vi.waitFor(() => expect(wrapper.text()).toContain('there is no path to draw'))
  })
})
