import {
  at,
  bearingBody,
  endLength,
  over,
  posed,
  put,
  screw,
  shaftBody,
  type Assembly,
  type FedParts,
  type PartsOf,
  type Placed,
  type Vec,
  type Way,
} from '../../geometry'
import { WHEEL_BOSS, wheelPart } from '../crank-gear/parts'
import { END_PLAY } from '../hub-stack'
import { mm, type PartSpec, type PartsKind } from '../part-kind'
import { joinNotes } from '../shared-parts'
import { barIn, beyondWall, middleAt, rotorLayout, type RotorLayout, type ThreeFlankFigures } from './layout'

export type ThreeFlankParts = FedParts & PartsOf<ThreeFlankFigures>

const UP: Vec = [0, 0, 1]
const QUARTER = Math.PI / 2
const THIRD = (2 * Math.PI) / 3
/** Set screws: of the eccentric through its thick side, of a balance weight through its hub on that side too. */
const eccentricScrew = (l: RotorLayout) => ({
  turn: 0,
  z: l.eccentric.height / 2,
  from: l.shaft,
  to: l.eccentric.radius + l.e,
})
const weightScrew = (l: RotorLayout) => ({
  turn: 0,
  z: 1 + l.balance.sector.thick / 2,
  from: l.shaft,
  to: l.balance.sector.hub,
})

const through = (input: ThreeFlankParts, where: 'wall' | 'cover') => {
  const { ports, tail } = rotorLayout(input)
  const there = ports.filter((p) => p.fed && (p.from === null) === (where === 'wall'))
  return there.length > 0 ? { tail, times: there.length } : null
}
const hoseNotes = (input: ThreeFlankParts, where: 'wall' | 'cover'): readonly string[] => {
  const found = through(input, where)
  if (!found) return []
  const { tube } = input.machine
  return [
    ...joinNotes(found.tail),
    ...(tube
      ? [
          `The air comes to a tee; one branch goes to the first intake, the transfer tube of ${(tube.boreDiameterM * mm).toFixed(1)} mm bore and ${(tube.lengthM * mm).toFixed(0)} mm length to the other.`,
        ]
      : ['The other intake stays open to the room, so that its lobe breathes: keep fingers and dust off it.']),
  ]
}

const parts = {
  'rotor-cover-rear': {
    name: 'Rear cover',
    what: 'bearing seat, ears to hold it, holes of the ports that it has',
    joins: (input) => through(input, 'cover'),
    goesOn: 'Inner face up, over a cut-out in the bench board; bearing pressed in from below.',
    notes: (input) => [
      'Print inner face on the bed, solid; lap it flat on fine paper on glass: the rotor’s face seals on it.',
      ...hoseNotes(input, 'cover'),
    ],
  },
  'rotor-eccentric': {
    name: 'Eccentric',
    what: 'to be turned from metal: the rotor turns on it',
    turns: true,
    metal: true,
    plain: true,
    onShaft: 'first',
    setScrew: (input) => eccentricScrew(rotorLayout(input)),
    goesOn: 'Onto the shaft, its screw on a flat; a sheet of paper from the rear cover.',
    notes: (input) => {
      const l = rotorLayout(input)
      return [
        `Its middle lies ${l.e.toFixed(2)} mm off the shaft’s: bore it off the middle in a four-jaw chuck, polish its rim, grease.`,
      ]
    },
  },
  'rotor-housing': {
    name: 'Housing',
    what: 'the two-lobed bore, ports through the wall where it has them',
    joins: (input) => through(input, 'wall'),
    goesOn: 'Onto the rear cover, a smear of silicone between; ports as the picture shows.',
    notes: (input) => {
      const l = rotorLayout(input)
      return [
        `Print lying, four walls at least. Its bore is a true epitrochoid (eccentricity ${l.e.toFixed(2)}, ${l.tip.toFixed(2)} to a tip): sand lengthwise only.`,
        `It is ${(2 * l.play).toFixed(2)} mm deeper than the rotor: lap it until the rotor just turns freely between the covers.`,
        ...hoseNotes(input, 'wall'),
      ]
    },
  },
  'rotary-rotor': {
    name: 'Rotor',
    what: 'three flanks, inner gear, slots for the bars',
    turns: true,
    plain: true,
    goesOn: 'Over the eccentric, gear up, one flank towards the narrow place where the eccentric’s high side points.',
    notes: (input) => {
      const l = rotorLayout(input)
      return [
        `Print gear up, solid. Module ${l.gear.inner.module.toFixed(2)}: below about 0.8 a filament printer makes poor teeth, resin better.`,
        'A gear that is a tooth off jams within a third of a turn: turn it by hand through three turns of the shaft before any air.',
      ]
    },
  },
  'rotor-bar': {
    name: 'Tip bar',
    what: 'floats in a tip and seals along the wall',
    turns: true,
    plain: true,
    goesOn: 'Into its slot, rounded edge to the wall; a strip of foam or thin spring behind it.',
    notes: (input) => {
      const { bar, depth } = rotorLayout(input)
      return [
        `${bar.thick.toFixed(1)} × ${bar.high.toFixed(1)} × ${depth.toFixed(1)} mm, from acetal or printed lying: it must slide in its slot by its own weight.`,
      ]
    },
  },
  'rotor-cover-front': {
    name: 'Front cover',
    what: 'the fixed gear, bearing seat',
    goesOn:
      'Gear down into the rotor’s: it goes on in one place only, screw holes over each other. Turn the shaft while it sinks.',
    notes: () => [
      'Print gear up, solid: the gear carries all of the rotor’s turning force.',
      'Lap the face round the gear flat; a smear of silicone on the rim.',
    ],
  },
  'rotor-weight': {
    name: 'Balance weight',
    what: 'to be turned and cut from steel: one at each end of the shaft',
    turns: true,
    metal: true,
    plain: true,
    setScrew: (input) => weightScrew(rotorLayout(input)),
    goesOn:
      'Onto the shaft, boss towards the bearing, its sector opposite to the eccentric’s high side; a sheet of paper between.',
    notes: (input) => {
      const { balance } = rotorLayout(input)
      return [
        `Rotor and eccentric stand ${balance.unbalance.toFixed(0)} g·mm off the shaft: without these two it shakes by more with the square of its speed.`,
        `Reckoned for a rotor of ${balance.rotorGrams.toFixed(0)} g (a solid print): weigh yours; for each gram less file ${((100 * 1) / (2 * balance.rotorGrams)).toFixed(0)} % of what stands out of the hub off each, for each more add as much.`,
      ]
    },
  },
  'engine-wheel': wheelPart<ThreeFlankParts>((input) => rotorLayout(input)),
} satisfies Record<string, PartSpec<ThreeFlankParts>>

