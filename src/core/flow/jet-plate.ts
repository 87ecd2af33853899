import { said, type Said } from '../said'
import { COVERAGE_95, type Measured } from '../statistics'

const share = (m: Pick<Measured, 'value' | 'standardUncertainty'>): number => m.standardUncertainty / Math.abs(m.value)

/**
 * Mass flow of a jet from its force on a flat plate square to it: F over the speed the jet reaches once expanded to the
 * room.
 * The plate turns the whole jet aside, so its force is the jet's momentum. Valid: plate at least six jet diameters wide
 * and away, force and speed above 0.
 * Error: that of force and speed; a plate too close or too small reads low (3 to 10 %, common practice). Source:
 * momentum balance; JCGM 100 for the uncertainty.
 */
export function massFlowFromPlate(forceN: Measured, jetSpeedMPerS: Measured): Measured {
  const value = forceN.value / jetSpeedMPerS.value
  return { value, standardUncertainty: value * Math.hypot(share(forceN), share(jetSpeedMPerS)), unit: 'kg/s' }
}

/** Force on a flat plate from a mass flow and its jet speed, N. */
export const plateForce = (massFlowKgPerS: number, jetSpeedMPerS: number): number => massFlowKgPerS * jetSpeedMPerS

/** Discharge coefficient that a weighed jet tells: its mass flow over that of a loss-free nozzle. */
export const dischargeFromFlow = (flow: Measured, idealMassFlowKgPerS: number): Measured => ({
  value: flow.value / idealMassFlowKgPerS,
  standardUncertainty: flow.standardUncertainty / idealMassFlowKgPerS,
  unit: '',
})

/** What a weighed discharge coefficient says of itself: over 1 by more than its uncertainty, something was read wrongly. */
export const dischargeSaid = (coefficient: Measured): Said[] =>
  coefficient.value > 1 + COVERAGE_95 * coefficient.standardUncertainty
    ? [said('plate-over-one', { coefficient: coefficient.value })]
    : []
