import { GAMMA, GAS_CONSTANT } from '../../air'
import { cubicAt, rungeKuttaInPlace, rungeKuttaRoom } from '../../numerics'

/** A vessel that empties through one hole into the room. SI, absolute. */
export interface TankModel {
  readonly volumeM3: number
  readonly startPaAbs: number
  readonly wallK: number
  /** Of the air at the start; as warm as the wall where left out. */
  readonly startK?: number
  readonly roomPaAbs: number
  /** Discharge coefficient times area, m2. */
  readonly effectiveAreaM2: number
  /** Heat from the wall into the air, W/K: 0 adiabatic, Infinity isothermal. */
  readonly wallWPerK: number
  /** Share that the area has lost once the pressure is the room's, as a sharp edge does; none where left out. */
  readonly areaFalls?: number
  /** What the wall gives for each K that it cools itself by, J/K; without end where left out. */
  readonly wallJPerK?: number
  /** Power of the air that is left with which the wall's heat goes, as by natural convection; none where left out. */
  readonly wallFalls?: number
  /** By how much a gauge behind a thin hose follows the pressure, s, of the first order; not at all where left out. */
  readonly lagS?: number
}

/** Of a step, so much of what the wall warms; and of a whole course, beyond which the air is as warm as it lets it. */
const [WARMING, MOST_WARMINGS] = [0.35, 700] as const
const CRITICAL = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1))
/** Choked flow function: mass flow times sqrt(R T) over area and pressure. Closed form (e.g. ISO 6358-1). */
export const CHOKED = Math.sqrt(GAMMA) * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)))

/**
 * Mass flow from a vessel through an effective area, kg/s: choked above about 0.9 times the room's pressure gauge,
 * isentropic below.
 */
export function tankFlow(paAbs: number, kelvin: number, roomPaAbs: number, effectiveAreaM2: number): number {
  if (paAbs <= roomPaAbs) return 0
  const back = roomPaAbs / paAbs
  return (effectiveAreaM2 * paAbs * (back <= CRITICAL ? CHOKED : unchoked(back))) / Math.sqrt(GAS_CONSTANT * kelvin)
}

/** The same function below the critical pressure, of back pressure over that before the hole. */
function unchoked(back: number): number {
  // its two powers of the back pressure by one
  const cooled = back ** ((GAMMA - 1) / GAMMA)
  return (Math.sqrt(((2 * GAMMA) / (GAMMA - 1)) * (1 - cooled)) * back) / cooled
}

/**
 * Pressure at times after the opening, Pa absolute, as a gauge with the model's lag shows it; times rise from 0. Ideal
 * gas, constant heats. Error: below 1e-6 over three time constants; where the gauge lags, below 3e-5.
 */
export const tankPressures = (m: TankModel, timesS: readonly number[], steps = 250): number[] =>
  tankCourse(m, timesS, steps).paAbs

