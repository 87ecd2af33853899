import {
  at,
  endPlateOutlets,
  endPlateRim,
  posed,
  put,
  screw,
  type Assembly,
  standShape,
  tailReach,
  type StandPlace,
} from '../../geometry'
import { clearOf } from '../lug-angles'
import { collarScrew, hubScrew } from '../../geometry/solids/hub'
import { lugPlaces } from '../../geometry/solids/common'
import { endPlay, onShaft, overStack } from '../hub-stack'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { insertJets, seatedInserts } from '../seated-inserts'
import { axialWheel, casedInsert, collar, flangedHoseTail, hub } from '../shared-parts'
import { sideJetHub, sideJetLayout } from './layout'
import type { SupersonicImpulse } from '.'

type Parts = RotatingParts<SupersonicImpulse>

const parts = {
  hub: { ...hub, setScrew: (input) => hubScrew(sideJetHub(input)) },
  collar: { ...collar, setScrew: (input) => collarScrew(sideJetLayout(input).row.hub) },
  wheel: axialWheel,
  'nozzle-insert': casedInsert,
  'hose-tail': flangedHoseTail,
  'nozzle-plate': {
    name: 'Nozzle plate',
    what: 'slanted seats for the inserts, bearing seat',
    goesOn: 'Over the wheel, bearing into its seat. The screw places are uneven: it goes on one way only.',
    notes: () => ONE_WAY,
  },
  'shroud-ring': {
    name: 'Shroud ring',
    what: 'runs round the blade tips',
    goesOn: 'Onto the end plate, its screw places over those of the plate.',
    notes: () => ONE_WAY,
  },
  'end-plate': {
    name: 'End plate',
    what: 'bearing seat, outlets, lugs',
    hasOutlets: true,
    goesOn: 'On the bench, outer face down.',
    notes: () => ONE_WAY,
  },
} satisfies Record<string, PartSpec<Parts>>

/** What it stands on. */
const stand = (input: Parts): StandPlace => {
  const l = sideJetLayout(input)
  return {
    shape: standShape(lugPlaces(l.rim, l.lugs), l.under + l.nozzlePlate, 15, {
      air: endPlateOutlets(input, endPlateRim(input.machine, input))?.areaMm2,
      clear: clearOf(l.pipes, tailReach(l.tail.tail)),
    }),
    face: 0,
  }
}

function assembly(input: Parts): Assembly<keyof typeof parts> {
  const l = sideJetLayout(input)
  const { casing } = input.machine
  // in the open a ring stands 2 mm off
  const clearance = casing.kind === 'close' ? casing.clearanceM * mm : 2
  // the bearing's seat stands under the wheel where it is wider than its bore
  const seat = (input.bearing.outerM * mm) / 2 + input.fits.wall
  const places = lugPlaces(l.rim, l.lugs)
  const top = l.under + l.nozzlePlate
  return {
    placed: [
      at('end-plate', 0),
      ...onShaft(input, l.stack, -15, l.stack.high + input.bearing.widthM * mm),
      at('shroud-ring', l.plate),
      at('wheel', l.stack.from, true),
      ...overStack(input, l.stack),
      at('nozzle-plate', l.under),
      ...seatedInserts(input, l.pose),
      ...places.map((p) => put(screw(stand(input).shape.screw), posed([...p, top], [0, 0, -1]))),
    ],
    jets: insertJets(input, l.pose, l.insert, l.free),
    gaps: [
      { code: 'radial', of: ['wheel'], from: ['shroud-ring'], along: [1, 0, 0], mm: clearance },
      { code: 'jet', of: ['wheel'], from: ['nozzle-plate', 'nozzle-insert'], along: [0, 0, 1], mm: l.top },
      {
        code: 'axial',
        of: ['wheel'],
        from: ['end-plate'],
        along: [0, 0, -1],
        mm: l.stack.from - (seat > l.row.hub ? Math.max(l.plate, l.stack.low) : l.plate),
      },
      ...endPlay,
    ],
    turn: 1,
    span: l.stack.span,
    overhang: 0,
  }
}

export const supersonicParts = {
  parts,
  assembly,
  stand,
  outletAreaM2: (input) => 1e-6 * (endPlateOutlets(input, endPlateRim(input.machine, input))?.areaMm2 ?? 0),
} satisfies PartsKind<Parts>
