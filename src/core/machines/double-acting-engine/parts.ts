import {
  at,
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
import { atAll, wayAt } from '../crank-gear/layout'
import { hungManifold, manifoldLayout, manifoldPart } from '../crank-gear/manifold'
import { footScrews, gearMoving, gearParts, manyNotes, padsOf } from '../crank-gear/parts'
import { END_PLAY } from '../hub-stack'
import { mm, type PartSpec, type PartsKind } from '../part-kind'
import { joinNotes } from '../shared-parts'
import { FORK, doubleLayout, turnedAt, valveAt, type DoubleActingFigures, type DoubleLayout } from './layout'

export type DoubleActingParts = FedParts & PartsOf<DoubleActingFigures>

const ALONG: Vec = [1, 0, 0]
const UP: Vec = [0, 0, 1]

/** The manifold of several cylinders. */
export const doubleManifold = (input: DoubleActingParts) => {
  const l = doubleLayout(input)
  return manifoldLayout(input, l, l.tail)
}

const parts = {
  ...gearParts<DoubleActingParts>(doubleLayout),
  'engine-manifold': manifoldPart<DoubleActingParts>(doubleManifold),
  eccentric: {
    name: 'Eccentric',
    what: 'to be turned from metal: moves the valve',
    turns: true,
    metal: true,
    plain: true,
    onShaft: 'first',
    setScrew: (input) => eccentricScrew(doubleLayout(input)),
    goesOn: 'Onto the shaft, boss towards the bearing; its high side ahead of the crank’s pin as the picture shows.',
    notes: (input) => {
      const { eccentric } = doubleLayout(input)
      return [
        `Its middle lies ${eccentric.by.toFixed(2)} mm off the shaft’s, ${eccentric.ahead.toFixed(0)}° ahead of the crank’s pin in the way that it turns. Set it with its screw loose, then tighten it on a flat.`,
        'Bore it off the middle in a four-jaw chuck; polish its rim.',
      ]
    },
  },
  'valve-yoke': {
    name: 'Valve yoke',
    what: 'a slot that the eccentric turns in',
    turns: true,
    plain: true,
    goesOn:
      'Over the eccentric, groove down and towards the cylinder: it goes over the valve’s rod, with a drop of glue.',
    notes: () => [
      'Print lying, solid. File its slot until the eccentric turns in it without play along the rod; grease.',
    ],
  },
  crosshead: {
    name: 'Crosshead',
    what: 'guides the piston rod, slot for the rod',
    turns: true,
    plain: true,
    goesOn: 'Over the rod’s small eye, hole for the piston rod away from the crank.',
    notes: () => ['Print standing on its closed end, solid; sand it until it falls through the guide.'],
  },
  'valve-chest': {
    name: 'Valve chest',
    what: 'air stands in it round the valve; barbs or a thread',
    joins: (input) => ({ tail: doubleLayout(input).tail }),
    gasket: (input) => {
      const l = doubleLayout(input)
      return `${(l.chest.to - l.chest.from).toFixed(0)} × ${(2 * l.chest.wide).toFixed(0)}, its wall / 0.3`
    },
    goesOn: 'Onto the frame between its screw holes, open side up. A smear of silicone on its rim.',
    notes: (input) => [
      ...joinNotes(doubleLayout(input).tail),
      'Print floor down. The valve’s rod lies in the notch: felt and grease close it.',
    ],
  },
  'slide-valve': {
    name: 'Slide valve',
    what: 'lets air to one end, the other out through its hollow',
    turns: true,
    plain: true,
    goesOn: 'Into the chest, hollow up.',
    notes: (input) => {
      const { machine } = input
      return [
        `Its edges are the timing: lap ${(machine.valve.admissionLapM * mm).toFixed(2)} mm outside, ${(machine.valve.exhaustLapM * mm).toFixed(2)} mm inside. Print hollow up, then rub its face flat on fine paper on glass.`,
        'A strip of foam under it keeps it on its face until the air does.',
      ]
    },
  },
  'turned-valve': {
    name: 'Turned valve',
    what: 'a slide bent round a line: lets air to one end, the other out through its hollow',
    turns: true,
    plain: true,
    goesOn: 'Into the chest, hollow up, its bar into the fork.',
    notes: ({ machine }) => [
      `Its edges are the timing: lap ${(machine.valve.admissionLapM * mm).toFixed(2)} mm outside, ${(machine.valve.exhaustLapM * mm).toFixed(2)} mm inside, as they pass the ports. Print it standing on a journal, solid.`,
      'Turn it in the saddle with fine paste until it shines all round; wash both. Oil on its journals.',
    ],
  },
  'valve-fork': {
    name: 'Fork',
    what: 'on the valve’s rod: takes the valve’s bar along',
    turns: true,
    plain: true,
    goesOn: 'Over the valve’s rod, its end against the bar’s slot, slot up; a drop of glue.',
    notes: () => [
      'Print lying on its side, solid. File its slot until the bar slides in it without play along the rod.',
    ],
  },
  'valve-saddle': {
    name: 'Saddle',
    what: 'the ports come through it to the turned valve',
    gasket: (input) => {
      const l = doubleLayout(input)
      return `${(l.chest.to - l.chest.from).toFixed(0)} × ${(2 * l.chest.wide).toFixed(0)}, three ports / 0.3`
    },
    goesOn: 'Over the turned valve onto the chest, its tongue into the notch over the rod; silicone on the rim.',
    notes: () => [
      'Print hollow up, solid. Its hollow is the valve’s face: no seam of the print across a port.',
      'A thin gasket between it and the cylinder, cut out at the three ports.',
    ],
  },
  'slide-cylinder': {
    name: 'Cylinder',
    what: 'bore, guide for the crosshead, channels to the valve’s face',
    goesOn: 'Over the crosshead from the head’s end, its legs onto the frame.',
    notes: (input) => [
      'Print standing on its crank end, four walls at least, solid round the channels. Rub the valve’s face flat on glass.',
      'Channels to the valve add to the room at each end: about what they hold of the build’s room should be taken off it.',
      ...manyNotes(input.machine, doubleLayout(input)),
    ],
  },
  'slide-piston': {
    name: 'Piston',
    what: 'disc with a groove for an o-ring',
    turns: true,
    plain: true,
    goesOn: 'Into the cylinder from the open end, on its rod; o-ring with a trace of silicone grease.',
    notes: (input) => {
      const { ring } = doubleLayout(input)
      return [
        `O-ring ${ring.inner} × ${ring.section} (ISO 3601), squeezed by a tenth: more only rubs.`,
        'Print lying, solid.',
      ]
    },
  },
  'head-cover': {
    name: 'Head cover',
    what: 'closes the cylinder',
    gasket: (input) => {
      const l = doubleLayout(input)
      return `${(2 * l.half).toFixed(0)} square / ${l.bore.toFixed(0)} × 0.3`
    },
    goesOn: 'Onto the cylinder’s open end with a thin gasket.',
    notes: () => ['Print lying, solid.'],
  },
} satisfies Record<string, PartSpec<DoubleActingParts>>

/** The set screw of the eccentric: through its boss. */
export const eccentricScrew = (l: DoubleLayout) => ({
  turn: l.eccentric.ahead + 180,
  z: l.eccentric.boss / 2 + 0.2,
  from: l.shaft,
  to: l.shaft + 4,
})

type Body = keyof typeof parts

/** Rod of the valve, from the yoke's neck to beyond the valve. */
export const valveRodLength = (l: DoubleLayout): number =>
  l.valve.middle + (l.turned ? -FORK.pin - 0.15 : l.valve.long) - l.yoke.rodFrom

/** What lets the air in and out, at an angle of its own crank. */
function valveBodies(l: DoubleLayout, degrees: number): Placed<Body>[] {
  const shift = valveAt(l, degrees)
  const { turned } = l
  if (!turned) return [put('slide-valve', posed([l.valve.middle + shift, 0, l.face - l.valve.thick]), true)]
  const a = turnedAt(l, turned, degrees)
  const end = turned.half + turned.journal.long
  return [
    put('valve-fork', posed([l.valve.middle + shift, 0, l.gear]), true),
    put('turned-valve', posed([l.valve.middle, -end, turned.middle], [0, 1, 0], [-Math.cos(a), 0, Math.sin(a)]), true),
  ]
}

function moving(l: DoubleLayout, degrees: number) {
  const { shaft, crank, rods, keeper, pins, wrists } = gearMoving(l, degrees, 22)
  const turned: Vec = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180), 0]
  const shift = (k: number) => valveAt(l, degrees - l.angles[k])
  const deep = 0.7 * (l.above - l.eye.small)
  const barFrom = (k: number) => wrists[k] + l.above - deep
  const crankFace = (k: number) => l.crankEnd + l.room.crank + (wrists[k] - (l.rod - l.r))
  const gear: Placed<Body>[] = [
    shaft,
    put('eccentric', posed([0, 0, l.front + END_PLAY / 2], UP, turned), true),
    ...atAll<Body>(l, (k) => [put('valve-yoke', posed([shift(k), 0, l.gear - l.yoke.thick / 2]), true)]),
    crank,
    ...rods,
    ...atAll<Body>(l, (k) => [
      { ...put('crosshead', posed([wrists[k] + l.above, 0, l.axis], [-1, 0, 0], UP), true), apart: ALONG },
    ]),
    keeper,
    ...pins,
  ]
  const slide: Placed<Body>[] = [
    ...atAll<Body>(l, (k) => [
      put(pinBody(2 * l.valve.rod, valveRodLength(l)), posed([l.yoke.rodFrom + shift(k), 0, l.gear], ALONG, UP), true),
    ]),
    ...atAll<Body>(l, (k) => valveBodies(l, degrees - l.angles[k])),
  ]
  const inside: Placed<Body>[] = [
    ...atAll<Body>(l, (k) => [
      {
        ...put(
          pinBody(2 * l.bar, crankFace(k) + l.piston - barFrom(k) - 1),
          posed([barFrom(k), 0, l.axis], ALONG, UP),
          true,
        ),
        apart: ALONG,
        loose: true,
      },
    ]),
    ...atAll<Body>(l, (k) => [
      { ...put('slide-piston', posed([crankFace(k), 0, l.axis], ALONG, UP), true), apart: ALONG, loose: true },
    ]),
  ]
  return { gear, slide, inside }
}

