import fc from 'fast-check'
import { FAMILIES, turbineModel } from '../../core/machines'
import { LEDGER_LOSSES, torqueOver, turbineSummary, type TurbineInlet } from '../../core/turbine'
import { newBuild, predictionInput } from '../document'
import { SPECS } from './specs'

const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const inlet = (gaugePa: number): TurbineInlet => ({
  totalPressurePaAbs: 101_325 + gaugePa,
  totalTemperatureK: 293.15,
  backPressurePaAbs: 101_325,
  ambientTemperatureK: 293.15,
})
/** What a family is first fed with, Pa gauge. */
const firstPressure = (supply: object): number =>
  'gaugePressurePa' in supply && typeof supply.gaugePressurePa === 'number' ? supply.gaugePressurePa : 300e3

describe.each(FAMILIES)('%s on its own, as a maker begins with it', (family) => {
  const input = predictionInput(newBuild(own, family), room)
  const inWind = SPECS[family].supply.kind === 'wind'
  const pressure = inWind ? 60 : firstPressure(SPECS[family].supply)
  const none = { value: 0, standardUncertainty: 0 }
  // wind hardly turns a bearing with grease in it
  const coefficients = inWind ? { ...input.coefficients, bearing: none } : input.coefficients
  const modelAt = (gaugePa: number) =>
    turbineModel(
      input.machine,
      {
        nozzle: input.nozzle,
        bearings: { classId: input.shaft.bearingClassId, count: input.shaft.bearingCount },
        coefficients,
      },
      inlet(gaugePa),
    )

  test('turns, has a free speed and gives less than the air has', () => {
    const model = modelAt(pressure)
    const summary = turbineSummary(model)
    expect(summary.stallTorqueNm).toBeGreaterThan(0)
    expect(summary.freeSpeedRadPerS).toBeGreaterThan(0)
    const { efficiency } = model.at(summary.bestPower.speedRadPerS)
    expect(efficiency).toBeGreaterThan(0)
    expect(efficiency).toBeLessThan(0.95)
  })
  test('the ledger adds up, at any pressure and speed, and no loss gives power', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 1.4, noNaN: true }),
        (load, share) => {
          const model = modelAt(pressure * load)
          const point = model.at(share * model.speedLimitRadPerS)
          const { ledger } = point
          const sum = LEDGER_LOSSES.reduce((a, k) => a + ledger[k], ledger.shaftW)
          const scale = Math.max(1e-3, ledger.isentropicPowerW, Math.abs(ledger.shaftW))
          expect(Math.abs(sum - ledger.isentropicPowerW) / scale).toBeLessThan(1e-9)
          for (const k of LEDGER_LOSSES) expect([k, ledger[k] / scale > -1e-6]).toEqual([k, true])
          const figures = Object.values(point).filter((v) => typeof v === 'number')
          expect(figures.every(Number.isFinite)).toBe(true)
        },
      ),
      { seed: 4, numRuns: 60, endOnFailure: true },
    )
  })
  test('its torque alone is the torque of its point', () => {
    const model = modelAt(pressure)
    for (const share of [0, 1e-3, 0.2, 0.5, 0.9, 1.3, 2.5]) {
      const speed = share * model.speedLimitRadPerS
      expect(torqueOver(model)(speed)).toBeCloseTo(model.at(speed).torqueNm, 12)
    }
  })
  test('more pressure never makes it stall weaker', () => {
    const stall = [0.2, 0.5, 1, 2].map((s) => modelAt(pressure * s).at(0).bladeTorqueNm)
    stall.slice(1).forEach((t, i) => expect(t).toBeGreaterThanOrEqual(stall[i]))
  })
})
