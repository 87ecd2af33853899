import type { ChainStation } from '../../core/prediction'
import { lossLook, type Losses, type LossLook } from './losses'

export interface LedgerPart extends LossLook {
  readonly id: string
  readonly powerW: number
  /** What is left at the end. */
  readonly left: boolean
}

/** Losses and what is left, in the order of the air's way. They add up to the supply's power. */
export function ledgerParts(
  chain: readonly ChainStation[],
  left: Pick<LossLook, 'short' | 'long'>,
  losses?: Losses,
): LedgerPart[] {
  return [
    ...chain.flatMap((station) =>
      station.losses.map((l) => ({ ...lossLook(l.id, losses), id: l.id, powerW: l.powerW, left: false })),
    ),
    { ...left, id: 'left', tone: ['copper', 1], powerW: chain[chain.length - 1].powerW, left: true },
  ]
}
