const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const FOLLOWS = { kind: 'follows' } as const

/** Version 10: a ball says how it goes shut; until now it was taken to follow its pin. */
export function v9ToV10(document: { schemaVersion: number }): { schemaVersion: number } {
  const { builds } = document as { schemaVersion: number; builds?: unknown }
  const moved = (build: unknown) => {
    if (!isObject(build) || !isObject(build.machine)) return build
    const { machine } = build
    if (machine.family !== 'single-acting-engine' || !isObject(machine.ball)) return build
    return { ...build, machine: { ...machine, ball: { ...machine.ball, motion: FOLLOWS } } }
  }
  return {
    ...document,
    schemaVersion: 10,
    ...(builds === undefined ? {} : { builds: Array.isArray(builds) ? builds.map(moved) : builds }),
  } as { schemaVersion: number }
}
