import { screwLength, tailReach, tailShape, type FedParts, type Point, type TailShape } from '../../geometry'
import { mostLean, pinsFor, roundPin, wheelFor, type GearLayout, type ManyFigures } from '../crank-gear/layout'
import { END_PLAY } from '../hub-stack'
import { mm } from '../part-kind'
import { refuse } from '../solid-kind'
import { ringFor, type Ring } from '../crank-gear/ring'

/** Figures of an engine that its parts follow from, SI. */
export interface DoubleActingFigures extends ManyFigures {
  readonly family: 'double-acting-engine'
  readonly boreM: number
  readonly strokeM: number
  readonly rodM: number
  readonly rodDiameterM: number
  readonly headClearanceM3: number
  readonly crankClearanceM3: number
  readonly wallM: number
  readonly wheelInertiaKgM2: number
  /** Slides along its face, or is turned about its own middle. */
  readonly valveKind: 'slide' | 'turned'
  readonly valve: {
    readonly eccentricityM: number
    readonly leadRad: number
    readonly admissionLapM: number
    readonly exhaustLapM: number
    readonly portWidthM: number
    readonly portHeightM: number
  }
}

/**
 * Where everything of the engine stands, mm. The valve chest lies between frame and cylinder, the valve slides along
 * the cylinder on its face.
 */
export interface DoubleLayout extends GearLayout {
  readonly half: number
  readonly span: number
  readonly ring: Ring
  /** Piston: thickness; piston rod: radius. Crosshead from its pin up, and down to its end. */
  readonly piston: number
  readonly bar: number
  readonly above: number
  readonly below: number
  /** Along x: end of the block, inner faces of the two ends. */
  readonly foot: number
  readonly crankEnd: number
  readonly headEnd: number
  readonly cover: number
  /** Room at each end, mm of travel. */
  readonly room: { readonly head: number; readonly crank: number }
  readonly wall: number
  readonly long: number
  /** Heights: the valve's face, the middle of eccentric and valve rod. */
  readonly face: number
  readonly gear: number
  readonly eccentric: {
    readonly radius: number
    readonly by: number
    readonly ahead: number
    readonly boss: number
    readonly thick: number
  }
  /** Its slot’s half, the wall round it, its neck over the valve’s rod and where that rod begins. */
  readonly yoke: {
    readonly wide: number
    readonly wall: number
    readonly thick: number
    readonly neck: number
    readonly rodFrom: number
  }
  readonly valve: {
    readonly middle: number
    readonly long: number
    readonly cavity: number
    readonly wide: number
    readonly thick: number
    readonly rod: number
  }
  readonly ports: { readonly from: number; readonly high: number; readonly wide: number; readonly exhaust: number }
  readonly chest: {
    readonly from: number
    readonly to: number
    readonly wide: number
    readonly wall: number
    readonly floor: number
    /** Its rim: the valve’s face, or the middle of a turned valve. */
    readonly rim: number
  }
  readonly turned: TurnedValve | null
  readonly tail: TailShape
}

/**
 * A valve turned about a line across the cylinder, half of it in a saddle above the chest. mm, radians from its top.
 */
export interface TurnedValve {
  readonly radius: number
  /** Height of its middle; its bar is `radius` below, on the line of the valve’s rod. */
  readonly middle: number
  /** Half of its length, and its journals. */
  readonly half: number
  readonly journal: { readonly radius: number; readonly long: number }
  readonly core: number
  /** How far its fork reaches towards the crank, to hold the rod. */
  readonly fork: number
  /** Its outer edges, and those of its hollow. */
  readonly out: number
  readonly hollow: number
}

/** The outermost edge of a port as a share of a turned valve’s radius; its travel as one. */
const [OUTERMOST, MOST_TRAVEL] = [0.85, 0.5] as const
/** Wall over a turned valve, and what is round it, mm. */
const [OVER, ROUND] = [2, 0.8] as const
/** Between a turned valve’s cheeks goes the fork of its rod, mm. */
export const FORK = { wide: 6, front: 3.5, back: 9, up: 4, down: 3, pin: 1.5, cheek: 3, play: 0.3 } as const

/** Below the valve's face: wall, channel, wall up to the bore, mm. */
export const CHANNEL = { under: 2, high: 3, over: 2 } as const
const PLAY = 0.3
/** What a yoke holds of the valve’s rod, mm. */
const NECK = 5
/** Thinnest crank disc, mm, and the deepest under a cylinder that stands high. */
const [LEAST_WEB, DEEP_WEB] = [4, 14] as const
/** Wall of a hose and a finger’s breadth beside it, mm. */
const HOSE = 2.2
/** Thickness of the eccentric, and of the chest’s floor, mm. */
const [ECCENTRIC_THICK, FLOOR] = [6, 2] as const
/** Gland: wall between the crosshead's guide and the cylinder, mm. */
const GLAND = 8

