import nextJest from 'next/jest.js'
import type { Config } from 'jest'

const config: Config = {
  // Tests run in a context of their own, where every use of a global name is slow: these are handed to each module instead, and computing takes a third of the time.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Array',
    'Object',
    'Float64Array',
    'Map',
    'Set',
    'JSON',
    'String',
    'Infinity',
    'Int32Array',
  ],
  testEnvironment: 'node',
  testMatch: ['**/*.test.{ts,tsx}'],
  // Generous, since a machine that runs two suites at once may be several times slower than this one.
  testTimeout: 60_000,
  setupFilesAfterEnv: ['<rootDir>/src/features/__tests__/patience.ts'],
  roots: ['<rootDir>/src', '<rootDir>/cli'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^manifold-3d$': '<rootDir>/node_modules/manifold-3d/manifold.js',
  },
}

/** Packages that ship only ES modules. */
const modern = [
  'ml-[^/]+',
  'is-any-array',
  '@jscadui/3mf-export',
  'manifold-3d',
  'fmin',
  'three',
  'tinykeys',
  'fflate',
  '@tarikjabiri/dxf',
  'fast-xml-parser',
  'svg-path-properties',
  '@nodable/[^/]+',
  'path-expression-matcher',
  'strnum',
  'fast-xml-builder',
  'xml-naming',
]

export default async (): Promise<Config> => {
  const made = await nextJest({ dir: './' })(config)()
  return {
    ...made,
    transformIgnorePatterns: [`/node_modules/(?!(${modern.join('|')})/)`, '^.+\\.module\\.(css|sass|scss)$'],
  }
}
