import { rootBetween, straightAt } from '../numerics'
import { lineInlet, type LinePart } from './line'

/** Mass flow of a nozzle from total pressure, total temperature and back pressure, as `massFlowOfNozzle` gives it. */
export type NozzleMassFlow = (
  totalPressurePaAbs: number,
  totalTemperatureK: number,
  backPressurePaAbs: number,
) => number

/** All that lies behind a supply: what it takes at a pressure, and what pressure is left at the nozzle. */
export interface Downstream {
  readonly backPressurePaAbs: number
  readonly massFlow: (inletPaAbs: number, temperatureK: number) => number
  readonly nozzlePressure: (inletPaAbs: number, temperatureK: number) => number
}

/** Share of ambient pressure below which a nozzle's own overpressure is taken as none. */
const NO_HINDRANCE = 1e-7

/**
 * Line and nozzle in series as one taker of air, exact: solved for each call.
 * The line is marched upstream from a trial pressure at the nozzle, so that a choked hose or fitting is a plain answer
 * and not a failure.
 */
export function downstreamExact(
  parts: readonly LinePart[],
  nozzle: NozzleMassFlow,
  backPressurePaAbs: number,
): Downstream {
  const pa = backPressurePaAbs
  const nozzlePressure = (inletPaAbs: number, temperatureK: number): number => {
    if (!(inletPaAbs > pa)) return inletPaAbs
    if (parts.length === 0) return inletPaAbs
    const miss = (p: number) => lineInlet(parts, nozzle(p, temperatureK, pa), temperatureK, p) - inletPaAbs
    return miss(inletPaAbs) <= 0 ? inletPaAbs : rootBetween(miss, pa, inletPaAbs)
  }
  return {
    backPressurePaAbs: pa,
    nozzlePressure,
    massFlow: (inletPaAbs, temperatureK) => {
      if (!(inletPaAbs > pa)) return 0
      const before = nozzlePressure(inletPaAbs, temperatureK)
      const bare = pa * (1 + NO_HINDRANCE)
      if (before >= bare || parts.length === 0) return nozzle(before, temperatureK, pa)
      // so wide a nozzle hinders nothing: its pressure drowns in rounding, and the line alone decides
      const most = nozzle(bare, temperatureK, pa)
      const miss = (flow: number) => lineInlet(parts, flow, temperatureK, pa) - inletPaAbs
      return miss(most) <= 0 ? most : rootBetween(miss, 0, most, 1e-9)
    },
  }
}

const SAMPLES = 72

/**
 * The same taker from a table, for run-downs that ask thousands of times: logarithms of flow and of pressure above the
 * room, joined straight.
 * Flow in series goes with the root of temperature, but for the hose's Reynolds number. Error: 0.1 % of flow up to the
 * greatest pressure, 200-400 K.
 */
export function downstreamTable(
  parts: readonly LinePart[],
  nozzle: NozzleMassFlow,
  backPressurePaAbs: number,
  greatestPaAbs: number,
  temperatureK: number,
): Downstream {
  const pa = backPressurePaAbs
  if (parts.length === 0)
    return { backPressurePaAbs: pa, nozzlePressure: (p) => p, massFlow: (p, t) => (p > pa ? nozzle(p, t, pa) : 0) }
  // below a hundredth of a pascal the nozzle's own pressure ratio drowns in rounding
  const greatestBehind = Math.max(
    1e-7 * pa,
    downstreamExact(parts, nozzle, pa).nozzlePressure(Math.max(greatestPaAbs, pa * 1.0001), temperatureK) - pa,
  )
  const [low, high] = [Math.log(1e-4 * greatestBehind), Math.log(greatestBehind)]
  const [x, flow, behind] = [new Float64Array(SAMPLES), new Float64Array(SAMPLES), new Float64Array(SAMPLES)]
  for (let i = 0; i < SAMPLES; i++) {
    // closer together towards the top, where the working pressures are
    behind[i] = low + (high - low) * (1 - (1 - i / (SAMPLES - 1)) ** 1.6)
    const p = pa + Math.exp(behind[i])
    const massFlow = nozzle(p, temperatureK, pa)
    x[i] = Math.log(lineInlet(parts, massFlow, temperatureK, p) - pa)
    flow[i] = Math.log(massFlow)
  }
  return {
    backPressurePaAbs: pa,
    massFlow: (p, t) => (p > pa ? Math.exp(straightAt(x, flow, Math.log(p - pa))) * Math.sqrt(temperatureK / t) : 0),
    nozzlePressure: (p) => (p > pa ? Math.min(p, pa + Math.exp(straightAt(x, behind, Math.log(p - pa)))) : p),
  }
}
