import { clampedPlateStress, cylinderHoopStress, materialById } from '../../strength'
import type { Print } from '../../turbine'
import { regulatorLayout, type RegulatorInput } from './layout'

const m = 1e-3

/** What a regulator's parts stand, should its valve stick open and its outlet be shut. */
export interface RegulatorHolds {
  /** Strength over stress, of the part named. */
  readonly margin: number
  readonly governing: 'regulator-body' | 'regulator-block' | 'regulator-cap' | 'regulator-bonnet'
  /** Pull on each of the four screws, N. */
  readonly screwN: number
}

/**
 * Least margin of the parts that hold a source's whole pressure, everywhere across their layers; the bonnet carries
 * what pushes piston or diaphragm against it.
 * Formulas: thick wall (Lame), plate held at its rim (Timoshenko), pull over section. Error: strength of a print within
 * a third; corners, holes and threads are left out.
 */
export function regulatorHolds(input: RegulatorInput, print: Print, sourceGaugePa: number): RegulatorHolds {
  const l = regulatorLayout(input)
  const material = materialById(print.materialId)
  const strength = material.tensileStrengthPa * material.acrossLayers * print.infill
  const { poppet, bonnet, radius } = l
  const push = sourceGaugePa * Math.PI * (radius * m) ** 2
  const tube = Math.PI * ((bonnet.tube + bonnet.wall) ** 2 - bonnet.tube ** 2) * m * m
  const stresses: readonly (readonly [RegulatorHolds['governing'], number])[] = [
    ['regulator-body', cylinderHoopStress(sourceGaugePa, radius * m, (l.half - radius) * m)],
    [
      'regulator-block',
      Math.max(
        cylinderHoopStress(sourceGaugePa, poppet.chamber * m, (l.half - poppet.chamber) * m),
        clampedPlateStress(sourceGaugePa, poppet.chamber, l.floor - l.seat.lip),
      ),
    ],
    ['regulator-cap', clampedPlateStress(sourceGaugePa, poppet.chamber, l.cap)],
    ['regulator-bonnet', Math.max(push, input.machine.springForceN) / tube],
  ]
  const [governing, most] = stresses.reduce((a, b) => (b[1] > a[1] ? b : a))
  return {
    margin: strength / Math.max(1, most),
    governing,
    screwN: Math.max(push, input.machine.springForceN) / 4,
  }
}
