import { linearLeastSquares, mean } from '../../statistics'
import { tankPressures, type TankModel } from './tank-model'

const BINS = 200
const ROUNDS = 25

export interface Binned {
  readonly t: number[]
  readonly p: number[]
  readonly n: number[]
}

/** Means over even stretches of time. */
export function binned(time: readonly number[], gauge: readonly number[]): Binned {
  const width = (time[time.length - 1] - time[0]) / BINS
  const out: Binned = { t: [], p: [], n: [] }
  for (let i = 0; i < time.length;) {
    const end = time[i] + width
    let [sumT, sumP, count] = [0, 0, 0]
    for (; i < time.length && (count === 0 || time[i] < end); i++, count++) {
      sumT += time[i]
      sumP += gauge[i]
    }
    out.t.push(sumT / count)
    out.p.push(sumP / count)
    out.n.push(count)
  }
  return out
}

export interface Course {
  readonly startPa: number
  readonly opensS: number
  readonly lnArea: number
  readonly lnWall: number
}

export interface Fitted {
  readonly course: Course
  readonly wall: number
  readonly chi2: number
  readonly scatter: number
  /** By how much the variance is larger since neighbours err together. */
  readonly wider: number
  readonly covariance: readonly (readonly number[])[]
}

/** The course that fits best, by damped Gauss–Newton steps with differences for slopes (Marquardt 1963). */
export function fitCourse(
  data: Binned,
  start: Course,
  heat: 'found' | number,
  known: Omit<TankModel, 'startPaAbs' | 'effectiveAreaM2' | 'wallWPerK'>,
  opens: boolean,
): Fitted {
  const free: (keyof Course)[] = [
    'startPa',
    ...(opens ? (['opensS'] as const) : []),
    'lnArea',
    ...(heat === 'found' ? (['lnWall'] as const) : []),
  ]
  const steps: Course = { startPa: 50, opensS: 0.01 * (data.t[1] - data.t[0]) + 1e-4, lnArea: 1e-4, lnWall: 1e-2 }
  const wallOf = (c: Course) => (heat === 'found' ? Math.exp(c.lnWall) : heat)
  const at = (c: Course): number[] => {
    const after = data.t.map((t) => Math.max(0, t - c.opensS))
    return tankPressures(
      { ...known, startPaAbs: c.startPa + known.roomPaAbs, effectiveAreaM2: Math.exp(c.lnArea), wallWPerK: wallOf(c) },
      after,
    ).map((p) => p - known.roomPaAbs)
  }
  const chiOf = (p: readonly number[]) => p.reduce((s, v, i) => s + data.n[i] * (data.p[i] - v) ** 2, 0)
  let course = start
  let now = at(course)
  let chi = chiOf(now)
  let damping = 1e-3
  let covariance: readonly (readonly number[])[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const moved = free.map((key) => at({ ...course, [key]: course[key] + steps[key] }))
    const rows = data.t.map((_, i) => moved.map((m, k) => (m[i] - now[i]) / steps[free[k]]))
    const off = data.p.map((v, i) => v - now[i])
    const plain = linearLeastSquares(rows, off, data.n, 'residual')
    if (plain.status === 'fitted') covariance = plain.covariance
    // rows of the damping hold each step back by its own size
    const size = free.map((_, k) => Math.sqrt(rows.reduce((s, r, i) => s + data.n[i] * r[k] ** 2, 0)))
    const damped = linearLeastSquares(
      [...rows, ...free.map((_, k) => free.map((__, j) => (j === k ? size[k] * Math.sqrt(damping) : 0)))],
      [...off, ...free.map(() => 0)],
      [...data.n, ...free.map(() => 1)],
      'residual',
    )
    if (damped.status !== 'fitted') break
    const limit: Course = { startPa: Infinity, opensS: Infinity, lnArea: 0.7, lnWall: 1.5 }
    const next = { ...course }
    free.forEach((key, k) => {
      const by = Math.max(-limit[key], Math.min(limit[key], damped.parameters[k]))
      Object.assign(next, { [key]: course[key] + by })
    })
    const there = at(next)
    const better = chiOf(there)
    if (better <= chi) {
      const gained = chi - better
      ;[course, now, chi, damping] = [next, there, better, Math.max(1e-9, damping / 5)]
      if (gained < 1e-9 * chi) break
    } else if (damping > 1e6) break
    else damping *= 8
  }
  // what is left of one stretch to the next is no noise: readings that err together count for less
  const left = data.p.map((v, i) => (v - now[i]) * Math.sqrt(data.n[i]))
  const square = left.reduce((s, v) => s + v * v, 0)
  const next = left.slice(1).reduce((s, v, i) => s + v * left[i], 0)
  const alike = Math.min(0.95, Math.max(0, next / square))
  const wider = (1 + alike) / (1 - alike)
  const size = free.length
  const full = (['startPa', 'opensS', 'lnArea', 'lnWall'] as const).map((row) =>
    (['startPa', 'opensS', 'lnArea', 'lnWall'] as const).map((column) => {
      const [j, k] = [free.indexOf(row), free.indexOf(column)]
      return j < 0 || k < 0 || covariance.length < size ? 0 : wider * covariance[j][k]
    }),
  )
  return {
    course,
    wall: wallOf(course),
    chi2: chi,
    wider,
    scatter: Math.sqrt(mean(data.p.map((v, i) => (v - now[i]) ** 2))),
    covariance: full,
  }
}
