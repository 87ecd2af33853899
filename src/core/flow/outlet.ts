import { airViscosity } from '../air'
import { circleArea } from './nozzle'

/** The section air leaves through. Each kind by its own measures; `count` passages side by side. */
export type OutletShape =
  | { readonly kind: 'round'; readonly diameterM: number; readonly count: number }
  | { readonly kind: 'slot'; readonly widthM: number; readonly heightM: number; readonly count: number }
  | {
      readonly kind: 'sector'
      readonly innerRadiusM: number
      readonly outerRadiusM: number
      readonly angleRad: number
      readonly count: number
    }
  | { readonly kind: 'divided'; readonly diameterM: number; readonly parts: 2 | 4; readonly webM: number }
  | { readonly kind: 'ring'; readonly diameterM: number; readonly count: number; readonly ringRadiusM: number }

export interface OutletSection {
  /** All passages together. */
  readonly areaM2: number
  readonly wettedPerimeterM: number
  readonly hydraulicDiameterM: number
  readonly passages: number
  /** Diameter of the round hole with the area of one passage. */
  readonly equalAreaDiameterM: number
}

/**
 * Area and edge of a circle cut by a straight web (halves) or a cross (quarters) of a thickness, all pieces together.
 * Exact.
 */
function dividedCircle(diameterM: number, parts: 2 | 4, webM: number): { areaM2: number; perimeterM: number } {
  const r = diameterM / 2
  const h = Math.min(webM / 2, r)
  const segmentAngle = 2 * Math.acos(h / r)
  if (parts === 2) {
    const area = 2 * 0.5 * r * r * (segmentAngle - Math.sin(segmentAngle))
    return { areaM2: area, perimeterM: 2 * (r * segmentAngle + 2 * r * Math.sin(segmentAngle / 2)) }
  }
  const reach = Math.sqrt(Math.max(0, r * r - h * h))
  if (reach <= h) return { areaM2: 0, perimeterM: 1e-12 }
  const arc = Math.acos(h / r) - Math.asin(h / r)
  const area = 0.5 * r * r * arc - h * (reach - h)
  return { areaM2: 4 * area, perimeterM: 4 * (r * arc + 2 * (reach - h)) }
}

/** Area, wetted perimeter and hydraulic diameter of an outlet. Exact geometry. */
export function outletSection(shape: OutletShape): OutletSection {
  const made = (areaM2: number, wettedPerimeterM: number, passages: number): OutletSection => ({
    areaM2,
    wettedPerimeterM,
    passages,
    hydraulicDiameterM: (4 * areaM2) / wettedPerimeterM,
    equalAreaDiameterM: Math.sqrt((4 * areaM2) / (Math.PI * passages)),
  })
  switch (shape.kind) {
    case 'round':
    case 'ring':
      return made(shape.count * circleArea(shape.diameterM), shape.count * Math.PI * shape.diameterM, shape.count)
    case 'slot':
      return made(
        shape.count * shape.widthM * shape.heightM,
        2 * shape.count * (shape.widthM + shape.heightM),
        shape.count,
      )
    case 'sector': {
      const { innerRadiusM: a, outerRadiusM: b, angleRad, count } = shape
      return made((count * angleRad * (b * b - a * a)) / 2, count * (angleRad * (a + b) + 2 * (b - a)), count)
    }
    case 'divided': {
      const { areaM2, perimeterM } = dividedCircle(shape.diameterM, shape.parts, shape.webM)
      return made(areaM2, perimeterM, shape.parts)
    }
  }
}

/** Length of the straight land that every insert has, over the hydraulic diameter; as drawn by the nozzle insert. */
const LAND_M = 1.0e-3

/**
 * How much an outlet's shape takes off the discharge coefficient of a single round hole of equal area: 1 for that hole
 * itself.
 * Displacement of the laminar boundary layer on the land, 1.72 L/sqrt(Re_L), takes its thickness times the wetted
 * perimeter from the area.
 * Valid: land shorter than ten hydraulic diameters, choked or nearly. An estimate: half of the deficit either way.
 * Source: Blasius (1908) layer, flat-plate form.
 */
