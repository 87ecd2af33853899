import type { OutletForm } from '../flow'
import type { Fits } from './fits'
import { M3 } from './hardware'
import { nozzleStations, nozzleWall, type NozzleShape } from './nozzle-outline'
import { outletReach } from './outlet-outline'
import { threadFor, threadRoot, type Connection, type PipeThread } from './pipe-thread'
import type { Point } from './point'

/** What cuts the end of an insert, seen from where its axis leaves: x towards the wheel, z along the jet, mm. */
export type InsertTrim =
  /** A circle about the shaft, which stands at (x, z): the end follows the wheel's rim. */
  | { readonly kind: 'cylinder'; readonly x: number; readonly z: number; readonly radius: number }
  /** A plane at a slope to the jet: the end lies along the wheel's face. */
  | { readonly kind: 'plane'; readonly slopeRad: number }

/** How a housing holds an insert, mm. */
export interface InsertSeat {
  /** Straight bore more than its nozzle needs, so that its flange clears the housing. */
  readonly extra: number
  readonly trim: InsertTrim | null
  /** Its end is no thicker than this over a length, so that it reaches close to the wheel. */
  readonly nose: { readonly radius: number; readonly length: number } | null
}

/** An insert that a hose fitting holds. */
export const LONE_SEAT: InsertSeat = { extra: 0, trim: null, nose: null }

type Nozzle = NozzleShape & { readonly form: OutletForm }

/** Lengths of an insert, mm: from its inlet at 0 to where its axis leaves at `length`. */
export interface InsertShape {
  readonly radius: number
  readonly flangeRadius: number
  readonly flange: number
  readonly straight: number
  readonly cone: number
  readonly length: number
  /**
   * Straight hole behind where the axis leaves, so that the trim cuts into no nozzle; and the end's length ahead of it.
   */
  readonly behind: number
  readonly ahead: number
  readonly extra: number
  /** Distances of its flats from its axis: unequal, so that it goes into its seat one way only. */
  readonly flats: readonly [towardsWheel: number, away: number]
  /** Radius of what leaves it. */
  readonly exitRadius: number
  readonly seat: InsertSeat
}

const mm = 1000
/**
 * Thickness of the wall that a shaped outlet passes straight through, mm: enough to guide the air, thin enough to print
 * cleanly.
 */
const OUTLET_WALL = 1.2
/** Wall round the outlet at its far side, mm. */
const LAST_WALL = 0.3

/**
 * How far ahead of where the axis leaves a line beside it, `outward` from the wheel, meets the trim, mm; null where it
 * never does.
 */
export function trimmedAt(trim: InsertTrim, outward: number): number | null {
  if (trim.kind === 'plane') return outward / Math.tan(trim.slopeRad)
  const under = trim.radius ** 2 - (trim.x + outward) ** 2
  return under < 0 ? null : trim.z - Math.sqrt(under)
}

/** Radius of an insert's body and of its flange, mm. */
export function insertRadii(inletBoreM: number): { radius: number; flangeRadius: number } {
  const bore = inletBoreM * mm
  const radius = bore / 2 + Math.max(2.4, 0.35 * bore)
  return { radius, flangeRadius: radius + 2 }
}

/** Lengths of an insert in its seat. */
export function insertShape(nozzle: Nozzle, seat: InsertSeat = LONE_SEAT): InsertShape {
  const round = nozzle.form.kind === 'round'
  const exitRadius = round ? (nozzle.exitDiameterM * mm) / 2 : outletReach(nozzle.form, nozzle.throatDiameterM) * mm
  const stations = nozzleStations(nozzle)
  const straight = (round ? stations.straightM * mm : Math.max(0.6 * nozzle.inletBoreM * mm, 3)) + seat.extra
  const cone = round
    ? stations.throatM * mm + seat.extra
    : straight + Math.max(0, (nozzle.inletBoreM * mm) / 2 - exitRadius) * 0.9
  const own = round ? stations.exitM * mm + seat.extra : cone + OUTLET_WALL
  const { trim } = seat
  const behind = trim ? Math.max(0, -(trimmedAt(trim, -exitRadius) ?? 0)) : 0
  const ahead = trim ? Math.min(trimmedAt(trim, exitRadius + LAST_WALL) ?? Infinity, 6 * exitRadius + 1) : 0
  const { radius, flangeRadius } = insertRadii(nozzle.inletBoreM)
  return {
    radius,
    flangeRadius,
    flange: 2.5,
    straight,
    cone,
    length: own + behind,
    behind,
    ahead,
    extra: seat.extra,
    flats: [radius + 0.6, radius + 1.4],
    exitRadius,
    seat,
  }
}

/** Outline of what a round insert's wall is turned from, as (radius, height), inlet and flange at height 0. mm. */
export function insertOutline(nozzle: Nozzle, shape: InsertShape): Point[] {
  const end = shape.length + shape.ahead
  const wall = nozzleWall(nozzle).map(([z, r]): Point => [r * mm, z * mm + shape.extra])
  const last = wall[wall.length - 1]
  const inner: Point[] = [
    ...(shape.extra > 0 ? [[wall[0][0], 0] as Point] : []),
    ...wall,
    ...(end > last[1] + 1e-9 ? [[last[0], end] as Point] : []),
  ]
  return [...insertOutside(shape), ...inner.reverse()]
}

