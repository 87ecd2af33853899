import { CP, GAMMA, GAS_CONSTANT } from '../air'
import type { StiffSystem } from '../numerics'
import { ballRows, liftedArea, noPush, pushOn, type BallPush } from './balls'
import { RESERVOIRS, layoutOf, placeOf, type Layout } from './layout'
import {
  NO_DRAG,
  dragSlope,
  dragTorque,
  type EngineNetwork,
  type GasVolume,
  type MovingBall,
  type Placed,
} from './network'
import { flowFunction, flowFunctionSlope } from './orifice'

const CV = GAS_CONSTANT / (GAMMA - 1)
const G1 = GAMMA - 1

export interface EngineSystem extends StiffSystem {
  readonly layout: Layout
  readonly placed: readonly Placed[]
  /** Mass flow of each passage at a place and a state, kg/s from its first end to its second. */
  readonly flows: (slot: number, y: Float64Array, out: Float64Array) => void
}

/** The most volumes, ends and passages of an engine: eight cylinders with two ends each, a manifold and a vessel. */
const MOST_VOLUMES = 24
const MOST_PASSAGES = 64
const MOST_BALLS = 8

// The engine that is being turned, put here by its `begin`: at fixed places, arrays are read twice as fast, and only one turns at a time.
const volumes = () => new Float64Array(MOST_VOLUMES + 8)
const passages = () => new Float64Array(MOST_PASSAGES)
const [p, T, signOf, back, keptAt, sealForce, sealArea, moves] = Array.from({ length: 8 }, volumes)
const rowOf = new Int32Array(MOST_VOLUMES + 8)
const [from, to] = [new Int32Array(MOST_PASSAGES), new Int32Array(MOST_PASSAGES)]
const cap = passages()
const PLACED: readonly Placed[] = Array.from({ length: 3 }, () => ({
  volume: volumes(),
  slope: volumes(),
  slide: volumes(),
  area: passages(),
  pin: volumes(),
  pinSlope: volumes(),
}))
/** Which ball opens a passage; none: less than nought. */
const ballOf = new Int32Array(MOST_PASSAGES)
/** What pushes each ball where it was last asked for. */
const push: readonly BallPush[] = Array.from({ length: MOST_BALLS }, noPush)

const now = {
  /** How many act on each other: volumes, wheel and balls. */
  n: 0,
  nv: 0,
  np: 0,
  lean: false,
  rubs: false,
  inertiaKgM2: 1,
  friction: NO_DRAG,
  load: NO_DRAG,
  walls: [] as readonly GasVolume['wall'][],
  balls: [] as readonly MovingBall[],
}

function states(slot: number, y: Float64Array): void {
  const { volume } = PLACED[slot]
  const { nv } = now
  for (let i = 0; i < nv; i++) {
    const u = y[2 * i + 1]
    p[i] = (G1 * u) / volume[i]
    T[i] = u / (CV * y[2 * i])
  }
}

/** Every ball where a state has it: its opening, and what pushes it. */
function lift(slot: number, y: Float64Array, w: number): void {
  const { area, pin, pinSlope } = PLACED[slot]
  now.balls.forEach((ball, b) => {
    const j = ball.passage
    const at = 2 * now.nv + 1 + 2 * b
    area[j] = liftedArea(ball, y[at])
    const across = Math.min(p[from[j]], cap[j]) - p[to[j]]
    pushOn(ball, y[at], y[at + 1], across, pin[b], pinSlope[b] * w, push[b])
  })
}

