const screens = ['<rootDir>/src/features', '<rootDir>/src/ui']

// What computes is run by Node itself, which reads TypeScript through this. In processes of its own: `-i` is not for
// it.
process.env.NODE_OPTIONS = '--import tsx'

/** @returns {import('jest').Config} */
export default () => ({
  // Generous, since a machine that runs two suites at once may be several times slower than this one.
  testTimeout: 60_000,
  // With one, files would run in this process, which reads no TypeScript.
  maxWorkers: 2,
  projects: [
    {
      // What has no page runs without a sandbox for each file: modules are read once for all files, and arithmetic runs
      // at full speed.
      displayName: 'core',
      runner: '<rootDir>/cli/light-runner.mjs',
      roots: ['<rootDir>/src', '<rootDir>/cli'],
      testMatch: ['**/*.test.ts'],
      testPathIgnorePatterns: ['/node_modules/', ...screens],
      setupFiles: ['<rootDir>/cli/light-tests.mjs'],
      transform: {},
    },
    {
      // So with what draws, in a browser's document that all files of a process share.
      displayName: 'screens',
      runner: '<rootDir>/cli/light-runner.mjs',
      roots: screens,
      testMatch: ['**/*.test.{ts,tsx}'],
      setupFiles: ['<rootDir>/src/features/__tests__/kit/browser.mjs'],
      setupFilesAfterEnv: ['<rootDir>/src/features/__tests__/kit/after.ts'],
      transform: {},
    },
  ],
})
