import { outletOfForm, type OutletForm } from '../flow'
import type { Point } from './blade-outline'

const arc = (centre: Point, radius: number, from: number, to: number, steps: number): Point[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const a = from + ((to - from) * i) / steps
    return [centre[0] + radius * Math.cos(a), centre[1] + radius * Math.sin(a)]
  })

const circle = (centre: Point, radius: number): Point[] => arc(centre, radius, 0, 2 * Math.PI, 48).slice(0, -1)

/** Half a circle beside a web, or a quarter between two, about the origin. */
function piece(radius: number, web: number, parts: 2 | 4, index: number): Point[] {
  const h = web / 2
  const turn = (points: Point[], by: number): Point[] =>
    points.map(([x, y]) => [x * Math.cos(by) - y * Math.sin(by), x * Math.sin(by) + y * Math.cos(by)])
  const open = Math.acos(h / radius)
  if (parts === 2) return turn(arc([0, 0], radius, -open, open, 32), index * Math.PI)
  return turn([[h, h], ...arc([0, 0], radius, Math.asin(h / radius), open, 20)], (index * Math.PI) / 2)
}

/** Closed outlines of an outlet's passages, m, about its middle; counter-clockwise. */
export function outletOutlines(form: OutletForm, equalAreaDiameterM: number): Point[][] {
  const shape = outletOfForm(form, equalAreaDiameterM)
  switch (shape.kind) {
    case 'round':
      return [circle([0, 0], shape.diameterM / 2)]
    case 'slot': {
      const [w, h] = [shape.widthM / 2, shape.heightM / 2]
      return [
        [
          [-w, -h],
          [w, -h],
          [w, h],
          [-w, h],
        ],
      ]
    }
    case 'sector': {
      const half = shape.angleRad / 2
      const middle = ((shape.innerRadiusM + shape.outerRadiusM) / 2) * (half < Math.PI / 2 ? Math.cos(half / 2) : 0)
      const centre: Point = [-middle, 0]
      return [
        [...arc(centre, shape.outerRadiusM, -half, half, 32), ...arc(centre, shape.innerRadiusM, half, -half, 32)],
      ]
    }
    case 'divided':
      return Array.from({ length: shape.parts }, (_, i) => piece(shape.diameterM / 2, shape.webM, shape.parts, i))
    case 'ring':
      return Array.from({ length: shape.count }, (_, i) =>
        circle(
          [
            shape.ringRadiusM * Math.cos((2 * Math.PI * i) / shape.count),
            shape.ringRadiusM * Math.sin((2 * Math.PI * i) / shape.count),
          ],
          shape.diameterM / 2,
        ),
      )
  }
}

/** Radius of the smallest circle about an outlet's middle that holds all of it, m: it must fit the bore before it. */
export const outletReach = (form: OutletForm, equalAreaDiameterM: number): number =>
  Math.max(
    ...outletOutlines(form, equalAreaDiameterM)
      .flat()
      .map(([x, y]) => Math.hypot(x, y)),
  )
