import { BALL_ROOM_M, SPRING_OVER_BALL, springFor, type BallMaterial, type HelicalSpring } from '../../engine'
import { screwLength, tailShape, type FedParts, type Point, type TailShape } from '../../geometry'
import { ringFor, type Ring } from '../crank-gear/ring'
import {
  mostLean,
  pinsFor,
  roomRound,
  roundPin,
  wheelFor,
  type GearLayout,
  type ManyFigures,
} from '../crank-gear/layout'
import { END_PLAY } from '../hub-stack'
import { mm } from '../part-kind'
import { refuse } from '../solid-kind'

/** Figures of an engine that its parts follow from, SI. */
export interface SingleActingFigures extends ManyFigures {
  readonly family: 'single-acting-engine'
  readonly boreM: number
  readonly strokeM: number
  readonly rodM: number
  readonly clearanceM3: number
  readonly wallM: number
  readonly wheelInertiaKgM2: number
  readonly ball: {
    readonly pinLengthM: number
    readonly seatDiameterM: number
    readonly pinDiameterM: number
    readonly ballDiameterM: number
    readonly motion:
      | { readonly kind: 'follows' }
      | { readonly kind: 'free'; readonly material: BallMaterial }
      | {
          readonly kind: 'spring'
          readonly material: BallMaterial
          readonly forceN: number
          readonly stiffnessNPerM: number
        }
  }
  readonly ports: { readonly fromM: number; readonly heightM: number; readonly widthM: number }
}

/**
 * Where everything of the engine stands, mm. The shaft is z, the crank's middle the origin of x and y; the cylinder
 * goes along +x.
 */
export interface SingleLayout extends GearLayout {
  /** Half of the cylinder block's square. */
  readonly half: number
  readonly span: number
  /** Piston from its wrist up to its face, and down to its end. */
  readonly above: number
  readonly below: number
  readonly ring: Ring
  /** Along x: end of the block, its head plane, the head's top. */
  readonly foot: number
  readonly headAt: number
  readonly head: number
  readonly seat: number
  readonly ball: number
  /** Ball's middle above the head plane when it sits. */
  readonly sits: number
  readonly chamber: number
  /**
   * Behind the ball: where its lower end stands above the head plane when the ball sits, and what it rests on in the
   * cap.
   */
  readonly spring: (HelicalSpring & { readonly foot: number; readonly lip: number }) | null
  readonly cap: number
  readonly tail: TailShape
  /** Ball pin: radius, how far it stands out of the piston, how deep in it. */
  readonly lift: { readonly radius: number; readonly out: number; readonly deep: number; readonly by: number }
  readonly ports: { readonly from: number; readonly height: number; readonly chord: number }
  readonly length: number
  /** Screws through cap and head, and how deep their holes are in the cylinder. */
  readonly long: number
  readonly threaded: number
}

/** Corner angle of a piston's slot for the rod, and what every moving thing is kept apart by, mm. */
const PLAY = 0.3
/** Ports: three of them, towards both sides and to the front. */
export const PORTS = 3
/** Share of a piston’s length that its cylinder holds at the bottom. */
const LEAST_HELD = 0.55
/** Thickness of the cap, mm. */
const CAP = 5

/** The spring behind a ball, where it has one: it sits on the ball’s shoulder and rests on a lip in the cap. */
function springOf(
  { ball: { motion, ballDiameterM, pinLengthM } }: SingleActingFigures,
  sits: number,
  radius: number,
  bore: number,
): SingleLayout['spring'] {
  if (motion.kind !== 'spring') return null
  const found = springFor(
    motion.forceN,
    motion.stiffnessNPerM,
    SPRING_OVER_BALL * ballDiameterM,
    pinLengthM + BALL_ROOM_M,
  )
  if (!found)
    throw refuse(
      'BALL_SPRING',
      'No spring on sale has this force and this rate at the ball’s width.',
      `Take ${(motion.forceN / 2).toFixed(1)} N and ${((motion.forceN / (2 * pinLengthM)) * 1e-3).toFixed(2)} N/mm, or a larger ball.`,
    )
  const inner = (found.outerM / 2 - found.wireM) * mm
  return { ...found, foot: sits + Math.sqrt(radius ** 2 - inner ** 2), lip: Math.min(bore, inner) }
}

