/**
 * A fault that the tests let pass once: what stands in a file, what is put in its place, and the tests that must find
 * it now.
 */
export interface NamedFault {
  readonly name: string
  readonly file: string
  readonly was: string
  readonly becomes: string
  readonly tests: readonly string[]
}

/** The same by its parts. */
export const fault = (name: string, file: string, was: string, becomes: string, ...tests: string[]): NamedFault => ({
  name,
  file,
  was,
  becomes,
  tests,
})
