import type { Point } from './blade-outline'

export interface NozzleShape {
  readonly throatDiameterM: number
  readonly exitDiameterM: number
  readonly inletBoreM: number
}

/** Lengths along a nozzle insert, from its inlet. */
export interface NozzleStations {
  readonly straightM: number
  readonly throatM: number
  readonly landEndM: number
  readonly exitM: number
}

/** Half angle of the divergence: 5 deg keeps the flow on the wall (common practice). */
const DIVERGENCE = (5 * Math.PI) / 180
const STEPS = 16

/**
 * Where the inner wall changes: straight bore, contraction of one bore length, land of one throat diameter, divergence
 * if any.
 */
export function nozzleStations({ throatDiameterM: t, exitDiameterM: e, inletBoreM: b }: NozzleShape): NozzleStations {
  const straightM = Math.max(0.6 * b, 3e-3)
  const throatM = straightM + Math.max(0.9 * (b - t), t)
  const landEndM = throatM + Math.max(t, 0.8e-3)
  return { straightM, throatM, landEndM, exitM: landEndM + (e - t) / 2 / Math.tan(DIVERGENCE) }
}

/**
 * Inner wall from inlet to exit as (distance, radius): straight, smooth contraction (half a cosine), land, straight
 * divergence.
 */
export function nozzleWall(shape: NozzleShape): Point[] {
  const at = nozzleStations(shape)
  const [rb, rt, re] = [shape.inletBoreM / 2, shape.throatDiameterM / 2, shape.exitDiameterM / 2]
  const points: Point[] = [[0, rb]]
  for (let i = 0; i <= STEPS; i++) {
    const t = i / STEPS
    points.push([at.straightM + t * (at.throatM - at.straightM), rt + (rb - rt) * 0.5 * (1 + Math.cos(Math.PI * t))])
  }
  points.push([at.landEndM, rt])
  if (re > rt + 1e-9) points.push([at.exitM, re])
  return points
}
