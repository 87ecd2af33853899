import { linearLeastSquares, scatteredCovariance } from '../../statistics'
import { trueFigures } from './simulate-settled'
import { USUAL_BEND, bandAt, lineAt, lineFigures, speedAt, torqueLine } from './torque-line'

const straight = (a: number, b: number, c = 0) =>
  [100, 300, 500, 700, 900, 1100, 1300, 1500].map((w) => ({ speedRadPerS: w, torqueNm: a + b * w + c * w * w }))

describe('a line of torque', () => {
  test('exact readings give the closed form: peak a²/4b at half the free speed', () => {
    const line = torqueLine(straight(0.04, -2e-5), 1e-6)
    const figures = line && lineFigures(line)
    expect(figures?.stallTorque.value).toBeCloseTo(0.04, 8)
    expect(figures?.freeSpeed.value).toBeCloseTo(2000, 3)
    expect(figures?.peakSpeed.value).toBeCloseTo(1000, 3)
    expect(figures?.peakPower.value).toBeCloseTo(0.04 ** 2 / (4 * 2e-5), 6)
    expect(line?.bent).toBe(false)
  })
  test('a bend beyond doubt is followed: peak and free speed are those of the bent law', () => {
    const noise = [1, -1, 1, -1, 1, -1, 1, -1].map((s) => s * 1e-5)
    const points = straight(0.04, -1e-5, -6e-9).map((p, i) => ({ ...p, torqueNm: p.torqueNm + noise[i] }))
    const line = torqueLine(points, 1e-6)
    const figures = line && lineFigures(line)
    expect(line?.bent).toBe(true)
    const free = (1e-5 - Math.sqrt(1e-10 + 4 * 0.04 * 6e-9)) / (2 * -6e-9)
    expect(figures?.freeSpeed.value).toBeCloseTo(free, -1)
    const w = figures?.peakSpeed.value ?? 0
    // slope of a ω + b ω² + c ω³ is nothing at its greatest
    expect(Math.abs(0.04 - 2e-5 * w - 18e-9 * w * w)).toBeLessThan(5e-4)
  })
  test('three of ten readings far off move it by nothing, where plain least squares is far off', () => {
    const points = straight(0.04, -2e-5).concat([
      { speedRadPerS: 400, torqueNm: 0.32 },
      { speedRadPerS: 250, torqueNm: 0.03 - 0.015 },
    ])
    points[2] = { ...points[2], torqueNm: points[2].torqueNm / 10 }
    const line = torqueLine(points, 1e-6)
    expect(line?.parameters[0]).toBeCloseTo(0.04, 6)
    expect(line?.kept.filter((k) => !k)).toHaveLength(3)
  })
  test('two loads tell no bend: it stays what it was known to be, and the torque at rest is as unsure as that', () => {
    const at = (w: number, off: number) => ({ speedRadPerS: w, torqueNm: 0.04 - 2e-5 * w + off })
    const points = [at(800, 1e-5), at(800, -1e-5), at(1200, 1e-5), at(1200, -1e-5)]
    const line = torqueLine(points, 1e-6)!
    // 0.04 N·m over the square of 2000 rad/s is a bend of 1
    const whole = 0.04 / 2000 ** 2
    expect(line.parameters[2] / whole).toBeCloseTo(-USUAL_BEND.share, 1)
    expect(Math.sqrt(line.covariance[2][2]) / whole).toBeCloseTo(USUAL_BEND.spread, 1)
    expect(line.bent).toBe(false)
    // on both loads it lies all the same; carried to rest by 800 · 1200 times the bend
    expect(lineAt(line, 800)).toBeCloseTo(0.024, 6)
    // of the mean of two by residuals over one less their leverage, by t of two degrees of freedom: the bend was no reading’s
    const ofTwo = Math.SQRT2 * 1e-5 * (4.303 / 1.96)
    expect(bandAt(line, 800) / ofTwo).toBeCloseTo(1, 2)
    const { stallTorque } = lineFigures(line)!
    expect(stallTorque.standardUncertainty).toBeCloseTo(USUAL_BEND.spread * whole * 800 * 1200, 3)
    expect(Math.abs(stallTorque.value - 0.04)).toBeLessThan(2 * stallTorque.standardUncertainty)
  })
  test.each([0.8, -0.4])(
    'torque that bends by %d, few loads: the truth lies within what is said of each figure',
    (bend) => {
      const truth = trueFigures({ stallTorqueNm: 0.04, freeSpeedRadPerS: 2000, bend })
      const points = [0.85, 0.6, 0.35].flatMap((x) =>
        [1, -1].map((s) => ({
          speedRadPerS: 2000 * x,
          torqueNm: 0.04 * (1 - (1 - bend) * x - bend * x * x) + s * 2e-4,
        })),
      )
      const line = torqueLine(points, 1e-6)!
      const found = lineFigures(line)!
      for (const id of ['stallTorque', 'freeSpeed', 'peakPower', 'peakSpeed'] as const)
        expect([id, Math.abs(found[id].value - truth[id]) < 2 * found[id].standardUncertainty]).toEqual([id, true])
      expect(found.peakPower.standardUncertainty / truth.peakPower).toBeLessThan(0.03)
    },
  )
  test.each([0, 0.3, -0.3, 0.9])('closed form of a law that bends by %d: no speed gives more power', (bend) => {
    const { peakPower, peakSpeed } = trueFigures({ stallTorqueNm: 2, freeSpeedRadPerS: 100, bend })
    const power = (w: number) => 2 * (1 - (1 - bend) * (w / 100) - bend * (w / 100) ** 2) * w
    expect(power(peakSpeed)).toBeCloseTo(peakPower, 9)
    for (let w = 0; w <= 100; w += 0.5) expect(power(w)).toBeLessThanOrEqual(peakPower + 1e-9)
  })
  test('the speed of a torque, on a line that bends and on one that hardly does', () => {
    const of = (c: number) => ({ parameters: [0.04, -1e-5, c] as const })
    for (const c of [-6e-9, -1e-18, 1e-12]) expect(lineAt(of(c), speedAt(of(c), 0.03)!)).toBeCloseTo(0.03, 12)
    expect(speedAt(of(-6e-9), 0.05)).toBeNull()
    expect(speedAt(of(1e-9), 0.01)).toBeNull()
  })
  test('fewer than four readings, or one speed, is no line', () => {
    expect(torqueLine(straight(0.04, -2e-5).slice(0, 3), 0)).toBeNull()
    expect(
      torqueLine(
        straight(0.04, 0).map((p) => ({ ...p, speedRadPerS: 5 })),
        0,
      ),
    ).toBeNull()
  })
  test('an even scatter has the plain covariance, an uneven one its own: HC3 in closed form for a mean', () => {
    const y = [1, 2, 4, 9]
    const ones = y.map(() => [1])
    const fit = linearLeastSquares(ones, y, [1, 1, 1, 1], 'residual')
    // each residual over 1 - 1/n, squared, summed, over n²
    const closed = y.reduce((s, v) => s + ((v - 4) / 0.75) ** 2, 0) / 16
    expect(scatteredCovariance(ones, y, fit)[0][0]).toBeCloseTo(closed, 12)
  })
})