function rate(slot: number, y: Float64Array, out: Float64Array): void {
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
    const wall = now.walls[i]
    if (wall) {
      const q = wall.wattPerKelvin(volume[i]) * (wall.temperatureK - T[i]) * inverse
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

function jacobian(slot: number, y: Float64Array, J: Float64Array): void {
  const { volume, slope, slide, area, pinSlope } = PLACED[slot]
  const { n, nv, np, lean, balls } = now
  const wheel = 2 * nv
  const work0 = n + 1 + 2 * RESERVOIRS
  const gasWork = work0 + nv
  const heat = gasWork + 3
  states(slot, y)
  const w = Math.sqrt((2 * y[wheel]) / now.inertiaKgM2)
  const inverse = 1 / w
  /** Of all that goes by time, over the wheel's energy. */
  const slower = -1 / (2 * y[wheel])
  const cells = (lean ? work0 : gasWork + 4) * n
  for (let i = 0; i < cells; i++) J[i] = 0
  if (balls.length > 0) lift(slot, y, w)
  for (let j = 0; j < np; j++) {
    const a = area[j]
    if (a === 0) continue
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
    const scale = (a / Math.sqrt(GAS_CONSTANT * T[up])) * inverse
    const ratio = lower / upper
    const psi = flowFunction(ratio)
    const bend = flowFunctionSlope(ratio, psi)
    const q = scale * upper * psi
    const h = CP * T[up]
    const qUp = free * scale * (psi - bend * ratio)
    const qDown = scale * bend
    const overT = -q / (2 * T[up])
    for (let side = 0; side < 2; side++) {
      const end = side === 0 ? up : down
      const sign = side === 0 ? -signOf[up] : signOf[down]
      const row = rowOf[end] * n
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
        const qx = a < ball.discharge * ball.holeM2 ? (sign * q) / y[at] : 0
        J[row + at] += qx
        J[next + at] += h * qx
      }
      const slow = sign * q * slower
      J[row + wheel] += slow
      J[next + wheel] += h * slow
    }
  }
  for (let i = 0; i < nv; i++) {
    const m = 2 * i
    const u = m + 1
    const wall = now.walls[i]
    if (wall) {
      const g = wall.wattPerKelvin(volume[i]) * inverse
      const overM = (g * T[i]) / y[m]
      const overU = (-g * T[i]) / y[u]
      const overE = g * (wall.temperatureK - T[i]) * slower
      for (let side = 0; side < (lean ? 1 : 2); side++) {
        const row = (side === 0 ? u : heat) * n
        J[row + m] += overM
        J[row + u] += overU
        J[row + wheel] += overE
      }
    }
    if (keptAt[i] > 0)
      for (let c = 0; c < n; c++) {
        const kept = CV * keptAt[i] * J[m * n + c]
        if (!lean) J[heat * n + c] += kept - J[u * n + c]
        J[u * n + c] = kept
      }
    if (moves[i] === 0) continue
    const pu = G1 / volume[i]
    const push = pu * slope[i]
    J[u * n + u] -= push
    J[wheel * n + u] += push
    if (!lean) {
      J[(work0 + i) * n + u] += push
      J[gasWork * n + u] += push
    }
    if (now.rubs && p[i] > back[i]) {
      const rub = slide[i] * sealArea[i] * pu
      J[wheel * n + u] -= rub
      if (!lean) J[(gasWork + 1) * n + u] += rub
    }
  }
  const perEnergy = 1 / (now.inertiaKgM2 * w)
  const lost = dragSlope(now.friction, w) * perEnergy
  const taken = dragSlope(now.load, w) * perEnergy
  J[wheel * n + wheel] -= lost + taken
  for (let b = 0; b < balls.length; b++) {
    const i = balls[b].passage
    ballRows(J, n, wheel, b, push[b], balls[b].massKg, y, w, pinSlope[b], now.inertiaKgM2, lean ? -1 : gasWork + 1)
    const perPa = (push[b].perPressure * inverse * G1) / balls[b].massKg
    const row = (wheel + 2 + 2 * b) * n
    if (from[i] < nv && p[from[i]] <= cap[i]) J[row + 2 * from[i] + 1] += perPa / volume[from[i]]
    J[row + 2 * to[i] + 1] -= perPa / volume[to[i]]
  }
  J[n * n + wheel] += inverse * slower
  if (lean) return
  J[(gasWork + 1) * n + wheel] += lost
  J[(gasWork + 2) * n + wheel] += taken
}

function flows(slot: number, y: Float64Array, out: Float64Array): void {
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

/**
 * Balances of mass and energy of every volume and of the flywheel's energy, over the crank's angle.
 * With the wheel's energy for the speed, work and energy are sums that cancel to rounding in any step.
 * @param lean only time and what each reservoir has given are summed: for long runs.
 * Perfect gas: cp, cv of dry air. A flow carries the enthalpy of where it comes from.
 */
export function engineSystem(network: EngineNetwork, lean = false): EngineSystem {
  const nv = network.volumes.length
  const np = network.passages.length
  const { balls } = network
  if (nv > MOST_VOLUMES || np > MOST_PASSAGES || balls.length > MOST_BALLS || network.reservoirs.length !== RESERVOIRS)
    throw new RangeError(`An engine of ${nv} volumes and ${np} passages`)
  const layout = layoutOf(network)
  const size = layout.time
  const walls = network.volumes.map(({ wall }) => wall)
  const rubs = network.volumes.some(({ seal }) => seal && (seal.forceN > 0 || seal.areaM2 > 0))
  const begin = (): void => {
    now.n = size
    now.nv = nv
    now.np = np
    now.lean = lean
    now.rubs = rubs
    now.inertiaKgM2 = network.inertiaKgM2
    ;[now.friction, now.load] = [network.friction, network.load]
    now.walls = walls
    now.balls = balls
    network.volumes.forEach(({ backPaAbs, isothermal, start, seal }, i) => {
      moves[i] = backPaAbs === null ? 0 : 1
      back[i] = backPaAbs ?? 0
      keptAt[i] = isothermal ? start.temperatureK : 0
      sealForce[i] = seal?.forceN ?? 0
      sealArea[i] = seal?.areaM2 ?? 0
      rowOf[i] = 2 * i
      signOf[i] = 1
    })
    // what a reservoir has given grows as it gives
    network.reservoirs.forEach((r, i) => {
      p[nv + i] = r.absolutePressurePa
      T[nv + i] = r.temperatureK
      rowOf[nv + i] = layout.given(i)[0]
      signOf[nv + i] = -1
    })
    network.passages.forEach((passage, j) => {
      from[j] = placeOf(passage.from, nv)
      to[j] = placeOf(passage.to, nv)
      cap[j] = passage.setPaAbs ?? Infinity
      ballOf[j] = -1
    })
    for (const [b, { passage }] of balls.entries()) ballOf[passage] = b
  }
  return {
    layout,
    placed: PLACED,
    size,
    sums: (lean ? layout.work(0) : layout.length) - size,
    begin,
    place: (x, slot) => network.place(x, PLACED[slot]),
    rate,
    jacobian,
    possible: (y) => {
      for (let i = 0; i <= layout.wheel; i++) if (!(y[i] > 0)) return false
      return true
    },
    flows,
  }
}
