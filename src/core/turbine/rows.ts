import { CP, GAMMA, GAS_CONSTANT, pressureOfTemperature } from '../air'
import { massFlowOfNozzle, nozzleFlow, type NozzleResult } from '../flow'
import { rootBetween } from '../numerics'
import { feedGeometry } from './feed'
import { bearingClass, bearingTorque } from './bearing-friction'
import type { TurbineInlet, TurbineSurroundings } from './turbine'

/** Exponent of pressure over temperature without heat; 3.5 for air. */
const EXPONENT = GAMMA / (GAMMA - 1)

/**
 * Loss coefficient of a row of blades for full-size, smooth blades, on the exit's kinetic energy: 0.04 + 0.06
 * (e/100)^2, e the deflection in degrees,
 * corrected for the ratio of axial chord to height and, by (1e5/Re)^(1/4), for Reynolds number.
 * Source: Soderberg (1949), as given in Dixon, Fluid Mechanics and Thermodynamics of Turbomachinery (constants from
 * memory). Valid: e up to 120 deg, thickness 0.2 chord, no tip leak. Error: 3 % of stage efficiency there; printed rows
 * are worse (coefficient `rowLoss`).
 */
export function soderbergLoss(row: {
  readonly deflectionRad: number
  readonly kind: 'stator' | 'rotor'
  readonly chordOverHeight: number
  readonly reynolds: number
}): number {
  const turn = (row.deflectionRad * 180) / Math.PI / 100
  const plain = 0.04 + 0.06 * turn * turn
  const aspect = row.kind === 'stator' ? 0.993 + 0.021 * row.chordOverHeight : 0.975 + 0.075 * row.chordOverHeight
  return (1e5 / Math.max(1e3, row.reynolds)) ** 0.25 * ((1 + plain) * aspect - 1)
}

/** What leaves a row in its own frame. */
export interface RowExit {
  readonly speed: number
  readonly pressurePaAbs: number
  readonly temperatureK: number
}

/**
 * Speed and pressure behind a row that must pass a mass flow: continuity with a loss on the exit's kinetic energy; the
 * subsonic solution, null beyond choking.
 * `lossCoefficient` is (ideal - real)/real kinetic energy of the exit.
 */
export function rowExit(row: {
  readonly totalPressurePaAbs: number
  readonly totalTemperatureK: number
  readonly massFlowKgPerS: number
  readonly throatAreaM2: number
  readonly lossCoefficient: number
}): RowExit | null {
  const { totalPressurePaAbs: p0, totalTemperatureK: t0 } = row
  const k = 1 + row.lossCoefficient
  const wanted = (row.massFlowKgPerS * GAS_CONSTANT * t0) / (row.throatAreaM2 * p0 * Math.sqrt(2 * CP * t0))
  if (!(wanted > 0)) return { speed: 0, pressurePaAbs: p0, temperatureK: t0 }
  const flow = (x: number) => (Math.sqrt(x) * pressureOfTemperature(1 - k * x)) / (1 - x)
  // where the flow is greatest: the root of 6 k x^2 - (8 k - 1) x + 1
  const b = 8 * k - 1
  const most = (b - Math.sqrt(b * b - 24 * k)) / (12 * k)
  if (wanted > flow(most)) return null
  // concave and rising: Newton from the left never oversteps, and the flow lies below the root of x
  let x = Math.min(wanted * wanted, most)
  for (let i = 0; i < 40; i++) {
    const f = flow(x)
    const slope = f * (0.5 / x - (EXPONENT * k) / (1 - k * x) + 1 / (1 - x))
    const step = (wanted - f) / slope
    x = Math.min(most, x + step)
    // it doubles its digits each time
    if (Math.abs(step) < 1e-8 * x) break
  }
  return {
    speed: Math.sqrt(2 * CP * t0 * x),
    pressurePaAbs: p0 * pressureOfTemperature(1 - k * x),
    temperatureK: t0 * (1 - x),
  }
}

/** Total pressure of a stream of a speed at static pressure and total temperature. */
export const totalPressure = (pressurePaAbs: number, totalTemperatureK: number, speed: number): number =>
  pressurePaAbs * pressureOfTemperature(totalTemperatureK / Math.max(1, totalTemperatureK - (speed * speed) / (2 * CP)))

/** Air in a ring (across the shaft or round a rim) fed by jets. */
export interface RingInlet {
  readonly swirl: number
  /** Along the way through the ring. */
  readonly through: number
  readonly pressurePaAbs: number
  /** Energy lost in mixing, J/kg; never below 0. */
  readonly lost: number
}

