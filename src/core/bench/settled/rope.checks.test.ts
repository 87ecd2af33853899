import { sample } from '../../check-values/sample'
import { STANDARD_GRAVITY } from '../../units/gravity'
import { ROPE_CONDITIONS, ropeCampaign } from './campaign'
import { reduceLifted, reduceRubbed, type RopeRig, type RubbedReading } from './reduce-rope'

const rig: RopeRig = {
  drumRadiusM: 0.019,
  ropeDiameterM: 2e-3,
  radiusRelativeUncertainty: 0,
  wrapRad: Math.PI,
  speedRatio: 1,
  weightRelativeUncertainty: 0,
  scaleRelativeUncertainty: 0,
  resolutionN: 1e-3,
  pulsesPerTurn: 1,
}
const settings = { nominalGaugePressurePa: null, roomPaAbs: 101_325 }
/** Torque 0.08 N·m at rest, free at 1000 rad/s, on a rope of friction 0.25 round half a turn. */
const grip = Math.exp(0.25 * Math.PI)
const rubbed = (speed: number): RubbedReading => {
  const pull = (0.08 * (1 - speed / 1000)) / 0.02
  return { weightN: (pull * grip) / (grip - 1), slackN: pull / (grip - 1), sensorRadPerS: speed }
}
const SPEEDS = [900, 700, 500, 300, 150]
const both = SPEEDS.flatMap((w) => [rubbed(w), rubbed(w * 1.001)])

