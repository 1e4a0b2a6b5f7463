import prettier from 'eslint-config-prettier'
import jsdoc from 'eslint-plugin-jsdoc'
import regexp from 'eslint-plugin-regexp'
import accessibility from 'eslint-plugin-vuejs-accessibility'
import withNuxt from './.nuxt/eslint.config.mjs'
import { coreComments } from './lint/coreComments.mjs'

const noImports = (patterns, message) => ({
  'no-restricted-imports': ['error', { patterns: patterns.map(group => ({ group: [group], message })) }],
})
const clock = [
  { object: 'Date', property: 'now', message: 'core takes the time as an argument' },
  { object: 'Math', property: 'random', message: 'core takes randomness as an argument' },
]

// Arrows go one way: app → shared → core, server → shared → core. Core's own tsconfig keeps DOM, Node and Vue out as well.
const longYet = [
  'app/composables/useBayStep.ts',
  'app/composables/useCar.ts',
  'app/composables/useLaidPictures.ts',
  'app/composables/useSheetDraft.ts',
  'core/fluid/estimateFluid.ts',
  'core/job/steps/stepOfBody.ts',
  'core/kit/listKit.ts',
  'core/kit/listTools.ts',
  'core/photo/reconstructLine.ts',
  'core/plan/clock/scheduleTasks.ts',
  'launch/cluster.mjs',
  'server/utils/stream.ts',
  'server/utils/writeRecordPdf.ts',
]

export default withNuxt(
  { ignores: ['.efferent/**', '.output/**', 'test-results/**', 'playwright-report/**'] },
  prettier,
  ...accessibility.configs['flat/recommended'],
  {
    files: ['**/*.ts', '**/*.mjs', '**/*.vue'],
    rules: {
      'no-console': ['error', { allow: ['error'] }],
      // Prettier gives the shape; what it cannot break (a long sentence) is the only line over 140.
      'max-len': ['error', { code: 140, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off',
      // Around its field or named by it: either tells which label is whose.
      // A dialog that asks for one thing begins in its field.
      'vuejs-accessibility/no-autofocus': 'off',
      'vuejs-accessibility/label-has-for': ['error', { required: { some: ['nesting', 'id'] } }],
    },
  },
  {
    // A pattern whose worst case is more than its text is long lets whoever types a text decide how long it takes.
    files: ['{app,core,server,shared}/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential' }],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    plugins: { jsdoc, local: { rules: { 'core-comments': coreComments } } },
    rules: {
      ...noImports(
        ['**/shared/**', '**/server/**', '**/app/**', '#shared/**', 'vue', 'zod', 'pg', 'node:*', 'h3'],
        'core imports only core',
      ),
      // What core offers says what it is, in which units, how it fails, and where its formula is from.
      'local/core-comments': 'error',
      'jsdoc/require-jsdoc': [
        'error',
        {
          publicOnly: true,
          enableFixer: false,
          require: { FunctionDeclaration: true, ArrowFunctionExpression: true, ClassDeclaration: true },
        },
      ],
      'no-restricted-properties': ['error', ...clock],
      'no-restricted-syntax': [
        'error',
        { selector: 'NewExpression[callee.name="Date"][arguments.length=0]', message: 'core takes the time as an argument' },
      ],
    },
  },
  {
    files: ['shared/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: noImports(['**/server/**', '**/app/**', 'vue', 'pg', 'node:*', 'h3'], 'shared imports only core and zod'),
  },
  {
    // What brings an old version up knows that version and the next, and nothing of today.
    files: ['shared/schemas/*OfVersion*.ts'],
    rules: noImports(['**/core/**', './*', '../*'], 'an upcaster keeps its own copy of what its version had'),
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['server/sql/**'],
    rules: { ...noImports(['**/app/**', 'vue', 'pinia', '#app/**'], 'server never touches the interface') },
  },
  {
    files: ['server/api/**/*.ts', 'server/services/**/*.ts', 'server/utils/**/*.ts', 'app/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'Literal[value=/^\\s*(select|insert into|update|delete from|lock table) /i]',
          message: 'SQL stands in server/sql only',
        },
        {
          selector: 'TemplateElement[value.raw=/^\\s*(select|insert into|update|delete from) /i]',
          message: 'SQL stands in server/sql only',
        },
      ],
    },
  },
  // What does not fit on two screens is two things.
  { files: ['app/**/*.vue'], rules: { 'max-lines': ['error', 200] } },
  // Nor what does not fit on one. `longYet`: written before the rule, to be split when they are touched; the list only gets shorter.
  {
    files: ['{app,core,shared,server,launch,cli}/**/*.{ts,mjs,vue}'],
    ignores: ['**/*.test.ts', ...longYet],
    rules: { 'max-lines-per-function': ['error', { max: 80, skipComments: true, skipBlankLines: true }] },
  },
  {
    files: ['app/**/*.ts', 'app/**/*.vue'],
    ignores: ['**/*.test.ts'],
    rules: noImports(['**/server/**', '~~/server/**', 'pg', 'node:*'], 'app reaches the server through the API only'),
  },
)