export function singleLayout(input: FedParts & { readonly machine: SingleActingFigures }): SingleLayout {
  const { machine: m, bearing, spanM, fits } = input
  const bore = m.boreM * mm
  const [r, rod, wall] = [(m.strokeM * mm) / 2, m.rodM * mm, Math.max(m.wallM * mm, fits.wall)]
  const { pin, wrist, eye, rodThick } = pinsFor(bore)
  const corner = Math.max((bore / 2 + fits.screw + 1.4) / Math.SQRT2, bore / 2 + wall - 4)
  const half = Math.max(bore / 2 + wall, corner + 4)
  const span = spanM * mm
  const width = bearing.widthM * mm
  const front = span + width
  const axis = front + half
  const ring = ringFor(bore)
  const below = eye.small + 0.12 * bore + 1
  const above = eye.small + 1.5 + ring.width + 3 + 0.1 * bore
  const face = rod + r + above
  const room = (m.clearanceM3 * mm ** 3) / ((Math.PI / 4) * bore ** 2)
  const headAt = face + room
  const radius = Math.max(r + pin / 2 + 3.5, 10)
  const base = half + 9
  const near = Math.max(rod - r - below, radius + 2)
  // several stand as far out as they need, the piston still held at the bottom
  const angles = roundPin(m, [[Math.max(near, rod - r + above - LEAST_HELD * (above + below)), base]])
  const foot = angles.length > 1 ? Math.max(near, roomRound(angles, base)) : near
  const engaged = rod - r + above - foot
  if (engaged < LEAST_HELD * (above + below) - 1e-9)
    throw refuse(
      'ROD_SHORT',
      'The piston would leave its cylinder at the bottom: crank and cylinder stand in each other’s way.',
      `Make the rod at least ${(rod + LEAST_HELD * (above + below) - engaged + 0.05).toFixed(1)} mm long.`,
    )
  if (mostLean({ r, rod, eye, foot }) > bore / 2 - PLAY)
    throw refuse(
      'ROD_LEANS',
      'The rod would strike the edge of the cylinder where it leans most.',
      `Make the rod longer than ${(rod * 1.15).toFixed(1)} mm or the stroke shorter.`,
    )
  const [seat, ball] = [(m.ball.seatDiameterM * mm) / 2, (m.ball.ballDiameterM * mm) / 2]
  const floor = Math.max(wall, 3)
  const sits = floor + Math.sqrt(Math.max(0, ball * ball - seat * seat))
  const chamber = Math.max(ball * 1.22, ball + 0.8)
  const by = m.ball.pinLengthM * mm
  const tail = tailShape(Math.min(2 * chamber * 0.9, input.nozzle.inletBoreM * mm) / mm, input, half)
  if (chamber > corner * Math.SQRT2 - fits.screw - 1)
    throw refuse(
      'BALL_WIDE',
      'The ball’s chamber would run into the screws of the head.',
      `Take a ball of at most ${(2 * ((corner * Math.SQRT2 - fits.screw - 1.05) / 1.22)).toFixed(2)} mm, or a wider bore.`,
    )
  const fromTop = m.ports.fromM * mm
  const [height, arc] = [m.ports.heightM * mm, (m.ports.widthM * mm) / PORTS]
  const chord = bore * Math.sin(Math.min(1.35, arc / bore))
  // above the lifted ball there is room for the air
  const clear = sits + ball + by + BALL_ROOM_M * mm
  const spring = springOf(m, sits, ball, tail.bore)
  const head = Math.max(clear, spring ? spring.foot + spring.seatedM * mm : 0)
  const long = screwLength(CAP + head + 10)
  return {
    bore,
    r,
    rod,
    half,
    corner,
    front,
    axis,
    rodThick,
    span,
    web: {
      radius,
      from: front + END_PLAY / 2 + 0.8,
      to: axis - rodThick / 2 - PLAY,
      boss: (input.shaftDiameterM * mm) / 2 + 1.2,
    },
    pin,
    wrist,
    eye,
    above,
    below,
    ring,
    foot,
    headAt,
    head,
    seat,
    ball,
    sits,
    chamber,
    spring,
    cap: CAP,
    tail,
    lift: {
      radius: (m.ball.pinDiameterM * mm) / 2,
      // at dead centre it has lifted the ball by its length
      out: room + sits - ball + by,
      deep: Math.max(2.5, Math.min(above - eye.small - 1, 2 * m.ball.pinDiameterM * mm)),
      by,
    },
    ports: { from: face - fromTop - height, height, chord },
    wheel: wheelFor(m.strokeM, m.wheelInertiaKgM2),
    reach: headAt + 1,
    plate: 6,
    shaft: (input.shaftDiameterM * mm) / 2,
    base,
    holds: [foot + 6, headAt - 6].flatMap((x): Point[] => [
      [x, half + 4.5],
      [x, -half - 4.5],
    ]),
    angles,
    pitch: rodThick + 2 * PLAY,
    length: headAt - foot,
    long,
    threaded: long - CAP - head + 1.5,
  }
}
