/** How the parts are made: what play a fit needs, and what is the thinnest thing that comes out. */
export const PROCESSES = ['filament', 'resin', 'machined'] as const
export type Process = (typeof PROCESSES)[number]

export interface Fits {
  /** Play on the radius, mm: a bearing pressed in by hand, a part that slides, a part that is glued or clamped. */
  readonly bearing: number
  readonly slide: number
  readonly seat: number
  /** Thinnest wall and narrowest gap that come out, mm. */
  readonly thinnest: number
  readonly wall: number
}

/** Common practice of each process, no source; a maker's own test print corrects the holes. */
export const FITS_OF: Readonly<Record<Process, Fits>> = {
  filament: { bearing: 0.05, slide: 0.2, seat: 0.1, thinnest: 0.8, wall: 3 },
  resin: { bearing: 0.03, slide: 0.12, seat: 0.06, thinnest: 0.4, wall: 2.4 },
  machined: { bearing: 0.005, slide: 0.03, seat: 0.01, thinnest: 0.3, wall: 2 },
}

/** General sizes, mm: clearance and core hole of an M3 screw (ISO 273, ISO 2306), its nut across flats (ISO 4032), a parallel key. */
export const M3 = { clearanceRadius: 1.7, coreRadius: 1.25, nutAcross: 5.5 } as const
export const KEY = { width: 3, depth: 1.5 } as const
