// Every recipe of CONTRIBUTING.md. `most` is how many files it may take besides tests and the demo's data; a step that is `asked` for is also left out once.
const CORE_TYPES = ['npx', 'tsc', '--noEmit', '-p', 'packages/core']
const TYPES = ['npx', 'tsc', '-p', 'packages/contract']
const core = (...paths) => ['npx', 'vitest', 'run', '--project', 'core', ...paths.map((path) => `packages/core/src/${path}`)]

const FIND = 'packages/core/src/find/zero'
const PLAYS = 'packages/testing/src/plays/part-zero.ts'
/** A play as it stands in a file, under another name. */
const playAgain = (text, from, to) => {
  const begins = text.indexOf(`  '${from}'(chance)`)
  return text.slice(begins, text.indexOf('\n  },\n', begins) + 6).replace(from, to) + '\n'
}

export const RECIPES = [
  {
    name: 'routine',
    most: 4,
    steps: [
      {
        file: `${FIND}/set-height.ts`,
        copy: {
          from: `${FIND}/by-height.ts`,
          words: [
            ["'by-height'", "'set-height'"],
            ['byHeight', 'setHeight'],
            ['Z from a height', 'Z from a set height'],
          ],
        },
      },
      {
        file: `${FIND}/set-height.test.ts`,
        test: true,
        text: `import { expect, it } from 'vitest'\nimport { setHeight } from './set-height.ts'\n\nit('has a name', () => expect(setHeight.name).toBe('Z from a set height'))\n`,
      },
      { file: `${FIND}/index.ts`, before: 'export { middle }', put: "export { setHeight } from './set-height.ts'\n", asked: 'its export' },
      { file: 'packages/core/src/catalogue/routines.ts', before: '  rotaryZero,\n  turnedCorner,\n} from', put: '  setHeight,\n' },
      {
        file: 'packages/core/src/catalogue/routines.ts',
        before: '  rotaryZero,\n  toolLength,',
        put: '  setHeight,\n',
        asked: 'its line in ROUTINES',
      },
      { file: PLAYS, before: "  'from-stock'(chance) {", put: (text) => playAgain(text, 'by-height', 'set-height'), asked: 'a play' },
      { file: PLAYS, before: "  'from-stock': 'stays',", put: "  'set-height': 'stays',\n", asked: 'whether it follows a shift' },
    ],
    checks: [TYPES, core('catalogue/every-routine', 'find/zero/set-height')],
  },
  {
    name: 'check',
    most: 2,
    steps: [
      {
        file: 'packages/core/src/check/round-figure.ts',
        text: `import type { Check } from './finding.ts'

/** A zero that is a whole number of millimetres was more likely typed by heart than read. */
export const roundFigure: Check = {
  id: 'round-figure',
  name: 'read, not remembered',
  applies: { stock: 'block' },
  run: ({ result }) =>
    result.writes
      .filter(({ value, state }) => state === 'set' && value !== 0 && value % 10_000_000 === 0)
      .map(({ value }) => ({
        check: 'round-figure',
        name: 'read, not remembered',
        verdict: 'clear',
        tell: true,
        sentence: 'The figure is a round one. Look at the display once more.',
        figures: [{ label: 'figure', value }],
      })),
}
`,
      },
      {
        file: 'packages/core/src/check/round-figure.test.ts',
        test: true,
        text: `import { MILL, scene } from '@rook/testing'
import { expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { workRegister } from '../register/index.ts'
import { runChecks } from './index.ts'

const found = (value: number) =>
  runChecks({
    scene: scene([], { machine: MILL, plan: null }),
    sheet: {} as never,
    result: { writes: [{ register: workRegister('G54', 'X'), value: mm(value), state: 'set', uncertainty: null, rests: [], assembly: null } as never], readings: [], readouts: [], gauges: [] },
  }).filter(({ check }) => check === 'round-figure')

it('tells of a round figure, and is quiet otherwise', () => {
  expect(found(-310)).toHaveLength(1)
  expect(found(-310.204)).toHaveLength(0)
})
`,
      },
      {
        file: 'packages/core/src/check/index.ts',
        before: 'import { sameAngle }',
        put: "import { roundFigure } from './round-figure.ts'\n",
      },
      { file: 'packages/core/src/check/index.ts', before: '  onPurpose,\n]', put: '  roundFigure,\n', asked: 'its line in CHECKS' },
    ],
    checks: [CORE_TYPES, core('check/round-figure')],
  },
  {
    name: 'property',
    most: 2,
    steps: [
      { file: 'packages/core/src/register/property.ts', before: "'nose' | 'tip' | 'K'", put: "'chamfer' | " },
      {
        file: 'packages/core/src/register/property.ts',
        before: '  nose: { label:',
        put: "  chamfer: { label: 'Corner chamfer', wear: false },\n",
      },
      {
        file: 'packages/core/src/register/property.ts',
        before: '      X: ofTool(',
        put: "      chamfer: ofTool({\n        words: 'chamfer',\n        heading: 'Chamfer',\n        letter: 'D',\n        number: 'diameterOffset',\n        wear: false,\n        neededToCut: 'no',\n        inFile: 'as it is',\n        line: 'chamfer',\n        measure: null,\n      }),\n",
        asked: 'its row',
      },
      {
        file: 'packages/core/src/register/layout.ts',
        instead: "['length', diameterRegister],\n    reach: 'length'",
        put: "['length', diameterRegister, 'chamfer'],\n    reach: 'length'",
      },
      {
        file: 'packages/core/src/values-out/chamfer.test.ts',
        test: true,
        text: `import { MILL, mounted, scene } from '@rook/testing'
import { expect, it } from 'vitest'
import { familyState } from '../tool/index.ts'
import { registerName } from '../register/index.ts'
import { SETTINGS, settingKindsOf } from './setting.ts'

it('is named, has a line of its own under the number D, and no tool waits for it', () => {
  expect(registerName({ family: 'tool', slot: '44', property: 'chamfer', layer: 'geometry' })).toBe('D44 chamfer')
  expect(settingKindsOf(MILL)).toContain('chamfer')
  expect(SETTINGS.chamfer.counts).toBe('diameterOffset')
  const family = { name: 'End mills', called: '4', members: ['4'], inUse: '4', entry: null }
  const words = JSON.stringify(familyState(family as never, scene([], { machine: MILL, tools: [mounted('4', 'em', 'End mill 12')] })))
  expect(words).not.toContain('chamfer')
})
`,
      },
    ],
    checks: [TYPES, core('values-out/chamfer', 'values-out/there-and-back', 'edits/edits')],
  },
  {
    name: 'code',
    most: 1,
    steps: [
      {
        file: 'packages/core/src/program/codes/elsewhere.ts',
        before: '  // What it calls is read',
        put: "  [120, 'whole circle inside', 'motion', 'own', null],\n  [130, 'whole circle inside, the other way', 'motion', 'own', null],\n",
      },
    ],
    checks: [CORE_TYPES, core('program/codes')],
  },
  {
    name: 'fault',
    most: 1,
    steps: [
      {
        file: 'packages/practice/src/faults.ts',
        before: '  nonsense: {',
        put: "  backward: { ...right, what: 'sends the wrong sign', length: (value) => -value },\n",
      },
    ],
    wrongly: [
      {
        words: 'a fault that does nothing',
        steps: [{ file: 'packages/practice/src/faults.ts', before: '  nonsense: {', put: "  idle: { ...right, what: 'does nothing' },\n" }],
      },
    ],
    checks: [
      ['npx', 'tsc', '--noEmit', '-p', 'packages/practice'],
      ['npx', 'vitest', 'run', '--project', 'practice'],
    ],
  },
  {
    name: 'call',
    most: 3,
    steps: [
      {
        file: 'packages/contract/src/gauges/calls.ts',
        before: '  addGauge: {',
        put: "  gaugesDue: { method: 'get', path: '/api/gauges-due', access: 'viewer', patience: 15, oldBy: { gauge: 'any' } },\n",
      },
      {
        file: 'packages/contract/src/gauges/api.ts',
        before: '  addGauge: operation(',
        put: "  gaugesDue: operation('gaugesDue', {\n    summary: 'Gauges whose calibration is due.',\n    response: z.array(gaugeRecord),\n  }),\n",
        asked: 'its schemas',
      },
      {
        file: 'packages/server/src/gauges/routes.ts',
        before: '  serve(app, api.gauges,',
        put: '  serve(app, api.gaugesDue, () => Promise.resolve([]))\n',
      },
    ],
    checks: [TYPES, ['npx', 'vitest', 'run', '--project', 'contract'], ['npx', 'tsc', '-p', 'packages/server']],
  },
  {
    name: 'page',
    most: 3,
    steps: [
      {
        file: 'packages/web/src/places/due/Due.vue',
        text: `<script setup lang="ts">
import { useAnswer } from '../../client/queries.ts'

const gauges = useAnswer('gauges', {})
</script>

<template>
  <div class="page">
    <h1>Due</h1>
    <p v-for="gauge in gauges.data.value ?? []" :key="gauge.id">{{ gauge.name }}</p>
  </div>
</template>
`,
      },
      {
        file: 'layers.config.mjs',
        instead: "'places/handover', 'places/practice'",
        put: "'places/due', 'places/handover', 'places/practice'",
        asked: 'its folder’s place among the layers',
      },
      {
        file: 'packages/web/src/shell/router.ts',
        before: "    { path: '/practice/:machine'",
        put: "    { path: '/due', name: 'due', component: () => import('../places/due/Due.vue') },\n",
      },
    ],
    checks: [
      ['npx', 'vue-tsc', '--noEmit', '-p', 'packages/web'],
      ['npx', 'depcruise', 'packages/web', '--config', '.dependency-cruiser.mjs'],
    ],
  },
  {
    name: 'column',
    most: 4,
    steps: [
      {
        file: 'packages/server/src/base/db/plan-tables.ts',
        before: '    clearance: length(),',
        put: "    coolant: text().$type<'none' | 'flood' | 'air'>().notNull().default('none'),\n",
        asked: 'the column itself',
      },
      {
        file: 'packages/contract/src/plan/plan.ts',
        before: '  clearance: size.nullable(),',
        put: "  coolant: z.enum(['none', 'flood', 'air']).default('none'),\n",
        asked: 'its schema',
      },
      { file: 'packages/core/src/setup/planned.ts', before: '  clearance: Nm | null\n', put: "  coolant: 'none' | 'flood' | 'air'\n" },
      {
        file: 'packages/core/src/setup/differences.ts',
        before: "  clearance: { name: 'Height that clears everything'",
        put: "  coolant: { name: 'Coolant', say: (value) => String(value) },\n",
        asked: 'how its change is told',
      },
      { file: 'demo/operations/planned.ts', test: true, before: '      clearance: length(', put: "      coolant: 'none',\n" },
      { file: 'packages/server/test/plan.test.ts', test: true, before: '  clearance: mm(40),', put: "  coolant: 'none',\n" },
    ],
    checks: [['npx', 'tsc', '-p', 'packages/server'], core('setup')],
  },
]
