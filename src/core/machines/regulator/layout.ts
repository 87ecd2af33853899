import { springFor, type HelicalSpring } from '../../engine'
import { ADJUSTER, M3, NUT, adjusterLength, screwLength, tailShape, type Joined, type TailShape } from '../../geometry'
import { ringFor, type Ring } from '../crank-gear/ring'
import { mm } from '../part-kind'
import { refuse } from '../solid-kind'

/** Figures of a regulator that its parts follow from, SI. */
export interface RegulatorFigures {
  readonly family: 'regulator'
  readonly kind: 'diaphragm' | 'piston'
  readonly sensingDiameterM: number
  readonly seatDiameterM: number
  readonly greatestLiftM: number
  readonly springRateNPerM: number
  /** Greatest force of the main spring: at the setting, the valve shut, the source full. */
  readonly springForceN: number
}

export type RegulatorInput = Joined & { readonly machine: RegulatorFigures }

/** A main spring between what it stands on and what presses it. mm where not SI. */
interface MainSpring extends HelicalSpring {
  readonly outer: number
  readonly inner: number
  /** Its length at the setting, and untouched. */
  readonly set: number
  readonly free: number
}

/**
 * Where everything of the regulator stands, mm: z upwards along its axis, 0 the edge of the seat. Inlet below, outlet
 * towards +x, screw on top.
 */
export interface RegulatorLayout {
  readonly kind: RegulatorFigures['kind']
  readonly lift: number
  /** Half of its square, and its screws’ distance from each middle line. */
  readonly half: number
  readonly corner: number
  readonly screw: number
  readonly seat: { readonly radius: number; readonly lip: number; readonly outer: number }
  readonly pin: { readonly radius: number; readonly deep: number; readonly to: number }
  /** Rubber on the poppet, and on the diaphragm as it is squeezed. */
  readonly face: number
  readonly poppet: {
    readonly radius: number
    readonly length: number
    readonly ribs: number
    readonly recess: number
    readonly chamber: number
    readonly spring: HelicalSpring
  }
  /**
   * Heights: the cap’s joint, the valve block’s top, the ledge that ends the lift, foot of piston or plate, the body’s
   * top.
   */
  readonly bottom: number
  readonly floor: number
  readonly ledge: number
  readonly foot: number
  readonly top: number
  /** Radii: what air pushes on, the chamber beneath the ledge. */
  readonly radius: number
  readonly chamber: number
  readonly cap: number
  readonly piston: { readonly length: number; readonly ring: Ring; readonly ringAt: number } | null
  readonly sheet: {
    /** Where it is free from, and what the plates hold of it. */
    readonly free: number
    readonly plate: number
    readonly outer: number
    readonly from: number
    readonly squeezed: number
    readonly plateThick: number
    readonly cupThick: number
    readonly screw: number
  } | null
  readonly spring: MainSpring
  /** What the main spring stands on. */
  readonly springFoot: number
  readonly bonnet: {
    readonly flange: number
    /** A pocket beneath it, for what rises. */
    readonly pocket: { readonly radius: number; readonly deep: number } | null
    readonly tube: number
    readonly wall: number
    /** Heights: where its roof begins to close, its nut’s slot, its top. */
    readonly shoulder: number
    readonly slot: number
    readonly top: number
    readonly neck: number
    /** Height of the hole that lets it breathe, towards +y. */
    readonly vent: number
  }
  readonly button: { readonly radius: number; readonly thick: number; readonly dimple: number }
  readonly adjuster: number
  readonly inlet: TailShape
  readonly outlet: TailShape
  /** Height of the outlet’s middle. */
  readonly outletAt: number
  /** Where the inlet’s spring rests. */
  readonly lip: number
}

/** Pins as they are sold, mm. Common practice, no source. */
const PINS = [1, 1.5, 2, 2.5, 3, 4, 5]
/** Rubber: on the poppet, and a diaphragm before and after it is clamped, mm. */
const FACE = 2
export const SHEET = { thick: 1.5, squeezed: 1.1 } as const
/** What piston or plates may rise when the pressure behind is too high, mm. */
const RISE = 1
/** How far the poppet’s spring and the button’s dimple let what is in them in, mm. */
const RECESS = 1.5
const BUTTON = 4
/** The main spring can be drawn so much tighter than its setting. */
const TIGHTER = 0.1
/** Force and rate of the spring that only shuts the poppet, N and N/m. */
const SHUTS = { forceN: 1, rates: [200, 400, 800, 1600, 3200] } as const

