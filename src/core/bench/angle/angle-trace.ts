import { bridge } from './bridge'
import { risingRows } from './clean-time'
import { fineEnough } from './coarse-times'
import { pick } from './counter'
import { recountGaps } from './gap-count'
import { countMarks } from './marks'
import { RepairCount, type RepairedTrace, type SensorScale } from './repair'

/** Rotor angle from speed readings (rad/s of the sensor's shaft), summed by trapezoids. */
export function angleOfSpeed(
  timeS: Float64Array,
  speedRadPerS: Float64Array,
  rotorTurnsPerSensorTurn: number,
): RepairedTrace {
  const { rows, repairs } = risingRows(timeS, speedRadPerS)
  const t = pick(timeS, rows)
  const w = pick(speedRadPerS, rows)
  const angleRad = new Float64Array(t.length)
  for (let i = 1; i < t.length; i++)
    angleRad[i] = angleRad[i - 1] + 0.5 * (w[i] + w[i - 1]) * (t[i] - t[i - 1]) * rotorTurnsPerSensorTurn
  return { trace: { timeS: t, angleRad, noiseOn: 'speed' }, repairs }
}

/**
 * Rotor angle from the times of single marks, with doubled marks dropped and missed ones counted in; see `countMarks`.
 * Where the device numbers its marks, those whose lines were lost are counted for certain. Gaps that could be read two
 * ways are told with both.
 * @throws PhysicsError MARKS_COARSE where the times are too coarse to count by.
 */
export function angleOfPulses(
  pulseTimeS: Float64Array,
  scale: SensorScale,
  sentNumber: Float64Array | null = null,
): RepairedTrace {
  fineEnough(pulseTimeS)
  const { rows, repairs } = risingRows(pulseTimeS, pulseTimeS)
  const bridged = bridge(pick(pulseTimeS, rows), sentNumber && pick(sentNumber, rows))
  const counted = countMarks(bridged.timeS)
  const arrived = (t: number) => !bridged.put.has(t)
  const [doubled, missed, undecided, lost] = [
    new RepairCount(),
    new RepairCount(),
    new RepairCount(),
    new RepairCount(),
  ]
  for (const at of counted.doubledAtS) if (arrived(at)) doubled.add(at)
  for (const { atS, marks } of counted.missed) missed.add(atS, marks)
  for (const { atS } of counted.undecided) undecided.add(atS)
  if (bridged.put.size > 0) lost.add(bridged.firstAtS, bridged.put.size)
  const perMark = (2 * Math.PI * scale.rotorTurnsPerSensorTurn) / scale.countsPerTurn
  const [first] = counted.undecided
  const kept = bridged.put.size === 0 ? null : counted.timeS.map((t) => (arrived(t) ? 1 : 0))
  const { number, recounted } = kept
    ? recountGaps(counted.timeS, counted.number, (i) => kept[i] === 1)
    : { number: counted.number, recounted: [] }
  for (const { atS, marks } of recounted) (marks > 0 ? missed : doubled).add(atS, Math.abs(marks))
  const own = (values: Float64Array) => (kept ? values.filter((_, i) => kept[i] === 1) : values)
  return {
    trace: { timeS: own(counted.timeS), angleRad: own(number.map((m) => m * perMark)) },
    repairs: [
      ...repairs,
      ...doubled.report('double pulse'),
      ...missed.report('missed pulse'),
      ...lost.report('lost mark'),
      ...undecided.report('undecided gap', first && { taken: first.taken, other: first.other }),
    ],
  }
}
