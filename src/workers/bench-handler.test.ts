import { keptDemo } from '../project/demo/kept-demo'
import type { Run } from '../project/document'
import { mainMeasurement, measurementInputs, type InertiaRun } from '../project/measuring'
import { handedOver, handleBench, type TraceRequest } from './bench-handler'
import { RecordingWanted } from './job-faults'

const { project, recordings } = keptDemo()
const run = project.runs[0]
const rig = project.rigs[0]
const bytesOf = (of: Run) => recordings.get(mainMeasurement(of).recordingId ?? '') ?? new Uint8Array()
const bytes = bytesOf(run)

function reduced(key: string, of: Run, held: Uint8Array | null): InertiaRun {
  const inputs = measurementInputs(project, of, mainMeasurement(of))
  if (!inputs) throw new Error('the demo has all that it follows from')
  const { dialect, conditions } = inputs
  const reply = handleBench({ kind: 'reduce', key, bytes: held, dialect, conditions }, () => undefined)
  if (reply.kind !== 'reduce') throw new Error('not reduced')
  return reply.measured as InertiaRun
}

test('a preview shows the file as it was written and guesses its columns', () => {
  const preview = handleBench({ kind: 'preview', key: 'a', bytes, rig, dialect: null }, () => undefined)
  expect(preview).toMatchObject({
    kind: 'preview',
    rows: 14_001,
    headers: [{ header: 'time_ms', unit: 'ms' }, { header: 'wheel_count' }, { header: 'supply_kPa', unit: 'kPa' }],
    guess: {
      columns: {
        time: { header: 'time_ms', unit: 'ms' },
        signal: { header: 'wheel_count' },
        pressure: { header: 'supply_kPa', unit: 'kPa' },
      },
    },
  })
  if (preview.kind === 'preview') expect(preview.firstRows[1][0]).toBe(4)
})

test('a demo run reduces: power, pressure and nothing to mend; its figures go by the codes of the predicted ones', () => {
  const measured = reduced('a', run, bytes)
  expect(measured.detail.peakShaftPower.power.value).toBeGreaterThan(5)
  expect(measured.pressurePa?.mean).toBeGreaterThan(349e3)
  expect(measured.repairs).toEqual([])
  expect(measured.figures.find((f) => f.id === 'bestPowerW')?.value).toBe(measured.detail.peakShaftPower.power.value)
  const { over, lines } = measured.overSpeed ?? { over: [], lines: [] }
  expect(lines.map((l) => l.values.length)).toEqual([over.length, over.length])
})

test('a recording that was read once is reduced by its name alone, and asked for where it is not kept', () => {
  expect(reduced('a', run, null).detail.peakShaftPower).toEqual(reduced('a', run, bytes).detail.peakShaftPower)
  expect(() => reduced('never seen', run, null)).toThrow(RecordingWanted)
})

test('the honest fault in the demo is found and mended', () => {
  const faulty = project.runs.find((r) => r.notes.includes('peel'))
  if (!faulty) throw new Error('the demo has a run with a peeling mark')
  const { repairs } = reduced('f', faulty, bytesOf(faulty))
  expect(repairs[0]).toMatchObject({ kind: 'missed pulse' })
  expect(repairs[0].count).toBeGreaterThan(40)
})

test('what cannot be read is said, as a fault of the input', () =>
  expect(() =>
    handleBench(
      { kind: 'preview', key: 'z', bytes: new TextEncoder().encode('a,b\n'), rig, dialect: null },
      () => undefined,
    ),
  ).toThrow(/No data rows/))

describe('a column reading by reading', () => {
  const csv = (rows: readonly (readonly number[])[]) =>
    new TextEncoder().encode(['time_ms,count,supply_kPa', ...rows.map((r) => r.join(',')), ''].join('\n'))
  const rows = Array.from({ length: 40 }, (_, i) => [4 * i, 7 * i, 350 + (i === 9 ? 5 : 0)])
  const asked = (more: Partial<TraceRequest>, file: Uint8Array = csv(rows)) => {
    const reply = handleBench(
      {
        kind: 'trace',
        key: `t${file.reduce((sum, byte, i) => sum + byte * i, 0)}`,
        bytes: file,
        dialect: null,
        time: 'time_ms',
        column: 'count',
        rate: false,
        ...more,
      },
      () => undefined,
    )
    if (reply.kind !== 'trace') throw new Error('no trace')
    return reply
  }
  test('as it was written, over its time; how fast it rises; from one to the next of the time itself', () => {
    const pressure = asked({ column: 'supply_kPa' })
    expect(pressure).toMatchObject({ timed: true, unit: 'kPa' })
    expect(pressure.trace.values[9]).toBe(355)
    expect(pressure.trace.times[10]).toBeCloseTo(0.04, 12)
    const rate = asked({ rate: true })
    expect(rate.unit).toBe('count/s')
    expect(rate.trace.values[0]).toBeNaN()
    expect(rate.trace.values[5]).toBeCloseTo(7 / 0.004, 2)
    expect(asked({ column: 'supply_kPa', rate: true }).trace.values[9]).toBeCloseTo(5 / 0.004, 2)
    expect(asked({ column: 'time_ms' }).trace.values[3]).toBeCloseTo(250, 3)
  })
  test('where its times fall, or it has none, it stands over its rows; no time went by: a gap', () => {
    const torn = csv(rows.map((r, i) => (i === 20 ? [1, r[1], r[2]] : r)))
    const over = asked({ rate: true }, torn)
    expect(over).toMatchObject({ timed: false })
    expect([over.trace.times[0], over.trace.times[39], over.trace.values[5]]).toEqual([1, 40, 35])
    expect(asked({ time: null }).timed).toBe(false)
    const twice = csv(rows.map((r, i) => (i === 20 ? [rows[19][0], r[1], r[2]] : r)))
    expect(asked({ rate: true }, twice).trace.values[20]).toBeNaN()
  })
  test('a column that is not there, and a sound, are refused in words', () => {
    expect(() => asked({ column: 'torque' })).toThrow(/no column “torque”/)
    const sound = recordings.get('rec-spindle-3-phone')!
    expect(() => asked({ key: 'whine' }, sound)).toThrow(/A sound has no columns/)
  })
  test('what is handed over is its own: the recording is read on from where it is kept', () => {
    const first = asked({ column: 'supply_kPa' })
    const buffers = handedOver(first)
    expect(new Set(buffers).size).toBe(buffers.length)
    expect(buffers.length).toBe(2 + 2 * first.trace.levels.length)
    structuredClone(first, { transfer: buffers })
    expect(first.trace.values.length).toBe(0)
    expect(asked({ column: 'supply_kPa', bytes: null }).trace.values[9]).toBe(355)
    expect(handedOver(handleBench({ kind: 'preview', key: 'a', bytes, rig, dialect: null }, () => undefined))).toEqual(
      [],
    )
  })
})
