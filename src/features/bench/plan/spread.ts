import type { Run } from '../../../project/document'
import { measuredFigure } from '../../../project/measuring'
import { mean } from '../../../core/statistics'
import type { RunResult } from '../../shared'

/** Fewer runs than this say no spread. */
const LEAST = 3
/** Runs within this share of pressure are repeats of one another. */
const ALIKE = 0.03

/**
 * Spread from run to run of a figure, as a share: of runs at one pressure, pooled over pressures. Null with fewer than
 * three at any.
 */
export function spreadOf(
  runs: readonly Run[],
  results: ReadonlyMap<string, RunResult>,
  figureId: string,
): number | null {
  const groups: { readonly pa: number; readonly values: number[] }[] = []
  for (const run of runs) {
    const result = results.get(run.id)
    const figure = result?.status === 'done' ? measuredFigure(result.measured, figureId) : null
    if (!figure || !(figure.value > 0)) continue
    const group = groups.find((g) => Math.abs(run.gaugePressurePa / g.pa - 1) < ALIKE)
    if (group) group.values.push(figure.value)
    else groups.push({ pa: run.gaugePressurePa, values: [figure.value] })
  }
  const usable = groups.filter((g) => g.values.length >= LEAST)
  const squares = usable.flatMap(({ values }) => {
    const m = mean(values)
    return values.map((v) => (v / m - 1) ** 2)
  })
  const freedom = squares.length - usable.length
  return freedom > 0 ? Math.max(0.001, Math.sqrt(squares.reduce((a, b) => a + b, 0) / freedom)) : null
}
