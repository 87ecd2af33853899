import { GAMMA, GAS_CONSTANT } from '../air'
import { massFlowOfNozzle, nozzleFlow } from '../flow'
import { rootBetween } from '../numerics'
import { feedGeometry } from './feed'
import { availablePower, bearingDrag, gapFlows, spoutingSpeed } from './rows'
import {
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
} from './turbine'
import { said } from '../said'

/**
 * Sliding vanes in a rotor that sits off the middle of a round bore. Angles from where rotor and bore nearly touch, in
 * the direction of travel.
 */
export interface VaneMachine extends TurbineSurroundings {
  readonly boreRadiusM: number
  readonly rotorRadiusM: number
  readonly eccentricityM: number
  readonly lengthM: number
  readonly vanes: number
  readonly vaneThicknessM: number
  readonly vaneHeightM: number
  readonly vaneDensityKgPerM3: number
  /** The cell fills while its leading vane lies before this angle. */
  readonly inletEndsRad: number
  /**
   * The exhaust opens as its leading vane passes this angle; it closes as far before the touching line as it lies
   * behind.
   */
  readonly exhaustOpensRad: number
  /** At each end of the rotor and over each vane's tip. */
  readonly clearanceM: number
}

type Bore = Pick<VaneMachine, 'boreRadiusM' | 'rotorRadiusM' | 'eccentricityM' | 'lengthM' | 'vanes' | 'vaneThicknessM'>

/** From the rotor's middle to the bore, m. */
export const boreReach = (
  { boreRadiusM: R, eccentricityM: e }: Pick<Bore, 'boreRadiusM' | 'eccentricityM'>,
  angleRad: number,
): number => Math.sqrt(R * R - (e * Math.sin(angleRad)) ** 2) - e * Math.cos(angleRad)

/** How far a vane stands out of the rotor, m. */
export const vaneLift = (bore: Bore, angleRad: number): number =>
  Math.max(0, boreReach(bore, angleRad) - bore.rotorRadiusM)

/** Antiderivative of half the squared reach, exact. */
function sweptHalf({ boreRadiusM: R, eccentricityM: e }: Bore, t: number): number {
  // reach^2 = R^2 + e^2 cos 2t - 2 e cos t sqrt(R^2 - e^2 sin^2 t)
  const s = e * Math.sin(t)
  return 0.5 * (R * R * t + 0.5 * e * e * Math.sin(2 * t) - (s * Math.sqrt(R * R - s * s) + R * R * Math.asin(s / R)))
}

/** Volume of the cell whose leading vane stands at an angle, less the vane's own, m3. */
export function cellVolume(bore: Bore, leadingRad: number): number {
  const trailing = leadingRad - (2 * Math.PI) / bore.vanes
  const area = sweptHalf(bore, leadingRad) - sweptHalf(bore, trailing) - (Math.PI / bore.vanes) * bore.rotorRadiusM ** 2
  const vane = 0.5 * bore.vaneThicknessM * (vaneLift(bore, leadingRad) + vaneLift(bore, trailing))
  return Math.max(0, (area - vane) * bore.lengthM)
}

interface Cycle {
  readonly filledM3: number
  readonly openedM3: number
  readonly closedM3: number
  readonly clearanceM3: number
}

/** The four volumes that the ports mark out; the cell is smallest about the touching line. */
function portVolumes(machine: VaneMachine): Cycle {
  const step = (2 * Math.PI) / machine.vanes
  const exhaustCloses = 2 * Math.PI - (2 * Math.PI - machine.exhaustOpensRad) * 0.15
  return {
    filledM3: cellVolume(machine, machine.inletEndsRad),
    openedM3: cellVolume(machine, machine.exhaustOpensRad),
    closedM3: cellVolume(machine, Math.min(exhaustCloses, 2 * Math.PI)),
    clearanceM3: cellVolume(machine, step / 2),
  }
}

/** Pressure of the room's air that a cell closes on, squeezed until its inlet opens, Pa absolute. */
const trappedPressure = (v: Cycle, pa: number): number => pa * (v.closedM3 / v.clearanceM3) ** GAMMA

/**
 * Air that a cell takes in over a turn, kg: what the trapped air does not already fill, counted at the temperature of
 * the inlet.
 */
const cellMass = (v: Cycle, fillPa: number, pa: number, temperatureK: number): number =>
  Math.max(
    0,
    (fillPa * v.filledM3 - Math.min(trappedPressure(v, pa), fillPa) * v.clearanceM3) / (GAS_CONSTANT * temperatureK),
  )

/** Pressure to which the cells fill, where what they and the gaps take is what the port passes. */
function fillOf(miss: (fillPa: number) => number, pa: number, p0: number): number {
  const atRoom = miss(pa)
  if (atRoom >= 0) return pa
  const most = p0 - 1e-7 * (p0 - pa)
  const atMost = miss(most)
  return atMost <= 0 ? most : rootBetween(miss, pa, most, 1e-9, [atRoom, atMost])
}

/**
 * Work of one cell over a turn, J, filled to a pressure: filling, expansion without heat, exhaust against the room, and
 * what is left squeezed until the inlet opens.
 */
function cellWork(v: Cycle, fillPa: number, pa: number): number {
  const opened = fillPa * (v.filledM3 / v.openedM3) ** GAMMA
  const fill = fillPa * (v.filledM3 - v.clearanceM3)
  const expand = (fillPa * v.filledM3 - opened * v.openedM3) / (GAMMA - 1)
  const exhaust = -pa * (v.openedM3 - v.closedM3)
  const squeeze = -(trappedPressure(v, pa) * v.clearanceM3 - pa * v.closedM3) / (GAMMA - 1)
  return fill + expand + exhaust + squeeze
}

