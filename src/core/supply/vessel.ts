import { CP, GAMMA, GAS_CONSTANT, isentropicPower } from '../air'
import type { Downstream } from '../flow'
import { integrate, straightAt, type OdeEvent } from '../numerics'
import { dropOutPressure, regulated, setSpring, type Regulator } from './regulator'

/** How the air in a vessel takes heat from its wall: none, all it can, or by a conductance. */
export type WallHeat = 'adiabatic' | 'isothermal' | { readonly uaWPerK: number }

export interface Vessel {
  readonly volumeM3: number
  readonly gaugePressurePa: number
  readonly temperatureK: number
  readonly heat: WallHeat
}

export interface RunDownInput {
  readonly vessel: Vessel
  readonly ambientPaAbs: number
  readonly regulator: Regulator | null
  readonly behind: Downstream
  /** Least gauge pressure at the nozzle with which the machine still works. */
  readonly leastGaugePa: number
  /** Gauge pressure in the vessel at which to stop; left out, it runs until almost empty. */
  readonly untilGaugePa?: number
  /** Thrust at a nozzle pressure and temperature, for impulse; left out, none. */
  readonly thrust?: (nozzlePaAbs: number, temperatureK: number) => number
  readonly samples?: number
  readonly relativeTolerance?: number
  /** Ends where the machine does, and does not look at what comes after: for charts of many sizes. */
  readonly stopAtLeast?: boolean
}

export type RunDownEventId = 'drop-out' | 'least-pressure' | 'un-choked' | 'until' | 'empty'

export interface RunDownState {
  readonly timeS: number
  readonly vesselPaAbs: number
  readonly temperatureK: number
  /** Before the line: behind the regulator if there is one. */
  readonly outletPaAbs: number
  readonly nozzlePaAbs: number
  readonly massFlowKgPerS: number
  /** Mass in the vessel. */
  readonly massKg: number
  /** Isentropic energy of what has left, as it stood at the nozzle, J; impulse, N s. */
  readonly jetEnergyJ: number
  readonly impulseNs: number
}

export interface RunDown {
  readonly trace: readonly RunDownState[]
  readonly events: readonly { readonly id: RunDownEventId; readonly state: RunDownState }[]
  readonly endTimeS: number
  readonly airUsedKg: number
  /** Until the machine's least pressure. */
  readonly run: RunDownState
  /** Share of the air above ambient pressure at the start that is left when the machine stops. */
  readonly wastedShare: number
  readonly status: 'complete' | 'stalled'
}

const EMPTY_ABOVE = 1.0005

/** The machine never works when it starts below its least pressure; then the run is over at once. */
function eventsOf(
  input: RunDownInput,
  floorPaAbs: number,
  nozzleAt: (y: Float64Array) => number,
  vesselAt: (y: Float64Array) => number,
  dropOutPaAbs: number | null,
): OdeEvent[] {
  const { ambientPaAbs: pa, leastGaugePa, untilGaugePa } = input
  const events: OdeEvent[] = [
    { id: 'least-pressure', value: (_, y) => nozzleAt(y) - pa - leastGaugePa, terminal: input.stopAtLeast === true },
    { id: 'un-choked', value: (_, y) => nozzleAt(y) - pa / CHOKES_BELOW, terminal: false },
    { id: untilGaugePa === undefined ? 'empty' : 'until', value: (_, y) => vesselAt(y) - floorPaAbs, terminal: true },
  ]
  if (dropOutPaAbs !== null)
    events.unshift({ id: 'drop-out', value: (_, y) => vesselAt(y) - dropOutPaAbs, terminal: false })
  return events
}

/** Nodes on each side of where the regulator lets go. */
const NODES = 20

/**
 * Pressure behind the regulator against that before it, as a table with a node where it lets go. Temperature falls out:
 * valve and machine pass flow by its root alike.
 * Error: 0.1 % of the outlet's gauge pressure.
 */
