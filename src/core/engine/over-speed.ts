import { CP, GAMMA } from '../air'
import type { EngineMarch } from './cycle'
import type { EngineNetwork } from './network'
import { EXHAUST, SUPPLY } from './input'
import type { EngineCycle } from './results'
import { heldAt } from './steady'

/** What an engine gives at one speed that is held. */
export interface HeldPoint {
  readonly speedRadPerS: number
  readonly torqueNm: number
  readonly powerW: number
  readonly airPerTurnKg: number
  readonly indicatedWorkJ: number
}

/** Torque, power and air over speed, each speed held as by a dynamometer; friction of the engine taken off. */
export function overSpeed(network: EngineNetwork, speeds: readonly number[]): HeldPoint[] {
  let march: EngineMarch | undefined
  const perTurn = (2 * Math.PI) / network.periodRad
  return speeds.map((w) => {
    march = heldAt(network, w, march)
    const { y, layout } = march
    const before = y.slice()
    march.turn()
    const gained = (i: number) => y[i] - before[i]
    const work = gained(layout.gasWork) - gained(layout.frictionWork)
    const torqueNm = work / network.periodRad
    return {
      speedRadPerS: w,
      torqueNm,
      powerW: torqueNm * w,
      airPerTurnKg: gained(layout.given(SUPPLY)[0]) * perTurn,
      indicatedWorkJ: gained(layout.gasWork) * perTurn,
    }
  })
}

/**
 * Isentropic power that the air loses on its way into the chambers, W: what it could do before each restriction less
 * what it can do behind.
 * Only what flows inwards counts.
 */
export function throttledPower(
  network: EngineNetwork,
  { passages, chambers, still, angleRad, speedRadPerS, timeS }: EngineCycle,
): number {
  const { reservoirs, volumes } = network
  const { temperatureK } = reservoirs[SUPPLY]
  const pa = reservoirs[EXHAUST].absolutePressurePa
  const pressureOf = new Map<string | number, Float64Array>()
  chambers.forEach((c) => pressureOf.set(c.volume, c.pressurePaAbs))
  let seen = 0
  volumes.forEach(({ backPaAbs }, i) => {
    if (backPaAbs === null) pressureOf.set(i, still[seen++].pressurePaAbs)
  })
  const could = (p: number) => 1 - Math.min(1, pa / p) ** ((GAMMA - 1) / GAMMA)
  let lost = 0
  network.passages.forEach(({ from, to }, j) => {
    if ('reservoir' in to || ('volume' in from && volumes[from.volume].backPaAbs !== null)) return
    const below = pressureOf.get(to.volume)!
    const above = 'volume' in from ? pressureOf.get(from.volume)! : null
    const { flowKgPerS } = passages[j]
    const rate = (i: number) => {
      const flow = Math.max(0, flowKgPerS[i])
      const p = above ? above[i] : reservoirs[SUPPLY].absolutePressurePa
      return (flow * CP * temperatureK * (could(p) - could(Math.min(p, below[i])))) / speedRadPerS[i]
    }
    for (let i = 1; i < angleRad.length; i++) lost += 0.5 * (angleRad[i] - angleRad[i - 1]) * (rate(i) + rate(i - 1))
  })
  return lost / timeS
}
