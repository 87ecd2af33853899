import { passage } from './rotating'

test('between walls lies what the round leaves of them: thin passages and thick walls add up to it', () => {
  const [wall, open] = passage(30e-3, 12, 1.5e-3)
  expect(wall).toBe(1.5e-3)
  expect(12 * (wall + open)).toBeCloseTo(2 * Math.PI * 30e-3, 12)
})
