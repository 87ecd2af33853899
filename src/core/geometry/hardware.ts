import type { BearingClass } from '../turbine'
import type { Bought } from './assembly'
import type { Point } from './point'

const mm = 1000

/**
 * An M3 screw as it is bought, mm: core of its thread, head of a button-head screw (ISO 7380-1), height of a nut (ISO
 * 4032), play round it.
 */
export const M3 = { core: 1.2, headRadius: 2.85, head: 1.65, nut: 2.4, play: 0.1 } as const
/** An M3 nut (ISO 4032), mm: 5.5 across its flats, as a radius to its corners. */
export const NUT = { corner: 5.5 / Math.sqrt(3) } as const

/** Lengths in which M3 screws are sold, mm. Common practice, no source. */
const M3_LENGTHS = [
  4, 5, 6, 8, 10, 12, 14, 16, 18, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 90, 100,
] as const

/** The longest that is sold, mm; beyond it threaded rod does. */
export const LONGEST_SCREW = 100

/** The shortest M3 screw that is at least so long, mm; above the longest, threaded rod of that length. */
export const screwLength = (least: number): number => M3_LENGTHS.find((l) => l >= least - 1e-6) ?? Math.ceil(least)

/**
 * A button-head screw: head from z = 0 down, shank up. Drawn by its thread's core, so that it cuts into what it is
 * screwed into without overlapping it.
 */
export const screw = (lengthMm: number): Bought => ({
  code: 'screw',
  size: `M3 × ${lengthMm}`,
  outline: [
    [0, -M3.head],
    [M3.headRadius, -M3.head],
    [M3.headRadius, 0],
    [M3.core, 0],
    [M3.core, lengthMm],
    [0, lengthMm],
  ],
})

/** A nut, its near face on z = 0. Its thread is drawn as wide as clears the screw in its straight pieces. */
export const nutBody: Bought = {
  code: 'nut',
  size: 'M3',
  sides: 6,
  outline: [
    [(M3.core + 0.05) / Math.cos(Math.PI / 6), 0],
    [NUT.corner, 0],
    [NUT.corner, M3.nut],
    [(M3.core + 0.05) / Math.cos(Math.PI / 6), M3.nut],
  ],
}

/** Lengths in which M3 set screws are sold, mm. Common practice, no source. */
const SET_SCREW_LENGTHS = [3, 4, 5, 6, 8, 10, 12] as const

/**
 * The longest M3 set screw with a cup point (ISO 4029) that does not stand out of a hole of a depth, point on z = 0;
 * drawn by its thread's core.
 */
export const setScrew = (deepMm: number): Bought => {
  const length = SET_SCREW_LENGTHS.findLast((l) => l <= deepMm + 1e-6) ?? SET_SCREW_LENGTHS[0]
  return {
    code: 'set-screw',
    size: `M3 × ${length}`,
    outline: [
      [0, 0],
      [M3.core, 0],
      [M3.core, length],
      [0, length],
    ],
  }
}

/** What a bearing's bore is wider than its shaft, on the radius, mm. */
const SLIDES = 0.005

/** A ball bearing, its lower face on z = 0. */
export const bearingBody = ({ id, boreM, outerM, widthM }: BearingClass): Bought => ({
  code: 'bearing',
  size: id,
  outline: [
    [(boreM * mm) / 2 + SLIDES, 0],
    [(outerM * mm) / 2, 0],
    [(outerM * mm) / 2, widthM * mm],
    [(boreM * mm) / 2 + SLIDES, widthM * mm],
  ],
})

/**
 * Radius up to which a shoulder touches the inner ring alone: common practice, a seventh of the ring's width outside
 * the bore.
 */
export const innerRing = ({ boreM, outerM }: BearingClass): number => (boreM * mm) / 2 + 0.15 * (outerM - boreM) * mm
/** Radius from which a lip holds the outer ring alone. */
export const outerRing = ({ boreM, outerM }: BearingClass): number => (outerM * mm) / 2 - 0.15 * (outerM - boreM) * mm

/** A dowel or piece of round bar that two parts share, its lower end on z = 0. */
export const pinBody = (diameterMm: number, lengthMm: number): Bought => ({
  ...shaftBody(diameterMm, lengthMm),
  code: 'pin',
  size: `⌀ ${Number(diameterMm.toFixed(2))} × ${Number(lengthMm.toFixed(1))}`,
})

