import { GAMMA, GAS_CONSTANT } from '../../air'
import { dragTorque, type Drag } from '../../engine'
import { said, type Said } from '../../said'
import { mean, median, type Measured } from '../../statistics'
import { wallConductance } from '../../supply'
import { RESTS, fault, firstFilling, soundRows, type RunDownTrace } from './rows'
import { warmthOf, type Warmth } from './warmth'
import { WIDE, area, highest, middles, noiseOf, noiseOver, smoothed, thinned } from './course'

export interface RunDownRig {
  /** The recorded thrust is multiplied by this; 1 where left out. */
  readonly scaleFactor?: number
  readonly volumeM3: number
  readonly volumeRelativeUncertainty: number
  /**
   * Standard uncertainty of the gauge's zero, Pa; of the thrust's span over itself; of the load's torque over itself.
   */
  readonly zeroUncertaintyPa: number
  readonly spanRelativeUncertainty: number
  readonly loadRelativeUncertainty: number
}

export interface RunDownSettings {
  readonly roomPaAbs: number
  readonly roomK: number
  /** What the machine turned, by its law; null where that is not known. */
  readonly load: Drag | null
}

export interface RunDownReduction {
  readonly runTime: Measured
  readonly peakSpeed: Measured
  readonly turns: Measured
  /** Air that left the vessel while it turned; of what it had above the room's pressure, the share left at the end. */
  readonly air: Measured | null
  readonly leftShare: number | null
  /** How much warmer than the room its air was at the opening, K. */
  readonly warmer: Warmth | null
  readonly airPerTurn: Measured | null
  readonly impulse: Measured | null
  readonly peakThrust: Measured | null
  /** Work of the shaft by its load's law, and by the air that it took, J/kg. */
  readonly shaftWork: Measured | null
  readonly workPerAir: Measured | null
  readonly startGaugePa: number | null
  readonly endGaugePa: number | null
  /** From when to when it turned, s. */
  readonly turned: { readonly fromS: number; readonly toS: number }
  readonly curve: {
    readonly timeS: readonly number[]
    readonly speedRadPerS: readonly number[]
    readonly gaugePa: readonly number[] | null
    readonly thrustN: readonly number[] | null
  }
  readonly sharedRelativeUncertainty: number
  readonly notes: readonly Said[]
}

/** It turns above this share of its greatest speed, and above so many times what is read at rest. */
const [TURNS, ABOVE_REST] = [0.01, 6] as const
/**
 * Of the rows after it has turned, those at the end that may be of rest, and by how much of their middle those scatter
 * from one to another.
 */
const [LAST, SCATTERS] = [0.1, 0.1] as const
/**
 * A row whose speed differs so much from its neighbours’ middle is a mark missed or read twice. Looked at twice: of
 * five rows with three such the middle one is one of them until its neighbours are put right.
 */
const [SPIKE, LOOKS] = [0.3, 2] as const
/** What straight lines between rows make of a course at best. */
const EVEN = 4e-4
const PEAK_SHARE = 0.01
/** Warmth of the air at the opening that is worth a word, K, and over its uncertainty, half of it being left open. */
const [WARM_K, TOLD] = [4, 1.6] as const

const measured = (value: number, standardUncertainty: number, unit: string): Measured => ({
  value,
  standardUncertainty,
  unit,
})

/**
 * Air that a vessel has lost since the first row, kg, from its pressure and how much warmer than its wall it began, K:
 * energy of its air, whose temperature follows from how fast the pressure falls and from the wall's heat.
 * dT/dt = T (p'/p + q/m), q = (H (Tw - T) - V p'/(gamma - 1)) / (cp T). Perfect gas.
 */