/** The ways of the air of one cylinder: into its chest, from the valve’s hollow up and out to the side. */
const waysOf = (l: DoubleLayout): { readonly from: Vec; readonly to: Vec; readonly radius: number }[] => [
  {
    from: [l.chest.to + 60, 0, l.gear],
    to: [l.chest.to - l.chest.wall - 0.2, 0, l.gear],
    radius: l.tail.bore,
  },
  {
    from: [l.valve.middle, 0, l.face + 0.1],
    to: [l.valve.middle, 0, l.face + CHANNEL_MIDDLE],
    radius: Math.min(l.ports.exhaust, l.ports.wide / 2) * 0.95,
  },
  {
    from: [l.valve.middle, 0, l.face + CHANNEL_MIDDLE],
    to: [l.valve.middle, l.base + 4, l.face + CHANNEL_MIDDLE],
    radius: 1.3,
  },
]

function assembly(input: DoubleActingParts): Assembly<Body> {
  const l = doubleLayout(input)
  const ball = bearingBody(input.bearing)
  const width = input.bearing.widthM * mm
  const { gear, slide, inside } = moving(l, 0)
  const along = (x: number) => posed([x, 0, l.axis], ALONG, UP)
  const corners = [1, -1].flatMap((y) => [1, -1].map((z) => [y * l.corner, z * l.corner] as const))
  const end = l.headEnd + l.cover
  const each = (name: Body, x: number) => atAll<Body>(l, () => [{ ...put(name, along(x)), apart: ALONG }])
  return {
    placed: [
      over('engine-frame', l.front),
      ...padsOf(l),
      ...atAll<Body>(l, () => [put('valve-chest', posed([l.chest.from, 0, l.front]))]),
      ...slide,
      ...(l.turned ? atAll<Body>(l, () => [put('valve-saddle', posed([l.valve.middle, 0, l.chest.rim]))]) : []),
      { ...at(ball, 0), below: true },
      at(ball, l.front - width),
      ...gear,
      { ...over('engine-wheel', -END_PLAY / 2, true), below: true },
      ...each('slide-cylinder', l.foot),
      ...footScrews(l, l.face - l.front + 6),
      ...inside,
      ...each('head-cover', l.headEnd),
      ...atAll<Body>(l, () =>
        corners.map(([y, z]): Placed<Body> => ({
          ...put(screw(l.long), posed([end, y, l.axis + z], [-1, 0, 0], UP)),
          apart: ALONG,
          loose: true,
        })),
      ),
      ...hungManifold(l),
    ],
    jets: [],
    ways: l.angles.flatMap((_, k) => waysOf(l).map((w) => wayAt(l, k, w))),
    turnedTo: (degrees) => Object.values(moving(l, degrees)).flat(),
    gaps: [
      { code: 'end-play', of: ['eccentric'], from: ['bearing'], along: [0, 0, -1], mm: END_PLAY / 2 },
      { code: 'end-play', of: ['engine-wheel'], from: ['bearing'], along: [0, 0, 1], mm: END_PLAY / 2 },
    ],
    turn: 1,
    span: l.span,
    overhang: input.overhangM * mm,
  }
}

/** Middle of the channels over the valve's face, mm. */
const CHANNEL_MIDDLE = 3.5

export const doubleActingParts = { parts, assembly } satisfies PartsKind<DoubleActingParts>
