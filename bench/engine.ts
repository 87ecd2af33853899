import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { CP, GAMMA, GAS_CONSTANT, STANDARD_AMBIENT } from '../src/core/air'
import {
  dragTorque,
  engineMarch,
  engineRunDown,
  flowFunction,
  engineNetwork,
  steady,
  steadyEngine,
  whatCosts,
  type EngineInput,
  type Placed,
} from '../src/core/engine'
import { referenceInput } from '../src/core/engine/reference/reference-input'
import { engineBuilds } from '../src/project/demo/engine-demo'
import { kindOf } from '../src/project/document'
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

const reference = (name: string) =>
  JSON.parse(readFileSync(new URL(`../src/core/engine/reference/${name}.json`, import.meta.url), 'utf8'))
const single = reference('single-acting')
const double = reference('double-acting')
const CV = GAS_CONSTANT / (GAMMA - 1)

/** The same engine as a plain system over time: mass and energy of its air, angle and speed of its crank, air that it took. */
function overTime(input: EngineInput): (t: number, y: number[]) => number[] {
  const network = engineNetwork(input)
  const placed: Placed = {
    volume: new Float64Array(1),
    slope: new Float64Array(1),
    slide: new Float64Array(1),
    area: new Float64Array(network.passages.length),
    pin: new Float64Array(1),
    pinSlope: new Float64Array(1),
  }
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

/** What a typed figure of each of the demo's engines costs on the page's thread: told at once, from where the last one was. */
async function typed() {
  const figures: Record<string, object> = {}
  for (const id of ['carousel-2', 'carousel-twin', 'carousel-rotor-2']) {
    const build = engineBuilds().find((b) => b.id === id)!
    const { quick } = kindOf(build as never)
    const room = { ambient: STANDARD_AMBIENT }
    let last = kindOf(build as never).predict(build as never, room)
    figures[id] = await timed(25, 3, (i) => {
      const drag = build.machine.bearingDragNm * (1 + 0.02 * (((i % 7) + 7) % 7))
      last = quick!.first({ ...build, machine: { ...build.machine, bearingDragNm: drag } } as never, room, last)
    })
  }
  return figures
}

/** Turns, a run-down and the steady turn of the single acting engine; the same turns by a general solver at the same accuracy. */
export async function benchEngine() {
  const input = referenceInput(single.parameters)
  const network = engineNetwork(input)
  const speed = (single.results.n_mean_rpm * Math.PI) / 30
  const march = engineMarch(network, speed)
  for (let i = 0; i < 60; i++) march.turn()
  const air = () => march.y[march.layout.given(0)[0]]
  const [airBefore, timeBefore] = [air(), march.y[march.layout.time]]
  const start = [march.y[0], march.y[1], 0, march.speed(), 0]
  const turns = await timed(5, 1, () => {
    for (let i = 0; i < 1000; i++) march.turn()
  })
  const ran = 6000
  const truth = single.results.air_per_rev_mg * 1e-6
  const ownError = (air() - airBefore) / ran / truth - 1
  const turnS = (march.y[march.layout.time] - timeBefore) / ran
  // the loosest tolerance with which the library is as near as the march is, over several lengths: of one alone it can be near by chance
  const error = (relative: number, count: number) =>
    byLibrary(input, start, count * turnS, relative)[4] / count / truth - 1
  const tries = [1e-3, 1e-4, 1e-5, 3e-6, 1e-6].map((relative) => ({
    relative,
    error: Math.sqrt(LENGTHS.reduce((sum, count) => sum + error(relative, count) ** 2, 0) / LENGTHS.length),
  }))
  const fair = tries.find((t) => t.error <= Math.max(1e-3, Math.abs(ownError))) ?? tries[tries.length - 1]
  const library = await timed(3, 0, () => byLibrary(input, start, TURNS * turnS, fair.relative))
  const near = steadyEngine(network)!.near
  const pin = { ...input, machine: structuredClone(input.machine) }
  const steadyTurn = await timed(25, 5, (i) => {
    if (pin.machine.kind === 'single-acting')
      steadyEngine(
        engineNetwork({
          ...pin,
          machine: {
            ...pin.machine,
            ball: { ...pin.machine.ball, pinLengthM: 2.2e-3 + 0.05e-3 * (((i % 5) + 5) % 5) },
          },
        }),
        near,
      )
  })
  const twin = engineNetwork({
    ...referenceInput(double.parameters),
    manifold: { volumeM3: 2e-6, boreDiameterM: 5e-3, discharge: 0.7 },
  })
  const cold = await timed(9, 2, () => steady(twin))
  const bottle: EngineInput = {
    ...input,
    supply: {
      kind: 'vessel',
      volumeM3: 8e-3,
      absolutePressurePa: 791_325,
      temperatureK: 293.15,
      heat: { uaWPerK: 0.8 },
      setPaAbs: null,
    },
  }
  let ranS = 0
  const runDown = await timed(3, 1, () => {
    ranS = engineRunDown({ engine: bottle, flickRadPerS: 100, mostTimeS: 120, thrustPerSquareNS2: 1e-5 }).runTimeS
  })
  const costs = await timed(5, 1, () => whatCosts(input, steadyEngine(network, near)!))
  return {
    turns1000: { ...turns, wantedMs: 300, errorInAirShare: ownError },
    byLibrary: {
      library: 'odex 2.0.4, the same balances over time',
      turns: TURNS,
      ...library,
      relativeTolerance: fair.relative,
      rmsErrorInAirShare: fair.error,
    },
    timesTheLibrary: Math.round((10 * (library.medianMs / TURNS)) / (turns.medianMs / 1000)) / 10,
    wantedTimes: 10,
    steadyTurnWhileDragged: { ...steadyTurn, wantedMs: 50 },
    steadyDoubleActingFromNothing: cold,
    runDown: { ...runDown, simulatedS: ranS, wantedMs: 3000 },
    whatCosts: costs,
    typingWanted50Ms: await typed(),
  }
}
