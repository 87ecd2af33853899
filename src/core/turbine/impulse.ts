import { airDensity, airViscosity } from '../air'
import { nozzleFlow, type NozzleResult } from '../flow'
import { feedGeometry } from './feed'
import { bearingClass, bearingTorque } from './bearing-friction'
import { discFriction } from './disc-friction'
import {
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
  type Velocity,
  type VelocityTriangles,
} from './turbine'
import { said, type Said } from '../said'

/**
 * Blade shapes a maker prints. `flat` turns the air a quarter turn only; the others turn it back. `aerofoil` has a
 * rounded, thicker nose.
 */
export type BladeProfile = 'scoop' | 'c-shape' | 'constant-width' | 'aerofoil' | 'flat'

/** A blade of the maker's own, m: from root or outlet edge on x = 0 to tip or inlet edge, travel along y. */
export interface OwnOutline {
  readonly name: string
  readonly points: readonly (readonly [number, number])[]
}

/**
 * A disc with blades on its rim and one or a few round jets along the rim. Lengths m, angles rad from the direction of
 * travel.
 */
export interface ImpulseRotor {
  readonly meanRadiusM: number
  /** Along the shaft. */
  readonly bladeHeightM: number
  /** Along the radius. */
  readonly bladeDepthM: number
  readonly bladeCount: number
  readonly profile: BladeProfile
  readonly inletAngleRad: number
  readonly outletAngleRad: number
  /** The maker's own blade, drawn from root (x 0) to tip, m; the angles are then measured from it. */
  readonly outline?: OwnOutline | null
}

export interface ImpulseCasing {
  readonly kind: 'open' | 'close'
  /** Between blade tips and wall; without meaning when open. */
  readonly clearanceM: number
}

export interface ImpulseMachine extends TurbineSurroundings {
  readonly rotor: ImpulseRotor
  readonly casing: ImpulseCasing
}

/**
 * Entrainment constant of a round free jet: m = 0.282 x sqrt(momentum flux * ambient density). Source: Ricou & Spalding
 * (1961), J. Fluid Mech. 11 (value from memory).
 */
export const RICOU_SPALDING = 0.282

/**
 * Mass flow of a round jet after it has mixed over a distance, kg/s.
 * The near field is blended in by the root of the sum of squares (this project's choice), so that nothing is entrained
 * at distance 0.
 */
export function mixedJetMassFlow(jet: {
  massFlowKgPerS: number
  momentumFluxN: number
  distanceM: number
  ambientDensity: number
  factor: number
}): number {
  const far =
    jet.factor * RICOU_SPALDING * jet.distanceM * Math.sqrt(Math.max(0, jet.momentumFluxN) * jet.ambientDensity)
  return Math.hypot(jet.massFlowKgPerS, far)
}

/**
 * Velocity coefficient of a blade passage against the angle it turns the air, 0 rad..pi.
 * Estimate: the falling trend of impulse-blade charts (0.96 unturned, about 0.77 at 140 deg), printed surfaces;
 * standard uncertainty 10 %.
 */
export const passageVelocityCoefficient = (deflectionRad: number): number =>
  0.96 - 0.08 * (deflectionRad / (Math.PI / 2)) ** 2

/**
 * Ventilation that a close casing leaves, over the open rotor's: its blades cannot fan the air away, but go on
 * exchanging it at the outlet and rubbing it along the wall. Estimate.
 */
export const CLOSE_VENTILATION = 0.2

/**
 * Share of the open rotor's ventilation that is left in a casing: 0.2 when it fits closely, towards 1 when it is wide;
 * half-way at a clearance of half the blade height.
 * Estimate, set so that a closely cased rotor on a small jet runs free at 18-20,000 rpm (common practice), a factor of
 * 1.5 either way.
 */
export function casingVentilationFactor(casing: ImpulseCasing, bladeHeightM: number): number {
  if (casing.kind === 'open') return 1
  const wide = casing.clearanceM / (casing.clearanceM + 0.5 * bladeHeightM)
  return CLOSE_VENTILATION + (1 - CLOSE_VENTILATION) * wide
}

/**
 * Power that blades outside the jet spend on pumping casing air, W.
 * Formula: (pi/2) C rho D l u^3 (1 - eps), C = 0.045 + 0.58 (l/D) sin(beta).
 * Source: Traupel's form for partial admission (constants from memory). Error: a third.
 */
