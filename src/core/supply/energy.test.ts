import { fillingBalance, fillingWork } from './energy'
import { GAS_CONSTANT } from '../air'

test('a filling’s energy is all accounted for: at the nozzle, left, lost; what is left counts for less than it was', () => {
  const filling = { volumeM3: 2e-3, pressurePaAbs: 7e5, ambientPaAbs: 1e5 }
  // the run stopped at 2.5 bar absolute
  const massLeftKg = (2.5e5 * 2e-3) / (GAS_CONSTANT * 293.15)
  const b = fillingBalance(filling, 293.15, { atNozzleJ: 400, massLeftKg })
  expect(b.atNozzleJ + b.leftJ + b.lostJ).toBeCloseTo(b.exergyJ, 9)
  // exergy of air at the room's warmth: V (p ln(p/p0) - (p - p0))
  expect(b.leftJ).toBeCloseTo(2e-3 * (2.5e5 * Math.log(2.5) - 1.5e5), 6)
  expect(b.exergyJ).toBeCloseTo(2e-3 * (7e5 * Math.log(7) - 6e5), 6)
  expect(b.lostJ).toBeGreaterThan(0)
  expect(b.pumpingJ).toBe(fillingWork(filling))
  expect(b.pumpingJ).toBeGreaterThan(b.exergyJ)
  // air that has left altogether leaves nothing, and no less than the room's pressure counts
  expect(fillingBalance(filling, 293.15, { atNozzleJ: 0, massLeftKg: 0 }).leftJ).toBe(0)
})
