import { feedGeometry } from './feed'
import { CP, airDensity, airViscosity, pressureOfTemperature } from '../air'
import { nozzleFlow, type NozzleResult } from '../flow'
import { discFrictionTorque } from './disc-friction'
import { ventilationPower } from './impulse'
import {
  availablePower,
  balanceBehindNozzle,
  bearingDrag,
  intoRing,
  leavingEnergy,
  machOf,
  rowExit,
  shareOut,
  spoutingSpeed,
  totalPressure,
  type March,
} from './rows'
import {
  STILL,
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
  type VelocityTriangles,
} from './turbine'
import { said } from '../said'

/**
 * Air spirals in from a volute or through slots of a box, turns to the shaft in the rotor and leaves through its
 * middle. Angles from the direction of travel.
 */
export interface RadialMachine extends TurbineSurroundings {
  readonly feed: 'volute' | 'box'
  readonly inletRadiusM: number
  readonly inletWidthM: number
  readonly outletTipRadiusM: number
  readonly outletHubRadiusM: number
  readonly outletAngleRad: number
  readonly bladeCount: number
  readonly bladeThicknessM: number
  /** Between blades and shroud. */
  readonly clearanceM: number
}

/**
 * Slip: how far the whirl at the rim of a wheel falls short of the blade's own, 1 - sqrt(cos b)/Z^0.7; b the backsweep
 * from the radius.
 * Source: Wiesner (1967), J. Eng. Power 89. Valid: inner over outer radius below exp(-8.16 cos b / Z); error a few per
 * cent.
 */
export const wiesnerSlip = (bladeCount: number, backsweepRad: number): number =>
  1 - Math.sqrt(Math.cos(backsweepRad)) / bladeCount ** 0.7

interface Marched {
  readonly triangle: VelocityTriangles
  readonly work: number
  readonly leaving: number
  readonly exitMach: number
  readonly weights: { readonly mixingW: number; readonly spillW: number; readonly passageW: number }
}

const meanOutletRadius = (m: Pick<RadialMachine, 'outletTipRadiusM' | 'outletHubRadiusM'>): number =>
  Math.sqrt((m.outletTipRadiusM ** 2 + m.outletHubRadiusM ** 2) / 2)

function outletThroat(m: RadialMachine): number {
  const sine = Math.sin(m.outletAngleRad)
  const blocked = Math.min(
    0.8,
    (m.bladeCount * m.bladeThicknessM) / Math.max(0.05, sine) / (2 * Math.PI * meanOutletRadius(m)),
  )
  return Math.PI * (m.outletTipRadiusM ** 2 - m.outletHubRadiusM ** 2) * (1 - blocked) * sine
}

/** Share of the flow that goes between blades and shroud. */
const gapShare = (m: RadialMachine): number =>
  Math.min(
    0.6,
    (m.coefficients.leakage.value * m.clearanceM) /
      (m.clearanceM + 0.5 * (m.inletWidthM + m.outletTipRadiusM - m.outletHubRadiusM)),
  )

