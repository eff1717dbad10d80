export default {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/{core,shared,server,app,ops}/**/*.test.ts'],
  modulePathIgnorePatterns: ['<rootDir>/.output', '<rootDir>/.nuxt'],
  transform: {
    '^.+\\.ts$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } }],
  },
  moduleNameMapper: { '^#core/(.*)$': '<rootDir>/core/$1', '^#shared/(.*)$': '<rootDir>/shared/$1' },
  // Globals of a sandbox are slow to look up; these are looked up in every inner loop.
  sandboxInjectedGlobals: ['Object', 'Math', 'Float64Array', 'Number', 'Infinity', 'Array', 'Map'],
  testTimeout: 60_000,
}