export function airGone(
  timeS: readonly number[],
  paAbs: readonly number[],
  volumeM3: number,
  wallK: number,
  wallWPerK: number,
  warmerK = 0,
): number {
  const cp = (GAMMA * GAS_CONSTANT) / (GAMMA - 1)
  let T = wallK + warmerK
  const most = Math.max(wallK, T) * 1.05
  const first = (paAbs[0] * volumeM3) / (GAS_CONSTANT * T)
  for (let i = 1; i < timeS.length; i++) {
    const dt = timeS[i] - timeS[i - 1]
    const p = 0.5 * (paAbs[i] + paAbs[i - 1])
    const slope = (paAbs[i] - paAbs[i - 1]) / dt
    // two half steps by the middle keep it second order
    const rate = (at: number) => {
      const m = (p * volumeM3) / (GAS_CONSTANT * at)
      const q = (wallWPerK * (wallK - at) - (volumeM3 * slope) / (GAMMA - 1)) / (cp * at)
      return at * (slope / p + q / m)
    }
    T += dt * rate(T + 0.5 * dt * rate(T))
    T = Math.min(most, Math.max(0.4 * wallK, T))
  }
  return first - (paAbs[paAbs.length - 1] * volumeM3) / (GAS_CONSTANT * T)
}

/** Speeds whose spikes are the middle of their neighbours, and how many were; what is below `rest` scatters as it may. */
function withoutSpikes(read: readonly number[], rest: number): { values: readonly number[]; spikes: number } {
  let [values, spikes] = [read, 0]
  for (let look = 0; look < LOOKS; look++) {
    const middle = middles(values)
    values = values.map((v, i) => {
      if (Math.abs(v - middle[i]) <= SPIKE * Math.max(middle[i], rest)) return v
      spikes++
      return middle[i]
    })
  }
  return { values, spikes }
}

/**
 * A whole run of a vessel through a machine: how long it turned, how fast, how often, with what air; thrust's impulse
 * where it was recorded, work of the shaft where the torque of its load is known.
 * Range: one run, at least 30 rows; of several the first, up to where the pressure shows another filling; rest before
 * it and after it make it surer. Error: see `npm run campaign`. Uncertainty by JCGM 100.
 * @throws PhysicsError FEW_ROWS, TIME_BACK, NO_TURNS.
 */
