import type { OutletForm } from '../flow'
import type { BearingClass, ImpulseRotor } from '../turbine'
import type { Fits, OutletShape } from './fits'
import { nozzleStations, type NozzleShape } from './nozzle-outline'
import { outletReach } from './outlet-outline'

/** What the parts of a tangential impulse turbine follow from. SI. */
export interface ImpulsePartsInput {
  readonly machine: ImpulseRotor & {
    readonly bladeThicknessM: number
    readonly discThicknessM: number
    readonly hubRadiusM: number
    readonly casing: { readonly kind: 'open' | 'close'; readonly clearanceM: number }
  }
  readonly nozzle: NozzleShape & {
    readonly count: number
    readonly angleRad: number
    readonly gapM: number
    readonly form: OutletForm
  }
  readonly bearing: BearingClass
  readonly fits: Fits
  readonly outlets: OutletShape
  /** Whether the inserts sit in a casing of these parts; they do unless said otherwise. */
  readonly inCasing?: boolean
}

/** Parts of a tangential rotor, and those that every build has. */
export const IMPULSE_PARTS = ['rotor', 'nozzle-insert', 'casing-half', 'hole-gauge'] as const
export type ImpulsePart = (typeof IMPULSE_PARTS)[number]

/** Least ring of disc that takes clamping screws, mm. */
const SCREW_RING = 8
/** Thickness of the wall that a shaped outlet passes straight through, mm: enough to guide the air, thin enough to print cleanly. */
const OUTLET_WALL = 1.2

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
  /** Whole length of an insert; its straight bore; where its contraction ends and a shaped outlet begins. */
  readonly insertLength: number
  readonly insertStraight: number
  readonly insertCone: number
  /** How far its bore is drawn out so that its flange clears the cavity. */
  readonly insertExtra: number
  readonly cavityRadius: number
  readonly halfHeight: number
  /** Along the jet, from where it meets the mean circle back to the nozzle's exit. */
  readonly exitBack: number
}

const mm = 1000

/** Lengths of an insert without what its seat adds, mm. */
function insertLengths(nozzle: ImpulsePartsInput['nozzle']): { straight: number; cone: number; length: number } {
  if (nozzle.form.kind === 'round') {
    const { straightM, throatM, exitM } = nozzleStations(nozzle)
    return { straight: straightM * mm, cone: throatM * mm, length: exitM * mm }
  }
  const straight = Math.max(0.6 * nozzle.inletBoreM * mm, 3)
  const cone =
    straight + Math.max(0, (nozzle.inletBoreM * mm) / 2 - outletReach(nozzle.form, nozzle.throatDiameterM) * mm) * 0.9
  return { straight, cone, length: cone + OUTLET_WALL }
}

/** Shared lengths, mm, from the inputs in m. */
export function partMeasures({ machine, nozzle, fits, inCasing = true }: ImpulsePartsInput): PartMeasures {
  const mean = machine.meanRadiusM * mm
  const root = mean - (machine.bladeDepthM * mm) / 2
  const tip = mean + (machine.bladeDepthM * mm) / 2
  const hub = machine.hubRadiusM * mm
  const discThickness = machine.discThicknessM * mm
  const bladeHeight = machine.bladeHeightM * mm
  const insertRadius = (nozzle.inletBoreM * mm) / 2 + Math.max(2.4, 0.35 * nozzle.inletBoreM * mm)
  const insertFlangeRadius = insertRadius + 2
  const insertFlange = 2.5
  const clearance = machine.casing.kind === 'close' ? machine.casing.clearanceM * mm : 6
  const [sine, cosine] = [Math.sin(nozzle.angleRad), Math.cos(nozzle.angleRad)]
  const cavityRadius = tip + clearance
  const exitBack = -mean * sine + Math.sqrt((mean * sine) ** 2 + tip ** 2 - mean ** 2) + nozzle.gapM * mm
  const { straight, cone, length } = insertLengths(nozzle)
  // the inner corner of the flange's seat must lie outside the cavity with a sound wall between: |(0, mean) + d·back + r·inward| = R, solved for d
  const [r, R] = [insertFlangeRadius + fits.seat, cavityRadius + 1.5 * fits.thinnest]
  const clear =
    -mean * sine + Math.sqrt(Math.max(0, (mean * sine) ** 2 - (mean ** 2 + r ** 2 - 2 * mean * r * cosine - R ** 2)))
  const insertExtra = inCasing ? Math.max(0, clear - (exitBack + length - insertFlange)) : 0
  return {
    hub,
    root,
    tip,
    mean,
    discThickness,
    bladeHeight,
    clampScrews: root - hub >= SCREW_RING ? 3 : 0,
    clampPitchRadius: hub + 4,
    insertRadius,
    insertFlangeRadius,
    insertFlange,
    insertLength: length + insertExtra,
    insertStraight: straight + insertExtra,
    insertCone: cone + insertExtra,
    insertExtra,
    cavityRadius,
    halfHeight: fits.wall + 1 + Math.max(discThickness, bladeHeight) / 2,
    exitBack,
  }
}

/** Where along the jet a set screw meets an insert, mm from where the jet meets the mean circle: just outside the cavity; null where the insert is too short there. */
export function setScrewAt(m: PartMeasures, nozzle: { readonly angleRad: number }, fits: Fits): number | null {
  const sine = Math.sin(nozzle.angleRad)
  const reach = m.cavityRadius + fits.core + 1.5 * fits.thinnest
  const at = -m.mean * sine + Math.sqrt((m.mean * sine) ** 2 + reach ** 2 - m.mean ** 2)
  return at > m.exitBack + fits.core && at + fits.core + 0.5 < m.exitBack + m.insertLength - m.insertFlange ? at : null
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
      `The flange of ⌀ ${(2 * m.insertFlangeRadius).toFixed(1)} mm sits on the pressure side of its seat, so pressure presses it home; ${input.inCasing === false || setScrewAt(m, input.nozzle, input.fits) === null ? 'the hose fitting behind it keeps it there' : 'an M3 set screw through the seat keeps it there when the hose is pulled: snug, no more'}.`,
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
