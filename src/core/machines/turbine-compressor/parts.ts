import { at, posed, put, standing, tailLength, type Assembly, type Placed, type Vec } from '../../geometry'
import { polar } from '../../geometry/solids/common'
import { COLLAR, collarScrew, hubScrew } from '../../geometry/solids/hub'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, backWall, bentWheelNotes, collar, hub, spiralNotes } from '../shared-parts'
import { rimAssembly, rimOutlets, rimParts, rimStand } from '../tangential-impulse/parts'
import { FLANGE, UNDER, rimOf, bushHub, spoutReach, stageLayout, stagePipes, type StageLayout } from './layout'
import type { TurbineCompressor } from '.'

type Driven = RotatingParts<TurbineCompressor>

const parts = {
  ...rimParts,
  standoff: {
    name: 'Stand-off',
    what: 'tube on a rod: lets the turbine’s air out under the first stage',
    goesOn: 'Over the screw places of the upper half; the rods go through them.',
    notes: () => ['All of the same length: face them together.'],
  },
  'impeller-housing': {
    name: 'Impeller housing',
    what: 'collector, spout with barbs, shaft hole',
    joins: (input) => ({ tail: stageLayout(input).tail }),
    goesOn: 'Onto the stand-offs, or the ring of the stage below, lugs over the rods’ places.',
    notes: spiralNotes,
    walls: airWall,
  },
  impeller: {
    name: 'Impeller',
    what: 'swept blades on a curved back',
    turns: true,
    goesOn: 'Onto its bush, groove over the key, blades up.',
    notes: bentWheelNotes,
    walls: ({ fits }) => [standing('blades', Math.max(1.25 * fits.thinnest, 1)), backWall(2)],
  },
  'impeller-bush': {
    ...hub,
    setScrew: (input) => hubScrew(bushHub(input)),
    name: 'Impeller bush',
    what: 'to be turned from metal: carries an impeller on the shaft',
    goesOn: 'Onto the shaft from above. Set the gap under the lid before its screw is tightened.',
    notes: () => [
      'Its set screw is tightened through the eye before the lid goes on, with the impeller’s gap set by a feeler.',
    ],
  },
  'impeller-collar': {
    ...collar,
    goesOn: 'Against the impeller’s back, pushed home by hand.',
    setScrew: (input) => collarScrew(stageLayout(input).bush),
    name: 'Impeller collar',
  },
  'impeller-lid': {
    name: 'Impeller lid',
    what: 'shroud, eye',
    goesOn: 'Onto its housing, a thin smear of silicone in the joint, lugs over the rods’ places.',
    notes: () => ONE_WAY,
  },
  'stage-duct': {
    name: 'Ring between stages',
    what: 'takes the upper stage’s air by a hose to the lower one’s eye',
    joins: (input) => ({ tail: stageLayout(input).tail, hoseTo: 'the stage above' }),
    goesOn: 'Onto the lid; a short hose joins it to the spout of the stage above.',
    notes: () => ['A short hose joins the upper stage’s spout to it. Seal both its faces.'],
  },
} satisfies Record<string, PartSpec<Driven>>

type Part = keyof typeof parts

/** One stage on the shaft; what stands on it comes after. */
function stage(l: StageLayout, z: number, last: boolean): Placed<Part>[] {
  const impeller = z + l.back
  return [
    at('impeller-housing', z),
    at('impeller-collar', impeller - COLLAR.height, true),
    at('impeller', impeller, true),
    at('impeller-bush', impeller - COLLAR.height, true),
    at('impeller-lid', z + l.joint),
    ...(last ? [] : [at('stage-duct', z + l.joint + l.lid)]),
  ]
}

function assembly(input: Driven): Assembly<Part> {
  const l = stageLayout(input)
  const rim = rimAssembly(rimOf(input), {
    screws: l.top - 2 * l.rim.half,
    shaft: l.at[l.at.length - 1] + l.back + l.shape.back + l.shape.depth + FLANGE - 2 * l.rim.half,
  })
  // screws and nuts come last
  const rods = rim.placed.findIndex((p) => p.body === 'casing-upper') + 1
  const turned = (x: number, y: number, degrees: number, z: number): Vec => {
    const [c, s] = polar(1, degrees)
    return [c * x - s * y, s * x + c * y, z]
  }
  return {
    ...rim,
    placed: [
      ...rim.placed.slice(0, rods),
      ...l.rods.map((p) => put('standoff', posed([...p, 2 * l.rim.half]))),
      ...l.at.flatMap((z, i) => stage(l, z, i === l.at.length - 1)),
      ...rim.placed.slice(rods),
    ],
    ways: l.at.flatMap((z, i) => [
      {
        from: turned(l.middle, 0, l.spoutTurn, z + l.spoutZ),
        to: turned(l.middle, -l.spoutEnd - tailLength(l.tail), l.spoutTurn, z + l.spoutZ),
        radius: l.hole,
      },
      ...(i < l.at.length - 1
        ? [
            {
              from: turned(
                l.outer + tailLength(l.tail) + 5,
                0,
                l.ductTurn,
                z + l.joint + l.lid + l.duct - l.tail.neck - 1,
              ),
              to: turned(l.shape.eye, 0, l.ductTurn, z + l.joint + l.lid + l.duct - l.tail.neck - 1),
              radius: l.tail.bore,
            },
          ]
        : []),
    ]),
    gaps: [
      ...rim.gaps,
      {
        code: 'axial',
        of: ['impeller'],
        from: ['impeller-lid'],
        along: [0, 0, 1],
        mm: input.machine.impeller.clearanceM * mm,
      },
      { code: 'axial', of: ['impeller'], from: ['impeller-housing'], along: [0, 0, -1], mm: UNDER },
    ],
  }
}

export const turbineCompressorParts = {
  parts,
  assembly,
  stand: (input) => {
    const l = stageLayout(input)
    return rimStand(rimOf(input), l.top - 2 * l.rim.half, stagePipes(l), spoutReach(l))
  },
  outletAreaM2: (input) => rimOutlets(rimOf(input)),
} satisfies PartsKind<Driven>
