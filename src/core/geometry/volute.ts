import type { Point } from './blade-outline'

/**
 * Inner outline of a volute, any one unit: round the wheel from its tongue, the passage shrinking evenly from the
 * feed's own area to nothing.
 */
export function voluteOutline(
  wheel: { readonly inlet: number; readonly width: number },
  feedArea: number,
  extra = 0,
  steps = 72,
): Point[] {
  const gap = wheel.inlet * 1.06
  return Array.from({ length: steps + 1 }, (_, i): Point => {
    const turn = i / steps
    const r = gap + extra + (feedArea * (1 - turn)) / wheel.width
    return [r * Math.cos(2 * Math.PI * turn), r * Math.sin(2 * Math.PI * turn)]
  })
}
