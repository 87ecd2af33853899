import fc from 'fast-check'
import { freeSpeed, idealImpulse, turbineCurve, turbineSummary, type TurbineModel, type TurbinePoint } from '.'

/** A machine whose torque is any function of its speed, with what rubs as given. */
const machine = (torque: (w: number) => number, speedLimitRadPerS = 1000, rubbingNm = 0): TurbineModel =>
  ({
    speedLimitRadPerS,
    notes: [],
    at: (w: number) =>
      ({
        speedRadPerS: w,
        torqueNm: torque(w),
        bladeTorqueNm: torque(w) + rubbingNm,
        shaftPowerW: torque(w) * w,
        ledger: { rubbingW: rubbingNm * w },
      }) as unknown as TurbinePoint,
  }) as unknown as TurbineModel

describe('the figures of any torque line', () => {
  test('property: a straight line has its best power at half its free speed, a quarter of stall torque times free speed (closed form)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 10, noNaN: true }),
        fc.double({ min: 20, max: 7000, noNaN: true }),
        (stall, free) => {
          const { stallTorqueNm, freeSpeedRadPerS, bestPower } = turbineSummary(machine((w) => stall * (1 - w / free)))
          expect(stallTorqueNm / stall).toBeCloseTo(1, 9)
          expect(freeSpeedRadPerS / free).toBeCloseTo(1, 6)
          expect(bestPower.speedRadPerS / free).toBeCloseTo(0.5, 3)
          expect(bestPower.powerW / ((stall * free) / 4)).toBeCloseTo(1, 5)
        },
      ),
      { seed: 14, numRuns: 150, endOnFailure: true },
    )
  })
  test('a machine that does not start has no free speed and no power; one that nothing holds runs to eight times its limit', () => {
    expect(turbineSummary(machine(() => -0.1))).toMatchObject({
      stallTorqueNm: 0,
      freeSpeedRadPerS: 0,
      bestPower: { powerW: 0 },
    })
    expect(freeSpeed(machine(() => 0.1, 500))).toBe(4000)
  })
  test('the first crossing counts: what a machine would do beyond it does not', () =>
    expect(freeSpeed(machine((w) => (w < 400 ? 1 - w / 300 : 5), 350))).toBeCloseTo(300, 5))
  test('what slides takes its torque from the first: it is missing at rest', () =>
    expect(turbineSummary(machine((w) => 0.5 - w / 1000, 1000, 0.2)).stallTorqueNm).toBeCloseTo(0.5, 9))
  test('a curve runs from rest to its end, evenly', () =>
    expect(
      turbineCurve(
        machine(() => 1),
        100,
        5,
      ).map((p) => p.speedRadPerS),
    ).toEqual([0, 25, 50, 75, 100]))
  test('the loss-free jet: half the wheel’s free speed takes cos² of its power', () => {
    const { powerW, speedRadPerS, freeSpeedRadPerS, stallTorqueNm } = idealImpulse({
      massFlowKgPerS: 2e-3,
      speed: 400,
      angleRad: 0.3,
      radiusM: 0.03,
    })
    expect(powerW / (0.5 * 2e-3 * 400 ** 2)).toBeCloseTo(Math.cos(0.3) ** 2, 12)
    expect([speedRadPerS / freeSpeedRadPerS, (stallTorqueNm * freeSpeedRadPerS) / 4 / powerW]).toEqual([
      expect.closeTo(0.5, 12),
      expect.closeTo(1, 12),
    ])
  })
})