export function ventilationPower(blades: {
  densityKgPerM3: number
  meanDiameterM: number
  heightM: number
  bladeSpeed: number
  bladeAngleRad: number
  admission: number
}): number {
  const { meanDiameterM: d, heightM: l } = blades
  const c = 0.045 + 0.58 * (l / d) * Math.sin(blades.bladeAngleRad)
  return (Math.PI / 2) * c * blades.densityKgPerM3 * d * l * blades.bladeSpeed ** 3 * (1 - blades.admission)
}

/** Outlet angle of the relative flow: a flat paddle lets it go square to the travel, whatever is drawn. */
const outletAngle = (rotor: Pick<ImpulseRotor, 'profile' | 'outletAngleRad'>): number =>
  rotor.profile === 'flat' ? Math.PI / 2 : rotor.outletAngleRad
const inletAngle = (rotor: Pick<ImpulseRotor, 'profile' | 'inletAngleRad'>): number =>
  rotor.profile === 'flat' ? Math.PI / 2 : rotor.inletAngleRad

/**
 * A rounded nose helps up to the first of these angles off the blade's own, and not at all beyond the second. Estimate.
 */
const NOSE_HELPS = [(35 * Math.PI) / 180, (75 * Math.PI) / 180] as const

/**
 * Share of the relative speed that survives the entry at an angle off the blade's own: what lies along the blade.
 * A rounded nose keeps half of the energy that a sharp edge loses; its help fades smoothly between 35 and 75 degrees,
 * where the flow comes off it (estimate).
 */
export function keptAtEntry(incidenceRad: number, profile: BladeProfile): number {
  const along = Math.max(0, Math.cos(incidenceRad))
  if (profile !== 'aerofoil') return along
  const x = Math.min(1, Math.max(0, (Math.abs(incidenceRad) - NOSE_HELPS[0]) / (NOSE_HELPS[1] - NOSE_HELPS[0])))
  return Math.sqrt(along * along + 0.5 * (1 - x * x * (3 - 2 * x)) * Math.sin(incidenceRad) ** 2)
}

/**
 * One row of moving blades at constant radius before a jet: its velocity triangles at a blade speed, and the swirl it
 * takes out there, m/s, alone.
 * Only the part of the relative speed along the blade survives the entry (incidence); flat paddles take the jet square
 * on and lose none of it here.
 */
export function bladeRow(
  jet: { readonly speed: number; readonly angleRad: number },
  rotor: Pick<ImpulseRotor, 'profile' | 'inletAngleRad' | 'outletAngleRad'>,
  passageFactor: number,
): { readonly triangles: (bladeSpeed: number) => VelocityTriangles; readonly turned: (bladeSpeed: number) => number } {
  const [swirl, through] = [jet.speed * Math.cos(jet.angleRad), jet.speed * Math.sin(jet.angleRad)]
  const beta1 = inletAngle(rotor)
  const beta2 = outletAngle(rotor)
  const [sin2, cos2] = [Math.sin(beta2), Math.cos(beta2)]
  const psi = Math.min(1, passageFactor * passageVelocityCoefficient(Math.PI - beta1 - beta2))
  /** Relative speed behind the row. */
  const behind = (u: number): number => {
    const w = swirl - u
    const relative = Math.sqrt(w * w + through * through)
    const kept = rotor.profile === 'flat' ? 1 : keptAtEntry(Math.atan2(through, w) - beta1, rotor.profile)
    return psi * kept * relative
  }
  return {
    turned: (u) => swirl + behind(u) * cos2 - u,
    triangles: (u) => {
      const w2 = behind(u)
      return {
        bladeSpeed: u,
        outletBladeSpeed: u,
        c1: { tangential: swirl, meridional: through },
        w1: { tangential: swirl - u, meridional: through },
        w2: { tangential: -w2 * cos2, meridional: w2 * sin2 },
        c2: { tangential: u - w2 * cos2, meridional: w2 * sin2 },
      }
    },
  }
}

