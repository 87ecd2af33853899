const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Version 9: plans of runs; a run says which step of a plan it is, and what was marked while it ran. */
export function v8ToV9(document: { schemaVersion: number }): { schemaVersion: number } {
  const { runs, ...rest } = document as { schemaVersion: number; runs?: unknown }
  const told = (run: unknown) => (isObject(run) ? { ...run, planned: null, marks: [] } : run)
  return {
    ...rest,
    schemaVersion: 9,
    ...(runs === undefined ? {} : { runs: Array.isArray(runs) ? runs.map(told) : runs }),
    plans: [],
  } as { schemaVersion: number }
}
