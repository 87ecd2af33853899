import { feedGeometry } from './feed'
import { CP, airDensity, airViscosity } from '../air'
import { nozzleFlow, type NozzleResult } from '../flow'
import { discFrictionTorque } from './disc-friction'
import { keptAtEntry, ventilationPower, type BladeProfile, type OwnOutline } from './impulse'
import {
  availablePower,
  balanceBehindNozzle,
  bearingDrag,
  intoRing,
  leavingEnergy,
  machOf,
  rowExit,
  shareOut,
  soderbergLoss,
  spoutingSpeed,
  totalPressure,
  type March,
} from './rows'
import {
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
  type VelocityTriangles,
} from './turbine'
import { said, type Said } from '../said'

/** Rotors on one shaft with fixed stators between; the nozzle is the lid whose holes feed the first rotor. Angles from the direction of travel. */
export interface AxialMachine extends TurbineSurroundings {
  readonly stages: number
  readonly meanRadiusM: number
  readonly bladeHeightM: number
  readonly chordM: number
  readonly bladeCount: number
  readonly bladeThicknessM: number
  readonly profile: BladeProfile
  readonly inletAngleRad: number
  readonly outletAngleRad: number
  readonly statorAngleRad: number
  readonly tipClearanceM: number
  /** The maker's own rotor blade; its angles are then measured from it. */
  readonly outline?: OwnOutline | null
}

interface Marched {
  readonly triangles: readonly VelocityTriangles[]
  /** Sum over the rows of turned speed times the share of the air that goes through the blades, m/s. */
  readonly work: number
  readonly weights: { readonly mixingW: number; readonly spillW: number; readonly passageW: number }
  readonly leaving: number
  readonly exitMach: number
}

/** Share of the rim that the feed's jets cover, 0..1. */
function rimShare(machine: Pick<AxialMachine, 'meanRadiusM' | 'bladeHeightM' | 'nozzle'>): number {
  const { nozzle } = machine
  const area = ((nozzle.count ?? 1) * Math.PI * (nozzle.exitDiameterM ?? nozzle.throatDiameterM) ** 2) / 4
  return Math.min(
    1,
    area / Math.max(0.1, Math.sin(nozzle.angleRad)) / (2 * Math.PI * machine.meanRadiusM * machine.bladeHeightM),
  )
}

/** Gap area over blade height: what passes over the tips. */
const tipShare = (machine: AxialMachine): number =>
  Math.min(
    0.6,
    (machine.coefficients.leakage.value * machine.tipClearanceM) / (machine.bladeHeightM + machine.tipClearanceM),
  )

/** Throat of a full ring of blades, square to the flow. */
function ringThroat(machine: AxialMachine, angleRad: number): number {
  const ring = 2 * Math.PI * machine.meanRadiusM * machine.bladeHeightM
  const blocked = Math.min(
    0.8,
    (machine.bladeCount * machine.bladeThicknessM) /
      Math.max(0.05, Math.sin(angleRad)) /
      (2 * Math.PI * machine.meanRadiusM),
  )
  return ring * (1 - blocked) * Math.sin(angleRad)
}

