import fc from 'fast-check'
import { sample } from '../check-values/sample'
import { engineNetwork, engineMarch, roomToPlace } from '.'
import { anyEngine, anyRotor } from './testing/any-engine'
import { RESTS_BELOW } from './cycle'
import { engineSystem } from './system'

/** Share of values that agree with differences of the rate: where one of them turns a corner a few do not. */
const NEARLY_ALL = 0.97
const AGREES = 2e-3

/**
 * How far what is by formula lies off what is by differences, of an engine in the middle of its turn: for each row and
 * column at all angles.
 */
function off(input: Parameters<typeof engineNetwork>[0], lean: boolean): ReadonlyMap<string, readonly number[]> {
  const network = engineNetwork(input)
  const march = engineMarch(network, 200)
  const system = engineSystem(network, lean)
  const all = system.size + system.sums
  const seen = new Map<string, number[]>()
  const [f, J, slope] = [all, all * system.size, all].map((n) => new Float64Array(n))
  const [up, down] = [new Float64Array(all), new Float64Array(all)]
  const judge = (cell: string, formula: number, rise: number, fall: number, twice: number, size: number): void => {
    const found = (rise - fall) / twice
    // what rounding leaves of a difference says nothing
    const floor = (1e-8 * Math.max(Math.abs(rise), size)) / twice
    const off = Math.abs(found - formula)
    const share = off === 0 ? 0 : off / (AGREES * Math.max(Math.abs(formula), Math.abs(found)) + floor)
    seen.set(cell, [...(seen.get(cell) ?? []), share])
  }
  march.turn(
    (angle) => {
      if (angle === 0 || march.speed() < 10 * RESTS_BELOW) return
      const y = march.y.slice()
      const h = 1e-6
      system.begin()
      system.place(angle, 0)
      system.linear(0, y, f, J, slope)
      system.rate(0, y, up)
      expect([...f.subarray(0, all)]).toEqual([...up].map((v) => expect.closeTo(v, 12)))
      system.place(angle + h, 1)
      system.rate(1, y, up)
      // forwards: many of these angles are corners
      for (let r = 0; r < all; r++) judge(`${r} along`, slope[r], up[r], f[r], h, Math.abs(f[r]))
      for (let c = 0; c < system.size; c++) {
        const by = 1e-6 * (Math.abs(y[c]) || 1e-3)
        const moved = (d: number) => Float64Array.from(y, (v, i) => (i === c ? v + d : v))
        system.rate(0, moved(by), up)
        system.rate(0, moved(-by), down)
        for (let r = 0; r < all; r++) judge(`${r} ${c}`, J[r * system.size + c], up[r], down[r], 2 * by, Math.abs(f[r]))
      }
    },
    [0.3, 0.9, 1.7, 2.6, 3.1, 4.5, 5.7],
  )
  return seen
}

test('what is placed goes on from every corner as its slopes say, of any engine', () => {
  fc.assert(
    fc.property(fc.oneof(anyEngine, anyRotor), (input) => {
      const { place, cornersRad, volumes, passages, balls } = engineNetwork(input)
      const [at, then] = [0, 1].map(() => roomToPlace(volumes.length, passages.length, balls.length))
      const pairs = [
        ['volume', 'slope'],
        ['slope', 'bend'],
        ['slide', 'slideSlope'],
        ['area', 'areaSlope'],
        ['pin', 'pinSlope'],
        ['pinSlope', 'pinBend'],
      ] as const
      const h = 1e-5
      for (const corner of cornersRad) {
        place(corner, at)
        place(corner + h, then)
        for (const [value, slope] of pairs)
          at[value].forEach((v, i) => {
            // bends of what is placed are less than its own size
            const size = Math.max(...[...at[value]].map(Math.abs)) + Math.max(...[...at[slope]].map(Math.abs))
            const found = (then[value][i] - v) / h
            // where a hole's edge begins to open, its slope rises with the root of the way
            const said = [at[slope][i], then[slope][i]]
            const off = Math.max(found - Math.max(...said), Math.min(...said) - found)
            if (off > 2e-2 * size + 1e-12)
              throw new Error(`${value} ${i} at ${corner}: ${found} is found, ${at[slope][i]} said`)
          })
      }
    }),
    { numRuns: sample(60), seed: 5 },
  )
})

test.each([true, false])(
  'what a step sets out from is that of the rates, of any engine (only time and air summed: %p)',
  (lean) => {
    fc.assert(
      fc.property(fc.oneof({ weight: 3, arbitrary: anyEngine }, { weight: 1, arbitrary: anyRotor }), (input) => {
        const seen = [...off(input, lean)]
        const all = seen.flatMap(([, shares]) => shares).sort((x, y) => x - y)
        if (all.length === 0) return
        expect(all[Math.floor(NEARLY_ALL * all.length)]).toBeLessThan(1)
        // none is wrong at most angles
        for (const [cell, shares] of seen)
          expect([cell, shares.filter((x) => x < 1).length >= shares.length / 2]).toEqual([cell, true])
      }),
      { numRuns: sample(20), seed: 11 },
    )
  },
)
