import fc from 'fast-check'
import { sample } from '../check-values/sample'
import { cycleOf, engineMarch, engineNetwork, engineRunDown } from '.'
import { anyEngine, anyRotor, between } from './testing/any-engine'

describe('any engine, however it is turned', () => {
  test('loses no air and no energy: mass to 1e-9, energy to 1e-6 of what passes', () =>
    fc.assert(
      fc.property(
        fc.oneof({ weight: 3, arbitrary: anyEngine }, { weight: 1, arbitrary: anyRotor }),
        between(30, 600),
        (input, w) => {
          const network = engineNetwork(input)
          const march = engineMarch(network, w)
          const { y, layout } = march
          const mass = () => network.volumes.reduce((sum, _, i) => sum + y[2 * i], 0)
          for (let i = 0; i < 3 && march.turn(); i++);
          const [m0, y0] = [mass(), y.slice()]
          const cycle = cycleOf(march)
          if (!cycle) return // came to rest
          const given = [0, 1, 2].map((r) => y[layout.given(r)[0]] - y0[layout.given(r)[0]])
          const passed = given.reduce((sum, g) => sum + Math.abs(g), 0) + mass()
          expect(Math.abs(mass() - m0 - given.reduce((a, b) => a + b, 0))).toBeLessThan(1e-9 * passed)
          const energy = passed * 1005 * 293
          expect(Math.abs(cycle.residualJ)).toBeLessThan(1e-6 * energy)
          for (const { pressurePaAbs, temperatureK } of cycle.chambers) {
            expect(Math.min(...pressurePaAbs)).toBeGreaterThan(0)
            expect(Math.min(...temperatureK)).toBeGreaterThan(30)
          }
        },
      ),
      { numRuns: sample(60), seed: 77 },
    ))

  test('never gives more than its air can', () =>
    fc.assert(
      fc.property(anyEngine, (input) => {
        if (input.supply.kind !== 'vessel') return
        const { shaftWorkJ, airKg, vesselPaAbs } = engineRunDown({
          engine: input,
          flickRadPerS: 80,
          mostTimeS: 1,
          thrustPerSquareNS2: 0,
        })
        const flick = 0.5 * input.turning.inertiaKgM2 * 80 ** 2
        const { absolutePressurePa: p, temperatureK: T } = input.supply
        const heat = input.supply.heat === 'adiabatic' && input.machine.walls.filmWPerM2K === 0 ? 1 : 1.3
        const best = airKg * 1004.675 * T * (1 - (101_325 / p) ** (2 / 7))
        expect(shaftWorkJ).toBeLessThan(heat * Math.max(0, best) + flick + 1e-9)
        for (let i = 1; i < vesselPaAbs.length; i++)
          if (heat === 1) expect(vesselPaAbs[i]).toBeLessThan(vesselPaAbs[i - 1] * 1.02 + 2e3)
      }),
      { numRuns: sample(25), seed: 78 },
    ))
})
