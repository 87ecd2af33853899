import type { Point } from '../../geometry'

/** What crank, rod, wheel and frame of any piston engine follow from, mm. The shaft is z, the crank's middle the origin of x and y; the cylinder goes along +x. */
export interface GearLayout {
  readonly bore: number
  readonly r: number
  readonly rod: number
  /** Corners of the cylinder's screws, from its middle. */
  readonly corner: number
  /** Heights along the shaft: the front bearing's outer face, the middle of cylinder and rod. */
  readonly front: number
  readonly axis: number
  readonly rodThick: number
  readonly web: { readonly radius: number; readonly from: number; readonly to: number; readonly boss: number }
  readonly pin: number
  readonly wrist: number
  readonly eye: { readonly big: number; readonly small: number }
  readonly wheel: { readonly radius: number; readonly thick: number }
  readonly plate: number
  readonly shaft: number
  /** How far the frame goes along the cylinder, and to each side. */
  readonly reach: number
  readonly base: number
  readonly holds: readonly Point[]
}

/** Density of the steel that the wheel is turned from, kg/m3. */
const STEEL = 7850

/** A wheel of steel that has the build's inertia, mm. */
export function wheelFor(strokeM: number, inertiaKgM2: number): GearLayout['wheel'] {
  const radius = Math.max(1200 * strokeM, 16)
  return { radius, thick: Math.max(3, ((2 * inertiaKgM2) / (Math.PI * STEEL * (radius / 1000) ** 4)) * 1000) }
}

/** Pins and eyes of a rod for a bore, mm. */
export function pinsFor(boreMm: number) {
  const pin = Math.max(3, Math.round(boreMm * 0.2))
  const wrist = Math.max(2, Math.round(boreMm * 0.15))
  return {
    pin,
    wrist,
    eye: { big: pin / 2 + 2.5, small: wrist / 2 + 2.2 },
    rodThick: Math.max(3, Math.min(6, 0.25 * boreMm)),
  }
}

/** Greatest distance of the rod's side from the cylinder's axis where it enters the bore at its foot, mm. */
export function mostLean({
  r,
  rod,
  eye,
  foot,
}: Pick<GearLayout, 'r' | 'rod' | 'eye'> & { readonly foot: number }): number {
  const lean = (deg: number) => {
    const a = (deg * Math.PI) / 180
    const [px, py] = [r * Math.cos(a), r * Math.sin(a)]
    const wx = px + Math.sqrt(rod * rod - py * py)
    return foot > px && foot < wx ? (py * (wx - foot)) / (wx - px) + eye.small * 0.8 : 0
  }
  return Math.max(...Array.from({ length: 90 }, (_, i) => lean(2 * i)))
}

/** Where crank pin and the rod's other end stand at an angle, mm. */
export function gearAt(
  { r, rod }: Pick<GearLayout, 'r' | 'rod'>,
  degrees: number,
): { readonly pin: Point; readonly wrist: number } {
  const a = (degrees * Math.PI) / 180
  const pin: Point = [r * Math.cos(a), r * Math.sin(a)]
  return { pin, wrist: pin[0] + Math.sqrt(rod * rod - pin[1] * pin[1]) }
}

/** The piston's or crosshead's pin ends within it, so that it does not score the bore. */
export const wristLength = ({ bore, wrist }: Pick<GearLayout, 'bore' | 'wrist'>): number =>
  2 * Math.sqrt((bore / 2) ** 2 - (wrist / 2) ** 2) - 1.2
