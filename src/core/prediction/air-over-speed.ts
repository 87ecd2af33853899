import { straightAt, stretchOf } from '../numerics'
import type { TurbineModel } from '../turbine'

/** Air at the nozzle. */
export interface NozzleAir {
  readonly pressurePaAbs: number
  readonly temperatureK: number
}

/**
 * Air at the nozzle over speed, rising: what the supply keeps up while the machine takes what it takes at that speed.
 */
export type AirOverSpeed = readonly (NozzleAir & { readonly speedRadPerS: number })[]

/** Speeds at which the air is balanced first, as shares of the free speed. */
const NODES = [0, 0.25, 0.5, 0.75, 1, 1.25] as const
/**
 * Between nodes the pressure may bend by this share of its gauge; where it bends more, speeds between are balanced too.
 */
const BEND = 1.5e-3
/** Rounds of that: a supply that stops keeping up at some speed makes a corner. */
const ROUNDS = 3
/**
 * Times the speeds are carried on: as a machine speeds up it takes less, the pressure rises, and it runs faster still.
 */
const CARRIED = 5

/**
 * The air balanced at speeds from rest to beyond the free one, the working speed among them, closer where the pressure
 * bends.
 * `balanced` gives the air at a speed, `freeWith` the free speed with the air known so far. Error of the power between
 * nodes: below 1 % of the greatest.
 */
export function airOverSpeed(
  ambientPa: number,
  own: AirOverSpeed[number],
  balanced: (speedRadPerS: number) => NozzleAir,
  freeWith: (air: AirOverSpeed) => number,
  rounds = ROUNDS,
): AirOverSpeed {
  let free = Math.max(1, freeWith([own]))
  const node = (speedRadPerS: number) => ({ speedRadPerS, ...balanced(speedRadPerS) })
  const sorted = (nodes: AirOverSpeed) => [...nodes].sort((a, b) => a.speedRadPerS - b.speedRadPerS)
  let nodes = sorted([
    own,
    ...NODES.map((share) => share * free)
      .filter((w) => Math.abs(w - own.speedRadPerS) > 0.02 * free)
      .map(node),
  ])
  for (let i = 0; i < CARRIED; i++) {
    const last = nodes[nodes.length - 1].speedRadPerS
    free = freeWith(nodes)
    if (free <= last) break
    nodes = sorted([...nodes, ...[(last + free) / 2, free, 1.25 * free].map(node)])
  }
  for (let round = 0; round < rounds; round++) {
    const most = BEND * Math.max(...nodes.map((n) => n.pressurePaAbs - ambientPa))
    // how far a node lies off the straight line between its neighbours
    const bends = nodes.map((n, i) => {
      if (i === 0 || i === nodes.length - 1) return false
      const [before, after] = [nodes[i - 1], nodes[i + 1]]
      const t = (n.speedRadPerS - before.speedRadPerS) / (after.speedRadPerS - before.speedRadPerS)
      return (
        Math.abs(n.pressurePaAbs - before.pressurePaAbs - t * (after.pressurePaAbs - before.pressurePaAbs)) > 2 * most
      )
    })
    const between = nodes
      .slice(1)
      .flatMap(({ speedRadPerS }, i) => (bends[i] || bends[i + 1] ? [(speedRadPerS + nodes[i].speedRadPerS) / 2] : []))
    if (between.length === 0) break
    nodes = sorted([...nodes, ...between.map(node)])
  }
  return nodes
}

/** The air at a speed, joined straight between the nodes, held at its ends. */
export function airAt(air: AirOverSpeed, speedRadPerS: number): NozzleAir {
  const [first, last] = [air[0], air[air.length - 1]]
  if (speedRadPerS <= first.speedRadPerS) return first
  if (speedRadPerS >= last.speedRadPerS) return last
  const i = stretchOf(
    air.map((n) => n.speedRadPerS),
    speedRadPerS,
  )
  const [a, b] = [air[i], air[i + 1]]
  const t = (speedRadPerS - a.speedRadPerS) / (b.speedRadPerS - a.speedRadPerS)
  return {
    pressurePaAbs: a.pressurePaAbs + t * (b.pressurePaAbs - a.pressurePaAbs),
    temperatureK: a.temperatureK + t * (b.temperatureK - a.temperatureK),
  }
}

/** The nodes agree to a ten-thousandth of the gauge pressure. */
function hardlyMoves(air: AirOverSpeed, ambientPa: number): boolean {
  const pressures = air.map((n) => n.pressurePaAbs)
  const most = Math.max(...pressures)
  return most - Math.min(...pressures) < 1e-4 * (most - ambientPa)
}

/**
 * A machine whose air follows its speed; where the nodes agree to a ten-thousandth it is the model at their one
 * pressure.
 */
export function followed(
  model: TurbineModel,
  air: AirOverSpeed,
  ambientPa: number,
  modelOf: (pressurePaAbs: number, temperatureK: number) => TurbineModel,
): TurbineModel {
  if (hardlyMoves(air, ambientPa)) return model
  return {
    nozzle: model.nozzle,
    speedLimitRadPerS: model.speedLimitRadPerS,
    get notes() {
      return model.notes
    },
    at: (speed) => {
      const { pressurePaAbs, temperatureK } = airAt(air, speed)
      return modelOf(pressurePaAbs, temperatureK).at(speed)
    },
  }
}

/** Every how many nodes the air of a build close by is balanced anew. */
const EVERY = 3

/**
 * The air over speed of a build close by: known at one of its nodes, balanced anew at both ends and every third one,
 * between them moved as those are.
 * Where the air hangs on the speed by less than a ten-thousandth, moved as a whole by what it is at the one that is
 * known.
 */
export function shiftedAir(
  near: AirOverSpeed,
  ambientPa: number,
  known: AirOverSpeed[number],
  balanced: (speedRadPerS: number) => NozzleAir,
): AirOverSpeed {
  const own = near.findIndex((n) => n.speedRadPerS === known.speedRadPerS)
  const last = near.length - 1
  const flat = hardlyMoves(near, ambientPa)
  const anew = [...near.keys()].filter((i) => i === own || (!flat && (i % EVERY === 0 || i === last)))
  const speeds = anew.map((i) => near[i].speedRadPerS)
  const moves = anew.map((i) => {
    const now = i === own ? known : balanced(near[i].speedRadPerS)
    return { share: now.pressurePaAbs / near[i].pressurePaAbs - 1, warmer: now.temperatureK - near[i].temperatureK }
  })
  const shares = moves.map((m) => m.share)
  const warmer = moves.map((m) => m.warmer)
  return near.map(({ speedRadPerS, pressurePaAbs, temperatureK }) => ({
    speedRadPerS,
    pressurePaAbs: pressurePaAbs * (1 + (flat ? shares[0] : straightAt(speeds, shares, speedRadPerS))),
    temperatureK: temperatureK + (flat ? warmer[0] : straightAt(speeds, warmer, speedRadPerS)),
  }))
}
