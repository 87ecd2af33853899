const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Version 7: a build says what its air comes in by. Until then every inlet had barbs. */
export function v6ToV7(document: { schemaVersion: number }): { schemaVersion: number } {
  const { builds } = document as { builds?: unknown }
  const told = (build: unknown) =>
    isObject(build) && isObject(build.making) ? { ...build, making: { ...build.making, connection: 'barbs' } } : build
  return { ...document, schemaVersion: 7, ...(Array.isArray(builds) ? { builds: builds.map(told) } : {}) }
}
