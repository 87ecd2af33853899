import { onePart, standing, type PartInSet } from '../../geometry'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, backWall, bentWheelNotes, spiralNotes } from '../shared-parts'
import { rimHalf, rimOutlets, rimParts, rimSet } from '../tangential-impulse/parts'
import type { TurbineCompressor } from '.'

type Driven = RotatingParts<TurbineCompressor>

/** Depth of an impeller from its back to its eye, mm. */
export const impellerDepth = (m: {
  readonly impeller: { readonly tipRadiusM: number; readonly tipWidthM: number }
}): number => Math.max(1.5 * m.impeller.tipWidthM, 0.45 * m.impeller.tipRadiusM) * mm

const parts = {
  ...rimParts,
  impeller: {
    name: 'Impeller',
    what: 'swept blades on a curved back',
    turns: true,
    notes: bentWheelNotes,
    walls: ({ fits }) => [standing('blades', Math.max(1.25 * fits.thinnest, 1)), backWall(2)],
  },
  'impeller-housing': {
    name: 'Impeller housing',
    what: 'collector, outlet, shaft hole',
    notes: spiralNotes,
    walls: airWall,
  },
  'impeller-lid': { name: 'Impeller lid', what: 'shroud, eye', notes: () => ONE_WAY },
} satisfies Record<string, PartSpec<Driven>>

export const turbineCompressorParts = {
  parts,
  set: (input) => {
    const { machine, bearing } = input
    const from = 2 * rimHalf(machine) + bearing.widthM * mm + 6
    const depth = impellerDepth(machine)
    const step = depth + 12
    return [
      ...rimSet(input),
      ...Array.from({ length: machine.impeller.stages }, (_, i): PartInSet[] => [
        onePart('impeller-housing', from + i * step),
        onePart('impeller', from + i * step + 5),
        onePart('impeller-lid', from + i * step + 6 + depth),
      ]).flat(),
    ]
  },
  outletAreaM2: rimOutlets,
} satisfies PartsKind<Driven>
