import eslint from '@eslint/js'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.rook/**', 'packages/server/migrations/**'] },
  eslint.configs.recommended,
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.ts', '**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: {
      // TypeScript knows better what is defined.
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-empty-pattern': 'off',
      complexity: ['error', 20],
      'max-lines': ['error', { max: 420, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      // The core has no clock and no chance: the same figures give the same answer.
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'process', 'setTimeout', 'crypto'],
      'no-restricted-properties': ['error', { object: 'Date', property: 'now' }, { object: 'Math', property: 'random' }],
    },
  },
  {
    files: ['packages/server/**/*.ts', 'demo/**/*.ts', 'bench/**/*.ts'],
    ignores: ['packages/server/drizzle.config.ts'],
    languageOptions: { parserOptions: { project: './packages/server/tsconfig.json', tsconfigRootDir: import.meta.dirname } },
    rules: { '@typescript-eslint/no-floating-promises': 'error', '@typescript-eslint/no-misused-promises': 'error' },
  },
  {
    files: ['packages/web/src/**/*.ts', 'packages/web/src/**/*.vue', 'packages/server/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='split'][arguments.0.value='/']",
          message: 'A key is taken apart by the core alone: parseRegisterKey, taskOf, readoutAbout.',
        },
      ],
    },
  },
  {
    files: ['packages/web/src/places/**/*.ts', 'packages/web/src/places/**/*.vue'],
    ignores: [
      '**/*.test.ts',
      // Figures of which none is a register's: travel, displays, sizes across, what stands out.
      'packages/web/src/places/programs/ProgramFacts.vue',
      'packages/web/src/places/machines/ConnectionLine.vue',
      'packages/web/src/places/gauges/ProbeChart.vue',
      'packages/web/src/places/tools/on-its-machine.ts',
      'packages/web/src/places/setup/BarPlanner.vue',
    ],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '@rook/core',
              importNames: ['asShown'],
              message: 'A register may hold an angle or a code: show it with asRegister of parts/written.ts.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['packages/web/**/*.ts', 'packages/web/**/*.vue'],
    rules: {
      // A page served by plain HTTP from another host has none of these.
      'no-restricted-properties': [
        'error',
        { object: 'crypto', property: 'randomUUID', message: 'Use newId() of client/new-id.ts: there is no randomUUID without HTTPS.' },
        { object: 'crypto', property: 'subtle', message: 'There is no crypto.subtle without HTTPS.' },
        { object: 'navigator', property: 'clipboard', message: 'There is no clipboard without HTTPS.' },
      ],
    },
  },
  {
    files: ['**/*.vue'],
    rules: {
      // How lines are broken is Prettier's to say.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/attributes-order': 'off',
    },
  },
  {
    files: ['packages/web/src/**/*.vue'],
    ignores: [
      // What is made by hand once, for everybody.
      'packages/web/src/ui/**',
      // The fields for figures, with their number pad.
      'packages/web/src/parts/{FigureField,SmallField,NumberPad}.vue',
      'packages/web/src/places/tools/TypedCell.vue',
      // The sheet of the working, typed and as recorded, and the drawing.
      'packages/web/src/parts/{WorkingSheet,WorkingRecord,DrawingPane}.vue',
      // Rows of what stands, each figure ruled by how far it can be trusted.
      'packages/web/src/parts/StandingRows.vue',
      'packages/web/src/places/tools/ToolStands.vue',
    ],
    rules: {
      'vue/no-restricted-html-elements': [
        'error',
        ...['button', 'input', 'select', 'textarea', 'table', 'form', 'dialog', 'fieldset'].map((element) => ({
          element,
          message: 'Ant Design Vue carries the controls: take one of its own, or a wrapper from ui/.',
        })),
      ],
    },
  },
  {
    files: ['scripts/**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        clearTimeout: 'readonly',
        setTimeout: 'readonly',
        fetch: 'readonly',
      },
    },
  },
)
