import { angleOfCounts, angleOfPulses, angleOfSpeed, type PressureTrace, type RepairedTrace } from '../../core/bench'
import type { FlywheelRig, TableMapping } from '../document'
import type { Table, TableColumn } from './table'
import { UNITS_OF, UNKNOWN_UNIT, traceRoles, type Role } from './signals'
import { isAbsoluteId, saysAbsolute, splitHeader } from './units'

const nameLike = (column: TableColumn, pattern: RegExp) => pattern.test(column.name) || pattern.test(column.header)

/** Whether a column could hold what a role is of, by what its header says. */
const couldBe = (column: TableColumn, { of }: Role): boolean => !column.unit || column.unit.kind === of

/** A first guess of which column is what; the maker confirms it. */
export function guessMapping(columns: readonly TableColumn[], roles: readonly Role[]): TableMapping {
  const found = new Map<Role, TableColumn>()
  const free = () => columns.filter((c) => ![...found.values()].includes(c))
  const take = (fits: (column: TableColumn, role: Role) => boolean) => {
    for (const role of roles) {
      if (found.has(role)) continue
      const column = free().find((c) => fits(c, role))
      if (column) found.set(role, column)
    }
  }
  // what a maker said by hand is a column by its role's own name
  take((c, role) => c.unit?.kind === role.of && c.name === role.id)
  // what says both by its name and its unit goes first, so that a scale's grams are not taken for a room's
  take((c, role) => c.unit?.kind === role.of && nameLike(c, role.like))
  take((c, role) => c.unit?.kind === role.of)
  take((c, role) => role.of !== 'pressure' && couldBe(c, role) && nameLike(c, role.like))
  take((c, role) => !role.optional && couldBe(c, role))
  take((_, role) => !role.optional)
  const entries = roles.flatMap((role) => {
    const column = found.get(role) ?? (role.optional ? undefined : columns[0])
    if (!column) return []
    const unit = column.unit?.kind === role.of ? column.unit.id : (role.plain ?? UNKNOWN_UNIT)
    return [[role.id, { header: column.header, unit }] as const]
  })
  return { kind: 'table', dialect: null, columns: Object.fromEntries(entries) }
}

export interface PressureSummary {
  readonly mean: number
  readonly least: number
  readonly most: number
}

/** Columns by role, SI; gauge pressure. Left out is what was not recorded. */
export interface RoleColumns {
  readonly values: Readonly<Record<string, Float64Array | undefined>>
  readonly pressurePa: PressureSummary | null
}

/** Column by header, or by its name without unit. */
export const columnOf = (table: Table, header: string) =>
  table.columns.find((c) => c.header === header) ?? table.columns.find((c) => c.name === splitHeader(header).name)

/** What is wrong with a column for what it is taken for, and what to do; null when it can be that. */
function unitFault(role: Role, column: TableColumn, unit: string): string | null {
  const { header } = column
  if (column.unit)
    return column.unit.kind === role.of
      ? null
      : `The ${role.label.toLowerCase()} column “${header}” is in ${column.unit.id}, which is no ${role.word}. Choose another column${role.optional ? ', or none' : ', or say in the rig what it records'}.`
  const units = UNITS_OF[role.of]
  return !units || units[unit] !== undefined
    ? null
    : `Nothing says what unit “${header}” is in. Choose ${Object.keys(units).join(', ')}.`
}

