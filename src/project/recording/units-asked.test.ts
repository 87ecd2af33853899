import type { TableMapping } from '../document'
import { UNKNOWN_UNIT, guessMapping, mapTrace, parseTable, splitHeader, traceRoles } from '.'

const read1 = (mapping: TableMapping, role: string, header: string, unit = ''): TableMapping => ({
  ...mapping,
  columns: { ...mapping.columns, [role]: { header, unit } },
})

const tableOf = (text: string) => {
  const parsed = parseTable(new TextEncoder().encode(text))
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
}
const rows = (of: (i: number) => string) => Array.from({ length: 60 }, (_, i) => of(i)).join('\n')
const SPEED = { signal: 'speed' as const, countsPerTurn: 1, sensorOn: 'rotor' as const, speedRatio: 1 }
const words = (result: ReturnType<typeof mapTrace>) => (result.ok ? '' : result.message)

test('a speed column without a unit has none by default: it is asked for, and each answer is taken at its word', () => {
  const table = tableOf(`time_s,speed\n${rows((i) => `${i * 0.1},${i * 10}`)}`)
  const mapping = guessMapping(table.columns, traceRoles('speed'))
  expect(mapping.columns.signal.unit).toBe(UNKNOWN_UNIT)
  expect(words(mapTrace(table, mapping, SPEED))).toMatch(/Nothing says what unit “speed” is in. Choose rpm, rad\/s, Hz/)
  const angle = (signalUnit: string) => {
    const mapped = mapTrace(table, read1(mapping, 'signal', 'speed', signalUnit), SPEED)
    if (!mapped.ok) throw new Error(mapped.message)
    return mapped.trace.trace.angleRad.at(-1) ?? NaN
  }
  expect(angle('rpm') / angle('rad/s')).toBeCloseTo(Math.PI / 30, 9)
  expect(angle('Hz') / angle('rpm')).toBeCloseTo(60, 9)
})

test('a column of another kind is refused by name, whichever place it is put in', () => {
  const table = tableOf(`time_s,speed_rpm,oil_degC,supply_kPa\n${rows((i) => `${i * 0.1},${i * 10},${20 + i},350`)}`)
  const mapping = guessMapping(table.columns, traceRoles('speed'))
  expect(words(mapTrace(table, read1(mapping, 'pressure', 'oil_degC'), SPEED))).toMatch(/pressure column “oil_degC”/)
  expect(words(mapTrace(table, read1(mapping, 'signal', 'supply_kPa'), SPEED))).toMatch(/is in kPa, which is no speed/)
  expect(words(mapTrace(table, read1(mapping, 'time', 'supply_kPa'), SPEED))).toMatch(/is in kPa, which is no time/)
  expect(words(mapTrace(table, read1(mapping, 'signal', 'speed_rpm'), { ...SPEED, signal: 'count' }))).toMatch(
    /is in rpm, which is no count/,
  )
})

test('a pressure that says that it is absolute loses the room’s; one that does not is gauge', () => {
  const mean = (header: string) => {
    const table = tableOf(`time_s,speed_rpm,${header}\n${rows((i) => `${i * 0.1},${i * 10},450`)}`)
    const mapped = mapTrace(table, guessMapping(table.columns, traceRoles('speed')), SPEED, 98_000)
    return mapped.ok ? mapped.pressurePa?.mean : NaN
  }
  expect(mean('supply_abs_kPa')).toBeCloseTo(352e3, 3)
  expect(mean('supply_kPa')).toBeCloseTo(450e3, 3)
})

test('a header that is nothing but a unit tells its unit; a single letter does not', () => {
  expect(splitHeader('rpm')).toMatchObject({ name: 'rpm', unit: { id: 'rpm' } })
  expect(splitHeader('kPa')).toMatchObject({ unit: { kind: 'pressure' } })
  expect(splitHeader('n')).toEqual({ name: 'n', unit: null })
})
