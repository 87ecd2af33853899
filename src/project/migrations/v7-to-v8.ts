const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * Columns by what they are in place of three fixed ones. A trace's own column is called `signal`, whatever its rig
 * records.
 */
function mapped(mapping: unknown): unknown {
  if (!isObject(mapping) || mapping.kind !== 'table') return mapping
  const { kind, dialect, timeColumn, signalColumn, pressureColumn, timeUnit, signalUnit, ...rest } = mapping
  const columns = {
    time: { header: timeColumn, unit: timeUnit },
    signal: { header: signalColumn, unit: signalUnit },
    ...(typeof pressureColumn === 'string' ? { pressure: { header: pressureColumn, unit: '' } } : {}),
  }
  return { kind, dialect, columns, ...rest }
}

/**
 * Version 8: a table's columns are mapped by role, as many as its method reads. Until then there were time, signal and
 * pressure.
 */
export function v7ToV8(document: { schemaVersion: number }): { schemaVersion: number } {
  const { runs } = document as { runs?: unknown }
  const told = (run: unknown) =>
    isObject(run) && Array.isArray(run.measurements)
      ? {
          ...run,
          measurements: run.measurements.map((m: unknown) =>
            isObject(m) && 'mapping' in m ? { ...m, mapping: mapped(m.mapping) } : m,
          ),
        }
      : run
  return { ...document, schemaVersion: 8, ...(Array.isArray(runs) ? { runs: runs.map(told) } : {}) }
}