export function reduceRunDown(trace: RunDownTrace, rig: RunDownRig, settings: RunDownSettings): RunDownReduction {
  const [{ time, speed: read, gauge, thrust }, filledAtS] = firstFilling(soundRows(trace, rig.scaleFactor))
  const notes: Said[] = []
  if (filledAtS !== null) notes.push(said('run-filled-again', { atS: filledAtS }))
  const middle = middles(read)
  const sorted = [...middle].sort((a, b) => a - b)
  const top = sorted[Math.floor((1 - PEAK_SHARE) * (sorted.length - 1))]
  if (!(top > 1))
    throw fault(
      'NO_TURNS',
      'Nothing turns in this recording.',
      'Choose the column of the speed, and say in what unit it is.',
    )
  const { values: speed, spikes } = withoutSpikes(read, RESTS * top)
  if (spikes > 0) notes.push(said('run-spikes', { count: spikes }))
  const last = time.length - 1
  const least = Math.max(TURNS * top, ABOVE_REST * atRest(read, RESTS * top))
  const turns = (above: number): readonly [number, number] => {
    const from = middle.findIndex((w) => w > above)
    let to = last
    while (middle[to] <= above) to--
    return [from, to]
  }
  const [from, to] = turns(least)
  if (from === 0) notes.push(said('run-no-start'))
  if (to === last) notes.push(said('run-cut', { speedRadPerS: middle[last] }))
  const stepS = (time[last] - time[0]) / last
  // where it stops is known as well as the threshold says: three times of it
  const [early, late] = [turns(3 * least)[1], turns(least)[1]]
  // half a row more at either end
  const runS = time[to] - time[from] + stepS
  const stopU = (time[late] - time[early]) / (2 * Math.sqrt(3))
  const runTime = measured(runS, Math.hypot(stopU, stepS / 2), 's')
  const noise = noiseOver(speed, from, to)
  const smooth = smoothed(speed, from, to)
  const peak = highest(time, speed, from, to)
  const turned = (area(time, speed, from, to) + 0.5 * stepS * (speed[from] + speed[to])) / (2 * Math.PI)
  // half a row at either end, and what the noise of its rows sums to
  const turnsU = Math.hypot(
    (noise * stepS * Math.sqrt(to - from)) / (2 * Math.PI),
    (stepS * (speed[from] + speed[to])) / (2 * Math.PI * Math.sqrt(6)),
    EVEN * turned,
    (least * stopU) / (2 * Math.PI),
  )

  const vessel = gauge && vesselOf(time, gauge, from, to, rig, settings)
  if (vessel && vessel.warmer.value > Math.max(WARM_K, TOLD * vessel.warmer.standardUncertainty))
    notes.push(said('run-warm', { kelvin: vessel.warmer.value }))
  const pushed = thrust && pushOf(time, thrust, from, to, rig, notes)
  const work = workOf(time, smooth, from, to, settings)
  const workU = rig.loadRelativeUncertainty
  const shared = Math.max(vessel ? rig.volumeRelativeUncertainty : 0, thrust ? rig.spanRelativeUncertainty : 0)
  const curve = thinned(time, speed)
  return {
    runTime,
    peakSpeed: measured(peak.value, peak.u, 'rad/s'),
    turns: measured(turned, turnsU, '1'),
    air: vessel && vessel.air,
    leftShare: vessel && vessel.leftShare,
    warmer: vessel && vessel.warmer,
    airPerTurn:
      vessel &&
      measured(
        vessel.air.value / turned,
        (vessel.air.value / turned) * Math.hypot(vessel.air.standardUncertainty / vessel.air.value, turnsU / turned),
        'kg',
      ),
    impulse: pushed && pushed.impulse,
    peakThrust: pushed && pushed.peak,
    shaftWork: work === null ? null : measured(work, workU * work, 'J'),
    workPerAir:
      work === null || !vessel || !(vessel.air.value > 0)
        ? null
        : measured(
            work / vessel.air.value,
            (work / vessel.air.value) * Math.hypot(workU, vessel.air.standardUncertainty / vessel.air.value),
            'J/kg',
          ),
    startGaugePa: vessel && vessel.startPa,
    endGaugePa: vessel && vessel.endPa,
    turned: { fromS: time[from], toS: time[to] },
    curve: {
      timeS: curve.t,
      speedRadPerS: curve.v,
      gaugePa: gauge && thinned(time, gauge).v,
      thrustN:
        thrust &&
        thinned(
          time,
          thrust.map((f) => f - (pushed?.zeroN ?? 0)),
        ).v,
    },
    sharedRelativeUncertainty: shared,
    notes,
  }
}

/**
 * What is read while it stands: the less of what is read before it first turns and of what the last rows read, where
 * these scatter as a count of nothing does and do not coast still. 0 where there are no such rows.
 */
function atRest(read: readonly number[], quiet: number): number {
  const middle = middles(read)
  const before = middle.slice(
    0,
    Math.max(
      0,
      middle.findIndex((w) => w >= quiet),
    ),
  )
  const after = middle.findLastIndex((w) => w >= quiet) + 1
  const last = read.slice(Math.max(after, read.length - Math.max(2 * WIDE, Math.ceil(LAST * (read.length - after)))))
  const rests = [
    ...(before.length > WIDE ? [median(before)] : []),
    ...(last.length > WIDE && noiseOf(last) >= SCATTERS * median(last) ? [median(last)] : []),
  ]
  return rests.length > 0 ? Math.min(...rests) : 0
}