/** Reads the columns that a method wants; what is wrong with them, and what to do, where one does not serve. */
export function readRoles(
  table: Table,
  mapping: TableMapping,
  roles: readonly Role[],
  roomPaAbs = 101_325,
): ({ readonly ok: true } & RoleColumns) | { readonly ok: false; readonly message: string } {
  const values: Record<string, Float64Array> = {}
  const taken = new Map<TableColumn, Role>()
  let pressurePa: PressureSummary | null = null
  for (const role of roles) {
    const mapped = mapping.columns[role.id] as TableMapping['columns'][string] | undefined
    const column = mapped && columnOf(table, mapped.header)
    if (!mapped || !column) {
      // a pressure that this file lacks is no reason to refuse the rest
      if (role.optional) continue
      const known = table.columns.map((c) => c.header).join(', ')
      const message = mapped
        ? `There is no column “${mapped.header}”; the file has ${known}. Choose the ${role.label.toLowerCase()} column.`
        : `Nothing says which column holds the ${role.label.toLowerCase()}; the file has ${known}. Choose one.`
      return { ok: false, message }
    }
    const fault = unitFault(role, column, mapped.unit)
    const other = taken.get(column)
    if (other && !(fault && role.optional))
      return {
        ok: false,
        message: `${other.label} and ${role.label.toLowerCase()} are the same column. Choose another column for the ${role.label.toLowerCase()}${role.id === 'signal' ? ', or a rig that records times of pulses' : ''}.`,
      }
    if (fault) return { ok: false, message: fault }
    taken.set(column, role)
    const si = column.unit ? 1 : (UNITS_OF[role.of]?.[mapped.unit] ?? 1)
    values[role.id] = si === 1 ? column.values : column.values.map((v) => v * si)
    if (role.of === 'pressure') {
      if (isAbsolute(column.header, mapped.unit)) values[role.id] = values[role.id].map((v) => v - roomPaAbs)
      pressurePa ??= pressureSummary(values[role.id])
    }
  }
  return { ok: true, values, pressurePa }
}

/** A header or a maker that says absolute: the room's pressure comes off. */
export const isAbsolute = (header: string, unit: string): boolean => isAbsoluteId(unit) || saysAbsolute(header)

export type MappedTrace =
  | {
      readonly ok: true
      readonly trace: RepairedTrace
      readonly pressurePa: PressureSummary | null
      readonly pressure: PressureTrace | null
    }
  | { readonly ok: false; readonly message: string }

/** Rotor angle against time from the mapped columns of a table. */
export function mapTrace(
  table: Table,
  mapping: TableMapping,
  rig: Pick<FlywheelRig, 'signal' | 'countsPerTurn' | 'sensorOn' | 'speedRatio'>,
  roomPaAbs = 101_325,
): MappedTrace {
  const read = readRoles(table, mapping, traceRoles(rig.signal), roomPaAbs)
  if (!read.ok) return read
  const { time, signal, number, pressure } = read.values
  const turns = rig.sensorOn === 'rotor' ? 1 : 1 / rig.speedRatio
  return {
    ok: true,
    trace: traceOf(rig, time ?? new Float64Array(), signal ?? number ?? null, turns),
    pressurePa: read.pressurePa,
    pressure: time && pressure ? { timeS: time, gaugePa: pressure } : null,
  }
}

function traceOf(
  { signal: kind, countsPerTurn }: Pick<FlywheelRig, 'signal' | 'countsPerTurn'>,
  timeS: Float64Array,
  signal: Float64Array | null,
  rotorTurnsPerSensorTurn: number,
): RepairedTrace {
  if (kind === 'pulse-times') return angleOfPulses(timeS, { countsPerTurn, rotorTurnsPerSensorTurn }, signal)
  signal ??= new Float64Array()
  if (kind === 'count') return angleOfCounts(timeS, signal, { countsPerTurn, rotorTurnsPerSensorTurn })
  return angleOfSpeed(timeS, signal, rotorTurnsPerSensorTurn)
}

/** Of the rows that hold a number; null where none does. */
function pressureSummary(values: Float64Array): PressureSummary | null {
  let [sum, count, least, most] = [0, 0, Infinity, -Infinity]
  for (const v of values) {
    if (!Number.isFinite(v)) continue
    sum += v
    count++
    least = Math.min(least, v)
    most = Math.max(most, v)
  }
  return count === 0 ? null : { mean: sum / count, least, most }
}
