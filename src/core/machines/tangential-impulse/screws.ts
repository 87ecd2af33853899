import type { Point } from '../../geometry'
import { polar } from '../../geometry/solids/common'

/** Places of the clamping screws round a hub, the key's groove midway between two. */
export const screwPlaces = (count: number, pitch: number): Point[] =>
  Array.from({ length: count }, (_, i) => polar(pitch, 120 * i + 60))
