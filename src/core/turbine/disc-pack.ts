import { feedGeometry } from './feed'
import { CP, GAS_CONSTANT, airDensity, airViscosity } from '../air'
import { nozzleFlow, type NozzleResult } from '../flow'
import { discFrictionTorque } from './disc-friction'
import { availablePower, balanceBehindNozzle, bearingDrag, shareOut, spoutingSpeed, type March } from './rows'
import {
  STILL,
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
} from './turbine'
import { said } from '../said'

/**
 * Discs or nested cones close together on a shaft; air spirals inward between them and leaves through holes near the
 * middle.
 */
export interface DiscPackMachine extends TurbineSurroundings {
  readonly discs: number
  readonly gapWidthM: number
  readonly discThicknessM: number
  readonly outerRadiusM: number
  /** Where the gaps end and the outlet holes begin. */
  readonly innerRadiusM: number
  /** Open area of the outlet over that of the circle inside `innerRadiusM`. */
  readonly outletShare: number
  /** Slope of the discs from flat, rad: 0 for flat ones. */
  readonly coneAngleRad: number
  /** Between rim and wall. */
  readonly clearanceM: number
}

/**
 * Excess of the air's whirl over the disc's, over rim speed, along radius/rim radius x: dW/dx = (48 x / Re - 1/x) W - 2
 * for slug-like inertia.
 * Re is the modified Reynolds number 2 b m1 / (pi mu ro^2) with m1 the mass flow of one gap; on cones the shear works
 * over 1/cos(slope) more surface.
 * Closed form by the integrating factor. Source: Carey (2010), J. Eng. Gas Turbines Power 132, 122301, in the form of a
 * flat gap with parabolic profiles.
 * Error: 0.02-0.08 too high in rotor efficiency against resolved profiles; not to be used beyond (b/2) sqrt(w/nu) of
 * about 1.5.
 */
export function excessWhirl(excessAtRim: number, modifiedReynolds: number, radiusRatio: number, slopeRad = 0): number {
  const a = 24 / (modifiedReynolds * Math.cos(slopeRad))
  // with y = x W: y' = 2 a x y - 2 x, so y = 1/a + (W at the rim - 1/a) exp(a (x^2 - 1))
  return (1 / a + (excessAtRim - 1 / a) * Math.exp(a * (radiusRatio * radiusRatio - 1))) / radiusRatio
}

interface Gap {
  /** Moment of momentum given up, m2/s. */
  readonly turned: number
  readonly exitPaAbs: number
  readonly leaving: number
  readonly friction: number
  readonly whirlOut: number
  readonly reynolds: number
  readonly profileNumber: number
}

const STEPS = 12
/** Ends of the steps from rim to outlet: closer together at the rim, where the whirl is given up. */
const sharesOf = (steps: number): readonly number[] => Array.from({ length: steps + 1 }, (_, i) => (i / steps) ** 1.7)
const SHARES = sharesOf(STEPS)
const stepShares = (steps: number) => (steps === STEPS ? SHARES : sharesOf(steps))

/**
 * Shear over that of laminar flow: 1 up to a gap Reynolds number (on twice the gap) of 2000, towards the smooth-wall
 * law above.
 */
function shearFactor(reynolds: number): number {
  if (reynolds <= 2000) return 1
  const laminar = 96 / reynolds
  const rough = Math.max(laminar, 0.316 / Math.sqrt(Math.sqrt(reynolds)))
  const blend = Math.min(1, (reynolds - 2000) / 2000)
  return 1 + blend * (rough / laminar - 1)
}

/**
 * From rim to outlet holes: whirl by shear, pressure by whirl and wall friction.
 * Each step takes the whirl by its closed form with the shear and density of its middle, reached by half a step first
 * (second order), so that however thin the flow it stays true.
 * Pressure and temperature follow the energy in the turning gap, so that what leaves, works and rubs is what came in.
 * Error: below 0.2 % of the torque and a tenth of the jet's dynamic pressure against 1024 steps, the latter only where
 * the whirl dies within a hair of the rim
 * (measured on gaps of 0.3-1.2 mm, 0.1-300 kPa, 0.01-20 g/s).
 */
