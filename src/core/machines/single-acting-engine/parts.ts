import {
  at,
  ballBody,
  springBody,
  bearingBody,
  over,
  pinBody,
  posed,
  put,
  screw,
  type Assembly,
  type FedParts,
  type PartsOf,
  type Placed,
  type Vec,
} from '../../geometry'
import { END_PLAY } from '../hub-stack'
import { mm, type PartSpec, type PartsKind } from '../part-kind'
import { joinNotes } from '../shared-parts'
import { atAll, wayAt } from '../crank-gear/layout'
import { hungManifold, manifoldLayout, manifoldPart } from '../crank-gear/manifold'
import { footScrews, gearMoving, gearParts, manyNotes, padsOf } from '../crank-gear/parts'
import { singleLayout, type SingleActingFigures, type SingleLayout } from './layout'

export type SingleActingParts = FedParts & PartsOf<SingleActingFigures>

const ALONG: Vec = [1, 0, 0]
/** What lies in the head. */
const IN_HEAD: ReadonlySet<string> = new Set(['ball', 'glass-ball', 'nylon-ball', 'spring'])

/** The manifold of several cylinders. */
export const singleManifold = (input: SingleActingParts) => {
  const l = singleLayout(input)
  return manifoldLayout(input, l, l.tail)
}

const parts = {
  ...gearParts<SingleActingParts>(singleLayout),
  'engine-manifold': manifoldPart<SingleActingParts>(singleManifold),
  'engine-piston': {
    name: 'Piston',
    what: 'groove for an o-ring, slot for the rod, hole for the ball’s pin',
    turns: true,
    plain: true,
    goesOn: 'Over the rod’s small eye, pin hole away from the crank. Then its o-ring, with a trace of silicone grease.',
    notes: (input) => {
      const { ring, lift } = singleLayout(input)
      return [
        `O-ring ${ring.inner} × ${ring.section} (ISO 3601), squeezed by a tenth: more only rubs.`,
        `The ball’s pin stands out by ${lift.out.toFixed(2)} mm: measure it from the face with a depth gauge, 0.05 mm counts. Thread lock or glue holds it.`,
        'Print crown down, solid. Sand its side until it drops through the bore by its own weight without the ring.',
      ]
    },
  },
  'engine-cylinder': {
    name: 'Cylinder',
    what: 'bore and exhaust ports',
    goesOn: 'Over the piston from its open end, ring squeezed in with a finger nail; its foot onto the frame.',
    notes: (input) => [
      'Print standing on the crank’s end, four walls at least. Hone the bore with fine paper on a rod until the piston falls through.',
      'A brass tube pressed into a wider bore wears better: keep its inner diameter.',
      ...manyNotes(input.machine, singleLayout(input)),
    ],
  },
  'engine-head': {
    name: 'Head',
    what: 'seat for the ball, its chamber',
    gasket: (input) => {
      const l = singleLayout(input)
      return `${(2 * l.half).toFixed(0)} square / ${l.bore.toFixed(0)} × 0.3`
    },
    goesOn: 'Onto the cylinder with a thin gasket.',
    notes: () => [
      'Print chamber up, solid. The seat’s edge must be sharp and round: ream it, then tap the ball once into it.',
    ],
  },
  'engine-cap': {
    name: 'Cap',
    what: 'closes the ball’s chamber, holds its spring if it has one; barbs or a thread for the air',
    joins: (input) => ({ tail: singleLayout(input).tail }),
    gasket: (input) => {
      const l = singleLayout(input)
      return `${(2 * l.half).toFixed(0)} square / ${(2 * l.chamber).toFixed(1)} × 0.3`
    },
    goesOn: 'Onto the head; its four screws go through both into the cylinder.',
    notes: (input) => joinNotes(singleLayout(input).tail),
  },
} satisfies Record<string, PartSpec<SingleActingParts>>

type Body = keyof typeof parts

/**
 * All that moves, at an angle of the crank, degrees: the balls on their pins or on their seats, their springs pressed
 * as far.
 */
