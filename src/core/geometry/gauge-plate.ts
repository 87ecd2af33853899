import { GAUGE_SIZES_M } from '../making'
import type { Point } from './blade-outline'
import type { FlatProfile } from './flat-profile'

const PITCH = 9

/** The printed test plate, mm. As thick as the land of a nozzle is long. */
export const GAUGE_PLATE = { length: PITCH * GAUGE_SIZES_M.length + 4, width: 12, thickness: 3, notch: 3 } as const

/** Its holes in a row, smallest first, mm. */
export const gaugeHoles = (): { centre: Point; radius: number }[] =>
  GAUGE_SIZES_M.map((size, i) => ({
    centre: [2 + PITCH * (i + 0.5), GAUGE_PLATE.width / 2],
    radius: (size * 1000) / 2,
  }))

/** Its flat drawing. */
export function gaugeProfile(): FlatProfile {
  const { length, width, notch } = GAUGE_PLATE
  const [a, b] = [(width - notch) / 2, (width + notch) / 2]
  return {
    outlines: [
      [
        [0, 0],
        [length, 0],
        [length, width],
        [0, width],
        [0, b],
        [notch / 2, b],
        [notch / 2, a],
        [0, a],
      ],
    ],
    circles: gaugeHoles(),
  }
}
