import {
  at,
  lying,
  packOutlets,
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
import { airWall, casedInsert, collar, flangedHoseTail, hub } from '../shared-parts'
import { LEAST_GAP, packHub, packLayout } from './layout'
import type { DiscPack } from '.'

type Parts = RotatingParts<DiscPack>

const parts = {
  hub: { ...hub, setScrew: (input) => hubScrew(packHub(input)) },
  collar: { ...collar, setScrew: (input) => collarScrew(packLayout(input).hub) },
  disc: {
    name: 'Disc',
    what: 'keyed bore, outlet holes',
    turns: true,
    goesOn: 'Onto the hub, groove over the key, flat on what is there.',
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
    plain: true,
    goesOn: 'Onto the hub, flat on the disc: no burr, no dust, or the gap is another.',
    notes: () => ['Its thickness is the gap: measure it. Washers of that thickness do as well.'],
    walls: ({ machine }) => [lying('gap', machine.gapWidthM * mm)],
  },
  'nozzle-insert': casedInsert,
  'hose-tail': flangedHoseTail,
  'pack-housing': {
    name: 'Housing',
    what: 'insert seats, bearing seat, outlets',
    hasOutlets: true,
    goesOn: 'On the bench, outer face down.',
    notes: () => ONE_WAY,
    walls: airWall,
  },
  'pack-cover': {
    name: 'Cover',
    what: 'bearing seat, lugs',
    goesOn: 'Over the pack, the bearing into its seat. The screw places are uneven: it goes on one way only.',
    notes: () => ONE_WAY,
  },
} satisfies Record<string, PartSpec<Parts>>

/** What it stands on. */
const stand = (input: Parts): StandPlace => {
  const l = packLayout(input)
  return {
    shape: standShape(lugPlaces(l.wall, l.lugs), l.joint + l.coverPlate, 15, {
      air: packOutlets(input, input.machine.innerRadiusM)?.areaMm2,
      clear: clearOf(l.pipes, tailReach(l.tail.tail)),
    }),
    face: 0,
  }
}

function assembly(input: Parts): Assembly<keyof typeof parts> {
  const l = packLayout(input)
  const places = lugPlaces(l.wall, l.lugs)
  const top = l.joint + l.coverPlate
  const foot = l.stack.from - l.rise
  const clearance = Math.max(input.machine.clearanceM * mm, LEAST_GAP)
  return {
    placed: [
      at('pack-housing', 0),
      ...onShaft(input, l.stack, -15, l.stack.high + input.bearing.widthM * mm),
      ...Array.from({ length: l.discs }, (_, i) => [
        ...(i > 0 ? [at('spacer', l.stack.from + i * l.pitch - l.gap, true)] : []),
        at('disc', foot + i * l.pitch, true),
      ]).flat(),
      ...overStack(input, l.stack),
      at('pack-cover', l.joint),
      ...seatedInserts(input, l.pose),
      ...places.map((p) => put(screw(stand(input).shape.screw), posed([...p, top], [0, 0, -1]))),
    ],
    jets: insertJets(input, l.pose, l.insert, l.exitBack),
    gaps: [
      { code: 'radial', of: ['disc'], from: ['pack-housing'], along: [0, -1, 0], mm: clearance },
      { code: 'axial', of: ['disc'], from: ['pack-cover'], along: [0, 0, 1], mm: clearance },
      { code: 'axial', of: ['disc'], from: ['pack-housing'], along: [0, 0, -1], mm: clearance },
      ...endPlay,
    ],
    turn: -1,
    differs: [
      {
        code: 'open',
        stated: input.machine.outletShare,
        made: Math.min(input.machine.outletShare, l.outlets.mostShare),
      },
    ],
    span: l.stack.span,
    overhang: 0,
  }
}

export const discPackParts = {
  parts,
  assembly,
  stand,
  outletAreaM2: (input) => 1e-6 * (packOutlets(input, input.machine.innerRadiusM)?.areaMm2 ?? 0),
} satisfies PartsKind<Parts>
