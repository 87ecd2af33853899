'use client'
import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { ask, lookAt, onResult, results, wanted, type MeasuredResult } from '../../measured'
import type { Run } from '../../project/document'
import { useProject, useStore } from '../../store'

export type RunResult = MeasuredResult

/** Results of measurements by `key`, worked out in a worker and kept. Those without a recording are left out. */
function useResults(
  runs: readonly Run[],
  of: (run: Run) => readonly { readonly key: string; readonly measurement: Run['measurements'][number] }[],
): ReadonlyMap<string, RunResult> {
  const store = useStore()
  const project = useProject()
  const known = useSyncExternalStore(onResult, results, results)
  const asked = useMemo(
    () =>
      runs.flatMap((run) =>
        of(run).flatMap(({ key, measurement }) => {
          const found = wanted(project, run, measurement)
          return found ? [{ key, found }] : []
        }),
      ),
    [project, runs, of],
  )
  useEffect(() => asked.forEach(({ found }) => ask(store, found)), [store, asked])
  return new Map(asked.map(({ key, found }) => [key, known.of(found)]))
}

const first = (run: Run) => [{ key: run.id, measurement: run.measurements[0] }]
const each = (run: Run) => run.measurements.map((measurement) => ({ key: measurement.id, measurement }))
const NONE: readonly Run[] = []

/** Results of runs by run id: of each its first measurement. */
export const useReductions = (runs: readonly Run[]): ReadonlyMap<string, RunResult> => useResults(runs, first)

/** Results of one run by measurement id; that of the measurement looked at comes first. */
export function useMeasurements(run: Run | null, lookedAt: string | null): ReadonlyMap<string, RunResult> {
  const project = useProject()
  useEffect(() => {
    if (run && lookedAt !== null) lookAt(project, run, lookedAt)
  }, [project, run, lookedAt])
  const own = useMemo(() => (run ? [run] : NONE), [run])
  return useResults(own, each)
}
