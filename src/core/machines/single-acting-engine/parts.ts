import {
  at,
  ballBody,
  bearingBody,
  over,
  pinBody,
  posed,
  put,
  screw,
  shaftBody,
  type Assembly,
  type FedParts,
  type PartsOf,
  type Placed,
  type Vec,
} from '../../geometry'
import { END_PLAY } from '../hub-stack'
import { TRUE_BORE, mm, type PartSpec, type PartsKind } from '../part-kind'
import { joinNotes } from '../shared-parts'
import { gearAt, singleLayout, type SingleActingFigures, type SingleLayout } from './layout'

export type SingleActingParts = FedParts & PartsOf<SingleActingFigures>

const ALONG: Vec = [1, 0, 0]

const parts = {
  'engine-frame': {
    name: 'Frame',
    what: 'two bearing seats, the face that the cylinder stands on',
    goesOn: 'Onto the bench, plate up.',
    notes: () => [
      'Print with its plate on the bed, solid round the screws. The bearings go in from both ends against a lip.',
      'Cylinder screws cut their own thread: drill them out to 2.5 mm if they are tight.',
    ],
  },
  'engine-crank': {
    name: 'Crank',
    what: 'to be turned from metal: disc with the crank pin’s hole',
    turns: true,
    metal: true,
    plain: true,
    setScrew: (input) => crankScrew(singleLayout(input)),
    goesOn: 'Onto the shaft’s end, boss towards the bearing; a sheet of paper between while its screw is tightened.',
    notes: () => [
      'Turn it from brass or steel by its drawing; its set screw stands on a flat of the shaft.',
      'The distance between shaft and pin is half of the stroke: drill both holes in one setting.',
    ],
  },
  'engine-rod': {
    name: 'Rod',
    what: 'from the crank’s pin to the piston’s',
    turns: true,
    plain: true,
    goesOn: 'Between crank and piston, marked face up.',
    notes: () => [
      'Print lying, solid, so that the layers lie along the pull; ream both eyes until the pins turn freely.',
    ],
  },
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
  'engine-keeper': {
    name: 'Keeper',
    what: 'keeps the rod on the crank’s pin',
    turns: true,
    plain: true,
    onShaft: 'last',
    goesOn: 'Onto the crank’s pin with glue, a sheet of paper from the rod.',
    notes: () => ['Print two and keep one: it is small.'],
  },
  'engine-cylinder': {
    name: 'Cylinder',
    what: 'bore and exhaust ports',
    goesOn: 'Over the piston from its open end, ring squeezed in with a finger nail; its foot onto the frame.',
    notes: (input) => [
      'Print standing on the crank’s end, four walls at least. Hone the bore with fine paper on a rod until the piston falls through.',
      'A brass tube pressed into a wider bore wears better: keep its inner diameter.',
      ...manyNotes(input),
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
    what: 'closes the ball’s chamber; barbs or a thread for the air',
    joins: (input) => ({ tail: singleLayout(input).tail }),
    gasket: (input) => {
      const l = singleLayout(input)
      return `${(2 * l.half).toFixed(0)} square / ${(2 * l.chamber).toFixed(1)} × 0.3`
    },
    goesOn: 'Onto the head; its four screws go through both into the cylinder.',
    notes: (input) => joinNotes(singleLayout(input).tail),
  },
  'engine-wheel': {
    name: 'Flywheel',
    what: 'to be turned from steel: carries the load',
    turns: true,
    metal: true,
    plain: true,
    setScrew: (input) => wheelScrew(singleLayout(input)),
    goesOn: 'Onto the shaft’s other end, boss towards the bearing.',
    notes: (input) => {
      const { wheel } = singleLayout(input)
      return [
        `${(2 * wheel.radius).toFixed(0)} mm across and ${wheel.thick.toFixed(1)} mm thick in steel it has the build’s inertia, its load’s included.`,
        TRUE_BORE,
      ]
    },
  },
} satisfies Record<string, PartSpec<SingleActingParts>>

/** An engine of several cylinders is several of these. */
const manyNotes = ({ machine }: SingleActingParts): string[] => {
  const { cylinders = 1 } = machine as { readonly cylinders?: number }
  return cylinders > 1
    ? [
        `This set is one cylinder of ${cylinders}: make it ${cylinders} times. The second one stands on the shaft’s other end; more of them stand on frames of their own, shafts coupled.`,
      ]
    : []
}

/** Set screws: of the crank opposite to its pin, of the wheel through its boss. */
export const crankScrew = (l: SingleLayout) => ({
  turn: 180,
  z: (l.web.to - l.web.from + 0.8) / 2 + 0.4,
  from: l.shaft,
  to: l.web.radius,
})
export const WHEEL_BOSS = 7
export const wheelScrew = (l: SingleLayout) => ({ turn: 0, z: WHEEL_BOSS / 2, from: l.shaft, to: l.shaft + 5 })

type Body = keyof typeof parts

/** All that moves, at an angle of the crank, degrees. */
function moving(l: SingleLayout, degrees: number): Placed<Body>[] {
  const { pin, wrist, lift } = gearAt(l, degrees)
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  const lean: Vec = [(wrist - pin[0]) / l.rod, -pin[1] / l.rod, 0]
  const face = wrist + l.above
  return [
    { ...at(shaftBody(2 * l.shaft, l.web.to + 22), -22, true), pose: posed([0, 0, -22], [0, 0, 1], [c, s, 0]) },
    put('engine-crank', posed([0, 0, l.web.from - 0.8], [0, 0, 1], [c, s, 0]), true),
    put('engine-rod', posed([...pin, l.axis - l.rodThick / 2], [0, 0, 1], lean), true),
    { ...put('engine-piston', posed([face, 0, l.axis], [-1, 0, 0], [0, 0, 1]), true), apart: ALONG },
    put('engine-keeper', posed([...pin, l.axis + l.rodThick / 2 + 0.15], [0, 0, 1], [c, s, 0]), true),
    put(
      pinBody(l.pin, l.web.to - l.web.from + 0.3 + l.rodThick + 2.5),
      posed([...pin, l.web.from], [0, 0, 1], [c, s, 0]),
      true,
    ),
    put(pinBody(l.wrist, wristLength(l)), posed([wrist, 0, l.axis - wristLength(l) / 2]), true),
    {
      ...put(
        pinBody(2 * l.lift.radius, l.lift.out + l.lift.deep),
        posed([face - l.lift.deep, 0, l.axis], ALONG, [0, 0, 1]),
        true,
      ),
      apart: ALONG,
      loose: true,
    },
    {
      ...put(ballBody(2 * l.ball), posed([l.headAt + l.sits + lift, 0, l.axis], ALONG, [0, 0, 1]), true),
      apart: ALONG,
      loose: true,
    },
  ]
}

/** The piston's pin ends within the piston, so that it does not score the bore. */
const wristLength = (l: SingleLayout): number => 2 * Math.sqrt((l.bore / 2) ** 2 - (l.wrist / 2) ** 2) - 1.2

function assembly(input: SingleActingParts): Assembly<Body> {
  const l = singleLayout(input)
  const ball = bearingBody(input.bearing)
  const width = input.bearing.widthM * mm
  const all = moving(l, 0)
  const isBall = (p: Placed<Body>) => typeof p.body !== 'string' && p.body.code === 'ball'
  const along = (x: number) => posed([x, 0, l.axis], ALONG, [0, 0, 1])
  const top = l.headAt + l.head + l.cap
  const corners = [1, -1].flatMap((y) => [1, -1].map((z) => [y * l.corner, z * l.corner] as const))
  return {
    placed: [
      over('engine-frame', l.front),
      { ...at(ball, 0), below: true },
      at(ball, l.front - width),
      ...all.filter((p) => !isBall(p)),
      { ...over('engine-wheel', -END_PLAY / 2, true), below: true },
      { ...put('engine-cylinder', along(l.foot)), apart: ALONG },
      ...l.holds.map((p) => put(screw(12), posed([...p, l.front + 6], [0, 0, -1]))),
      { ...put('engine-head', along(l.headAt)), apart: ALONG },
      ...all.filter(isBall),
      { ...put('engine-cap', along(l.headAt + l.head)), apart: ALONG },
      ...corners.map(([y, z]): Placed<Body> => ({
        ...put(screw(l.long), posed([top, y, l.axis + z], [-1, 0, 0], [0, 0, 1])),
        apart: ALONG,
        loose: true,
      })),
    ],
    jets: [],
    ways: [
      {
        from: [top + l.tail.barbs * 12 + 20, 0, l.axis],
        to: [l.headAt + l.head - 0.5, 0, l.axis],
        radius: l.tail.bore,
      },
      { from: [l.headAt + l.head, 0, l.axis], to: [l.headAt + 0.2, 0, l.axis], radius: l.seat },
      ...([1, -1] as const).map((side) => ({
        from: [l.ports.from + l.ports.height / 2, 0, l.axis] as Vec,
        to: [l.ports.from + l.ports.height / 2, side * (l.half + 3), l.axis] as Vec,
        radius: Math.min(l.ports.height, l.ports.chord) / 2,
      })),
    ],
    turnedTo: (degrees) => moving(l, degrees),
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
