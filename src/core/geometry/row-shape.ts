import type { BladeProfile, ImpulseCasing, OwnOutline } from '../turbine'
import type { Fits } from './fits'
import type { FedParts } from './parts-input'

/** A machine whose wheel's blades stand outward and whose air goes along the shaft. */
export type RowMachine = {
  readonly meanRadiusM: number
  readonly bladeHeightM: number
  readonly bladeCount: number
  readonly bladeThicknessM: number
  readonly profile: BladeProfile
  readonly inletAngleRad: number
  readonly outletAngleRad: number
  readonly hubRadiusM: number
  readonly outline?: OwnOutline | null
} & (
  | { readonly chordM: number; readonly tipClearanceM: number }
  | { readonly bladeDepthM: number; readonly casing: ImpulseCasing }
)

/** A ring of blades between two radii, mm. */
export interface Row {
  readonly root: number
  readonly tip: number
  readonly chord: number
  readonly count: number
  readonly profile: BladeProfile
  readonly inletAngleRad: number
  readonly outletAngleRad: number
  readonly thickness: number
  /** A drawn blade in its place. */
  readonly outline?: OwnOutline | null
}

const mm = 1000

/** Lengths of a bladed wheel with axial flow, mm. */
export function wheelRow(machine: RowMachine): Row & { readonly hub: number } {
  const height = machine.bladeHeightM * mm
  const mean = machine.meanRadiusM * mm
  return {
    root: mean - height / 2,
    tip: mean + height / 2,
    chord: ('chordM' in machine ? machine.chordM : machine.bladeDepthM) * mm,
    count: machine.bladeCount,
    profile: machine.profile,
    inletAngleRad: machine.inletAngleRad,
    outletAngleRad: machine.outletAngleRad,
    thickness: machine.bladeThicknessM * mm,
    outline: machine.outline,
    hub: machine.hubRadiusM * mm,
  }
}

/** Radii of the rings that shroud the wheels, and of the barrel round them, mm. */
export function ringRadii(
  machine: RowMachine,
  input: Pick<FedParts, 'fits'>,
): { inner: number; outer: number; barrel: number } {
  const clearance =
    ('tipClearanceM' in machine
      ? machine.tipClearanceM
      : machine.casing.kind === 'close'
        ? machine.casing.clearanceM
        : 2e-3) * mm
  const inner = wheelRow(machine).tip + clearance
  const { fits } = input
  const outer = inner + Math.max(1.6, fits.wall * 0.7)
  return { inner, outer, barrel: outer + fits.slide }
}

/** Depth of the barrel's one groove, mm. */
export const GROOVE = 1.8

/** Outer radius of a barrel and of what closes it: a sound wall behind the groove. */
export const rimOf = (barrel: number, fits: Fits): number => barrel + Math.max(fits.wall, GROOVE + 2 * fits.thinnest)

/** Outer radius of an end plate: that of the barrel, and room for outlets round its bearing. mm. */
export const endPlateRim = (machine: RowMachine, input: Pick<FedParts, 'fits' | 'bearing'>): number =>
  Math.max(rimOf(ringRadii(machine, input).barrel, input.fits), (input.bearing.outerM * mm) / 2 + input.fits.wall + 8)
