import fc from 'fast-check'
import { GAS_CONSTANT, STANDARD_ATMOSPHERE_PA } from '../air'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import {
  FITTING_CLASSES,
  areaOfConductance,
  circleArea,
  conductanceOfArea,
  downstreamExact,
  downstreamTable,
  fannoLength,
  fannoPressureRatio,
  fannoTotalPressureRatio,
  fittingEstimate,
  flowFunction,
  frictionFactor,
  lineInlet,
  lineStates,
  machOfFannoLength,
  machOfFlowFunction,
  massFlowOfNozzle,
  sonicMassFlow,
  type LinePart,
} from '.'

const PA = STANDARD_ATMOSPHERE_PA
const T = 293.15

describe('Fanno tables, gamma 1.4 (printed in every gas-dynamics text, e.g. Shapiro 1953; recalled from memory). 4fL*/D, p/p*, p0/p0*', () => {
  test.each([
    [0.1, 66.922, 10.9435, 5.8218],
    [0.2, 14.533, 5.4555, 2.9635],
    [0.3, 5.2993, 3.6191, 2.0351],
    [0.4, 2.3085, 2.6958, 1.5901],
    [0.5, 1.0691, 2.1381, 1.3398],
    [0.6, 0.49082, 1.7634, 1.1882],
    [0.8, 0.07229, 1.2893, 1.0382],
    [2.0, 0.305, 0.40825, 1.6875],
    [3.0, 0.52216, 0.21822, 4.2346],
  ])('Mach %p', (mach, length, pressure, total) => {
    expect(fannoLength(mach) / length).toBeCloseTo(1, 3)
    expect(fannoPressureRatio(mach) / pressure).toBeCloseTo(1, 3)
    expect(fannoTotalPressureRatio(mach) / total).toBeCloseTo(1, 3)
  })
  test('length and flow function turn back into Mach numbers', () => {
    for (const m of [0.001, 0.02, 0.1, 0.35, 0.7, 0.95, 0.999]) {
      expect(machOfFannoLength(fannoLength(m)) / m).toBeCloseTo(1, 6)
      expect(machOfFlowFunction(flowFunction(m)) / m).toBeCloseTo(1, 6)
    }
  })
})

describe('friction factor', () => {
  test('64/Re when laminar', () => expect(frictionFactor(1000, 0.01)).toBeCloseTo(0.064, 12))
  test.each([
    // Moody (1944) chart, Darcy factors read from tables of Colebrook's equation; from memory, within 3 %
    [1e5, 0, 0.018],
    [1e6, 0, 0.01165],
    [1e5, 0.001, 0.0222],
    [1e5, 0.01, 0.0385],
    [1e7, 0.001, 0.0197],
  ])('Re %p, roughness %p: %p', (re, rough, f) =>
    expect(Math.abs(frictionFactor(re, rough) / f - 1)).toBeLessThan(0.03),
  )
  test('no jump at either end of the undecided range', () => {
    expect(frictionFactor(2300.001, 0)).toBeCloseTo(frictionFactor(2299.999, 0), 6)
    expect(frictionFactor(4000.001, 0)).toBeCloseTo(frictionFactor(3999.999, 0), 6)
  })
})

describe('a hose', () => {
  const hose: LinePart = { kind: 'hose', lengthM: 5, boreM: 6e-3, roughnessM: 1.5e-6 }
  test('slow flow: the loss is that of incompressible flow, f L/D rho v²/2 (Darcy–Weisbach)', () => {
    const flow = 2e-4
    const [s] = lineStates([hose], flow, T, 500e3)
    const rho = 500e3 / (GAS_CONSTANT * T)
    const v = flow / (rho * circleArea(6e-3))
    expect((s.inletPaAbs - 500e3) / ((((s.frictionFactor ?? 0) * 5) / 6e-3) * 0.5 * rho * v * v)).toBeCloseTo(1, 2)
  })
  test('fast flow agrees with the Fanno relation integrated step by step', () => {
    const flow = 6e-3
    const [whole] = lineStates([hose], flow, T, 300e3)
    const slices = Array.from({ length: 50 }, (): LinePart => ({ ...hose, lengthM: 0.1 }))
    expect(lineInlet(slices, flow, T, 300e3) / whole.inletPaAbs).toBeCloseTo(1, 6)
  })
  test('a hose that would outrun sound chokes at its end, and what lies behind no longer matters', () => {
    const flow = sonicMassFlow(circleArea(6e-3), 200e3, T)
    const at = (back: number) => lineStates([hose], flow, T, back)[0]
    expect(at(PA).choked).toBe(true)
    expect(at(PA).inletPaAbs).toBeCloseTo(at(150e3).inletPaAbs, 3)
    expect(at(300e3).choked).toBe(false)
  })
})