function marchRotor(
  machine: RadialMachine,
  inlet: TurbineInlet,
  speedRadPerS: number,
  jet: NozzleResult,
  behindPaAbs: number,
): March<Marched> | null {
  const m = jet.massFlowKgPerS
  const t0 = inlet.totalTemperatureK
  const u2 = speedRadPerS * machine.inletRadiusM
  const r3 = meanOutletRadius(machine)
  const u3 = speedRadPerS * r3
  // a share of the jet's swirl is lost on its way round the volute or out of the box's corners
  const fed = intoRing({
    speed: jet.jetSpeedMPerS,
    angleRad: machine.nozzle.angleRad,
    swirlKept: machine.coefficients.capture.value,
    pressurePaAbs: behindPaAbs,
    totalTemperatureK: t0,
    massFlowKgPerS: m,
    areaM2: 2 * Math.PI * machine.inletRadiusM * machine.inletWidthM,
  })
  if (!fed) return null
  const { swirl, through } = fed
  const c1 = { tangential: swirl, meridional: through }
  const w1 = { tangential: swirl - u2, meridional: through }
  const best = -(1 - wiesnerSlip(machine.bladeCount, 0)) * u2
  const relative = Math.hypot(w1.tangential, w1.meridional)
  // no more can be lost than the relative motion holds
  const incidence = Math.min(0.5 * relative * relative, 0.5 * (w1.tangential - best) ** 2)
  const kept = Math.sqrt(relative * relative - 2 * incidence)
  const static1 = t0 - (swirl * swirl + through * through) / (2 * CP)
  const t0r = static1 + (relative * relative) / (2 * CP)
  const t0out = t0r + (u3 * u3 - u2 * u2) / (2 * CP)
  if (t0out < 50) return { exitPaAbs: 0, result: EMPTY }
  const p0out = totalPressure(fed.pressurePaAbs, t0r, kept) * pressureOfTemperature(t0out / t0r)
  const psi = Math.min(1, machine.coefficients.passage.value)
  const exit = rowExit({
    totalPressurePaAbs: p0out,
    totalTemperatureK: t0out,
    massFlowKgPerS: m,
    throatAreaM2: outletThroat(machine),
    lossCoefficient: 1 / psi ** 2 - 1,
  })
  if (!exit) return null
  const w2 = {
    tangential: -exit.speed * Math.cos(machine.outletAngleRad),
    meridional: exit.speed * Math.sin(machine.outletAngleRad),
  }
  const c2 = { tangential: w2.tangential + u3, meridional: w2.meridional }
  const turned = machine.inletRadiusM * c1.tangential - r3 * c2.tangential
  // a wheel that brakes works on all of the air
  const caught = turned > 0 ? 1 - gapShare(machine) : 1
  return {
    exitPaAbs: exit.pressurePaAbs,
    result: {
      triangle: { bladeSpeed: u2, outletBladeSpeed: u3, c1, w1, w2, c2 },
      work: caught * turned,
      leaving: leavingEnergy(
        {
          kineticJPerKg: 0.5 * (c2.tangential ** 2 + c2.meridional ** 2),
          totalTemperatureK: t0 - (caught * turned * speedRadPerS) / CP,
          pressurePaAbs: exit.pressurePaAbs,
        },
        inlet.backPressurePaAbs,
      ),
      exitMach: machOf(exit.speed, exit.temperatureK),
      weights: {
        mixingW: fed.lost,
        spillW: (1 - caught) * turned * speedRadPerS,
        passageW: incidence + 0.5 * (1 / psi ** 2 - 1) * exit.speed ** 2,
      },
    },
  }
}

/**
 * Flow coefficient (speed through the rim over rim speed) at which a wheel's passages are full; below, the missing
 * share only stirs air. Estimate, of the order of design values.
 */
const FULL_FLOW = 0.25

/**
 * Power of passages that stir air instead of being driven by it, W: the wheel's blades as an open rotor's, by the share
 * of flow that they lack.
 */
function stirringPower(machine: RadialMachine, densityKgPerM3: number, rimSpeed: number, throughMPerS: number): number {
  const starved = rimSpeed > 0 ? Math.max(0, 1 - throughMPerS / (FULL_FLOW * rimSpeed)) : 0
  return (
    starved *
    ventilationPower({
      densityKgPerM3,
      meanDiameterM: 2 * machine.inletRadiusM,
      heightM: machine.inletWidthM,
      bladeSpeed: rimSpeed,
      bladeAngleRad: Math.PI / 2,
      admission: 0,
    })
  )
}

const NOTHING = { tangential: 0, meridional: 0 }
const EMPTY: Marched = {
  triangle: { bladeSpeed: 0, outletBladeSpeed: 0, c1: NOTHING, w1: NOTHING, w2: NOTHING, c2: NOTHING },
  work: 0,
  leaving: 0,
  exitMach: 0,
  weights: { mixingW: 0, spillW: 0, passageW: 0 },
}

