import js from '@eslint/js'
import globals from 'globals'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

const NO_CLOCK_OR_CHANCE = [
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'Core takes the time as an argument.',
  },
  {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: 'Core takes the time as an argument.',
  },
  {
    selector: "MemberExpression[object.name='Math'][property.name='random']",
    message: 'Core takes chance as an argument.',
  },
]

// Playwright reads a fixture's needs from its destructuring, so an empty one is meant.
const FIXTURES = { files: ['e2e/support/**/*.ts'], rules: { 'no-empty-pattern': 'off' } }

const LONGEST = (max) => ({ max, skipBlankLines: true, skipComments: true })

/** A table of columns, a list of addresses, one walk over a network or a record: cut up they are harder to follow. */
const READ_BEST_WHOLE = [
  'core/src/diagnosis/diagnose.ts',
  'core/src/music/make/*.ts',
  'core/src/practice/forecastGate.ts',
  'core/src/seam/layoutSeam.ts',
  'core/src/watch/progress.ts',
  'server/src/http/*Routes.ts',
  'server/src/main.ts',
  'server/src/paper/progressPaper.ts',
  'server/src/store/models.ts',
]

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      'vitest.config.ts',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: {
      parserOptions: {
        // One programme for all rooms: each room's own was read again and again. `tsc` holds each to its own.
        project: './tsconfig.lint.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      'no-console': 'error',
    },
  },
  {
    // Longer is two things in one. Markup is read by its shape: one element to a line, so twice as long.
    files: ['**/*.ts'],
    ignores: ['**/*.test.ts', '**/test/**', 'e2e/**', ...READ_BEST_WHOLE],
    rules: { 'max-lines-per-function': ['error', LONGEST(40)] },
  },
  {
    files: ['**/*.tsx'],
    ignores: ['web/src/app/router.tsx'],
    rules: { 'max-lines-per-function': ['error', LONGEST(80)] },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...NO_CLOCK_OR_CHANCE] },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { ...hooks.configs.recommended.rules },
  },
  {
    files: ['**/*.test.ts', '**/test/**/*.ts', 'e2e/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off', 'max-lines': 'off' },
  },
  { files: ['server/src/cli/**/*.ts', 'server/src/main.ts'], rules: { 'no-console': 'off' } },
  { files: ['**/*.{mjs,cjs,js}'], languageOptions: { globals: globals.node } },
  FIXTURES,
)
