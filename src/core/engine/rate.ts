import { CP, GAS_CONSTANT } from '../air'
import { RESERVOIRS } from './layout'
import { dragTorque } from './network'
import { flowFunction } from './orifice'
import { CV, lift, states, turning } from './turning'

const { PLACED, T, back, cap, from, keptAt, moves, now, p, push, rowOf, sealArea, sealForce, signOf, to } = turning
const { wallK, wallFixed, wallMore } = turning

/**
 * Balances of the engine that is being turned, at a place and a state: of each mass and energy, of the wheel, of balls
 * and of what is summed.
 */
export function rate(slot: number, y: Float64Array, out: Float64Array): void {
  const { volume, slope, slide, area } = PLACED[slot]
  const { n, nv, np, lean, friction, load, balls } = now
  const wheel = 2 * nv
  states(slot, y)
  const w = Math.sqrt((2 * y[wheel]) / now.inertiaKgM2)
  const inverse = 1 / w
  const work0 = n + 1 + 2 * RESERVOIRS
  const gasWork = work0 + nv
  const rows = lean ? work0 : gasWork + 4
  for (let i = 0; i < rows; i++) out[i] = 0
  if (balls.length > 0) lift(slot, y, w)
  for (let j = 0; j < np; j++) {
    const a = area[j]
    if (a === 0) continue
    let up = from[j]
    let down = to[j]
    let upper = p[up]
    let lower = p[down]
    if (upper > cap[j]) upper = cap[j]
    if (upper < lower) {
      if (cap[j] !== Infinity) continue
      up = to[j]
      down = from[j]
      const held = upper
      upper = lower
      lower = held
    }
    const q = ((a * upper) / Math.sqrt(GAS_CONSTANT * T[up])) * flowFunction(lower / upper) * inverse
    const e = CP * T[up] * q
    const out1 = rowOf[up]
    const in1 = rowOf[down]
    out[out1] -= signOf[up] * q
    out[out1 + 1] -= signOf[up] * e
    out[in1] += signOf[down] * q
    out[in1 + 1] += signOf[down] * e
  }
  let gas = 0
  let rub = 0
  for (let i = 0; i < nv; i++) {
    if (wallK[i] > 0) {
      const q = (wallFixed[i] + wallMore[i] * volume[i]) * (wallK[i] - T[i]) * inverse
      out[2 * i + 1] += q
      if (!lean) out[gasWork + 3] += q
    }
    if (keptAt[i] > 0) {
      // its walls give just what keeps it warm
      const kept = CV * keptAt[i] * out[2 * i]
      if (!lean) out[gasWork + 3] += kept - out[2 * i + 1]
      out[2 * i + 1] = kept
    }
    if (moves[i] === 0) continue
    const push = p[i] * slope[i]
    out[2 * i + 1] -= push
    if (!lean) out[work0 + i] = push
    gas += push - back[i] * slope[i]
    if (now.rubs) rub += slide[i] * (sealForce[i] + sealArea[i] * Math.max(0, p[i] - back[i]))
  }
  for (let b = 0; b < balls.length; b++) {
    const at = wheel + 1 + 2 * b
    out[at] = y[at + 1] * inverse
    out[at + 1] = (push[b].totalN / balls[b].massKg) * inverse
    // lifting the ball costs the crank what the pin does; what it gives back on the way down comes back
    rub += push[b].pinN * PLACED[slot].pinSlope[b]
  }
  const lost = dragTorque(friction, w) + rub
  const taken = dragTorque(load, w)
  out[wheel] = gas - lost - taken
  out[n] = inverse
  if (lean) return
  out[gasWork] = gas
  out[gasWork + 1] = lost
  out[gasWork + 2] = taken
}

/** Mass flow of each passage, kg/s from its first end to its second. */
export function flows(slot: number, y: Float64Array, out: Float64Array): void {
  states(slot, y)
  if (now.balls.length > 0) lift(slot, y, Math.sqrt((2 * y[2 * now.nv]) / now.inertiaKgM2))
  for (let j = 0; j < now.np; j++) {
    const upper = Math.min(p[from[j]], cap[j])
    const lower = p[to[j]]
    const back = upper < lower
    if (back && cap[j] !== Infinity) {
      out[j] = 0
      continue
    }
    const hot = T[back ? to[j] : from[j]]
    const [high, low] = back ? [lower, upper] : [upper, lower]
    const q = ((PLACED[slot].area[j] * high) / Math.sqrt(GAS_CONSTANT * hot)) * flowFunction(low / high)
    out[j] = back ? -q : q
  }
}
