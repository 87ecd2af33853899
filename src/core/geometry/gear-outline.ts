import type { Point } from './point'

/**
 * A gear's teeth as they are drawn, mm: on its pitch circle each is `thick`; they go `addendum` beyond it and
 * `dedendum` below.
 */
export interface GearTeeth {
  readonly teeth: number
  readonly module: number
  readonly addendum: number
  readonly dedendum: number
  readonly thick: number
  readonly pressureAngleRad: number
}

const involute = (angle: number): number => Math.tan(angle) - angle

/**
 * Outline of a gear with involute teeth about (0, 0), counter-clockwise, the middle of a tooth at angle nought, mm. Of
 * an inner gear it is what is cut out.
 * Formula: half a tooth at radius r spans thick / (2 rp) + inv a - inv acos(rb / r); radial below the base circle.
 * Source: ISO 21771.
 */
export function gearOutline(g: GearTeeth, steps = 6): Point[] {
  const pitch = (g.teeth * g.module) / 2
  const base = pitch * Math.cos(g.pressureAngleRad)
  const [root, tip] = [pitch - g.dedendum, pitch + g.addendum]
  const half = (r: number): number =>
    g.thick / (2 * pitch) + involute(g.pressureAngleRad) - involute(Math.acos(Math.min(1, base / Math.max(r, base))))
  const radii = Array.from({ length: steps + 1 }, (_, i) => root + ((tip - root) * i) / steps)
  return Array.from({ length: g.teeth }, (_, k) => (2 * Math.PI * k) / g.teeth).flatMap((at) =>
    [...radii.map((r) => [r, at - half(r)] as const), ...radii.map((r) => [r, at + half(r)] as const).reverse()].map(
      ([r, a]): Point => [r * Math.cos(a), r * Math.sin(a)],
    ),
  )
}