/** Sizes of a turned valve: its edges pass those of the ports just where a slide’s would, by the laps. */
function turnedValve(v: {
  readonly radius: number
  readonly middle: number
  readonly wide: number
  readonly from: number
  readonly high: number
  readonly lapIn: number
  readonly lapOut: number
  readonly side: number
  readonly by: number
}): TurnedValve {
  const half = Math.max(v.wide / 2 + 3, FORK.wide / 2 + FORK.play + FORK.cheek + 0.4)
  const long = Math.min(4, v.side - half - 1.6)
  const angle = (x: number) => Math.asin(x / v.radius)
  if (long < 1.5)
    throw refuse(
      'VALVE_WIDE',
      'A turned valve so wide leaves no walls for its journals.',
      `Let its ports be at most ${(2 * (v.side - 3 - 3.15)).toFixed(1)} mm wide.`,
    )
  return {
    radius: v.radius,
    middle: v.middle + v.radius,
    half,
    journal: { radius: 3, long },
    core: Math.min(0.5 * v.radius, v.radius - FORK.up - 1),
    fork: Math.min(FORK.back, v.radius + ROUND - v.by - 0.4),
    out: angle(v.from + v.high) + angle(v.lapIn),
    hollow: angle(v.from) - angle(v.lapOut),
  }
}