export function throughGap(
  machine: DiscPackMachine,
  rim: {
    readonly whirl: number
    readonly pressurePaAbs: number
    readonly totalTemperatureK: number
    readonly massFlowKgPerS: number
  },
  speedRadPerS: number,
  viscosity: number,
  steps = STEPS,
): Gap {
  const { outerRadiusM: ro, innerRadiusM: ri, gapWidthM: b } = machine
  const each = rim.massFlowKgPerS / Math.max(1, machine.discs - 1)
  const cosine = Math.cos(machine.coneAngleRad)
  let friction = 0
  let p = rim.pressurePaAbs
  // total enthalpy less the work already done on the discs: what slip and walls turn to heat stays in the air
  const temperature = (whirl: number, through: number, r: number) =>
    Math.max(
      60,
      rim.totalTemperatureK -
        (0.5 * (whirl * whirl + through * through) + speedRadPerS * (ro * rim.whirl - r * whirl)) / CP,
    )
  let t = temperature(rim.whirl, 0, ro)
  t = temperature(rim.whirl, (each * GAS_CONSTANT * t) / (p * 2 * Math.PI * ro * b), ro)
  // radius times the whirl's excess over the disc
  let excess = ro * (rim.whirl - speedRadPerS * ro)
  const shares = stepShares(steps)
  for (let i = 0; i < steps; i++) {
    const from = ro - (ro - ri) * shares[i]
    const to = ro - (ro - ri) * shares[i + 1]
    const [h, r] = [from - to, (from + to) / 2]
    let [atRadius, atExcess, atP, atT, after, slope, drag, rho, through] = [from, excess, p, t, excess, 0, 0, 0, 0]
    // half a step with what stands at its start, then the whole with what stands in its middle
    for (let half = 1; half >= 0; half--) {
      rho = atP / (GAS_CONSTANT * atT)
      through = each / (rho * 2 * Math.PI * atRadius * b)
      const slip = atExcess / atRadius
      const f =
        machine.coefficients.shear.value *
        shearFactor((rho * Math.sqrt(slip * slip + through * through) * 2 * b) / viscosity)
      const k = (f * 24 * Math.PI * viscosity) / (b * each * cosine)
      const end = half ? r : to
      const settled = (2 * speedRadPerS) / k
      after = settled + (excess - settled) * Math.exp((k * (end * end - from * from)) / 2)
      drag = (f * 12 * viscosity * through) / (b * b * cosine)
      const whirl = slip + speedRadPerS * atRadius
      slope = (rho * (whirl * whirl + through * through)) / atRadius + drag
      atT = temperature(after / end + speedRadPerS * end, through, end)
      if (half) [atRadius, atExcess, atP] = [r, after, Math.max(1e3, p - (h / 2) * slope)]
    }
    // what slip loses as heat is the moment given up times the slip's own speed of turning, the mean of both ends:
    // exact for a slip that dies away within one step
    const [momentIn, momentOut] = [excess + speedRadPerS * from * from, after + speedRadPerS * to * to]
    const lost =
      (drag * h) / rho + Math.abs(0.5 * (excess / (from * from) + after / (to * to)) * (momentIn - momentOut))
    const throughOut = (through * r) / to
    // what the pressure gives is what the air gains in speed, works on the discs and loses: true however steeply the
    // whirl falls within the step
    const gained =
      0.5 * ((momentOut / to) ** 2 - (momentIn / from) ** 2 + throughOut ** 2 - ((through * r) / from) ** 2)
    friction += lost
    p = Math.max(1e3, p - rho * (gained + speedRadPerS * (momentIn - momentOut) + lost))
    excess = after
    t = atT
  }
  const whirl = excess / ri + speedRadPerS * ri
  const rho = p / (GAS_CONSTANT * t)
  const through = each / (rho * 2 * Math.PI * ri * b)
  const out = rim.massFlowKgPerS / (rho * machine.outletShare * Math.PI * ri * ri)
  const lost = 0.5 * out * out * (1 + 0.5 * machine.coefficients.rowLoss.value)
  return {
    turned: ro * rim.whirl - ri * whirl,
    exitPaAbs: p - rho * lost,
    leaving: 0.5 * (whirl * whirl + through * through) + lost,
    friction,
    whirlOut: whirl,
    reynolds: (rho * Math.hypot(rim.whirl - speedRadPerS * ro, through) * 2 * b) / viscosity,
    profileNumber: (b / 2) * Math.sqrt((speedRadPerS * rho) / viscosity),
  }
}

