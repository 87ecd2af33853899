import { guessMapping, parseTable, readRoles, saysAbsolute, splitHeader, traceRoles, TANK_ROLES } from '.'

/**
 * Headings as loggers, gauges and makers write them. Factors: NIST SP 811, appendix B (psi, atm, conventional columns of
 * water and mercury, pound and ounce of force).
 */
const BAR = 1e5
const PSI = 6894.757
type Heading = readonly [header: string, name: string, kind: string | null, si?: number, over?: 'abs']
const HEADINGS: readonly Heading[] = [
  ['time_s', 'time', 'time', 1],
  ['Zeit [s]', 'Zeit', 'time', 1],
  ['t/s', 't', 'time', 1],
  ['time (minutes)', 'time', 'time', 60],
  ['omega_rad/s', 'omega', 'rotation', 1],
  ['omega rad/s', 'omega', 'rotation', 1],
  ['n U/min', 'n', 'rotation', 2 * (Math.PI / 60)],
  ['speed 1/min', 'speed', 'rotation', 2 * (Math.PI / 60)],
  ['n/min-1', 'n', 'rotation', 2 * (Math.PI / 60)],
  ['Drehzahl [min⁻¹]', 'Drehzahl', 'rotation', 2 * (Math.PI / 60)],
  ['f (1/s)', 'f', 'rotation', 2 * Math.PI],
  // what goes in a second is no time
  ['wind m/s', 'wind m/s', null],
  ['flow l/min', 'flow l/min', null],
  ['flow_g/s', 'flow_g/s', null],
  ['m/s', 'm/s', null],
  ['supply (psi)', 'supply', 'pressure', PSI],
  ['supply_psig', 'supply', 'pressure', PSI],
  ['p [psia]', 'p', 'pressure', PSI, 'abs'],
  ['p/bar', 'p', 'pressure', BAR],
  ['p / bar', 'p', 'pressure', BAR],
  ['Druck in bar', 'Druck', 'pressure', BAR],
  ['p_in_bar', 'p_in', 'pressure', BAR],
  ['P_barg', 'P', 'pressure', BAR],
  ['P (bar a)', 'P', 'pressure', BAR, 'abs'],
  ['pressure [bara]', 'pressure', 'pressure', BAR, 'abs'],
  ['p_bar_abs', 'p_abs', 'pressure', BAR, 'abs'],
  ['p_abs [psi]', 'p_abs', 'pressure', PSI, 'abs'],
  ['Absolute pressure (bar)', 'Absolute pressure', 'pressure', BAR, 'abs'],
  ['p kPa(a)', 'p', 'pressure', 1e3, 'abs'],
  ['p [kPa(a)]', 'p', 'pressure', 1e3, 'abs'],
  ['p (kPa abs)', 'p', 'pressure', 1e3, 'abs'],
  ['p kPa (g)', 'p', 'pressure', 1e3],
  ['pressure kPa gauge', 'pressure_gauge', 'pressure', 1e3],
  ['bara', 'bara', 'pressure', BAR, 'abs'],
  ['p_mbar', 'p', 'pressure', 100],
  ['p hPa', 'p', 'pressure', 100],
  ['p atm', 'p', 'pressure', 101_325],
  ['p_kgf/cm2', 'p', 'pressure', 98_066.5],
  ['draught mmH2O', 'draught', 'pressure', 9.80665],
  ['draught [inH2O]', 'draught', 'pressure', 249.089],
  ['vacuum inHg', 'vacuum', 'pressure', 3386.39],
  ['p_torr', 'p', 'pressure', 133.3224],
  ['F (lbf)', 'F', 'force', 4.448222],
  ['pull_oz', 'pull', 'force', 0.2780139],
  ['F/N', 'F', 'force', 1],
  ['F_mN', 'F', 'force', 1e-3],
  ['torque_N_m', 'torque', 'torque', 1],
  ['torque [N m]', 'torque', 'torque', 1],
  ['lift_m', 'lift', 'length', 1],
  ['arm (in)', 'arm', 'length', 0.0254],
  // an inlet, not an inch
  ['p_in', 'p_in', null],
  ['I [A]', 'I', 'current', 1],
  ['n', 'n', null],
]

test.each(HEADINGS.map((heading) => ({ header: heading[0], heading })))('$header', ({ heading }) => {
  const [header, name, kind, si, over] = heading
  const split = splitHeader(header)
  expect([split.name, split.unit?.kind ?? null]).toEqual([name, kind])
  if (si !== undefined) expect(split.unit!.si / si).toBeCloseTo(1, 6)
  expect(saysAbsolute(header)).toBe(over === 'abs')
})

const tableOf = (header: string) => {
  const rows = Array.from({ length: 40 }, (_, i) => `${i * 0.1},${450 - i}`).join('\n')
  const parsed = parseTable(new TextEncoder().encode(`time_s,${header}\n${rows}`))
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
}

describe('a pressure is over the room’s or over nothing, as heading or maker say', () => {
  const first = (header: string, unit: string) => {
    const mapping = {
      kind: 'table' as const,
      dialect: null,
      columns: { time: { header: 'time_s', unit: 's' }, pressure: { header, unit } },
    }
    const read = readRoles(tableOf(header), mapping, TANK_ROLES, 98_000)
    return read.ok ? read.values.pressure![0] : read.message
  }
  test('as the heading has it, or as it was chosen beside it', () => {
    expect(first('tank_kPa', 'kPa')).toBeCloseTo(450e3, 6)
    expect(first('tank_kPa', 'kPa absolute')).toBeCloseTo(352e3, 6)
    expect(first('tank [bara]', 'bar absolute')).toBeCloseTo(450e5 - 98e3, 6)
    // once, where both say so
    expect(first('tank_kPa_abs', 'kPa absolute')).toBeCloseTo(352e3, 6)
  })
  test('without a unit it is asked for', () => {
    expect(first('tank', '')).toMatch(/Nothing says what unit “tank” is in. Choose kPa, bar, psi, mbar, kPa absolute/)
    expect(first('tank', 'psi')).toBeCloseTo(450 * 6894.757, -2)
    expect(first('tank', 'psi absolute')).toBeCloseTo(450 * 6894.757 - 98e3, -2)
  })
  test('a guess keeps what the heading says, and never takes a column without a unit for the supply', () => {
    expect(guessMapping(tableOf('supply_psia').columns, TANK_ROLES).columns.pressure).toEqual({
      header: 'supply_psia',
      unit: 'psi absolute',
    })
    expect(guessMapping(tableOf('pressure').columns, traceRoles('speed')).columns.pressure).toBeUndefined()
  })
})
