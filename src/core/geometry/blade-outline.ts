import type { ImpulseRotor } from '../turbine'
import { scaledBlade } from './own-blade'
import type { Point } from './point'

export type { Point }

const STEPS = 14
/** A blade that leans further than this from the radius cannot be printed or filled; the outline stops there. */
const STEEPEST = (70 * Math.PI) / 180

type Blade = Pick<ImpulseRotor, 'bladeDepthM' | 'profile' | 'inletAngleRad' | 'outletAngleRad' | 'outline'> & {
  readonly bladeThicknessM: number
}

/** How much thicker the middle is than the ends, so that the passage keeps its width. */
const MIDDLE_GAIN: Readonly<Record<ImpulseRotor['profile'], number>> = {
  scoop: 0,
  'c-shape': 0,
  'constant-width': 1.6,
  aerofoil: 0.9,
  flat: 0,
}
/** How far the hollow is drawn beyond what the two end angles alone would give. */
const HOLLOW: Readonly<Record<ImpulseRotor['profile'], number>> = {
  scoop: 1,
  'c-shape': 1.45,
  'constant-width': 1,
  aerofoil: 1,
  flat: 0,
}

/**
 * Middle line of a blade from root (x 0) to tip (x depth): a quadratic curve with the drawn angles at its ends, hollow
 * towards the jet (-y).
 */
export function bladeMiddleLine(blade: Blade): Point[] {
  const lean = (angle: number) => Math.tan(Math.min(STEEPEST, Math.PI / 2 - angle))
  const tip = lean(blade.inletAngleRad)
  const root = lean(blade.outletAngleRad)
  const sum = tip + root
  const cx = sum > 1e-9 ? (blade.bladeDepthM * tip) / sum : blade.bladeDepthM / 2
  const cy = sum > 1e-9 ? cx * root * HOLLOW[blade.profile] : 0
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const t = i / STEPS
    return [2 * t * (1 - t) * cx + t * t * blade.bladeDepthM, 2 * t * (1 - t) * cy]
  })
}

/**
 * Closed outline of one blade of a row with axial flow, outlet edge at x 0, inlet edge at x depth, its middle line
 * turning evenly from one drawn angle to the other; hollow towards -y. Counter-clockwise.
 * Unlike a scoop's its ends need not lie level, so it serves stators too, whose air comes in along the shaft.
 */
export function rowOutline(blade: Blade): Point[] {
  if (blade.outline) return scaledBlade(blade.outline.points, blade.bladeDepthM, 0)
  const lean = (angle: number) => Math.min(STEEPEST, Math.max(0, Math.PI / 2 - angle))
  const [out, into] = [lean(blade.outletAngleRad), lean(blade.inletAngleRad)]
  const straight = blade.profile === 'flat'
  let y = 0
  const line = Array.from({ length: STEPS + 1 }, (_, i): Point => {
    if (i > 0 && !straight) y += (Math.tan(out - ((out + into) * (i - 0.5)) / STEPS) * blade.bladeDepthM) / STEPS
    return [(blade.bladeDepthM * i) / STEPS, y]
  })
  const sides = line.map(([x, yy], i): [Point, Point] => {
    const a = line[Math.max(0, i - 1)]
    const b = line[Math.min(STEPS, i + 1)]
    const length = Math.hypot(b[0] - a[0], b[1] - a[1])
    const [nx, ny] = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length]
    const t = i / STEPS
    // a rounded nose towards the inlet, a thinner edge where the air leaves
    const swell = 1 + MIDDLE_GAIN[blade.profile] * 4 * t * (1 - t)
    const half = (blade.bladeThicknessM / 2) * swell * (t === 1 ? 0.6 : 1)
    return [
      [x + nx * half, yy + ny * half],
      [x - nx * half, yy - ny * half],
    ]
  })
  return [...sides.map(([, q]) => q), ...sides.map(([q]) => q).reverse()]
}

/**
 * Closed outline of one blade, root end drawn `rootOverlapM` inward so that it grows out of the disc.
 * Counter-clockwise.
 */
export function bladeOutline(blade: Blade, rootOverlapM: number): Point[] {
  if (blade.outline) return scaledBlade(blade.outline.points, blade.bladeDepthM, rootOverlapM)
  const line = bladeMiddleLine(blade)
  const sides = line.map(([x, y], i): [Point, Point] => {
    const a = line[Math.max(0, i - 1)]
    const b = line[Math.min(line.length - 1, i + 1)]
    const length = Math.hypot(b[0] - a[0], b[1] - a[1])
    const [nx, ny] = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length]
    const t = i / STEPS
    const half = (blade.bladeThicknessM / 2) * (1 + MIDDLE_GAIN[blade.profile] * 4 * t * (1 - t))
    return [
      [x + nx * half, y + ny * half],
      [x - nx * half, y - ny * half],
    ]
  })
  const front = sides.map(([, p]) => p)
  const back = sides.map(([p]) => p)
  const half = blade.bladeThicknessM / 2
  return [[-rootOverlapM, -half], ...front.slice(1), ...back.slice(1).reverse(), [-rootOverlapM, half]]
}

/**
 * The outline of blade `index` of `count` set on a disc of root radius, cut off at the tip circle and turned to its
 * place. Any one unit of length.
 */
export function placedBlade(
  outline: readonly Point[],
  ring: { root: number; tip: number },
  index: number,
  count: number,
): Point[] {
  const angle = (2 * Math.PI * index) / count
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return outline.map(([x, y]) => {
    const r = x + ring.root
    const reach = Math.hypot(r, y)
    const cut = reach > ring.tip ? ring.tip / reach : 1
    return [cut * (r * c - y * s), cut * (r * s + y * c)]
  })
}
