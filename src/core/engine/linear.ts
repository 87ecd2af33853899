import { CP, GAS_CONSTANT } from '../air'
import { ballRows, noPush, pushOn } from './balls'
import { RESERVOIRS } from './layout'
import { dragSlope, dragTorque } from './network'
import { flowAndSlope } from './orifice'
import { CV, G1, lift, states, turning } from './turning'

const { PLACED, T, back, ballOf, cap, from, keptAt, moves, now, p, push, px, rowOf, sealArea, sealForce, signOf, to } =
  turning

const { wallK, wallFixed, wallMore } = turning

/**
 * How far on a ball's push is looked at for its slope along the angle, rad: what it stops against has no simple one.
 */
const PEEK = 1e-6
const moved = noPush()
const orifice = new Float64Array(2)

/**
 * The rate, how it hangs on the state, and how it changes along the crank’s angle alone: one pass over what flows gives
 * all three, by formula.
 */
export function linear(slot: number, y: Float64Array, out: Float64Array, J: Float64Array, fx: Float64Array): void {
  const { volume, slope, bend, slide, slideSlope, area, areaSlope, pin, pinSlope, pinBend } = PLACED[slot]
  const { n, nv, np, lean, friction, load, balls } = now
  const wheel = 2 * nv
  const work0 = n + 1 + 2 * RESERVOIRS
  const gasWork = work0 + nv
  const heat = gasWork + 3
  states(slot, y)
  const w = Math.sqrt((2 * y[wheel]) / now.inertiaKgM2)
  const inverse = 1 / w
  /** Of all that goes by time, over the wheel's energy. */
  const slower = -1 / (2 * y[wheel])
  const rows = lean ? work0 : gasWork + 4
  for (let i = 0; i < rows; i++) out[i] = fx[i] = 0
  const cells = rows * n
  for (let i = 0; i < cells; i++) J[i] = 0
  for (let i = 0; i < nv; i++) px[i] = (-p[i] * slope[i]) / volume[i]
  if (balls.length > 0) lift(slot, y, w)
  for (let j = 0; j < np; j++) {
    const a = area[j]
    const ax = ballOf[j] >= 0 ? 0 : areaSlope[j]
    if (a === 0 && ax === 0) continue
    let up = from[j]
    let down = to[j]
    let upper = p[up]
    let lower = p[down]
    let free = 1
    if (upper > cap[j]) {
      upper = cap[j]
      free = 0
    }
    if (upper < lower) {
      if (cap[j] !== Infinity) continue
      up = to[j]
      down = from[j]
      const held = upper
      upper = lower
      lower = held
    }
    const perArea = inverse / Math.sqrt(GAS_CONSTANT * T[up])
    const scale = a * perArea
    const ratio = lower / upper
    flowAndSlope(ratio, orifice)
    const psi = orifice[0]
    const steep = orifice[1]
    const q = scale * upper * psi
    const h = CP * T[up]
    const e = h * q
    const qUp = free * scale * (psi - steep * ratio)
    const qDown = scale * steep
    const qx = ax * perArea * upper * psi + qUp * px[up] + qDown * px[down]
    const overT = -q / (2 * T[up])
    for (let side = 0; side < 2; side++) {
      const end = side === 0 ? up : down
      const sign = side === 0 ? -signOf[up] : signOf[down]
      const r = rowOf[end]
      out[r] += sign * q
      out[r + 1] += sign * e
      fx[r] += sign * qx
      fx[r + 1] += sign * h * qx
      const row = r * n
      const next = row + n
      if (up < nv) {
        const m = 2 * up
        const tm = -T[up] / y[m]
        const tu = T[up] / y[m + 1]
        const qm = overT * tm
        const qu = (qUp * G1) / volume[up] + overT * tu
        J[row + m] += sign * qm
        J[row + m + 1] += sign * qu
        J[next + m] += sign * (h * qm + CP * q * tm)
        J[next + m + 1] += sign * (h * qu + CP * q * tu)
      }
      if (down < nv) {
        const qu = (sign * (qDown * G1)) / volume[down]
        J[row + 2 * down + 1] += qu
        J[next + 2 * down + 1] += h * qu
      }
      if (ballOf[j] >= 0) {
        const ball = balls[ballOf[j]]
        const at = wheel + 1 + 2 * ballOf[j]
        // wide open the hole is the narrowest, and more lift opens no more
        const ql = a < ball.discharge * ball.holeM2 ? (sign * q) / y[at] : 0
        J[row + at] += ql
        J[next + at] += h * ql
      }
      const slow = sign * q * slower
      J[row + wheel] += slow
      J[next + wheel] += h * slow
    }
  }
  let gas = 0
  let rub = 0
  for (let i = 0; i < nv; i++) {
    const m = 2 * i
    const u = m + 1
    if (wallK[i] > 0) {
      const colder = (wallK[i] - T[i]) * inverse
      const per = wallFixed[i] + wallMore[i] * volume[i]
      const q = per * colder
      const qx = wallMore[i] * slope[i] * colder
      const g = per * inverse
      const overM = (g * T[i]) / y[m]
      const overU = (-g * T[i]) / y[u]
      for (let side = 0; side < (lean ? 1 : 2); side++) {
        const r = side === 0 ? u : heat
        out[r] += q
        fx[r] += qx
        const row = r * n
        J[row + m] += overM
        J[row + u] += overU
        J[row + wheel] += q * slower
      }
    }
    if (keptAt[i] > 0) {
      // its walls give just what keeps it warm
      const warm = CV * keptAt[i]
      if (!lean) {
        out[heat] += warm * out[m] - out[u]
        fx[heat] += warm * fx[m] - fx[u]
      }
      out[u] = warm * out[m]
      fx[u] = warm * fx[m]
      for (let c = 0; c < n; c++) {
        const kept = warm * J[m * n + c]
        if (!lean) J[heat * n + c] += kept - J[u * n + c]
        J[u * n + c] = kept
      }
    }
    if (moves[i] === 0) continue
    const push = p[i] * slope[i]
    const pushX = px[i] * slope[i] + p[i] * bend[i]
    out[u] -= push
    fx[u] -= pushX
    gas += push - back[i] * slope[i]
    fx[wheel] += pushX - back[i] * bend[i]
    const pu = G1 / volume[i]
    const more = pu * slope[i]
    J[u * n + u] -= more
    J[wheel * n + u] += more
    if (!lean) {
      out[work0 + i] = push
      fx[work0 + i] = pushX
      fx[gasWork] += pushX - back[i] * bend[i]
      J[(work0 + i) * n + u] += more
      J[gasWork * n + u] += more
    }
    if (!now.rubs) continue
    const above = p[i] > back[i] ? 1 : 0
    const seal = sealForce[i] + above * sealArea[i] * (p[i] - back[i])
    rub += slide[i] * seal
    const rubX = slideSlope[i] * seal + above * slide[i] * sealArea[i] * px[i]
    const moreRub = above * slide[i] * sealArea[i] * pu
    fx[wheel] -= rubX
    J[wheel * n + u] -= moreRub
    if (!lean) {
      fx[gasWork + 1] += rubX
      J[(gasWork + 1) * n + u] += moreRub
    }
  }
  const perEnergy = 1 / (now.inertiaKgM2 * w)
  const lostMore = dragSlope(friction, w) * perEnergy
  const takenMore = dragSlope(load, w) * perEnergy
  J[wheel * n + wheel] -= lostMore + takenMore
  for (let b = 0; b < balls.length; b++) {
    const { passage, massKg } = balls[b]
    const at = wheel + 1 + 2 * b
    out[at] = y[at + 1] * inverse
    out[at + 1] = (push[b].totalN / massKg) * inverse
    // lifting the ball costs the crank what the pin does; what it gives back on the way down comes back
    rub += push[b].pinN * pinSlope[b]
    ballRows(J, n, wheel, b, push[b], massKg, y, w, pinSlope[b], now.inertiaKgM2, lean ? -1 : gasWork + 1)
    const perPa = (push[b].perPressure * inverse * G1) / massKg
    const row = (at + 1) * n
    const [up, down] = [from[passage], to[passage]]
    const before = p[up] <= cap[passage] ? 1 : 0
    if (up < nv && before) J[row + 2 * up + 1] += perPa / volume[up]
    J[row + 2 * down + 1] -= perPa / volume[down]
    const across = Math.min(p[up], cap[passage]) - p[down] + (before * px[up] - px[down]) * PEEK
    const turned = pinSlope[b] + pinBend[b] * PEEK
    pushOn(balls[b], y[at], y[at + 1], across, pin[b] + pinSlope[b] * PEEK, turned * w, moved)
    fx[at + 1] = (((moved.totalN - push[b].totalN) / massKg) * inverse) / PEEK
    const lifted = (moved.pinN * turned - push[b].pinN * pinSlope[b]) / PEEK
    fx[wheel] -= lifted
    if (!lean) fx[gasWork + 1] += lifted
  }
  const lost = dragTorque(friction, w) + rub
  const taken = dragTorque(load, w)
  out[wheel] = gas - lost - taken
  out[n] = inverse
  J[n * n + wheel] += inverse * slower
  if (lean) return
  out[gasWork] = gas
  out[gasWork + 1] = lost
  out[gasWork + 2] = taken
  J[(gasWork + 1) * n + wheel] += lostMore
  J[(gasWork + 2) * n + wheel] += takenMore
}