function regulatedTable(
  regulator: Regulator,
  spring: number,
  behind: Downstream,
  temperatureK: number,
  dropOutPaAbs: number,
  greatestPaAbs: number,
): (inletPaAbs: number) => number {
  const pa = behind.backPressurePaAbs
  // below, the outlet follows the inlet with a root near the room's pressure; above, the valve closes steeply at first:
  // nodes crowd at both
  const below = Array.from({ length: NODES + 1 }, (_, i) => pa + (dropOutPaAbs - pa) * (i / NODES) ** 2)
  const above =
    greatestPaAbs > dropOutPaAbs * (1 + 1e-9)
      ? Array.from({ length: NODES }, (_, i) => dropOutPaAbs + (greatestPaAbs - dropOutPaAbs) * ((i + 1) / NODES) ** 2)
      : []
  const x = Float64Array.from([...below, ...above])
  const y = x.map((p) => regulated(regulator, spring, p, temperatureK, behind).outletPaAbs)
  return (p) => {
    return p <= x[0] ? Math.max(p, pa) : straightAt(x, y, p)
  }
}

const CHOKES_BELOW = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1))

/**
 * Run-down of a vessel through regulator, line and nozzle.
 * Balances of mass and energy of a well-stirred volume: dm/dt = -mdot, m cv dT/dt = -mdot R T + UA (Twall - T); the
 * wall stays at the starting temperature.
 * Error: 0.01 % against the closed forms of a choked nozzle; a real bottle lies between adiabatic and isothermal, by
 * its wall.
 * Source: first law. @throws nothing: an unfinished integration is told by `status`.
 */
export function runDown(input: RunDownInput): RunDown {
  const { vessel, ambientPaAbs: pa, regulator, behind } = input
  const { volumeM3, temperatureK: wallK, heat } = vessel
  const p0 = vessel.gaugePressurePa + pa
  const m0 = (p0 * volumeM3) / (GAS_CONSTANT * wallK)
  const isothermal = heat === 'isothermal'
  const ua = typeof heat === 'object' ? heat.uaWPerK : 0
  const spring = regulator ? setSpring(regulator, { inletPaAbs: p0, temperatureK: wallK }, behind) : 0
  const pressure = (m: number, t: number) => (m * GAS_CONSTANT * t) / volumeM3
  const dropOut = regulator ? dropOutPressure(regulator, spring, wallK, behind, p0) : null
  const outlet =
    regulator && dropOut !== null ? regulatedTable(regulator, spring, behind, wallK, dropOut, p0) : (p: number) => p
  // a trial step of the integrator may overshoot; it is refused afterwards, but must be answered
  const temperature = (y: Float64Array) => (isothermal ? wallK : Math.max(20, y[1]))
  const vesselAt = (y: Float64Array) => pressure(Math.max(1e-9 * m0, y[0]), temperature(y))
  const nozzleAt = (y: Float64Array) => behind.nozzlePressure(outlet(vesselAt(y)), temperature(y))
  const floor = input.untilGaugePa === undefined ? pa * EMPTY_ABOVE : input.untilGaugePa + pa
  const power = (massFlowKgPerS: number, nozzle: number, temperatureK: number) =>
    isentropicPower({ massFlowKgPerS, absolutePressurePa: nozzle, temperatureK, backPressurePaAbs: pa })
  const stateOf = (timeS: number, y: Float64Array): RunDownState => {
    const [p, t] = [vesselAt(y), temperature(y)]
    const outletPaAbs = outlet(p)
    return {
      timeS,
      vesselPaAbs: p,
      temperatureK: t,
      outletPaAbs,
      nozzlePaAbs: behind.nozzlePressure(outletPaAbs, t),
      massFlowKgPerS: behind.massFlow(outletPaAbs, t),
      massKg: y[0],
      jetEnergyJ: y[2],
      impulseNs: y[3],
    }
  }
  const begin = stateOf(0, Float64Array.of(m0, wallK, 0, 0))
  if (!(p0 > floor) || !(begin.massFlowKgPerS > 0))
    return {
      trace: [begin],
      events: [],
      endTimeS: 0,
      airUsedKg: 0,
      run: begin,
      wastedShare: 1,
      status: p0 > floor ? 'stalled' : 'complete',
    }
  const derivative = (_: number, y: Float64Array, out: Float64Array) => {
    const t = temperature(y)
    const p2 = outlet(vesselAt(y))
    const flow = behind.massFlow(p2, t)
    out[0] = -flow
    out[1] = isothermal
      ? 0
      : (-flow * GAS_CONSTANT * t + ua * (wallK - t)) / (Math.max(1e-9 * m0, y[0]) * (CP - GAS_CONSTANT))
    const nozzle = behind.nozzlePressure(p2, t)
    out[2] = power(flow, nozzle, t)
    out[3] = input.thrust ? input.thrust(nozzle, t) : 0
  }
  const timeScale = m0 / begin.massFlowKgPerS
  const solution = integrate({
    derivative,
    start: [m0, wallK, 0, 0],
    endTimeS: 400 * timeScale,
    firstStepS: 0.01 * timeScale,
    relativeTolerance: input.relativeTolerance ?? 1e-6,
    absoluteTolerance: [1e-9 * m0, 1e-6, 1e-6 * m0 * 1e5, 1e-3 * m0 * 500],
    events: eventsOf(input, floor, nozzleAt, vesselAt, dropOut),
    mostSteps: 4000,
  })
  const events = solution.events.map((e) => ({ id: e.id as RunDownEventId, state: stateOf(e.timeS, e.y) }))
  const samples = input.samples ?? 120
  const trace =
    samples > 0
      ? Array.from({ length: samples + 1 }, (_, i) =>
          stateOf((solution.endTimeS * i) / samples, solution.at((solution.endTimeS * i) / samples)),
        )
      : []
  const last = stateOf(
    solution.endTimeS,
    solution.events.find((e) => e.timeS === solution.endTimeS)?.y ?? solution.at(solution.endTimeS),
  )
  const least = events.find((e) => e.id === 'least-pressure')
  const run = begin.nozzlePaAbs - pa <= input.leastGaugePa ? begin : (least?.state ?? last)
  const above = m0 - (pa * volumeM3) / (GAS_CONSTANT * wallK)
  return {
    trace,
    events,
    endTimeS: solution.endTimeS,
    airUsedKg: m0 - last.massKg,
    run,
    wastedShare: Math.min(1, Math.max(0, 1 - (m0 - run.massKg) / above)),
    status: solution.status === 'most-steps' ? 'stalled' : 'complete',
  }
}

