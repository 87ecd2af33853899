import { linearLeastSquares } from '../../statistics'
import { fitCourse, gaugeCourse, stepsOf, type Course, type Fitted } from './fit-course'
import { noiseAlone, OTHER_WALLS, type Task } from './heats'

/** A gauge and a valve that are slow, s: estimates. */
const OF_GAUGE = { key: 'lagS', value: 0, spread: 1 } as const
const OF_VALVE = { key: 'rampS', value: 0, spread: 2 } as const
type Slow = typeof OF_GAUGE | typeof OF_VALVE

/** Of the squares that a reading has: what a round corner must gain. */
const ROUND = 12
/** What is slow is sought from this share of the recording on, where a straight step promises so much. */
const BEGUN = 1 / 70
const PROMISES = 4

/** What is left of the squares, were each course straight in its numbers: without and with each of what is slow. */
function promised({ data, known }: Task, { course, wall }: Fitted, by: number) {
  const at = (c: Course, w: number) => gaugeCourse(c, w, known, data.t)
  const now = at(course, wall)
  const steps = stepsOf(data)
  const columnOf = (there: readonly number[], step: number) => there.map((p, i) => (p - now[i]) / step)
  const columns = [
    ...(['startPa', 'lnArea', 'opensS'] as const).map((key) =>
      columnOf(at({ ...course, [key]: course[key] + steps[key] }, wall), steps[key]),
    ),
    ...(wall > 0 && Number.isFinite(wall) ? [columnOf(at(course, wall * Math.exp(steps.lnWall)), steps.lnWall)] : []),
  ]
  const off = data.p.map((p, i) => p - now[i])
  const leftOf = (of: readonly (readonly number[])[]) => {
    const rows = off.map((_, i) => of.map((column) => column[i]))
    const { parameters, status } = linearLeastSquares(rows, off, data.n, 'residual')
    if (status !== 'fitted') return Infinity
    return rows.reduce((s, r, i) => s + data.n[i] * (off[i] - r.reduce((a, x, k) => a + x * parameters[k], 0)) ** 2, 0)
  }
  const slow = [OF_GAUGE, OF_VALVE].map(({ key }) => columnOf(at({ ...course, [key]: by }, wall), by))
  return { sharp: leftOf(columns), round: Math.min(...slow.map((column) => leftOf([...columns, column]))) }
}

/**
 * Whether the corner of the opening is round, and as of what: a gauge that follows behind (first order), or a valve that
 * opens evenly. Either makes a hole too small, by 1.5 % on average for a gauge of 0.3 s and falls of 8 to 40 s, where it
 * is taken for sharp. Null where a sharp one fits as well.
 * `task`: of a vessel that is shut at first. `sharp`: the best of a sharp corner, which may have made the wall another;
 * `start`: a first guess, with the wall that is usual.
 */
export function slowOpening(
  task: Task,
  sharp: Fitted,
  start: Course,
): { readonly of: Slow; readonly fit: Fitted } | null {
  const { data, known, own, noisePa } = task
  const by = BEGUN * (data.t[data.t.length - 1] - data.t[0])
  const { sharp: left, round } = promised(task, sharp, by)
  if (noiseAlone(sharp, task) && !(round < left * (1 - PROMISES / data.t.length))) return null
  const usual = (more: number) => ({ ...sharp.course, lnArea: start.lnArea, lnWall: start.lnWall + more })
  let best: { readonly of: Slow; readonly fit: Fitted } | null = null
  const limit = sharp.wall === 0 || sharp.wall === Infinity
  const begins = [
    { course: sharp.course, heat: limit ? sharp.wall : ('found' as const) },
    ...[0, ...OTHER_WALLS].map((more) => ({ course: usual(more), heat: 'found' as const })),
  ]
  for (const { course, heat } of begins) {
    for (const slow of [OF_GAUGE, OF_VALVE]) {
      const begun = { ...course, [slow.key]: by, opensS: course.opensS - by }
      const fit = fitCourse(data, begun, heat, known, true, heat === 'found' ? [slow, ...own] : [slow], noisePa ** 2)
      if (!best || fit.chi2 < best.fit.chi2) best = { of: slow, fit }
    }
    if (best && noiseAlone(best.fit, task)) break
  }
  return best && best.fit.chi2 < sharp.chi2 * (1 - ROUND / data.t.length) ? best : null
}
