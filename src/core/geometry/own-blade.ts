import { mean } from '../statistics/mean'
import type { Point } from './point'

/** What the turbine model needs of a blade that a maker drew. Lengths in the outline's unit. */
export interface MeasuredBlade {
  readonly depth: number
  readonly thickness: number
  /** From the direction of travel, at the tip and at the root. */
  readonly inletAngleRad: number
  readonly outletAngleRad: number
  /** The outline with its root on x = 0, its middle at the root on y = 0. */
  readonly points: readonly Point[]
}

/** Greatest and least y of an outline at an x; null outside it. */
function cut(points: readonly Point[], x: number): [number, number] | null {
  const ys: number[] = []
  points.forEach(([x1, y1], i) => {
    const [x2, y2] = points[(i + 1) % points.length]
    if (x1 !== x2 && Math.min(x1, x2) <= x && x <= Math.max(x1, x2)) ys.push(y1 + ((y2 - y1) * (x - x1)) / (x2 - x1))
  })
  return ys.length >= 2 ? [Math.min(...ys), Math.max(...ys)] : null
}

/**
 * Measures a drawn blade: x from root to tip along the radius, y along the travel.
 * The angles are those of its middle line carried on to its ends; the thickness is the mean across the middle line.
 * Error: a few degrees for blades drawn with few points.
 */
export function measureBlade(points: readonly Point[]): MeasuredBlade {
  const xs = points.map(([x]) => x)
  const [least, most] = [Math.min(...xs), Math.max(...xs)]
  const depth = most - least
  const at = (share: number) => cut(points, least + share * depth) ?? [0, 0]
  const middle = (share: number) => (at(share)[0] + at(share)[1]) / 2
  const slope = (from: number, to: number) => (middle(to) - middle(from)) / ((to - from) * depth)
  // the ends themselves are cut off slanting: the slope is carried on from further in, as straight as a parabola's
  const towards = (near: number, far: number) => near + (near - far) * (0.22 / 0.18)
  const angle = (s: number) => Math.PI / 2 - Math.atan(Math.abs(s))
  const shares = [0.15, 0.3, 0.45, 0.6, 0.75, 0.85]
  const across = shares.map((s) => {
    const [low, high] = at(s)
    return (high - low) * Math.cos(Math.atan(slope(s - 0.05, s + 0.05)))
  })
  const base = middle(0.02)
  return {
    depth,
    thickness: mean(across),
    inletAngleRad: angle(towards(slope(0.7, 0.86), slope(0.5, 0.7))),
    outletAngleRad: angle(towards(slope(0.14, 0.3), slope(0.3, 0.5))),
    points: points.map(([x, y]): Point => [x - least, y - base]),
  }
}

/** A drawn blade made as deep as wanted, its root drawn inward so that it grows out of the disc. */
export function scaledBlade(points: readonly Point[], depth: number, rootOverlap: number): Point[] {
  const most = Math.max(...points.map(([x]) => x))
  const scale = depth / most
  return points.map(([x, y]): Point => [x < 0.04 * most ? x * scale - rootOverlap : x * scale, y * scale])
}
