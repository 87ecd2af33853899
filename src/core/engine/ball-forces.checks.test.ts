import { mm, STEEL, engine, ballOf, spring } from './testing/ball-engine'
import fc from 'fast-check'
import { sample } from '../check-values/sample'
import { liftedArea, noPush, printedStop, pushOn } from '.'

describe('what pushes a ball', () => {
  const ball = ballOf(engine(spring(2)))
  const push = noPush()
  const seat = (Math.PI / 4) * (4.5 * mm) ** 2
  test('on its seat: pressure on the seat, spring and weight, held by the seat alone', () => {
    // pressed in by a hair, at rest
    pushOn(ball, -1e-9, 0, 300e3, -1, 0, push)
    expect(push.totalN).toBeCloseTo(-(seat * 300e3 + 2 + STEEL * 9.80665) + 1e-9 * 1e6, 6)
    const rests = (seat * 300e3 + 2 + STEEL * 9.80665) / (1e6 + 2 / (4.4 * mm))
    pushOn(ball, -rests, 0, 300e3, -1, 0, push)
    expect(push.totalN).toBeCloseTo(0, 3)
    expect(push.pinN).toBe(0)
  })
  test('far from its seat the air has hardly any hold on it; half of it where gap and hole are alike', () => {
    const alike = ball.holeM2 / ball.openingM
    pushOn(ball, alike, 0, 300e3, -1, 0, push)
    expect(-push.perPressure / seat).toBeCloseTo(0.5, 9)
    pushOn(ball, 10 * alike, 0, 300e3, -1, 0, push)
    expect(-push.perPressure / seat).toBeLessThan(0.011)
  })
  test('a stop gives back about half of the speed: restitution of a printed seat (common practice, no source)', () => {
    const stop = printedStop(STEEL)
    const light = { ...ball, spring: { forceN: 0, stiffnessNPerM: 0 }, contact: stop }
    for (const speed of [0.3, 1, 3]) {
      let [x, v] = [0, -speed]
      const dt = 2e-8
      do {
        pushOn(light, x, v, 0, -1, 0, push)
        v += (push.totalN / STEEL) * dt
        x += v * dt
      } while (x < 0)
      expect(v / speed).toBeGreaterThan(0.44)
      expect(v / speed).toBeLessThan(0.6)
    }
  })
  test('its slopes are those of its force, in any place: sitting, lifted, on its pin, at the cap', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -20e-6, max: 3.75 * mm, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -100e3, max: 600e3, noNaN: true }),
        fc.constantFrom(-1, 0.5 * mm, 1.5 * mm),
        fc.constantFrom(-2, 0, 2),
        (x, v, dp, pin, pinSpeed) => {
          const at = (dx: number, dv: number, dq: number) => {
            pushOn(ball, x + dx, v + dv, dp + dq, pin, pinSpeed, push)
            return push.totalN
          }
          const seen = (f: (h: number) => number, h: number) => (f(h) - f(-h)) / (2 * h)
          const [byLift, bySpeed, byPressure] = [
            seen((h) => at(h, 0, 0), 1e-10),
            seen((h) => at(0, h, 0), 1e-6),
            seen((h) => at(0, 0, h), 1),
          ]
          // a place where a stop begins or ends has two slopes
          const edges = [0, pin, pin - 2e-6, -2e-6, ball.roomM, ball.roomM + 2e-6]
          fc.pre(edges.every((e) => Math.abs(x - e) > 1e-9))
          at(0, 0, 0)
          const { perLift, perSpeed, perPressure, totalN } = { ...push }
          fc.pre(Math.abs(totalN) < 1e6)
          expect(Math.abs(byLift - perLift)).toBeLessThan(1e-3 * Math.abs(perLift) + 3)
          expect(Math.abs(bySpeed - perSpeed)).toBeLessThan(1e-3 * Math.abs(perSpeed) + 1e-3)
          expect(Math.abs(byPressure - perPressure)).toBeLessThan(1e-6 * Math.abs(perPressure) + 1e-10)
        },
      ),
      { numRuns: sample(300), seed: 5 },
    ))
  test('its opening grows with its lift up to the hole beside the pin', () => {
    expect(liftedArea(ball, -1e-6)).toBe(0)
    expect(liftedArea(ball, 0.1 * mm)).toBeCloseTo(0.7 * Math.PI * 4.5 * mm * 0.1 * mm * Math.SQRT1_2, 12)
    expect(liftedArea(ball, 3 * mm)).toBeCloseTo((0.7 * Math.PI * (4.5 ** 2 - 1.5 ** 2) * mm * mm) / 4, 12)
  })
})
