import { bladeOutline, placedBlade, type Point } from './blade-outline'
import { GAUGE_PLATE, gaugeHoles } from './gauge-plate'
import { outletOutlines } from './outlet-outline'
import { KEY } from './fits'
import { insertOutline } from './solids/nozzle-insert'
import { partMeasures, type ImpulsePart, type ImpulsePartsInput } from './part-shape'
import { lugAngles, outlets } from './solids/casing-half'

/** A flat drawing of a part, mm: closed outlines and circles. */
export interface FlatProfile {
  readonly outlines: readonly (readonly Point[])[]
  readonly circles: readonly { readonly centre: Point; readonly radius: number }[]
}

const at = (radius: number, degrees: number): Point => [radius * Math.cos((degrees * Math.PI) / 180), radius * Math.sin((degrees * Math.PI) / 180)]

/** The profile each part is made from: the rotor's face, the insert's half section, the casing seen from outside. */
export function partProfile(name: ImpulsePart, input: ImpulsePartsInput): FlatProfile {
  const m = partMeasures(input)
  if (name === 'hole-gauge') {
    const { length, width, notch } = GAUGE_PLATE
    const [a, b] = [(width - notch) / 2, (width + notch) / 2]
    return { outlines: [[[0, 0], [length, 0], [length, width], [0, width], [0, b], [notch / 2, b], [notch / 2, a], [0, a]]], circles: gaugeHoles() }
  }
  if (name === 'nozzle-insert' && input.nozzle.form.kind !== 'round') return { outlines: outletOutlines(input.nozzle.form, input.nozzle.throatDiameterM).map((o) => o.map(([x, y]): Point => [x * 1000, y * 1000])), circles: [{ centre: [0, 0], radius: m.insertRadius }] }
  if (name === 'nozzle-insert') return { outlines: [insertOutline(input).map(([r, z]): Point => [z, r])], circles: [] }
  if (name === 'rotor') {
    const outline = bladeOutline(input.machine, Math.min(1e-3, 0.2 * (m.root / 1000))).map(([x, y]): Point => [x * 1000, y * 1000])
    const k = KEY.width / 2
    const edge = Math.sqrt(Math.max(0, m.hub ** 2 - k ** 2))
    return {
      outlines: [...Array.from({ length: input.machine.bladeCount }, (_, i) => placedBlade(outline, m, i, input.machine.bladeCount)), [[edge, -k], [m.hub + KEY.depth, -k], [m.hub + KEY.depth, k], [edge, k]]],
      circles: [
        { centre: [0, 0], radius: m.root },
        { centre: [0, 0], radius: m.hub },
        ...Array.from({ length: m.clampScrews }, (_, i) => ({ centre: at(m.clampPitchRadius, 120 * i + 60), radius: input.fits.screw })),
      ],
    }
  }
  const windows = outlets(input)
  const outer = m.cavityRadius + input.fits.wall
  return {
    outlines: [],
    circles: [
      { centre: [0, 0], radius: outer },
      { centre: [0, 0], radius: m.cavityRadius },
      { centre: [0, 0], radius: (input.bearing.outerM * 1000) / 2 + input.fits.bearing },
      ...lugAngles(input.nozzle.count).flatMap((a) => [{ centre: at(outer + 2, a), radius: 4.5 }, { centre: at(outer + 2, a), radius: input.fits.screw }]),
      ...(windows ? Array.from({ length: 6 }, (_, i) => ({ centre: at(windows.pitchRadius, 60 * i + 30), radius: windows.radius })) : []),
    ],
  }
}
