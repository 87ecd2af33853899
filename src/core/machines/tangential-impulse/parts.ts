import {
  at,
  bearingBody,
  over,
  placedAt,
  posed,
  put,
  round,
  screw,
  shaftBody,
  standing,
  standShape,
  tailLength,
  tailReach,
  KEY,
  type Assembly,
  type Placed,
  type Point,
  type StandPlace,
  type Vec,
} from '../../geometry'
import { COLLAR, collarScrew, hubScrew, type HubShape } from '../../geometry/solids/hub'
import { polar } from '../../geometry/solids/common'
import { END_PLAY } from '../hub-stack'
import { clearOf, type Segment } from '../lug-angles'
import { LYING, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, casedInsert, collar, hoseTail, hub } from '../shared-parts'
import { insertPose, jetAngles, lugAngles, rimLayout, rimOutletRing, rimPipes, type RimInput } from './layout'
import { screwPlaces } from './screws'
import type { TangentialImpulse } from '.'

const HALF_NOTES = [
  'Print it lying on its outer face: no support. The screws are spaced unevenly, so the halves go together only one way.',
  'The bearing goes in from inside, against the wall that holds it. Ream the seats of the inserts; do not let glue reach the bore.',
  'This half is no guard: a guard that stops a fragment stands round the whole machine.',
]

/** Rotor on its hub, casing halves, their inserts and hose tails: also the turbine of one that drives impellers. */
export const rimParts = {
  rotor: {
    name: 'Rotor',
    what: 'disc, blades, keyed bore',
    turns: true,
    goesOn:
      'Onto the hub’s barrel, groove over the key, until it lies against the flange. Blades as in the picture: hollow to the jet.',
    notes: (input) => {
      const l = rimLayout(input)
      return [
        LYING,
        l.screws > 0
          ? `The hub’s barrel of ⌀ ${(2 * l.hub).toFixed(1)} mm carries it; three M3 × ${l.screwLength} screws from below clamp it to the flange. The set screw sits in the metal, never in the print.`
          : 'There is no room for clamping screws round the hub: the collar clamps the disc to the hub’s flange, and the key drives it.',
        'Leave the ring inside the blades free: it is where balance holes are drilled.',
      ]
    },
    walls: ({ machine }) => [standing('blades', machine.bladeThicknessM * mm)],
  },
  hub: { ...hub, setScrew: (input) => hubScrew(rimHub(input)) },
  collar: { ...collar, setScrew: (input) => collarScrew(rimLayout(input).hub) },
  'nozzle-insert': casedInsert,
  'hose-tail': hoseTail,
  'casing-lower': {
    name: 'Lower half',
    what: 'bearing seat, insert seats, screw lugs',
    hasOutlets: true,
    goesOn: 'On the bench, on its outer face.',
    notes: () => HALF_NOTES,
    walls: airWall,
  },
  'casing-upper': {
    name: 'Upper half',
    what: 'closes the lower one, its mirror',
    hasOutlets: true,
    goesOn: 'Over all of it. The screw places are uneven: it goes on one way only. Do not force it.',
    notes: () => HALF_NOTES,
    walls: airWall,
  },
} satisfies Record<string, PartSpec<RimInput>>

type RimPart = keyof typeof rimParts

/** The metal hub of a tangential rotor, from its lower end. */
export function rimHub(input: RimInput): HubShape {
  const l = rimLayout(input)
  const end = l.lowSeat + END_PLAY / 2
  const flangeFrom = l.rotor + l.disc - end
  const disc = l.rotor - end
  return {
    bore: (input.shaftDiameterM * mm) / 2,
    shoulder: l.shoulder,
    barrel: l.hub,
    barrelFrom: disc - (l.screws > 0 ? 0 : COLLAR.height),
    barrelTo: flangeFrom,
    flangeFrom,
    flangeTo: flangeFrom + l.flange,
    flangeRadius: l.flangeRadius,
    length: l.highSeat - l.lowSeat - END_PLAY,
    keys: [[disc, flangeFrom]],
    keyDepth: KEY.depth,
    screws: screwPlaces(l.screws, l.screwPitch),
  }
}

/** Direction as far as can be from all jets. */
const awayFromJets = (count: number): Vec => [...polar(1, 90 + 180 / count), 0] as unknown as Vec

/** Where the screws that hold the halves stand. */
export const rimRods = (input: RimInput): Point[] => {
  const l = rimLayout(input)
  return lugAngles(l, input.nozzle.angleRad, input.nozzle.count).map((a) => polar(l.rods, a))
}

/**
 * What it stands on; what stands on the machine itself raises its screws by `above` and has pipes of a reach along
 * pieces, mm.
 */