/** Pressure and the air that is left, kg, at times after the opening: see `tankPressures`. */
export function tankCourse(
  m: TankModel,
  timesS: readonly number[],
  steps: number,
): { readonly paAbs: number[]; readonly kg: number[] } {
  const end = timesS[timesS.length - 1]
  const heat = GAS_CONSTANT / (GAMMA - 1)
  const { areaFalls = 0, wallFalls = 0, wallJPerK = Infinity } = m
  const startK = m.startK ?? m.wallK
  const filled = (m.startPaAbs * m.volumeM3) / (GAS_CONSTANT * startK)
  const startBack = m.roomPaAbs / m.startPaAbs
  const flowAt = (mass: number, kelvin: number) => {
    const pa = (mass * GAS_CONSTANT * kelvin) / m.volumeM3
    const lost = areaFalls === 0 ? 0 : (areaFalls * (m.roomPaAbs / pa - startBack)) / (1 - startBack)
    return tankFlow(pa, kelvin, m.roomPaAbs, m.effectiveAreaM2 * (1 - lost))
  }
  const wallAt = (mass: number) =>
    wallFalls === 0 ? m.wallWPerK : m.wallWPerK * Math.max(0, mass / filled) ** wallFalls
  /** How often the wall could warm the air, and the air cool the wall, within a time. */
  const warmings = (seconds: number, mass: number) =>
    seconds * wallAt(mass) * (1 / Math.max(1e-12, mass * heat) + 1 / wallJPerK)
  // air that a wall warms at once is as cold as its flow needs
  const follows = warmings(end, filled * startBack) > MOST_WARMINGS
  /** Of the heat that the flow takes, what a wall gives that cools together with the air. */
  const drawn = (taken: number, mass: number) => taken / (1 + (mass * heat) / wallJPerK)
  const followed = (mass: number, cooled: number) => {
    const wallK = m.wallK - cooled
    let kelvin = wallK
    for (let nearer = 0; nearer < 2; nearer++)
      kelvin = wallK / (1 + drawn(flowAt(mass, kelvin) * GAS_CONSTANT, mass) / wallAt(mass))
    return kelvin
  }
  /** Of the air that is left, how warm it is, and what the wall has cooled itself by. */
  const rate = (state: Float64Array, into: Float64Array) => {
    const [mass, cooled] = [state[0], state[2]]
    const kelvin = follows ? followed(mass, cooled) : state[1]
    const flow = flowAt(mass, kelvin)
    const given = follows ? drawn(flow * GAS_CONSTANT * kelvin, mass) : wallAt(mass) * (m.wallK - cooled - kelvin)
    into[0] = -flow
    into[1] = follows ? 0 : (-flow * GAS_CONSTANT * kelvin + given) / Math.max(1e-12, mass * heat)
    into[2] = given / wallJPerK
  }
  const h = end / steps
  const state = Float64Array.of(filled, startK, 0)
  const room = rungeKuttaRoom(state.length)
  const [pressures, masses] = [new Float64Array(steps + 1), new Float64Array(steps + 1)]
  const note = (i: number) => {
    masses[i] = state[0]
    pressures[i] = (state[0] * GAS_CONSTANT * (follows ? followed(state[0], state[2]) : state[1])) / m.volumeM3
  }
  note(0)
  pressures[0] = m.startPaAbs
  for (let i = 1; i <= steps; i++) {
    // what is left of the air at the end warms many times as fast as all of it
    const parts = follows ? 1 : Math.max(1, Math.ceil(warmings(h, state[0]) / WARMING))
    for (let k = 0; k < parts; k++) rungeKuttaInPlace(rate, state, h / parts, room)
    note(i)
  }
  const inGrid = (t: number) => Math.min(steps - 1e-9, Math.max(0, t / h))
  const at = (grid: Float64Array) => (t: number) => {
    const x = inGrid(t)
    const i = Math.floor(x)
    // before the first step the course is carried on backwards, so that its bend is that of the rest
    const before = i === 0 ? 3 * grid[0] - 3 * grid[1] + grid[Math.min(steps, 2)] : grid[i - 1]
    const after = i + 2 > steps ? 3 * grid[steps] - 3 * grid[steps - 1] + grid[Math.max(0, steps - 2)] : grid[i + 2]
    return cubicAt(before, grid[i], grid[i + 1], after, 1 + x - i)
  }
  const { lagS = 0 } = m
  const [trueAt, behindAt] = [at(pressures), behind(pressures, h, lagS)]
  const shownAt = lagS > 0 ? (t: number) => trueAt(t) + behindAt(inGrid(t)) : trueAt
  return { paAbs: timesS.map(shownAt), kg: timesS.map(at(masses)) }
}

/**
 * By how much a gauge of the first order stands above a pressure that falls evenly between points `h` apart: behind by
 * the slope times the lag, once that has passed. At places counted in points.
 */
function behind(pressures: Float64Array, h: number, lagS: number): (x: number) => number {
  const over = new Float64Array(pressures.length)
  const within = (i: number, seconds: number) => {
    const settled = (lagS * (pressures[i] - pressures[i + 1])) / h
    return settled + (over[i] - settled) * Math.exp(-seconds / lagS)
  }
  for (let i = 0; i + 1 < over.length; i++) over[i + 1] = within(i, h)
  return (x) => within(Math.floor(x), (x - Math.floor(x)) * h)
}