/**
 * Conductance of a vessel's wall from its volume, W/K: free convection inside at about 6 W/(m2 K) over a cylinder three
 * diameters long. Estimate, a factor of two either way (common practice).
 */
export function wallConductance(volumeM3: number): number {
  return 6 * cylinderShell(volumeM3)
}

/** Shell of a cylinder three diameters long of a volume, with its ends, m2. */
export function cylinderShell(volumeM3: number): number {
  const diameter = Math.cbrt((4 * volumeM3) / (3 * Math.PI))
  return 3.5 * Math.PI * diameter * diameter
}

export interface HandPump {
  readonly strokeVolumeM3: number
  /** Left in the pump at the end of a stroke. */
  readonly deadVolumeM3: number
}

/** Highest pressure a hand pump can reach, absolute: where its dead volume takes up the whole stroke. */
export const pumpCeiling = (pump: HandPump, ambientPaAbs: number): number =>
  pump.deadVolumeM3 > 0 ? ambientPaAbs * (1 + pump.strokeVolumeM3 / pump.deadVolumeM3) : Infinity

/**
 * Strokes of a hand pump to bring a vessel from one gauge pressure to another; null when its dead volume stops it
 * first.
 * Isothermal, each stroke mixes the pump's air with the vessel's. Error: 5 % for slow pumping; a warm bottle needs
 * fewer and falls back as it cools.
 */
export function strokesToFill(
  volumeM3: number,
  pump: HandPump,
  fromGaugePa: number,
  toGaugePa: number,
  ambientPaAbs: number,
): number | null {
  if (toGaugePa <= fromGaugePa) return 0
  const { strokeVolumeM3: s, deadVolumeM3: d } = pump
  if (d === 0) return Math.ceil(((toGaugePa - fromGaugePa) * volumeM3) / (ambientPaAbs * s) - 1e-9)
  const ceiling = pumpCeiling(pump, ambientPaAbs) - ambientPaAbs
  if (toGaugePa >= ceiling) return null
  return Math.ceil(
    Math.log((ceiling - toGaugePa) / (ceiling - fromGaugePa)) / Math.log(volumeM3 / (volumeM3 + d)) - 1e-9,
  )
}
