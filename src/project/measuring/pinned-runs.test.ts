import { keptDemo } from '../demo/kept-demo'
import { lines } from '../document/testing'
import { parseTable } from '../recording'
import { isWav, measurementInputs, methodOf, readWav, type Channels, type MeasuredRun } from '.'

const { project, recordings } = keptDemo()

function channelsOf(bytes: Uint8Array): Channels {
  if (isWav(bytes)) {
    const read = readWav(bytes)
    if (!read.ok) throw new Error(read.message)
    return { kind: 'sound', sound: read.sound }
  }
  const read = parseTable(bytes)
  if (!read.ok) throw new Error(read.message)
  return { kind: 'table', table: read.table }
}

/** What a reduction says, but for its long curves: of these each line a third and two thirds along. */
const told = ({ figures, sharedRelativeUncertainty, overSpeed, repairs, notes, pressurePa }: MeasuredRun) =>
  lines({
    ...Object.fromEntries(figures.map((f) => [f.id, [f.value, f.standardUncertainty]])),
    shared: sharedRelativeUncertainty,
    pressurePa,
    ...Object.fromEntries(
      (overSpeed?.lines ?? []).map((l) => {
        const at = [1, 2].map((k) => Math.round((k * (l.values.length - 1)) / 3))
        return [`over speed ${l.id}`, at.map((i) => [overSpeed!.over[i], l.values[i], l.standardUncertainty?.[i]])]
      }),
    ),
    repairs,
    ...Object.fromEntries(notes.map((n, i) => [`${i} ${n.code}`, n.values])),
  })

const all = project.runs.flatMap((run) =>
  run.measurements.filter((m) => m.recordingId !== null).map((m) => [run.id, m.method, run, m] as const),
)

// Held against nothing outside: other tests hold reductions against what is true. These say that no figure, band or
// note of a run changes unnoticed.
test.each(all)('%s, %s: what its reduction says, to five digits', (_, method, run, m) => {
  const inputs = measurementInputs(project, run, m)!
  const channels = channelsOf(recordings.get(m.recordingId!)!)
  expect(told(methodOf(method).reduce(channels, inputs.conditions))).toMatchSnapshot()
})

/** One run of each method that reads rows from a file, marks and what a device sent left out. */
const ofRows = all.filter(([, method, run, m], i) => {
  const channels = channelsOf(recordings.get(m.recordingId!)!)
  if (channels.kind !== 'table' || channels.table.device) return false
  const { rig } = measurementInputs(project, run, m)!.conditions as { rig?: { signal?: string } }
  return rig?.signal !== 'pulse-times' && all.findIndex((other) => other[1] === method) === i
})
test.each(ofRows)('%s, %s: each row twice is each row once, and that is said', (_, method, run, m) => {
  const { conditions } = measurementInputs(project, run, m)!
  const channels = channelsOf(recordings.get(m.recordingId!)!)
  if (channels.kind !== 'table') throw new Error('no table')
  const { table } = channels
  const twice = table.columns.map((c) => ({
    ...c,
    values: Float64Array.from({ length: 2 * table.rows }, (_, k) => c.values[k >> 1]),
  }))
  const of = (t: typeof table) => methodOf(method).reduce({ kind: 'table', table: t }, conditions)
  const [once, doubled] = [of(table), of({ ...table, rows: 2 * table.rows, columns: twice })]
  expect(doubled.figures).toEqual(once.figures)
  expect(doubled.notes.map((n) => n.code)).toContain('table-copies')
})
test('so do six methods and more', () => expect(new Set(ofRows.map(([, method]) => method)).size).toBeGreaterThan(5))
