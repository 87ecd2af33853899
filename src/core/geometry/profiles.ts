import { bladeOutline, placedBlade, type Point } from './blade-outline'
import { GAUGE_PLATE, gaugeHoles } from './gauge-plate'
import { casingOutlets, type OutletRing } from './outlets'
import { outletOutlines } from './outlet-outline'
import { KEY } from './fits'
import { insertOutline } from './solids/nozzle-insert'
import { partMeasures, type ImpulsePart, type ImpulsePartsInput } from './part-shape'
import { lugAngles } from './solids/casing-half'

/** A flat drawing of a part, mm: closed outlines and circles. */
export interface FlatProfile {
  readonly outlines: readonly (readonly Point[])[]
  readonly circles: readonly { readonly centre: Point; readonly radius: number }[]
}

const at = (radius: number, degrees: number): Point => [
  radius * Math.cos((degrees * Math.PI) / 180),
  radius * Math.sin((degrees * Math.PI) / 180),
]

/** Outlines of a ring of slots, webs of even width between them. */
function slotOutlines({ count, inner, outer, web }: OutletRing): Point[][] {
  const arc = (radius: number, i: number, back: boolean) => {
    const away = Math.asin(web / 2 / radius)
    const [from, to] = [(2 * Math.PI * i) / count + away, (2 * Math.PI * (i + 1)) / count - away]
    const points = Array.from({ length: 25 }, (_, k): Point => [
      radius * Math.cos(from + ((to - from) * k) / 24),
      radius * Math.sin(from + ((to - from) * k) / 24),
    ])
    return back ? points.reverse() : points
  }
  return Array.from({ length: count }, (_, i) => [...arc(outer, i, false), ...arc(inner, i, true)])
}

/** The profile each part is made from: the rotor's face, the insert's half section, the casing seen from outside. */
export function partProfile(name: ImpulsePart, input: ImpulsePartsInput): FlatProfile {
  const m = partMeasures(input)
  if (name === 'hole-gauge') {
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
  if (name === 'nozzle-insert' && input.nozzle.form.kind !== 'round')
    return {
      outlines: outletOutlines(input.nozzle.form, input.nozzle.throatDiameterM).map((o) =>
        o.map(([x, y]): Point => [x * 1000, y * 1000]),
      ),
      circles: [{ centre: [0, 0], radius: m.insertRadius }],
    }
  if (name === 'nozzle-insert') return { outlines: [insertOutline(input).map(([r, z]): Point => [z, r])], circles: [] }
  if (name === 'rotor') {
    const outline = bladeOutline(input.machine, Math.min(1e-3, 0.2 * (m.root / 1000))).map(([x, y]): Point => [
      x * 1000,
      y * 1000,
    ])
    const k = KEY.width / 2
    const edge = Math.sqrt(Math.max(0, m.hub ** 2 - k ** 2))
    return {
      outlines: [
        ...Array.from({ length: input.machine.bladeCount }, (_, i) =>
          placedBlade(outline, m, i, input.machine.bladeCount),
        ),
        [
          [edge, -k],
          [m.hub + KEY.depth, -k],
          [m.hub + KEY.depth, k],
          [edge, k],
        ],
      ],
      circles: [
        { centre: [0, 0], radius: m.root },
        { centre: [0, 0], radius: m.hub },
        ...Array.from({ length: m.clampScrews }, (_, i) => ({
          centre: at(m.clampPitchRadius, 120 * i + 60),
          radius: input.fits.screw,
        })),
      ],
    }
  }
  const ring = casingOutlets(input)
  const outer = m.cavityRadius + input.fits.wall
  return {
    outlines: ring?.shape === 'slots' ? slotOutlines(ring) : [],
    circles: [
      { centre: [0, 0], radius: outer },
      { centre: [0, 0], radius: m.cavityRadius },
      { centre: [0, 0], radius: (input.bearing.outerM * 1000) / 2 + input.fits.bearing },
      ...lugAngles(input.nozzle.count).flatMap((a) => [
        { centre: at(outer + 2, a), radius: 4.5 },
        { centre: at(outer + 2, a), radius: input.fits.screw },
      ]),
      ...(ring?.shape === 'holes'
        ? Array.from({ length: ring.count }, (_, i) => ({
            centre: at(ring.pitchRadius, (360 * i) / ring.count + ring.firstDegrees),
            radius: ring.radius,
          }))
        : []),
    ],
  }
}
