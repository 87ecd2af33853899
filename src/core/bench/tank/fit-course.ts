import { CP, GAS_CONSTANT } from '../../air'
import { linearLeastSquares, mean } from '../../statistics'
import { tankPressures, type TankModel } from './tank-model'

const BINS = 200
const ROUNDS = 25
/** A step that takes off less than this share of the squares is the last. */
const SETTLED = 1e-6

export interface Binned {
  readonly t: number[]
  readonly p: number[]
  readonly n: number[]
}

/** A stretch ends where the pressure has changed by this share of its fall, and by so many times its noise. */
const [STEP_SHARE, STEP_NOISE] = [0.01, 5] as const
/** Stretches on either side of the opening that are so many times as short: their mean is not on the bend. */
const [ABOUT_OPENING, SHORTER] = [1.5, 50] as const

/** Means over even stretches of time, shorter where the pressure falls fast and about the opening. */
export function binned(
  time: readonly number[],
  gauge: readonly number[],
  of: { readonly noisePa: number; readonly fallPa: number; readonly opensS: number },
): Binned {
  const width = (time[time.length - 1] - time[0]) / BINS
  const most = Math.max(STEP_SHARE * of.fallPa, STEP_NOISE * of.noisePa)
  const out: Binned = { t: [], p: [], n: [] }
  for (let i = 0; i < time.length;) {
    const bends = Math.abs(time[i] - of.opensS) < ABOUT_OPENING * width
    const end = time[i] + (bends ? width / SHORTER : width)
    const firstPa = gauge[i]
    let [sumT, sumP, count] = [0, 0, 0]
    for (; i < time.length && (count === 0 || (time[i] < end && Math.abs(gauge[i] - firstPa) < most)); i++, count++) {
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
  /** Share of its area that the hole has lost once the pressure is the room's. */
  readonly areaFalls: number
  /** Power of the air that is left with which the wall's heat goes. */
  readonly wallFalls: number
  /** What the air holds at the start over what its wall does: none of a wall that stays as warm as it was. */
  readonly wallCools: number
  /** By how much the air is warmer than the wall at the opening, K: filling has warmed it. */
  readonly warmerK: number
  /** By how much the gauge is slow, s. */
  readonly lagS: number
  /** How long the valve takes to open, evenly, s. */
  readonly rampS: number
}
type Key = keyof Course
const KEYS = ['startPa', 'opensS', 'lnArea', 'lnWall'] as const

export interface Fitted {
  readonly course: Course
  readonly wall: number
  readonly chi2: number
  readonly scatter: number
  /** By how much the variance is larger since neighbours err together. */
  readonly wider: number
  /** Of the start, the moment of opening, and the logarithms of area and wall. */
  readonly covariance: readonly (readonly number[])[]
  /** Standard uncertainty of what the area loses; 0 where none was sought. */
  readonly areaFallsU: number
}

/** What is known beforehand of one number: about so much, give or take. */
export interface Foreknown {
  readonly key: Key
  readonly value: number
  readonly spread: number
}

/** No step is longer, and nothing goes further: beyond stands no vessel. */
const LONGEST: Partial<Course> = {
  lnArea: 0.7,
  lnWall: 1.5,
  areaFalls: 0.1,
  wallFalls: 0.4,
  wallCools: 0.1,
  warmerK: 10,
}
const ENDS: Partial<Record<Key, readonly [number, number]>> = {
  areaFalls: [-0.3, 0.6],
  wallFalls: [-0.8, 2.5],
  wallCools: [-0.2, 0.6],
  warmerK: [-30, 80],
  lagS: [0, 30],
  rampS: [0, 60],
}
const within = (key: Key, value: number) => {
  const [least, most] = ENDS[key] ?? [-Infinity, Infinity]
  return Math.min(most, Math.max(least, value))
}

/**
 * For how long a valve that opens evenly would have had to stand open to let out as much, s: for as long as it has, less
 * half of what it took. Exact where the wall gives no heat or all; else for what it gives meanwhile.
 */
export const openFor = (sinceS: number, rampS: number): number => {
  if (sinceS <= 0) return 0
  return sinceS < rampS ? sinceS ** 2 / (2 * rampS) : sinceS - rampS / 2
}

/** By how much each number is moved to see what it does. */
export const stepsOf = ({ t }: Binned): Course => {
  const width = (t[t.length - 1] - t[0]) / BINS
  return {
    startPa: 100,
    opensS: 0.01 * (t[1] - t[0]) + 1e-4,
    lnArea: 2e-3,
    lnWall: 2e-2,
    areaFalls: 1e-2,
    wallFalls: 3e-2,
    wallCools: 1e-2,
    warmerK: 0.5,
    lagS: 0.05 * width,
    rampS: 0.1 * width,
  }
}

/** What the gauge shows of a course at times of the recording, Pa. `wall`: its heat, W/K. */
export function gaugeCourse(
  c: Course,
  wall: number,
  known: Pick<TankModel, 'volumeM3' | 'wallK' | 'roomPaAbs'>,
  timesS: readonly number[],
): number[] {
  const startPaAbs = c.startPa + known.roomPaAbs
  const airJPerK = ((startPaAbs * known.volumeM3) / (GAS_CONSTANT * known.wallK)) * (CP - GAS_CONSTANT)
  const startK = known.wallK + c.warmerK
  const paAbs = tankPressures(
    {
      ...known,
      startPaAbs,
      startK,
      effectiveAreaM2: Math.exp(c.lnArea),
      wallWPerK: wall,
      areaFalls: c.areaFalls,
      wallFalls: c.wallFalls,
      lagS: c.lagS,
      ...(c.wallCools === 0 ? {} : { wallJPerK: airJPerK / c.wallCools }),
    },
    timesS.map((t) => openFor(t - c.opensS, c.rampS)),
  )
  if (c.warmerK === 0) return paAbs.map((p) => p - known.roomPaAbs)
  // shut, it cools down to what it is at the opening
  const perS = wall / (airJPerK * (known.wallK / startK))
  return paAbs.map((p, i) => {
    const before = Math.min(50, perS * Math.max(0, c.opensS - timesS[i]))
    return (p * (known.wallK + c.warmerK * Math.exp(before))) / startK - known.roomPaAbs
  })
}

/**
 * The course that fits best, by damped Gauss–Newton steps with differences for slopes (Marquardt 1963). Numbers that
 * are known beforehand are sought as well, with what is known of each as one reading more; `scatter2` is the variance
 * that this is weighed by.
 */
export function fitCourse(
  data: Binned,
  start: Course,
  heat: 'found' | number,
  known: Pick<TankModel, 'volumeM3' | 'wallK' | 'roomPaAbs'>,
  opens: boolean,
  foreknown: readonly Foreknown[] = [],
  scatter2 = 1,
): Fitted {
  const free: Key[] = [
    'startPa',
    ...(opens ? (['opensS'] as const) : []),
    'lnArea',
    ...(heat === 'found' ? (['lnWall'] as const) : []),
    ...foreknown.map((f) => f.key),
  ]
  const steps = stepsOf(data)
  const wallOf = (c: Course) => (heat === 'found' ? Math.exp(c.lnWall) : heat)
  const at = (c: Course) => gaugeCourse(c, wallOf(c), known, data.t)
  const chiOf = (p: readonly number[]) => p.reduce((s, v, i) => s + data.n[i] * (data.p[i] - v) ** 2, 0)
  const foreOf = (c: Course) => foreknown.reduce((s, f) => s + scatter2 * ((c[f.key] - f.value) / f.spread) ** 2, 0)
  const foreRows = foreknown.map((f) => free.map((key) => (key === f.key ? 1 : 0)))
  const foreWeights = foreknown.map((f) => scatter2 / f.spread ** 2)
  let course = start
  let now = at(course)
  let chi = chiOf(now) + foreOf(course)
  let damping = 1e-3
  let covariance: readonly (readonly number[])[] = []
  const weights = [...data.n, ...foreWeights]
  let rows: number[][] = []
  let off: number[] = []
  let size: number[] = []
  let stands = false
  for (let round = 0; round < ROUNDS; round++) {
    // a step that was refused leaves the slopes as they were
    if (!stands) {
      const moved = free.map((key) => at({ ...course, [key]: course[key] + steps[key] }))
      rows = [...data.t.map((_, i) => moved.map((m, k) => (m[i] - now[i]) / steps[free[k]])), ...foreRows]
      off = [...data.p.map((v, i) => v - now[i]), ...foreknown.map((f) => f.value - course[f.key])]
      const plain = linearLeastSquares(rows, off, weights, 'residual')
      if (plain.status === 'fitted') covariance = plain.covariance
      size = free.map((_, k) => Math.sqrt(rows.reduce((s, r, i) => s + weights[i] * r[k] ** 2, 0)))
    }
    // rows of the damping hold each step back by its own size
    const damped = linearLeastSquares(
      [...rows, ...free.map((_, k) => free.map((__, j) => (j === k ? size[k] * Math.sqrt(damping) : 0)))],
      [...off, ...free.map(() => 0)],
      [...weights, ...free.map(() => 1)],
      'residual',
    )
    if (damped.status !== 'fitted') break
    const next = { ...course }
    free.forEach((key, k) => {
      const most = LONGEST[key] ?? Infinity
      const by = Math.max(-most, Math.min(most, damped.parameters[k]))
      Object.assign(next, { [key]: within(key, course[key] + by) })
    })
    const there = at(next)
    const better = chiOf(there) + foreOf(next)
    if (better <= chi) {
      const gained = chi - better
      ;[course, now, chi, damping] = [next, there, better, Math.max(1e-9, damping / 5)]
      stands = false
      if (gained < SETTLED * chi) break
    } else if (damping > 1e6) break
    else {
      stands = true
      damping *= 8
    }
  }
  // what is left of one stretch to the next is no noise: readings that err together count for less
  const left = data.p.map((v, i) => (v - now[i]) * Math.sqrt(data.n[i]))
  const square = left.reduce((s, v) => s + v * v, 0)
  const next = left.slice(1).reduce((s, v, i) => s + v * left[i], 0)
  const alike = Math.min(0.95, Math.max(0, next / square))
  const wider = (1 + alike) / (1 - alike)
  const count = free.length
  const of = (row: Key, column: Key) => {
    const [j, k] = [free.indexOf(row), free.indexOf(column)]
    return j < 0 || k < 0 || covariance.length < count ? 0 : wider * covariance[j][k]
  }
  return {
    course,
    wall: wallOf(course),
    chi2: chiOf(now),
    wider,
    scatter: Math.sqrt(mean(data.p.map((v, i) => (v - now[i]) ** 2))),
    covariance: KEYS.map((row) => KEYS.map((column) => of(row, column))),
    areaFallsU: Math.sqrt(of('areaFalls', 'areaFalls')),
  }
}
