import { makeDemo } from '../project/demo'
import { inertiaRig, isTurbine } from '../project/document'
import { handleBench } from './bench-handler'

const { project, recordings } = makeDemo()
const run = project.runs[0]
const rig = project.rigs.find((r) => r.id === run.rigId) ?? project.rigs[0]
const bytes = recordings.get(run.recordingId ?? '') ?? new Uint8Array()

test('a preview shows the file as it was written and guesses its columns', () => {
  const preview = handleBench({ kind: 'preview', key: 'a', bytes, signal: 'count', dialect: null }, () => undefined)
  expect(preview).toMatchObject({
    kind: 'preview',
    rows: 14_001,
    headers: [{ header: 'time_ms', unit: 'ms' }, { header: 'wheel_count' }, { header: 'supply_kPa', unit: 'kPa' }],
    guess: { timeColumn: 'time_ms', signalColumn: 'wheel_count', pressureColumn: 'supply_kPa' },
  })
  if (preview.kind === 'preview') expect(preview.firstRows[1][0]).toBe(4)
})

test('a demo run reduces: power, pressure and nothing to mend', () => {
  const [build] = project.builds.filter(isTurbine)
  const reduced = handleBench(
    {
      kind: 'reduce',
      key: 'a',
      bytes,
      rig,
      inertiaRig: inertiaRig(rig, build),
      mapping: run.mapping ?? project.runs[1].mapping!,
      settings: {},
      roomPaAbs: 101325,
    },
    () => undefined,
  )
  if (reduced.kind !== 'reduce') throw new Error('not reduced')
  expect(reduced.reduction.peakShaftPower.power.value).toBeGreaterThan(5)
  expect(reduced.pressurePa?.mean).toBeGreaterThan(349e3)
  expect(reduced.reduction.repairs).toEqual([])
})

test('the honest fault in the demo is found and mended', () => {
  const faulty = project.runs.find((r) => r.notes.includes('peel'))
  if (!faulty?.mapping) throw new Error('the demo has a run with a peeling mark')
  const own = project.rigs.find((r) => r.id === faulty.rigId) ?? rig
  const build =
    project.builds.filter(isTurbine).find((b) => b.id === faulty.buildId) ?? project.builds.filter(isTurbine)[0]
  const reduced = handleBench(
    {
      kind: 'reduce',
      key: 'f',
      bytes: recordings.get(faulty.recordingId ?? '') ?? new Uint8Array(),
      rig: own,
      inertiaRig: inertiaRig(own, build),
      mapping: faulty.mapping,
      settings: {},
      roomPaAbs: 101325,
    },
    () => undefined,
  )
  if (reduced.kind !== 'reduce') throw new Error('not reduced')
  expect(reduced.reduction.repairs[0]).toMatchObject({ kind: 'missed pulse' })
  expect(reduced.reduction.repairs[0].count).toBeGreaterThan(40)
})

test('what cannot be read is said, as a fault of the input', () =>
  expect(() =>
    handleBench(
      { kind: 'preview', key: 'z', bytes: new TextEncoder().encode('a,b\n'), signal: 'count', dialect: null },
      () => undefined,
    ),
  ).toThrow(/No data rows/))
