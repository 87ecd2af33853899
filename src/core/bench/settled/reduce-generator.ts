import { said, type Said } from '../../said'
import { maximise } from '../../numerics'
import {
  COVERAGE_95,
  linearLeastSquares,
  median,
  scatteredCovariance,
  studentT95,
  type Measured,
} from '../../statistics'
import { carriedTo, type Carried } from './carried'
import { AT_REST, settledFault, settledFigures, type SettledReduction } from './reduce-brake'
import { lineAt, type TorquePoint } from './torque-line'

/** One settled reading of a generator behind its rectifier. */
export interface GeneratorReading {
  readonly voltageV: number
  readonly currentA: number
  /** Of one winding, rad/s electrical: frequency times 2π. */
  readonly sensorRadPerS: number
  readonly gaugePressurePa?: number
}

export interface GeneratorRig {
  /** Periods of one winding in a turn. */
  readonly polePairs: number
  readonly voltageRelativeUncertainty: number
  readonly currentRelativeUncertainty: number
  /**
   * What the generator's own bearings, iron and brushes take, as torque: constant, and with speed; null where nobody
   * measured it.
   */
  readonly friction: {
    readonly torqueNm: number
    readonly torqueStandardUncertaintyNm: number
    readonly perSpeedNms: number
  } | null
}

export interface GeneratorSettings {
  readonly nominalGaugePressurePa: number | null
  readonly roomPaAbs: number
}

export interface GeneratorReduction extends SettledReduction {
  /** Voltage per speed, and resistance of its windings. */
  readonly constant: Measured
  readonly resistance: Measured
  /** Greatest electrical power of a reading, and the load at which it stood. */
  readonly electricalPower: Measured
  readonly atLoadOhm: number
  /** Load that takes most by the fitted lines. */
  readonly bestLoad: Measured
  /**
   * Friction was known: torques are those of the shaft; otherwise what reaches the windings, and the shaft gives more.
   */
  readonly ofShaft: boolean
  /** Electrical over shaft power in each point, in the order of the points. */
  readonly efficiency: readonly number[]
}

/** Readings beyond so many of the scatter are left out of constant and resistance. */
const ASIDE = 7

/** Slower than this share of the fastest, and with no more than this of the current, it only runs out. */
const RUNS_OUT = 0.05

/** Constant and resistance from V = k ω − R I over all loads; readings far off are left out. */
function windingOf(speeds: readonly number[], readings: readonly GeneratorReading[]) {
  let kept = readings.map(() => true)
  for (let round = 0; ; round++) {
    const chosen = readings.flatMap((_, i) => (kept[i] ? [i] : []))
    const fitted = linearLeastSquares(
      chosen.map((i) => [speeds[i], -readings[i].currentA]),
      chosen.map((i) => readings[i].voltageV),
      chosen.map(() => 1),
      'residual',
    )
    if (fitted.status !== 'fitted' || fitted.degreesOfFreedom < 1) return null
    const [k, r] = fitted.parameters
    const off = readings.map((x, i) => Math.abs(x.voltageV - k * speeds[i] + r * x.currentA))
    const scatter = Math.max(1.4826 * median(chosen.map((i) => off[i])), Math.sqrt(fitted.reducedChiSquare) / 2, 1e-9)
    const next = off.map((d) => d <= ASIDE * scatter)
    if (round > 6 || next.every((n, i) => n === kept[i])) {
      const wide = studentT95(fitted.degreesOfFreedom) / COVERAGE_95
      const spread = scatteredCovariance(
        chosen.map((i) => [speeds[i], -readings[i].currentA]),
        chosen.map((i) => readings[i].voltageV),
        fitted,
      )
      return { k, r, u: spread.map((row, j) => wide * Math.sqrt(row[j])), kept }
    }
    if (next.filter(Boolean).length < 4) return null
    kept = next
  }
}

/**
 * What a turbine gives from voltage and current of a generator at several loads: its constant and winding resistance
 * from V = k ω − R I, torque into the windings k I (power V I + I² R), its own friction added where it is known.
 * Electrical power alone understates the shaft: a generator shows some 3 W where a brake shows nearly 10 W on the same
 * turbine (common practice, no source).
 * What stands before and after is left out: it tells neither windings nor torque.
 * Range: five readings or more at three loads, direct current behind the rectifier. Uncertainty by JCGM 100.
 * @throws PhysicsError FEW_LOADS, FEW_SETTINGS, NO_FALL.
 */
