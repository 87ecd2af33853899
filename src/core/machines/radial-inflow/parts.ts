import { onePart, standing } from '../../geometry'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, backWall, bentWheelNotes, spiralNotes } from '../shared-parts'
import type { RadialInflow } from '.'

type Parts = RotatingParts<RadialInflow>

const parts = {
  'radial-wheel': {
    name: 'Radial wheel',
    what: 'blades on a curved back',
    turns: true,
    notes: bentWheelNotes,
    walls: ({ machine }) => [standing('blades', machine.bladeThicknessM * mm), backWall(machine.discThicknessM * mm)],
  },
  volute: { name: 'Volute', what: 'spiral wall, spout, bearing seat', notes: spiralNotes, walls: airWall },
  'volute-lid': { name: 'Lid', what: 'shroud of the wheel, outlet', notes: () => ONE_WAY },
} satisfies Record<string, PartSpec<Parts>>

export const radialParts = {
  parts,
  set: ({ machine, bearing }) => [
    onePart('volute', 0),
    onePart('radial-wheel', 4 + bearing.widthM * mm),
    onePart('volute-lid', 6 + bearing.widthM * mm + (machine.discThicknessM + machine.inletWidthM) * mm),
  ],
} satisfies PartsKind<Parts>
