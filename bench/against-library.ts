import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { CP, GAMMA, GAS_CONSTANT } from '../src/core/air'
import { dragTorque, engineMarch, engineNetwork, flowFunction, roomToPlace, type EngineInput } from '../src/core/engine'
import { referenceInput } from '../src/core/engine/reference/reference-input'
import { timed } from './timing'

/** The part of the library that is used; its own sources do not pass this project's type checks. */
interface Odex {
  Solver: new (dimension: number) => {
    absoluteTolerance: number
    relativeTolerance: number
    maxSteps: number
    solve(derivative: (t: number, y: number[]) => number[], from: number, start: number[], to: number): { y: number[] }
  }
}
const { Solver } = createRequire(import.meta.url)('odex') as Odex

const CV = GAS_CONSTANT / (GAMMA - 1)
const single = JSON.parse(
  readFileSync(new URL('../src/core/engine/reference/single-acting.json', import.meta.url), 'utf8'),
)

/**
 * The same engine as a plain system over time: mass and energy of its air, angle and speed of its crank, air that it
 * took.
 */
function overTime(input: EngineInput): (t: number, y: number[]) => number[] {
  const network = engineNetwork(input)
  const placed = roomToPlace(1, network.passages.length, 0)
  const { inertiaKgM2, friction, load, reservoirs, passages } = network
  return (_, [m, u, angle, w, __]) => {
    network.place(angle, placed)
    const [v, slope] = [placed.volume[0], placed.slope[0]]
    const p = ((GAMMA - 1) * u) / v
    const T = u / (CV * m)
    let [dm, du, taken] = [0, -p * slope * w, 0]
    passages.forEach(({ from, to }, j) => {
      const outside = reservoirs['reservoir' in from ? from.reservoir : 'reservoir' in to ? to.reservoir : 0]
      const inward = 'reservoir' in from
      const po = outside.absolutePressurePa
      const [up, down, hot] = po >= p ? [po, p, outside.temperatureK] : [p, po, T]
      const flow =
        ((placed.area[j] * up) / Math.sqrt(GAS_CONSTANT * hot)) * flowFunction(down / up) * (po >= p ? 1 : -1)
      dm += flow
      du += CP * hot * flow
      if (inward) taken += flow
    })
    const torque = (p - input.room.absolutePressurePa) * slope
    return [dm, du, w, (torque - dragTorque(friction, w) - dragTorque(load, w)) / inertiaKgM2, taken]
  }
}

const TURNS = 100
const LENGTHS = [40, 55, 70, 85, 100]

/** So many turns by the library, from the state and for the time of the march; its air a turn. */
function byLibrary(input: EngineInput, start: readonly number[], timeS: number, relative: number): number[] {
  const solver = new Solver(5)
  solver.relativeTolerance = relative
  solver.absoluteTolerance = 1e-12
  solver.maxSteps = 5_000_000
  return solver.solve(overTime(input), 0, [...start], timeS).y
}

const WARM = 60
const PAIRS = 7

/**
 * How long turns of the single acting engine take by the march and by the library, at equal accuracy and by turns, so
 * that a machine that slows down slows both. Both sum time and air.
 */
export async function againstLibrary() {
  const input = referenceInput(single.parameters)
  const march = engineMarch(engineNetwork(input), (single.results.n_mean_rpm * Math.PI) / 30, undefined, true)
  const { y, layout } = march
  for (let i = 0; i < WARM; i++) march.turn()
  const start = [y[0], y[1], 0, march.speed(), 0]
  const before = { air: y[layout.given(0)[0]], time: y[layout.time] }
  const own = () =>
    timed(1, 0, () => {
      for (let i = 0; i < 1000; i++) march.turn()
    })
  await own()
  const truth = single.results.air_per_rev_mg * 1e-6
  const errorInAirShare = (y[layout.given(0)[0]] - before.air) / 1000 / truth - 1
  const turnS = (y[layout.time] - before.time) / 1000
  // the loosest tolerance from which on the library stays as near as the march is, over several lengths: with one alone
  // it can be near by chance
  const error = (relative: number, count: number) =>
    byLibrary(input, start, count * turnS, relative)[4] / count / truth - 1
  const tries = [1e-3, 1e-4, 1e-5, 8e-6, 7e-6, 6.5e-6, 6e-6, 5.7e-6, 5.4e-6, 5e-6, 4e-6, 3e-6, 1e-6].map(
    (relative) => ({
      relative,
      error: Math.sqrt(LENGTHS.reduce((sum, count) => sum + error(relative, count) ** 2, 0) / LENGTHS.length),
    }),
  )
  const allowed = Math.max(1e-3, Math.abs(errorInAirShare))
  const fair = tries[Math.min(tries.length - 1, tries.findLastIndex((t) => t.error > allowed) + 1)]
  const pairs: { own: number; library: number; times: number }[] = []
  for (let i = 0; i < PAIRS; i++) {
    const mine = (await own()).medianMs
    const theirs = (await timed(1, 0, () => byLibrary(input, start, TURNS * turnS, fair.relative))).medianMs
    pairs.push({ own: mine, library: theirs, times: theirs / TURNS / (mine / 1000) })
  }
  const middle = (of: (p: (typeof pairs)[number]) => number) =>
    pairs.map(of).sort((a, b) => a - b)[Math.floor(PAIRS / 2)]
  return {
    march1000TurnsMs: middle((p) => p.own),
    errorInAirShare,
    library: 'odex 2.0.4, the same balances over time',
    libraryTurns: TURNS,
    libraryMs: middle((p) => p.library),
    relativeTolerance: fair.relative,
    rmsErrorInAirShare: fair.error,
    tries,
    timesTheLibrary: Math.round(10 * middle((p) => p.times)) / 10,
    wantedTimes: 10,
  }
}