/** Outer side of an insert from its inlet to its end, as (radius, height). mm. */
export function insertOutside({ radius, flangeRadius, flange, length, ahead, seat }: InsertShape): Point[] {
  const end = length + ahead
  const nose = seat.nose
  const from = nose ? Math.max(flange + 1, length - nose.length) : end
  return [
    [flangeRadius, 0],
    [flangeRadius, flange],
    [radius, flange],
    ...(nose && nose.radius < radius
      ? ([
          [radius, from - (radius - nose.radius)],
          [nose.radius, from],
          [nose.radius, end],
        ] as Point[])
      : ([[radius, end]] as Point[])),
  ]
}

/** Inner diameters of hoses as they are sold, mm. Common practice, no source. */
const HOSES = [3, 4, 6, 8, 9, 10, 13, 16, 19, 25, 32, 38, 50, 63, 80, 100] as const

/** A hose tail: a collar that its seat holds, a neck through the seat's end wall, barbs for the hose. mm. */
export interface TailShape {
  readonly collarRadius: number
  readonly collar: number
  /** Room along the axis beside flange and collar, for a thin gasket. */
  readonly slack: number
  readonly neck: number
  readonly endWall: number
  readonly bore: number
  readonly hose: number
  readonly barbs: number
  /** An inner pipe thread in place of barbs, in a socket of a radius; null for barbs. */
  readonly thread: PipeThread | null
  readonly socket: number
  /** A thread was asked for, and there is none so large or no room for its socket. */
  readonly noThread: boolean
}

/** How parts are made, and what the air comes in by. */
export interface Joined {
  readonly fits: Fits
  readonly connection: Connection
}

/**
 * Least wall round a thread, mm, and its share of the thread's diameter: a fitting wedges it open. Common practice, no
 * source.
 */
const SOCKET_WALL = { least: 3, share: 0.18 } as const

/** What the air comes in by at a bore. A thread's socket may be no wider than `room` round its axis, mm. */
export function tailShape(inletBoreM: number, { fits, connection }: Joined, room = Infinity): TailShape {
  const bore = (inletBoreM * mm) / 2
  const wanted = threadFor(connection, 2 * bore)
  const socket = wanted
    ? threadRoot(wanted) + Math.max(SOCKET_WALL.least, fits.wall, SOCKET_WALL.share * wanted.pitchDiameter)
    : 0
  const thread = socket <= room ? wanted : null
  const least = 2 * (bore + Math.max(1, 1.25 * fits.thinnest))
  const hose = HOSES.find((h) => h >= least) ?? Math.ceil(least)
  return {
    collarRadius: Math.max(insertRadii(inletBoreM).flangeRadius, hose / 2 + 1.5),
    collar: 3,
    slack: 0.2,
    neck: hose / 2,
    endWall: 4,
    bore,
    hose,
    barbs: 3,
    thread,
    socket: thread ? socket : 0,
    noThread: connection !== 'barbs' && !thread,
  }
}

/** Radius of the widest of a tail outside its seat, mm. */
export const tailReach = ({ neck, socket }: TailShape): number => Math.max(neck, socket)

/** Pitch of the barbs of a tail, mm. */
export const barbPitch = ({ neck }: TailShape): number => Math.max(3, 0.7 * neck)
/** From a neck's end to the end of its barbs or its socket, which begins with a cone at 45°, mm. */
export const endLength = (t: TailShape): number =>
  t.thread ? Math.max(0, t.socket - t.neck) + FLOOR + t.thread.pitch + t.thread.depth : t.barbs * barbPitch(t)
/** Floor between a cone and its thread, mm. */
const FLOOR = 1
/** Whole length of a tail, mm. */
export const tailLength = (t: TailShape): number => t.collar + t.slack + t.endWall + 1 + endLength(t)

/** From an insert's inlet back to the outer face of its seat, mm. */
export const seatBehind = (tail: TailShape): number => tail.collar + tail.slack + tail.endWall

/** A hose tail whose flange is screwed onto a seat that is no two halves, mm. */
export interface FlangedTail {
  readonly tail: TailShape
  readonly flange: number
  /** Radius of the seat's boss; half width of the flange across its screws, and round them. */
  readonly radius: number
  readonly half: number
  readonly lobe: number
  /** Two screws beside the insert, and their length. */
  readonly pitch: number
  readonly screw: number
  /** The insert's flange stands out of its seat by this, so that the tail presses on it. */
  readonly proud: number
}

export function flangedTail({ inletBoreM }: Pick<NozzleShape, 'inletBoreM'>, joined: Joined): FlangedTail {
  const { fits } = joined
  const { flangeRadius } = insertRadii(inletBoreM)
  const tail = tailShape(inletBoreM, joined)
  // the screws stand outside the insert's flange, and a key must reach them beside a socket
  const pitch = Math.max(flangeRadius + fits.seat + fits.core + 1.5, tail.socket + M3.headRadius + 0.3)
  return {
    tail,
    flange: 4,
    pitch,
    radius: pitch + M3.headRadius + 0.2,
    half: Math.max(flangeRadius, tail.neck + 1),
    lobe: M3.headRadius + 1,
    screw: 12,
    proud: 0.15,
  }
}
