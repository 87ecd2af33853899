import { sample } from '../../check-values/sample'
import { mean } from '../../statistics'
import { reduceThrust } from './reduce-thrust'
import { simulateStand, trueThrust } from './simulate-thrust'

const exact = { spanRelativeUncertainty: 0 }

test('a zero read from a short quiet part is most of what is unknown of a long push: the band follows the scatter', () => {
  // half a second of quiet on each side, six of push: the zero's error counts over all of it
  const runs = Array.from({ length: sample(8) }, (_, seed) =>
    reduceThrust(
      simulateStand({
        push: { kind: 'trace', timeS: [0, 0.05, 5.95, 6], forceN: [0, 4, 4, 0] },
        openS: 0.6,
        endS: 7.6,
        stepS: 0.01,
        ring: null,
        offsetN: 0.1,
        driftNPerS: 0,
        noiseN: 0.02,
        windN: 0,
        windS: 1,
        resolutionN: 0,
        span: 0,
        seed: 500 + seed,
      }),
      exact,
    ),
  )
  const errors = runs.map((r) => r.impulse.value - 4 * 5.95)
  const scatter = Math.sqrt(errors.reduce((sum, e) => sum + e * e, 0) / errors.length)
  const said = runs.reduce((sum, r) => sum + r.impulse.standardUncertainty, 0) / runs.length
  // noise alone over the push is 0.02 √(0.01 · 6) = 0.005 N·s
  expect(scatter).toBeGreaterThan(0.007)
  expect(said / scatter).toBeGreaterThan(0.75)
  expect(said / scatter).toBeLessThan(1.8)
})

test('noise that is slow widens the band of the impulse by its own slowness', () => {
  const push = { kind: 'regulated', forceN: 5, opensInS: 0.05, lastsS: 12, endShare: 1 } as const
  const stand = (windN: number, seed: number) =>
    reduceThrust(
      simulateStand({
        push,
        openS: 3,
        endS: 20,
        stepS: 0.0125,
        ring: null,
        offsetN: 0,
        driftNPerS: 0,
        noiseN: 0.02,
        windN,
        windS: 0.4,
        resolutionN: 0,
        span: 0,
        seed,
      }),
      exact,
    ).impulse
  const runs = Array.from({ length: sample(10) }, (_, seed) => stand(0.02, 50 + seed))
  const truth = trueThrust(push).impulse
  const rms = Math.sqrt(mean(runs.map((r) => ((r.value - truth) / r.standardUncertainty) ** 2)))
  expect(rms).toBeGreaterThan(0.5)
  expect(rms).toBeLessThan(1.6)
  // slow noise as large as the rows’ own forgets over 32 rows: means over it scatter five times as much
  expect(mean(runs.map((r) => r.standardUncertainty)) / stand(0, 1).standardUncertainty).toBeGreaterThan(2.5)
})
