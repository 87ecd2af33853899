import { normalDraw, seededRandom } from '../../statistics'
import { STANDARD_GRAVITY } from '../../units/gravity'
import { RPM } from '../../units/rotation'
import { encoderCounts, pulseTimes, simulateSpinUp } from '../simulate-inertia'
import { tankPressures } from '../tank/tank-model'
import { simulateStand } from '../thrust/simulate-thrust'

/** What can go wrong at a simulated bench. */
export const BENCH_FAULTS = ['sag', 'noise', 'drop-outs', 'drift', 'patch', 'bad-lines', 'link'] as const
export type BenchFault = (typeof BENCH_FAULTS)[number]

/** One go at a bench: the valve is opened, the machine does what it does, the valve is shut, it comes to rest. Columns by channel. */
export interface BenchProgram {
  readonly channels: readonly { readonly name: string; readonly unit: string; readonly perTurn?: number }[]
  readonly timeS: ArrayLike<number>
  readonly columns: readonly ArrayLike<number>[]
  readonly endS: number
}

/** What a simulated bench is asked for: the rig as it stands, and the machine's size. Its true figures are drawn from the seed, and nobody is told. */
export interface BenchAsked {
  readonly kind: 'count' | 'marks' | 'speed' | 'brake' | 'generator' | 'stand' | 'tank'
  readonly seed: number
  readonly readingsPerS: number
  readonly faults: readonly BenchFault[]
  readonly gaugePressurePa: number
  /** Torque at standstill and speed without load of such a machine. */
  readonly stallTorqueNm: number
  readonly freeSpeedRadPerS: number
  /** Of all that turns, seen from the rotor. */
  readonly inertiaKgM2: number
  /** Counts, marks or periods of one turn of the rotor; turns of the sensor's shaft for one of the rotor. */
  readonly perTurn: number
  readonly sensorRatio: number
  readonly armM: number
  readonly thrustN: number
  readonly volumeM3: number
  readonly effectiveAreaM2: number
}

const ROOM_PA = 101_325
const QUIET_S = 3
const kPa = (pa: number) => Math.round(pa / 100) / 10
const digits = (value: number, step: number) => Number((Math.round(value / step) * step).toFixed(9))

/** How the regulator holds its pressure from the opening on, over the set one. */
const sagging = (asked: BenchAsked) => {
  const share = asked.faults.includes('sag') ? 0.06 : 0.01
  return (since: number) => 1 - share * (1 - Math.exp(-Math.max(0, since) / 4))
}

/** The machine that stands on the bench: near what was asked for, never the same. Nobody at the bench is told; tests are. */
export function hiddenMachine({ seed, stallTorqueNm, freeSpeedRadPerS }: BenchAsked): {
  readonly stallTorqueNm: number
  readonly freeSpeedRadPerS: number
} {
  const random = seededRandom(seed)
  return {
    stallTorqueNm: stallTorqueNm * (0.86 + 0.2 * random()),
    freeSpeedRadPerS: freeSpeedRadPerS * (0.92 + 0.1 * random()),
  }
}

/** Supply as a column beside a trace: at the set pressure while shut, sagging while it flows. */
function pressureColumn(
  asked: BenchAsked,
  timeS: ArrayLike<number>,
  openS: number,
  shutS: number,
  random: () => number,
) {
  const sag = sagging(asked)
  const noise = asked.faults.includes('noise') ? 0.006 : 0.0015
  return Array.from(timeS, (t) =>
    kPa(asked.gaugePressurePa * ((t < openS || t > shutS ? 1 : sag(t - openS)) + noise * normalDraw(random))),
  )
}

