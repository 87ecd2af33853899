import type { End, Exchange, GasVolume, MovingBall, Passage, Placed } from './network'
import type { TransferTube } from './input'

/**
 * The chambers of an engine, whatever closes them: their air, their passages, and how all of it is placed from the
 * shaft's angle.
 */
export interface Chambers {
  readonly periodRad: number
  /** Of its own volumes and passages, where they take each other's places. */
  readonly exchange?: Exchange
  /** Ascending from nought, below the period, each once. */
  readonly cornersRad: readonly number[]
  readonly volumes: readonly GasVolume[]
  /**
   * Between the room before the valves and the chambers; `far` is what the transfer tube leads to, where there is one.
   */
  readonly passages: (inlet: End, far: End | null) => readonly Passage[]
  /** Those of its passages that a ball opens which moves by itself, by their order here. */
  readonly balls: readonly MovingBall[]
  /** Writes the chambers' volumes and passages, from nought on. */
  readonly place: (angleRad: number, into: Placed) => void
  readonly tube?: TransferTube | null
}
