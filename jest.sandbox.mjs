import nextJest from 'next/jest.js'

/** Packages that ship only ES modules: a sandbox reads none, so that they are translated. */
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

/**
 * Tests with a sandbox for each file: for screens, and for faults planted on purpose, where each file has to read its
 * modules anew.
 * @param {import('jest').Config} more
 * @returns {Promise<import('jest').Config>}
 */
export async function sandboxed(more) {
  const made = await nextJest({ dir: './' })({
    // In a sandbox every use of a global name is slow: these are handed to each module instead, and computing takes a
    // third of the time.
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
    setupFilesAfterEnv: ['<rootDir>/src/features/__tests__/patience.ts'],
    moduleNameMapper: {
      '^@/(.*)$': '<rootDir>/src/$1',
      '^manifold-3d$': '<rootDir>/node_modules/manifold-3d/manifold.js',
    },
    ...more,
  })()
  return {
    ...made,
    transformIgnorePatterns: [`/node_modules/(?!(${modern.join('|')})/)`, '^.+\\.module\\.(css|sass|scss)$'],
  }
}