/** A flywheel spun up and left to coast; a count, times of marks, or speed. */
function spinUp(asked: BenchAsked): BenchProgram {
  const random = seededRandom(asked.seed + 7919)
  const { stallTorqueNm: stall, freeSpeedRadPerS: free } = hiddenMachine(asked)
  const tau = (asked.inertiaKgM2 * free) / stall
  const openS = QUIET_S
  const shutS = openS + Math.min(60, Math.max(4, 3.2 * tau))
  const drag = [0.02 * stall, (0.01 * stall) / free, (0.015 * stall) / free ** 2] as const
  const endS = shutS + Math.min(60, Math.max(6, 14 * tau))
  const rate = asked.kind === 'marks' ? 1000 : asked.readingsPerS
  const sag = sagging(asked)
  const gauge = asked.gaugePressurePa
  const motion = simulateSpinUp(
    {
      stallTorqueNm: stall,
      dragFreeSpeedRadPerS: free,
      drag: [drag[0], drag[1], drag[2]],
      effectiveInertiaKgM2: asked.inertiaKgM2,
      openS,
      shutS,
      endS,
    },
    1 / rate,
    (t) => (gauge * sag(t - openS) + ROOM_PA) / (gauge + ROOM_PA),
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
      seed: asked.seed + 1,
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
    seed: asked.seed + 1,
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

const LOADS = [0.93, 0.8, 0.68, 0.56, 0.44, 0.33] as const
const SETTLE_S = 0.6

/** Steps of a load, each held for a while; the shaft comes to each with a lag. */
function* held(asked: BenchAsked, random: () => number) {
  const { stallTorqueNm: stall, freeSpeedRadPerS: free } = hiddenMachine(asked)
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
      torque: running ? Math.max(0, stall * drive * (1 - speed / free)) : 0,
      endS,
      noise,
    }
  }
}

/** An arm on a scale at several settings of the brake, the scale at rest first. */
function brakeSteps(asked: BenchAsked): BenchProgram {
  const random = seededRandom(asked.seed + 7919)
  const tareN = 0.02 + 0.03 * random()
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
function generatorSteps(asked: BenchAsked): BenchProgram {
  const random = seededRandom(asked.seed + 7919)
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

/** A push against a load cell. */
function standPush(asked: BenchAsked): BenchProgram {
  const random = seededRandom(asked.seed + 7919)
  const peak = asked.thrustN * (0.88 + 0.16 * random())
  const lastsS = 12 + 6 * random()
  const { timeS, forceN } = simulateStand({
    push: {
      kind: 'regulated',
      forceN: peak,
      opensInS: 0.15,
      lastsS,
      endShare: asked.faults.includes('sag') ? 0.7 : 0.95,
    },
    openS: QUIET_S,
    endS: QUIET_S + lastsS + 6,
    stepS: 1 / Math.min(asked.readingsPerS, 80),
    ring: { frequencyHz: 10 + 4 * random(), dampingRatio: 0.06 },
    offsetN: 0.02 * peak,
    driftNPerS: asked.faults.includes('drift') ? 0.002 * peak : 1e-4 * peak,
    noiseN: (asked.faults.includes('noise') ? 0.006 : 0.002) * peak,
    windN: asked.faults.includes('noise') ? 0.004 * peak : 0,
    windS: 0.4,
    resolutionN: 1e-4,
    span: 0.003 * normalDraw(random),
    seed: asked.seed + 2,
  })
  return {
    channels: [{ name: 'thrust', unit: 'N' }],
    timeS,
    columns: [Array.from(forceN, (f) => digits(f, 1e-4))],
    endS: timeS[timeS.length - 1],
  }
}

/** A vessel that empties through a hole. */
function tankFall(asked: BenchAsked): BenchProgram {
  const random = seededRandom(asked.seed + 7919)
  const area = asked.effectiveAreaM2 * (0.9 + 0.15 * random())
  const tau = asked.volumeM3 / (0.6847 * area * Math.sqrt(287.05 * 293.15))
  const endS = QUIET_S + Math.min(180, 2.2 * tau)
  const rate = Math.min(asked.readingsPerS, 20)
  const timeS = Array.from({ length: Math.floor(endS * rate) + 1 }, (_, i) => i / rate)
  const noise = asked.faults.includes('noise') ? 900 : 200
  const gauge = tankPressures(
    {
      volumeM3: asked.volumeM3,
      startPaAbs: asked.gaugePressurePa + ROOM_PA,
      wallK: 293.15,
      roomPaAbs: ROOM_PA,
      effectiveAreaM2: area,
      wallWPerK: 2 + 4 * random(),
    },
    timeS.map((t) => Math.max(0, t - QUIET_S)),
    1000,
  ).map((p) => kPa(p - ROOM_PA + noise * normalDraw(random)))
  return { channels: [{ name: 'pressure', unit: 'kPa' }], timeS, columns: [gauge], endS }
}

/** One go at the bench that was asked for. Pure: the seed decides all that is drawn. */
export function benchProgram(asked: BenchAsked): BenchProgram {
  if (asked.kind === 'brake') return brakeSteps(asked)
  if (asked.kind === 'generator') return generatorSteps(asked)
  if (asked.kind === 'stand') return standPush(asked)
  if (asked.kind === 'tank') return tankFall(asked)
  return spinUp(asked)
}