/**
 * Vane motor: cell volumes in closed form, filling through the port, expansion, leaks past ends and tips, friction of
 * vanes pressed out by turning and by air under them.
 * Torque is the mean over a turn; standing still it may catch a dead spot. Valid: quasi-steady filling; 3-12 vanes.
 * Error: with plain coefficients a third in torque, half in the air it leaks.
 * Sources: first law of an open volume; ISO 6358-like flow of gaps at the choked limit. Friction coefficients are
 * estimates.
 */
export function vaneTurbine(machine: VaneMachine, inlet: TurbineInlet): TurbineModel {
  const { coefficients } = machine
  const { totalPressurePaAbs: p0, totalTemperatureK: t0, backPressurePaAbs: pa } = inlet
  const feed = feedGeometry(machine)
  const nozzle = nozzleFlow(inlet, feed)
  const fed = massFlowOfNozzle(feed)
  const volumes = portVolumes(machine)
  const leakArea =
    coefficients.leakage.value *
    machine.clearanceM *
    (2 * machine.rotorRadiusM + machine.lengthM + 2 * vaneLift(machine, Math.PI / 2))
  const meanLift = vaneLift(machine, Math.PI / 2)
  const leaks = gapFlows({ areaM2: leakArea, dischargeCoefficient: 0.7 })
  const vaneMass = machine.vaneDensityKgPerM3 * machine.vaneThicknessM * machine.vaneHeightM * machine.lengthM
  const at = (speedRadPerS: number): TurbinePoint => {
    const cellsPerS = (machine.vanes * speedRadPerS) / (2 * Math.PI)
    const cellFlow = (fillPa: number) => cellsPerS * cellMass(volumes, fillPa, pa, t0)
    const miss = (fillPa: number) => cellFlow(fillPa) + leaks(fillPa, t0, pa) - fed(p0, t0, fillPa)
    const fillPa = p0 > pa ? fillOf(miss, pa, p0) : pa
    const leak = p0 > pa ? leaks(fillPa, t0, pa) : 0
    const m = p0 > pa ? cellFlow(fillPa) + leak : 0
    const isentropicPowerW = availablePower(m, inlet)
    const workJ = cellWork(volumes, fillPa, pa)
    const bladeTorqueNm = p0 > pa ? (machine.vanes * workJ) / (2 * Math.PI) : 0
    const usable = availablePower(m, { ...inlet, totalPressurePaAbs: Math.max(fillPa, pa) })
    const leakW = Math.min(usable, availablePower(leak, { ...inlet, totalPressurePaAbs: Math.max(fillPa, pa) }))
    // vanes are pressed out by turning, and by the pressure under those that face a filling cell
    const arm = machine.rotorRadiusM + meanLift - machine.vaneHeightM / 2
    const pressedN = machine.vanes * vaneMass * speedRadPerS ** 2 * Math.max(0, arm)
    const airN = Math.max(0, fillPa - pa) * machine.vaneThicknessM * machine.lengthM * Math.max(1, machine.vanes / 3)
    const rubbingNm = coefficients.sliding.value * (pressedN + airN) * (machine.rotorRadiusM + meanLift)
    const indicatedW = bladeTorqueNm * speedRadPerS
    return closePoint(
      speedRadPerS,
      {
        massFlowKgPerS: m,
        isentropicPowerW,
        bladeTorqueNm,
        nozzleW: isentropicPowerW - usable,
        mixingW: 0,
        spillW: leakW,
        passageW: 0,
        leavingW: usable - leakW - indicatedW,
      },
      { ventilationNm: 0, discFrictionNm: 0, rubbingNm, bearingNm: bearingDrag(machine, speedRadPerS) },
      {
        triangles: [],
        behindNozzlePaAbs: fillPa,
        extras: [
          { code: 'end-leak', value: m > 0 ? (100 * leak) / m : 0, unit: '%' },
          { code: 'expansion', value: volumes.openedM3 / volumes.filledM3, unit: '×' },
          {
            code: 'tip-speed',
            value: speedRadPerS * (machine.rotorRadiusM + meanLift),
            unit: 'm/s',
          },
        ],
      },
    )
  }
  const notes = [...nozzle.notes]
  const opened = p0 * (volumes.filledM3 / volumes.openedM3) ** GAMMA
  if (opened < pa) notes.push(said('vane-overexpands'))
  if (opened > 2.5 * pa) notes.push(said('vane-much-left'))
  notes.push(said('vane-tips-wear'))
  if (machine.vanes < 4) notes.push(said('vane-few'))
  if (machine.vaneHeightM < 2 * vaneLift(machine, Math.PI)) notes.push(said('vane-tilts'))
  // beyond the speed at which friction of turning alone eats the torque of full filling
  const stall = (machine.vanes * Math.max(0, cellWork(volumes, p0, pa))) / (2 * Math.PI)
  const perSpeed =
    coefficients.sliding.value *
    machine.vanes *
    vaneMass *
    Math.max(1e-4, machine.rotorRadiusM + meanLift - machine.vaneHeightM / 2) *
    (machine.rotorRadiusM + meanLift)
  const limit = Math.sqrt(stall / Math.max(1e-12, perSpeed)) * 1.05
  return {
    at,
    nozzle,
    speedLimitRadPerS: Math.max(1, Math.min(limit, (2 * spoutingSpeed(inlet)) / machine.rotorRadiusM)),
    notes,
  }
}
