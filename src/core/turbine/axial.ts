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
  STILL,
  closePoint,
  type TurbineInlet,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSurroundings,
  type VelocityTriangles,
} from './turbine'
import { said, type Said } from '../said'

/**
 * Rotors on one shaft with fixed stators between; the nozzle is the lid whose holes feed the first rotor. Angles from
 * the direction of travel.
 */
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

/** Air between two rows. */
interface Between {
  readonly pressurePaAbs: number
  readonly totalTemperatureK: number
  readonly swirl: number
  readonly through: number
}

/** What a row passes, and how its loss goes with turning, speed and density. */
interface Rows {
  readonly massFlowKgPerS: number
  readonly loss: (kind: 'stator' | 'rotor', deflectionRad: number, speed: number, density: number) => number
}

function rowsAt(machine: AxialMachine, inlet: TurbineInlet, massFlowKgPerS: number): Rows {
  const viscosity = airViscosity(inlet.ambientTemperatureK)
  const around = 2 * Math.PI * machine.meanRadiusM
  const hydraulic = (2 * around * machine.bladeHeightM) / (machine.bladeCount * machine.bladeHeightM + around)
  const chordOverHeight = machine.chordM / machine.bladeHeightM
  return {
    massFlowKgPerS,
    loss: (kind, deflectionRad, speed, density) =>
      machine.coefficients.rowLoss.value *
      soderbergLoss({ kind, deflectionRad, chordOverHeight, reynolds: (density * speed * hydraulic) / viscosity }),
  }
}

/** A row of stators; null where it cannot pass the flow. `passage` is what it loses, J/kg. */
function throughStator(
  machine: AxialMachine,
  rows: Rows,
  air: Between,
): { readonly air: Between; readonly passage: number } | null {
  const { pressurePaAbs: p, totalTemperatureK: t0 } = air
  const speed = Math.hypot(air.through, air.swirl)
  const kept = speed * keptAtEntry(Math.atan2(air.through, air.swirl) - Math.PI / 2, machine.profile)
  const zeta = rows.loss('stator', Math.PI / 2 - machine.statorAngleRad, Math.max(kept, 20), airDensity(p, t0))
  const exit = rowExit({
    totalPressurePaAbs: totalPressure(p, t0, kept),
    totalTemperatureK: t0,
    massFlowKgPerS: rows.massFlowKgPerS,
    throatAreaM2: ringThroat(machine, machine.statorAngleRad),
    lossCoefficient: zeta,
  })
  return (
    exit && {
      air: {
        pressurePaAbs: exit.pressurePaAbs,
        totalTemperatureK: t0,
        swirl: exit.speed * Math.cos(machine.statorAngleRad),
        through: exit.speed * Math.sin(machine.statorAngleRad),
      },
      passage: 0.5 * (speed * speed - kept * kept) + 0.5 * zeta * exit.speed ** 2,
    }
  )
}

/** A rotor turning at blade speed u; null where it cannot pass the flow. Work and losses J/kg of all the air. */
function throughRotor(machine: AxialMachine, rows: Rows, u: number, air: Between) {
  const { pressurePaAbs: p, totalTemperatureK: t0, swirl, through } = air
  const c1 = { tangential: swirl, meridional: through }
  const w1 = { tangential: swirl - u, meridional: through }
  const relative = Math.hypot(w1.tangential, w1.meridional)
  const kept = relative * keptAtEntry(Math.atan2(w1.meridional, w1.tangential) - machine.inletAngleRad, machine.profile)
  const t1 = t0 - (swirl * swirl + through * through) / (2 * CP)
  const t0r = t1 + (relative * relative) / (2 * CP)
  const zeta = rows.loss(
    'rotor',
    Math.PI - machine.inletAngleRad - machine.outletAngleRad,
    Math.max(relative, 20),
    airDensity(p, Math.max(50, t1)),
  )
  const exit = rowExit({
    totalPressurePaAbs: totalPressure(p, t0r, kept),
    totalTemperatureK: t0r,
    massFlowKgPerS: rows.massFlowKgPerS,
    throatAreaM2: ringThroat(machine, machine.outletAngleRad),
    lossCoefficient: zeta,
  })
  if (!exit) return null
  const w2 = {
    tangential: -exit.speed * Math.cos(machine.outletAngleRad),
    meridional: exit.speed * Math.sin(machine.outletAngleRad),
  }
  const c2 = { tangential: w2.tangential + u, meridional: w2.meridional }
  const turned = u * (c1.tangential - c2.tangential)
  // a row that brakes works on all of the air
  const caught = turned > 0 ? 1 - tipShare(machine) : 1
  const left: Between = {
    pressurePaAbs: exit.pressurePaAbs,
    totalTemperatureK: t0 - (caught * turned) / CP,
    swirl: c2.tangential,
    through: c2.meridional,
  }
  return {
    air: left,
    triangles: { bladeSpeed: u, outletBladeSpeed: u, c1, w1, w2, c2 },
    turnedSpeed: caught * (c1.tangential - c2.tangential),
    spill: (1 - caught) * turned,
    passage: 0.5 * (relative * relative - kept * kept) + 0.5 * zeta * exit.speed ** 2,
    exitMach: machOf(exit.speed, exit.temperatureK),
  }
}

