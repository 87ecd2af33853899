import { aboutShaft, movedBy, placedAt, posed, type Placed, type Point, type Way } from '../../geometry'

/**
 * What crank, rod, wheel and frame of any piston engine follow from, mm. The shaft is z, the crank's middle the origin
 * of x and y; the cylinder goes along +x.
 */
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
  /**
   * Where its cylinders stand round the crank, degrees, all of their rods on one pin: the first at 0. Only the first
   * where the others find no room.
   */
  readonly angles: readonly number[]
  /** Each cylinder stands higher than the one before it by this: its rod beside the other’s. */
  readonly pitch: number
}

/** What an engine of several cylinders has beside those of one; one where left out. */
export interface ManyFigures {
  readonly cylinders?: number
  readonly phaseStepRad?: number
  readonly inlet?: { readonly boreDiameterM: number; readonly manifoldVolumeM3: number } | null
}

/** Cylinders nearer to each other than this round the crank are not looked at, degrees. */
const LEAST_APART = 20
/** Air between neighbours, mm. */
const BESIDE = 0.5

/** The least angle between any two places round the crank, degrees. */
const leastApart = (angles: readonly number[]): number =>
  Math.min(
    360,
    ...angles.flatMap((a, i) => angles.slice(i + 1).map((b) => Math.abs(((((b - a) % 360) + 540) % 360) - 180))),
  )

/** How far from the crank feet of a half width must stand, so that they find room beside each other, mm. */
export const roomRound = (angles: readonly number[], halfWidth: number): number =>
  (halfWidth + BESIDE) / Math.tan((Math.min(180, leastApart(angles)) * Math.PI) / 360)

/**
 * Where cylinders stand round one crank pin, degrees: as far round as they are apart in phase. Only the first where two
 * of them would stand in each other’s way.
 * @param corners of one cylinder’s foot and of what stands beside it: along it and across it, mm.
 */
export function roundPin({ cylinders = 1, phaseStepRad = 0 }: ManyFigures, corners: readonly Point[]): number[] {
  const angles = Array.from({ length: cylinders }, (_, i) => ((i * phaseStepRad * 180) / Math.PI) % 360)
  const least = leastApart(angles)
  const fits = least >= LEAST_APART && corners.every(([x, y]) => x >= roomRound(angles, y) - 1e-9)
  return fits ? angles : angles.slice(0, 1)
}

/** A body of the first cylinder as it stands at another one. */
export const atCylinder = <N extends string>(
  { angles, pitch }: Pick<GearLayout, 'angles' | 'pitch'>,
  k: number,
  { pose, apart, ...p }: Placed<N>,
): Placed<N> => ({
  ...p,
  pose: movedBy(aboutShaft(pose, angles[k]), [0, 0, k * pitch]),
  ...(apart ? { apart: placedAt(aboutShaft(posed([0, 0, 0]), angles[k]), apart) } : {}),
})

/** A way of the first cylinder’s air as it is at another one. */
export function wayAt(
  { angles, pitch }: Pick<GearLayout, 'angles' | 'pitch'>,
  k: number,
  { from, to, radius }: Way,
): Way {
  const there = movedBy(aboutShaft(posed([0, 0, 0]), angles[k]), [0, 0, k * pitch])
  return { from: placedAt(there, from), to: placedAt(there, to), radius }
}

/** Bodies of every cylinder, those of one kind after each other. */
export const atAll = <N extends string>(
  l: Pick<GearLayout, 'angles' | 'pitch'>,
  of: (k: number) => readonly Placed<N>[],
): Placed<N>[] => l.angles.flatMap((_, k) => of(k).map((p) => atCylinder(l, k, p)))

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
