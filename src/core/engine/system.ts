import type { StiffSystem } from '../numerics'
import { RESERVOIRS, layoutOf, placeOf, type Layout } from './layout'
import { linear } from './linear'
import type { EngineNetwork, Placed } from './network'
import { flows, rate } from './rate'
import { MOST_BALLS, MOST_PASSAGES, MOST_VOLUMES, turning } from './turning'

const { PLACED, T, back, ballOf, cap, from, keptAt, moves, now, p, px, rowOf, sealArea, sealForce, signOf, to, wallK } =
  turning
const { wallFixed, wallMore } = turning

export interface EngineSystem extends StiffSystem {
  readonly layout: Layout
  readonly placed: readonly Placed[]
  /** Mass flow of each passage at a place and a state, kg/s from its first end to its second. */
  readonly flows: (slot: number, y: Float64Array, out: Float64Array) => void
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
  const { wheel } = layout
  const rubs = network.volumes.some(({ seal }) => seal && (seal.forceN > 0 || seal.areaM2 > 0))
  const begin = (): void => {
    if (now.network === network && now.lean === lean) return
    now.network = network
    now.n = size
    now.nv = nv
    now.np = np
    now.lean = lean
    now.rubs = rubs
    now.inertiaKgM2 = network.inertiaKgM2
    ;[now.friction, now.load] = [network.friction, network.load]
    now.balls = balls
    network.volumes.forEach(({ backPaAbs, isothermal, start, seal, wall }, i) => {
      moves[i] = backPaAbs === null ? 0 : 1
      back[i] = backPaAbs ?? 0
      keptAt[i] = isothermal ? start.temperatureK : 0
      sealForce[i] = seal?.forceN ?? 0
      sealArea[i] = seal?.areaM2 ?? 0
      wallK[i] = wall?.temperatureK ?? 0
      wallFixed[i] = wall?.wattPerKelvin ?? 0
      wallMore[i] = wall?.wattPerKelvinM3 ?? 0
      rowOf[i] = 2 * i
      signOf[i] = 1
    })
    // what a reservoir has given grows as it gives
    network.reservoirs.forEach((r, i) => {
      p[nv + i] = r.absolutePressurePa
      T[nv + i] = r.temperatureK
      px[nv + i] = 0
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
    linear,
    possible: (y) => {
      for (let i = 0; i <= wheel; i++) if (!(y[i] > 0)) return false
      return true
    },
    flows,
  }
}
