import {
  machOf,
  rangeRule,
  type RangeBreach,
  type RangeInput,
  type RangeRule,
  type TurbineInlet,
  type TurbineModel,
  type TurbineSurroundings,
} from '../turbine'
import { familyOf, type TurbineMachine } from './registry'

/** The model of any machine at one state of its air. */
export const turbineModel = (machine: TurbineMachine, around: TurbineSurroundings, inlet: TurbineInlet): TurbineModel =>
  familyOf(machine).model(machine, around, inlet)

const SHARED: readonly RangeRule<TurbineMachine>[] = [
  // beyond this a rim outruns sound in its own air
  rangeRule('rim-mach', '', 0, 0.9, ({ workingRadiusM, free, inlet }) =>
    machOf(free.speedRadPerS * workingRadiusM, inlet.ambientTemperatureK),
  ),
]

/**
 * What of a machine on its air lies outside the range of its models (the nozzle tells its own). Ranges are those that
 * the models' own words state. A thousandth beyond an end counts as within.
 */
export function rangeBreaches(input: Omit<RangeInput<TurbineMachine>, 'workingRadiusM'>): RangeBreach[] {
  const family = familyOf(input.machine)
  const known = { ...input, workingRadiusM: family.workingRadiusM(input.machine) }
  return [...family.range, ...SHARED].flatMap(({ of, ...range }) => {
    const value = of(known)
    const slack = 1e-3 * (range.to - range.from)
    return value < range.from - slack || value > range.to + slack ? [{ ...range, value }] : []
  })
}
