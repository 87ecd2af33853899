import { engineRunDown, NO_DRAG, type EngineInput, type EngineRunDown } from '../../engine'
import { seededRandom, normalDraw } from '../../statistics'
import { wallConductance } from '../../supply'
import { tally } from '../tally'
import { reduceRunDown } from './reduce-run-down'
import { simulateRunDown } from './simulate-run-down'

export const RUN_DOWN_CONDITIONS = [
  'plain',
  'missed marks',
  'coarse gauge',
  'volume to 2 %',
  'creeping cell',
  'filled just now',
] as const
export type RunDownCondition = (typeof RUN_DOWN_CONDITIONS)[number]
export const RUN_DOWN_FIGURES = ['runTime', 'peakSpeed', 'turns', 'air', 'airPerTurn', 'impulse', 'peakThrust'] as const

const ROOM = { absolutePressurePa: 101_325, temperatureK: 293.15 }
const THRUST = 4e-6
/** Machines that the campaign draws from: a run takes longer than its readings. */
const MACHINES = 12
const LEAST_S = 10

const made = new Map<number, { readonly engine: EngineInput; readonly run: EngineRunDown }>()

/** One of the campaign’s machines on its bottle, run down once: the first that starts. */
export function runDownMachine(index: number, warm = false) {
  const key = warm ? -1 - index : index
  const known = made.get(key)
  if (known) return known
  for (let again = 0; ; again++) {
    const both = drawn(9000 + 31 * index + 7 * again, warm)
    if (both.run.runTimeS < LEAST_S) continue
    made.set(key, both)
    return both
  }
}

function drawn(seed: number, warm: boolean): { readonly engine: EngineInput; readonly run: EngineRunDown } {
  const random = seededRandom(seed)
  const between = (low: number, high: number) => low + (high - low) * random()
  const volumeM3 = between(0.5e-3, 2.5e-3)
  const boreM = between(14e-3, 24e-3)
  const swept = (Math.PI / 4) * boreM ** 2 * boreM
  // by how much filling has warmed it
  const warmerK = warm ? 5 + 25 * seededRandom(seed + 1)() : 0
  const engine: EngineInput = {
    machine: {
      kind: 'single-acting',
      boreM,
      strokeM: boreM,
      rodM: 2 * boreM,
      phasesRad: [0],
      leaks: { toRoomM2: between(0, 1e-7), pastPistonM2: 0 },
      seal: { forceN: 0.5, areaM2: 2e-6 },
      walls: { filmWPerM2K: 100, temperatureK: ROOM.temperatureK },
      clearanceM3: between(0.3, 0.7) * swept,
      ball: { pinLengthM: 0.11 * boreM, seatDiameterM: 0.22 * boreM, pinDiameterM: 0.08 * boreM, discharge: 0.7 },
      ports: { fromM: 0.7 * boreM, heightM: 0.3 * boreM, widthM: boreM, discharge: 0.7 },
    },
    supply: {
      kind: 'vessel',
      volumeM3,
      absolutePressurePa: ROOM.absolutePressurePa + between(400e3, 800e3),
      temperatureK: ROOM.temperatureK + warmerK,
      // what the wall gives is known within a factor of two either way
      heat: { uaWPerK: wallConductance(volumeM3) * Math.exp(between(-Math.LN2, Math.LN2)) },
      setPaAbs: random() < 0.5 ? ROOM.absolutePressurePa + 250e3 : null,
    },
    manifold: { volumeM3: 2e-6, boreDiameterM: 4e-3, discharge: 0.7 },
    room: ROOM,
    turning: {
      inertiaKgM2: 5e-5,
      friction: { constantNm: 0.002, settlesRadPerS: 1, perSpeedNmS: 3e-6, perSquareNmS2: 0 },
      load: { ...NO_DRAG, perSquareNmS2: between(1.5e-7, 4e-7) },
    },
  }
  const run = engineRunDown({
    engine,
    flickRadPerS: 60,
    mostTimeS: 300,
    thrustPerSquareNS2: THRUST,
    relative: 1e-3,
  })
  return { engine, run }
}

/** One simulated run, reduced as a maker's would be; null where it is refused. */
export function runDownRun(condition: RunDownCondition, seed: number, machines = MACHINES) {
  const { engine, run } = runDownMachine(seed % machines, condition === 'filled just now')
  const summed = (values: readonly number[]) =>
    values.reduce((sum, v, i) => (i === 0 ? 0 : sum + 0.5 * (v + values[i - 1]) * (run.timeS[i] - run.timeS[i - 1])), 0)
  const random = seededRandom(seed * 977 + 5)
  const between = (low: number, high: number) => low + (high - low) * random()
  const { supply } = engine
  const volumeM3 = supply.kind === 'vessel' ? supply.volumeM3 : 0
  const uaWPerK = supply.kind === 'vessel' && typeof supply.heat === 'object' ? supply.heat.uaWPerK : 0
  const spread = condition === 'volume to 2 %' ? 0.02 : 0
  const zero = condition === 'coarse gauge' ? 3000 : 0
  const trace = simulateRunDown(run, ROOM.absolutePressurePa, {
    stepS: between(0.01, 0.05),
    restS: between(1, 3),
    speedShare: between(0.001, 0.01),
    missedShare: condition === 'missed marks' ? 0.02 : 0,
    pressurePa: between(300, 2000),
    zeroPa: zero * normalDraw(random),
    digitPa: condition === 'coarse gauge' ? 5000 : 0,
    thrustN: between(0.005, 0.05),
    zeroN: between(-0.5, 0.5),
    creepN: condition === 'creeping cell' ? 0.05 * normalDraw(random) : 0,
    coolsS: (supply.absolutePressurePa * volumeM3) / (0.4 * uaWPerK * supply.temperatureK),
    roomK: ROOM.temperatureK,
    seed: seed + 3,
  })
  const truth = {
    runTime: run.runTimeS,
    // of the course that the logger saw: the run’s own points, thinned and straight between
    peakSpeed: Math.max(...run.speedRadPerS),
    turns: summed(run.speedRadPerS) / (2 * Math.PI),
    air: run.airKg,
    airPerTurn: run.airKg / (summed(run.speedRadPerS) / (2 * Math.PI)),
    impulse: summed(run.thrustN),
    peakThrust: Math.max(...run.thrustN),
  }
  try {
    const r = reduceRunDown(
      trace,
      {
        volumeM3: volumeM3 * (1 + spread * normalDraw(random)),
        volumeRelativeUncertainty: spread,
        zeroUncertaintyPa: zero,
        spanRelativeUncertainty: 0,
        loadRelativeUncertainty: 0,
      },
      { roomPaAbs: ROOM.absolutePressurePa, roomK: ROOM.temperatureK, load: null },
    )
    return {
      truth,
      found: { ...r, air: r.air!, airPerTurn: r.airPerTurn!, impulse: r.impulse!, peakThrust: r.peakThrust! },
    }
  } catch {
    return { truth, found: null }
  }
}

/** Many runs of so many machines under one condition, tallied. */
export const runDownCampaign = (condition: RunDownCondition, repeats: number, machines = MACHINES) =>
  tally(condition, RUN_DOWN_FIGURES, repeats, (i) => runDownRun(condition, i, machines))
