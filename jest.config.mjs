/** Unit tests stand beside the code; tests/reference holds what is checked against outside judges. */
export default {
  testEnvironment: 'node',
  roots: ['core', 'formats', 'server', 'cli', 'demo', 'web', 'tests'].map((d) => `<rootDir>/${d}`),
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { target: 'es2023', parser: { syntax: 'typescript' } }, module: { type: 'es6' } },
    ],
  },
  maxWorkers: 2,
  testTimeout: 60000,
};
