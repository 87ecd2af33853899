import type { Manifold } from 'manifold-3d'
import type { Fits } from '../fits'
import {
  barbPitch,
  insertOutline,
  insertOutside,
  seatBehind,
  type FlangedTail,
  endLength,
  tailReach,
  type InsertShape,
  type TailShape,
} from '../insert'
import { outletOutlines, outletReach } from '../outlet-outline'
import type { FedParts } from '../parts-input'
import type { Point } from '../point'
import { threadHollow } from './pipe-thread'
import { BEYOND, type SolidKit } from './toolkit'

const mm = 1000
type Nozzle = FedParts['nozzle']

/**
 * Body of an insert whose outlet is not a round hole: bore, a cone down to the outlet's reach, and the outlet straight
 * through the end wall.
 */
function shapedInsert(kit: SolidKit, nozzle: Nozzle, shape: InsertShape): Manifold {
  const { inletBoreM, throatDiameterM, form } = nozzle
  const bore = (inletBoreM * mm) / 2
  const reach = outletReach(form, throatDiameterM) * mm
  const { straight, cone, length, ahead } = shape
  const outer = kit.turned([[0, 0], ...insertOutside(shape), [0, length + ahead]])
  const hollow = kit.turned([
    [0, -1],
    [bore, -1],
    [bore, straight],
    [Math.min(bore, reach), cone],
    [0, cone],
  ])
  const passages = outletOutlines(form, throatDiameterM).map((o) => o.map(([x, y]): Point => [x * mm, y * mm]))
  return kit.cut(outer, [hollow, kit.prism(passages, cone - 0.5, length + ahead + BEYOND)])
}

/** The two screws of a flange across its middle. */
const besides = (pitch: number): Point[] => [
  [0, pitch],
  [0, -pitch],
]

/** What lies beyond a flat at a distance, in the flange. */
const beyond = (kit: SolidKit, { flangeRadius, flange, flats }: InsertShape, play: number): Manifold[] => {
  const wide = 4 * flangeRadius
  return [
    kit.box([8, wide, flange + 1], [flats[0] + play, -wide / 2, -1]),
    kit.box([8, wide, flange + 1], [-flats[1] - play - 8, -wide / 2, -1]),
  ]
}

/**
 * Nozzle insert: turned body with its flange on the pressure side and two flats that let it into its seat one way only,
 * its end along the wheel. Inlet on z = 0, the wheel towards +x.
 */
export function nozzleInsertSolid(kit: SolidKit, nozzle: Nozzle, shape: InsertShape): Manifold {
  const body =
    nozzle.form.kind === 'round' ? kit.turned(insertOutline(nozzle, shape)) : shapedInsert(kit, nozzle, shape)
  const { trim } = shape.seat
  const flat = kit.cut(body, beyond(kit, shape, 0))
  if (!trim) return flat
  if (trim.kind === 'plane')
    return kit.onSide(
      flat,
      [-Math.cos(trim.slopeRad), 0, -Math.sin(trim.slopeRad)],
      -Math.sin(trim.slopeRad) * shape.length,
    )
  const wheel = kit.placed(
    kit.cylinder(trim.radius, -4 * shape.flangeRadius, 4 * shape.flangeRadius, [0, 0], 360),
    [90, 0, 0],
    [trim.x, 0, shape.length + trim.z],
  )
  return kit.cut(flat, [wheel])
}

/**
 * Seat of an insert and its hose tail in a housing that is split through it, in the insert's own place: what is put on,
 * and what is cut out. `reach` is how far the bore goes on beyond the exit.
 */
export function insertSeat(
  kit: SolidKit,
  shape: InsertShape,
  tail: TailShape,
  fits: Fits,
  reach: number,
): { body: Manifold; hollow: Manifold; radius: number } {
  const collar = tail.collarRadius + fits.seat
  const radius = Math.max(collar, shape.flangeRadius + fits.seat) + fits.wall
  const flange = kit.cut(
    kit.cylinder(shape.flangeRadius + fits.seat, -0.01, shape.flange + fits.seat),
    beyond(kit, { ...shape, flange: shape.flange + fits.seat }, fits.seat),
  )
  return {
    radius,
    body: kit.cylinder(radius, -seatBehind(tail), shape.length + reach),
    hollow: kit.union([
      kit.coaxial([
        [shape.radius + fits.seat, 0, shape.length + reach],
        [collar, -tail.collar - tail.slack, 0],
        [tail.neck + fits.seat, -seatBehind(tail) - 1, 0],
      ]),
      flange,
    ]),
  }
}

