/** How the parts are made: what play a fit needs, and what is the thinnest thing that comes out. */
export const PROCESSES = ['filament', 'resin', 'machined'] as const
export type Process = (typeof PROCESSES)[number]

/** How outlets are cut into a plate: round holes leave it stiff, slots let more air out. */
export const OUTLET_SHAPES = ['holes', 'slots'] as const
export type OutletShape = (typeof OUTLET_SHAPES)[number]

export interface Fits {
  /** Play on the radius, mm: a bearing pressed in by hand, a part that slides, a part that is glued or clamped. */
  readonly bearing: number
  readonly slide: number
  readonly seat: number
  /** Thinnest wall and narrowest gap that come out, mm. */
  readonly thinnest: number
  readonly wall: number
  /** Radius of a hole that clears an M3 screw, and of one that it cuts its thread into, mm. */
  readonly screw: number
  readonly core: number
}

/** General sizes, radii in mm: clearance and core hole of an M3 screw (ISO 273, ISO 2306). */
const M3 = { clearance: 1.7, core: 1.25 } as const

/** Common practice of each process, no source; a maker's own test print corrects the holes. */
export const FITS_OF: Readonly<Record<Process, Fits>> = {
  filament: { bearing: 0.05, slide: 0.2, seat: 0.1, thinnest: 0.8, wall: 3, screw: M3.clearance, core: M3.core },
  resin: { bearing: 0.03, slide: 0.12, seat: 0.06, thinnest: 0.4, wall: 2.4, screw: M3.clearance, core: M3.core },
  machined: { bearing: 0.005, slide: 0.03, seat: 0.01, thinnest: 0.3, wall: 2, screw: M3.clearance, core: M3.core },
}

/**
 * The fits of a process, its round seats and screw holes drawn larger by what the maker's own holes come out smaller,
 * mm on the diameter.
 * Estimate beyond the holes that were measured: printed holes shrink by nearly the same length whatever their size
 * (common practice).
 */
export function fitsFor(process: Process, holesSmallerMm = 0): Fits {
  const fits = FITS_OF[process]
  const more = holesSmallerMm / 2
  return {
    ...fits,
    bearing: fits.bearing + more,
    seat: fits.seat + more,
    screw: fits.screw + more,
    core: fits.core + more,
  }
}

/** A parallel key, mm. */
export const KEY = { width: 3, depth: 1.5 } as const
