import { linearLeastSquares, varianceOf } from '../statistics'

/** A hole of a test plate: as drawn and as measured with drill shanks or pins. */
export interface GaugeHole {
  readonly modelM: number
  readonly measuredM: number
}

/** measured = offset + scale x drawn, with the covariance of both and the scatter of single holes. */
export interface HoleCorrection {
  readonly offsetM: number
  readonly scale: number
  readonly covariance: readonly (readonly number[])[]
  readonly scatterM: number
  readonly holes: number
  /** Range of the holes it was made from; outside it is a guess. */
  readonly fromM: number
  readonly toM: number
}

export const LEAST_HOLES = 3

/**
 * Straight line through the holes of a test plate by least squares; null with fewer than three, or when they do not
 * tell a line. JCGM 100 for the covariance.
 */
export function holeCorrection(holes: readonly GaugeHole[]): HoleCorrection | null {
  if (holes.length < LEAST_HOLES) return null
  const fit = linearLeastSquares(
    holes.map((h) => [1, h.modelM]),
    holes.map((h) => h.measuredM),
    holes.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted' || !(fit.parameters[1] > 0.3)) return null
  const [offsetM, scale] = fit.parameters
  const sizes = holes.map((h) => h.modelM)
  return {
    offsetM,
    scale,
    covariance: fit.covariance,
    scatterM: Math.sqrt(Math.max(0, fit.reducedChiSquare)),
    holes: holes.length,
    fromM: Math.min(...sizes),
    toM: Math.max(...sizes),
  }
}

export interface CompensatedHole {
  /** Draw it so. */
  readonly modelM: number
  /** Standard uncertainty of the hole that comes out. */
  readonly standardUncertaintyM: number
  readonly outside: boolean
}

/** What to draw so that a wanted diameter comes out: (wanted - offset) / scale. */
export function compensatedHole(c: HoleCorrection, wantedM: number): CompensatedHole {
  const modelM = Math.max(0.05e-3, (wantedM - c.offsetM) / c.scale)
  return {
    modelM,
    standardUncertaintyM: Math.sqrt(varianceOf([1, modelM], c.covariance) + c.scatterM ** 2),
    outside: wantedM < c.fromM * 0.7 || wantedM > c.toM * 1.3,
  }
}

/** Diameters of the printed test plate, m: what nozzles are made in. */
export const GAUGE_SIZES_M = [0.8e-3, 1.0e-3, 1.2e-3, 1.5e-3, 1.8e-3, 2.2e-3, 2.7e-3, 3.3e-3, 4.0e-3] as const