/**
 * Disc pack with laminar or turbulent gaps: shear takes the whirl out of the air on its spiral way in, on flat or
 * conical discs.
 * Valid: gaps thin against the radius; best with (b/2) sqrt(w/nu) below 1.5. Error: with plain coefficients a third in
 * power; the angle of the jets is touchy (common practice).
 * Sources: Carey (2010) for the gap, here with density and friction along the way; Daily & Nece (1960) for the outer
 * faces.
 */
export function discPackTurbine(machine: DiscPackMachine, inlet: TurbineInlet): TurbineModel {
  const nozzle = nozzleFlow(inlet, feedGeometry(machine))
  const viscosity = airViscosity(inlet.totalTemperatureK)
  const densityKgPerM3 = airDensity(inlet.backPressurePaAbs, inlet.ambientTemperatureK)
  const packWidth = machine.discs * machine.discThicknessM + (machine.discs - 1) * machine.gapWidthM
  const openShare = ((machine.discs - 1) * machine.gapWidthM) / packWidth
  const caught = machine.coefficients.capture.value
  const at = (speedRadPerS: number): TurbinePoint => {
    const rimOf = (jet: NozzleResult, pressurePaAbs: number) => ({
      whirl: caught * jet.jetSpeedMPerS * Math.cos(machine.nozzle.angleRad),
      pressurePaAbs,
      totalTemperatureK: inlet.totalTemperatureK,
      massFlowKgPerS: jet.massFlowKgPerS,
    })
    const found = balanceBehindNozzle<Gap>(inlet, machine, (jet, p): March<Gap> => {
      const result = throughGap(machine, rimOf(jet, p), speedRadPerS, viscosity)
      return { exitPaAbs: result.exitPaAbs, result }
    })
    const face = discFrictionTorque({
      radiusM: machine.outerRadiusM,
      gapM: Math.max(5e-4, machine.clearanceM),
      speedRadPerS,
      densityKgPerM3,
      viscosityPaS: viscosity,
    })
    const rimSpeed = speedRadPerS * machine.outerRadiusM
    // rims of the discs in their narrow ring: plane Couette flow, at most a turbulent wall's friction
    const rimShear = Math.max(
      (viscosity * rimSpeed) / Math.max(2e-4, machine.clearanceM),
      0.5 * densityKgPerM3 * 0.005 * rimSpeed ** 2,
    )
    const rims = rimShear * 2 * Math.PI * machine.outerRadiusM ** 2 * machine.discs * machine.discThicknessM
    const drags = {
      ventilationNm: 0,
      discFrictionNm: machine.coefficients.ventilation.value * (face + rims),
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
    const power = m * result.turned * speedRadPerS
    const leavingW = Math.max(0, Math.min(m * result.leaving, isentropicPowerW - power))
    const entry = 0.5 * jet.jetSpeedMPerS ** 2 * (1 - (caught * Math.cos(machine.nozzle.angleRad)) ** 2)
    const { shares, closure } = shareOut(
      isentropicPowerW - power - leavingW,
      {
        nozzleW: Math.max(0, jet.isentropicPowerW - jet.jetPowerW),
        mixingW: m * Math.max(0, entry),
        passageW: m * Math.max(0, result.friction),
      },
      'passageW',
    )
    return closePoint(
      speedRadPerS,
      {
        massFlowKgPerS: m,
        isentropicPowerW,
        bladeTorqueNm: m * result.turned,
        leavingW,
        spillW: 0,
        ...shares,
        closure,
      },
      drags,
      {
        triangles: [],
        behindNozzlePaAbs: found.behindPaAbs,
        extras: [
          { code: 'gap-reynolds', value: result.reynolds, unit: '' },
          {
            code: 'gap-group',
            value: result.profileNumber,
            unit: '',
          },
          { code: 'whirl-out', value: result.whirlOut, unit: 'm/s' },
        ],
      },
    )
  }
  const notes = [...nozzle.notes]
  if (openShare < 0.3) notes.push(said('pack-discs-thick'))
  if (machine.nozzle.angleRad > (25 * Math.PI) / 180) notes.push(said('pack-jets-steep'))
  return { at, nozzle, speedLimitRadPerS: (1.05 * spoutingSpeed(inlet)) / machine.outerRadiusM, notes }
}