/** Velocity triangles of one blade row; see `bladeRow`. */
export const impulseTriangles = (
  jet: { readonly speed: number; readonly angleRad: number },
  rotor: Pick<ImpulseRotor, 'profile' | 'inletAngleRad' | 'outletAngleRad'>,
  bladeSpeed: number,
  passageFactor: number,
): VelocityTriangles => bladeRow(jet, rotor, passageFactor).triangles(bladeSpeed)

export const speedSquared = (v: Velocity) => v.tangential ** 2 + v.meridional ** 2

interface JetAtRotor {
  readonly massFlowKgPerS: number
  readonly speed: number
  readonly widthM: number
}

/**
 * Way on which a jet mixes before it has given up its speed, m: the gap, and its slanting way through the ring of
 * blades, no longer than the chord across that ring.
 * A jet nearly along the rim is cut by blade after blade and drags their air along all the way: that, more than drag,
 * is why printed rotors run free far below half of the jet's speed, on a straight torque line.
 */
export function mixingWay(machine: Pick<ImpulseMachine, 'rotor' | 'nozzle'>): number {
  const { meanRadiusM, bladeDepthM } = machine.rotor
  const [inner, outer] = [meanRadiusM - bladeDepthM / 2, meanRadiusM + bladeDepthM / 2]
  const chord = 2 * Math.sqrt(Math.max(0, outer * outer - inner * inner))
  return machine.nozzle.gapM + Math.min(chord, bladeDepthM / Math.max(0.02, Math.sin(machine.nozzle.angleRad)))
}

/** The jets as the blades have them: momentum kept, speed lost to the air they drag along. */
function jetAtRotor(machine: ImpulseMachine, nozzle: NozzleResult, ambientDensity: number): JetAtRotor {
  const count = machine.nozzle.count ?? 1
  const distanceM = mixingWay(machine)
  const momentumFluxN = Math.max(0, nozzle.thrustN) / count
  const mixed = mixedJetMassFlow({
    massFlowKgPerS: nozzle.massFlowKgPerS / count,
    momentumFluxN,
    distanceM,
    ambientDensity,
    factor: machine.coefficients.entrainment.value,
  })
  const speed = mixed > 0 ? momentumFluxN / mixed : 0
  const widthM = speed > 0 ? Math.sqrt((4 * mixed) / (Math.PI * ambientDensity * speed)) : 0
  return { massFlowKgPerS: mixed * count, speed, widthM }
}

/** Share of the rim that the jets cover, 0..1. */
function admission(machine: ImpulseMachine, jet: JetAtRotor): number {
  const arc = jet.widthM / Math.max(0.2, Math.sin(machine.nozzle.angleRad))
  return Math.min(1, ((machine.nozzle.count ?? 1) * arc) / (2 * Math.PI * machine.rotor.meanRadiusM))
}

/** Share of the jets' width that meets blade height, times the capture coefficient. */
function captured(machine: ImpulseMachine, jet: JetAtRotor): number {
  const covered = jet.widthM > 0 ? Math.min(1, machine.rotor.bladeHeightM / jet.widthM) : 1
  return Math.min(1, machine.coefficients.capture.value * covered)
}

function notesOf(machine: ImpulseMachine, nozzle: NozzleResult, jet: JetAtRotor): Said[] {
  const notes: Said[] = []
  if (jet.widthM > machine.rotor.bladeHeightM) notes.push(said('impulse-jet-wide'))
  if ((machine.nozzle.count ?? 1) * jet.widthM > Math.PI * machine.rotor.meanRadiusM)
    notes.push(said('impulse-jets-cover'))
  if (nozzle.regime === 'unchoked') notes.push(said('impulse-not-choked'))
  return notes
}

/**
 * The gas side of jets caught by one row of blades on a mean radius, W and N m. Losses and blade work add up to the
 * isentropic power: Euler's equation on the triangles.
 */
export function caughtJet(
  nozzle: NozzleResult,
  jet: { readonly powerW: number; readonly speed: number },
  throughKgPerS: number,
  meanRadiusM: number,
  { w1, w2, c1, c2 }: VelocityTriangles,
) {
  const half = 0.5 * throughKgPerS
  return {
    massFlowKgPerS: nozzle.massFlowKgPerS,
    isentropicPowerW: nozzle.isentropicPowerW,
    bladeTorqueNm: throughKgPerS * meanRadiusM * (c1.tangential - c2.tangential),
    nozzleW: nozzle.isentropicPowerW - nozzle.jetPowerW,
    mixingW: nozzle.jetPowerW - jet.powerW,
    spillW: jet.powerW - half * jet.speed ** 2,
    passageW: half * (speedSquared(w1) - speedSquared(w2)),
    leavingW: half * speedSquared(c2),
  }
}