describe('fittings by ISO 6358-1:2013, turned round', () => {
  test.each(checksOf('iso6358.series').filter(([, c]) => c.unit.startsWith('Pa')))('%s', (_, c) => {
    const part = (n: 1 | 2): LinePart => ({
      kind: 'fitting',
      sonicConductance: given(c, `C${n}`) * 1e-8,
      criticalRatio: given(c, `b${n}`),
    })
    // flow through both from the second part alone, then the first must give back p1
    const [mid, p3, t] = [c.value, given(c, 'p3'), given(c, 'T')]
    const flowOfSecond = (() => {
      let [lo, hi] = [0, 1]
      for (let i = 0; i < 200; i++) {
        const m = (lo + hi) / 2
        if (lineInlet([part(2)], m, t, p3) < mid) lo = m
        else hi = m
      }
      return lo
    })()
    const check = { ...c, value: given(c, 'p1') }
    expectCheck(lineInlet([part(1), part(2)], flowOfSecond, t, p3), check)
  })
  test('a loss-free 1 mm² passes 0.2 L/(s bar): the rule of thumb of the trade', () => {
    expect(conductanceOfArea(1e-6) / 1e-8).toBeCloseTo(0.2, 2)
    expect(areaOfConductance(conductanceOfArea(3e-6))).toBeCloseTo(3e-6, 15)
  })
  test('every class is worse than its bore', () => {
    for (const kind of FITTING_CLASSES)
      expect(fittingEstimate(kind, 6e-3).sonicConductance).toBeLessThan(conductanceOfArea(circleArea(6e-3)))
  })
})

const partArbitrary: fc.Arbitrary<LinePart> = fc.oneof(
  fc.record({
    kind: fc.constant('hose' as const),
    lengthM: fc.double({ min: 0.01, max: 30, noNaN: true }),
    boreM: fc.double({ min: 2e-3, max: 20e-3, noNaN: true }),
    roughnessM: fc.double({ min: 0, max: 60e-6, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('fitting' as const),
    sonicConductance: fc.double({ min: 1e-9, max: 1e-6, noNaN: true }),
    criticalRatio: fc.double({ min: 0.05, max: 0.6, noNaN: true }),
  }),
)

describe('line and nozzle together, over the whole input domain', () => {
  const lines = fc.array(partArbitrary, { maxLength: 4 })
  const throat = fc.double({ min: 0.2e-3, max: 12e-3, noNaN: true })
  const gauge = fc.double({ min: 500, max: 1.2e6, noNaN: true })
  test('flow through every part is the same: the states join up, and no pressure rises on the way', () => {
    fc.assert(
      fc.property(lines, throat, gauge, (parts, d, g) => {
        const nozzle = massFlowOfNozzle({ throatDiameterM: d })
        const line = downstreamExact(parts, nozzle, PA)
        const p1 = g + PA
        const flow = line.massFlow(p1, T)
        const states = lineStates(parts, flow, T, line.nozzlePressure(p1, T))
        expect(flow).toBeGreaterThan(0)
        expect(flow).toBeLessThanOrEqual(nozzle(p1, T, PA) * (1 + 1e-9))
        if (states.length > 0) expect(states[0].inletPaAbs / p1).toBeCloseTo(1, 6)
        states.forEach((s, i) => {
          expect(s.inletPaAbs).toBeGreaterThanOrEqual(s.outletPaAbs * (1 - 1e-9))
          if (i > 0) expect(states[i - 1].outletPaAbs).toBe(s.inletPaAbs)
        })
      }),
      { numRuns: 300, seed: 3 },
    )
  })
  test('more pressure gives more flow', () => {
    fc.assert(
      fc.property(lines, throat, gauge, (parts, d, g) => {
        const line = downstreamExact(parts, massFlowOfNozzle({ throatDiameterM: d }), PA)
        expect(line.massFlow(g * 1.1 + PA, T)).toBeGreaterThan(line.massFlow(g + PA, T))
      }),
      { numRuns: 200, seed: 4 },
    )
  })
  test('the table stays within 0.2 % of the exact answer', () => {
    fc.assert(
      fc.property(
        lines,
        throat,
        fc.double({ min: 20e3, max: 1e6, noNaN: true }),
        fc.double({ min: 0.02, max: 1, noNaN: true }),
        (parts, d, top, share) => {
          const nozzle = massFlowOfNozzle({ throatDiameterM: d })
          const table = downstreamTable(parts, nozzle, PA, top + PA, T)
          const exact = downstreamExact(parts, nozzle, PA)
          const p = top * share + PA
          expect(Math.abs(table.massFlow(p, T) / exact.massFlow(p, T) - 1)).toBeLessThan(2e-3)
          expect(Math.abs((table.nozzlePressure(p, T) - PA) / (exact.nozzlePressure(p, T) - PA) - 1)).toBeLessThan(6e-3)
        },
      ),
      { numRuns: 150, seed: 5 },
    )
  })
})