/**
 * What jets at an angle become in the ring behind them, at one mass flow: a share of their swirl is kept; the speed
 * through the ring is what continuity asks for.
 * A ring wider than the jets is a sudden widening without recovery: the excess speed is lost. A ring narrower than they
 * are speeds the air up at the cost of pressure (isentropic), so that no energy comes from nothing; null where it
 * cannot pass the flow.
 */
export function intoRing(jets: {
  readonly speed: number
  readonly angleRad: number
  readonly swirlKept: number
  readonly pressurePaAbs: number
  readonly totalTemperatureK: number
  readonly massFlowKgPerS: number
  readonly areaM2: number
}): RingInlet | null {
  const swirl = Math.min(1, jets.swirlKept) * jets.speed * Math.cos(jets.angleRad)
  const along = jets.speed * Math.sin(jets.angleRad)
  // what is left of the total temperature for the speed through the ring
  const t0 = jets.totalTemperatureK - (swirl * swirl) / (2 * CP)
  const k = (jets.massFlowKgPerS * GAS_CONSTANT) / (jets.pressurePaAbs * jets.areaM2)
  const through = k > 0 ? ((Math.sqrt(1 + (2 * k * k * t0) / CP) - 1) * CP) / k : 0
  if (through <= along)
    return {
      swirl,
      through,
      pressurePaAbs: jets.pressurePaAbs,
      lost: 0.5 * (jets.speed ** 2 - swirl * swirl - through * through),
    }
  const exit = rowExit({
    totalPressurePaAbs: totalPressure(jets.pressurePaAbs, t0, along),
    totalTemperatureK: t0,
    massFlowKgPerS: jets.massFlowKgPerS,
    throatAreaM2: jets.areaM2,
    lossCoefficient: 0,
  })
  return (
    exit && {
      swirl,
      through: exit.speed,
      pressurePaAbs: exit.pressurePaAbs,
      lost: 0.5 * ((jets.speed * Math.cos(jets.angleRad)) ** 2 - swirl * swirl),
    }
  )
}

/**
 * What lies behind the nozzle, asked with the pressure there: where the air ends up, and whatever the family wants to
 * remember.
 */
export interface March<T> {
  readonly exitPaAbs: number
  readonly result: T
}

/**
 * The pressure behind the nozzle at which what lies behind lets the air out into the room: between the room's and the
 * supply's.
 * `march` returns null where a row cannot pass the flow. `choked` tells that a row behind the nozzle sets the flow; the
 * rest of the pressure is then lost behind it.
 * Null: the machine pumps back harder than the supply pushes; nothing flows.
 */
export function balanceBehindNozzle<T>(
  inlet: TurbineInlet,
  feed: TurbineSurroundings,
  march: (jet: NozzleResult, behindPaAbs: number) => March<T> | null,
): {
  readonly jet: NozzleResult
  readonly behindPaAbs: number
  readonly exitPaAbs: number
  readonly result: T
  readonly choked: boolean
} | null {
  const pa = inlet.backPressurePaAbs
  const geometry = feedGeometry(feed)
  const jetAt = (p: number) =>
    nozzleFlow(
      {
        totalPressurePaAbs: inlet.totalPressurePaAbs,
        totalTemperatureK: inlet.totalTemperatureK,
        backPressurePaAbs: p,
      },
      geometry,
    )
  // the last few states asked for, so that the root need not be marched again
  const seen: { readonly p: number; readonly jet: NozzleResult; readonly found: March<T> | null }[] = []
  const ask = (p: number) => {
    const jet = jetAt(p)
    const state = { p, jet, found: march(jet, p) }
    seen.push(state)
    return state
  }
  const miss = (p: number) => {
    const { found } = ask(p)
    return found ? found.exitPaAbs - pa : -pa
  }
  const most = inlet.totalPressurePaAbs - 1e-6 * (inlet.totalPressurePaAbs - pa)
  if (!(inlet.totalPressurePaAbs > pa)) return null
  const least = miss(pa)
  let behindPaAbs = pa
  if (least < 0) {
    // what lies behind takes less the higher this pressure is, so that it need not rise by more than what is missing;
    // where a row chokes it must
    const enough = pa - least
    const close = enough < most ? miss(enough) : -1
    const atMost = close > 0 ? close : miss(most)
    if (atMost <= 0) return null
    const [from, to] = close > 0 ? [pa, enough] : [enough < most && close < 0 ? enough : pa, most]
    behindPaAbs = rootBetween(miss, from, to, (1e-7 * (most - pa)) / to, [from === pa ? least : close, atMost])
  }
  let state = seen.findLast((s) => s.p === behindPaAbs) ?? ask(behindPaAbs)
  // the root may have stopped on the choked side of a step
  for (let i = 0; !state.found && i < 40; i++) {
    behindPaAbs += (most - behindPaAbs) * 1e-8 * 2 ** i
    state = ask(behindPaAbs)
  }
  const { found, jet } = state
  if (!found) return null
  return { jet, behindPaAbs, ...found, choked: found.exitPaAbs > pa * (1 + 1e-3) && behindPaAbs > pa }
}

