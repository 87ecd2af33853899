import { circleArea, massFlowOfNozzle } from '../../flow'
import { normalDraw, seededRandom } from '../../statistics'
import { liftForFlow, type Regulator } from '../../supply'
import { STANDARD_GRAVITY } from '../../units/gravity'
import { RPM } from '../../units/rotation'
import { simulateDroop } from '../droop/simulate-droop'
import {
  QUIET_S,
  ROOM_PA,
  digits,
  goDraws,
  hiddenMachine,
  ownDraws,
  kPa,
  sagging,
  torqueLeft,
  type BenchAsked,
  type BenchProgram,
} from './asked'

const LOADS = [0.93, 0.8, 0.68, 0.56, 0.44, 0.33] as const
const SETTLE_S = 0.6

/** Steps of a load, each held for a while; the shaft comes to each with a lag. */
function* held(asked: BenchAsked, random: () => number) {
  const { stallTorqueNm: stall, freeSpeedRadPerS: free, bend } = hiddenMachine(asked)
  const rate = Math.min(asked.readingsPerS, 50)
  const holdS = 8
  const sag = sagging(asked)
  const noise = asked.faults.includes('noise') ? 0.008 : 0.002
  let speed = 0
  const endS = QUIET_S + LOADS.length * holdS + 8
  for (let i = 0; i <= endS * rate; i++) {
    const t = i / rate
    const k = Math.floor((t - QUIET_S) / holdS)
    const running = k >= 0 && k < LOADS.length
    const gauge = asked.gaugePressurePa * (running ? sag(t - QUIET_S) : 1) * (1 + 0.0015 * normalDraw(random))
    const drive = (gauge + ROOM_PA) / (asked.gaugePressurePa + ROOM_PA)
    const target = running ? LOADS[k] * free : 0
    speed += (target - speed) * (1 - Math.exp(-1 / rate / SETTLE_S))
    yield {
      t,
      gauge,
      speed: Math.max(0, speed * (1 + noise * normalDraw(random) * (running ? 1 : 0))),
      torque: running ? Math.max(0, stall * drive * torqueLeft(bend, speed / free)) : 0,
      endS,
      noise,
    }
  }
}

/** An arm on a scale at several settings of the brake, the scale at rest first. */
export function brakeSteps(asked: BenchAsked): BenchProgram {
  const random = goDraws(asked)
  const tareN = 0.02 + 0.03 * ownDraws(asked)()
  const drift = asked.faults.includes('drift') ? 4e-4 : 0
  const rows = [...held(asked, random)]
  const grams = (n: number) => digits((1000 * n) / STANDARD_GRAVITY, 0.01)
  return {
    channels: [
      { name: 'scale', unit: 'g' },
      { name: 'speed', unit: 'rpm' },
      { name: 'pressure', unit: 'kPa' },
    ],
    timeS: rows.map((r) => r.t),
    columns: [
      rows.map((r) => grams((r.torque / asked.armM) * (1 + 2 * r.noise * normalDraw(random)) + tareN + drift * r.t)),
      rows.map((r) => digits((r.speed * asked.perTurn) / RPM, 1)),
      rows.map((r) => kPa(r.gauge)),
    ],
    endS: rows[0].endS,
  }
}

/** A motor on resistors: voltage, current and frequency at several loads. */
export function generatorSteps(asked: BenchAsked): BenchProgram {
  const random = goDraws(asked)
  const rows = [...held(asked, random)]
  const constant = 12 / asked.freeSpeedRadPerS
  const ohm = 0.05 * (12 / Math.max(0.05, asked.stallTorqueNm / constant))
  const friction = 0.05 * asked.stallTorqueNm
  const electric = rows.map((r) => {
    const current = Math.max(0, (r.torque - friction) / constant)
    return { current, voltage: Math.max(0, constant * r.speed - ohm * current) }
  })
  return {
    channels: [
      { name: 'voltage', unit: 'V' },
      { name: 'current', unit: 'A' },
      { name: 'frequency', unit: 'Hz' },
      { name: 'pressure', unit: 'kPa' },
    ],
    timeS: rows.map((r) => r.t),
    columns: [
      electric.map((e) => digits(e.voltage * (1 + 0.002 * normalDraw(random)), 0.001)),
      electric.map((e) => digits(e.current * (1 + 0.002 * normalDraw(random)), 0.001)),
      rows.map((r) => digits((r.speed * asked.perTurn) / (2 * Math.PI), 0.1)),
      rows.map((r) => kPa(r.gauge)),
    ],
    endS: rows[0].endS,
  }
}

/** Frictions of a rope on its drum. */
const GRIP = [0.2, 0.35] as const

