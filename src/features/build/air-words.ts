import type { Build } from '../../project/document'
import type { Shown } from '../shared'

/** The source in a few words. */
export function supplyWords(supply: Build['supply'], shown: Shown): string {
  switch (supply.kind) {
    case 'compressor':
      return `compressor, ${shown.text(supply.tankVolumeM3, 'volume')} tank`
    case 'steady':
      return 'steady supply'
    case 'vessel':
      return `bottle, ${shown.text(supply.volumeM3, 'volume')}`
    case 'blower': {
      const sets = [
        supply.inSeries > 1 ? `${supply.inSeries} in series` : '',
        supply.inParallel > 1 ? `${supply.inParallel} side by side` : '',
      ]
        .filter(Boolean)
        .join(', ')
      return `${supply.label || 'blower'}${sets ? `, ${sets}` : ''}`
    }
    case 'breath':
      return 'breath'
    case 'wind':
      return `wind, ${shown.text(supply.speedMPerS, 'speed')}`
    case 'balloon':
      return `balloon, ${shown.text(supply.blownVolumeM3, 'volume')}`
  }
}

/** What the air does to a body that flies free, by the arm of its side wind. */
export const STABILITY_WORDS = {
  unstable: 'tumbles',
  doubtful: 'wavers',
  stable: 'rights itself',
  'over-stable': 'noses hard into the wind',
} as const

export const REGIME_WORDS = {
  unchoked: 'not choked',
  choked: 'choked',
  'shock-in-divergence': 'shock inside',
  overexpanded: 'over-expanded',
  design: 'on design',
  underexpanded: 'under-expanded',
} as const
