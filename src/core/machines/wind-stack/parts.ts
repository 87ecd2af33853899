import { manyParts, onePart, standing } from '../../geometry'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, axialWheel } from '../shared-parts'
import type { WindStack } from '.'

type Parts = RotatingParts<WindStack>

/** Height of one tier of a wind stack, mm: what prints in one piece. */
export const tierHeight = (m: { readonly stackHeightM: number }): number => {
  const whole = m.stackHeightM * mm
  return whole / Math.max(1, Math.ceil(whole / 120))
}

const parts = {
  wheel: axialWheel,
  'stack-tier': {
    name: 'Stack tier',
    what: 'slanted vanes between two rings',
    notes: () => ONE_WAY,
    walls: ({ fits }) => [standing('vanes', Math.max(1.2, 1.5 * fits.thinnest))],
  },
  'stack-foot': { name: 'Foot', what: 'outlet tube, bearing seat', notes: () => ONE_WAY, walls: airWall },
} satisfies Record<string, PartSpec<Parts>>

export const windStackParts = {
  parts,
  set: ({ machine }) => {
    const tier = tierHeight(machine)
    const tiers = Math.max(1, Math.round((machine.stackHeightM * mm) / tier))
    return [
      onePart('stack-foot', 0),
      onePart('wheel', 8),
      manyParts(
        'stack-tier',
        Array.from({ length: tiers }, (_, i) => 30 + machine.chordM * mm + i * tier),
      ),
    ]
  },
} satisfies PartsKind<Parts>
