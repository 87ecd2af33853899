import fc from 'fast-check'
import { sample } from '../../check-values/sample'
import { frameCandidates } from './frames'

const rpm = (w: number) => (w * 30) / Math.PI
const range = [0, (40_000 * Math.PI) / 30] as const
const reading = (framesPerSecond: number, framesPerTurn: number) => ({
  framesPerSecond,
  framesPerTurn,
  framesUncertainty: 0.02,
})

test('480 frames a second and 4.44 frames a turn: 6 486 rpm, and every speed that looks the same', () => {
  const found = frameCandidates([reading(480, 4.44)], 1, ...range)
  // 480 / 4.44 · 60; closed form
  expect(rpm(found[0].speed.value)).toBeCloseTo((480 / 4.44) * 60, 6)
  expect(found[0]).toMatchObject({ hidden: 0, backwards: false, apart: 0 })
  // one turn hidden and seen backwards: 480 − 108.1 turns a second
  expect(rpm(found[1].speed.value)).toBeCloseTo((480 - 480 / 4.44) * 60, 6)
  expect(found[1]).toMatchObject({ hidden: 1, backwards: true })
  expect(found.map((c) => rpm(c.speed.value)).every((v, i, all) => i === 0 || v > all[i - 1])).toBe(true)
  expect(Math.max(...found.map((c) => rpm(c.speed.value)))).toBeLessThan(40_000)
})
test('marks alike in a turn hide more: twelve blades repeat at every twelfth of a turn', () => {
  const one = frameCandidates([reading(480, 4.44)], 1, ...range)
  const twelve = frameCandidates([reading(480, 4.44)], 12, ...range)
  expect(twelve.length).toBeGreaterThan(8 * one.length)
  const steps = twelve.filter((c) => !c.backwards).map((c) => rpm(c.speed.value))
  expect(steps[1] - steps[0]).toBeCloseTo((480 / 12) * 60, 6)
})
test('whatever turns is among what its film can mean: blades alike stand as they stood once one has the next one’s place', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 900, noNaN: true }),
      fc.integer({ min: 1, max: 24 }),
      fc.constantFrom(24, 30, 60, 240, 480, 960),
      (perS, marks, framesPerSecond) => {
        // spacings that a frame brings, less the whole ones that nobody sees
        const spacings = (perS * marks) / framesPerSecond
        const seen = spacings - Math.round(spacings)
        // half a spacing a frame looks alike either way round
        fc.pre(Math.abs(seen) > 1e-3 && Math.abs(seen) < 0.499)
        const untilTheSame = 1 / Math.abs(seen)
        const film = { framesPerSecond, framesPerTurn: marks * untilTheSame, framesUncertainty: 0.01 }
        const found = frameCandidates([film], marks, 0, 2 * Math.PI * 1000)
        const own = found.filter((c) => Math.abs(c.speed.value / (2 * Math.PI * perS) - 1) < 1e-9)
        expect(own.map((c) => c.backwards)).toEqual([seen < 0])
      },
    ),
    { numRuns: sample(200), seed: 4 },
  )
})
test('a second film at another rate picks one: 9 000 rpm seen at 480 and at 240 frames a second', () => {
  // at 240 a second 150 turns look like 90 backwards
  const both = frameCandidates([reading(480, 480 / 150), reading(240, 240 / 90)], 1, 0, (26_000 * Math.PI) / 30)
  expect(both.map((c) => Math.round(rpm(c.speed.value)))).toContain(9000)
  const alone = frameCandidates([reading(480, 480 / 150)], 1, 0, (26_000 * Math.PI) / 30)
  const odd = frameCandidates([reading(480, 480 / 150), reading(400, 400 / 150)], 1, 0, (26_000 * Math.PI) / 30)
  expect(odd.length).toBeLessThan(alone.length)
  expect(odd.map((c) => Math.round(rpm(c.speed.value)))).toEqual([9000])
})
test('the uncertainty is that of the count: 0.02 of 4.44 frames', () => {
  const [c] = frameCandidates([reading(480, 4.44)], 1, ...range)
  expect(c.speed.standardUncertainty / c.speed.value).toBeCloseTo(0.02 / 4.44, 9)
  expect(frameCandidates([], 1, ...range)).toEqual([])
})
