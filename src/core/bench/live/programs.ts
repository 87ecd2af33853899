import { normalDraw } from '../../statistics'
import { RPM } from '../../units/rotation'
import { encoderCounts, pulseTimes, simulateSpinUp } from '../inertia/simulate-inertia'
import { GAS_CONSTANT } from '../../air'
import { CHOKED, tankCourse, tankPressures } from '../tank/tank-model'
import { simulateStand } from '../thrust/simulate-thrust'
import {
  QUIET_S,
  ROOM_PA,
  digits,
  hiddenMachine,
  kPa,
  goDraws,
  ownDraws,
  pressureColumn,
  sagging,
  type BenchAsked,
  type BenchProgram,
} from './asked'
import { brakeSteps, droopSteps, generatorSteps, ropeSteps } from './settled-programs'

/** A flywheel spun up and left to coast; a count, times of marks, or speed. */
function spinUp(asked: BenchAsked): BenchProgram {
  const random = goDraws(asked)
  const { stallTorqueNm: stall, freeSpeedRadPerS: free, bend, torqueFollows, speedShare } = hiddenMachine(asked)
  const tau = (asked.inertiaKgM2 * free) / stall
  const openS = QUIET_S
  const shutS = openS + Math.min(60, Math.max(4, 3.2 * tau))
  // a known torque that holds it takes part in all of a go
  const held = asked.go % 2 === 1 ? Math.min(asked.brakeNm, 0.4 * stall) : 0
  const drag = [0.02 * stall + held, (0.01 * stall) / free, (0.015 * stall) / free ** 2] as const
  const endS = shutS + Math.min((60 / 14) * asked.coastsFor, Math.max(6, asked.coastsFor * tau))
  const rate = asked.kind === 'marks' ? 1000 : asked.readingsPerS
  const sag = sagging(asked)
  const motion = simulateSpinUp(
    {
      stallTorqueNm: stall,
      dragFreeSpeedRadPerS: free,
      bend,
      drag: [drag[0], drag[1], drag[2]],
      effectiveInertiaKgM2: asked.inertiaKgM2,
      openS,
      shutS,
      endS,
      speedShare,
    },
    1 / rate,
    (t) => 1 + torqueFollows * (sag(t - openS) - 1),
  )
  if (asked.kind === 'marks') {
    const patch = asked.faults.includes('patch') ? openS + 0.7 * (shutS - openS) : Infinity
    const noisy = asked.faults.includes('noise')
    const timeS = pulseTimes(motion, {
      perTurn: asked.perTurn,
      tickS: 4e-6,
      jitterS: 1e-5,
      missedShare: noisy ? 0.004 : 0.0005,
      doubledShare: noisy ? 0.004 : 0,
      seed: asked.seed + 1 + asked.go,
    }).filter((t) => t < patch)
    const channels = [
      { name: 'mark', unit: 'count', perTurn: asked.perTurn },
      { name: 'pressure', unit: 'kPa' },
    ]
    return {
      channels,
      timeS,
      columns: [timeS.map((_, i) => i + 1), pressureColumn(asked, timeS, openS, shutS, random)],
      endS,
    }
  }
  const pressure = pressureColumn(asked, motion.timeS, openS, shutS, random)
  if (asked.kind === 'speed') {
    const noise = asked.faults.includes('noise') ? 0.01 : 0.002
    const rpm = motion.speedRadPerS.map((w) =>
      digits((w * asked.sensorRatio * (1 + noise * normalDraw(random))) / RPM, 0.1),
    )
    return {
      channels: [
        { name: 'speed', unit: 'rpm' },
        { name: 'pressure', unit: 'kPa' },
      ],
      timeS: motion.timeS,
      columns: [rpm, pressure],
      endS,
    }
  }
  const counts = encoderCounts(motion.angleRad, motion.speedRadPerS, {
    countsPerRad: asked.perTurn / (2 * Math.PI),
    timeJitterS: 2e-5,
    seed: asked.seed + 1 + asked.go,
  })
  return {
    channels: [
      { name: 'angle', unit: 'count', perTurn: Math.round(asked.perTurn / asked.sensorRatio) },
      { name: 'pressure', unit: 'kPa' },
    ],
    timeS: motion.timeS,
    columns: [counts, pressure],
    endS,
  }
}

