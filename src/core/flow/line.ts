import { FREE_AIR_DENSITY, GAS_CONSTANT, airViscosity } from '../air'
import {
  fannoLength,
  fannoTotalPressureRatio,
  flowFunction,
  frictionFactor,
  machOfFannoLength,
  machOfFlowFunction,
} from './fanno'
import type { Conductance } from './conductance'
import { circleArea } from './nozzle'

export interface Hose {
  readonly kind: 'hose'
  readonly lengthM: number
  readonly boreM: number
  /** Height of the wall's roughness; drawn plastic hose about 1.5 um, printed channel 20-60 um (practice). */
  readonly roughnessM: number
}

/** A fitting, valve or coupling by ISO 6358. */
export type Fitting = { readonly kind: 'fitting' } & Conductance

export type LinePart = Hose | Fitting

/** What happens in one part of the line at one flow. Total pressures, absolute. */
export interface PartState {
  readonly inletPaAbs: number
  readonly outletPaAbs: number
  readonly choked: boolean
  /** Fastest Mach number in the part; null where only a conductance is known. */
  readonly mach: number | null
  readonly reynolds: number | null
  readonly frictionFactor: number | null
}

/**
 * State before a hose that passes a flow into a total pressure behind it.
 * Adiabatic flow with friction; where the flow would outrun sound at the end, the hose is choked and the rest of the
 * pressure is lost in the jet behind it.
 * Valid: round, constant bore, total temperature near the room's. Error: that of the friction factor, about 5 % of the
 * loss. Source: Shapiro (1953) ch. 6.
 */
function beforeHose(hose: Hose, massFlowKgPerS: number, temperatureK: number, outletPaAbs: number): PartState {
  const area = circleArea(hose.boreM)
  const scale = (massFlowKgPerS * Math.sqrt(GAS_CONSTANT * temperatureK)) / area
  const choked = scale / outletPaAbs >= flowFunction(1)
  const outlet = choked ? scale / flowFunction(1) : outletPaAbs
  const reynolds = (massFlowKgPerS * hose.boreM) / (area * airViscosity(temperatureK))
  const friction = frictionFactor(Math.max(reynolds, 1), hose.roughnessM / hose.boreM)
  if (scale / outlet < 1e-9)
    return { inletPaAbs: outlet, outletPaAbs, choked: false, mach: 0, reynolds, frictionFactor: friction }
  const machOut = choked ? 1 : machOfFlowFunction(scale / outlet)
  const machIn = machOfFannoLength(fannoLength(machOut) + (friction * hose.lengthM) / hose.boreM)
  const inletPaAbs = (outlet * fannoTotalPressureRatio(machIn)) / fannoTotalPressureRatio(machOut)
  return { inletPaAbs, outletPaAbs, choked, mach: machOut, reynolds, frictionFactor: friction }
}

/** The pressure at which a fitting would pass a flow choked, absolute. */
const chokedInlet = (part: Conductance, massFlowKgPerS: number, temperatureK: number): number =>
  (massFlowKgPerS / (FREE_AIR_DENSITY * part.sonicConductance)) * Math.sqrt(temperatureK / 293.15)

/**
 * Pressure before a fitting: ISO 6358-1:2013 turned round for the upstream pressure (a quadratic). Asked for thousands
 * of times, so it makes no state.
 */
function fittingInlet(part: Conductance, massFlowKgPerS: number, temperatureK: number, outletPaAbs: number): number {
  const needed = chokedInlet(part, massFlowKgPerS, temperatureK)
  const b = part.criticalRatio
  if (outletPaAbs <= b * needed) return needed
  // (q/C)^2 (1-b)^2 = p1^2 (1-b)^2 - (p2 - b p1)^2
  const a = 1 - 2 * b
  const half = b * outletPaAbs
  const flow = needed * (1 - b)
  const c = outletPaAbs * outletPaAbs + flow * flow
  return Math.abs(a) < 1e-9 ? c / (2 * half) : (-half + Math.sqrt(half * half + a * c)) / a
}

function beforeFitting(
  part: Conductance,
  massFlowKgPerS: number,
  temperatureK: number,
  outletPaAbs: number,
): PartState {
  return {
    inletPaAbs: fittingInlet(part, massFlowKgPerS, temperatureK, outletPaAbs),
    outletPaAbs,
    choked: outletPaAbs <= part.criticalRatio * chokedInlet(part, massFlowKgPerS, temperatureK),
    mach: null,
    reynolds: null,
    frictionFactor: null,
  }
}

/**
 * States of every part of a line, first to last, for a flow into a pressure behind the last one. Any flow is answered:
 * it says what pressure it would take.
 */
export function lineStates(
  parts: readonly LinePart[],
  massFlowKgPerS: number,
  temperatureK: number,
  outletPaAbs: number,
): PartState[] {
  const states: PartState[] = new Array<PartState>(parts.length)
  let pressure = outletPaAbs
  for (let i = parts.length - 1; i >= 0; i--) {
    const part = parts[i]
    states[i] =
      part.kind === 'hose'
        ? beforeHose(part, massFlowKgPerS, temperatureK, pressure)
        : beforeFitting(part, massFlowKgPerS, temperatureK, pressure)
    pressure = states[i].inletPaAbs
  }
  return states
}

/** Total pressure before a line that passes a flow into a pressure behind it, absolute. */
export function lineInlet(
  parts: readonly LinePart[],
  massFlowKgPerS: number,
  temperatureK: number,
  outletPaAbs: number,
): number {
  let pressure = outletPaAbs
  for (let i = parts.length - 1; i >= 0; i--) {
    const part = parts[i]
    pressure =
      part.kind === 'hose'
        ? beforeHose(part, massFlowKgPerS, temperatureK, pressure).inletPaAbs
        : fittingInlet(part, massFlowKgPerS, temperatureK, pressure)
  }
  return pressure
}
