import {
  endLength,
  innerRing,
  insertRadii,
  insertShape,
  outletRing,
  posed,
  screwLength,
  seatBehind,
  tailReach,
  tailShape,
  M3,
  type FedParts,
  type InsertShape,
  type OutletRing,
  type Pose,
  type TailShape,
} from '../../geometry'
import { LIP } from '../../geometry/solids/common'
import { COLLAR } from '../../geometry/solids/hub'
import type { ImpulseRotor } from '../../turbine'
import { BESIDE, FLANGE } from '../hub-stack'
import { betweenNeighbours, longer, lugAnglesClear, roundShaft, type Segment } from '../lug-angles'
import { mm } from '../part-kind'

/** A rotor with blades on its rim, as far as its parts follow from it. */
export type RimRotor = ImpulseRotor & {
  readonly bladeThicknessM: number
  readonly discThicknessM: number
  readonly hubRadiusM: number
  readonly casing: { readonly kind: 'open' | 'close'; readonly clearanceM: number }
}
export type RimInput = FedParts & {
  readonly machine: RimRotor
  /** Least radius of the circle on which the screws stand, where they hold more than the two halves, mm. */
  readonly rodsAt?: number
}

/** Least ring of disc that takes clamping screws, mm. */
const SCREW_RING = 8
/** Room round a rotor in the open: on its rim and beside its faces, mm. */
const OPEN = { radial: 6, axial: 4 } as const
/** A nozzle's exit stays this far from the blades' tips, mm. */
const LEAST_GAP = 0.3
/** Thread that an M3 screw needs in its flange, mm. */
const THREAD = 3.2

/**
 * Where everything of a tangential machine stands, mm. Heights from the outer face of the lower half; the jets lie in
 * the joint at `half`.
 */
export interface RimLayout {
  readonly hub: number
  readonly root: number
  readonly tip: number
  readonly mean: number
  readonly disc: number
  readonly blade: number
  /** Clamping screws through the disc into the hub's flange; none where there is no room. */
  readonly screws: number
  readonly screwPitch: number
  readonly screwLength: number
  readonly flange: number
  readonly flangeRadius: number
  readonly cavity: number
  readonly outer: number
  readonly half: number
  /**
   * Underside of the rotor; casing's faces beside the rim, below and above; faces of the bearings towards the rotor.
   */
  readonly rotor: number
  readonly floor: number
  readonly ceiling: number
  readonly lowSeat: number
  readonly highSeat: number
  readonly recess: number
  readonly shoulder: number
  readonly span: number
  /** Bearings cannot stand closer than this. */
  readonly leastSpan: number
  /**
   * Along the jet from its foot, where it meets the mean circle, back to the nozzle's exit; what it goes freely of
   * that.
   */
  readonly exitBack: number
  readonly free: number
  readonly insert: InsertShape
  readonly tail: TailShape
  readonly boss: number
  readonly bossEnd: number
  /** Circle on which the screws of the halves stand. */
  readonly rods: number
}

/** Lengths of a rotor on its hub alone. */
function rotorLengths({ machine: m }: { readonly machine: RimRotor }) {
  const mean = m.meanRadiusM * mm
  const depth = m.bladeDepthM * mm
  const [hub, root, disc] = [m.hubRadiusM * mm, mean - depth / 2, m.discThicknessM * mm]
  const screws = root - hub >= SCREW_RING ? 3 : 0
  const length = screwLength(disc + THREAD)
  return {
    mean,
    hub,
    root,
    tip: mean + depth / 2,
    disc,
    blade: m.bladeHeightM * mm,
    screws,
    screwPitch: hub + 4,
    screwLength: length,
    flange: screws > 0 ? Math.max(FLANGE, length - disc) : FLANGE,
    flangeRadius: screws > 0 ? hub + 4 + M3.headRadius + 0.65 : Math.min(root - 0.5, hub + 3),
  }
}

/**
 * The jet's line seen from where its axis leaves: distance back to its foot for a point on a circle about the shaft.
 */
const backTo = (mean: number, angleRad: number, radius: number): number => {
  const sine = mean * Math.sin(angleRad)
  return -sine + Math.sqrt(Math.max(0, sine ** 2 + radius ** 2 - mean ** 2))
}

