import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** Imports point one way: app and server use shared and core; core uses nothing of ours; app and server never meet. */
const off = (message, ...folders) => ({ 'no-restricted-imports': ['error', { patterns: folders.map(group => ({ group: [`**/${group}/**`, `#${group}/**`, `~/${group}/**`, `../${group}/*`], message })) }] })
const frameworks = ['vue', 'vue/*', 'nuxt', 'nuxt/*', '#imports', '#app', 'pinia', 'drizzle-orm', 'drizzle-orm/*', 'pg', 'node:*', 'h3']
const coreOff = (folders, message) => ({
  'no-restricted-imports': ['error', { patterns: [
    { group: frameworks, message: 'core is plain TypeScript: no interface, no database, no I/O.' },
    { group: ['**/shared/**', '**/server/**', '**/app/**', '**/ops/**', '#shared/**'], message: 'core uses nothing of ours.' },
    ...(folders.length ? [{ group: folders.map(folder => `../${folder}/*`), message }] : []),
  ] }],
  'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'setTimeout', 'setInterval'],
  'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'core has no randomness but the seeded one.' }, { object: 'Date', property: 'now', message: 'core has no clock: take the time as an argument.' }],
})
const all = ['gas', 'leaktest', 'circuit', 'complaint', 'fuel', 'repair', 'ledger', 'standin']
const order = { quantity: all, gas: all.filter(each => each !== 'gas'), leaktest: ['complaint', 'repair', 'ledger', 'standin'], fuel: ['complaint', 'repair', 'ledger', 'standin'], circuit: ['complaint', 'repair', 'ledger', 'standin'], complaint: ['ledger', 'standin'], repair: ['ledger', 'standin'], ledger: ['standin', 'repair', 'complaint'], standin: ['leaktest', 'ledger', 'circuit', 'complaint', 'repair'] }

export default tseslint.config(
  { ignores: ['.nuxt/**', '.output/**', 'node_modules/**', 'server/db/migrations/**', 'test-results/**', 'playwright-report/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false }],
      'vue/multi-word-component-names': 'off',
      'eqeqeq': 'error',
      'no-console': ['error', { allow: ['error'] }],
      'prefer-const': 'error',
    },
  },
  ...Object.entries(order).map(([folder, folders]) => ({
    files: [`core/${folder}/**/*.ts`], ignores: ['**/*.test.ts'],
    rules: coreOff(folders, `core/${folder} does not stand on that folder.`),
  })),
  { files: ['shared/**/*.ts'], rules: off('shared uses core alone.', 'app', 'server') },
  { files: ['app/**/*.{ts,vue}'], rules: off('app and server meet only in shared and core.', 'server') },
  { files: ['server/**/*.ts'], rules: off('app and server meet only in shared and core.', 'app') },
  { files: ['ops/**', 'server/db/**', '*.mjs', 'tests/**'], rules: { 'no-console': 'off' } },
)