/**
 * Tangential impulse turbine: Euler equation on the triangles of a jet that has mixed with still air, with spill,
 * ventilation, disc and bearing drag.
 * Valid: one to about six round jets, 100-700 kPa gauge, rotors of 20-120 mm, u/c below 0.5.
 * Error: with default coefficients a factor of about 1.5 in power; the coefficients' uncertainties carry the band.
 * Sources: Euler's turbine equation; Ricou & Spalding (1961); Traupel's ventilation form; Daily & Nece (1960).
 */
export function impulseTurbine(
  machine: ImpulseMachine,
  inlet: TurbineInlet,
): TurbineModel & { readonly nozzle: NozzleResult; readonly jetSpeedAtRotor: number } {
  const { coefficients, rotor } = machine
  const nozzle = nozzleFlow(inlet, feedGeometry(machine))
  const density = airDensity(inlet.backPressurePaAbs, inlet.ambientTemperatureK)
  const jet = jetAtRotor(machine, nozzle, density)
  const share = captured(machine, jet)
  const covered = admission(machine, jet)
  const bearing = bearingClass(machine.bearings.classId)
  const jetPowerW = 0.5 * jet.massFlowKgPerS * jet.speed ** 2
  const extras = [
    { code: 'mixed-jet', value: jet.speed, unit: 'm/s' },
    { code: 'admission', value: 100 * covered, unit: '%' },
  ]

  const through = share * jet.massFlowKgPerS
  const hubRadiusM = Math.max(1e-3, rotor.meanRadiusM - rotor.bladeDepthM / 2)
  const face = discFriction({
    radiusM: hubRadiusM,
    gapM: machine.casing.kind === 'open' ? 0.2 * hubRadiusM : Math.max(5e-4, machine.casing.clearanceM),
    densityKgPerM3: density,
    viscosityPaS: airViscosity(inlet.ambientTemperatureK),
  })
  // goes with the cube of the speed
  const ventilationAtOne =
    coefficients.ventilation.value *
    casingVentilationFactor(machine.casing, rotor.bladeHeightM) *
    ventilationPower({
      densityKgPerM3: density,
      meanDiameterM: 2 * rotor.meanRadiusM,
      heightM: rotor.bladeHeightM,
      bladeSpeed: rotor.meanRadiusM,
      bladeAngleRad: inletAngle(rotor),
      admission: covered,
    })
  const row = bladeRow({ speed: jet.speed, angleRad: machine.nozzle.angleRad }, rotor, coefficients.passage.value)
  const bladeTorque = (speed: number) => through * rotor.meanRadiusM * row.turned(speed * rotor.meanRadiusM)
  const ventilation = (speed: number) => ventilationAtOne * speed * speed
  const bearings = (speed: number) => coefficients.bearing.value * bearingTorque(bearing, machine.bearings.count, speed)

  const at = (speedRadPerS: number): TurbinePoint => {
    const triangles = row.triangles(speedRadPerS * rotor.meanRadiusM)
    return closePoint(
      speedRadPerS,
      caughtJet(nozzle, { powerW: jetPowerW, speed: jet.speed }, through, rotor.meanRadiusM, triangles),
      {
        ventilationNm: ventilation(speedRadPerS),
        discFrictionNm: face(speedRadPerS),
        rubbingNm: 0,
        bearingNm: bearings(speedRadPerS),
      },
      { triangles: [triangles], behindNozzlePaAbs: inlet.backPressurePaAbs, extras },
    )
  }
  return {
    at,
    torqueAt: (speed) => bladeTorque(speed) - ventilation(speed) - face(speed) - bearings(speed),
    nozzle,
    jetSpeedAtRotor: jet.speed,
    speedLimitRadPerS: Math.max(1, jet.speed / rotor.meanRadiusM),
    notes: [...nozzle.notes, ...notesOf(machine, nozzle, jet)],
  }
}
