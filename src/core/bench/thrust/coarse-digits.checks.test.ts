import { seededRandom } from '../../statistics'
import { reduceThrust } from './reduce-thrust'
import { simulateStand, trueThrust, type PushTruth } from './simulate-thrust'

/** A stand on a scale that shows so much of its thrust as one digit: how often each figure's interval holds the truth. */
function heldOf(digit: number, pushOf: (aN: number, between: (low: number, high: number) => number) => PushTruth) {
  const held = [0, 0, 0]
  const REPEATS = 12
  for (let seed = 0; seed < REPEATS; seed++) {
    const random = seededRandom(seed * 7 + 1)
    const between = (low: number, high: number) => low + (high - low) * random()
    const aN = between(1, 10)
    const push = pushOf(aN, between)
    const truth = trueThrust(push)
    const r = reduceThrust(
      simulateStand({
        push,
        openS: 2,
        endS: 6 + 2 * truth.runTime,
        stepS: 1 / 80,
        ring: { frequencyHz: 12, dampingRatio: 0.06 },
        offsetN: between(-0.05, 0.05) * aN,
        driftNPerS: 0,
        noiseN: 0.002 * aN,
        windN: 0,
        windS: 0.2,
        resolutionN: digit * aN,
        span: 0,
        seed,
      }),
      { spanRelativeUncertainty: 0 },
    )
    ;(['thrust', 'impulse', 'runTime'] as const).forEach((figure, i) => {
      if (Math.abs(r[figure].value - truth[figure]) < 1.96 * r[figure].standardUncertainty) held[i] += 1 / REPEATS
    })
  }
  return held
}

// a kitchen scale's gram under a push of half a newton is a fiftieth of it
describe.each([0.02, 0.05])(
  'a scale whose digit is %f of the thrust stands still at rest: its zero may be half a digit off',
  (digit) => {
    test.each<[string, Parameters<typeof heldOf>[1]]>([
      ['a bottle', (aN, between) => ({ kind: 'bottle', aN, bN: aN * between(0.12, 0.3), tauS: between(0.5, 2) })],
      [
        'a regulator',
        (forceN, between) => ({ kind: 'regulated', forceN, opensInS: 0.03, lastsS: between(2, 6), endShare: 0.97 }),
      ],
    ])('%s: thrust, impulse and run time lie within what is told', (_, pushOf) => {
      for (const held of heldOf(digit, pushOf)) expect(held).toBeGreaterThan(0.8)
    })
  },
)

test('by the closed form: rows that all show one digit leave the zero unsure by a digit over root twelve (JCGM 100, 4.3.7), and the impulse by that all along', () => {
  const timeS = Array.from({ length: 900 }, (_, i) => i / 80)
  // a valve opens by tenths
  const forceN = timeS.map((t) => (t > 3 && t < 7 ? Math.min(2, Math.round(80 * (t - 3)) / 10) : 0))
  const stirred = forceN.map((f, i) => f + (i % 2 === 0 ? 0.1 : 0))
  const [still, stirs] = [forceN, stirred].map((rows) =>
    reduceThrust({ timeS, forceN: rows }, { spanRelativeUncertainty: 0 }),
  )
  expect(still.zero.standardUncertaintyN).toBeCloseTo(0.1 / Math.sqrt(12), 6)
  expect(still.impulse.standardUncertainty).toBeGreaterThan((4 * 0.1) / Math.sqrt(12))
  // a digit to and fro tells its mean far better
  expect(stirs.zero.standardUncertaintyN).toBeLessThan(0.1 / Math.sqrt(12) / 2)
})
