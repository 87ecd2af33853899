import { fallOf } from './fall-rows'

test('rows without a time or without a pressure are left out of a fall', () => {
  const timeS = Array.from({ length: 400 }, (_, i) => i / 10)
  const gaugePa = timeS.map((t, i) => 400e3 * Math.exp(-Math.max(0, t - 2) / 15) + (i % 2 === 0 ? 150 : -150))
  const whole = fallOf({ timeS, gaugePa }, 101_325)
  const [late, early] = [210, 120]
  const holed = fallOf(
    {
      timeS: timeS.map((t, i) => (i === late ? NaN : t)),
      gaugePa: gaugePa.map((p, i) => (i === early ? NaN : p)),
    },
    101_325,
  )
  expect(holed.time).toEqual(whole.time.filter((t) => t !== timeS[late] && t !== timeS[early]))
  expect(holed.gauge.every(Number.isFinite)).toBe(true)
  expect(holed.fall).toBe(whole.fall)
})