/** Where everything of a tangential machine stands. */
export function rimLayout(input: RimInput): RimLayout {
  const { machine, nozzle, bearing, fits, spanM } = input
  const r = rotorLengths(input)
  const close = machine.casing.kind === 'close'
  const clearance = machine.casing.clearanceM * mm
  const [radial, axial] = close ? [clearance, clearance] : [OPEN.radial, OPEN.axial]
  const cavity = r.tip + radial
  const width = bearing.widthM * mm
  const { angleRad } = nozzle

  const toTips = backTo(r.mean, angleRad, r.tip)
  const exitBack = Math.max(toTips + nozzle.gapM * mm, backTo(r.mean, angleRad, r.tip + LEAST_GAP))
  const [sine, cosine] = [Math.sin(angleRad), Math.cos(angleRad)]
  const [shaftX, shaftZ] = [r.mean * cosine, exitBack + r.mean * sine]
  const trim = { kind: 'cylinder', x: shaftX, z: shaftZ, radius: Math.hypot(shaftX, shaftZ) } as const
  const plain = insertShape(nozzle, { extra: 0, trim, nose: null })
  // the inner corner of the flange's seat must lie outside the cavity with a sound wall between: |(0, mean) + d·back +
  // r·inward| = R, solved for d
  const [corner, beyond] = [insertRadii(nozzle.inletBoreM).flangeRadius + fits.seat, cavity + 1.5 * fits.thinnest]
  const clear =
    -r.mean * sine +
    Math.sqrt(
      Math.max(0, (r.mean * sine) ** 2 - (r.mean ** 2 + corner ** 2 - 2 * r.mean * corner * cosine - beyond ** 2)),
    )
  const extra = Math.max(0, clear - (exitBack + plain.length - plain.flange - fits.seat))
  const insert = insertShape(nozzle, { extra, trim, nose: null })
  const tail = tailShape(nozzle.inletBoreM, input)
  const boss = Math.max(tail.collarRadius, insert.flangeRadius) + fits.seat + fits.wall

  const below = r.blade / 2 + M3.head + BESIDE
  const above = r.disc - r.blade / 2 + r.flange + BESIDE
  // what no screws clamp a collar holds from below
  const under = r.screws > 0 ? below : r.blade / 2 + COLLAR.height + BESIDE
  const leastSpan = 2 * Math.max(under, above) + width
  const span = Math.max(spanM * mm, leastSpan)
  const half = Math.max((span + width) / 2 + LIP, boss)
  const rotor = half - r.blade / 2
  return {
    ...r,
    cavity,
    outer: cavity + fits.wall,
    half,
    rotor,
    floor: rotor - axial,
    ceiling: rotor + Math.max(r.disc, r.blade) + axial,
    lowSeat: half - (span - width) / 2,
    highSeat: half + (span - width) / 2,
    recess: r.flangeRadius + 1.5,
    shoulder: Math.min(innerRing(bearing), r.hub - 0.1),
    span,
    leastSpan,
    exitBack,
    free: exitBack - toTips,
    insert,
    tail,
    boss,
    bossEnd: exitBack + insert.length + seatBehind(tail),
    rods: Math.max(cavity + fits.wall + LUG.out, input.rodsAt ?? 0),
  }
}

/** Where the first insert lies: its inlet at the origin, its axis along the jet, the wheel towards its +x. */
export function insertPose(l: RimLayout, angleRad: number): Pose {
  const [sine, cosine] = [Math.sin(angleRad), Math.cos(angleRad)]
  const back = l.exitBack + l.insert.length
  return posed([-back * cosine, l.mean + back * sine, l.half], [cosine, -sine, 0], [-sine, -cosine, 0])
}

/** Angles of the jets round the shaft, degrees from the first. */
export const jetAngles = (count: number): number[] => Array.from({ length: count }, (_, k) => (360 * k) / count)

/** Radius of the lugs that take the screws, and of the circle they stand on beyond the wall, mm. */
export const LUG = { radius: 4.5, out: 2 } as const
/** Between the middle of a screw and the boss of an insert beside it, mm. */
const BESIDE_BOSS = 3.5

/** The first insert with its tail's seat, seen along the shaft. */
const insertLine = (l: RimLayout, angleRad: number): Segment => [
  -l.exitBack * Math.cos(angleRad),
  l.mean + l.exitBack * Math.sin(angleRad),
  -(l.bossEnd - l.exitBack) * Math.cos(angleRad),
  (l.bossEnd - l.exitBack) * Math.sin(angleRad),
]

/** The inserts with their tails all round the shaft, seen along it. */
export const rimPipes = (l: RimLayout, angleRad: number, count: number): Segment[] =>
  roundShaft(longer(insertLine(l, angleRad), 1 + endLength(l.tail)), count)

/** Directions of the screws that hold the halves, degrees. */
export const lugAngles = (l: RimLayout, angleRad: number, count: number): number[] =>
  lugAnglesClear(
    l.rods > 62 ? 6 : l.rods > 42 ? 4 : 3,
    52,
    // a screw far out stands on a rib, which must be clear too
    l.rods > l.outer + LUG.radius ? [l.outer + LUG.out, (l.rods + l.outer) / 2, l.rods] : [l.rods],
    rimPipes(l, angleRad, count),
    Math.max(l.boss, tailReach(l.tail) + 2) + BESIDE_BOSS,
  )

/** Least distance between the axes of neighbouring inserts, mm. */
export const betweenInserts = (l: RimLayout, angleRad: number, count: number): number =>
  betweenNeighbours(insertLine(l, angleRad), count)

/** Outlets in the face of a casing half. */
export const rimOutletRing = (input: RimInput): OutletRing | null =>
  outletRing(
    (input.bearing.outerM * mm) / 2 + input.fits.wall + 1,
    rimLayout(input).cavity - 1,
    input.outlets,
    6,
    input.fits.wall,
  )
