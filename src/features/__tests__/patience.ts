/** How long a test waits for what a screen shows later; the library's own second is too short on a loaded machine. */
if (typeof document !== 'undefined') {
  const { configure } = jest.requireActual<{ configure: (options: { asyncUtilTimeout: number }) => void }>(
    '@testing-library/dom',
  )
  configure({ asyncUtilTimeout: 20_000 })
}
