import { discPeakHoopStress, allowableStrength, materialById } from '../strength'
import { finding, type Finding } from './finding'
import { STANDARD_GRAVITY } from '../units/gravity'

/** The wheel of a spin-up rig. Without a material its strength is not known, and says so. */
export interface FlywheelBody {
  readonly outerRadiusM: number
  readonly innerRadiusM: number
  readonly massKg: number
  readonly inertiaKgM2: number
  readonly materialId: string | null
}

export interface FlywheelState {
  readonly speedRadPerS: number
  readonly rimSpeedMPerS: number
  readonly storedEnergyJ: number
  /** Allowable over actual stress; null where its material is not known. */
  readonly stressMargin: number | null
  readonly burstSpeedRadPerS: number | null
  /** From rest to nine tenths of that speed; null where it is not known. */
  readonly timeToSpeedS: number | null
}

/**
 * Rim speed beyond which a wheel of unknown material is not to be trusted, m/s: cast iron's old limit. Common practice,
 * from memory.
 */
export const UNKNOWN_RIM_LIMIT_M_PER_S = 30

/**
 * A flywheel at the highest speed a run can bring it to: rim speed, energy, and the margin of an even disc or ring in
 * stress.
 * Valid: plain disc or ring of one material; spokes, keyways and glued joints are weaker. Source: Timoshenko & Goodier,
 * rotating disc of even thickness.
 */
export function flywheelState(
  wheel: FlywheelBody,
  speedRadPerS: number,
  timeToSpeedS: number | null,
  temperatureK = 293.15,
): FlywheelState {
  const material = wheel.materialId === null ? null : materialById(wheel.materialId)
  const stress =
    material &&
    discPeakHoopStress({
      boreRadiusM: wheel.innerRadiusM,
      outerRadiusM: wheel.outerRadiusM,
      densityKgPerM3: material.densityKgPerM3,
      poissonRatio: material.poissonRatio,
      speedRadPerS: 1,
    })
  const allowed = material && allowableStrength(material, { infill: 1, loadedAcrossLayers: false, temperatureK })
  const burst = stress && allowed ? Math.sqrt(allowed / stress) : null
  return {
    speedRadPerS,
    rimSpeedMPerS: speedRadPerS * wheel.outerRadiusM,
    storedEnergyJ: 0.5 * wheel.inertiaKgM2 * speedRadPerS ** 2,
    stressMargin: burst === null ? null : speedRadPerS > 0 ? (burst / speedRadPerS) ** 2 : Infinity,
    burstSpeedRadPerS: burst,
    timeToSpeedS,
  }
}

/**
 * Energy beyond which a thrown wheel goes through a workshop's usual guard of sheet or wood, J. Estimate: a hammer of 1
 * kg from 10 m.
 */
export const GUARD_ENERGY_J = 100

/** What to know of a wheel before it turns. */
export function flywheelFindings(state: FlywheelState): Finding[] {
  const found: Finding[] = []
  if (state.stressMargin === null && state.rimSpeedMPerS > UNKNOWN_RIM_LIMIT_M_PER_S)
    found.push(
      finding('flywheel-unknown', 'watch', { speedRadPerS: state.speedRadPerS, rimSpeedMPerS: state.rimSpeedMPerS }),
    )
  if (state.stressMargin !== null && state.stressMargin < 4)
    found.push(
      finding('flywheel-burst', state.stressMargin < 2 ? 'do not run' : 'watch', {
        speedRadPerS: state.speedRadPerS,
        margin: state.stressMargin,
      }),
    )
  if (state.storedEnergyJ > GUARD_ENERGY_J)
    found.push(
      finding('flywheel-energy', 'watch', {
        speedRadPerS: state.speedRadPerS,
        energyJ: state.storedEnergyJ,
        fallM: state.storedEnergyJ / STANDARD_GRAVITY,
      }),
    )
  return found
}

/**
 * From rest to a share of the free speed with an inertia on the shaft: the integral of J dw / T over a torque curve
 * that rises in speed; null where the torque does not carry it there. Trapezoids on the curve's own points.
 */
export function timeToSpeed(
  curve: readonly { readonly speedRadPerS: number; readonly torqueNm: number }[],
  inertiaKgM2: number,
  share = 0.9,
): number | null {
  const free = curve[curve.length - 1]?.speedRadPerS ?? 0
  let seconds = 0
  for (let i = 1; i < curve.length && curve[i - 1].speedRadPerS < share * free; i++) {
    const [a, b] = [curve[i - 1].torqueNm, curve[i].torqueNm]
    if (!(a > 0 && b > 0)) return null
    seconds +=
      0.5 * inertiaKgM2 * (1 / a + 1 / b) * (Math.min(share * free, curve[i].speedRadPerS) - curve[i - 1].speedRadPerS)
  }
  return free > 0 ? seconds : null
}
