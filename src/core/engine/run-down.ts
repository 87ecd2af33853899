import { engineMarch } from './cycle'
import { dragTorque } from './network'
import { pistonNetwork, type EngineInput } from './reciprocating'

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
 * An engine on a vessel until it rests: turned on turn by turn, the vessel's air with it.
 * Sampled where a turn begins, thinned evenly as it grows.
 * @throws RangeError where its supply is no vessel.
 */
export function engineRunDown(input: EngineRunDownInput): EngineRunDown {
  const { engine, flickRadPerS, mostTimeS, thrustPerSquareNS2, relative, go } = input
  const { supply, room } = engine
  if (supply.kind !== 'vessel') throw new RangeError('A run-down needs a vessel')
  const network = pistonNetwork(engine)
  const march = engineMarch(network, flickRadPerS, relative, true)
  const { y, layout } = march
  const vessel = network.volumes.findIndex(({ id }) => id === 'vessel')
  const G1 = 0.4
  const pressure = () => (G1 * y[2 * vessel + 1]) / supply.volumeM3
  const startMass = y[2 * vessel]
  const startPa = pressure()
  let rows: [number, number, number, number, number, number][] = []
  let every = 1
  let [turns, time, impulse, work, peakThrust, peakSpeed] = [0, 0, 0, 0, 0, 0]
  let end: RunDownEnd = 'time'
  const startTemperature = supply.temperatureK
  const record = (w: number) => {
    rows.push([
      time,
      pressure(),
      (startTemperature * (pressure() / startPa)) / (y[2 * vessel] / startMass),
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
  const roomMass = (room.absolutePressurePa * supply.volumeM3) / (287.05 * supply.temperatureK)
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
    airKg: startMass - y[2 * vessel],
    leftShare: Math.max(0, (y[2 * vessel] - roomMass) / (startMass - roomMass)),
  }
}
