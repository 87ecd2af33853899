import fc from 'fast-check'
import { sample } from '../check-values/sample'
import { differenceUncertainty, isShared, uncertaintyOfChanges, type Coefficient } from '.'

const plain: Coefficient = { value: 0.7, standardUncertainty: 0.12, from: 'default' }

test('a number is shared where both builds hold the same from the same place', () => {
  expect(isShared(plain, { ...plain })).toBe(true)
  expect(isShared(plain, { ...plain, from: 'typed' })).toBe(false)
  expect(isShared(plain, { ...plain, value: 0.71 })).toBe(false)
  expect(isShared(plain, undefined)).toBe(false)
})

test('what both share cancels, what each has alone adds by its squares', () => {
  const a = { capture: 3, bearing: -4 }
  expect(uncertaintyOfChanges(a)).toBe(5)
  expect(differenceUncertainty(a, a, () => true)).toBe(0)
  expect(differenceUncertainty(a, a, () => false)).toBeCloseTo(5 * Math.SQRT2, 12)
  // a shared coefficient that helps the one and hurts the other counts with both
  expect(differenceUncertainty({ capture: 3 }, { capture: -1 }, () => true)).toBe(4)
  // one that only one of them uses counts with that alone, shared or not
  expect(differenceUncertainty({ capture: 3 }, { shear: 4 }, () => true)).toBe(5)
})

test('property: against the spread of drawn coefficients', () => {
  const pair = fc.tuple(fc.double({ min: -3, max: 3, noNaN: true }), fc.double({ min: -3, max: 3, noNaN: true }))
  fc.assert(
    fc.property(fc.array(pair, { minLength: 1, maxLength: 6 }), fc.integer({ min: 0, max: 63 }), (changes, mask) => {
      const shared = (name: string) => ((mask >> Number(name)) & 1) === 1
      const a = Object.fromEntries(changes.map(([x], i) => [String(i), x]))
      const b = Object.fromEntries(changes.map(([, y], i) => [String(i), y]))
      // over every corner of errors of one sigma, shared ones with one sign in both: the mean square is the variance
      const own = changes.map((_, i) => i).filter((i) => !shared(String(i)))
      const bits = changes.length + own.length
      let sum = 0
      for (let corner = 0; corner < 2 ** bits; corner++) {
        const sign = (bit: number) => ((corner >> bit) & 1 ? 1 : -1)
        const off = changes.reduce((s, [x, y], i) => {
          const other = own.indexOf(i)
          return s + (other < 0 ? sign(i) * (y - x) : sign(i) * x + sign(changes.length + other) * y)
        }, 0)
        sum += off * off
      }
      expect(differenceUncertainty(a, b, shared)).toBeCloseTo(Math.sqrt(sum / 2 ** bits), 9)
    }),
    { seed: 3, numRuns: sample(60) },
  )
})