describe('a rope that rubs', () => {
  const r = reduceRubbed(both, rig, settings)
  test('torque is the difference of both sides on the radius to the rope’s middle', () => {
    expect(r.stallTorque.value).toBeCloseTo(0.08, 4)
    expect(r.freeSpeed.value).toBeCloseTo(1000, 0)
    expect(r.peakPower.value).toBeCloseTo(20, 1)
    expect(r.does).toBe('rubs')
  })
  test('capstan law: a friction of 0.25 round half a turn holds 2.193 times the slack side (Euler, Eytelwein; tables of machine elements, from memory)', () => {
    expect(both[0].weightN / both[0].slackN).toBeCloseTo(2.193, 3)
    expect(r.friction?.value).toBeCloseTo(0.25, 6)
    // both sides read to a thousandth of a newton: no surer than that
    const { weightN: w, slackN: s } = both[4]
    const one = Math.hypot(1e-3 / w, 1e-3 / s) / Math.sqrt(12) / Math.PI
    expect(r.friction!.standardUncertainty).toBeGreaterThan(one / 10)
    expect(r.friction!.standardUncertainty).toBeLessThan(10 * one)
    // the same ratio round a whole turn is half the friction
    expect(reduceRubbed(both, { ...rig, wrapRad: 2 * Math.PI }, settings).friction?.value).toBeCloseTo(0.125, 6)
  })
  test('what both sides show of nothing, before and after, comes off each', () => {
    const shows = (x: RubbedReading, timeS: number) => ({
      ...x,
      timeS,
      weightN: x.weightN + 0.05,
      slackN: x.slackN + 0.03,
    })
    const still = { weightN: 0, slackN: 0, sensorRadPerS: 0 }
    const rows = [still, still, still, ...both, still, still, still].map((x, i) => shows(x, 5 * i))
    const off = reduceRubbed(rows, rig, settings)
    expect(off.friction?.value).toBeCloseTo(0.25, 4)
    expect(off.stallTorque.value).toBeCloseTo(0.08, 4)
    // more than a twentieth of the load is load, not a zero: a drum held still with it on tells nothing of its scales
    const stopped = { ...still, weightN: 0.33, slackN: 0 }
    expect(reduceRubbed([...rows, shows(stopped, 90)], rig, settings).friction?.value).toBeCloseTo(0.25, 4)
    // left on they would tell two per cent less of it
    const left = reduceRubbed(rows.slice(3, -3), rig, settings)
    expect(Math.abs(left.friction!.value / 0.25 - 1)).toBeGreaterThan(0.005)
  })
  test('weights and balance that are off by a hundredth each leave 0.0045 of friction open round half a turn, however many readings', () => {
    const rows = Array.from({ length: 40 }, (_, i) => rubbed(100 + 20 * i))
    const off = { ...rig, weightRelativeUncertainty: 0.01, scaleRelativeUncertainty: 0.01 }
    // √2 hundredths of a logarithm over π
    expect(reduceRubbed(rows, off, settings).friction!.standardUncertainty).toBeCloseTo(0.0045, 4)
    expect(reduceRubbed(rows, rig, settings).friction!.standardUncertainty).toBeLessThan(5e-4)
  })
  test('a balance that shows a tenth too little is put right by its factor; friction as well', () => {
    const shown = both.map((x) => ({ ...x, slackN: x.slackN / 1.1 }))
    const off = reduceRubbed(shown, rig, settings)
    // the pull is off by a tenth of the balance's share in it: a 2.193th of the weight
    expect(off.stallTorque.value / 0.08).toBeCloseTo(1 + (0.1 / 1.1) * (1 / (grip - 1)), 3)
    const right = reduceRubbed(shown, { ...rig, scaleFactor: 1.1 }, settings)
    expect(right.stallTorque.value).toBeCloseTo(0.08, 4)
    expect(right.friction?.value).toBeCloseTo(0.25, 6)
    // nor does the drum turn against the weight because a balance shows more than it pulls
    const more = both.map((x) => ({ ...x, slackN: 3 * x.slackN }))
    expect(() => reduceRubbed(more, rig, settings)).toThrow('pulls more')
    expect(reduceRubbed(more, { ...rig, scaleFactor: 1 / 3 }, settings).stallTorque.value).toBeCloseTo(0.08, 4)
  })
  test('what is not known of weights and of the balance counts by what each holds (JCGM 100, 5.1.2)', () => {
    const unsure = reduceRubbed(
      both,
      { ...rig, weightRelativeUncertainty: 0.01, scaleRelativeUncertainty: 0.03 },
      settings,
    )
    expect(unsure.sharedRelativeUncertainty).toBeCloseTo(Math.hypot(0.01 * grip, 0.03) / (grip - 1), 3)
    expect(reduceRubbed(both, rig, settings).sharedRelativeUncertainty).toBeLessThan(1e-3)
  })
  test('a digit of the balance is one of what it shows', () => {
    const wide = (scaleFactor: number) =>
      reduceRubbed(
        both.map((x) => ({ ...x, slackN: x.slackN / scaleFactor })),
        { ...rig, resolutionN: 0.2, scaleFactor },
        settings,
      )
    expect(wide(4).stallTorque.standardUncertainty).toBeGreaterThan(2 * wide(1).stallTorque.standardUncertainty)
    expect(wide(4).friction!.standardUncertainty).toBeGreaterThan(2 * wide(1).friction!.standardUncertainty)
  })
  test('through a gear the rotor has the torque over the ratio, its own speed as read', () => {
    const geared = reduceRubbed(both, { ...rig, speedRatio: 4 }, settings)
    expect(geared.stallTorque.value).toBeCloseTo(0.02, 4)
    expect(geared.freeSpeed.value).toBeCloseTo(1000, 0)
  })
  test('readings at rest say nothing and are left out; what is said of a reading names its row in the table', () => {
    const still = { weightN: 9, slackN: 0.1, sensorRadPerS: 0 }
    const wrong = { ...rubbed(400), weightN: 10 * rubbed(400).weightN }
    const seen = reduceRubbed([still, ...both, wrong], rig, settings)
    expect(seen.stallTorque.value).toBeCloseTo(0.08, 3)
    expect(seen.points.map((p) => p.row)).toEqual([2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12])
    expect(seen.notes.find((n) => n.code === 'reading-aside')?.values.row).toBe(12)
  })
  test('two marks a turn halve the speed; laid the wrong way round it is refused', () => {
    expect(reduceRubbed(both, { ...rig, pulsesPerTurn: 2 }, settings).freeSpeed.value).toBeCloseTo(500, 0)
    const swapped = both.map((x) => ({ ...x, weightN: x.slackN, slackN: x.weightN }))
    expect(() => reduceRubbed(swapped, rig, settings)).toThrow(
      expect.objectContaining({ detail: expect.objectContaining({ code: 'WRONG_WAY' }) }),
    )
  })
  test('a friction that no rope has is told: the angle is stated wrong', () => {
    const odd = (wrapRad: number) => reduceRubbed(both, { ...rig, wrapRad }, settings).notes.map((n) => n.code)
    expect(odd(Math.PI)).not.toContain('rope-friction-odd')
    expect(odd(0.6)).toContain('rope-friction-odd')
    expect(odd(4 * Math.PI)).toContain('rope-friction-odd')
  })
})

