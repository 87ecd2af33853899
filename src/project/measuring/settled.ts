import type { SettledReduction } from '../../core/bench'
import { bandAt, lineAt, plateaus, thirds } from '../../core/bench'
import { mean } from '../../core/statistics'
import type { Table } from '../recording/table'
import { InputFault } from './input-fault'
import type { Said } from '../../core/said'
import type { MeasuredFigure, MeasuredRun } from './contract'

/** Points that a curve is drawn with. */
const STEPS = 60

/** Figures and curves of settled readings, by the codes of the predicted ones. */
export function settledRun<R extends SettledReduction>(
  r: R,
  tableNotes: readonly Said[],
  more: readonly MeasuredFigure[] = [],
  ofShaft = true,
): MeasuredRun<R> {
  const figure = (id: string, kind: MeasuredFigure['kind'], of: { value: number; standardUncertainty: number }) => ({
    id,
    kind,
    value: of.value,
    standardUncertainty: of.standardUncertainty,
  })
  const over = Array.from({ length: STEPS + 1 }, (_, i) => (r.freeSpeed.value * i) / STEPS)
  const torque = over.map((w) => lineAt(r.line, w))
  const band = over.map((w, i) => Math.hypot(bandAt(r.line, w), r.sharedRelativeUncertainty * torque[i]))
  return {
    figures: [
      ...(ofShaft
        ? [
            figure('bestPowerW', 'power', r.peakPower),
            figure('bestSpeedRadPerS', 'rotation', r.peakSpeed),
            figure('stallTorqueNm', 'torque', r.stallTorque),
            figure('freeSpeedRadPerS', 'rotation', r.freeSpeed),
          ]
        : []),
      ...more,
    ],
    sharedRelativeUncertainty: r.sharedRelativeUncertainty,
    overSpeed: ofShaft
      ? {
          over,
          lines: [
            {
              id: 'power',
              kind: 'power',
              values: torque.map((t, i) => t * over[i]),
              standardUncertainty: band.map((u, i) => u * over[i]),
            },
            { id: 'torque', kind: 'torque', values: torque, standardUncertainty: band },
          ],
        }
      : null,
    overAngle: null,
    repairs: [],
    notes: [...tableNotes, ...r.notes],
    pressurePa: r.pressurePa,
    detail: r,
  }
}

/** Rows of columns, as many as the shortest; a column that was not recorded is left out of each. */
export const rowsOf = <K extends string>(
  columns: Readonly<Partial<Record<K, Float64Array>>>,
): Partial<Record<K, number>>[] => {
  const named = Object.entries(columns) as [K, Float64Array | undefined][]
  const known = named.flatMap(([key, values]) => (values ? [[key, values] as const] : []))
  const count = Math.min(...known.map(([, values]) => values.length))
  return Array.from(
    { length: count },
    (_, i) => Object.fromEntries(known.map(([key, values]) => [key, values[i]])) as Partial<Record<K, number>>,
  )
}

/**
 * Readings one a row. What a device sent as it went is cut into its settled stretches first, each as three readings.
 * @throws InputFault where it never settled.
 */
export function readingsOf(
  table: Pick<Table, 'device' | 'columns'>,
  values: Readonly<Record<string, Float64Array | undefined>>,
  steady: readonly string[],
): Partial<Record<string, number>>[] {
  if (!table.device) return rowsOf(values)
  const time = table.columns[0].values
  const found = thirds(
    plateaus(
      time,
      steady.flatMap((k) => values[k] ?? []),
    ),
  )
  if (found.length === 0)
    throw new InputFault(
      'Nothing in the recording stood still for a second and a half. Hold each setting of the load for five seconds or longer.',
    )
  const named = Object.entries({ ...values, time }) as [string, Float64Array | undefined][]
  return found.map(({ from, to }) =>
    Object.fromEntries(named.flatMap(([k, all]) => (all ? [[k, mean(Array.from(all.subarray(from, to)))]] : []))),
  ) as Partial<Record<string, number>>[]
}