/** Goes through all rows at one mass flow and speed; null where a row cannot pass it. */
function marchRows(
  machine: AxialMachine,
  inlet: TurbineInlet,
  u: number,
  jet: NozzleResult,
  behindPaAbs: number,
): March<Marched> | null {
  const m = jet.massFlowKgPerS
  const viscosity = airViscosity(inlet.ambientTemperatureK)
  const ring = 2 * Math.PI * machine.meanRadiusM * machine.bladeHeightM
  const aspect = machine.chordM / machine.bladeHeightM
  const spill = tipShare(machine)
  const hydraulic = (2 * ring) / (machine.bladeCount * machine.bladeHeightM + 2 * Math.PI * machine.meanRadiusM)
  const loss = (kind: 'stator' | 'rotor', deflectionRad: number, speed: number, density: number) =>
    machine.coefficients.rowLoss.value *
    soderbergLoss({ kind, deflectionRad, chordOverHeight: aspect, reynolds: (density * speed * hydraulic) / viscosity })
  const triangles: VelocityTriangles[] = []
  // the lid's jets: a share of the swirl is kept, the speed along the shaft becomes what the full ring asks for
  const fed = intoRing({
    speed: jet.jetSpeedMPerS,
    angleRad: machine.nozzle.angleRad,
    swirlKept: machine.coefficients.capture.value,
    pressurePaAbs: behindPaAbs,
    totalTemperatureK: inlet.totalTemperatureK,
    massFlowKgPerS: m,
    areaM2: ring,
  })
  if (!fed) return null
  const weights = { mixingW: fed.lost, spillW: 0, passageW: 0 }
  let [p, t0, work] = [fed.pressurePaAbs, inlet.totalTemperatureK, 0]
  let { swirl, through } = fed
  let [leaving, exitMach] = [0, 0]
  for (let stage = 0; stage < machine.stages; stage++) {
    if (stage > 0) {
      const flowAngle = Math.atan2(through, swirl)
      const speed = Math.hypot(through, swirl)
      const kept = speed * keptAtEntry(flowAngle - Math.PI / 2, machine.profile)
      weights.passageW += 0.5 * (speed * speed - kept * kept)
      const density = airDensity(p, t0)
      const zeta = loss('stator', Math.PI / 2 - machine.statorAngleRad, Math.max(kept, 20), density)
      const exit = rowExit({
        totalPressurePaAbs: totalPressure(p, t0, kept),
        totalTemperatureK: t0,
        massFlowKgPerS: m,
        throatAreaM2: ringThroat(machine, machine.statorAngleRad),
        lossCoefficient: zeta,
      })
      if (!exit) return null
      weights.passageW += 0.5 * zeta * exit.speed ** 2
      p = exit.pressurePaAbs
      swirl = exit.speed * Math.cos(machine.statorAngleRad)
      through = exit.speed * Math.sin(machine.statorAngleRad)
    }
    const c1 = { tangential: swirl, meridional: through }
    const w1 = { tangential: swirl - u, meridional: through }
    const relative = Math.hypot(w1.tangential, w1.meridional)
    const kept =
      relative * keptAtEntry(Math.atan2(w1.meridional, w1.tangential) - machine.inletAngleRad, machine.profile)
    weights.passageW += 0.5 * (relative * relative - kept * kept)
    const t1 = t0 - (swirl * swirl + through * through) / (2 * CP)
    const t0r = t1 + (relative * relative) / (2 * CP)
    const zeta = loss(
      'rotor',
      Math.PI - machine.inletAngleRad - machine.outletAngleRad,
      Math.max(relative, 20),
      airDensity(p, Math.max(50, t1)),
    )
    const exit = rowExit({
      totalPressurePaAbs: totalPressure(p, t0r, kept),
      totalTemperatureK: t0r,
      massFlowKgPerS: m,
      throatAreaM2: ringThroat(machine, machine.outletAngleRad),
      lossCoefficient: zeta,
    })
    if (!exit) return null
    weights.passageW += 0.5 * zeta * exit.speed ** 2
    const w2 = {
      tangential: -exit.speed * Math.cos(machine.outletAngleRad),
      meridional: exit.speed * Math.sin(machine.outletAngleRad),
    }
    const c2 = { tangential: w2.tangential + u, meridional: w2.meridional }
    triangles.push({ bladeSpeed: u, outletBladeSpeed: u, c1, w1, w2, c2 })
    const turned = u * (c1.tangential - c2.tangential)
    // a row that brakes works on all of the air
    const caught = turned > 0 ? 1 - spill : 1
    work += caught * (c1.tangential - c2.tangential)
    weights.spillW += (1 - caught) * turned
    t0 -= (caught * turned) / CP
    p = exit.pressurePaAbs
    swirl = c2.tangential
    through = c2.meridional
    leaving = 0.5 * (swirl * swirl + through * through)
    exitMach = machOf(exit.speed, exit.temperatureK)
  }
  return {
    exitPaAbs: p,
    result: {
      triangles,
      work,
      weights,
      exitMach,
      leaving: leavingEnergy(
        { kineticJPerKg: leaving, totalTemperatureK: t0, pressurePaAbs: p },
        inlet.backPressurePaAbs,
      ),
    },
  }
}

/** Ventilation that a ring of casing with stators leaves, over that of blades in the open. Estimate. */
const RING_VENTILATION = 0.6

/**
 * Drag of blades that the air does not drive, and of the discs' faces. A passage idles where the lid feeds none, and a row that turns faster than its air would by itself
 * (swirl met plus what its own outlet angle turns) fills with air that it only stirs: that share grows from nothing at that speed. Estimate, on Traupel's ventilation form.
 */
