import { mostImpulse, mostThrust, possibleRun, pushFindings, type AirOfPush } from '.'

const air: AirOfPush = {
  nozzlePaAbs: 701_325,
  temperatureK: 293.15,
  roomPaAbs: 101_325,
  throatAreaM2: (Math.PI / 4) * 0.006 ** 2,
  volumeM3: 2e-3,
}
const m = (value: number, standardUncertainty = 0) => ({ value, standardUncertainty, unit: '' })
const ids = (thrust: number, impulse: number, u = 0) =>
  pushFindings({ thrust: m(thrust, u), impulse: m(impulse) }, air).map((f) => f.id)

test('choked flow at full speed: 0.04042 p A / sqrt(T) at sqrt(2 cp T (1 - (pa/p)^(2/7)))', () => {
  // 0.04042 sqrt(K) s/m, choked flow of air: any text on gas dynamics (from memory)
  const flow = (0.04042 * air.nozzlePaAbs * air.throatAreaM2) / Math.sqrt(air.temperatureK)
  const speed = Math.sqrt(2 * 1004.675 * air.temperatureK * (1 - (101_325 / 701_325) ** (2 / 7)))
  expect(mostThrust(air) / (flow * speed)).toBeCloseTo(1, 3)
  // a reference computation of a loss-free converging nozzle at these figures gives 22.276 N: below the bound, as any
  // nozzle is
  expect(22.276 / mostThrust(air)).toBeGreaterThan(0.9)
  expect(22.276 / mostThrust(air)).toBeLessThan(1)
})

test('below the critical ratio the flow falls with the room’s pressure; at it nothing leaves', () => {
  const slow = { ...air, nozzlePaAbs: 111_325 }
  // nearly incompressible: 2 A dp
  expect(mostThrust(slow) / (2 * air.throatAreaM2 * 10_000)).toBeCloseTo(1, 1)
  expect(mostThrust({ ...air, nozzlePaAbs: 101_325 })).toBe(0)
  expect(mostImpulse({ ...air, nozzlePaAbs: 101_325 })).toBeNull()
})

test('all the air above the room’s at the speed of its first bit; the reference’s bottle gives two thirds of it', () => {
  const most = mostImpulse(air) ?? 0
  const mass = (600_000 * 2e-3) / (287.05 * 293.15)
  expect(most / mass).toBeCloseTo(Math.sqrt(2 * 1004.675 * 293.15 * (1 - (101_325 / 701_325) ** (2 / 7))), 1)
  expect(4.398 / most).toBeGreaterThan(0.5)
  expect(4.398 / most).toBeLessThan(0.75)
  expect(mostImpulse({ ...air, volumeM3: null })).toBeNull()
})

test('what can be is believed; what cannot is said, and has no verdict', () => {
  expect(ids(22, 4.4)).toEqual([])
  const most = 1.2 * mostThrust(air)
  expect(ids(1.01 * most, 4.4)).toEqual(['thrust-beyond-air'])
  expect(ids(0.99 * most, 4.4)).toEqual([])
  // two standard uncertainties over it, and it may be chance
  expect(ids(1.05 * most, 4.4, 0.03 * most)).toEqual([])
  const full = mostImpulse(air) ?? 0
  expect(ids(20, 1.01 * full)).toEqual(['impulse-beyond-air'])
  expect(ids(20, 0.99 * full)).toEqual([])
  expect(pushFindings({ thrust: m(20), impulse: m(99) }, { ...air, volumeM3: null })).toEqual([])
  expect(possibleRun(pushFindings({ thrust: m(999), impulse: m(4) }, air))).toBe(false)
  expect(ids(1, 4, 2)).toEqual(['no-figure'])
})
