import type { ChainLoss, ChainStation } from '../../core/prediction'
import { LOSS_NAMES } from './loss-names'

export interface LedgerPart {
  readonly id: ChainLoss | 'shaft'
  readonly name: string
  readonly long: string
  readonly powerW: number
}

/** Losses and what is left, in the order of the air's way. They add up to the supply's power. */
export function ledgerParts(chain: readonly ChainStation[]): LedgerPart[] {
  const losses = chain.flatMap((station) =>
    station.losses.map((l) => ({
      id: l.id,
      name: LOSS_NAMES[l.id].short,
      long: LOSS_NAMES[l.id].long,
      powerW: l.powerW,
    })),
  )
  const last = chain[chain.length - 1]
  const turning = last.id === 'load'
  return [
    ...losses,
    {
      id: 'shaft' as const,
      name: turning ? 'shaft' : 'push',
      long: turning ? 'Power left at the shaft' : 'Thrust times speed, at top speed',
      powerW: last.powerW,
    },
  ]
}
