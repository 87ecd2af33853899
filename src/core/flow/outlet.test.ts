import {
  circleArea,
  dischargeFromFlow,
  massFlowFromPlate,
  nozzleFlow,
  outletSection,
  plateForce,
  scaledToArea,
  shapeFactor,
  type OutletShape,
} from '.'

const shapes: OutletShape[] = [
  { kind: 'round', diameterM: 3e-3, count: 1 },
  { kind: 'slot', widthM: 6e-3, heightM: 1e-3, count: 1 },
  { kind: 'sector', innerRadiusM: 10e-3, outerRadiusM: 12e-3, angleRad: 0.4, count: 2 },
  { kind: 'divided', diameterM: 4e-3, parts: 2, webM: 0.8e-3 },
  { kind: 'divided', diameterM: 5e-3, parts: 4, webM: 0.8e-3 },
  { kind: 'ring', diameterM: 1e-3, count: 7, ringRadiusM: 4e-3 },
]

describe('outlet sections', () => {
  test('a round hole has its own diameter as hydraulic diameter', () =>
    expect(outletSection(shapes[0])).toMatchObject({
      hydraulicDiameterM: expect.closeTo(3e-3, 12),
      equalAreaDiameterM: expect.closeTo(3e-3, 12),
      passages: 1,
    }))
  test('a thin web takes its thickness times the diameter', () => {
    const whole = circleArea(4e-3)
    expect(outletSection({ kind: 'divided', diameterM: 4e-3, parts: 2, webM: 1e-6 }).areaM2).toBeCloseTo(
      whole - 4e-9,
      11,
    )
    expect(outletSection({ kind: 'divided', diameterM: 4e-3, parts: 4, webM: 1e-6 }).areaM2).toBeCloseTo(
      whole - 8e-9,
      11,
    )
  })
  test.each(shapes.filter((s) => s.kind === 'divided'))('area and edge of %j, counted on a fine grid', (shape) => {
    if (shape.kind !== 'divided') throw new Error('kind')
    const n = 1200
    const r = shape.diameterM / 2
    let inside = 0
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const [x, y] = [((i + 0.5) / n - 0.5) * 2 * r, ((j + 0.5) / n - 0.5) * 2 * r]
        if (
          x * x + y * y <= r * r &&
          Math.abs(x) > shape.webM / 2 &&
          (shape.parts === 2 || Math.abs(y) > shape.webM / 2)
        )
          inside++
      }
    expect(outletSection(shape).areaM2 / ((inside * 4 * r * r) / (n * n))).toBeCloseTo(1, 2)
  })
  test('two half circles of no web have the edge of a circle and four radii', () =>
    expect(outletSection({ kind: 'divided', diameterM: 2, parts: 2, webM: 1e-9 }).wettedPerimeterM).toBeCloseTo(
      2 * Math.PI + 4,
      6,
    ))
  test('four quarter circles of no web have the edge of a circle and eight radii; a web takes what it covers', () => {
    const quarters = (webM: number) => outletSection({ kind: 'divided', diameterM: 2, parts: 4, webM }).wettedPerimeterM
    expect(quarters(1e-9)).toBeCloseTo(2 * Math.PI + 8, 6)
    // one quarter walked round in small steps: its arc, and both straight sides from the web's corner to the rim
    const [h, n] = [0.15, 20_000]
    const [from, to] = [Math.asin(h), Math.acos(h)]
    let arc = 0
    for (let i = 0; i < n; i++) {
      const [a, b] = [from + ((to - from) * i) / n, from + ((to - from) * (i + 1)) / n]
      arc += Math.hypot(Math.cos(b) - Math.cos(a), Math.sin(b) - Math.sin(a))
    }
    expect(quarters(2 * h)).toBeCloseTo(4 * (arc + 2 * (Math.cos(from) - h)), 6)
  })
  test.each(shapes)('scaled to an area, it has it: %j', (shape) =>
    expect(outletSection(scaledToArea(shape, 9e-6)).areaM2 / 9e-6).toBeCloseTo(1, 9),
  )
  test('at equal area, the more edge the more is lost to the wall; a single round hole loses nothing beside itself', () => {
    const flow = { speedMPerS: 300, densityKgPerM3: 3, temperatureK: 250 }
    const factors = shapes.map((s) => shapeFactor(outletSection(scaledToArea(s, 9e-6)), flow))
    expect(factors[0]).toBeCloseTo(1, 12)
    factors.slice(1).forEach((f) => {
      expect(f).toBeLessThan(1)
      expect(f).toBeGreaterThan(0.8)
    })
    expect(factors[5]).toBeLessThan(factors[3])
  })
})

describe('jet on a plate', () => {
  const jet = nozzleFlow(
    { totalPressurePaAbs: 400e3, totalTemperatureK: 293.15, backPressurePaAbs: 101_325 },
    { throatDiameterM: 1.6e-3, dischargeCoefficient: 0.8 },
  )
  test('force to flow and back, with the discharge coefficient that made it', () => {
    const force = plateForce(jet.massFlowKgPerS, jet.jetSpeedMPerS)
    const flow = massFlowFromPlate(
      { value: force, standardUncertainty: 0.02 * force, unit: 'N' },
      { value: jet.jetSpeedMPerS, standardUncertainty: 0, unit: 'm/s' },
    )
    expect(flow.value).toBeCloseTo(jet.massFlowKgPerS, 12)
    expect(flow.standardUncertainty / flow.value).toBeCloseTo(0.02, 9)
    const ideal = nozzleFlow(
      { totalPressurePaAbs: 400e3, totalTemperatureK: 293.15, backPressurePaAbs: 101_325 },
      { throatDiameterM: 1.6e-3 },
    )
    expect(dischargeFromFlow(flow, ideal.massFlowKgPerS).value).toBeCloseTo(0.8, 9)
  })
})