/** A rope between two load cells at several settings: what pulls on the tight side and on the slack one. */
export function ropeSteps(asked: BenchAsked): BenchProgram {
  const random = goDraws(asked)
  const grip = Math.exp((GRIP[0] + (GRIP[1] - GRIP[0]) * ownDraws(asked)()) * asked.wrapRad)
  const drift = asked.faults.includes('drift') ? 2e-4 : 0
  const rows = [...held(asked, random)].map((r) => ({ ...r, slack: r.torque / asked.armM / (grip - 1) }))
  const grams = (n: number) => digits((1000 * n) / STANDARD_GRAVITY, 0.01)
  const noisy = (r: { noise: number }) => 1 + 2 * r.noise * normalDraw(random)
  return {
    channels: [
      { name: 'weight', unit: 'g' },
      { name: 'balance', unit: 'g' },
      { name: 'speed', unit: 'rpm' },
      { name: 'pressure', unit: 'kPa' },
    ],
    timeS: rows.map((r) => r.t),
    columns: [
      rows.map((r) => grams(grip * r.slack * noisy(r))),
      rows.map((r) => grams(r.slack * noisy(r) + drift * r.t)),
      rows.map((r) => digits((r.speed * asked.perTurn) / RPM, 1)),
      rows.map((r) => kPa(r.gauge)),
    ],
    endS: rows[0].endS,
  }
}

const HOLES_M = [0, 0.5e-3, 0.8e-3, 1e-3, 1.3e-3, 1.6e-3] as const
const HOLE_S = 7
const FOLLOWS_S = 0.4

/** A regulator of which nobody is told how much it loses, near what is asked for. */
export function hiddenRegulator({ seed, gaugePressurePa, sourceGaugePa, discharge, edge }: BenchAsked) {
  const random = seededRandom(seed)
  const between = (low: number, high: number) => low + (high - low) * random()
  const [sensing, seat] = [between(22e-3, 34e-3), between(3e-3, 5e-3)]
  const [ad, as] = [circleArea(sensing), circleArea(seat)]
  // a run without pressure tells nothing of a regulator: it is set to a fifth of its source
  const set = Math.min(Math.max(gaugePressurePa, 0.2 * sourceGaugePa) * between(0.9, 1.1), 0.7 * sourceGaugePa)
  const bare: Regulator = {
    kind: 'diaphragm',
    setGaugePressurePa: 0,
    readWhile: 'closed',
    sensingDiameterM: sensing,
    springRateNPerM: 0,
    seatDiameterM: seat,
    greatestLiftM: 2e-3,
    frictionN: between(1e3, 6e3) * (ad - as),
    movingMassKg: 0.01,
    chamberVolumeM3: 1e-5,
  }
  const through = massFlowOfNozzle({ throatDiameterM: HOLES_M[5], dischargeCoefficient: discharge, edge })
  const widest = through(set + ROOM_PA, ROOM_K, ROOM_PA)
  const lift = liftForFlow(bare, widest, sourceGaugePa + ROOM_PA, set + ROOM_PA, ROOM_K)
  const lossPa = between(0.06, 0.16) * set
  return {
    closedGaugePa: set,
    lossPa,
    regulator: { ...bare, springRateNPerM: (lossPa * (ad - as)) / lift },
    springForceN: set * (ad - as) + sourceGaugePa * as,
  }
}

const ROOM_K = 293.15

/** A regulator that blows through one drilled hole after the other, on a disc that says which, up and down again. */
export function droopSteps(asked: BenchAsked): BenchProgram {
  const random = goDraws(asked)
  const holesM = [...HOLES_M, ...[...HOLES_M].reverse().slice(1)]
  const fall = asked.faults.includes('sag') ? 0.12 : 0.03
  const sourceGaugePa = holesM.map((_, i) => asked.sourceGaugePa * (1 - (fall * i) / (holesM.length - 1)))
  const { regulator, springForceN } = hiddenRegulator(asked)
  const settled = simulateDroop(
    {
      regulator,
      springForceN,
      holesM,
      sourceGaugePa,
      discharge: asked.discharge,
      zeroPa: 0,
      span: 0,
      noisePa: 0,
      digitPa: 0,
      roomPaAbs: ROOM_PA,
      roomK: ROOM_K,
      seed: asked.seed,
    },
    asked.edge,
  )
  const rate = Math.min(asked.readingsPerS, 20)
  const endS = QUIET_S + holesM.length * HOLE_S
  const noisePa = asked.faults.includes('noise') ? 1200 : 300
  const creepPa = asked.faults.includes('drift') ? 15 : 0
  let outletPa = settled[0].outletGaugePa
  const rows = Array.from({ length: Math.floor(endS * rate) }, (_, i) => {
    const t = i / rate
    const k = Math.max(0, Math.floor((t - QUIET_S) / HOLE_S))
    outletPa += (settled[k].outletGaugePa - outletPa) * (1 - Math.exp(-1 / rate / FOLLOWS_S))
    return { t, hole: holesM[k], outletPa: outletPa + creepPa * t, sourcePa: sourceGaugePa[k] }
  })
  return {
    channels: [
      { name: 'hole', unit: 'mm' },
      { name: 'outlet', unit: 'kPa' },
      { name: 'source', unit: 'kPa' },
    ],
    timeS: rows.map((r) => r.t),
    columns: [
      rows.map((r) => digits(1000 * r.hole, 0.01)),
      rows.map((r) => kPa(r.outletPa + noisePa * normalDraw(random))),
      rows.map((r) => kPa(r.sourcePa + noisePa * normalDraw(random))),
    ],
    endS,
  }
}
