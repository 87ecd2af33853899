import { readFileSync } from 'node:fs'
import { call } from './testing'

type Columns = Readonly<Record<string, readonly number[]>>
type Figures = Record<string, { value: number; standardUncertainty: number }>

/** Columns of numbers of a recording's file, every so many rows of it. */
function fileColumns(name: string, every = 1): Columns {
  const lines = readFileSync(`src/project/fixtures/recordings/${name}`, 'utf8').trim().split('\n')
  const [head, ...rows] = lines.filter((line) => !line.startsWith('#')).map((line) => line.split(','))
  const kept = rows.filter((_, i) => i % every === 0)
  const columns = head.map((h, c) => [h, kept.map((row) => Number(row[c] || NaN))] as const)
  // what holds words, or open circuits, goes in by no number
  return Object.fromEntries(columns.filter(([, values]) => values.every(Number.isFinite)))
}
const each = (columns: Columns, rows: (values: readonly number[]) => readonly number[]): Columns =>
  Object.fromEntries(Object.entries(columns).map(([name, values]) => [name, rows(values)]))

const bottle = Array.from({ length: 601 }, (_, i) => i / 50)
const holes = [0, 0.8, 1.2, 1.6, 2, 1.6, 1.2, 0.8, 0]
const coasts = Array.from({ length: 1500 }, (_, i) => i / 100)
const [brakes, charges] = [fileColumns('brake_test.csv'), fileColumns('generator_sweep.csv')]

const TIMED: Readonly<Record<string, { input: object; columns: Columns }>> = {
  thrust: {
    input: { method: 'thrust', rig: { spanRelativeUncertainty: 0.01 } },
    columns: fileColumns('thrust_bottle.csv'),
  },
  tank: {
    input: { method: 'tank-decay', rig: { volumeM3: 0.012 } },
    columns: fileColumns('tank_decay_isothermal.csv'),
  },
  'run-down': {
    input: { method: 'run-down', rig: { volumeM3: 2e-3, marksPerTurn: 2 } },
    columns: {
      time_s: bottle,
      speed_Hz: bottle.map((t) => (t >= 1 && t <= 11 ? 80 : 0)),
      bottle_kPa: bottle.map((t) => 400 - 20 * Math.min(10, Math.max(0, t - 1))),
    },
  },
  inertia: {
    input: {
      method: 'inertia',
      rig: { flywheelInertiaKgM2: 0.00042, rotorInertiaKgM2: 1.6e-6, speedRatio: 0.2, countsPerTurn: 400 },
    },
    columns: fileColumns('spin_encoder_1000hz.csv', 10),
  },
  coast: {
    input: {
      method: 'coast',
      mapping: { speedUnit: 'rad/s' },
      rig: { inertiaKgM2: 1e-4, signal: 'speed' },
    },
    columns: { time_s: coasts, speed: coasts.map((t) => 1200 * Math.exp(-t / 10)) },
  },
}
const SETTLED: Readonly<Record<string, { input: object; columns: Columns }>> = {
  droop: {
    input: { method: 'droop', rig: { resolutionPa: 100 } },
    columns: {
      hole_mm: holes,
      outlet_kPa_gauge: holes.map((d, i) => 300 - 4 * d * d + (i > 4 || i === 0 ? 5 : -5)),
      source_kPa_gauge: holes.map((_, i) => 600 - i),
    },
  },
  rope: {
    input: { method: 'rope', mapping: { speedUnit: 'rad/s' }, rig: { drumRadiusM: 0.01 } },
    columns: {
      weight_N: [1.8, 3.5, 5.5, 7.2],
      balance_N: [0.8, 1.61, 2.4, 3.21],
      speed: [800, 610, 400, 190],
    },
  },
  lifts: {
    input: { method: 'rope', rig: { does: 'lifts', drumRadiusM: 0.01, speedRatio: 30 } },
    columns: { weight_N: [1, 2, 3, 4], height_mm: [1000, 1000, 1000, 1000], time_s: [2, 2.5, 3.3, 5.1] },
  },
  brake: {
    input: { method: 'brake', rig: { pulsesPerTurn: 2, resolutionN: 9.8e-4 }, nominalGaugePressurePa: 4e5 },
    columns: brakes,
  },
  generator: {
    input: { method: 'generator', rig: { polePairs: 7 } },
    columns: charges,
  },
}

const figures = async ({ input, columns }: { input: object; columns: Columns }) => {
  const { out, stderr } = await call(['reduce', '-'], { ...input, columns })
  expect(stderr).toBe('')
  return { figures: out?.figures as unknown as Figures, notes: JSON.stringify(out?.notes) }
}
/** The same figures, each as sure, within what a fit in another order of rows leaves. */
const alike = (a: Figures, b: Figures) => {
  expect(Object.keys(a)).toEqual(Object.keys(b))
  for (const [name, { value, standardUncertainty }] of Object.entries(a)) {
    expect([name, Math.abs(b[name].value - value) <= 1e-3 * standardUncertainty + 1e-9 * Math.abs(value)]).toEqual([
      name,
      true,
    ])
    expect([name, b[name].standardUncertainty]).toEqual([name, expect.closeTo(standardUncertainty, 6)])
  }
}

test.each([...Object.entries(TIMED), ...Object.entries(SETTLED)])(
  'every row of a %s written twice tells what each of them once does, and that is said',
  async (_, { input, columns }) => {
    const once = await figures({ input, columns })
    const twice = await figures({ input, columns: each(columns, (v) => v.flatMap((x) => [x, x])) })
    alike(once.figures, twice.figures)
    expect(twice.notes).toMatch(/copies of others/)
    expect(once.notes).not.toMatch(/copies of others/)
  },
)

test.each(Object.entries(TIMED))('a %s with its newest row first tells the same', async (_, { input, columns }) => {
  const once = await figures({ input, columns })
  const back = await figures({ input, columns: each(columns, (v) => v.toReversed()) })
  alike(once.figures, back.figures)
  expect(back.notes).toMatch(/newest row stands first/)
})
