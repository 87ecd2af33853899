import {
  UNITS,
  decimalsFor,
  drillDiameter,
  fieldText,
  formatNumber,
  formatQuantity,
  fromSi,
  nearestDrills,
  parseQuantity,
  toSi,
  unitOf,
  type QuantityKind,
} from '.'

const si = (text: string, kind: QuantityKind, unit?: string) => {
  const parsed = parseQuantity(text, kind, unit)
  return parsed.ok ? parsed.si : parsed.message
}

describe('exact definitions (NIST SP 811, BIPM brochure)', () => {
  test.each([
    ['psi', 'gaugePressure', 6894.757293168361],
    ['lbf', 'force', 4.4482216152605],
    ['in', 'length', 0.0254],
    ['gf', 'force', 9.80665e-3],
    ['gal', 'volume', 3.785411784e-3],
    ['rpm', 'rotation', Math.PI / 30],
  ] as const)('one %s', (id, kind, value) => expect(unitOf(kind, id).si / value).toBeCloseTo(1, 7))
  test('one SCFM (68 °F) holds 101 325/100 000 of a free cubic foot (ISO 8778)', () =>
    expect(unitOf('freeAir', 'SCFM').si / (0.3048 ** 3 / 60)).toBeCloseTo(1.01325, 9))
  test('every unit goes there and back', () => {
    for (const units of Object.values(UNITS))
      for (const u of units) expect(fromSi(toSi(12.5, u), u)).toBeCloseTo(12.5, 9)
  })
})

/**
 * One of each unit in SI, by its definition: NIST SP 811 (2008) appendix B, BIPM brochure (9th ed.); the degree
 * Fahrenheit by its size. From memory.
 */
const ONE: Readonly<Record<string, number>> = {
  kPa: 1000,
  bar: 100_000,
  psi: 6894.757293168361,
  Pa: 1,
  MPa: 1e6,
  mm: 1e-3,
  in: 0.0254,
  m: 1,
  cm: 0.01,
  deg: Math.PI / 180,
  rad: 1,
  '°C': 1,
  '°F': 1 / 1.8,
  K: 1,
  'm/s': 1,
  'ft/s': 0.3048,
  rpm: (2 * Math.PI) / 60,
  'rad/s': 1,
  krpm: (2000 * Math.PI) / 60,
  'mN·m': 1e-3,
  'N·m': 1,
  'gf·cm': 9.80665e-5,
  'ozf·in': 7.06155181422604e-3,
  W: 1,
  hp: 745.6998715822702,
  kW: 1000,
  mW: 1e-3,
  N: 1,
  gf: 9.80665e-3,
  lbf: 4.4482216152605,
  mN: 1e-3,
  'g/s': 1e-3,
  'kg/s': 1,
  'L/min': 1e-3 / 60,
  SCFM: (1.01325 * 0.3048 ** 3) / 60,
  'm³/h': 1 / 3600,
  L: 1e-3,
  'm³': 1,
  gal: 3.785411784e-3,
  mL: 1e-6,
  g: 1e-3,
  kg: 1,
  oz: 0.028349523125,
  lb: 0.45359237,
  'g·m²': 1e-3,
  'kg·m²': 1,
  'g·cm²': 1e-7,
  s: 1,
  min: 60,
  ms: 1e-3,
  us: 1e-6,
  'L/(s·bar)': 1e-3 / 1e5,
  'm³/(s·Pa)': 1,
  J: 1,
  kJ: 1000,
  'mm²': 1e-6,
  'cm²': 1e-4,
  'm²': 1,
  'W/K': 1,
  'N/mm': 1000,
  'N/m': 1,
  '1/min': 1 / 60,
  '1/s': 1,
  'g/h': 1e-3 / 3600,
  'N·s': 1,
  'g/cm³': 1000,
  'kg/m³': 1,
  'g·mm': 1e-6,
  'mg·mm': 1e-9,
  'cm³': 1e-6,
  'mm³': 1e-9,
  mg: 1e-6,
  'J/g': 1000,
  '': 1,
  '%': 0.01,
}
test('every unit of every quantity stands at its definition', () => {
  const wrong = Object.values(UNITS)
    .flat()
    .filter(({ id, si: own }) => !(id in ONE) || Math.abs(own / ONE[id] - 1) > 1e-7)
  expect(wrong.map((u) => `${u.id} ${u.si}`)).toEqual([])
})

