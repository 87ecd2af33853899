/** What computes, run as in the checks: modules are read once for all files, so that a fault is tried in seconds. */
export default {
  rootDir: '..',
  roots: ['<rootDir>/src'],
  testMatch: ['**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '<rootDir>/src/features', '<rootDir>/src/ui'],
  runner: '<rootDir>/cli/light-runner.mjs',
  testTimeout: 60_000,
  setupFiles: ['<rootDir>/cli/light-tests.mjs'],
  setupFilesAfterEnv: ['<rootDir>/mutation/setup.mjs'],
  transform: {},
}