/** Goes through all rows at one mass flow and speed; null where a row cannot pass it. */
function marchRows(
  machine: AxialMachine,
  inlet: TurbineInlet,
  u: number,
  jet: NozzleResult,
  behindPaAbs: number,
): March<Marched> | null {
  const rows = rowsAt(machine, inlet, jet.massFlowKgPerS)
  // the lid's jets: a share of the swirl is kept, the speed along the shaft becomes what the full ring asks for
  const fed = intoRing({
    speed: jet.jetSpeedMPerS,
    angleRad: machine.nozzle.angleRad,
    swirlKept: machine.coefficients.capture.value,
    pressurePaAbs: behindPaAbs,
    totalTemperatureK: inlet.totalTemperatureK,
    massFlowKgPerS: jet.massFlowKgPerS,
    areaM2: 2 * Math.PI * machine.meanRadiusM * machine.bladeHeightM,
  })
  if (!fed) return null
  const triangles: VelocityTriangles[] = []
  let [work, spillW, passageW, exitMach] = [0, 0, 0, 0]
  let air: Between = { ...fed, totalTemperatureK: inlet.totalTemperatureK }
  for (let stage = 0; stage < machine.stages; stage++) {
    if (stage > 0) {
      const guided = throughStator(machine, rows, air)
      if (!guided) return null
      passageW += guided.passage
      air = guided.air
    }
    const turned = throughRotor(machine, rows, u, air)
    if (!turned) return null
    triangles.push(turned.triangles)
    work += turned.turnedSpeed
    spillW += turned.spill
    passageW += turned.passage
    exitMach = turned.exitMach
    air = turned.air
  }
  return {
    exitPaAbs: air.pressurePaAbs,
    result: {
      triangles,
      work,
      weights: { mixingW: fed.lost, spillW, passageW },
      exitMach,
      leaving: leavingEnergy(
        {
          kineticJPerKg: 0.5 * (air.swirl ** 2 + air.through ** 2),
          totalTemperatureK: air.totalTemperatureK,
          pressurePaAbs: air.pressurePaAbs,
        },
        inlet.backPressurePaAbs,
      ),
    },
  }
}

/** Ventilation that a ring of casing with stators leaves, over that of blades in the open. Estimate. */
const RING_VENTILATION = 0.6

/**
 * Drag of blades that the air does not drive, and of the discs' faces. A passage idles where the lid feeds none, and a
 * row that turns faster than its air would (swirl met plus what its own outlet angle turns) fills with air that it only
 * stirs: that share grows from nothing at that speed. Estimate, on Traupel's ventilation form.
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
 * Axial turbine of any number of equal stages, stage by stage on the mean line: continuity through each row, loss by
 * Soderberg's correlation times `rowLoss`, incidence, tip leak, choking.
 * Behind the lid a share of the swirl is kept (`capture`) and the speed along the shaft spreads over the ring
 * (momentum), so a lid with few holes pays for mixing.
 * Valid: subsonic rows; a supersonic jet of the lid into the first rotor as an expansion behind its holes. Error: with
 * plain coefficients a third in power.
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

function notesOf(machine: AxialMachine, atRest: TurbinePoint): Said[] {
  const notes: Said[] = []
  if (rimShare(machine) < 0.5) notes.push(said('axial-lid-feeds-little'))
  if ((atRest.extras.find((e) => e.code === 'exit-mach')?.value ?? 0) > 0.9) notes.push(said('axial-last-row-chokes'))
  if (machine.tipClearanceM > 0.1 * machine.bladeHeightM) notes.push(said('axial-tip-gap'))
  return notes
}
