import { RPM } from '../units/rotation'
import { engineMarch, heldAt, engineNetwork, steadyEngine, type EngineInput, type SteadyEngine } from '.'
import doubleActing from './reference/double-acting.json'
import singleActing from './reference/single-acting.json'
import { referenceInput } from './reference/reference-input'

// Independent solution of the same balances by another program, of which a second implementation agrees to 3e-7.
describe.each([
  ['single acting, ball and ports', singleActing],
  ['double acting, slide valve', doubleActing],
] as const)('%s against an independent solution', (_, { parameters, results }) => {
  const input: EngineInput = referenceInput(parameters)
  let engine: SteadyEngine
  beforeAll(() => {
    engine = steadyEngine(engineNetwork(input))!
  })
  const off = (value: number, truth: number) => Math.abs(value / truth - 1)

  test('speed within 0.1 %, its swing within 1 %', () => {
    const { speedRadPerS, slowestRadPerS, fastestRadPerS } = engine.figures
    expect(off(speedRadPerS, results.n_mean_rpm * RPM)).toBeLessThan(1e-3)
    expect(off(fastestRadPerS - slowestRadPerS, results.omega_max - results.omega_min)).toBeLessThan(1e-2)
  })
  test('work of a turn and of each end, air of a turn within 0.1 %', () => {
    expect(off(engine.cycle.indicatedWorkJ, results.W_ind_J)).toBeLessThan(1e-3)
    expect(off(engine.figures.airPerTurnKg * 1e6, results.air_per_rev_mg)).toBeLessThan(1e-3)
    const back = parameters.pa
    engine.cycle.chambers.forEach((chamber, i) => {
      expect(off(chamber.workJ, results.W_ind_chambers_J[i])).toBeLessThan(1e-3)
      // the same from the loop itself, against the room
      const { volumeM3: v, pressurePaAbs: p } = chamber
      let loop = 0
      for (let k = 1; k < v.length; k++) loop += 0.5 * (p[k] + p[k - 1] - 2 * back) * (v[k] - v[k - 1])
      expect(off(loop, chamber.workJ)).toBeLessThan(2e-3)
    })
  })
  test('what the load takes and what friction takes within 0.2 %', () => {
    expect(off(engine.cycle.loadWorkJ, results.W_fan_J)).toBeLessThan(2e-3)
    expect(off(engine.cycle.frictionWorkJ, results.W_friction_J)).toBeLessThan(2e-3)
  })
  test('torque and pressures at 72 angles within 0.5 % of the greatest', () => {
    const { angleRad, torqueNm, chambers } = engine.cycle
    // between samples two degrees apart, straight
    const at = (values: Float64Array, deg: number) => {
      const x = (deg * Math.PI) / 180
      const k = Math.max(
        1,
        angleRad.findIndex((a) => a >= x - 1e-12),
      )
      const share = (x - angleRad[k - 1]) / (angleRad[k] - angleRad[k - 1])
      return values[k - 1] + share * (values[k] - values[k - 1])
    }
    results.angle_deg.forEach((deg, i) => {
      expect(Math.abs(at(torqueNm, deg) - results.torque_Nm[i]) / results.torque_max_Nm).toBeLessThan(5e-3)
      chambers.forEach(({ pressurePaAbs }, c) =>
        expect(Math.abs(at(pressurePaAbs, deg) - results.pressure_Pa[c][i]) / results.p_max_Pa[c]).toBeLessThan(5e-3),
      )
    })
  })
  test('the same speed is found from any guess, and by running until it settles', () => {
    for (const guess of [20, 150, 900])
      expect(
        off(steadyEngine(engineNetwork(input), { radPerS: guess })!.figures.speedRadPerS, engine.figures.speedRadPerS),
      ).toBeLessThan(4e-4)
    const free = engineMarch(engineNetwork(input), 200)
    for (let i = 0; i < 400; i++) expect(free.turn()).toBe(true)
    const before = free.y[free.layout.time]
    free.turn()
    expect(off((2 * Math.PI) / (free.y[free.layout.time] - before), engine.figures.speedRadPerS)).toBeLessThan(4e-4)
  })
  test('a tenth of the tolerance changes nothing that is shown', () => {
    const finer = steadyEngine(engineNetwork(input), undefined, 2e-6)!
    expect(off(finer.figures.speedRadPerS, results.n_mean_rpm * RPM)).toBeLessThan(5e-5)
    expect(off(finer.figures.airPerTurnKg * 1e6, results.air_per_rev_mg)).toBeLessThan(5e-5)
  })
  test('held at the speed that it keeps, it gives what its load takes there', () => {
    const w = engine.figures.speedRadPerS
    const held = heldAt(engineNetwork(input), w)
    const before = held.y.slice()
    held.turn()
    const given = held.y[held.layout.gasWork] - before[held.layout.gasWork]
    // its speed does not swing as the free wheel's does
    expect(off(given, results.W_ind_J)).toBeLessThan(0.02)
  })
})
