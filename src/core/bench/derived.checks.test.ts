import { isentropicPower } from '../air'
import { REFERENCE, derive } from './derived'

const isentropic = (
  massFlowKgPerS: number,
  absolutePressurePa: number,
  temperatureK: number,
  backPressurePaAbs: number,
) => isentropicPower({ massFlowKgPerS, absolutePressurePa, temperatureK, backPressurePaAbs })

const plain = (value: number) => ({ value, standardUncertainty: 0 })
const ROOM = 101_325

describe('against the closed form', () => {
  // c_p T (1 - (1/4)^(2/7)) with c_p = 1004.7 J/kg K: 1 kg/s from 400 kPa to 100 kPa at 300 K has 98.6 kW (any
  // textbook's ideal expansion)
  test('isentropic power of 1 kg/s from four to one', () => {
    const cp = (1.4 * 287.05) / 0.4
    expect(isentropic(1, 400e3, 300, 100e3) / (cp * 300 * (1 - 0.25 ** (2 / 7)))).toBeCloseTo(1, 3)
    expect(isentropic(1, 400e3, 300, 100e3)).toBeGreaterThan(97e3)
    expect(isentropic(1, 400e3, 300, 100e3)).toBeLessThan(99.5e3)
  })
  test('a machine that takes all that the air has is at one, and none has more', () => {
    const power = isentropic(2e-3, 451_325, 293.15, ROOM)
    const d = derive({
      power: plain(power),
      speedRadPerS: 1000,
      massFlow: plain(2e-3),
      supplyPaAbs: 451_325,
      supplyK: 293.15,
      roomPaAbs: ROOM,
    })
    expect(d.efficiency.value).toBeCloseTo(1, 12)
    expect(d.airPerWork.value * power).toBeCloseTo(2e-3, 12)
  })
})

test('a litre at 700 kPa gauge holds 8.3 g of air above the room at 20 °C: its work is that times the work of a gram', () => {
  // 700e3 / (287.05 · 293.15) · 1e-3 = 8.318 g
  const d = derive({
    power: plain(10),
    speedRadPerS: 1,
    massFlow: plain(1e-3),
    supplyPaAbs: ROOM + 700e3,
    supplyK: 293.15,
    roomPaAbs: ROOM,
  })
  expect(d.workPerLitre.value / (10 / 1e-3)).toBeCloseTo(8.318e-3, 5)
})

test('the same machine at other choked pressures and temperatures has the same reduced figures', () => {
  // similarity: flow goes with p/√T, speed with √T, power with p √T
  const at = (p: number, t: number) =>
    derive({
      power: plain((12 * p * Math.sqrt(t)) / (400e3 * Math.sqrt(300))),
      speedRadPerS: 1500 * Math.sqrt(t / 300),
      massFlow: plain((2e-3 * (p / 400e3)) / Math.sqrt(t / 300)),
      supplyPaAbs: p,
      supplyK: t,
      roomPaAbs: ROOM,
    })
  const [a, b] = [at(400e3, 300), at(700e3, 270)]
  expect(b.reducedSpeedRadPerS).toBeCloseTo(a.reducedSpeedRadPerS, 9)
  expect(b.reducedFlow.value).toBeCloseTo(a.reducedFlow.value, 12)
  expect(b.reducedPower.value).toBeCloseTo(a.reducedPower.value, 9)
  const reference = at(REFERENCE.pressurePa, REFERENCE.temperatureK)
  expect(reference.reducedSpeedRadPerS).toBeCloseTo(1500 * Math.sqrt(288.15 / 300), 9)
})

test('uncertainties go in by their shares: of power and air where both stand in it', () => {
  const d = derive({
    power: { value: 10, standardUncertainty: 0.3 },
    speedRadPerS: 1000,
    massFlow: { value: 2e-3, standardUncertainty: 8e-5 },
    supplyPaAbs: 450e3,
    supplyK: 293,
    roomPaAbs: ROOM,
  })
  for (const f of [d.efficiency, d.airPerWork, d.workPerLitre])
    expect(f.standardUncertainty / f.value).toBeCloseTo(0.05, 9)
  expect(d.reducedPower.standardUncertainty / d.reducedPower.value).toBeCloseTo(0.03, 9)
})
