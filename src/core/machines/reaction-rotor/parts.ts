import {
  aboutShaft,
  at,
  bearingBody,
  lifted,
  M3,
  posed,
  put,
  screw,
  shaftBody,
  tailLength,
  type Assembly,
  type Bought,
  type Placed,
  standShape,
  type StandPlace,
} from '../../geometry'
import { UNEVEN, polar } from '../../geometry/solids/common'
import { collarScrew, hubScrew } from '../../geometry/solids/hub'
import { END_PLAY } from '../hub-stack'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { collar, hub, joinNotes } from '../shared-parts'
import { BRIDGE, COLLAR_TURN, OVER, PIN, collarAt, whirlHub, whirlLayout, type WhirlLayout } from './layout'
import type { ReactionRotor } from '.'

type Parts = RotatingParts<ReactionRotor>

const parts = {
  'reaction-rotor': {
    name: 'Rotor',
    what: 'channels, jets, inlet socket',
    turns: true,
    goesOn: 'Onto the hub’s flange or the point, inlet up.',
    notes: () => [
      'Print lying with the inlet up; drill the jets to size from outside, then blow the channels free.',
      'Weigh it on its pivot: it must rest in any place.',
    ],
  },
  hub: {
    ...hub,
    setScrew: (input) => hubScrew(whirlHub(input)),
    what: 'to be turned from metal: flange under the rotor, shoulder on the bearing',
    goesOn: 'Onto the shaft, flange up, level with its end. File a flat 8 mm long for its set screw.',
    notes: () => [
      'Turn it from aluminium or brass. Screws from above, through the rotor, clamp it; the set screw sits in its flange, on a flat of the shaft.',
    ],
  },
  collar: {
    ...collar,
    setScrew: (input) => collarScrew((input.shaftDiameterM * mm) / 2),
    goesOn: 'From below onto the shaft, with a sheet of paper between it and the bearing while its screw is tightened.',
    notes: () => ['Of metal; under the lower bearing, with a sheet of paper’s play: it keeps the rotor from rising.'],
  },
  'whirl-foot': {
    name: 'Foot',
    what: 'column for the bearings, posts for the bridge',
    goesOn: 'On the bench.',
    notes: () => ['Print it standing; it is held by the stand.'],
  },
  'feed-post': {
    name: 'Feed post',
    what: 'brings the air in with a small gap, on a bridge of three arms; barbs or a thread',
    joins: (input) => ({ tail: whirlLayout(input).tail }),
    goesOn: 'Its tip into the rotor’s inlet, the bridge on the posts. It must not touch the rotor.',
    notes: (input) => [...joinNotes(whirlLayout(input).tail), ...ONE_WAY],
  },
} satisfies Record<string, PartSpec<Parts>>

/** A screw with a point, its head end on z = 0. */
const pin: Bought = {
  code: 'set-screw',
  size: `M3 × ${PIN.length}, pointed`,
  outline: [
    [0, 0],
    [M3.core, 0],
    [M3.core, PIN.length - 1.5],
    [0.25, PIN.length],
    [0, PIN.length],
  ],
}

type Part = keyof typeof parts

/** What the rotor stands on: shaft, hub and collar on two bearings, or a point. */
function pivot(input: Parts, l: WhirlLayout): Placed<Part>[] {
  if (!l.onBearings) return [at(pin, l.rotor + PIN.into - PIN.length)]
  const ball = bearingBody(input.bearing)
  return [
    { ...at(ball, l.lowBearing), below: true },
    at(ball, l.highBearing),
    at(shaftBody(input.shaftDiameterM * mm, l.rotor), 0, true),
    at('hub', l.columnTop + END_PLAY / 2, true),
    { ...put('collar', aboutShaft(lifted(collarAt(l)), COLLAR_TURN), true), below: true },
    ...l.screws.map((p) => put(screw(l.screwLength), posed([...p, l.rotor + l.height], [0, 0, -1]), true)),
  ]
}

/** What it stands on. */
const stand = (input: Parts): StandPlace => {
  const l = whirlLayout(input)
  return {
    shape: standShape(
      UNEVEN.map((a) => polar(l.post, a)),
      l.bridge + BRIDGE,
      0,
    ),
    face: 0,
  }
}

function assembly(input: Parts): Assembly<Part> {
  const l = whirlLayout(input)
  const { nozzle, machine } = input
  const places = UNEVEN.map((a) => polar(l.post, a))
  const top = l.bridge + BRIDGE
  const [sine, cosine] = [Math.sin(nozzle.angleRad), Math.cos(nozzle.angleRad)]
  const end = top + tailLength(l.tail)
  return {
    placed: [
      at('whirl-foot', 0),
      ...pivot(input, l),
      at('reaction-rotor', l.rotor, true),
      at('feed-post', l.bridge - l.tip),
      ...places.map((p) => put(screw(stand(input).shape.screw), posed([...p, top], [0, 0, -1]))),
    ],
    jets: Array.from({ length: nozzle.count }, (_, i) => {
      const a = (2 * Math.PI * i) / nozzle.count
      const [c, s] = [Math.cos(a), Math.sin(a)]
      return {
        exit: [c * l.jet, s * l.jet, l.rotor + l.height / 2],
        direction: [c * sine - s * cosine, s * sine + c * cosine, 0],
        radius: l.throat,
        free: 0,
        bore: l.throat,
        inside: 0,
        reaction: true,
      }
    }),
    ways: [
      {
        from: [0, 0, end],
        to: [0, 0, l.bridge - l.tip],
        radius: Math.max(
          0.5,
          Math.min((machine.sealRadiusM - machine.sealGapM) * mm - 1.25 * input.fits.thinnest, l.tail.bore),
        ),
      },
    ],
    gaps: [
      { code: 'seal', of: ['reaction-rotor'], from: ['feed-post'], along: [1, 0, 0], mm: machine.sealGapM * mm },
      {
        code: 'axial',
        of: ['reaction-rotor'],
        from: ['feed-post'],
        along: [0, 0, 1],
        mm: Math.min(OVER, 2 * l.channel + 0.6),
      },
      ...(l.onBearings
        ? ([
            { code: 'end-play', of: ['hub'], from: ['bearing'], along: [0, 0, -1], mm: END_PLAY / 2 },
            { code: 'end-play', of: ['collar'], from: ['bearing'], along: [0, 0, 1], mm: END_PLAY / 2 },
          ] as const)
        : []),
    ],
    shaftInside: true,
    turn: -1,
    span: l.onBearings ? l.span : null,
    overhang: l.onBearings ? l.overhang : 0,
  }
}

export const reactionParts = { parts, assembly, stand } satisfies PartsKind<Parts>