function moving({ machine }: SingleActingParts, l: SingleLayout, degrees: number): Placed<Body>[] {
  const { motion } = machine.ball
  const material = motion.kind === 'follows' ? 'steel' : motion.material
  const { shaft, crank, rods, keeper, pins, wrists } = gearMoving(l, degrees, 22)
  const up: Vec = [0, 0, 1]
  const at = (x: number) => posed([x, 0, l.axis], ALONG, up)
  const face = (k: number) => wrists[k] + l.above
  const lift = (k: number) => Math.max(0, l.lift.by - (l.r + l.rod - wrists[k]))
  const inHead = (p: Placed<Body>): Placed<Body> => ({ ...p, apart: ALONG, loose: true })
  return [
    shaft,
    crank,
    ...rods,
    keeper,
    ...atAll(l, (k): Placed<Body>[] => [
      { ...put('engine-piston', posed([face(k), 0, l.axis], [-1, 0, 0], up), true), apart: ALONG },
    ]),
    ...pins,
    ...atAll(l, (k) => [
      inHead(put(pinBody(2 * l.lift.radius, l.lift.out + l.lift.deep), at(face(k) - l.lift.deep), true)),
    ]),
    ...atAll(l, (k) => [inHead(put(ballBody(2 * l.ball, material), at(l.headAt + l.sits + lift(k)), true))]),
    ...atAll(l, (k) => {
      const { spring } = l
      return spring
        ? [inHead(put(springBody(spring, l.head - spring.foot - lift(k)), at(l.headAt + spring.foot + lift(k)), true))]
        : []
    }),
  ]
}

/** The ways of the air of one cylinder: in through cap and seat, out through its side ports. */
const waysOf = (l: SingleLayout): { readonly from: Vec; readonly to: Vec; readonly radius: number }[] => [
  {
    from: [l.headAt + l.head + l.cap + l.tail.barbs * 12 + 20, 0, l.axis],
    to: [l.headAt + l.head - 0.5, 0, l.axis],
    radius: l.spring?.lip ?? l.tail.bore,
  },
  { from: [l.headAt + l.head, 0, l.axis], to: [l.headAt + 0.2, 0, l.axis], radius: l.seat },
  ...([1, -1] as const).map((side) => ({
    from: [l.ports.from + l.ports.height / 2, 0, l.axis] as Vec,
    to: [l.ports.from + l.ports.height / 2, side * (l.half + 3), l.axis] as Vec,
    radius: Math.min(l.ports.height, l.ports.chord) / 2,
  })),
]

function assembly(input: SingleActingParts): Assembly<Body> {
  const l = singleLayout(input)
  const ball = bearingBody(input.bearing)
  const width = input.bearing.widthM * mm
  const all = moving(input, l, 0)
  const inHead = (p: Placed<Body>) => typeof p.body !== 'string' && IN_HEAD.has(p.body.code)
  const along = (x: number) => posed([x, 0, l.axis], ALONG, [0, 0, 1])
  const top = l.headAt + l.head + l.cap
  const corners = [1, -1].flatMap((y) => [1, -1].map((z) => [y * l.corner, z * l.corner] as const))
  const each = (name: Body, x: number) => atAll(l, () => [{ ...put(name, along(x)), apart: ALONG }])
  return {
    placed: [
      over('engine-frame', l.front),
      ...padsOf(l),
      { ...at(ball, 0), below: true },
      at(ball, l.front - width),
      ...all.filter((p) => !inHead(p)),
      { ...over('engine-wheel', -END_PLAY / 2, true), below: true },
      ...each('engine-cylinder', l.foot),
      ...footScrews(l, 6),
      ...each('engine-head', l.headAt),
      ...all.filter(inHead),
      ...each('engine-cap', l.headAt + l.head),
      ...atAll(l, () =>
        corners.map(([y, z]): Placed<Body> => ({
          ...put(screw(l.long), posed([top, y, l.axis + z], [-1, 0, 0], [0, 0, 1])),
          apart: ALONG,
          loose: true,
        })),
      ),
      ...hungManifold(l),
    ],
    jets: [],
    ways: l.angles.flatMap((_, k) => waysOf(l).map((w) => wayAt(l, k, w))),
    turnedTo: (degrees) => moving(input, l, degrees),
    gaps: [
      { code: 'end-play', of: ['engine-crank'], from: ['bearing'], along: [0, 0, -1], mm: END_PLAY / 2 },
      { code: 'end-play', of: ['engine-wheel'], from: ['bearing'], along: [0, 0, 1], mm: END_PLAY / 2 },
    ],
    turn: 1,
    span: l.span,
    overhang: input.overhangM * mm,
  }
}

export const singleActingParts = { parts, assembly } satisfies PartsKind<SingleActingParts>