export function rimStand(input: RimInput, above = 0, over: readonly Segment[] = [], overReach = 0): StandPlace {
  const l = rimLayout(input)
  const [own, theirs] = [
    clearOf(rimPipes(l, input.nozzle.angleRad, input.nozzle.count), tailReach(l.tail)),
    clearOf(over, overReach),
  ]
  const clear = (ear: Point) => own(ear) && theirs(ear)
  return {
    shape: standShape(rimRods(input), 2 * l.half + above, 5, { air: rimOutletRing(input)?.areaMm2, clear }),
    face: 0,
  }
}

/** A tangential machine put together; what stands on it raises its screws and lengthens its shaft by so much, mm. */
export function rimAssembly(input: RimInput, above = { screws: 0, shaft: 25 }): Assembly<RimPart> {
  const l = rimLayout(input)
  const { nozzle, bearing } = input
  const bearingWidth = bearing.widthM * mm
  const ball = bearingBody(bearing)
  const pose = insertPose(l, nozzle.angleRad)
  const jet: Vec = [Math.cos(nozzle.angleRad), -Math.sin(nozzle.angleRad), 0]
  const away = jet.map((v) => -v) as unknown as Vec
  const insert: Placed<RimPart> = { body: 'nozzle-insert', pose, apart: away }
  // the tail lies against the insert's inlet and looks back along the jet
  const tail: Placed<RimPart> = {
    body: 'hose-tail',
    pose: posed(placedAt(pose, [0, 0, -l.tail.slack / 2]), away, [0, 0, 1]),
    apart: away,
  }
  const angles = jetAngles(nozzle.count)
  const top = 2 * l.half + above.screws
  const { shape } = rimStand(input, above.screws)
  const lugs = rimRods(input)
  const clear = Math.min(l.rotor - l.floor, l.rotor - l.lowSeat)
  const clearAbove = Math.min(l.ceiling, l.highSeat) - l.rotor - Math.max(l.disc, l.blade)
  return {
    placed: [
      at('casing-lower', 0),
      at(ball, l.lowSeat - bearingWidth),
      at(shaftBody(input.shaftDiameterM * mm, 2 * l.half + above.shaft + 5), -5, true),
      ...(l.screws > 0
        ? screwPlaces(l.screws, l.screwPitch).map((p) => put(screw(l.screwLength), posed([...p, l.rotor]), true))
        : [at('collar', l.rotor - COLLAR.height, true)]),
      at('rotor', l.rotor, true),
      at('hub', l.lowSeat + END_PLAY / 2, true),
      ...round(insert, angles),
      ...round(tail, angles),
      at(ball, l.highSeat),
      over('casing-upper', 2 * l.half),
      ...lugs.map((p) => put(screw(shape.screw), posed([...p, top], [0, 0, -1]))),
    ],
    jets: round({ body: 'nozzle-insert', pose }, angles).map((p) => ({
      exit: placedAt(p.pose, [0, 0, l.insert.length]),
      direction: [p.pose[8], p.pose[9], p.pose[10]],
      radius: l.insert.exitRadius,
      free: l.free,
      bore: nozzle.form.kind === 'round' ? (nozzle.throatDiameterM * mm) / 2 : 0,
      inside: l.insert.length + tailLength(l.tail) + 10,
    })),
    gaps: [
      {
        code: 'radial',
        of: ['rotor'],
        from: ['casing-lower', 'casing-upper'],
        along: awayFromJets(nozzle.count),
        mm: input.machine.casing.kind === 'close' ? input.machine.casing.clearanceM * mm : l.cavity - l.tip,
      },
      { code: 'axial', of: ['rotor'], from: ['casing-lower'], along: [0, 0, -1], mm: clear },
      { code: 'axial', of: ['rotor'], from: ['casing-upper'], along: [0, 0, 1], mm: clearAbove },
      { code: 'end-play', of: ['hub'], from: ['bearing'], along: [0, 0, -1], mm: END_PLAY / 2 },
      { code: 'end-play', of: ['hub'], from: ['bearing'], along: [0, 0, 1], mm: END_PLAY / 2 },
    ],
    turn: -1,
    span: l.span,
    overhang: 0,
  }
}

/** Both halves have outlets. */
export const rimOutlets = (input: RimInput): number => 2e-6 * (rimOutletRing(input)?.areaMm2 ?? 0)

export const tangentialParts = {
  parts: rimParts,
  assembly: (input) => rimAssembly(input),
  stand: (input) => rimStand(input),
  outletAreaM2: rimOutlets,
} satisfies PartsKind<RotatingParts<TangentialImpulse>>
