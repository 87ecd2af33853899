import { jetSpeedFollows } from '../inertia/pressure-drive'
import { normalDraw, seededRandom } from '../../statistics'

/** What can go wrong at a simulated bench. */
export const BENCH_FAULTS = ['sag', 'noise', 'drop-outs', 'drift', 'patch', 'bad-lines', 'link'] as const
export type BenchFault = (typeof BENCH_FAULTS)[number]

/**
 * What can be stood in for: a flywheel or a rotor alone by count, marks or speed; settled loads; a push; a vessel that
 * empties, alone or through a machine.
 */
export const BENCH_KINDS = [
  'count',
  'marks',
  'speed',
  'brake',
  'generator',
  'rope',
  'droop',
  'stand',
  'tank',
  'bottle',
] as const

/**
 * One go at a bench: the valve is opened, the machine does what it does, the valve is shut, it comes to rest. Columns
 * by channel.
 */
export interface BenchProgram {
  readonly channels: readonly { readonly name: string; readonly unit: string; readonly perTurn?: number }[]
  readonly timeS: ArrayLike<number>
  readonly columns: readonly ArrayLike<number>[]
  readonly endS: number
}

/**
 * What a simulated bench is asked for: the rig as it stands, and the machine's size. Its true figures are drawn from
 * the seed, and nobody is told.
 */
export interface BenchAsked {
  readonly kind: (typeof BENCH_KINDS)[number]
  readonly seed: number
  readonly readingsPerS: number
  readonly faults: readonly BenchFault[]
  readonly gaugePressurePa: number
  /** Torque at standstill and speed without load of such a machine. */
  readonly stallTorqueNm: number
  readonly freeSpeedRadPerS: number
  /** Share of its torque's fall that goes with the square of the speed. */
  readonly bend: number
  /** Of all that turns, seen from the rotor. */
  readonly inertiaKgM2: number
  /** Counts, marks or periods of one turn of the rotor; turns of the sensor's shaft for one of the rotor. */
  readonly perTurn: number
  readonly sensorRatio: number
  /** Lever of what holds the rotor, seen from the rotor. */
  readonly armM: number
  /** How far a rope lies round its drum. */
  readonly wrapRad: number
  readonly thrustN: number
  readonly volumeM3: number
  readonly effectiveAreaM2: number
  /** Before a regulator, and the holes behind it as the rig takes them to be. */
  readonly sourceGaugePa: number
  readonly discharge: number
  readonly edge: 'sharp' | 'rounded'
  /** A known torque that holds what turns on every other go, seen from the rotor; 0: none. */
  readonly brakeNm: number
  /** How long it is left to coast, in times of its rise: some fourteen to half its speed, forty until it stands. */
  readonly coastsFor: number
  /** How many goes of the same machine went before. */
  readonly go: number
}

export const ROOM_PA = 101_325
export const QUIET_S = 3
export const kPa = (pa: number) => Math.round(pa / 100) / 10
export const digits = (value: number, step: number) => Number((Math.round(value / step) * step).toFixed(9))

/** How the regulator holds its pressure from the opening on, over the set one. */
export const sagging = (asked: BenchAsked) => {
  const share = asked.faults.includes('sag') ? 0.06 : 0.01
  return (since: number) => 1 - share * (1 - Math.exp(-Math.max(0, since) / 4))
}

/**
 * The machine that stands on the bench: near what was asked for, never the same. Nobody at the bench is told; tests
 * are.
 */
export function hiddenMachine({ seed, stallTorqueNm, freeSpeedRadPerS, bend, gaugePressurePa }: BenchAsked): {
  readonly stallTorqueNm: number
  readonly freeSpeedRadPerS: number
  readonly bend: number
  /** Change of its torque at rest with the gauge pressure, each over itself. */
  readonly torqueFollows: number
  /** By what share of that its drag-free speed changes. */
  readonly speedShare: number
} {
  const random = seededRandom(seed)
  return {
    stallTorqueNm: stallTorqueNm * (0.86 + 0.2 * random()),
    freeSpeedRadPerS: freeSpeedRadPerS * (0.92 + 0.1 * random()),
    torqueFollows: 0.95 + 0.1 * normalDraw(random),
    speedShare: jetSpeedFollows(gaugePressurePa) + 0.12 * normalDraw(random),
    bend: bend + 0.08 * normalDraw(random),
  }
}

/** What is left of a torque at a share of the speed at which it is gone. */
export const torqueLeft = (bend: number, share: number): number => 1 - (1 - bend) * share - bend * share * share

/** What is the machine's own, the same on each go. */
export const ownDraws = ({ seed }: BenchAsked): (() => number) => seededRandom(seed + 104_729)
/** What is drawn anew on each go. */
export const goDraws = ({ seed, go }: BenchAsked): (() => number) => seededRandom(seed + 7919 + go)

/** Supply as a column beside a trace: at the set pressure while shut, sagging while it flows. */
export function pressureColumn(
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
