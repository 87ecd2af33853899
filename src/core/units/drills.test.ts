import { drillDiameter, drillsBetween, formatQuantity, nearestDrills, parseQuantity, unitOf } from '.'

describe('rule of drills (ASME B94.11M sizes, from memory)', () => {
  const families = ['metric', 'inch', 'number'] as const
  test.each(families)('%s: in order, within the range, each as large as it says', (family) => {
    const drills = drillsBetween(family, 0.8e-3, 4e-3)
    expect(drills.length).toBeGreaterThanOrEqual(8)
    drills.forEach((d, i) => {
      expect(d.diameterM).toBeGreaterThanOrEqual(0.8e-3)
      expect(d.diameterM).toBeLessThanOrEqual(4e-3)
      if (i > 0) expect(d.diameterM).toBeGreaterThan(drills[i - 1].diameterM)
    })
  })
  test('the labels are those that a field understands', () => {
    for (const d of drillsBetween('number', 1e-3, 10e-3))
      expect(drillDiameter(d.label.replace('#', ''))).toBeCloseTo(d.diameterM, 12)
    for (const d of drillsBetween('inch', 0.5e-3, 6e-3)) {
      const [top, bottom] = d.label.split('/').map(Number)
      expect((top / bottom) * 0.0254).toBeCloseTo(d.diameterM, 12)
    }
    for (const d of drillsBetween('metric', 0.5e-3, 6e-3)) expect(Number(d.label) / 1000).toBeCloseTo(d.diameterM, 12)
  })
  test('the nearest of a family is in its rule', () => {
    const [metric, named, inch] = nearestDrills(1.63e-3)
    expect(drillsBetween('metric', 1e-3, 2e-3).map((d) => `${d.label} mm`)).toContain(metric.label)
    expect(drillsBetween('number', 1e-3, 2e-3).map((d) => d.label)).toContain(named.label)
    expect(drillsBetween('inch', 1e-3, 2e-3).map((d) => `${d.label} in`)).toContain(inch.label)
  })
  test.each([
    [2.96, 2.95],
    [3.04, 3],
    [5.23, 5.2],
    [11.06, 11.1],
  ])('to a hole of %d mm the nearest metric one is of %d mm', (hole, drill) => {
    const metric = nearestDrills(hole * 1e-3).find((d) => d.label.endsWith('mm'))
    expect(metric && metric.diameterM * 1000).toBeCloseTo(drill, 9)
  })
  test('steps of 0.05 mm to 3 mm, then 0.1 mm', () => {
    const sizes = drillsBetween('metric', 2.8e-3, 3.4e-3).map((d) => d.label)
    expect(sizes).toEqual(['2.8', '2.85', '2.9', '2.95', '3.0', '3.1', '3.2', '3.3', '3.4'])
  })
})

describe('kinds of quantity for air supplies', () => {
  test.each([
    ['12 N/mm', 'springRate', 12_000],
    ['400 cm²', 'area', 0.04],
    ['400 cm2', 'area', 0.04],
    ['2820 1/min', 'strokeRate', 47],
    ['0.6 W/K', 'heatConductance', 0.6],
    ['85 g/h', 'waterRate', 85e-3 / 3600],
  ] as const)('%s is understood', (text, kind, si) => {
    const parsed = parseQuantity(text, kind, unitOf(kind, undefined).id)
    if (!parsed.ok) throw new Error(parsed.message)
    expect(parsed.si).toBeCloseTo(si, 9)
  })
  test('and written back in the same unit', () => {
    expect(formatQuantity(12_000, unitOf('springRate', 'N/mm'))).toMatchObject({ value: '12.0', unit: 'N/mm' })
    expect(formatQuantity(0.35, unitOf('impulse', 'N·s'), 0.01)).toMatchObject({
      value: '0.350',
      uncertainty: '0.010',
      unit: 'N·s',
    })
  })
})

describe('the sizes themselves', () => {
  test('numbers fall and letters rise, each by no more than a tenth', () => {
    const numbers = Array.from({ length: 80 }, (_, i) => drillDiameter(String(i + 1)) ?? 0)
    numbers.slice(1).forEach((d, i) => {
      expect(d).toBeLessThan(numbers[i])
      expect(d / numbers[i]).toBeGreaterThan(0.88)
    })
  })
  // the millimetres printed beside the letters in the same standard, from memory
  const LETTERS_MM = [
    5.944, 6.045, 6.147, 6.248, 6.35, 6.528, 6.629, 6.756, 6.909, 7.036, 7.137, 7.366, 7.493, 7.671, 8.026, 8.204,
    8.433, 8.611, 8.839, 9.093, 9.347, 9.576, 9.804, 10.084, 10.262, 10.49,
  ]
  test.each(LETTERS_MM.map((mm, i) => [String.fromCharCode(65 + i), mm] as const))('%s is %d mm', (letter, mm) =>
    expect((drillDiameter(letter) ?? 0) * 1000).toBeCloseTo(mm, 2),
  )
})
