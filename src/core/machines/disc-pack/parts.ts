import { lying, manyParts, onePart, packOutlets } from '../../geometry'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, inserts, loneInsert } from '../shared-parts'
import type { DiscPack } from '.'

type Parts = RotatingParts<DiscPack>

const parts = {
  disc: {
    name: 'Disc',
    what: 'keyed bore, outlet holes',
    turns: true,
    notes: () => [
      'Print face down on glass, solid: flatness sets the gap. Turn each next disc by one key place if they warp alike.',
      'Glue nothing: key, spacers and one nut hold the pack.',
    ],
    walls: ({ machine }) => [lying('disc', machine.discThicknessM * mm)],
  },
  spacer: {
    name: 'Spacer',
    what: 'sets the gap',
    turns: true,
    notes: () => ['Its thickness is the gap: measure it. Washers of that thickness do as well.'],
    walls: ({ machine }) => [lying('gap', machine.gapWidthM * mm)],
  },
  'nozzle-insert': loneInsert,
  'pack-housing': {
    name: 'Housing',
    what: 'insert seats, bearing seat, outlets',
    hasOutlets: true,
    notes: () => ONE_WAY,
    walls: airWall,
  },
  'pack-cover': { name: 'Cover', what: 'bearing seat, lugs', notes: () => ONE_WAY },
} satisfies Record<string, PartSpec<Parts>>

export const discPackParts = {
  parts,
  set: ({ machine, nozzle }) => {
    const pitch = (machine.discThicknessM + machine.gapWidthM) * mm
    const along = (count: number, from: number) => Array.from({ length: count }, (_, i) => from + i * pitch)
    return [
      onePart('pack-housing', 0),
      inserts(nozzle.count, 10),
      manyParts('disc', along(machine.discs, 6)),
      manyParts('spacer', along(machine.discs - 1, 6 + machine.discThicknessM * mm)),
      onePart('pack-cover', 8 + machine.discs * pitch),
    ]
  },
  outletAreaM2: (input) => 1e-6 * (packOutlets(input, input.machine.innerRadiusM)?.areaMm2 ?? 0),
} satisfies PartsKind<Parts>