export function doubleLayout(input: FedParts & { readonly machine: DoubleActingFigures }): DoubleLayout {
  const { machine: m, bearing, spanM, fits } = input
  const bore = m.boreM * mm
  const stroke = m.strokeM * mm
  const [r, rod] = [stroke / 2, m.rodM * mm]
  const gear = pinsFor(bore)
  const { pin, eye, rodThick } = gear
  const beside = CHANNEL.under + CHANNEL.high + CHANNEL.over
  const corner = Math.max((bore / 2 + fits.screw + 1.4) / Math.SQRT2, bore / 2 + beside - 4)
  const half = Math.max(bore / 2 + Math.max(beside, m.wallM * mm), corner + 4)
  const span = spanM * mm
  const front = span + bearing.widthM * mm
  const shaft = (input.shaftDiameterM * mm) / 2
  const { valve } = m
  const by = valve.eccentricityM * mm
  const tail = tailShape(Math.min(input.nozzle.inletBoreM, 0.004), input, 5)
  // the hose goes on under the cylinder
  const thick = 2 * (tailReach(tail) + HOSE)
  const boss = thick / 2 + FLOOR + 0.8 - ECCENTRIC_THICK / 2
  const eccentric = {
    radius: shaft + by + 2.5,
    by,
    // a turned valve’s top goes the other way than its rod
    ahead: 90 + (valve.leadRad * 180) / Math.PI + (m.valveKind === 'turned' ? 180 : 0),
    boss,
  }
  const low = front + END_PLAY / 2 + eccentric.boss
  const middle = low + ECCENTRIC_THICK / 2
  const [high, lapIn, lapOut] = [valve.portHeightM * mm, valve.admissionLapM * mm, valve.exhaustLapM * mm]
  const exhaust = Math.max(high, 2) / 2 + 0.5
  // the valve's wall never covers the way out, nor uncovers it to the chest
  const from = exhaust + by + Math.max(0, lapOut) + 0.5
  const isTurned = m.valveKind === 'turned'
  const radius = Math.max((from + high) / OUTERMOST, by / MOST_TRAVEL, FORK.up + FORK.play + 6)
  const face = isTurned ? middle + 2 * radius + OVER : middle + thick / 2
  const axis = face + half
  const ring = ringFor(bore)
  const piston = ring.width + 4
  const bar = (m.rodDiameterM * mm) / 2
  const area = (Math.PI / 4) * bore ** 2
  const room = {
    head: (m.headClearanceM3 * mm ** 3) / area,
    crank: (m.crankClearanceM3 * mm ** 3) / (area - Math.PI * bar ** 2),
  }
  const below = eye.small + 0.12 * bore + 1
  const above = eye.small + Math.max(6, 2.2 * bar + 2)
  const web = Math.max(r + pin / 2 + 3.5, 10)
  const foot = Math.max(rod - r - below, web + 2, eccentric.radius + by + 5)
  const engaged = rod - r + above - foot
  if (engaged < 0.5 * (above + below))
    throw refuse(
      'ROD_SHORT',
      'The crosshead would leave its guide at the bottom: crank and cylinder stand in each other’s way.',
      `Make the rod at least ${(rod + 0.5 * (above + below) - engaged + 0.05).toFixed(1)} mm long.`,
    )
  if (mostLean({ r, rod, eye, foot }) > bore / 2 - PLAY)
    throw refuse(
      'ROD_LEANS',
      'The rod would strike the edge of its guide where it leans most.',
      `Make the rod longer than ${(rod * 1.15).toFixed(1)} mm or the stroke shorter.`,
    )
  const crankEnd = rod + r + above + 1 + GLAND
  const headEnd = crankEnd + room.crank + piston + stroke + room.head
  const long = from + high + lapIn
  const wall = 3
  const chestHalf = (isTurned ? radius + ROUND : long + by + 0.6) + wall
  const at = (crankEnd + headEnd) / 2
  const wide = Math.min(valve.portWidthM * mm, bore * 0.8)
  if (from + high > (headEnd - crankEnd) / 2 - 1)
    throw refuse(
      'VALVE_LONG',
      'The ports lie further apart than the cylinder is long.',
      `Let the valve go at most ${Math.max(0.2, by - (from + high - (headEnd - crankEnd) / 2 + 1.05)).toFixed(1)} mm to each side, or make the stroke longer.`,
    )
  if (at - chestHalf < eccentric.radius + by + 4)
    throw refuse(
      'CHEST_NEAR',
      'The valve chest reaches the eccentric.',
      `Make the rod at least ${(rod + eccentric.radius + by + 4.05 - (at - chestHalf)).toFixed(1)} mm long.`,
    )
  const turned = isTurned
    ? turnedValve({ radius, middle, wide, from, high, lapIn, lapOut, by, side: half - 0.3 })
    : null
  const cover = Math.max(m.wallM * mm, 4)
  const base = half + 9
  const pitch = Math.max(ECCENTRIC_THICK, rodThick + 2 * PLAY)
  const wide0 = half - 0.3
  const to = axis - rodThick / 2 - PLAY
  const webFrom = (cylinders: number) => low + ECCENTRIC_THICK + (cylinders - 1) * pitch + 0.8
  const round = roundPin(m, [
    [foot, base],
    [at - chestHalf, wide0],
  ])
  // the yokes of all cylinders lie above each other under the crank
  const yoke = { wide: eccentric.radius + by + 0.6, wall: 3, thick: ECCENTRIC_THICK - 0.6 }
  const end = yoke.wide + yoke.wall
  // beside others its rod begins where it never lies over their yokes
  const roomy = to - webFrom(round.length) >= LEAST_WEB && at - chestHalf >= end + NECK + 2 * by + 0.5
  const angles = roomy ? round : round.slice(0, 1)
  const out = angles.length > 1 ? by : 0
  return {
    bore,
    r,
    rod,
    ...gear,
    corner,
    half,
    front,
    axis,
    span,
    web: { radius: web, from: Math.max(webFrom(angles.length), isTurned ? to - DEEP_WEB : 0), to, boss: shaft + 1.2 },
    ring,
    piston,
    bar,
    above,
    below,
    foot,
    crankEnd,
    headEnd,
    cover,
    room,
    wall: beside,
    long: screwLength(cover + 10),
    face,
    gear: middle,
    eccentric: { ...eccentric, thick: ECCENTRIC_THICK + (angles.length - 1) * pitch },
    yoke: { ...yoke, neck: NECK + out, rodFrom: end + out },
    valve: { middle: at, long, cavity: from - lapOut, wide: wide / 2 + 3, thick, rod: 1.5 },
    ports: { from, high, wide, exhaust },
    chest: { from: at - chestHalf, to: at + chestHalf, wide: wide0, wall, floor: FLOOR, rim: turned?.middle ?? face },
    turned,
    tail,
    wheel: wheelFor(m.strokeM, m.wheelInertiaKgM2),
    plate: 6,
    shaft,
    reach: headEnd + 1,
    base,
    angles,
    pitch,
    holds: [foot + 6, headEnd - 6].flatMap((x): Point[] => [
      [x, half + 4.5],
      [x, -half - 4.5],
    ]),
  }
}

/**
 * How far the valve’s rod stands from its middle at an angle, mm: towards the head. Its eccentric goes in a slot, so
 * that it moves as a pure sine.
 */
export const valveAt = ({ eccentric: { by, ahead } }: DoubleLayout, degrees: number): number =>
  by * Math.cos(((degrees + ahead) * Math.PI) / 180)

/** How far a turned valve is turned at an angle of the crank, radians: its top towards the head. */
export const turnedAt = (l: DoubleLayout, { radius }: TurnedValve, degrees: number): number =>
  Math.asin(-valveAt(l, degrees) / radius)
