import fc from 'fast-check'
import { moved, within, zoomed, type Span } from './span'

const whole: Span = { from: 2, to: 62 }

test('zooming leaves the place under the pointer where it is', () => {
  const of = { from: 10, to: 30 }
  for (const at of [10, 14, 25, 30]) {
    const { from, to } = zoomed(of, 0.5, at)
    expect(to - from).toBeCloseTo(10, 12)
    expect((at - from) / (to - from)).toBeCloseTo((at - 10) / 20, 12)
  }
  expect(zoomed(zoomed(of, 2), 0.5)).toEqual(of)
  expect(moved(of, 0.25)).toEqual({ from: 15, to: 35 })
})

test('property: whatever is asked for lies in the whole and is no narrower than the least; what does is left as it is', () =>
  fc.assert(
    fc.property(fc.integer({ min: -500, max: 500 }), fc.integer({ min: 0, max: 900 }), (start, width) => {
      const asked = { from: start / 5, to: (start + width) / 5 }
      const { from, to } = within(asked, whole, 0.5)
      expect(from).toBeGreaterThanOrEqual(whole.from - 1e-9)
      expect(to).toBeLessThanOrEqual(whole.to + 1e-9)
      expect(to - from).toBeGreaterThanOrEqual(0.5 - 1e-9)
      expect(to - from).toBeCloseTo(Math.min(60, Math.max(0.5, asked.to - asked.from)), 9)
      if (asked.from >= 2 && asked.to <= 62 && width > 3) {
        expect(from).toBeCloseTo(asked.from, 9)
        expect(to).toBeCloseTo(asked.to, 9)
      }
    }),
  ))
