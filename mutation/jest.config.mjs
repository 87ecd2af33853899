import { sandboxed } from '../jest.sandbox.mjs'

/** Faults are told apart by which test files come by them: each file reads its modules anew. */
export default () =>
  sandboxed({
    rootDir: '..',
    roots: ['<rootDir>/src', '<rootDir>/cli'],
    testTimeout: 60_000,
    setupFilesAfterEnv: ['<rootDir>/src/features/__tests__/patience.ts', '<rootDir>/mutation/setup.cjs'],
  })
