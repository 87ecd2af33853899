import { readFileSync } from 'node:fs'
import { sample } from '../../check-values/sample'
import { thrustCampaign, thrustRun, type ThrustCondition } from './campaign'
import { reduceThrust } from './reduce-thrust'
import { simulateStand } from './simulate-thrust'

const exact = { spanRelativeUncertainty: 0 }

/** As an amplifier of load cells reads that nobody set to its fast rate. */
const SLOW_RATES: readonly ThrustCondition[] = ['ten rows a second', 'twenty rows a second']
describe('rows that cannot show how the stand rings', () => {
  const REPEATS = sample(40)
  test.each(SLOW_RATES)('%s: the intervals hold what so few readings tell, and it is said', (condition) => {
    for (const { figure, held, bias } of thrustCampaign(condition, REPEATS, 500)) {
      expect([figure, held > 0.95 - 3.1 * Math.sqrt((0.95 * 0.05) / REPEATS)]).toEqual([figure, true])
      expect([figure, Math.abs(bias) < 0.6]).toEqual([figure, true])
    }
    const { reduction } = thrustRun(condition, 501)
    const { code, values } = reduction!.notes[0]
    expect(code).toBe('thrust-sparse')
    expect(values.perS).toBeCloseTo(condition === 'ten rows a second' ? 10 : 20, 0)
    // what lies between two rows is unsure by a good part of it
    expect(reduction!.impulse.standardUncertainty).toBeGreaterThan(
      0.2 * reduction!.thrust.value * (0.5 / Number(values.perS)),
    )
  })
  test('a bottle of half a second at twenty and ten rows a second: what is told holds the truth, and is about so much', () => {
    const lines = readFileSync('src/project/fixtures/recordings/thrust_bottle.csv', 'utf8').trim().split('\n').slice(2)
    const rows = lines.map((l) => l.split(',').map(Number))
    // the shared recording of known truth, 22.28 N and 4.398 N s, each fourth and each eighth row of it (each sixth meets its ring of 14 Hz at one place of the turn: no rows could show it)
    for (const [every, from] of [
      [4, 0],
      [4, 1],
      [8, 0],
      [8, 1],
    ]) {
      const few = rows.filter((_, i) => i % every === from)
      const r = reduceThrust({ timeS: few.map((x) => x[0]), forceN: few.map((x) => x[1]) }, exact)
      expect(r.notes.map((n) => n.code)).toContain('thrust-sparse')
      for (const [m, truth] of [
        [r.thrust, 22.276],
        [r.impulse, 4.3983],
      ] as const)
        expect([every, from, Math.abs(m.value - truth) < 2.5 * m.standardUncertainty]).toEqual([every, from, true])
      expect(r.thrust.standardUncertainty).toBeLessThan(0.6 * 22.276)
    }
  })
  test('a push that sags for long is told by its own course, no surer than its first rows let it be', () => {
    const push = { kind: 'regulated', forceN: 5, opensInS: 0.05, lastsS: 14, endShare: 0.6 } as const
    let held = 0
    for (let seed = 0; seed < 10; seed++) {
      const still = { offsetN: 0.1, driftNPerS: 0, windN: 0, windS: 0.2, resolutionN: 0, span: 0 }
      const stand = { ...still, push, openS: 3 + seed * 0.007, endS: 22, stepS: 0.1, noiseN: 0.01, seed }
      const r = reduceThrust(simulateStand({ ...stand, ring: { frequencyHz: 8 + seed, dampingRatio: 0.06 } }), exact)
      expect([r.steady, r.asVessel]).toEqual([false, false])
      expect(Math.abs(r.thrust.value / 5 - 1)).toBeLessThan(0.15)
      if (Math.abs(r.thrust.value - 5) < 1.96 * r.thrust.standardUncertainty) held++
    }
    expect(held).toBeGreaterThan(6)
  })
  test('at eighty nothing is said of it', () =>
    expect(thrustRun('rings', 3).reduction!.notes.map((n) => n.code)).not.toContain('thrust-sparse'))
})