/** The push of one go, the stand's ring, and the share by which its cell reads too much. Tests are told. */
export function hiddenPush(asked: BenchAsked) {
  const random = goDraws(asked)
  const push = {
    kind: 'regulated',
    forceN: asked.thrustN * (0.88 + 0.16 * ownDraws(asked)()),
    opensInS: 0.15,
    lastsS: 12 + 6 * random(),
    endShare: asked.faults.includes('sag') ? 0.7 : 0.95,
  } as const
  return { push, ringHz: 10 + 4 * random(), span: 0.003 * normalDraw(random) }
}

/** A push against a load cell. */
function standPush(asked: BenchAsked): BenchProgram {
  const { push, ringHz, span } = hiddenPush(asked)
  const peak = push.forceN
  const { timeS, forceN } = simulateStand({
    push,
    openS: QUIET_S,
    endS: QUIET_S + push.lastsS + 6,
    stepS: 1 / Math.min(asked.readingsPerS, 80),
    ring: { frequencyHz: ringHz, dampingRatio: 0.06 },
    offsetN: 0.02 * peak,
    driftNPerS: asked.faults.includes('drift') ? 0.002 * peak : 1e-4 * peak,
    noiseN: (asked.faults.includes('noise') ? 0.006 : 0.002) * peak,
    windN: asked.faults.includes('noise') ? 0.004 * peak : 0,
    windS: 0.4,
    resolutionN: 1e-4,
    span,
    seed: asked.seed + 2 + asked.go,
  })
  return {
    channels: [{ name: 'thrust', unit: 'N' }],
    timeS,
    columns: [Array.from(forceN, (f) => digits(f, 1e-4))],
    endS: timeS[timeS.length - 1],
  }
}

/** Of what the air leaves by: its true effective area. Nobody at the bench is told; tests are. */
export const hiddenArea = (asked: BenchAsked): number => asked.effectiveAreaM2 * (0.9 + 0.15 * ownDraws(asked)())

const ROOM_K = 293.15
/** In what time a vessel at a steady temperature loses all but the e-th part of its air through a choked area. */
const emptiesInS = (volumeM3: number, areaM2: number): number =>
  volumeM3 / (CHOKED * areaM2 * Math.sqrt(GAS_CONSTANT * ROOM_K))
/** How its wall warms the air, W/K: another draw than its area's. */
const wallOf = (asked: BenchAsked, least: number, more: number): number => {
  const own = ownDraws(asked)
  own()
  return least + more * own()
}

/** A vessel that empties through a hole. */
function tankFall(asked: BenchAsked): BenchProgram {
  const random = goDraws(asked)
  const area = hiddenArea(asked)
  const tau = emptiesInS(asked.volumeM3, area)
  const endS = QUIET_S + Math.min(180, 2.2 * tau)
  const rate = Math.min(asked.readingsPerS, 20)
  const timeS = Array.from({ length: Math.floor(endS * rate) + 1 }, (_, i) => i / rate)
  const noise = asked.faults.includes('noise') ? 900 : 200
  const gauge = tankPressures(
    {
      volumeM3: asked.volumeM3,
      startPaAbs: asked.gaugePressurePa + ROOM_PA,
      wallK: ROOM_K,
      roomPaAbs: ROOM_PA,
      effectiveAreaM2: area,
      wallWPerK: wallOf(asked, 2, 4),
    },
    timeS.map((t) => Math.max(0, t - QUIET_S)),
    1000,
  ).map((p) => kPa(p - ROOM_PA + noise * normalDraw(random)))
  return { channels: [{ name: 'pressure', unit: 'kPa' }], timeS, columns: [gauge], endS }
}

