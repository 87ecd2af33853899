import { CP, GAMMA } from '../air'

/** An engine without losses: instant openings, no leak, no heat but what the exponent says. */
export interface IdealEngine {
  readonly supplyPaAbs: number
  readonly exhaustPaAbs: number
  readonly supplyTemperatureK: number
  readonly sweptM3: number
  /** Volume at dead centre over the swept volume. */
  readonly clearance: number
}

export interface CutOff extends IdealEngine {
  /** Share of the stroke for which the supply stays open. */
  readonly cutOff: number
  /** Of the expansion: 1.4 without heat, 1 with all that it takes; 1.4 where left out. */
  readonly exponent?: number
}

/** Work of expanding from a pressure and volume to a larger volume, J. */
function expansion(p: number, from: number, to: number, n: number): number {
  if (n === 1) return p * from * Math.log(to / from)
  return (p * from * (1 - (from / to) ** (n - 1))) / (n - 1)
}

/** Pressure when the piston has gone all the way, Pa absolute: (c + x)/(c + 1) to the exponent. */
export const endPressure = ({ supplyPaAbs, clearance: c, cutOff: x, exponent = GAMMA }: CutOff): number =>
  supplyPaAbs * ((c + x) / (c + 1)) ** exponent

/** Work of a turn with the exhaust open all the way back, so that nothing is squeezed again, J. Closed form. */
export function cutOffWork(engine: CutOff): number {
  const { supplyPaAbs: ps, exhaustPaAbs: pb, sweptM3, clearance: c, cutOff: x, exponent = GAMMA } = engine
  return sweptM3 * (ps * x + expansion(ps, c + x, c + 1, exponent) - pb)
}

/** Air of a turn, kg, filled without heat: by the first law, whatever the temperature of what was left. Closed form. */
export function cutOffAir(engine: CutOff): number {
  const { supplyPaAbs: ps, exhaustPaAbs: pb, sweptM3, clearance: c, cutOff: x, supplyTemperatureK } = engine
  return (((ps * (c + x) - pb * c) / (GAMMA - 1) + ps * x) * sweptM3) / (CP * supplyTemperatureK)
}

/** Cut-off with which an engine without clearance uses as much air as one whose clearance is filled at dead centre. */
export const cutOffForClearance = ({ supplyPaAbs, exhaustPaAbs, clearance }: IdealEngine): number =>
  (clearance * (1 - exhaustPaAbs / supplyPaAbs)) / GAMMA

/** Pressure to which what stayed is squeezed where the only way out is at the far dead centre, Pa absolute. */
export const squeezedPressure = ({ exhaustPaAbs, clearance: c }: IdealEngine): number =>
  exhaustPaAbs * ((1 + c) / c) ** GAMMA

/** Clearance below which what stayed is squeezed to more than the supply's pressure. */
export const leastClearance = ({ supplyPaAbs, exhaustPaAbs }: IdealEngine): number =>
  1 / ((supplyPaAbs / exhaustPaAbs) ** (1 / GAMMA) - 1)

/** Work and air of a turn of an engine filled at one dead centre and emptied at the other, J and kg. Closed form. */
export function portedCycle(engine: IdealEngine): { readonly workJ: number; readonly airKg: number } {
  const { supplyPaAbs: ps, sweptM3, clearance: c, supplyTemperatureK } = engine
  const rest = ps - squeezedPressure(engine)
  return {
    workJ: sweptM3 * expansion(rest, c, 1 + c, GAMMA),
    airKg: (rest * c * sweptM3) / ((GAMMA - 1) * CP * supplyTemperatureK),
  }
}