export function reduceGenerator(
  all: readonly GeneratorReading[],
  rig: GeneratorRig,
  settings: GeneratorSettings,
): GeneratorReduction {
  const fastest = Math.max(...all.map((x) => x.sensorRadPerS)) / rig.polePairs
  const most = Math.max(...all.map((x) => x.currentA))
  const turns = (x: GeneratorReading) =>
    x.sensorRadPerS / rig.polePairs >= Math.max(AT_REST, RUNS_OUT * fastest) ||
    (x.currentA > RUNS_OUT * most && x.sensorRadPerS > 0)
  const rows = all.flatMap((x, i) => (turns(x) ? [i + 1] : []))
  const readings = rows.map((row) => all[row - 1])
  const speeds = readings.map((r) => r.sensorRadPerS / rig.polePairs)
  const winding = readings.length >= 5 ? windingOf(speeds, readings) : null
  if (!winding || !(winding.k > 0))
    throw settledFault(
      'FEW_LOADS',
      `${readings.length} readings that turn do not tell the generator’s constant and resistance.`,
      'Take readings at three loads or more, one of them open, and look whether voltage and current are in the right columns.',
    )
  const { k, r } = winding
  const { friction } = rig
  const supply = carriedTo(
    readings.map((x) => x.gaugePressurePa),
    settings.nominalGaugePressurePa,
    settings.roomPaAbs,
  )
  const own = (w: number) => (friction ? friction.torqueNm + friction.perSpeedNms * w : 0)
  const pointsBy = (factor: Carried['factor']) =>
    readings.map((x, i): TorquePoint => ({
      speedRadPerS: speeds[i],
      torqueNm: (k * x.currentA + own(speeds[i])) * factor(x.gaugePressurePa),
    }))
  const points = pointsBy(supply.factor)
  const meters = Math.hypot(rig.voltageRelativeUncertainty, rig.currentRelativeUncertainty)
  const constantU = Math.hypot(meters, winding.u[0] / k)
  const found = settledFigures(points, rows, {
    resolutionNm: 1e-7,
    // what the meters read wrong does not move the friction: the free speed follows the difference
    sharedNm: Math.hypot(friction?.torqueStandardUncertaintyNm ?? 0, constantU * own(median(speeds))),
    shared: constantU,
    other: pointsBy(supply.other),
  })
  const electrical = readings.map((x) => x.voltageV * x.currentA)
  const top = electrical.reduce((best, p, i) => (winding.kept[i] && p > electrical[best] ? i : best), 0)
  // at one load: readings of it that agree
  const peers = electrical.filter(
    (_, i) => Math.abs(speeds[i] / speeds[top] - 1) < 0.03 && Math.abs(electrical[i] / electrical[top] - 1) < 0.1,
  )
  const meanTop = peers.reduce((s, p) => s + p, 0) / peers.length
  const spread = Math.sqrt(peers.reduce((s, p) => s + (p - meanTop) ** 2, 0) / Math.max(1, peers.length - 1))
  const atLoad = (ohm: number) => {
    // current where the machine's line meets the winding at this load
    let [low, high] = [0, found.freeSpeed.value]
    for (let i = 0; i < 50; i++) {
      const w = (low + high) / 2
      const current = (k * w) / (r + ohm)
      if (lineAt(found.line, w) > k * current + own(w)) low = w
      else high = w
    }
    const current = (k * low) / (r + ohm)
    return current ** 2 * ohm
  }
  const best = Math.exp(maximise((x) => atLoad(Math.exp(x)), Math.log(0.05 * r + 0.01), Math.log(1000 * r + 100)))
  const notes: Said[] = [...supply.notes, ...found.notes]
  if (!friction) notes.push(said('generator-friction-unknown'))
  notes.push(said('generator-understates', { electricalW: meanTop, shaftW: found.peakPower.value }))
  return {
    ...found,
    constant: {
      value: k,
      standardUncertainty: Math.hypot(winding.u[0], k * rig.voltageRelativeUncertainty),
      unit: 'V·s',
    },
    resistance: { value: r, standardUncertainty: Math.hypot(winding.u[1], r * meters), unit: 'Ω' },
    electricalPower: {
      value: meanTop,
      standardUncertainty: Math.hypot(
        peers.length > 1 ? spread / Math.sqrt(peers.length) : 0.02 * meanTop,
        meters * meanTop,
      ),
      unit: 'W',
    },
    atLoadOhm: readings[top].voltageV / Math.max(1e-9, readings[top].currentA),
    // flat at its top: a tenth in load is half a per cent in power
    bestLoad: { value: best, standardUncertainty: 0.1 * best, unit: 'Ω' },
    ofShaft: friction !== null,
    efficiency: points.map((p, i) => electrical[i] / Math.max(1e-9, p.torqueNm * p.speedRadPerS)),
    mostTakenW: Math.max(...electrical),
    nominalGaugePressurePa: supply.nominalGaugePa,
    pressurePa: supply.pressurePa,
    sharedRelativeUncertainty: meters,
    notes,
  }
}