/**
 * Radial inflow turbine: nozzle or volute, incidence on radial blades with slip, rothalpy through the rotor with a
 * passage coefficient, leaving loss, choking of the outlet.
 * The rotor's own swirl holds the air back: flow falls as it turns faster. Valid: subsonic rotor passages. Error: with
 * plain coefficients a third in power.
 * Sources: Euler's turbine equation; Wiesner (1967); Daily & Nece (1960).
 */
export function radialTurbine(machine: RadialMachine, inlet: TurbineInlet): TurbineModel {
  const nozzle = nozzleFlow(inlet, feedGeometry(machine))
  const densityKgPerM3 = airDensity(inlet.backPressurePaAbs, inlet.ambientTemperatureK)
  const viscosityPaS = airViscosity(inlet.ambientTemperatureK)
  const leak = gapShare(machine)
  const at = (speedRadPerS: number): TurbinePoint => {
    const found = balanceBehindNozzle(inlet, machine, (jet, p) => marchRotor(machine, inlet, speedRadPerS, jet, p))
    // one face of a closed-back wheel runs against the wall; the blades' side counts as the other
    const face = discFrictionTorque({
      radiusM: machine.inletRadiusM,
      gapM: Math.max(5e-4, machine.clearanceM),
      speedRadPerS,
      densityKgPerM3,
      viscosityPaS,
    })
    const stirred = stirringPower(
      machine,
      densityKgPerM3,
      speedRadPerS * machine.inletRadiusM,
      found?.result.triangle.c1.meridional ?? 0,
    )
    const drags = {
      ventilationNm: speedRadPerS > 0 ? (machine.coefficients.ventilation.value * stirred) / speedRadPerS : 0,
      discFrictionNm: machine.coefficients.ventilation.value * 0.5 * face,
      rubbingNm: 0,
      bearingNm: bearingDrag(machine, speedRadPerS),
    }
    if (!found)
      return closePoint(speedRadPerS, STILL, drags, {
        triangles: [],
        behindNozzlePaAbs: inlet.totalPressurePaAbs,
        extras: [],
      })
    const { jet, result } = found
    const m = jet.massFlowKgPerS
    const isentropicPowerW = availablePower(m, inlet)
    const bladeTorqueNm = m * result.work
    const leavingW = m * result.leaving
    const { mixingW, spillW, passageW } = result.weights
    const { shares, closure } = shareOut(
      isentropicPowerW - bladeTorqueNm * speedRadPerS - leavingW,
      {
        nozzleW: Math.max(0, jet.isentropicPowerW - jet.jetPowerW),
        mixingW: m * mixingW,
        spillW: m * spillW,
        passageW: m * passageW,
      },
      'passageW',
    )
    return closePoint(
      speedRadPerS,
      { massFlowKgPerS: m, isentropicPowerW, bladeTorqueNm, leavingW, ...shares, closure },
      drags,
      {
        triangles: [result.triangle],
        behindNozzlePaAbs: found.behindPaAbs,
        extras: [
          {
            code: 'spouting-ratio',
            value: (speedRadPerS * machine.inletRadiusM) / spoutingSpeed(inlet),
            unit: '',
          },
          { code: 'outlet-mach', value: result.exitMach, unit: '' },
          { code: 'blade-leak', value: 100 * leak, unit: '%' },
        ],
      },
    )
  }
  const notes = () => {
    const found = [...nozzle.notes]
    if ((at(0).extras.find((e) => e.code === 'outlet-mach')?.value ?? 0) > 0.9) found.push(said('radial-outlet-chokes'))
    if (machine.outletTipRadiusM > 0.75 * machine.inletRadiusM) found.push(said('radial-outlet-wide'))
    return found
  }
  return {
    at,
    nozzle,
    speedLimitRadPerS: (1.2 * spoutingSpeed(inlet)) / machine.inletRadiusM,
    // worked out when asked: one more point at rest
    get notes() {
      return notes()
    },
  }
}
