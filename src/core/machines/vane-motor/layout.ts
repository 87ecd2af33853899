import { KEY, tailShape, type FedParts, type Point, type TailShape } from '../../geometry'
import { LIP, LUG, polar } from '../../geometry/solids/common'
import { mm } from '../part-kind'
import type { VaneMotor } from '.'

/** A vane's rounded tip stays this far from the bore, and a rotor at least so far where it comes nearest, mm. */
const TIP_PLAY = 0.02
export const LEAST_NEAR = 0.02
/** Between the wall of a port and a screw's hole, mm. */
const BESIDE_PORT = 1.5
/** Metal of the sleeve between shaft and rotor, mm. */
const LEAST_SLEEVE = 0.8
/** Radius of its screw lugs, mm: the ports leave less room than a round housing. */
export const LUG_RADIUS = 4

/**
 * Where everything of a vane motor stands, mm. The shaft is the origin, the bore's middle towards +x; rotor and bore
 * come nearest at -x, and the rotor turns clockwise from there.
 */
export interface VaneLayout {
  readonly bore: number
  readonly middle: number
  readonly outer: number
  readonly rotor: number
  readonly length: number
  /** Gap at each end of rotor and vanes. */
  readonly end: number
  /** Between rotor and bore where they come nearest. */
  readonly near: number
  readonly vanes: number
  readonly thickness: number
  readonly height: number
  readonly hub: number
  /** Radius within which the key's groove has to stay: that of the slots' floors, where it lies too near to them. */
  readonly keyWithin: number
  /** Inner face of an end plate from its outer one. */
  readonly plate: number
  readonly span: number
  readonly inlet: number
  /** Ports as angles of a turn from where rotor and bore come nearest, degrees. */
  readonly inletAt: number
  readonly exhaust: number
  readonly exhaustAt: readonly number[]
  readonly tail: TailShape
  /**
   * Directions of the screws from the bore's middle, mirror images of each other across x, so that one end plate fits
   * both ends. Degrees.
   */
  readonly lugs: readonly number[]
}

const clamp = (v: number, from: number, to: number) => Math.min(to, Math.max(from, v))
/** Direction in the plane of an angle of the turn, degrees. */
export const facing = (turn: number): number => 180 - turn

export function vaneLayout(input: FedParts & { readonly machine: VaneMotor }): VaneLayout {
  const { machine: m, nozzle, bearing, fits, spanM } = input
  const [bore, middle, length] = [m.boreRadiusM * mm, m.eccentricityM * mm, m.lengthM * mm]
  const outer = bore + Math.max(fits.wall + 1.5, 0.2 * bore)
  const inlet = Math.min((nozzle.throatDiameterM * mm) / 2, length / 2 - 1)
  // ports at the middle of the angles in which they are open
  const step = 360 / m.vanes
  const inletAt = Math.max(step / 2, (m.inletEndsRad * 180) / Math.PI - step * 0.6)
  const from = (m.exhaustOpensRad * 180) / Math.PI
  const exhaust = Math.min(length * 0.3, Math.max(1.4 * inlet, 0.25 * bore))
  const exhaustAt = [-1, 0, 1].map((k) =>
    clamp((from + 345) / 2 + k * Math.min(22, (345 - from) / 4), Math.min(345, from + 4), 345),
  )
  // a socket must not reach below the body's end, on which it is printed
  const tail = tailShape(Math.max(nozzle.inletBoreM, nozzle.throatDiameterM), input, length / 2)
  const width = bearing.widthM * mm
  const least = length + 2 * LIP + width
  const span = Math.max(spanM * mm, least)
  const hub = Math.max(m.hubRadiusM * mm, (input.shaftDiameterM * mm) / 2 + LEAST_SLEEVE)
  // the key lies between two slots: its corner must keep a wall beside them, or stay below their floors
  const half = KEY.width / 2
  const corner = Math.hypot(hub + KEY.depth, half)
  const beside = corner * Math.sin(Math.PI / m.vanes - Math.atan2(half, hub + KEY.depth))
  const keyWithin =
    beside > (m.vaneThicknessM * mm) / 2 + 0.15 + fits.thinnest ? Infinity : (m.rotorRadiusM - m.vaneHeightM) * mm
  return {
    bore,
    middle,
    outer,
    rotor: m.rotorRadiusM * mm,
    length,
    end: m.clearanceM * mm,
    near: bore - middle - m.rotorRadiusM * mm,
    vanes: m.vanes,
    thickness: m.vaneThicknessM * mm,
    height: m.vaneHeightM * mm,
    hub,
    keyWithin,
    plate: width + LIP + (span - least) / 2,
    span,
    inlet,
    inletAt,
    exhaust,
    exhaustAt,
    tail,
    lugs: screwAngles(outer, [
      [facing(inletAt), tail.neck + 1],
      ...exhaustAt.map((a): [number, number] => [facing(a), exhaust]),
    ]),
  }
}

/**
 * Two pairs of screws across x from each other, clear of the ports. Ports by their direction from the shaft and their
 * radius; the bore's middle is near enough for both.
 */
function screwAngles(outer: number, ports: readonly (readonly [degrees: number, radius: number])[]): number[] {
  const clear = (degrees: number): boolean =>
    ports.every(([at, radius]) => {
      const off = Math.abs(((degrees - at + 540) % 360) - 180)
      // a port goes out along its direction: beside it counts the distance across
      return off > 90 || (outer + LUG.out) * Math.sin((off * Math.PI) / 180) > radius + LUG_RADIUS + BESIDE_PORT
    })
  const pair = (targets: readonly number[]): number[] => {
    const a = targets.find((t) => clear(t) && clear(-t))
    return a === undefined ? [] : [a, -a]
  }
  const spread = (target: number) => Array.from({ length: 61 }, (_, i) => target + (i % 2 ? -1 : 1) * Math.ceil(i / 2))
  const right = pair(spread(40).filter((a) => a > 14 && a < 88))
  const left = pair(spread(148).filter((a) => a > 92 && a < 166))
  if (right.length + left.length === 4) return [...right, ...left]
  // one screw on the axis beside a pair is enough to hold
  return [...right, ...left, ...(clear(right.length > 0 ? 180 : 0) ? [right.length > 0 ? 180 : 0] : [])]
}

/** Where a screw stands. */
export const vaneScrews = (l: VaneLayout): Point[] =>
  l.lugs.map((a): Point => {
    const [x, y] = polar(l.outer + LUG.out, a)
    return [x + l.middle, y]
  })

/**
 * Distance of a vane's tip from the shaft when it points in a direction, degrees: its rounded tip just clear of the
 * bore.
 */
export function vaneTip(l: VaneLayout, degrees: number): number {
  const a = (degrees * Math.PI) / 180
  const reach = l.bore - l.thickness / 2 - TIP_PLAY
  return l.middle * Math.cos(a) + Math.sqrt(reach ** 2 - (l.middle * Math.sin(a)) ** 2) + l.thickness / 2
}