describe('what makers type', () => {
  test.each([
    ['60 psi', 'gaugePressure', 'kPa', 413_685.43759],
    ['60psig', 'gaugePressure', 'kPa', 413_685.43759],
    ['3.5 bar', 'gaugePressure', 'kPa', 350_000],
    ['1/16 in', 'length', 'mm', 0.0015875],
    ['1 1/2"', 'length', 'mm', 0.0381],
    ['#52 drill', 'length', 'mm', 0.0635 * 0.0254],
    ['drill F', 'length', 'mm', 0.257 * 0.0254],
    ['1,5', 'length', 'mm', 0.0015],
    ['9 000', 'rotation', 'rpm', 942.4777960769],
    ['68 F', 'temperature', '°C', 293.15],
    ['20', 'temperature', '°C', 293.15],
    ['−5 °C', 'temperature', '°C', 268.15],
    ['40 l/min', 'freeAir', 'L/min', 40 / 60_000],
    ['20 mN m', 'torque', 'mN·m', 0.02],
    ['18 deg', 'angle', 'deg', Math.PI / 10],
    ['85 %', 'share', '%', 0.85],
  ] as const)('%s', (text, kind, unit, value) => expect((si(text, kind, unit) as number) / value).toBeCloseTo(1, 8))
  test('absolute typed into a gauge field is turned over, never taken as gauge', () => {
    expect(si('75 psia', 'gaugePressure')).toBeCloseTo(75 * 6894.757293 - 101_325, 2)
    expect(si('3 bar g', 'absolutePressure')).toBeCloseTo(401_325, 3)
  })
  test.each([
    ['', 'length', /number/],
    ['abc', 'length', /does not start/],
    ['3 furlong', 'length', /not a unit/],
    ['5 W', 'length', /not a unit/],
    ['#99 drill', 'length', /no drill/],
    ['1.1.1', 'length', /not a number/],
    ['1e999', 'length', /not a number/],
  ] as const)('%p is refused with a reason', (text, kind, reason) => expect(si(text, kind)).toMatch(reason))
})

describe('drills (ASME B94.11M, values from memory)', () => {
  test.each([
    ['1', 0.228],
    ['52', 0.0635],
    ['80', 0.0135],
    ['A', 0.234],
    ['Z', 0.413],
  ])('%s is %p in', (name, inch) => expect(drillDiameter(name)).toBeCloseTo(inch * 0.0254, 9))
  test('nearest to 1.6 mm', () =>
    expect(nearestDrills(1.6e-3).map((d) => d.label)).toEqual(['1.6 mm', '#52', '1/16 in']))
  test('there is no drill 0 or 81', () => expect([drillDiameter('0'), drillDiameter('81')]).toEqual([null, null]))
})

describe('digits follow the uncertainty (JCGM 100, 7.2.6)', () => {
  test.each([
    [0.149, 2],
    [0.3, 1],
    [3, 0],
    [0.012, 3],
    [0, 0],
  ])('u %p gives %p decimals', (u, decimals) => expect(decimalsFor(u)).toBe(decimals))
  test('value and uncertainty end at the same place', () => {
    expect(formatQuantity(13.874, unitOf('power', 'W'), 0.149)).toEqual({
      value: '13.87',
      uncertainty: '0.15',
      unit: 'W',
    })
    expect(formatQuantity(2356.1, unitOf('rotation', 'rpm'), 30)).toEqual({
      value: '22\u2009500',
      uncertainty: '300',
      unit: 'rpm',
    })
    expect(formatQuantity(0.022, unitOf('torque', 'mN·m'), 0.0003)).toEqual({
      value: '22.0',
      uncertainty: '0.3',
      unit: 'mN·m',
    })
  })
  test('what is no number is shown as a dash, never as NaN', () => {
    expect(formatQuantity(NaN, unitOf('power', 'W')).value).toBe('—')
    expect(formatNumber(NaN)).toBe('—')
    expect(formatNumber(Infinity)).toBe('∞')
    expect(fieldText(NaN, unitOf('power', 'W'))).toBe('')
  })
  test('plain figures have three digits and a real minus', () =>
    expect([formatNumber(-71.234), formatNumber(0.00212), formatNumber(22512)]).toEqual([
      '−71.2',
      '0.00212',
      '22\u2009500',
    ]))
})
