import { keptDemo } from '../project/demo/kept-demo'
import type { Run } from '../project/document'
import { mainMeasurement, measurementInputs, type InertiaRun } from '../project/measuring'
import { handleBench } from './bench-handler'
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
