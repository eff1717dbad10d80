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
const folders = names => names.flatMap(name => [`**/${name}/**`, `#${name}/**`, `~/${name}/**`])
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

/** What each folder of the core does not stand on: from the ground up quantity, words and knowledge, gas, circuit, hold, readings and fuel, leaktest, complaint and repair, ledger; standin by itself, seeing on readings, hearing by itself, planning on standin and hold, practice on all of these. */
const order = [
  'quantity',
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
  'ledger',
  'standin',
  'planning',
  'seeing',
  'hearing',
  'practice',
]
const standsOn = {
  quantity: [],
  words: [],
  knowledge: [],
  gas: ['quantity'],
  circuit: ['quantity', 'words', 'knowledge'],
  hold: ['quantity', 'words', 'knowledge', 'gas', 'circuit'],
  readings: ['quantity', 'words', 'hold', 'gas'],
  fuel: ['quantity', 'words', 'knowledge', 'gas', 'circuit'],
  leaktest: ['quantity', 'words', 'knowledge', 'gas', 'circuit', 'hold'],
  complaint: ['quantity', 'words', 'knowledge', 'gas', 'circuit', 'hold', 'fuel', 'leaktest'],
  repair: ['quantity', 'words', 'knowledge', 'gas', 'circuit', 'hold', 'fuel', 'leaktest'],
  ledger: ['quantity', 'words', 'knowledge', 'gas', 'circuit', 'hold', 'leaktest'],
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

const core = folder => ({
  files: [`core/${folder}/**/*.ts`],
  ignores: ['**/*.test.ts', '**/*.fixture.ts'],
  rules: {
    ...off(`core/${folder} does not stand on that folder.`, [
      { group: frameworks, message: 'core is plain TypeScript: no interface, no database, no I/O.' },
      { group: folders(['shared', 'server', 'app', 'ops']), message: 'core uses nothing of ours.' },
      { group: order.filter(each => each !== folder && !standsOn[folder].includes(each)).map(each => `../**/${each}/**`) },
    ]),
    'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'setTimeout', 'setInterval', 'performance'],
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
    rules: off('shared uses core alone.', [
      { group: folders(['app', 'server', 'ops']) },
      { group: frameworks, message: 'shared is read by both sides: no interface, no database, no I/O.' },
    ]),
  },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: off('app and server meet only in shared and core.', [
      { group: folders(['server', 'ops']) },
      { group: ['pg', 'drizzle-orm', 'drizzle-orm/*', 'node:*'], message: 'app runs in a browser.' },
    ]),
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: off('app and server meet only in shared and core.', [{ group: folders(['app', 'ops']) }]),
  },
  { files: ['ops/**', 'server/db/**', '*.mjs', 'tests/**'], rules: { 'no-console': 'off' } },
  { files: ['**/*.mjs'], ...tseslint.configs.disableTypeChecked },
  prettier,
)