describe('weights that are wound up', () => {
  const kg = [0.1, 0.2, 0.3, 0.35]
  // on a drum of 20 mm to the rope's middle behind a gear of 20
  const lifts = kg.flatMap((m) => {
    const torque = (m * STANDARD_GRAVITY * 0.02) / 20
    const speed = 1000 * (1 - torque / 0.005)
    const timeS = 1.2 / ((speed / 20) * 0.02)
    return [timeS, 1.002 * timeS].map((t) => ({ weightN: m * STANDARD_GRAVITY, heightM: 1.2, timeS: t }))
  })
  const geared = { ...rig, speedRatio: 20 }
  const r = reduceLifted(lifts, geared, settings)
  test('power is weight times height over time, whatever the drum', () => {
    const { points } = r
    points.forEach((p, i) =>
      expect(p.torqueNm * p.speedRadPerS).toBeCloseTo((lifts[i].weightN * 1.2) / lifts[i].timeS, 9),
    )
    const wide = reduceLifted(lifts, { ...geared, drumRadiusM: 0.039 }, settings)
    expect(wide.peakPower.value / r.peakPower.value).toBeCloseTo(1, 3)
    expect(wide.freeSpeed.value / r.freeSpeed.value).toBeCloseTo(0.5, 2)
  })
  test('torque and speed are those of the rotor; nothing gets hot, and no friction is told', () => {
    expect(r.stallTorque.value).toBeCloseTo(0.005, 4)
    expect(r.freeSpeed.value / 1000).toBeCloseTo(1, 2)
    expect(r.notes.map((n) => n.code)).not.toContain('brake-heat')
    expect(r.friction).toBeNull()
  })
  test('what is not known of the drum widens torque and speed, not power', () => {
    const unsure = reduceLifted(lifts, { ...geared, radiusRelativeUncertainty: 0.05 }, settings)
    expect(unsure.peakPower.standardUncertainty).toBeCloseTo(r.peakPower.standardUncertainty, 9)
    expect(unsure.stallTorque.standardUncertainty / unsure.stallTorque.value).toBeGreaterThan(0.05)
    expect(unsure.peakSpeed.standardUncertainty / unsure.peakSpeed.value).toBeGreaterThan(0.05)
    expect(unsure.freeSpeed.standardUncertainty / unsure.freeSpeed.value).toBeGreaterThan(0.05)
  })
  test('a lift that took no time is none; its row is not taken for another', () => {
    const more = reduceLifted([{ weightN: 1, heightM: 1.2, timeS: 0 }, ...lifts], geared, settings)
    expect(more.points[0].row).toBe(2)
    expect(more.stallTorque.value).toBeCloseTo(r.stallTorque.value, 9)
  })
})

test.each(ROPE_CONDITIONS)('simulated tests, %s: the intervals hold the truth', (condition) => {
  for (const row of ropeCampaign(condition, sample(150))) {
    expect(row.refused).toBe(0)
    expect([row.figure, row.held > 0.89, row.bias < 0.5 && row.bias > -0.5]).toEqual([row.figure, true, true])
  }
})
