import { CP, GAS_CONSTANT } from '../../air'
import type { Fitted } from './fit-course'
import type { TankModel } from './tank-model'

/** In what other ways than evenly a hole and a wall may work. */
export type TankShape = Pick<TankModel, 'areaFalls' | 'wallFalls' | 'wallJPerK'>
/** A sharp edge lets through a quarter to a third less towards the room's pressure than choked; a nozzle hardly. */
const AREA_FALLS = [0, 0.1, 0.2, 0.3] as const
/** Natural convection goes with the density by a third to a half power, and with what it is colder by. */
const WALL_FALLS = [0.5, 1] as const
/**
 * A wall cools itself by the heat that it gives: what one of thin plastic holds, and one of thick plastic or thin metal,
 * over what the air in it does at the start.
 */
const WALL_HOLDS = [5, 15] as const

/**
 * Mean of courses in which the hole lets through less as the pressure falls, and the wall warms less as the air gets
 * thin or as it cools itself, each by how well it fits (Hoeting and others, 1999, Bayesian model averaging): the area at the opening, and how
 * far they lie apart. `falls`: how likely the hole's area falls.
 */
export function shapesOf(found: Fitted, airKg: number, stretches: number, as: (shape: TankShape) => Fitted) {
  const heat = found.wall > 0 && Number.isFinite(found.wall)
  const walls: readonly TankShape[] = [
    ...WALL_FALLS.map((wallFalls) => ({ wallFalls })),
    ...WALL_HOLDS.map((times) => ({ wallJPerK: times * airKg * (CP - GAS_CONSTANT) })),
  ]
  const all = AREA_FALLS.flatMap((areaFalls) => [
    { areaFalls, fit: areaFalls === 0 ? found : as({ areaFalls }) },
    ...(heat ? walls : []).map((wall) => ({ areaFalls, fit: as({ areaFalls, ...wall }) })),
  ]).filter(({ fit }) => Number.isFinite(fit.chi2))
  const best = all.reduce((a, b) => (b.fit.chi2 < a.fit.chi2 ? b : a)).fit
  // stretches that err together count for less
  const one = (best.chi2 / Math.max(1, stretches - 4)) * best.wider
  const likely = all.map(({ fit }) => Math.exp((-0.5 * (fit.chi2 - best.chi2)) / one))
  const sum = likely.reduce((a, b) => a + b, 0)
  const mean = (of: (x: (typeof all)[number]) => number) => all.reduce((s, x, i) => s + (likely[i] / sum) * of(x), 0)
  const lnArea = mean((x) => x.fit.course.lnArea)
  return {
    lnArea,
    apart: Math.sqrt(mean((x) => (x.fit.course.lnArea - lnArea) ** 2)),
    falls: mean((x) => (x.areaFalls > 0 ? 1 : 0)),
  }
}
