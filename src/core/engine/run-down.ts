import { engineMarch } from './cycle'
import { dragTorque } from './network'
import { GAS_CONSTANT } from '../air'
import { engineNetwork } from './feed'
import { SUPPLY, type EngineInput } from './input'

export interface EngineRunDownInput {
  readonly engine: EngineInput
  /** How fast it is turned by hand at the start, rad/s. */
  readonly flickRadPerS: number
  readonly mostTimeS: number
  /** Thrust of its propeller by the square of its speed, N s2; nought without one. */
  readonly thrustPerSquareNS2: number
  readonly relative?: number
  /** Called now and then with the share that is done; false ends it. */
  readonly go?: (timeS: number) => boolean
}

export type RunDownEnd = 'rests' | 'time' | 'stopped'

export interface EngineRunDown {
  readonly timeS: readonly number[]
  readonly vesselPaAbs: readonly number[]
  readonly vesselTemperatureK: readonly number[]
  readonly speedRadPerS: readonly number[]
  readonly thrustN: readonly number[]
  readonly shaftPowerW: readonly number[]
  readonly end: RunDownEnd
  readonly runTimeS: number
  readonly turns: number
  readonly impulseNs: number
  readonly shaftWorkJ: number
  readonly peakThrustN: number
  readonly peakSpeedRadPerS: number
  /** Air that the vessel gave; what of its air above the room's pressure was left when it stopped. */
  readonly airKg: number
  readonly leftShare: number
}

/** Points of a trace: enough for any screen. */
const POINTS = 600

/**
 * An engine flicked on and left alone, turn by turn: on a vessel until it rests, the vessel's air with it; on a supply
 * that holds its pressure as long as is asked.
 * Sampled where a turn begins, thinned evenly as it grows.
 */
export function engineRunDown(input: EngineRunDownInput): EngineRunDown {
  const { engine, flickRadPerS, mostTimeS, thrustPerSquareNS2, relative, go } = input
  const { supply, room } = engine
  const network = engineNetwork(engine)
  const march = engineMarch(network, flickRadPerS, relative, true)
  const { y, layout } = march
  const vessel = network.volumes.findIndex(({ id }) => id === 'vessel')
  const G1 = 0.4
  const { absolutePressurePa, temperatureK } = supply
  const volumeM3 = supply.kind === 'vessel' ? supply.volumeM3 : 0
  const pressure = () => (vessel < 0 ? absolutePressurePa : (G1 * y[2 * vessel + 1]) / volumeM3)
  const given = layout.given(SUPPLY)[0]
  /** What is in the vessel; of a supply that holds its pressure, less what it has given. */
  const held = () => (vessel < 0 ? -y[given] : y[2 * vessel])
  const startMass = held()
  const startPa = pressure()
  let rows: [number, number, number, number, number, number][] = []
  let every = 1
  let [turns, time, impulse, work, peakThrust, peakSpeed] = [0, 0, 0, 0, 0, 0]
  let end: RunDownEnd = 'time'
  const record = (w: number) => {
    rows.push([
      time,
      pressure(),
      vessel < 0 ? temperatureK : (temperatureK * (pressure() / startPa)) / (held() / startMass),
      w,
      thrustPerSquareNS2 * w * w,
      Math.max(0, dragTorque(network.load, w)) * w,
    ])
    if (rows.length < 2 * POINTS) return
    rows = rows.filter((_, i) => i % 2 === 0)
    every *= 2
  }
  record(flickRadPerS)
  for (;;) {
    const before = y[layout.time]
    const moved = march.turn()
    const took = y[layout.time] - before
    const w = network.periodRad / took
    if (!moved) {
      end = 'rests'
      break
    }
    turns++
    time += took
    const thrust = thrustPerSquareNS2 * w * w
    impulse += thrust * took
    work += Math.max(0, dragTorque(network.load, w)) * w * took
    peakThrust = Math.max(peakThrust, thrust)
    peakSpeed = Math.max(peakSpeed, w)
    if (turns % every === 0) record(w)
    if (time >= mostTimeS) break
    if (go && turns % 64 === 0 && !go(time)) {
      end = 'stopped'
      break
    }
  }
  if (end === 'rests') record(0)
  const column = (i: number) => rows.map((r) => r[i])
  const roomMass = (room.absolutePressurePa * volumeM3) / (GAS_CONSTANT * temperatureK)
  return {
    timeS: column(0),
    vesselPaAbs: column(1),
    vesselTemperatureK: column(2),
    speedRadPerS: column(3),
    thrustN: column(4),
    shaftPowerW: column(5),
    end,
    runTimeS: time,
    turns: (turns * network.periodRad) / (2 * Math.PI),
    impulseNs: impulse,
    shaftWorkJ: work,
    peakThrustN: peakThrust,
    peakSpeedRadPerS: peakSpeed,
    airKg: startMass - held(),
    leftShare: vessel < 0 ? 1 : Math.max(0, (held() - roomMass) / (startMass - roomMass)),
  }
}