function drags(
  machine: AxialMachine,
  inlet: TurbineInlet,
  speedRadPerS: number,
  triangles: readonly VelocityTriangles[],
) {
  const densityKgPerM3 = airDensity(inlet.backPressurePaAbs, inlet.ambientTemperatureK)
  const u = speedRadPerS * machine.meanRadiusM
  const whole =
    RING_VENTILATION *
    ventilationPower({
      densityKgPerM3,
      meanDiameterM: 2 * machine.meanRadiusM,
      heightM: machine.bladeHeightM,
      bladeSpeed: u,
      bladeAngleRad: machine.inletAngleRad,
      admission: 0,
    })
  let stirred = 0
  for (let stage = 0; stage < machine.stages; stage++) {
    const row = triangles[stage]
    const willing = row ? row.c1.tangential - row.w2.tangential : 0
    const starved = u > 0 ? Math.max(0, 1 - Math.max(0, willing) / u) : 0
    stirred += 1 - (1 - starved) * (stage === 0 ? rimShare(machine) : 1)
  }
  const face = discFrictionTorque({
    radiusM: Math.max(1e-3, machine.meanRadiusM - machine.bladeHeightM / 2),
    gapM: Math.max(5e-4, machine.tipClearanceM * 2),
    speedRadPerS,
    densityKgPerM3,
    viscosityPaS: airViscosity(inlet.ambientTemperatureK),
  })
  return {
    ventilationNm: speedRadPerS > 0 ? (machine.coefficients.ventilation.value * stirred * whole) / speedRadPerS : 0,
    discFrictionNm: machine.stages * face,
    rubbingNm: 0,
    bearingNm: bearingDrag(machine, speedRadPerS),
  }
}

/**
 * Axial turbine of any number of equal stages, stage by stage on the mean line: continuity through each row, loss by Soderberg's correlation times `rowLoss`, incidence, tip leak, choking.
 * Behind the lid a share of the swirl is kept (`capture`) and the speed along the shaft spreads over the ring (momentum), so a lid with few holes pays for mixing.
 * Valid: subsonic rows; a supersonic jet of the lid into the first rotor as an expansion behind its holes. Error: with plain coefficients a third in power.
 * Sources: Euler's turbine equation; Soderberg (1949); Traupel's ventilation form; Daily & Nece (1960).
 */
export function axialTurbine(machine: AxialMachine, inlet: TurbineInlet): TurbineModel {
  const nozzle = nozzleFlow(inlet, feedGeometry(machine))
  const spill = tipShare(machine)
  const at = (speedRadPerS: number): TurbinePoint => {
    const u = speedRadPerS * machine.meanRadiusM
    const found = balanceBehindNozzle(inlet, machine, (jet, p) => marchRows(machine, inlet, u, jet, p))
    const loss = drags(machine, inlet, speedRadPerS, found?.result.triangles ?? [])
    if (!found)
      return closePoint(speedRadPerS, STILL, loss, {
        triangles: [],
        behindNozzlePaAbs: inlet.totalPressurePaAbs,
        extras: [],
      })
    const { jet, result } = found
    const m = jet.massFlowKgPerS
    const isentropicPowerW = availablePower(m, inlet)
    const bladeTorqueNm = m * machine.meanRadiusM * result.work
    const leavingW = m * result.leaving
    const nozzleLost = jet.isentropicPowerW - jet.jetPowerW
    const { mixingW, spillW, passageW } = result.weights
    const { shares, closure } = shareOut(
      isentropicPowerW - bladeTorqueNm * speedRadPerS - leavingW,
      { nozzleW: Math.max(0, nozzleLost), mixingW: m * mixingW, spillW: m * spillW, passageW: m * passageW },
      'passageW',
    )
    return closePoint(
      speedRadPerS,
      { massFlowKgPerS: m, isentropicPowerW, bladeTorqueNm, leavingW, ...shares, closure },
      loss,
      {
        triangles: result.triangles,
        behindNozzlePaAbs: found.behindPaAbs,
        extras: [
          { code: 'exit-mach', value: result.exitMach, unit: '' },
          { code: 'lid-admission', value: 100 * rimShare(machine), unit: '%' },
          { code: 'tip-leak', value: 100 * spill, unit: '%' },
        ],
      },
    )
  }
  return {
    at,
    nozzle,
    speedLimitRadPerS: spoutingSpeed(inlet) / machine.meanRadiusM,
    // worked out when asked: one more point at rest
    get notes() {
      return [...nozzle.notes, ...notesOf(machine, at(0))]
    },
  }
}

/** A machine through which nothing flows. */
export const STILL = {
  massFlowKgPerS: 0,
  isentropicPowerW: 0,
  bladeTorqueNm: 0,
  nozzleW: 0,
  mixingW: 0,
  spillW: 0,
  passageW: 0,
  leavingW: 0,
} as const

function notesOf(machine: AxialMachine, atRest: TurbinePoint): Said[] {
  const notes: Said[] = []
  if (rimShare(machine) < 0.5) notes.push(said('axial-lid-feeds-little'))
  if ((atRest.extras.find((e) => e.code === 'exit-mach')?.value ?? 0) > 0.9) notes.push(said('axial-last-row-chokes'))
  if (machine.tipClearanceM > 0.1 * machine.bladeHeightM) notes.push(said('axial-tip-gap'))
  return notes
}
