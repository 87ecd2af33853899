import { GAMMA, GAS_CONSTANT } from '../air'
import { marchStiff, type StiffMarch } from '../numerics'
import type { EngineNetwork } from './network'
import type { Layout } from './layout'
import { engineSystem, type EngineSystem } from './system'

const CV = GAS_CONSTANT / (GAMMA - 1)

/** An engine that can be turned on from where it stands. */
export interface EngineMarch {
  readonly network: EngineNetwork
  readonly system: EngineSystem
  readonly layout: Layout
  readonly march: StiffMarch
  /** Its state: gas, wheel, sums. */
  readonly y: Float64Array
  /** Sets the wheel's speed. */
  readonly setSpeed: (radPerS: number) => void
  readonly speed: () => number
  /** Turns on through one period, from its start. False where it came to rest on the way. */
  readonly turn: (each?: (angleRad: number) => void, grid?: readonly number[]) => boolean
  readonly angle: () => number
}

/** Every volume's air goes where that volume has come to stand. */
function changePlaces(y: Float64Array, places: readonly number[]): void {
  const before = y.slice(0, 2 * places.length)
  places.forEach((to, i) => {
    y[2 * to] = before[2 * i]
    y[2 * to + 1] = before[2 * i + 1]
  })
}

/** Of a ball, by which its steps are judged: a usual lift and its usual speed. */
const [LIFT_M, LIFT_M_PER_S] = [0.1e-3, 1] as const

/** An engine's speed below which it stands, rad/s. */
export const RESTS_BELOW = 0.5

/**
 * An engine ready to turn: all air where it starts, the wheel at a speed.
 * @param relative error of each step, of every mass and energy.
 */
export function engineMarch(network: EngineNetwork, speedRadPerS: number, relative = 2e-4, lean = false): EngineMarch {
  const system = engineSystem(network, lean)
  const { layout } = system
  const { volumes, inertiaKgM2, cornersRad, periodRad, exchange } = network
  system.begin()
  system.place(0, 0)
  const absolute = new Float64Array(system.size)
  const start = new Float64Array(system.size + system.sums)
  volumes.forEach(({ start: air }, i) => {
    const mass = (air.absolutePressurePa * system.placed[0].volume[i]) / (GAS_CONSTANT * air.temperatureK)
    start[2 * i] = mass
    start[2 * i + 1] = mass * CV * air.temperatureK
    absolute[2 * i] = 1e-3 * relative * mass
    absolute[2 * i + 1] = 1e-3 * relative * mass * CV * air.temperatureK
  })
  network.balls.forEach((_, b) => {
    const at = layout.ball(b)
    // where its pin holds it, at rest
    start[at] = Math.max(0, system.placed[0].pin[b])
    absolute[at] = LIFT_M * relative
    absolute[at + 1] = LIFT_M_PER_S * relative
  })
  const march = marchStiff(system, { relative, absolute, firstStep: 1e-3 })
  const { y } = march
  y.set(start)
  const energy = (w: number) => 0.5 * inertiaKgM2 * w * w
  y[layout.wheel] = energy(speedRadPerS)
  let angle = 0
  const corners = [...cornersRad.slice(1), periodRad]
  /** How the last turn set out from each corner: this one does likewise. */
  const hints = new Float64Array(corners.length).fill(1e-3)
  return {
    network,
    system,
    layout,
    march,
    y,
    setSpeed: (w) => {
      y[layout.wheel] = energy(w)
    },
    speed: () => Math.sqrt((2 * y[layout.wheel]) / inertiaKgM2),
    angle: () => angle,
    turn: (each, grid) => {
      angle = 0
      const stops = grid ? [...new Set([...corners, ...grid])].filter((a) => a > 0).sort((a, b) => a - b) : corners
      each?.(0)
      for (let i = 0; i < stops.length; i++) {
        const stop = stops[i]
        angle = march.advance(angle, stop, grid ? undefined : hints[i])
        if (!grid) hints[i] = march.began()
        if (angle < stop || y[layout.wheel] < energy(RESTS_BELOW)) return false
        each?.(angle)
      }
      if (exchange) changePlaces(y, exchange.volumes)
      return true
    },
  }
}