function poppetSpring(outer: number, lift: number): HelicalSpring {
  const room = lift + RECESS + 1
  for (const rate of SHUTS.rates) {
    const found = springFor(SHUTS.forceN, rate, (2 * outer) / mm, room / mm)
    if (found) return found
  }
  throw refuse(
    'POPPET_SPRING',
    'No small spring on sale shuts a poppet of this width over this lift.',
    `Take a lift of at most ${(lift / 2).toFixed(2)} mm or a wider seat.`,
  )
}

/** The shortest spring within a radius that has a force and a rate; null where there is none. */
function within(forceN: number, rate: number, most: number): HelicalSpring | null {
  const room = (TIGHTER * forceN) / rate + RISE / mm
  return [1, 0.9, 0.8, 0.7, 0.6, 0.5]
    .flatMap((share) => springFor(forceN, rate, (2 * share * most) / mm, room) ?? [])
    .reduce<HelicalSpring | null>((best, s) => (best && best.freeM <= s.freeM ? best : s), null)
}

function mainSpring({ springForceN: force, springRateNPerM: rate }: RegulatorFigures, most: number): MainSpring {
  const found = within(force, rate, most)
  if (!found) {
    const other = [1.2, 1.4, 1.7, 2, 2.5, 3, 4, 6, 8, 12, 20]
      .flatMap((f) => [rate * f, rate / f])
      .find((k) => within(force, k, most))
    throw refuse(
      'MAIN_SPRING',
      `No spring on sale gives ${force.toFixed(0)} N at ${(rate / 1000).toFixed(2)} N/mm and goes into ${(2 * most).toFixed(0)} mm.`,
      other
        ? `A rate of ${(other / 1000).toFixed(2)} N/mm would do, or a smaller piston or diaphragm.`
        : 'Take a piston or diaphragm of half the width, or a lower setting: its force is too much for any spring that fits.',
    )
  }
  const outer = (found.outerM * mm) / 2
  return { ...found, outer, inner: outer - found.wireM * mm, set: found.seatedM * mm, free: found.freeM * mm }
}

/**
 * All sizes of a regulator’s parts. @throws PhysicsError where no spring on sale has its figures, or the seat finds no
 * room.
 */
