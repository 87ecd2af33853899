import { fitCourse, type Binned, type Course, type Fitted, type Foreknown } from './fit-course'
import type { TankModel } from './tank-model'

/** What the air in the vessel does while it leaves: keeps the wall's warmth, takes none, or as the trace tells. */
export const TANK_HEATS = ['found', 'isothermal', 'adiabatic'] as const
export type TankHeat = (typeof TANK_HEATS)[number]

/** A fall to be fitted. */
export interface Task {
  readonly data: Binned
  readonly known: Pick<TankModel, 'volumeM3' | 'wallK' | 'roomPaAbs'>
  /** The vessel is shut at first, so that the moment of opening is seen. */
  readonly waits: boolean
  readonly noisePa: number
  /** What else is sought of this vessel where a wall warms its air. */
  readonly own: readonly Foreknown[]
  /** What else is sought whatever its wall does: a gauge or a valve that is slow. */
  readonly slowness?: readonly Foreknown[]
}

/** One more number must gain so much of the squares that a reading has; the 95 % point of chi square with one degree of
 * freedom. */
const LIMIT = 3.84
/** Squares that are left over those of the noise alone. */
const NOISE_ALONE = 1.2
/** How much more or less the wall may warm the air than is usual of its size, of what a fit begins at. */
export const OTHER_WALLS = [Math.log(8), -Math.log(8)] as const

/** Whether nothing is left of a fall but its noise. */
export const noiseAlone = ({ chi2 }: Fitted, { data, noisePa }: Task): boolean =>
  chi2 < NOISE_ALONE * noisePa ** 2 * data.t.length

/** A fall fitted with its heat as stated or as found, and with both limits. */
export interface Heats {
  readonly isothermal: Fitted
  readonly adiabatic: Fitted
  /** What the trace tells, whatever is stated. */
  readonly shown: Fitted
  readonly found: Fitted
  /** Of what is found: to be sought, or the wall's as it is. */
  readonly heat: 'found' | number
}

/**
 * The fits of one fall. `start`: a first guess, with the wall that is usual; `near`: a course that is known to be near,
 * where there is one.
 */
export function heatsOf(task: Task, stated: TankHeat, start: Course, near?: Course): Heats {
  const { data, known, waits, noisePa, own, slowness = [] } = task
  const as = (heat: 'found' | number, from: Course) =>
    fitCourse(data, from, heat, known, waits, heat === 'found' ? [...slowness, ...own] : slowness, noisePa ** 2)
  const [isothermal, adiabatic] = [as(Infinity, near ?? start), as(0, near ?? start)]
  const better = isothermal.chi2 < adiabatic.chi2 ? isothermal : adiabatic
  const freeFrom = (more: number) => as('found', { ...better.course, lnWall: start.lnWall + more })
  let free = near ? as('found', near) : freeFrom(0)
  for (const more of OTHER_WALLS) {
    if (noiseAlone(free, task)) break
    const tried = freeFrom(more)
    if (tried.chi2 < free.chi2) free = tried
  }
  // a limit that fits as well is the plainer answer: beyond it the trace tells nothing of the heat
  const shown = own.length === 0 && better.chi2 < free.chi2 * (1 + LIMIT / data.t.length) ? better : free
  const found = { isothermal, adiabatic, found: shown }[stated]
  return { isothermal, adiabatic, shown, found, heat: found === free ? 'found' : found.wall }
}
