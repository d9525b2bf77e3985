import { describe, expect, it } from 'vitest'

const FILES = import.meta.glob<string>('../**/*.vue', { query: '?raw', import: 'default', eager: true })

/** What no library has, and what states and surroundings change in more ways than a word in the markup can say. */
const OURS: Record<string, string> = {
  '../parts/DrawingPane.vue': 'the drawing',
  '../parts/WorkingSheet.vue': 'the working: a sheet as on paper, closer the more columns it has',
  '../parts/FigureField.vue': 'the figure field, wide or narrow, asked for or not',
  '../parts/StandingCell.vue': 'what stands, in a table by day and a line on a phone',
  '../places/tools/TypedCell.vue': 'a figure typed in the tools table',
  '../places/tools/ToolsTable.vue': 'columns by the shapes of the tools that are mounted',
  '../places/parts/ListOf.vue': 'rows of fields whose labels stand once',
  '../places/setup/SetupOverview.vue': 'the setup as it would be printed',
  '../routine/RoutinePanes.vue': 'picture, given and working side by side or under each other',
  '../routine/RecordDock.vue': 'the strip that keeps to the foot of the screen',
  '../ui/Rows.vue': 'the one table of the lists',
  './Shell.vue': 'the frame around every place',
}
const FEW = 19

const linesOf = (text: string) =>
  [...text.matchAll(/^<style[^>]*>\n([\s\S]*?)^<\/style>/gm)].flatMap(([, style]) => style!.split('\n').filter((line) => line.trim()))
const counted = Object.entries(FILES).map(([file, text]) => ({ file, lines: linesOf(text).length }))

describe('a style of its own', () => {
  it('has more than a few lines only where the thing is ours', () => {
    expect(counted.length).toBeGreaterThan(150)
    expect(
      counted
        .filter(({ lines }) => lines > FEW)
        .map(({ file }) => file)
        .sort(),
    ).toEqual(Object.keys(OURS).sort())
  })

  it('is under a thousand lines in all', () => {
    expect(counted.reduce((sum, { lines }) => sum + lines, 0)).toBeLessThan(1000)
  })
})
