import { CP, airDensity, airViscosity, pressureOfTemperature } from '../air'
import { nozzleFlow, type NozzleResult } from '../flow'
import { discFrictionTorque } from './disc-friction'
import { ventilationPower } from './impulse'
import { feedGeometry } from './feed'
import { availablePower, bearingDrag, gapFlow, spoutingSpeed } from './rows'
import {
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
} from './turbine'
import { said } from '../said'
import { STANDARD_GRAVITY } from '../units/gravity'

/**
 * Air enters a rotor at its middle and leaves through channels at its rim that point backwards. The nozzle's passages
 * are these channels; its angle is theirs, from straight back.
 */
export interface ReactionMachine extends TurbineSurroundings {
  /** Of the channels' mouths. */
  readonly jetRadiusM: number
  readonly bodyRadiusM: number
  readonly bodyHeightM: number
  /** A smooth shroud over the channels, or arms that stir the air. */
  readonly shrouded: boolean
  readonly pivot: 'bearings' | 'point'
  readonly massKg: number
  /** Of the point's rounded tip. */
  readonly pointRadiusM: number
  /** Gap where the air enters the rotor, and its radius. */
  readonly sealGapM: number
  readonly sealRadiusM: number
}

/** State in the turning rotor before its jets: the hub's, raised by the swing out to the rim (rothalpy). */
export function rimState(
  inlet: Pick<TurbineInlet, 'totalPressurePaAbs' | 'totalTemperatureK'>,
  rimSpeed: number,
): { totalPressurePaAbs: number; totalTemperatureK: number } {
  const totalTemperatureK = inlet.totalTemperatureK + rimSpeed ** 2 / (2 * CP)
  return {
    totalTemperatureK,
    totalPressurePaAbs: inlet.totalPressurePaAbs * pressureOfTemperature(totalTemperatureK / inlet.totalTemperatureK),
  }
}

/**
 * Reaction rotor or spinning top: jets in a turning frame with the pressure that turning adds; torque r (F cos b - m
 * u).
 * It has no runaway speed of its own: only drag and the swing of its air limit it. Valid: up to choked jets at rim
 * speeds below 300 m/s. Error: with plain coefficients a quarter in torque; drag of open arms a factor of two.
 * Sources: Euler's turbine equation with rothalpy; NACA Report 1135 for the jets; Daily & Nece (1960) and Traupel's
 * ventilation form for drag.
 */
export function reactionTurbine(machine: ReactionMachine, inlet: TurbineInlet): TurbineModel {
  const { coefficients, nozzle: channels } = machine
  const feed = feedGeometry(machine)
  const nozzle = nozzleFlow(inlet, feed)
  const densityKgPerM3 = airDensity(inlet.backPressurePaAbs, inlet.ambientTemperatureK)
  const viscosityPaS = airViscosity(inlet.ambientTemperatureK)
  const sealArea = coefficients.leakage.value * 2 * Math.PI * machine.sealRadiusM * machine.sealGapM
  const leak = gapFlow(
    { areaM2: sealArea, dischargeCoefficient: 0.65 },
    { pressurePaAbs: inlet.totalPressurePaAbs, temperatureK: inlet.totalTemperatureK },
    inlet.backPressurePaAbs,
  )
  const cosine = Math.cos(channels.angleRad)
  const at = (speedRadPerS: number): TurbinePoint => {
    const u = speedRadPerS * machine.jetRadiusM
    const jet: NozzleResult = nozzleFlow({ ...rimState(inlet, u), backPressurePaAbs: inlet.backPressurePaAbs }, feed)
    const m = jet.massFlowKgPerS
    // printed channels turn their air less than drawn, and rub it
    const w = Math.min(1, coefficients.capture.value) * jet.jetSpeedMPerS
    const bladeTorqueNm = machine.jetRadiusM * m * (w * cosine - u)
    const c2 = { tangential: u - w * cosine, meridional: w * Math.sin(channels.angleRad) }
    const throughW = availablePower(m, inlet)
    const leakW = availablePower(leak, inlet)
    const face = discFrictionTorque({
      radiusM: machine.bodyRadiusM,
      gapM: 0.2 * machine.bodyRadiusM,
      speedRadPerS,
      densityKgPerM3,
      viscosityPaS,
    })
    const rimArea = 2 * Math.PI * machine.bodyRadiusM * machine.bodyHeightM
    const rim = 0.5 * densityKgPerM3 * 0.005 * (speedRadPerS * machine.bodyRadiusM) ** 2 * rimArea * machine.bodyRadiusM
    const stirred = machine.shrouded
      ? 0
      : ventilationPower({
          densityKgPerM3,
          meanDiameterM: 2 * machine.jetRadiusM,
          heightM: machine.bodyHeightM,
          bladeSpeed: u,
          bladeAngleRad: Math.PI / 2,
          admission: 0,
        }) * 0.5
    const onPoint = machine.pivot === 'point'
    const rubbingNm =
      onPoint && (speedRadPerS > 0 || m > 0)
        ? coefficients.sliding.value * machine.massKg * STANDARD_GRAVITY * machine.pointRadiusM * (2 / 3)
        : 0
    return closePoint(
      speedRadPerS,
      {
        massFlowKgPerS: m + leak,
        isentropicPowerW: throughW + leakW,
        bladeTorqueNm,
        // the turning air's own energy comes from the shaft and goes back to it: only what the jet lacks of its ideal
        // is lost
        nozzleW: throughW + 0.5 * m * u * u - jet.jetPowerW,
        mixingW: 0,
        spillW: leakW,
        passageW: jet.jetPowerW - 0.5 * m * w * w,
        leavingW: 0.5 * m * (c2.tangential ** 2 + c2.meridional ** 2),
      },
      {
        ventilationNm: speedRadPerS > 0 ? (coefficients.ventilation.value * stirred) / speedRadPerS : 0,
        discFrictionNm: coefficients.ventilation.value * (face + rim),
        rubbingNm,
        bearingNm: onPoint ? 0 : bearingDrag(machine, speedRadPerS),
      },
      {
        triangles: [
          {
            bladeSpeed: 0,
            outletBladeSpeed: u,
            c1: { tangential: 0, meridional: 0 },
            w1: { tangential: 0, meridional: 0 },
            w2: { tangential: -w * cosine, meridional: w * Math.sin(channels.angleRad) },
            c2,
          },
        ],
        behindNozzlePaAbs: inlet.backPressurePaAbs,
        extras: [
          {
            code: 'pressure-rise',
            value: rimState(inlet, u).totalPressurePaAbs / inlet.totalPressurePaAbs,
            unit: '×',
          },
          { code: 'relative-jet', value: w, unit: 'm/s' },
          { code: 'seal-leak', value: m + leak > 0 ? (100 * leak) / (m + leak) : 0, unit: '%' },
        ],
      },
    )
  }
  const notes = [...nozzle.notes]
  notes.push(said('reaction-no-limit'))
  if (machine.pivot === 'point') notes.push(said('reaction-point'))
  return { at, nozzle, speedLimitRadPerS: Math.max(1, spoutingSpeed(inlet) / machine.jetRadiusM), notes }
}
