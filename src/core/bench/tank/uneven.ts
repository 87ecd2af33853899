import type { Fitted, Foreknown } from './fit-course'

/**
 * Of a hole: a sharp edge lets through a quarter to a third less towards the room's pressure, a nozzle hardly. Values and
 * spreads of all that is usual are our own estimates.
 */
const OF_HOLE: readonly Foreknown[] = [{ key: 'areaFalls', value: 0.12, spread: 0.12 }]
/**
 * Of a wall: natural convection goes with the density by a third to a half power and with what the air is colder by; a
 * wall of thin plastic holds some five times what its air does, one of steel a hundred times.
 */
const OF_WALL: readonly Foreknown[] = [
  { key: 'wallFalls', value: 0.5, spread: 0.5 },
  { key: 'wallCools', value: 0.07, spread: 0.08 },
]

/** Rounds in which the scatter that foreknowledge is weighed by is found anew. */
const ROUNDS = 2

/**
 * The course of a vessel whose hole lets through less as the pressure falls, and whose wall warms less as the air gets
 * thin and as it cools itself: how much of each is not known, but what is usual is (normal priors: Gelman and others,
 * Bayesian Data Analysis, 14.8). What the fall does not tell of them is in the area's uncertainty.
 * `own`: what else is sought of this vessel where a wall warms it; `always`: whatever its wall does. `even`: the course
 * without any of it; `as` fits with what is foreknown, weighed by a variance.
 */
export function unevenCourse(
  even: Fitted,
  stretches: number,
  own: readonly Foreknown[],
  always: readonly Foreknown[],
  as: (foreknown: readonly Foreknown[], scatter2: number) => Fitted,
): Fitted {
  const warms = even.wall > 0 && Number.isFinite(even.wall)
  const foreknown = [...OF_HOLE, ...always, ...(warms ? [...OF_WALL, ...own] : [])]
  let found = even
  for (let round = 0; round < ROUNDS; round++)
    found = as(foreknown, (found.chi2 / Math.max(1, stretches - 4)) * found.wider)
  return found
}