export function shapeFactor(
  section: OutletSection,
  flow: { readonly speedMPerS: number; readonly densityKgPerM3: number; readonly temperatureK: number },
): number {
  const reynoldsLand = (flow.densityKgPerM3 * flow.speedMPerS * LAND_M) / airViscosity(flow.temperatureK)
  const displacement = (1.72 * LAND_M) / Math.sqrt(Math.max(reynoldsLand, 1))
  const blocked = (hydraulicDiameterM: number) => Math.min(0.9, (4 * displacement) / hydraulicDiameterM)
  const round = Math.sqrt((4 * section.areaM2) / Math.PI)
  return (1 - blocked(section.hydraulicDiameterM)) / (1 - blocked(round))
}

/** A shape of the same kind whose area is `areaM2`: every length scaled alike, webs and ring radius kept. */
export function scaledToArea(shape: OutletShape, areaM2: number): OutletShape {
  const grow = (k: number): OutletShape => {
    switch (shape.kind) {
      case 'round':
        return { ...shape, diameterM: shape.diameterM * k }
      case 'ring':
        return { ...shape, diameterM: shape.diameterM * k }
      case 'slot':
        return { ...shape, widthM: shape.widthM * k, heightM: shape.heightM * k }
      case 'sector': {
        const [mid, halfWidth] = [
          (shape.innerRadiusM + shape.outerRadiusM) / 2,
          ((shape.outerRadiusM - shape.innerRadiusM) / 2) * k * k,
        ]
        return { ...shape, innerRadiusM: Math.max(0, mid - halfWidth), outerRadiusM: mid + halfWidth }
      }
      case 'divided':
        return { ...shape, diameterM: shape.diameterM * k }
    }
  }
  if (shape.kind !== 'divided') return grow(Math.sqrt(areaM2 / outletSection(shape).areaM2))
  let [low, high] = [(shape.webM * Math.SQRT2) / shape.diameterM, 50]
  for (let i = 0; i < 60; i++) {
    const k = 0.5 * (low + high)
    if (outletSection(grow(k)).areaM2 < areaM2) low = k
    else high = k
  }
  return grow(high)
}

/** How one nozzle's area is laid out. The area itself is given apart, as that of the round hole of equal area. */
export type OutletForm =
  | { readonly kind: 'round' }
  /** Width over height. */
  | { readonly kind: 'slot'; readonly aspect: number }
  /** A piece of a ring about the machine's axis. */
  | { readonly kind: 'sector'; readonly innerRadiusM: number; readonly heightM: number }
  | { readonly kind: 'divided'; readonly parts: 2 | 4; readonly webM: number }
  | { readonly kind: 'ring'; readonly holes: number; readonly ringRadiusM: number }

/** The outlet of a form whose area is that of a round hole of a diameter. Exact. */
export function outletOfForm(form: OutletForm, equalAreaDiameterM: number): OutletShape {
  const area = circleArea(equalAreaDiameterM)
  switch (form.kind) {
    case 'round':
      return { kind: 'round', diameterM: equalAreaDiameterM, count: 1 }
    case 'slot': {
      const heightM = Math.sqrt(area / form.aspect)
      return { kind: 'slot', widthM: form.aspect * heightM, heightM, count: 1 }
    }
    case 'sector': {
      const outerRadiusM = form.innerRadiusM + form.heightM
      return {
        kind: 'sector',
        innerRadiusM: form.innerRadiusM,
        outerRadiusM,
        angleRad: (2 * area) / (outerRadiusM ** 2 - form.innerRadiusM ** 2),
        count: 1,
      }
    }
    case 'divided':
      return scaledToArea({ kind: 'divided', diameterM: equalAreaDiameterM, parts: form.parts, webM: form.webM }, area)
    case 'ring':
      return {
        kind: 'ring',
        diameterM: equalAreaDiameterM / Math.sqrt(form.holes),
        count: form.holes,
        ringRadiusM: form.ringRadiusM,
      }
  }
}
