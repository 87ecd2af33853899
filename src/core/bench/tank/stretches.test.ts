import { normalDraw, seededRandom } from '../../statistics'
import { binned, openFor } from './fit-course'
import { oneFall } from './one-fall'
import { shutAt } from './shut'
import { tankPressures, type TankModel } from './tank-model'

const model: TankModel = {
  volumeM3: 2e-3,
  startPaAbs: 501_325,
  wallK: 293.15,
  roomPaAbs: 101_325,
  effectiveAreaM2: 5e-7,
  wallWPerK: 1,
}
const times = (endS: number, stepS: number) => Array.from({ length: Math.floor(endS / stepS) + 1 }, (_, i) => i * stepS)
const gaugeOf = (m: TankModel, timesS: readonly number[]) => tankPressures(m, timesS).map((p) => p - m.roomPaAbs)

describe('a hole that is shut', () => {
  const random = seededRandom(3)
  const noisy = (gauge: readonly number[], noisePa = 200) => gauge.map((p) => p + noisePa * normalDraw(random))
  const of = { startPa: 400e3, roomPaAbs: 101_325, noisePa: 200, digitPa: 0 }
  /** Falls at a rate, then from a moment on at a share of it. */
  const then = (share: number, fromS: number, timesS: readonly number[]) =>
    gaugeOf(
      model,
      timesS.map((t) => Math.min(t, fromS) + share * Math.max(0, t - fromS)),
    )
  test('is seen, up to three stretches early and never late', () => {
    const timesS = times(30, 0.05)
    for (let shutsS = 3; shutsS < 13; shutsS += 0.23) {
      const at = shutAt(timesS, noisy(then(0, shutsS, timesS)), 0, of)
      expect(at).toBeLessThanOrEqual(shutsS)
      expect(at).toBeGreaterThan(shutsS - 3 * (30 / 40))
    }
  })
  test('shut to a third it still flows', () => {
    const timesS = times(20, 0.05)
    expect(shutAt(timesS, noisy(then(0.33, 6, timesS)), 0, of)).toBeNull()
    expect(shutAt(timesS, noisy(then(0.05, 6, timesS)), 0, of)).not.toBeNull()
  })
  test('an empty vessel is none, though its gauge does not go back to nothing', () => {
    const timesS = times(120, 0.1)
    for (const zeroPa of [-3000, 0, 3000])
      expect(
        shutAt(
          timesS,
          noisy(gaugeOf(model, timesS)).map((p) => p + zeroPa),
          0,
          of,
        ),
      ).toBeNull()
  })
  test('nor one whose gauge stands between two digits for long', () => {
    for (const endS of [2, 4, 8, 16, 30]) {
      const timesS = times(endS, 0.02)
      for (const digitPa of [2e3, 5e3, 10e3, 20e3, 40e3]) {
        const read = gaugeOf(model, timesS).map((p) => Math.round(p / digitPa) * digitPa)
        expect(shutAt(timesS, read, 0, { ...of, noisePa: 1e-6, digitPa })).toBeNull()
      }
    }
  })
})

describe('the one fall of a recording', () => {
  const course = (...to: readonly number[]) =>
    to.slice(1).flatMap((end, k) => Array.from({ length: 200 }, (_, i) => to[k] + ((end - to[k]) * i) / 200))
  test('is all of it where nothing else is recorded', () => {
    expect(oneFall(course(300e3, 300e3, 50e3), 100)).toEqual([0, 400])
    // sinks a little, falls, and is warmed by its wall by less than a third of that
    expect(oneFall(course(300e3, 290e3, 100e3, 155e3), 100)).toEqual([0, 600])
  })
  test('begins at the top of a filling and ends at the lowest before another', () => {
    const [from, to] = oneFall(course(0, 300e3, 295e3, 80e3, 300e3), 100)
    expect(Math.abs(from - 200)).toBeLessThan(10)
    expect(Math.abs(to - 600)).toBeLessThan(10)
    expect(oneFall(course(300e3, 100e3, 190e3, 80e3), 100)[1]).toBeLessThan(210)
  })
  test('noise is neither a filling nor a fall', () => {
    const random = seededRandom(5)
    expect(
      oneFall(
        course(300e3, 300e3, 299e3).map((p) => p + 2000 * normalDraw(random)),
        2000,
      ),
    ).toEqual([0, 400])
  })
})

test.each([
  ['of a steep fall in a long recording', 50, 4],
  ['of a slow one where it is opened, though its gauge is noisy', 5000, 60],
])('a mean over a stretch lies on the course: %s', (_, noisePa, tauS) => {
  const timesS = times(400, 0.02)
  const at = (t: number) => 400e3 * Math.exp(-Math.max(0, t - 11) / tauS)
  const { t, p, n } = binned(timesS, timesS.map(at), { noisePa, fallPa: 400e3, opensS: 11 })
  const off = p.map((v, i) => Math.abs(v - at(t[i])))
  expect(off.reduce((a, b) => Math.max(a, b), 0)).toBeLessThan(100)
  expect(n.reduce((a, b) => a + b, 0)).toBe(timesS.length)
  // no more of them than a fit has time for
  expect(t.length).toBeLessThan(700)
})

test('a course of few steps is that of many, though its wall warms the last of the air many times as fast', () => {
  const timesS = times(60, 0.5)
  for (const wallWPerK of [0.3, 1, 4, 10, 40, 400])
    for (const more of [{}, { wallFalls: 0.5 }, { wallJPerK: 200 }, { startK: 310 }]) {
      const m = { ...model, wallWPerK, ...more }
      const [few, many] = [tankPressures(m, timesS), tankPressures(m, timesS, 20_000)]
      few.forEach((p, i) => expect(Math.abs(p - many[i])).toBeLessThan(6))
    }
})

test('a gauge that follows behind shows what one does that is marched in small steps', () => {
  const timesS = times(8, 0.001)
  const inside = tankPressures(model, timesS)
  for (const lagS of [0.02, 0.3, 2]) {
    let shown = inside[0]
    const marched = inside.map((pa, i) => {
      // even between two points: the mean of both, over a step far shorter than the lag
      if (i > 0) shown += (1 - Math.exp(-0.001 / lagS)) * ((pa + inside[i - 1]) / 2 - shown)
      return shown
    })
    const off = tankPressures({ ...model, lagS }, timesS).map((pa, i) => Math.abs(pa / marched[i] - 1))
    expect(off.reduce((a, b) => Math.max(a, b))).toBeLessThan(5e-5)
  }
})

test('without a lag, and with hardly any, it shows the pressure', () => {
  const timesS = times(20, 0.05)
  const inside = tankPressures(model, timesS)
  expect(tankPressures({ ...model, lagS: 0 }, timesS)).toEqual(inside)
  const off = tankPressures({ ...model, lagS: 1e-4 }, timesS).map((pa, i) => Math.abs(pa / inside[i] - 1))
  expect(off.reduce((a, b) => Math.max(a, b))).toBeLessThan(5e-5)
})

test('a valve that opens evenly has let out half as much once it is open, and all of it from then on', () => {
  expect([-1, 0, 1, 2, 5].map((s) => openFor(s, 2))).toEqual([0, 0, 0.25, 1, 4])
  expect([-1, 0, 3].map((s) => openFor(s, 0))).toEqual([0, 0, 3])
})