/** Isentropic power from the nozzle's total state to the room, W. */
export const availablePower = (massFlowKgPerS: number, inlet: TurbineInlet): number =>
  massFlowKgPerS *
  CP *
  inlet.totalTemperatureK *
  (1 - (inlet.backPressurePaAbs / inlet.totalPressurePaAbs) ** (1 / EXPONENT))

/**
 * Energy that a stream still carries into the room, J/kg: its motion, and what pressure is left above the room's
 * (behind a choked last row, or one that works as a diffuser).
 */
export function leavingEnergy(
  exit: { readonly kineticJPerKg: number; readonly totalTemperatureK: number; readonly pressurePaAbs: number },
  roomPaAbs: number,
): number {
  const staticK = Math.max(1, exit.totalTemperatureK - exit.kineticJPerKg / CP)
  return (
    exit.kineticJPerKg +
    (exit.pressurePaAbs > roomPaAbs ? CP * staticK * (1 - (roomPaAbs / exit.pressurePaAbs) ** (1 / EXPONENT)) : 0)
  )
}

/** Speed of a loss-free expansion from the nozzle's total state to the room: the spouting speed, m/s. */
export const spoutingSpeed = (inlet: TurbineInlet): number => Math.sqrt(2 * availablePower(1, inlet))

/** Friction torque of a machine's bearings at a speed, N m. */
export const bearingDrag = ({ bearings, coefficients }: TurbineSurroundings, speedRadPerS: number): number =>
  coefficients.bearing.value * bearingTorque(bearingClass(bearings.classId), bearings.count, speedRadPerS)

/**
 * What is left of the isentropic power after blades and leaving air, shared out over its causes in proportion to their
 * weights (W each, by their own formulas); all on `otherwise` where none weighs.
 * `closure` is the sum of the formulas over what is to be shared: 1 but for reheat, and the check that no loss was
 * forgotten or counted twice.
 */
export function shareOut<K extends string>(
  lossW: number,
  weights: Readonly<Record<K, number>>,
  otherwise: NoInfer<K>,
): { readonly shares: Record<K, number>; readonly closure: number } {
  const names = Object.keys(weights) as K[]
  const sum = names.reduce((a, name) => a + weights[name], 0)
  const shares = Object.fromEntries(
    names.map((name) => [name, sum > 0 ? (lossW * weights[name]) / sum : name === otherwise ? lossW : 0]),
  ) as Record<K, number>
  return { shares, closure: lossW > 0 ? sum / lossW : 1 }
}

interface Gap {
  readonly areaM2: number
  readonly dischargeCoefficient: number
}

/**
 * Mass flow through a gap of an area, kg/s, as a plain orifice, over the pressures and temperature it is asked for;
 * none backwards.
 */
export function gapFlows({
  areaM2,
  dischargeCoefficient,
}: Gap): (fromPaAbs: number, temperatureK: number, toPaAbs: number) => number {
  if (!(areaM2 > 0)) return () => 0
  const flow = massFlowOfNozzle({ throatDiameterM: Math.sqrt((4 * areaM2) / Math.PI), dischargeCoefficient })
  return (from, temperatureK, to) => (from > to ? flow(from, temperatureK, to) : 0)
}

/** Mass flow through a gap at one state, kg/s; see `gapFlows`. */
export const gapFlow = (
  gap: Gap,
  from: { readonly pressurePaAbs: number; readonly temperatureK: number },
  toPaAbs: number,
): number => gapFlows(gap)(from.pressurePaAbs, from.temperatureK, toPaAbs)

/** Mach number of a speed at a static temperature. */
export const machOf = (speed: number, temperatureK: number): number =>
  speed / Math.sqrt(GAMMA * GAS_CONSTANT * Math.max(1, temperatureK))
