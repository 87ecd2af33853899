import { rootBetween } from '../numerics'
import { roomToPlace, type EngineNetwork } from './network'
import { flowFunction } from './orifice'
import { SUPPLY } from './input'

/** How hard an engine at rest pushes, at every angle of a turn. */
export interface Standing {
  readonly angleRad: readonly number[]
  /** Of the air alone, in the way that it turns, N m. */
  readonly torqueNm: readonly number[]
  /** What holds it at rest, N m. */
  readonly holdsNm: readonly number[]
  /** Share of the turn from which it starts by itself in its own way, and backwards. */
  readonly startsShare: number
  readonly backwardsShare: number
  /** Stretches, rad, from which it starts by itself: from, to; one across the turn's start goes beyond it. */
  readonly starts: readonly (readonly [number, number])[]
}

/** Static friction over what rubs when it turns. Common practice, no source. */
const STICKS = 1.3

/** Pressure of a chamber at rest, between what comes in from the supply and what goes out, Pa absolute. */
function restingPressure(paIn: number, paOut: number, areaIn: number, areaOut: number): number {
  if (areaOut === 0) return areaIn > 0 ? paIn : paOut
  if (areaIn === 0 || paIn <= paOut) return paOut
  const more = (p: number) => areaIn * paIn * flowFunction(p / paIn) - areaOut * p * flowFunction(paOut / p)
  return rootBetween(more, paOut, paIn, 1)
}

/**
 * The engine at rest under its supply's pressure, at each degree: every chamber fills or empties as its openings let
 * it. A bore before the manifold does not matter at rest, since hardly any air goes through it.
 */
export function standing(network: EngineNetwork, degrees = 2): Standing {
  const { volumes, passages, reservoirs, periodRad, friction } = network
  const paIn = reservoirs[SUPPLY].absolutePressurePa
  const count = Math.round((periodRad * 180) / Math.PI / degrees)
  const angleRad = Array.from({ length: count }, (_, i) => (i * periodRad) / count)
  const placed = roomToPlace(volumes.length, passages.length, network.balls.length)
  const still = friction.constantNm * STICKS
  const torqueNm: number[] = []
  const holdsNm: number[] = []
  for (const angle of angleRad) {
    network.place(angle, placed)
    let [torque, holds] = [0, still]
    volumes.forEach(({ backPaAbs, seal }, i) => {
      if (backPaAbs === null) return
      let [areaIn, areaOut, paOut] = [0, 0, backPaAbs]
      passages.forEach(({ from, to }, j) => {
        if ('volume' in to && to.volume === i && ('reservoir' in from || volumes[from.volume].backPaAbs === null))
          areaIn += placed.area[j]
        if ('volume' in from && from.volume === i && 'reservoir' in to) {
          areaOut += placed.area[j]
          paOut = reservoirs[to.reservoir].absolutePressurePa
        }
      })
      const p = restingPressure(paIn, paOut, areaIn, areaOut)
      torque += (p - backPaAbs) * placed.slope[i]
      if (seal) holds += STICKS * placed.slide[i] * (seal.forceN + seal.areaM2 * Math.max(0, p - backPaAbs))
    })
    torqueNm.push(torque)
    holdsNm.push(holds)
  }
  const forwards = torqueNm.map((t, i) => t > holdsNm[i])
  const starts: [number, number][] = []
  const first = forwards.indexOf(false)
  if (first < 0) starts.push([0, periodRad])
  else
    for (let k = 1; k <= count; k++) {
      const i = (first + k) % count
      const at = angleRad[first] + (k * periodRad) / count
      if (!forwards[i]) continue
      const last = starts.at(-1)
      if (last && at - last[1] < (1.5 * periodRad) / count) last[1] = at
      else starts.push([at, at])
    }
  const share = (of: readonly boolean[]) => of.filter(Boolean).length / count
  return {
    angleRad,
    torqueNm,
    holdsNm,
    startsShare: share(forwards),
    backwardsShare: share(torqueNm.map((t, i) => -t > holdsNm[i])),
    starts: starts.map(([a, b]) => (a >= periodRad ? [a - periodRad, b - periodRad] : [a, b])),
  }
}