export function regulatorLayout(input: RegulatorInput): RegulatorLayout {
  const { machine: m, fits } = input
  const wall = Math.max(fits.wall, 3)
  const seatRadius = (m.seatDiameterM * mm) / 2
  const lift = m.greatestLiftM * mm
  const pinRadius = (PINS.findLast((d) => d <= 0.7 * seatRadius) ?? PINS[0]) / 2
  const seatOuter = seatRadius + Math.max(0.8, fits.thinnest)
  const lip = 0.8
  // poppet, its chamber: half as much room again round it as the seat has
  const radius = seatOuter + 1.2
  const chamber = Math.max(radius + 1.2, Math.sqrt(radius ** 2 + 1.6 * seatRadius ** 2) + 0.3)
  const length = Math.max(7, 0.9 * chamber)
  const spring = poppetSpring(radius - Math.max(1, 1.25 * fits.thinnest) - 0.3, lift)
  const bottom = -FACE - length + RECESS - spring.seatedM * mm
  const floor = lip + wall
  // outlet
  const outlet = tailShape(Math.max(1.3 * m.seatDiameterM, 4 / mm), input)
  const inlet = tailShape(Math.max(1.3 * m.seatDiameterM, 4 / mm), input)
  const outletAt = floor + Math.max(outlet.bore + 0.5, outlet.neck + 0.3)
  const ledge = outletAt + outlet.bore + 1
  const foot = ledge + lift
  // what air pushes on
  const sensing = (m.sensingDiameterM * mm) / 2
  const isPiston = m.kind === 'piston'
  const slack = Math.max(3, 3 * lift) / 2
  const [free, plate] = [sensing + slack, sensing - slack]
  const ring = ringFor(2 * sensing)
  const ringAt = 2 + 0.05 * sensing
  const pistonLength = Math.max(ringAt + ring.width + 3, 0.8 * sensing)
  const pushed = isPiston ? sensing : plate
  const below = pushed - 2
  if (below < seatRadius + 1 || below < M3.headRadius + 0.5)
    throw refuse(
      'SENSING_SMALL',
      `The ${isPiston ? 'piston' : 'plate of the diaphragm'} is too narrow for the seat beneath it.`,
      `Take a ${m.kind} of at least ${(2 * (Math.max(seatRadius + 1, M3.headRadius + 0.5) + 2.05 + (isPiston ? 0 : slack))).toFixed(1)} mm, or a smaller seat.`,
    )
  const plateThick = 2.5
  const cupThick = 3
  const sheetFrom = foot + plateThick
  const top = isPiston ? foot + pistonLength + RISE : sheetFrom + SHEET.squeezed
  const springFoot = isPiston ? foot + pistonLength - 1 : top + cupThick - 1
  const main = mainSpring(m, pushed - 2)
  if (!isPiston && main.inner < NUT.corner + 0.4)
    throw refuse(
      'MAIN_SPRING',
      'The main spring is too narrow for the nut that holds the diaphragm’s plates.',
      `Take a diaphragm of at least ${(m.sensingDiameterM * mm + 2 * (NUT.corner + 0.5 - main.inner)).toFixed(0)} mm, or a softer spring.`,
    )
  // bonnet
  const tube = main.outer + 0.8
  const tubeOuter = tube + wall
  const pocket = isPiston ? null : { radius: free, deep: cupThick + RISE }
  const flange = (pocket?.deep ?? 0) + Math.max(5, wall + 1)
  const over = Math.max(3, Math.sqrt(m.springForceN / 40))
  const shoulder = springFoot + main.free + BUTTON + 0.5
  const neck = ADJUSTER.core + 0.8
  const slot = shoulder + (tube - neck) + 1
  const bonnetTop = slot + ADJUSTER.nut + 0.3 + over
  const sheetOuter = free + 6
  const reach = Math.max(
    (isPiston ? sensing + wall : sheetOuter + 1.2) + fits.screw,
    tubeOuter + M3.headRadius + 0.4,
    chamber + wall + fits.screw,
  )
  const corner = reach / Math.SQRT2
  const half = Math.max(corner + NUT.corner + 1.2, (isPiston ? sensing : free) + wall)
  const cap = M3.nut + 0.2 + Math.max(4, wall)
  const threadTo = top + flange
  const nutAt = bottom - cap + M3.nut + 0.2
  const tip = springFoot + main.set + BUTTON - RECESS
  return {
    kind: m.kind,
    lift,
    half,
    corner,
    screw: screwLength(threadTo - nutAt + M3.nut),
    seat: { radius: seatRadius, lip, outer: seatOuter },
    pin: {
      radius: pinRadius,
      deep: Math.min(4, length - RECESS - 1),
      to: isPiston ? foot : foot - M3.head,
    },
    face: FACE,
    poppet: { radius, length, ribs: chamber - fits.slide, recess: RECESS, chamber, spring },
    bottom,
    floor,
    ledge,
    foot,
    top,
    radius: isPiston ? sensing : free,
    chamber: below,
    cap,
    piston: isPiston ? { length: pistonLength, ring, ringAt } : null,
    sheet: isPiston
      ? null
      : {
          free,
          plate,
          outer: sheetOuter,
          from: sheetFrom,
          squeezed: SHEET.squeezed,
          plateThick,
          cupThick,
          screw: screwLength(plateThick + SHEET.squeezed + cupThick - 1 + M3.nut),
        },
    spring: main,
    springFoot,
    bonnet: {
      flange,
      pocket,
      tube,
      wall,
      shoulder,
      slot,
      top: bonnetTop,
      neck,
      vent: shoulder + 1.6,
    },
    button: { radius: tube - Math.max(0.3, fits.slide), thick: BUTTON, dimple: RECESS },
    adjuster: adjusterLength(bonnetTop - tip + TIGHTER * (main.free - main.set) + 1),
    inlet,
    outlet,
    outletAt,
    lip: Math.min(inlet.bore, (spring.outerM / 2 - spring.wireM) * mm),
  }
}
