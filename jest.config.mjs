const bound = [
  '<rootDir>/tests/support/transform.mjs',
  { jsc: { target: 'es2023', parser: { syntax: 'typescript' } }, module: { type: 'es6' } },
];

/** Unit tests stand beside the code; tests/reference holds what is checked against outside judges. */
export default {
  testEnvironment: 'node',
  roots: ['core', 'formats', 'server', 'cli', 'demo', 'web', 'tests'].map((d) => `<rootDir>/${d}`),
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  // What computes as much as we do: the judge of flat shapes, what makes random values, what checks shapes, what hashes.
  transform: { '^.+\\.ts$': bound, '/(jsts|fast-check|pure-rand|valibot|@noble)/.+\\.m?js$': bound },
  transformIgnorePatterns: ['/node_modules/(?!(jsts|fast-check|pure-rand|valibot|@noble)/)'],
  maxWorkers: 2,
  testTimeout: 600000,
};