/** Share of its pressure at which a machine stops turning. */
const STOPS = 0.15

/**
 * A bottle that runs down through a machine until it stops; what is left stays in the bottle. Row by row, and the air
 * that went while it turned, kg. Tests are told.
 */
export function hiddenBottleRun(asked: BenchAsked) {
  const { stallTorqueNm, freeSpeedRadPerS } = hiddenMachine(asked)
  const area = hiddenArea(asked)
  const start = asked.gaugePressurePa
  const stopPa = STOPS * start
  const most = Math.min(240, 6 * emptiesInS(asked.volumeM3, area))
  const rate = Math.min(asked.readingsPerS, 20)
  const times = Array.from({ length: Math.floor(most * rate) + 1 }, (_, i) => i / rate)
  const { paAbs, kg } = tankCourse(
    {
      volumeM3: asked.volumeM3,
      startPaAbs: start + ROOM_PA,
      wallK: ROOM_K,
      roomPaAbs: ROOM_PA,
      effectiveAreaM2: area,
      wallWPerK: wallOf(asked, 0.5, 1),
    },
    times,
    1000,
  )
  const falling = paAbs.map((p) => p - ROOM_PA)
  const stops = falling.findIndex((p) => p <= stopPa)
  const runs = stops < 0 ? falling.length : Math.max(1, stops)
  const lag = (asked.inertiaKgM2 * freeSpeedRadPerS) / stallTorqueNm
  const rest = Math.round(QUIET_S * rate)
  const coasts = Math.ceil((8 * lag + 4) * rate)
  let speed = 0
  const timeS = Array.from({ length: rest + runs + coasts }, (_, i) => i / rate)
  const rows = timeS.map((t, i) => {
    const k = i - rest
    const gauge = falling[Math.min(Math.max(0, k), runs - 1)]
    const driven = k >= 0 && k < runs
    const target = driven && gauge > stopPa ? freeSpeedRadPerS * Math.sqrt((gauge - stopPa) / (start - stopPa)) : 0
    speed += (target - speed) * (1 - Math.exp(-1 / rate / Math.max(0.05, lag)))
    // friction stops at last what a lag never would
    if (!driven && speed < 0.02 * freeSpeedRadPerS) speed = 0
    return { t, gaugePa: gauge, speedRadPerS: Math.max(0, speed) }
  })
  return { rows, airKg: kg[0] - kg[runs - 1] }
}

function bottleRun(asked: BenchAsked): BenchProgram {
  const random = goDraws(asked)
  const { rows } = hiddenBottleRun(asked)
  const noise = asked.faults.includes('noise') ? 0.008 : 0.002
  const gaugeNoise = asked.faults.includes('noise') ? 900 : 200
  const speed = rows.map((r) => r.speedRadPerS * Math.max(0, 1 + noise * normalDraw(random)))
  return {
    channels: [
      { name: 'speed', unit: 'rpm' },
      { name: 'pressure', unit: 'kPa' },
    ],
    timeS: rows.map((r) => r.t),
    columns: [
      speed.map((w) => digits((w * asked.perTurn) / RPM, 1)),
      rows.map((r) => kPa(r.gaugePa + gaugeNoise * normalDraw(random))),
    ],
    endS: rows[rows.length - 1].t,
  }
}

/** One go at the bench that was asked for. Pure: the seed decides all that is drawn. */
export function benchProgram(asked: BenchAsked): BenchProgram {
  if (asked.kind === 'brake') return brakeSteps(asked)
  if (asked.kind === 'generator') return generatorSteps(asked)
  if (asked.kind === 'rope') return ropeSteps(asked)
  if (asked.kind === 'droop') return droopSteps(asked)
  if (asked.kind === 'bottle') return bottleRun(asked)
  if (asked.kind === 'stand') return standPush(asked)
  if (asked.kind === 'tank') return tankFall(asked)
  return spinUp(asked)
}
