import type { BladeProfile, OwnOutline, TurbineMachine } from '../turbine'
import type { Fits } from './fits'
import type { PartsInput } from './part-set'

export type RowMachine = Extract<TurbineMachine, { family: 'axial' | 'supersonic-impulse' | 'wind-stack' }>

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
    chord: (machine.family === 'supersonic-impulse' ? machine.bladeDepthM : machine.chordM) * mm,
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
export function ringRadii(machine: RowMachine, input: PartsInput): { inner: number; outer: number; barrel: number } {
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
export const endPlateRim = (machine: RowMachine, input: PartsInput): number =>
  Math.max(rimOf(ringRadii(machine, input).barrel, input.fits), (input.bearing.outerM * mm) / 2 + input.fits.wall + 8)