const BALLS = { steel: 'ball', glass: 'glass-ball', nylon: 'nylon-ball' } as const

/** A ball, its middle at the origin. */
export const ballBody = (diameterMm: number, material: keyof typeof BALLS = 'steel'): Bought => ({
  code: BALLS[material],
  size: `⌀ ${Number(diameterMm.toFixed(3))}`,
  outline: Array.from({ length: 33 }, (_, i): readonly [number, number] => {
    const a = -Math.PI / 2 + (i * Math.PI) / 32
    return [i === 0 || i === 32 ? 0 : (diameterMm / 2) * Math.cos(a), (diameterMm / 2) * Math.sin(a)]
  }),
})

/** A compression spring as pressed to a length, as the tube that its coils lie in, its lower end on z = 0. */
export const springBody = (
  { wireM, outerM, freeM, coils }: { wireM: number; outerM: number; freeM: number; coils: number },
  lengthMm: number,
): Bought => {
  const outer = (outerM * mm) / 2
  const inner = outer - wireM * mm
  return {
    code: 'spring',
    size: `⌀ ${(outerM * mm).toFixed(1)} × ${(freeM * mm).toFixed(1)}, wire ${Number((wireM * mm).toFixed(2))}, ${coils.toFixed(1)} coils that work`,
    outline: [
      [inner, 0],
      [outer, 0],
      [outer, lengthMm],
      [inner, lengthMm],
    ],
  }
}

/**
 * An M6 screw that sets a spring, mm: core of its thread, across the flats of its head (ISO 4017) and of its nut (ISO
 * 4032).
 */
export const ADJUSTER = { core: 2.38, across: 10, head: 4, nut: 5.2 } as const
/** Lengths in which M6 screws are sold, mm. Common practice, no source. */
const M6_LENGTHS = [10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 90, 100, 110, 120, 130, 140, 150]
/** The shortest M6 screw that is at least so long, mm. */
export const adjusterLength = (least: number): number =>
  M6_LENGTHS.find((l) => l >= least - 1e-6) ?? 10 * Math.ceil(least / 10)

/**
 * A hexagon-head screw threaded to its head: head from z = 0 down, shank up. Drawn by its core, its head by the circle
 * between its flats.
 */
export const adjuster = (lengthMm: number): Bought => ({
  code: 'adjuster',
  size: `M6 × ${lengthMm}`,
  outline: [
    [0, -ADJUSTER.head],
    [ADJUSTER.across / 2, -ADJUSTER.head],
    [ADJUSTER.across / 2, 0],
    [ADJUSTER.core, 0],
    [ADJUSTER.core, lengthMm],
    [0, lengthMm],
  ],
})

/** Its nut, one face on z = 0. */
export const adjusterNut: Bought = {
  code: 'adjuster-nut',
  size: 'M6',
  sides: 6,
  outline: [
    [(ADJUSTER.core + 0.05) / Math.cos(Math.PI / 6), 0],
    [ADJUSTER.across / Math.sqrt(3), 0],
    [ADJUSTER.across / Math.sqrt(3), ADJUSTER.nut],
    [(ADJUSTER.core + 0.05) / Math.cos(Math.PI / 6), ADJUSTER.nut],
  ],
}

/**
 * A disc cut from a rubber sheet, by its lower side from the hole outwards as (radius, height): flat, or bent as it
 * hangs.
 */
export const rubberDisc = (size: string, lower: readonly Point[], thickMm: number): Bought => ({
  code: 'rubber-disc',
  size,
  outline: [...lower, ...lower.toReversed().map(([r, z]): Point => [r, z + thickMm])],
})

/** A round bar, its lower end on z = 0. */
export const shaftBody = (diameterMm: number, lengthMm: number): Bought => ({
  code: 'shaft',
  size: `⌀ ${Number(diameterMm.toFixed(2))} × ${Math.round(lengthMm)}`,
  outline: [
    [0, 0],
    [diameterMm / 2, 0],
    [diameterMm / 2, lengthMm],
    [0, lengthMm],
  ],
})