type Body = keyof typeof parts

/** Height of the wheel's boss: on the front weight, with a little play. */
const wheelAt = (l: RotorLayout): number => l.top + END_PLAY / 2 + 1 + l.balance.sector.thick + 0.1

/** All that moves, at an angle of the shaft, degrees: counter-clockwise as it is seen from the front. */
function moving(l: RotorLayout, degrees: number): Placed<Body>[] {
  const shaft = (degrees * Math.PI) / 180
  const faces = shaft / 3
  const [mx, my] = middleAt(l, faces)
  const weight = 1 + l.balance.sector.thick
  const low = -END_PLAY / 2 - weight - 2
  const along: Vec = [Math.cos(shaft + QUARTER), Math.sin(shaft + QUARTER), 0]
  const high = wheelAt(l) + WHEEL_BOSS + l.wheel.thick + 14
  return [
    put(shaftBody(2 * l.shaft, high - low), posed([0, 0, low], UP, along), true),
    put('rotor-eccentric', posed([0, 0, l.floor + 0.4], UP, along), true),
    put('rotary-rotor', posed([mx, my, l.floor + l.play], UP, [Math.cos(faces), Math.sin(faces), 0]), true),
    put('rotor-weight', posed([0, 0, l.top + END_PLAY / 2], UP, along), true),
    { ...put('rotor-weight', posed([0, 0, -END_PLAY / 2], [0, 0, -1], along), true), below: true },
    ...[0, 1, 2].map((k): Placed<Body> => {
      const tip = faces + THIRD / 2 + k * THIRD
      const far = l.tip - 0.02 - barIn(l, tip)
      const out: Vec = [Math.cos(tip + QUARTER), Math.sin(tip + QUARTER), 0]
      return put('rotor-bar', posed([mx + far * out[0], my + far * out[1], l.floor + l.play], UP, out), true)
    }),
  ]
}

/** Ways that the air has through cover and wall. */
function waysOf(l: RotorLayout): Way[] {
  return l.ports.map((p): Way => {
    const a = p.angle + QUARTER
    const out = 6 + (p.fed ? endLength(l.tail) : 0)
    const radius = p.fed ? Math.min(p.radius, l.tail.bore) : p.radius
    if (p.from !== null) {
      const [x, y] = [p.from * Math.cos(a), p.from * Math.sin(a)]
      return { from: [x, y, -out], to: [x, y, l.floor - 0.05], radius }
    }
    const z = (l.floor + l.roof) / 2
    return {
      from: [...beyondWall(l.trochoid, p.angle, l.wall + out), z],
      to: [...beyondWall(l.trochoid, p.angle, 0.4), z],
      radius,
    }
  })
}

function assembly(input: ThreeFlankParts): Assembly<Body> {
  const l = rotorLayout(input)
  const ball = bearingBody(input.bearing)
  const width = input.bearing.widthM * mm
  const all = moving(l, 0)
  const [shaft, eccentric, rotor, front, rear, ...bars] = all
  return {
    placed: [
      over('rotor-cover-rear', l.floor),
      { ...at(ball, 0), below: true },
      shaft,
      eccentric,
      at('rotor-housing', l.floor),
      rotor,
      ...bars.map((b) => ({ ...b, loose: true })),
      over('rotor-cover-front', l.top),
      at(ball, l.top - width),
      ...l.screws.map((p) => put(screw(l.long), posed([...p, l.top], [0, 0, -1]))),
      front,
      at('engine-wheel', wheelAt(l), true),
      rear,
    ],
    jets: [],
    ways: waysOf(l),
    turnedTo: (degrees) => moving(l, degrees),
    gaps: [
      { code: 'end-play', of: ['rotor-weight'], from: ['bearing'], along: [0, 0, -1], mm: END_PLAY / 2 },
      { code: 'end-play', of: ['rotor-weight'], from: ['bearing'], along: [0, 0, 1], mm: END_PLAY / 2 },
      { code: 'axial', of: ['rotary-rotor'], from: ['rotor-cover-rear'], along: [0, 0, -1], mm: l.play },
      { code: 'axial', of: ['rotary-rotor'], from: ['rotor-cover-front'], along: [0, 0, 1], mm: l.play },
    ],
    turn: 1,
    // the covers stand where the rotor's depth has them: nobody chooses it
    span: null,
    overhang: input.overhangM * mm,
  }
}

export const threeFlankParts = { parts, assembly } satisfies PartsKind<ThreeFlankParts>
