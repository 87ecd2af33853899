import { sample } from '../check-values/sample'
import fc from 'fast-check'
import type { TurbineModel } from '../turbine'
import { airAt, airOverSpeed, balancedShare, followed, shiftedAir, type AirOverSpeed } from '.'

const at = (speed: number, pressure: number): AirOverSpeed[number] => ({
  speedRadPerS: speed,
  pressurePaAbs: pressure,
  temperatureK: 290,
})

describe('air over speed', () => {
  test('property: a pressure with one corner is met within its bend everywhere, the working speed exactly', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1.1, noNaN: true }),
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        fc.double({ min: 0.1, max: 0.6, noNaN: true }),
        (corner, own, drop) => {
          // held up to a corner, then falling: a regulator whose supply no longer keeps up
          const pressure = (w: number) => 101_325 + 300e3 * (1 - drop * Math.max(0, w / 1000 - corner))
          const asked: number[] = []
          const air = airOverSpeed(
            101_325,
            at(1000 * own, pressure(1000 * own)),
            (w) => (asked.push(w), at(w, pressure(w))),
            () => 1000,
          )
          expect(airAt(air, 1000 * own).pressurePaAbs).toBeCloseTo(pressure(1000 * own), 6)
          for (let w = 0; w <= 1250; w += 25)
            expect(Math.abs(airAt(air, w).pressurePaAbs - pressure(w))).toBeLessThan(0.01 * 300e3)
          expect(air.map((n) => n.speedRadPerS)).toEqual([...air.map((n) => n.speedRadPerS)].sort((a, b) => a - b))
          expect(asked.length).toBeLessThan(20)
        },
      ),
      { seed: 12, numRuns: sample(60), endOnFailure: true },
    )
  })
  test('a machine that runs faster as the pressure rises is followed to where it ends', () => {
    // free speed grows with the pressure at it: the fixed point of w = 100 + 2 sqrt(p(w)), p(w) = 1e5 + 200 w
    const pressure = (w: number) => 1e5 + 200 * w
    const free = (p: number) => 100 + 2 * Math.sqrt(p)
    const freeWith = (air: AirOverSpeed) => {
      let w = 1
      for (let i = 0; i < 60; i++) w = free(airAt(air, w).pressurePaAbs)
      return w
    }
    const air = airOverSpeed(0, at(10, pressure(10)), (w) => at(w, pressure(w)), freeWith)
    let exact = 1
    for (let i = 0; i < 60; i++) exact = free(pressure(exact))
    expect(freeWith(air) / exact).toBeCloseTo(1, 6)
    expect(air[air.length - 1].speedRadPerS).toBeGreaterThanOrEqual(exact)
  })
  test('a pressure that speed leaves alone is asked for at the first nodes only, and the model stays the one it was', () => {
    let asked = 0
    const air = airOverSpeed(
      101_325,
      at(250, 2e5),
      (w) => (asked++, at(w, 2e5)),
      () => 500,
    )
    expect(asked).toBe(5)
    const model = { at: () => 'own' } as unknown as TurbineModel
    expect(
      followed(model, air, 101_325, () => {
        throw new Error('not asked')
      }),
    ).toBe(model)
  })
  test('a machine follows the air of its speed', () => {
    const model = { at: (w: number) => w, notes: ['kept'] } as unknown as TurbineModel
    const moving = followed(
      model,
      [at(0, 2e5), at(100, 3e5)],
      101_325,
      (p) => ({ at: (w: number) => [p, w] }) as unknown as TurbineModel,
    )
    expect(moving.at(25)).toEqual([2.25e5, 25])
    expect(moving.at(900)).toEqual([3e5, 900])
    expect(moving.notes).toEqual(['kept'])
  })
  test('a build close by has its air moved: as a whole where it hardly hangs on speed, else as it is at every third speed', () => {
    const never = (): never => {
      throw new Error('not asked')
    }
    const flat = shiftedAir([at(0, 2e5), at(10, 2e5 - 1)], 101_325, { ...at(10, 1.9e5), temperatureK: 292 }, never)
    expect(flat.map((n) => n.pressurePaAbs / 1.9e5)).toEqual([expect.closeTo(1, 4), 1])
    expect(flat.map((n) => n.temperatureK)).toEqual([292, 292])
    const asked: number[] = []
    const bent = shiftedAir(
      [at(0, 3e5), at(10, 2.8e5), at(20, 2.6e5), at(30, 2.4e5), at(40, 2.2e5)],
      101_325,
      at(20, 2.6e5),
      (w) => (asked.push(w), at(w, w === 0 ? 3.3e5 : w === 30 ? 2.16e5 : 2.2e5)),
    )
    expect(asked).toEqual([0, 30, 40])
    // ten per cent up at rest, unmoved at the known speed, ten down at the fourth: straight between
    const expected = [3.3e5, 2.8e5 * 1.05, 2.6e5, 2.16e5, 2.2e5]
    bent.forEach((n, i) => expect(n.pressurePaAbs).toBeCloseTo(expected[i], 4))
  })
})

describe('what a machine takes and what it is given', () => {
  test('property: they agree, however steeply the one falls with the other, in few rounds', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0.05, max: 1.2, noNaN: true }),
        (root, steepness, start) => {
          let rounds = 0
          // wants `root` when given `root`, less the more it is given: plain repetition swings wherever the slope is
          // steeper than one
          const { share } = balancedShare(
            (given) => (rounds++, { wanted: Math.max(0.02, root - steepness * (given - root)), air: given }),
            start,
            1e-4,
          )
          expect(Math.abs(share - root)).toBeLessThan(2e-3 * root)
          expect(rounds).toBeLessThanOrEqual(16)
        },
      ),
      { seed: 13, numRuns: sample(100), endOnFailure: true },
    )
  })
  test('a machine that takes all it is given is asked once', () => {
    let rounds = 0
    expect(balancedShare((share) => (rounds++, { wanted: share, air: 'air' }), 0.7, 1e-4)).toEqual({
      share: 0.7,
      air: 'air',
    })
    expect(rounds).toBe(1)
  })
})
