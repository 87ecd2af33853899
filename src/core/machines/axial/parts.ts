import { axialLengths, endPlateOutlets, endPlateRim, manyParts, onePart, standing } from '../../geometry'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { axialWheel } from '../shared-parts'
import type { Axial } from '.'

type Parts = RotatingParts<Axial>

const parts = {
  wheel: axialWheel,
  stator: {
    name: 'Stator',
    what: 'turns the air back; keyed, shrouds the next wheel',
    notes: () => [
      'The tab fits one groove only, so stators cannot go in turned over. Number them as they come off the printer.',
    ],
    walls: ({ machine }) => [standing('vanes', machine.bladeThicknessM * mm)],
  },
  lid: {
    name: 'Inlet lid',
    what: 'slanted feed holes, bearing seat',
    notes: () => [
      'Clean each feed hole with a drill held at its slant. Evenly spread air matters more than much air (common practice).',
    ],
  },
  barrel: { name: 'Barrel', what: 'holds the rings by their key', notes: () => ONE_WAY },
  'end-plate': { name: 'End plate', what: 'bearing seat, outlets, lugs', hasOutlets: true, notes: () => ONE_WAY },
} satisfies Record<string, PartSpec<Parts>>

export const axialParts = {
  parts,
  set: ({ machine }) => {
    const { chord, gap } = axialLengths(machine)
    const stage = 2 * (chord + gap)
    const along = (count: number, from: number) => Array.from({ length: count }, (_, i) => from + i * stage)
    return [
      onePart('end-plate', 0),
      onePart('barrel', 6),
      manyParts('wheel', along(machine.stages, 6)),
      ...(machine.stages > 1 ? [manyParts('stator', along(machine.stages - 1, 6 + chord + gap))] : []),
      onePart('lid', 8 + (machine.stages - 1) * stage + chord + gap, true),
    ]
  },
  outletAreaM2: (input) => 1e-6 * (endPlateOutlets(input, endPlateRim(input.machine, input))?.areaMm2 ?? 0),
} satisfies PartsKind<Parts>
