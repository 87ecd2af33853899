/** @jest-environment node */
import { sample } from '../check-values/sample'
import fc from 'fast-check'
import { massFlowOfNozzle } from './mass-flow'
import { nozzleFlow, sharpContraction, type NozzleGeometry } from './nozzle'
import { noteWords } from '../../words'

const ROOM = 101325
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const anyNozzle = fc.record({
  gauge: number(10, 1.5e6),
  t0: number(250, 400),
  ratio: fc.oneof(fc.constant(1), number(1, 1.05), number(1, 6)),
  cd: number(0.05, 1),
  phi: number(0.05, 1),
  edge: fc.constantFrom('rounded' as const, 'sharp' as const),
})
type Drawn = typeof anyNozzle extends fc.Arbitrary<infer T> ? T : never
const geometryOf = (n: Drawn): NozzleGeometry => ({
  throatDiameterM: 2e-3,
  exitDiameterM: 2e-3 * Math.sqrt(n.ratio),
  dischargeCoefficient: n.cd,
  velocityCoefficient: n.phi,
  edge: n.edge,
})
const flowOf = (n: Drawn) =>
  nozzleFlow({ totalPressurePaAbs: ROOM + n.gauge, totalTemperatureK: n.t0, backPressurePaAbs: ROOM }, geometryOf(n))
const holds = (property: fc.IProperty<[Drawn]>, seed: number): void =>
  fc.assert(property, { seed, numRuns: sample(600) })

describe('a real nozzle cannot give more than the air holds (first and second law)', () => {
  test('power at most isentropic, thrust at most ideal, momentum and pressure thrust from the state at the exit', () =>
    holds(
      fc.property(anyNozzle, (n) => {
        const flow = flowOf(n)
        const most = Math.sqrt((2 * flow.isentropicPowerW) / flow.massFlowKgPerS)
        expect(flow.jetPowerW).toBeLessThanOrEqual(flow.isentropicPowerW * (1 + 1e-8))
        expect(flow.thrustN).toBeLessThanOrEqual(flow.massFlowKgPerS * most * (1 + 1e-8))
        expect(flow.thrustN).toBeGreaterThanOrEqual(0)
        // the state itself: density, speed and section carry the flow; thrust is what leaves through it
        const density = flow.exitAbsolutePressurePa / (287.05 * flow.exitTemperatureK)
        const section = flow.massFlowKgPerS / (density * flow.exitSpeedMPerS)
        expect(section / ((flow.contraction * Math.PI * 2e-3 ** 2 * n.ratio) / 4)).toBeCloseTo(1, 5)
        const thrust = flow.massFlowKgPerS * flow.exitSpeedMPerS + (flow.exitAbsolutePressurePa - ROOM) * section
        expect(Math.abs(flow.thrustN / thrust - 1)).toBeLessThan(1e-5)
        // the air's entropy never falls on the way
        expect(flow.exitAbsolutePressurePa * (n.t0 / flow.exitTemperatureK) ** 3.5).toBeLessThanOrEqual(
          (ROOM + n.gauge) * (1 + 1e-6),
        )
        expect(massFlowOfNozzle(geometryOf(n))(ROOM + n.gauge, n.t0, ROOM) / flow.massFlowKgPerS).toBeCloseTo(1, 9)
      }),
      71,
    ))

  test('thrust and power fall when either coefficient falls', () =>
    holds(
      fc.property(anyNozzle, (n) => {
        const flow = flowOf(n)
        for (const less of [
          { ...n, cd: 0.98 * n.cd },
          { ...n, phi: 0.98 * n.phi },
        ]) {
          // what a sharp hole loses through friction it may contract less
          if (n.edge === 'sharp' && less.phi !== n.phi) continue
          expect(flowOf(less).thrustN).toBeLessThanOrEqual(flow.thrustN * (1 + 1e-9))
          expect(flowOf(less).jetPowerW).toBeLessThanOrEqual(flow.jetPowerW * (1 + 1e-9))
        }
      }),
      72,
    ))

  test('nothing jumps in pressure, whatever the nozzle', () =>
    holds(
      fc.property(anyNozzle, (n) => {
        const step = (k: number) => flowOf({ ...n, gauge: n.gauge * (1 + k) })
        const [from, to] = [step(0), step(1e-6)]
        expect(Math.abs(to.thrustN - from.thrustN)).toBeLessThan(1e-4 * from.thrustN + 1e-5 * from.massFlowKgPerS * 300)
        expect(Math.abs(to.massFlowKgPerS / from.massFlowKgPerS - 1)).toBeLessThan(1e-4)
      }),
      73,
    ))
})

test('a plain 2 mm hole at 8 bar gauge, discharge 0.6, velocity 0.98, keeps below its isentropic power', () => {
  const flow = nozzleFlow(
    { totalPressurePaAbs: 8e5 + ROOM, totalTemperatureK: 293.15, backPressurePaAbs: ROOM },
    { throatDiameterM: 2e-3, dischargeCoefficient: 0.6, velocityCoefficient: 0.98 },
  )
  expect(flow.jetPowerW / flow.isentropicPowerW).toBeGreaterThan(0.75)
  expect(flow.jetPowerW / flow.isentropicPowerW).toBeLessThan(0.9)
})

test('coefficients that leave no room for their flow are told', () => {
  const told = (phi: number) =>
    nozzleFlow(
      { totalPressurePaAbs: 5e5, totalTemperatureK: 293.15, backPressurePaAbs: ROOM },
      { throatDiameterM: 2e-3, dischargeCoefficient: 0.98, velocityCoefficient: phi },
    )
      .notes.map(noteWords)
      .join(' ')
  expect(told(0.8)).toMatch(/contradict/)
  expect(told(1)).not.toMatch(/contradict/)
})

test.each([
  [5e6, 293.15, /5\.0 MPa absolute/],
  [5e5, 600, /600 K/],
])('outside its range it says so: %p Pa, %p K', (totalPressurePaAbs, totalTemperatureK, words) => {
  expect(
    nozzleFlow({ totalPressurePaAbs, totalTemperatureK, backPressurePaAbs: ROOM }, { throatDiameterM: 2e-3 })
      .notes.map(noteWords)
      .join(' '),
  ).toMatch(words)
})

describe('sharp-edged hole: Perry (1949), Trans. ASME 71, measured discharge of air (values from memory)', () => {
  test.each([
    [0.98, 0.61],
    [0.8, 0.65],
    [0.528, 0.74],
    [0.2, 0.82],
    [0, 0.84],
  ])('at back/total pressure %p about %p', (ratio, measured) =>
    expect(Math.abs(sharpContraction(0.605, ratio) / measured - 1)).toBeLessThan(0.04),
  )
  test('is continuous where it chokes and only ever widens as the pressure rises', () => {
    let last = 1
    for (let r = 0; r < 1; r += 0.001) {
      const c = sharpContraction(0.6, r)
      expect(c).toBeLessThanOrEqual(last + 1e-12)
      expect(last - c).toBeLessThan(r === 0 ? 0.2 : 5e-3)
      last = c
    }
  })
})
