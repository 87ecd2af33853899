import type { Spot } from '../../ui/pictures'

/** One numbered balloon beside a picture, and where its line ends. Pixels of the picture. */
export interface Balloon {
  readonly number: number
  readonly at: readonly [x: number, y: number]
  readonly tip: readonly [x: number, y: number]
}

/** Radius of a balloon, room beside the picture for them, least distance from one to the next. */
export const BALLOON = { radius: 11, margin: 30, pitch: 26 } as const

/** Heights in their order, none nearer than the pitch to the next, all within the picture where they find room. */
function spread(wanted: readonly number[], height: number): number[] {
  const [low, high] = [BALLOON.radius + 2, height - BALLOON.radius - 2]
  const out: number[] = []
  for (const y of wanted) out.push(Math.max(y, low, out.length > 0 ? out[out.length - 1] + BALLOON.pitch : low))
  let limit = high
  for (let i = out.length - 1; i >= 0; i--) {
    out[i] = Math.min(out[i], limit)
    limit = out[i] - BALLOON.pitch
  }
  return out
}

/** Of several bodies with one number the nearest has the balloon: nothing hides it. */
export function nearestOf<S extends Pick<Spot, 'away'>>(
  all: readonly { readonly number: number; readonly spot: S }[],
): { readonly number: number; readonly spot: S }[] {
  const nearest = new Map<number, S>()
  for (const { number, spot } of all) if (spot.away < (nearest.get(number)?.away ?? Infinity)) nearest.set(number, spot)
  return [...nearest].map(([number, spot]) => ({ number, spot }))
}

/**
 * Balloons to the left and right of a picture: half of them on each side, by where their bodies lie, none over another,
 * their lines not crossing.
 */
export function balloons(
  spots: readonly { readonly number: number; readonly spot: Pick<Spot, 'left' | 'right'> }[],
  width: number,
  height: number,
): Balloon[] {
  const middle = ({ spot }: (typeof spots)[number]) => (spot.left[0] + spot.right[0]) / 2
  const sorted = spots.toSorted((a, b) => middle(a) - middle(b))
  const half = spots.length === 1 ? (middle(sorted[0]) < width / 2 ? 1 : 0) : Math.ceil(spots.length / 2)
  return (['left', 'right'] as const).flatMap((side) => {
    const mine = (side === 'left' ? sorted.slice(0, half) : sorted.slice(half)).toSorted(
      (a, b) => a.spot[side][1] - b.spot[side][1],
    )
    const heights = spread(
      mine.map((m) => m.spot[side][1]),
      height,
    )
    const x = side === 'left' ? -BALLOON.margin + BALLOON.radius + 2 : width + BALLOON.margin - BALLOON.radius - 2
    return mine.map(({ number, spot }, i): Balloon => ({ number, at: [x, heights[i]], tip: spot[side] }))
  })
}
