import { endPlateOutlets, endPlateRim, onePart } from '../../geometry'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { axialWheel, inserts, loneInsert } from '../shared-parts'
import type { SupersonicImpulse } from '.'

type Parts = RotatingParts<SupersonicImpulse>

const parts = {
  wheel: axialWheel,
  'nozzle-insert': loneInsert,
  'nozzle-plate': {
    name: 'Nozzle plate',
    what: 'slanted seats for the inserts, bearing seat',
    notes: () => ONE_WAY,
  },
  'shroud-ring': { name: 'Shroud ring', what: 'runs round the blade tips', notes: () => ONE_WAY },
  'end-plate': { name: 'End plate', what: 'bearing seat, outlets, lugs', hasOutlets: true, notes: () => ONE_WAY },
} satisfies Record<string, PartSpec<Parts>>

export const supersonicParts = {
  parts,
  set: ({ machine, nozzle }) => {
    const above = (machine.bladeDepthM + nozzle.gapM) * mm
    const plate = 14
    return [
      onePart('end-plate', 0),
      onePart('shroud-ring', 5),
      onePart('wheel', 6),
      onePart('nozzle-plate', 7 + above),
      inserts(nozzle.count, 8 + above + plate),
    ]
  },
  outletAreaM2: (input) => 1e-6 * (endPlateOutlets(input, endPlateRim(input.machine, input))?.areaMm2 ?? 0),
} satisfies PartsKind<Parts>
