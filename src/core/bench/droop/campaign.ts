import { circleArea, massFlowOfNozzle } from '../../flow'
import { normalDraw, seededRandom } from '../../statistics'
import { liftForFlow, valveConductance, valveFlow, type Regulator } from '../../supply'
import { tally } from '../tally'
import { reduceDroop, type DroopRig } from './reduce-droop'
import { simulateDroop } from './simulate-droop'

export const DROOP_CONDITIONS = [
  'diaphragm',
  'piston that sticks',
  'source sinks',
  'holes to 3 %',
  'coarse gauge',
  'bends',
] as const
export type DroopCondition = (typeof DROOP_CONDITIONS)[number]
export const DROOP_FIGURES = ['closed', 'droop', 'sticks'] as const

const ROOM = { roomPaAbs: 101_325, roomK: 293.15 }

/** A regulator drawn at random, readings of it up and down through holes, reduced as a maker's would be. */
export function droopRun(condition: DroopCondition, seed: number) {
  const random = seededRandom(seed * 7919 + 23)
  const between = (low: number, high: number) => low + (high - low) * random()
  const sticks = condition === 'piston that sticks'
  const regulator: Regulator = {
    kind: sticks ? 'piston' : 'diaphragm',
    setGaugePressurePa: 0,
    readWhile: 'closed',
    sensingDiameterM: between(18e-3, 40e-3),
    springRateNPerM: 0,
    seatDiameterM: between(3e-3, 6e-3),
    greatestLiftM: 2e-3,
    frictionN: between(0.5, 2),
    movingMassKg: 0.01,
    chamberVolumeM3: 1e-5,
  }
  const [ad, as] = [circleArea(regulator.sensingDiameterM), circleArea(regulator.seatDiameterM)]
  // ten pounds on the square inch, half of it each way: a home-made piston (common practice)
  const halfPa = sticks ? between(20e3, 40e3) : between(1e3, 5e3)
  const source = between(500e3, 900e3)
  const set = between(0.25, 0.6) * source
  const up = [0, 0.5e-3, 0.8e-3, 1e-3, 1.3e-3, 1.6e-3]
  const holesM = [...up, ...[...up].reverse().slice(1), 1e-3, 0]
  const fall = condition === 'source sinks' ? between(0.15, 0.35) : 0
  const sourceGaugePa = holesM.map((_, i) => source * (1 - (fall * i) / (holesM.length - 1)))
  const mean = sourceGaugePa.reduce((a, b) => a + b, 0) / holesM.length
  const widest = massFlowOfNozzle({ throatDiameterM: 1.6e-3, dischargeCoefficient: 0.7 })(
    set + ROOM.roomPaAbs,
    ROOM.roomK,
    ROOM.roomPaAbs,
  )
  const widestLift = liftForFlow(regulator, widest, source + ROOM.roomPaAbs, set + ROOM.roomPaAbs, ROOM.roomK)
  // a spring so stiff that the widest hole costs a twentieth to a fifth of the setting
  const springRateNPerM = (between(0.05, 0.2) * set * (ad - as)) / widestLift
  const r = { ...regulator, springRateNPerM, frictionN: halfPa * (ad - as) }
  const ofHoles = condition === 'holes to 3 %' ? 0.03 : 0
  const rig: DroopRig = {
    edge: random() < 0.5 ? 'sharp' : 'rounded',
    discharge: between(0.6, 0.75),
    dischargeRelativeUncertainty: ofHoles,
    diameterUncertaintyM: 0,
    zeroUncertaintyPa: 1000,
    spanRelativeUncertainty: 0.005,
    resolutionPa: condition === 'coarse gauge' ? 5000 : 500,
    sourceGaugePa: source,
  }
  // a diaphragm that is pushed out has another area (common practice)
  const bend = condition === 'bends' ? between(-0.4, 0.4) : 0
  const truthOf = {
    regulator: r,
    ...(bend === 0 ? {} : { stiffens: { share: bend, atLiftM: widestLift } }),
    springForceN: set * (ad - as) + mean * as,
    holesM,
    sourceGaugePa,
    discharge: rig.discharge * (1 + ofHoles * normalDraw(random)),
    zeroPa: 1000 * normalDraw(random),
    span: 0.005 * normalDraw(random),
    noisePa: between(500, 2500),
    digitPa: rig.resolutionPa,
    ...ROOM,
    seed: seed + 5,
  }
  // what it loses near closed, by its own balance
  const lift = 1e-7
  const flow = valveFlow(r, lift, mean + ROOM.roomPaAbs, set + ROOM.roomPaAbs, ROOM.roomK)
  const truth = {
    closed: set,
    droop: (r.springRateNPerM * lift) / (ad - as) / flow,
    sticks: halfPa,
    perOpening: (r.springRateNPerM * lift) / (ad - as) / valveConductance(r, lift),
    sourceEffect: as / (ad - as),
  }
  try {
    const found = reduceDroop(simulateDroop(truthOf, rig.edge), rig, ROOM)
    // to the widest hole on its line
    const widestOpen = Math.max(...found.points.map((p) => (p.aside ? 0 : p.openM3PerSPa)))
    const bent = 1 + (bend * widestOpen * lift) / valveConductance(r, lift) / widestLift
    truth.droop *= bent
    truth.perOpening *= bent
    return { found: found.sticks ? { ...found, sticks: found.sticks } : null, truth }
  } catch {
    return { found: null, truth }
  }
}

export const droopCampaign = (condition: DroopCondition, repeats: number, firstSeed = 0) =>
  tally(condition, DROOP_FIGURES, repeats, (i) => droopRun(condition, firstSeed + i))