/**
 * Seat of an insert in a housing of one piece, in the insert's own place: the boss that its tail is screwed to, and
 * what is cut out. The bore goes on to `reach` beyond the exit.
 */
export function solidSeat(
  kit: SolidKit,
  shape: InsertShape,
  t: FlangedTail,
  fits: Fits,
  reach: number,
): { body: Manifold; hollow: Manifold } {
  const flange = kit.cut(
    kit.cylinder(shape.flangeRadius + fits.seat, -BEYOND, shape.flange),
    beyond(kit, shape, fits.seat),
  )
  return {
    body: kit.cylinder(t.radius, t.proud, shape.length),
    hollow: kit.union([
      kit.cylinder(shape.radius + fits.seat, 0, shape.length + reach),
      flange,
      ...kit.holes(fits.core, -BEYOND, t.screw - t.flange + 0.5, besides(t.pitch)),
    ]),
  }
}

/** An oval flange across its two screws, wider by `more`. */
const oval = (kit: SolidKit, { half, lobe, pitch }: FlangedTail, from: number, to: number, more = 0): Manifold =>
  kit.union([
    kit.cylinder(half + more, from, to),
    kit.box([2 * (lobe + more), 2 * pitch, to - from], [-lobe - more, -pitch, from]),
    ...[1, -1].map((side) => kit.cylinder(lobe + more, from, to, [0, side * pitch])),
  ])

/** Room that a flanged tail, its screws and its hose need behind its seat, in the insert's own place. */
export const tailRoom = (kit: SolidKit, t: FlangedTail): Manifold =>
  kit.union([oval(kit, t, -t.flange - 3, t.proud, 0.4), kit.cylinder(tailReach(t.tail) + 3, -60, 0)])

/** Hose tail with a flange for two screws, on z = 0; barbs or a socket above it. */
export function flangedTailSolid(kit: SolidKit, t: FlangedTail, fits: Fits): Manifold {
  const { tail, flange, pitch } = t
  const joint = tailEnd(kit, tail, flange + 1, fits)
  return kit.cut(kit.union([oval(kit, t, 0, flange), kit.cylinder(tail.neck, 0, flange + 1.01), joint.body]), [
    kit.cylinder(tail.bore, -BEYOND, joint.end + BEYOND),
    ...joint.hollow,
    ...kit.holes(fits.screw, -BEYOND, flange + BEYOND, besides(pitch)),
  ])
}

/** Outline of a tail's barbs from a height on, mm. */
function barbs(tail: TailShape, from: number): Point[] {
  const pitch = barbPitch(tail)
  const rise = Math.max(0.4, 0.1 * tail.neck)
  return [
    [tail.neck, from],
    ...Array.from({ length: tail.barbs }, (_, i): Point[] => [
      [tail.neck + rise, from + i * pitch],
      [tail.neck - 0.1, from + (i + 1) * pitch],
    ]).flat(),
  ]
}

/**
 * What a hose or a fitting goes on or into, along +z from a height: its body without its bore, what is cut out beside
 * that, and where it ends.
 */
export function tailEnd(
  kit: SolidKit,
  tail: TailShape,
  from: number,
  fits: Fits,
): { body: Manifold; hollow: Manifold[]; end: number } {
  const { thread, socket, neck } = tail
  const end = from + endLength(tail)
  if (!thread) return { body: kit.turned([[0, from], ...barbs(tail, from), [0, end]]), hollow: [], end }
  const body: Point[] = [
    [0, from],
    [neck, from],
    [socket, from + Math.max(0, socket - neck)],
    [socket, end],
    [0, end],
  ]
  return {
    body: kit.turned(body),
    hollow: [kit.placed(threadHollow(kit, thread, fits.seat), [0, 0, 0], [0, 0, end])],
    end,
  }
}

/** Hose tail: collar on z = 0, neck and barbs or a socket above it, bored through. */
export function hoseTailSolid(kit: SolidKit, tail: TailShape, fits: Fits): Manifold {
  const { collarRadius, collar, slack, neck, endWall, bore } = tail
  const from = collar + slack + endWall + 1
  const joint = tailEnd(kit, tail, from, fits)
  return kit.cut(kit.union([kit.cylinder(collarRadius, 0, collar), kit.cylinder(neck, 0, from + 0.01), joint.body]), [
    kit.cylinder(bore, -BEYOND, joint.end + BEYOND),
    ...joint.hollow,
  ])
}
