import fc from 'fast-check'
import type { TurbineModel } from '../turbine'
import { airAt, airOverSpeed, followed, shiftedAir, type AirOverSpeed } from '.'

const at = (speed: number, pressure: number): AirOverSpeed[number] => ({ speedRadPerS: speed, pressurePaAbs: pressure, temperatureK: 290 })

describe('air over speed', () => {
  test('property: a pressure with one corner is met within its bend everywhere, the working speed exactly', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 1.1, noNaN: true }), fc.double({ min: 0, max: 1.2, noNaN: true }), fc.double({ min: 0.1, max: 0.6, noNaN: true }), (corner, own, drop) => {
        // held up to a corner, then falling: a regulator whose supply no longer keeps up
        const pressure = (w: number) => 101_325 + 300e3 * (1 - drop * Math.max(0, w / 1000 - corner))
        const asked: number[] = []
        const air = airOverSpeed(1000, 101_325, at(1000 * own, pressure(1000 * own)), (w) => (asked.push(w), at(w, pressure(w))))
        expect(airAt(air, 1000 * own).pressurePaAbs).toBeCloseTo(pressure(1000 * own), 6)
        for (let w = 0; w <= 1250; w += 25) expect(Math.abs(airAt(air, w).pressurePaAbs - pressure(w))).toBeLessThan(0.01 * 300e3)
        expect(air.map((n) => n.speedRadPerS)).toEqual([...air.map((n) => n.speedRadPerS)].sort((a, b) => a - b))
        expect(asked.length).toBeLessThan(20)
      }),
      { seed: 12, numRuns: 200, endOnFailure: true },
    )
  })
  test('a pressure that speed leaves alone is asked for at the first nodes only, and the model stays the one it was', () => {
    let asked = 0
    const air = airOverSpeed(500, 101_325, at(250, 2e5), (w) => (asked++, at(w, 2e5)))
    expect(asked).toBe(5)
    const model = { at: () => 'own' } as unknown as TurbineModel
    expect(followed(model, air, 101_325, () => { throw new Error('not asked') })).toBe(model)
  })
  test('a machine follows the air of its speed', () => {
    const model = { at: (w: number) => w, notes: ['kept'] } as unknown as TurbineModel
    const moving = followed(model, [at(0, 2e5), at(100, 3e5)], 101_325, (p) => ({ at: (w: number) => [p, w] }) as unknown as TurbineModel)
    expect(moving.at(25)).toEqual([2.25e5, 25])
    expect(moving.at(900)).toEqual([3e5, 900])
    expect(moving.notes).toEqual(['kept'])
  })
  test('a build close by has the same air, moved', () => expect(shiftedAir([at(0, 2e5), at(10, 1e5)], -500, 2)).toEqual([{ speedRadPerS: 0, pressurePaAbs: 199_500, temperatureK: 292 }, { speedRadPerS: 10, pressurePaAbs: 99_500, temperatureK: 292 }]))
})