/** What left the vessel, with what is not known of its heat, its volume and the gauge's zero. */
function vesselOf(
  time: readonly number[],
  gauge: readonly number[],
  from: number,
  to: number,
  { volumeM3, volumeRelativeUncertainty, zeroUncertaintyPa }: RunDownRig,
  { roomPaAbs, roomK }: RunDownSettings,
) {
  const { t, v } = thinned(time.slice(from, to + 1), gauge.slice(from, to + 1))
  // readings before it turns tell the start better than the first row alone
  const startPa = from > 2 ? mean(gauge.slice(Math.max(0, from - 20), from)) : v[0]
  const endPa = v[v.length - 1]
  const abs = [startPa, ...v.slice(1)].map((p) => p + roomPaAbs)
  const warmth = (wallWPerK: number) => warmthOf(time, gauge, from, volumeM3, wallWPerK, abs[0], roomK)
  const gone = (wallWPerK: number, shift = 0, warmerK = warmth(wallWPerK).value) =>
    airGone(
      t,
      abs.map((p) => p + shift),
      volumeM3,
      roomK,
      wallWPerK,
      warmerK,
    )
  const wall = wallConductance(volumeM3)
  const warmer = warmth(wall)
  const airKg = gone(wall)
  const warmU = Math.abs(gone(wall, 0, warmer.value + warmer.standardUncertainty) - airKg)
  // the conductance is known within a factor of two either way, and the air as much warmer as it takes
  const heatU = Math.abs(gone(2 * wall) - gone(wall / 2)) / (2 * Math.sqrt(3))
  // a zero that is off shifts start and end alike: only the warmth between them tells it
  const zeroU = Math.abs(gone(wall, zeroUncertaintyPa) - airKg)
  const noise = noiseOf(gauge.slice(from, to + 1))
  const readU = (Math.SQRT2 * noise * volumeM3) / (GAS_CONSTANT * roomK)
  const above = (startPa * volumeM3) / (GAS_CONSTANT * (roomK + warmer.value))
  return {
    air: measured(airKg, Math.hypot(heatU, warmU, zeroU, readU, volumeRelativeUncertainty * airKg), 'kg'),
    leftShare: Math.max(0, 1 - airKg / above),
    startPa,
    endPa,
    warmer,
  }
}

/** Impulse and greatest thrust above the zero of before and after. */
function pushOf(
  time: readonly number[],
  thrust: readonly number[],
  from: number,
  to: number,
  { spanRelativeUncertainty }: RunDownRig,
  notes: Said[],
) {
  const [before, after] = [thrust.slice(0, Math.max(0, from - 1)), thrust.slice(to + 2)]
  const rests = [before, after].filter((r) => r.length > 2)
  if (rests.length === 0) notes.push(said('run-no-zero'))
  const zeroN = rests.length > 0 ? mean(rests.map((r) => mean(r))) : 0
  const noise = noiseOf(thrust)
  const scatter = noise ** 2 * rests.reduce((sum, r) => sum + 1 / r.length, 0)
  // what the zero crept by from before to after, beyond its noise, is not known in between
  const crept = rests.length > 1 ? (mean(before) - mean(after)) ** 2 : 0
  const creep = Math.sqrt(Math.max(0, crept - 2 * scatter) / 12)
  const zeroU = Math.hypot(creep, Math.sqrt(scatter) / Math.max(1, rests.length))
  const runS = time[to] - time[from]
  const pushed = area(time, thrust, from, to) - zeroN * runS
  // above its zero: how flat a top is goes by its height
  const top = highest(
    time,
    thrust.map((f) => f - zeroN),
    from,
    to,
  )
  const peakN = top.value
  return {
    zeroN,
    impulse: measured(
      pushed,
      Math.hypot(zeroU * runS, (noise * runS) / Math.sqrt(to - from), spanRelativeUncertainty * pushed, 1e-3 * pushed),
      'N·s',
    ),
    peak: measured(peakN, Math.hypot(zeroU, top.u, spanRelativeUncertainty * peakN), 'N'),
  }
}

/** Work that the load took by its own law, J; null where it is not known. */
function workOf(
  time: readonly number[],
  speed: readonly number[],
  from: number,
  to: number,
  { load }: RunDownSettings,
): number | null {
  if (!load) return null
  return area(
    time,
    speed.map((w) => dragTorque(load, w) * w),
    from,
    to,
  )
}
