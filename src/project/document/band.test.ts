import { FAMILIES, coefficientsOf } from '../../core/machines'
import { evaluate, predict, sidesOf, type Side } from '../../core/prediction'
import { moved } from '../../core/turbine'
import { newBuild, predictionInput } from '.'

/**
 * A prediction takes short ways to its band: what it says is held against builds evaluated anew for every coefficient,
 * at every point of the curve.
 */
const room = { absolutePressurePa: 99_000, temperatureK: 296.15, relativeHumidity: 0.55 }

describe.each(FAMILIES)('the band of %s', (family) => {
  const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
  const input = predictionInput(newBuild(own, family), room)
  const p = predict(input)
  const fresh: Side[] = coefficientsOf(family).map((name) => {
    const at = (sigmas: number) => evaluate({ ...input, coefficients: moved(input.coefficients, name, sigmas) })
    return { name, down: at(-1), up: at(1) }
  })
  const spread = (of: (e: Side['up']) => number) => Math.hypot(...fresh.map(({ down, up }) => (of(up) - of(down)) / 2))

  test('uncertainty of every figure within 2 %', () => {
    for (const name of Object.keys(p.figures) as (keyof typeof p.figures)[]) {
      const whole = spread((e) => e.figures[name])
      expect(Math.abs(p.uncertainty[name] - whole)).toBeLessThanOrEqual(0.02 * whole + 1e-9 * Math.abs(p.figures[name]))
    }
  })
  test('torque and power along the whole curve within 6 % of the greatest', () => {
    const torque = p.curve.map((c) => spread((e) => e.model.at(c.speedRadPerS).torqueNm))
    const power = p.curve.map((c) => spread((e) => e.model.at(c.speedRadPerS).shaftPowerW))
    const off = (known: readonly number[], whole: readonly number[]) =>
      Math.max(...whole.map((w, i) => Math.abs(known[i] - w))) / Math.max(...whole)
    expect(off(p.band.torqueNm, torque)).toBeLessThan(0.06)
    expect(off(p.band.powerW, power)).toBeLessThan(0.06)
  })
  test('each coefficient’s share is what moving it alone does', () => {
    expect(sidesOf(input, evaluate(input)).map((s) => s.name)).toEqual(p.changes.map((s) => s.name))
    const whole = fresh.map(({ down, up }) => (up.figures.bestPowerW - down.figures.bestPowerW) / 2)
    const greatest = Math.max(...whole.map(Math.abs))
    for (const [i, w] of whole.entries())
      expect(Math.abs(p.changes[i].figures.bestPowerW - w)).toBeLessThan(0.02 * greatest)
  })
})
