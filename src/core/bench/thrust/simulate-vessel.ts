import { GAMMA, GAS_CONSTANT, STANDARD_AMBIENT } from '../../air'
import type { PushCourse, trueThrust } from './simulate-thrust'

/** A vessel that empties itself through a converging nozzle and a valve that opens evenly. SI. */
export interface EmptyingVessel {
  readonly paAbs: number
  readonly volumeM3: number
  readonly throatM2: number
  readonly opensInS: number
  readonly wallWPerK: number
}

const STEP_S = 2e-4
const MOST_S = 30
/** Below this share of its opening a push is gone. */
const GONE = 1e-4
/** How many steps lie between the points of the course. */
const EVERY = 5

/**
 * Its push by the gas alone: choked, then not; the air cools as it expands and takes heat from the wall. Thrust of the
 * opening is that of an open valve at the first pressure; the run time ends where a twentieth of it is left.
 * Perfect gas, no losses; Euler's steps, so short that halving them changes no figure by 1e-4.
 */
export function vesselPush({ paAbs, volumeM3: V, throatM2: A, opensInS, wallWPerK }: EmptyingVessel): {
  readonly push: PushCourse
  readonly truth: ReturnType<typeof trueThrust>
} {
  const { absolutePressurePa: room, temperatureK: wallK } = STANDARD_AMBIENT
  const [g, R] = [GAMMA, GAS_CONSTANT]
  const cp = (g * R) / (g - 1)
  const critical = (2 / (g + 1)) ** (g / (g - 1))
  /** Flow and thrust through so much of the throat. */
  const jet = (p: number, T: number, open: number) => {
    const out = Math.max(room, critical * p)
    const leavesK = T * (out / p) ** ((g - 1) / g)
    const speed = Math.sqrt(Math.max(0, 2 * cp * (T - leavesK)))
    const flow = (open * A * out * speed) / (R * leavesK)
    return { flow, thrustN: flow * speed + open * A * (out - room) }
  }
  let [p, T] = [paAbs, wallK]
  const first = jet(p, T, 1).thrustN
  const [timeS, forceN] = [[] as number[], [] as number[]]
  let [impulse, runTime] = [0, 0]
  for (let i = 0; i * STEP_S < MOST_S; i++) {
    const t = i * STEP_S
    const { flow, thrustN } = jet(p, T, Math.min(1, t / opensInS))
    if (i % EVERY === 0) {
      timeS.push(t)
      forceN.push(thrustN)
    }
    impulse += thrustN * STEP_S
    if (thrustN > 0.05 * first) runTime = t
    if (t > opensInS && thrustN < GONE * first) break
    const mass = (p * V) / (R * T)
    const left = mass - flow * STEP_S
    T += ((wallWPerK * (wallK - T) - flow * R * T) / (mass * (cp - R))) * STEP_S
    p = (left * R * T) / V
  }
  return { push: { kind: 'trace', timeS, forceN }, truth: { thrust: first, impulse, runTime } }
}
