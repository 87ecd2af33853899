import type { EngineNetwork } from './network'
import type { EngineCycle } from './results'

/** Lift above which a ball lets air past, and above which it has left its seat again, m: below, its seat only gives. */
const [SHUT_M, BOUNCED_M] = [10e-6, 30e-6] as const

/** What a ball does round a turn. Angles are those of the engine, rad. */
export interface BallMotion {
  readonly pinLeavesRad: number
  /** Where it first sits again after its pin has left the seat; null where it never does in the turn. */
  readonly shutsRad: number | null
  /** How far after its pin that is; until the pin comes again where it never sits. */
  readonly lateRad: number
  /** How often it leaves its seat again without the pin. */
  readonly bounces: number
  readonly highestM: number
  /** It strikes what closes its room. */
  readonly meetsCap: boolean
  /** Share of the air that it lets in while the pin is away from it. */
  readonly afterPinShare: number
}

/**
 * What a ball that moves by itself does in a turn. Null where its pin never reaches it.
 * @param ball which of the network's.
 */
export function ballMotion(
  { balls }: EngineNetwork,
  { angleRad, speedRadPerS, balls: seen, passages }: EngineCycle,
  ball = 0,
): BallMotion | null {
  const { liftM, pinM } = seen[ball]
  const { flowKgPerS } = passages[balls[ball].passage]
  const count = angleRad.length - 1
  const turn = angleRad[count]
  const leaves = Array.from({ length: count }, (_, i) => i).find((i) => pinM[i] > 0 && pinM[i + 1] <= 0)
  if (leaves === undefined) return null
  const pinLeavesRad = angleRad[leaves + 1]
  /** Samples from where the pin has left until it comes again. */
  const away: number[] = []
  for (let k = 1; k <= count; k++) {
    const i = (leaves + k) % count
    if (pinM[i] > 0) break
    away.push(i)
  }
  const after = (i: number) => (angleRad[i] - pinLeavesRad + turn) % turn
  const shut = away.findIndex((i) => liftM[i] <= SHUT_M)
  let bounces = 0
  let sits = true
  for (const i of shut < 0 ? [] : away.slice(shut)) {
    if (sits && liftM[i] > BOUNCED_M) bounces++
    sits = liftM[i] <= (sits ? BOUNCED_M : SHUT_M)
  }
  let [all, late] = [0, 0]
  for (let i = 0; i < count; i++) {
    const air = (Math.max(0, flowKgPerS[i]) * (angleRad[i + 1] - angleRad[i])) / speedRadPerS[i]
    all += air
    if (pinM[i] <= 0) late += air
  }
  const highestM = Math.max(...liftM)
  return {
    pinLeavesRad,
    shutsRad: shut < 0 ? null : angleRad[away[shut]],
    lateRad: shut < 0 ? after(away[away.length - 1]) : after(away[shut]),
    bounces,
    highestM,
    meetsCap: highestM >= balls[ball].roomM,
    afterPinShare: all > 0 ? late / all : 0,
  }
}
