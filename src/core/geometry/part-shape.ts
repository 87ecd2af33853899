import type { OutletForm } from '../flow'
import type { BearingClass, ImpulseRotor } from '../turbine'
import type { NozzleShape } from './nozzle-outline'

/** What the parts of a tangential impulse turbine follow from. SI. */
export interface ImpulsePartsInput {
  readonly machine: ImpulseRotor & {
    readonly bladeThicknessM: number
    readonly discThicknessM: number
    readonly hubRadiusM: number
    readonly casing: { readonly kind: 'open' | 'close'; readonly clearanceM: number }
  }
  readonly nozzle: NozzleShape & { readonly count: number; readonly angleRad: number; readonly gapM: number; readonly form: OutletForm }
  readonly bearing: BearingClass
}

/** Parts of a tangential rotor, and those that every build has. */
export const IMPULSE_PARTS = ['rotor', 'nozzle-insert', 'casing-half', 'hole-gauge'] as const
export type ImpulsePart = (typeof IMPULSE_PARTS)[number]

/** General sizes for screws and fits of printed parts, mm. ISO 273 clearance hole for M3; the fits are common practice, to be corrected by the maker's own test print. */
export const FITS = {
  m3ClearanceRadius: 1.7,
  bearingFit: 0.05,
  insertFit: 0.1,
  keyWidth: 3,
  keyDepth: 1.5,
  wall: 3,
  /** Least ring of disc that takes clamping screws. */
  screwRing: 8,
} as const

/** Lengths of the parts that several of them share, mm. */
export interface PartMeasures {
  readonly hub: number
  readonly root: number
  readonly tip: number
  readonly mean: number
  readonly discThickness: number
  readonly bladeHeight: number
  readonly clampScrews: number
  readonly clampPitchRadius: number
  readonly insertRadius: number
  readonly insertFlangeRadius: number
  readonly insertFlange: number
  readonly cavityRadius: number
  readonly halfHeight: number
  /** Along the jet, from where it meets the mean circle back to the nozzle's exit. */
  readonly exitBack: number
}

const mm = 1000

/** Shared lengths, mm, from the inputs in m. */
export function partMeasures({ machine, nozzle }: ImpulsePartsInput): PartMeasures {
  const mean = machine.meanRadiusM * mm
  const root = mean - (machine.bladeDepthM * mm) / 2
  const tip = mean + (machine.bladeDepthM * mm) / 2
  const hub = machine.hubRadiusM * mm
  const discThickness = machine.discThicknessM * mm
  const bladeHeight = machine.bladeHeightM * mm
  const insertRadius = (nozzle.inletBoreM * mm) / 2 + Math.max(2.4, 0.35 * nozzle.inletBoreM * mm)
  const clearance = machine.casing.kind === 'close' ? machine.casing.clearanceM * mm : 6
  const sine = Math.sin(nozzle.angleRad)
  return {
    hub,
    root,
    tip,
    mean,
    discThickness,
    bladeHeight,
    clampScrews: root - hub >= FITS.screwRing ? 3 : 0,
    clampPitchRadius: hub + 4,
    insertRadius,
    insertFlangeRadius: insertRadius + 2,
    insertFlange: 2.5,
    cavityRadius: tip + clearance,
    halfHeight: FITS.wall + 1 + Math.max(discThickness, bladeHeight) / 2,
    exitBack: -mean * sine + Math.sqrt((mean * sine) ** 2 + tip ** 2 - mean ** 2) + nozzle.gapM * mm,
  }
}

/** What a maker should know before printing a part, in words. */
export function partNotes(name: ImpulsePart, input: ImpulsePartsInput): string[] {
  const m = partMeasures(input)
  if (name === 'rotor')
    return [
      'Print lying flat, solid, so that the layers lie along the pull.',
      m.clampScrews > 0
        ? `A keyed metal hub of ⌀ ${(2 * m.hub).toFixed(1)} mm drives it; three M3 screws through its flange clamp it. The set screw sits in the metal, never in the print.`
        : 'There is no room for clamping screws round the hub: clamp the disc between washers with a nut on the shaft, and keep the key.',
      'Leave the ring inside the blades free: it is where balance holes are drilled.',
    ]
  if (name === 'nozzle-insert')
    return [
      `The flange of ⌀ ${(2 * m.insertFlangeRadius).toFixed(1)} mm sits on the pressure side of its seat, so pressure presses it home; the hose fitting behind it keeps it there.`,
      'Hold it by the two flats while reaming the throat. Printed holes come out small: drill or ream to size.',
    ]
  if (name === 'hole-gauge')
    return [
      'Print it as the nozzle will be printed: same machine, material, layer height and way up.',
      'Measure each hole with drill shanks or pins, not with calipers: they read small holes wrong. Type what you found into the gauge on the nozzle’s workspace.',
      'The notch marks the smallest hole.',
    ]
  return [
    'Print two, the second mirrored. The lugs are spaced unevenly, so the halves go together only one way.',
    'The bearing is pressed in from outside against a lip. Ream the seat of the insert; do not let glue reach the bore.',
    'This half is no guard: a guard that stops a fragment stands round the whole machine.',
  ]
}
