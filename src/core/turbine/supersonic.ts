import { feedGeometry } from './feed'
import { CP, airDensity, airViscosity } from '../air'
import {
  isentropicAreaRatio,
  isentropicPressureRatio,
  machBehindShock,
  nozzleFlow,
  shockTotalPressureRatio,
} from '../flow'
import { discFrictionTorque } from './disc-friction'
import {
  casingVentilationFactor,
  caughtJet,
  impulseTriangles,
  mixedJetMassFlow,
  speedSquared,
  ventilationPower,
  type ImpulseCasing,
  type ImpulseRotor,
} from './impulse'
import { bearingDrag, machOf, spoutingSpeed } from './rows'
import {
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
} from './turbine'
import { said } from '../said'

/**
 * Convergent-divergent nozzles blow from the side on blades round a rim. Blade height along the radius, depth along the
 * shaft.
 */
export interface SupersonicMachine extends TurbineSurroundings {
  readonly rotor: ImpulseRotor & { readonly bladeThicknessM: number }
  readonly casing: ImpulseCasing
}

/**
 * Least throat over inlet area of a passage that a supersonic stream can start in: behind a normal shock it must still
 * pass.
 * Source: Kantrowitz & Donaldson (1945), NACA ACR L5D20. Valid: one-dimensional, Mach above 1.
 */
export const startingContraction = (mach: number): number =>
  mach <= 1 ? 0 : 1 / isentropicAreaRatio(machBehindShock(mach))

/** Relative speed left of a stream after a normal shock and re-expansion to the pressure it had. */
function afterShock(relative: number, staticTemperatureK: number): number {
  const mach = machOf(relative, staticTemperatureK)
  if (mach <= 1) return relative
  const total = staticTemperatureK + (relative * relative) / (2 * CP)
  const pressureRatio = isentropicPressureRatio(mach) / shockTotalPressureRatio(mach)
  return Math.sqrt(Math.max(0, 2 * CP * total * (1 - Math.min(1, pressureRatio) ** (1 / 3.5))))
}

/**
 * A rotor blown from the side lets its air out on the other: no casing stops its idle blades from fanning there. Share
 * of the open rotor's ventilation that stays; estimate.
 */
const SIDE_OPEN = 0.6

/** Share of the passages' inlet that is left at their thickest. */
const passageThroat = (rotor: SupersonicMachine['rotor']): number => {
  const pitch = (2 * Math.PI * rotor.meanRadiusM) / rotor.bladeCount
  return Math.max(0.05, 1 - rotor.bladeThicknessM / (pitch * Math.sin(rotor.inletAngleRad)))
}

/**
 * Supersonic impulse rotor: convergent-divergent jets in all regimes, incidence, passages that may not start, ends of
 * the arc under the jets, ventilation of the rest.
 * Valid: jets at Mach 1-3, up to full admission. Error: with plain coefficients a third in power.
 * Sources: NACA Report 1135; Euler's turbine equation; Kantrowitz & Donaldson (1945); Traupel's ventilation form; Daily
 * & Nece (1960). The loss at the arc's ends, a third of a pitch each, is an estimate.
 */
export function supersonicTurbine(machine: SupersonicMachine, inlet: TurbineInlet): TurbineModel {
  const { coefficients, rotor, nozzle: feed } = machine
  const nozzle = nozzleFlow(inlet, feedGeometry(machine))
  const density = airDensity(inlet.backPressurePaAbs, inlet.ambientTemperatureK)
  const viscosityPaS = airViscosity(inlet.ambientTemperatureK)
  const count = feed.count ?? 1
  const each = { massFlowKgPerS: nozzle.massFlowKgPerS / count, momentumFluxN: Math.max(0, nozzle.thrustN) / count }
  const mixed = mixedJetMassFlow({
    ...each,
    distanceM: feed.gapM,
    ambientDensity: density,
    factor: coefficients.entrainment.value,
  })
  const jetSpeed = mixed > 0 ? each.momentumFluxN / mixed : 0
  const jetPowerW = 0.5 * mixed * count * jetSpeed ** 2
  const exitWidth = feed.exitDiameterM ?? feed.throatDiameterM
  const arc = exitWidth / Math.max(0.1, Math.sin(feed.angleRad))
  const rim = 2 * Math.PI * rotor.meanRadiusM
  const admission = Math.min(1, (count * arc) / rim)
  const pitch = rim / rotor.bladeCount
  const ends = admission >= 1 ? 0 : Math.min(0.8, (2 * pitch) / 3 / (arc + pitch))
  const share = Math.min(1, coefficients.capture.value * (1 - ends) * Math.min(1, rotor.bladeHeightM / exitWidth))
  const staticK = Math.max(60, inlet.totalTemperatureK - jetSpeed ** 2 / (2 * CP))
  const contraction = passageThroat(rotor)

  const at = (speedRadPerS: number): TurbinePoint => {
    const u = speedRadPerS * rotor.meanRadiusM
    const first = impulseTriangles({ speed: jetSpeed, angleRad: feed.angleRad }, rotor, u, coefficients.passage.value)
    const relative = Math.sqrt(speedSquared(first.w1))
    const mach = machOf(relative, staticK)
    const started = mach <= 1 || contraction >= startingContraction(mach)
    const left = started || relative === 0 ? 1 : afterShock(relative, staticK) / relative
    const w2 = { tangential: first.w2.tangential * left, meridional: first.w2.meridional * left }
    const triangles = { ...first, w2, c2: { tangential: w2.tangential + u, meridional: w2.meridional } }
    const through = share * mixed * count
    const pumping =
      coefficients.ventilation.value *
      Math.max(SIDE_OPEN, casingVentilationFactor(machine.casing, rotor.bladeHeightM)) *
      ventilationPower({
        densityKgPerM3: density,
        meanDiameterM: 2 * rotor.meanRadiusM,
        heightM: rotor.bladeHeightM,
        bladeSpeed: u,
        bladeAngleRad: rotor.inletAngleRad,
        admission,
      })
    const faceRadius = Math.max(1e-3, rotor.meanRadiusM - rotor.bladeHeightM / 2)
    const face = discFrictionTorque({
      radiusM: faceRadius,
      gapM: machine.casing.kind === 'open' ? 0.2 * faceRadius : Math.max(5e-4, machine.casing.clearanceM),
      speedRadPerS,
      densityKgPerM3: density,
      viscosityPaS,
    })
    return closePoint(
      speedRadPerS,
      caughtJet(nozzle, { powerW: jetPowerW, speed: jetSpeed }, through, rotor.meanRadiusM, triangles),
      {
        ventilationNm: speedRadPerS > 0 ? pumping / speedRadPerS : 0,
        discFrictionNm: face,
        rubbingNm: 0,
        bearingNm: bearingDrag(machine, speedRadPerS),
      },
      {
        triangles: [triangles],
        behindNozzlePaAbs: inlet.backPressurePaAbs,
        extras: [
          { code: 'inlet-mach', value: mach, unit: '' },
          {
            code: started ? 'passages-start' : 'passages-do-not-start',
            value: contraction,
            unit: 'of their inlet left',
          },
          { code: 'admission', value: 100 * admission, unit: '%' },
        ],
      },
    )
  }
  const notes = [...nozzle.notes]
  const atRest = machOf(jetSpeed, staticK)
  if (atRest > 1 && contraction < startingContraction(atRest)) notes.push(said('supersonic-no-start'))
  if (ends > 0.3) notes.push(said('supersonic-pitch-long'))
  return { at, nozzle, speedLimitRadPerS: Math.max(1, spoutingSpeed(inlet) / rotor.meanRadiusM), notes }
}
