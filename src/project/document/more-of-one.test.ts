import { plain } from './any-build'
import { predict } from '../../core/prediction'
import { predictionInput, setField, type TurbineBuild } from '.'

describe('more of one thing (all else kept) moves figures the way physics says', () => {
  const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }
  const at = (change: (b: TurbineBuild) => void) => {
    const b = structuredClone(plain)
    b.supply = { kind: 'steady', gaugePressurePa: 350e3, airTemperatureK: 293.15 }
    b.line.regulator = null
    change(b)
    return predict(predictionInput(b, room)).figures
  }
  const base = at(() => undefined)
  test('pressure: more flow, thrust, torque, power and free speed', () => {
    const more = at((b) => void (b.supply.kind === 'steady' && (b.supply.gaugePressurePa = 450e3)))
    for (const key of ['massFlowKgPerS', 'thrustN', 'stallTorqueNm', 'bestPowerW', 'freeSpeedRadPerS'] as const)
      expect(more[key]).toBeGreaterThan(base[key])
  })
  test('a narrower line: less of all of them', () => {
    const less = at(
      (b) => void (b.line.parts = [{ kind: 'hose', label: '', lengthM: 6, boreM: 2.5e-3, roughnessM: 1.5e-6 }]),
    )
    for (const key of ['massFlowKgPerS', 'thrustN', 'bestPowerW'] as const) expect(less[key]).toBeLessThan(base[key])
  })
  test('a longer gap: the jet slows, free speed falls, torque at rest stays (momentum is kept)', () => {
    // blades tall enough to catch the wider jet whole
    const tall = (b: TurbineBuild) => setField(b, 'machine.bladeHeightM', 0.03)
    const near = at(tall)
    const far = at((b) => {
      tall(b)
      b.machine.nozzle.gapM = 9e-3
    })
    expect(far.freeSpeedRadPerS).toBeLessThan(near.freeSpeedRadPerS)
    expect(far.stallTorqueNm / near.stallTorqueNm).toBeCloseTo(1, 1)
  })
  test('a larger radius: more torque at rest, a lower free speed', () => {
    const large = at((b) => setField(b, 'machine.meanRadiusM', 0.04))
    expect(large.stallTorqueNm).toBeGreaterThan(base.stallTorqueNm)
    expect(large.freeSpeedRadPerS).toBeLessThan(base.freeSpeedRadPerS)
  })
  test('a close casing: more free speed; the closer, the more', () => {
    const close = (clearanceM: number) =>
      at((b) => {
        setField(b, 'machine.casing.kind', 'close')
        setField(b, 'machine.casing.clearanceM', clearanceM)
      }).freeSpeedRadPerS
    expect(close(2e-3)).toBeGreaterThan(base.freeSpeedRadPerS)
    expect(close(0.5e-3)).toBeGreaterThan(close(2e-3))
  })
  test('flat paddles give less than scoops on the same jet', () =>
    expect(at((b) => setField(b, 'machine.profile', 'flat')).bestPowerW).toBeLessThan(base.bestPowerW * 1.001))
  test('thinner air in the mountains: the same gauge pressure gives less flow', () => {
    const high = predict(
      predictionInput(
        {
          ...structuredClone(plain),
          supply: { kind: 'steady', gaugePressurePa: 350e3, airTemperatureK: 293.15 },
          line: { ...plain.line, regulator: null },
        },
        { ...room, absolutePressurePa: 80_000 },
      ),
    ).figures
    expect(high.massFlowKgPerS).toBeLessThan(base.massFlowKgPerS)
  })
})
