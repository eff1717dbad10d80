import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** Imports of folders that something must not use. */
const off = (message, patterns) => ({
  'no-restricted-imports': [
    'error',
    { patterns: patterns.map(({ group, message: own }) => ({ group, message: own ?? message })) },
  ],
})
// As in a file of what is ignored, a hash that stands first begins a comment.
const folders = names => names.flatMap(name => [`**/${name}/**`, `\\#${name}/**`, `~/${name}/**`])
const frameworks = [
  'vue',
  'vue/*',
  'nuxt',
  'nuxt/*',
  '#imports',
  '#app',
  'pinia',
  'drizzle-orm',
  'drizzle-orm/*',
  'pg',
  'node:*',
  'h3',
  '@vueuse/*',
]

/** Folders of the core from the ground up: quantity, algebra, words and knowledge, gas, circuit, hold, readings and fuel, leaktest, complaint and repair, record on circuit, fuel, complaint and repair, ledger; standin by itself, seeing on readings, hearing by itself, planning on standin and hold, practice on all of these. */
const order = [
  'quantity',
  'algebra',
  'words',
  'knowledge',
  'gas',
  'circuit',
  'hold',
  'readings',
  'fuel',
  'leaktest',
  'complaint',
  'repair',
  'record',
  'ledger',
  'standin',
  'planning',
  'seeing',
  'hearing',
  'practice',
]
const standsOn = {
  quantity: [],
  algebra: [],
  words: [],
  knowledge: [],
  gas: ['quantity'],
  circuit: ['quantity', 'words', 'knowledge'],
  hold: ['quantity', 'algebra', 'words', 'knowledge', 'gas', 'circuit'],
  readings: ['quantity', 'words', 'hold', 'gas'],
  fuel: ['quantity', 'words', 'knowledge', 'gas', 'circuit'],
  leaktest: ['quantity', 'algebra', 'words', 'knowledge', 'gas', 'circuit', 'hold'],
  complaint: ['quantity', 'words', 'knowledge', 'gas', 'circuit', 'hold', 'fuel', 'leaktest'],
  repair: ['quantity', 'words', 'knowledge', 'gas', 'circuit', 'hold', 'fuel', 'leaktest'],
  record: ['circuit', 'fuel', 'complaint', 'repair'],
  ledger: ['quantity', 'words', 'knowledge', 'gas', 'circuit', 'hold', 'leaktest', 'record'],
  // Neither the estimate nor the ledger may know what checks them.
  standin: ['quantity', 'gas', 'hold'],
  // Tries the estimate on simulated tanks.
  planning: ['quantity', 'gas', 'hold', 'standin'],
  // Pictures of instruments become pressures: it knows neither tanks nor what draws its pictures.
  seeing: ['quantity', 'readings'],
  // Sounds: it knows no tanks either.
  hearing: [],
  // Hunts on simulated tanks, and what would have been the best way.
  practice: [
    'quantity',
    'words',
    'knowledge',
    'gas',
    'circuit',
    'hold',
    'fuel',
    'leaktest',
    'complaint',
    'repair',
    'standin',
    'planning',
  ],
}

/** What is imported while the program runs, by its name. */
const fetched = (named, message) => ({ selector: `ImportExpression[source.value=${String(named)}]`, message })

const core = folder => ({
  files: [`core/${folder}/**/*.ts`],
  ignores: ['**/*.test.ts', '**/*.fixture.ts'],
  rules: {
    ...off(`core/${folder} does not stand on that folder.`, [
      { group: frameworks, message: 'core is plain TypeScript: no interface, no database, no I/O.' },
      { group: folders(['shared', 'server', 'app', 'ops']), message: 'core uses nothing of ours.' },
      { group: ['\\#core/**'], message: 'Within core a file is named by where it lies, so that its folder can be told.' },
      { group: order.filter(each => each !== folder && !standsOn[folder].includes(each)).map(each => `../**/${each}/**`) },
    ]),
    'no-restricted-globals': [
      'error',
      'process',
      'window',
      'document',
      'globalThis',
      'crypto',
      'fetch',
      'setTimeout',
      'setInterval',
      'performance',
    ],
    'no-restricted-properties': [
      'error',
      { object: 'Math', property: 'random', message: 'core has no randomness but the seeded one.' },
      { object: 'Date', property: 'now', message: 'core has no clock: take the time as an argument.' },
    ],
    'no-restricted-syntax': [
      'error',
      {
        selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
        message: 'core has no clock: take the time as an argument.',
      },
      fetched(/./, 'core fetches nothing while it runs.'),
    ],
  },
})

export default tseslint.config(
  {
    ignores: [
      '.nuxt/**',
      '.nuxt-build/**',
      '.output/**',
      'node_modules/**',
      'mutation/**',
      'server/db/migrations/**',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/strongly-recommended'],
  {
    files: ['**/*.{ts,vue}'],
    languageOptions: {
      parserOptions: { parser: tseslint.parser, projectService: true, extraFileExtensions: ['.vue'] },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { arguments: false, attributes: false, properties: false } },
      ],
      '@typescript-eslint/await-thenable': 'error',
    },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      'vue/multi-word-component-names': 'off',
      // A prop that may be absent says so by its type.
      'vue/require-default-prop': 'off',
      'eqeqeq': 'error',
      'no-console': ['error', { allow: ['error'] }],
      'prefer-const': 'error',
    },
  },
  ...order.map(core),
  {
    files: ['shared/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      ...off('shared uses core alone.', [
        { group: folders(['app', 'server', 'ops']) },
        { group: frameworks, message: 'shared is read by both sides: no interface, no database, no I/O.' },
      ]),
      'no-restricted-syntax': ['error', fetched(/./, 'shared fetches nothing while it runs.')],
    },
  },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      ...off('app and server meet only in shared and core.', [
        { group: folders(['server', 'ops']) },
        { group: ['pg', 'drizzle-orm', 'drizzle-orm/*', 'node:*'], message: 'app runs in a browser.' },
      ]),
      'no-restricted-syntax': ['error', fetched(/(^|\/|#)(server|ops)\//, 'app and server meet only in shared and core.')],
    },
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      ...off('app and server meet only in shared and core.', [{ group: [...folders(['app', 'ops']), '~/**'] }]),
      'no-restricted-syntax': ['error', fetched(/(^|\/|#|~)(app|ops)\/|^~\//, 'app and server meet only in shared and core.')],
    },
  },
  // More than five are a thing of their own; the rows of two tables are written without the names of their columns.
  { rules: { 'max-params': ['error', 5] } },
  { files: ['core/circuit/kinds/build.ts', 'core/complaint/checks.ts'], rules: { 'max-params': 'off' } },
  { files: ['ops/**', 'server/db/**', '*.mjs', 'tests/**'], rules: { 'no-console': 'off' } },
  { files: ['**/*.mjs'], ...tseslint.configs.disableTypeChecked },
  prettier,
)
