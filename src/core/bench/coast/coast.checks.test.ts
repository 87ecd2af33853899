/** @jest-environment node */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chosen, sample } from '../../check-values/sample'
import { normalDraw, seededRandom } from '../../statistics'
import { RPM as rpm } from '../../units/rotation'
import { angleOfPulses, angleOfSpeed } from '../angle/angle-trace'
import { angleOfCounts } from '../angle/counter'
import { blockAverage } from '../angle/decimate'
import { blockAt } from '../inertia/phases'
import { encoderCounts, pulseTimes } from '../inertia/simulate-inertia'
import { fitCoasting } from '../inertia/trajectory-fit'
import { COAST_CONDITIONS, coastCampaign } from './campaign'
import { dragAt, dragUncertainty, reduceCoast } from './reduce-coast'
import type { CoastReduction, CoastRig } from './types'
import { simulateCoasts, type CoastTruth } from './simulate-coast'
import { coastWorkings } from './workings'

const J = 1e-5
const known: CoastRig = { inertiaKgM2: { value: J, standardUncertainty: 0 }, brake: null }
const truth: CoastTruth = {
  inertiaKgM2: J,
  drag: [4e-4, 1.5e-7, 1.1e-10],
  brakeNm: 0,
  topRadPerS: 2000,
  coasts: 1,
  endsAtShare: 0.05,
  spinsUp: false,
}
const of = (w: number, [a, b, c] = truth.drag) => a + b * w + c * w * w

/** What an encoder of 400 lines would have counted. */
function counted(more: Partial<CoastTruth> = {}) {
  const motion = simulateCoasts({ ...truth, ...more }, 0.002)
  const counts = encoderCounts(motion.angleRad, motion.speedRadPerS, {
    countsPerRad: 400 / (2 * Math.PI),
    timeJitterS: 1e-5,
    seed: 3,
  })
  return angleOfCounts(motion.timeS, counts, { countsPerTurn: 400, rotorTurnsPerSensorTurn: 1 })
}
const holds = (found: { value: number; standardUncertainty: number }, real: number) =>
  Math.abs(found.value - real) <= 1.96 * found.standardUncertainty
const codes = (r: CoastReduction) => r.notes.map((n) => n.code)

/** Readings of a speed that is known in closed form. */
function closed(speedAt: (t: number) => number, endS: number, stepS = 0.01) {
  const timeS = Float64Array.from({ length: Math.round(endS / stepS) + 1 }, (_, i) => i * stepS)
  return angleOfSpeed(timeS, timeS.map(speedAt), 1)
}

describe('closed forms of coasting down (mechanics)', () => {
  test('friction alone: speed falls straight, the drag is J times its slope, and none of it grows with speed', () => {
    const r = reduceCoast(
      closed((t) => 1500 - 40 * t, 30),
      known,
    )
    expect(r.restDrag.value / (40 * J)).toBeCloseTo(1, 4)
    expect(r.topDrag.value / (40 * J)).toBeCloseTo(1, 4)
    expect(r.topPower.value).toBeCloseTo(40 * J * r.topRadPerS, 5)
  })
  test('a drag in proportion to speed: an exponential of time constant J / b', () => {
    const r = reduceCoast(
      closed((t) => 1500 * Math.exp(-t / 12), 30),
      known,
    )
    const [a, b, c] = r.law.parameters
    expect(b / (J / 12)).toBeCloseTo(1, 2)
    expect(a / (1500 * (J / 12))).toBeLessThan(0.002)
    expect((c * 1500) / (J / 12)).toBeLessThan(0.01)
  })
  test('a drag with the square of speed: one over the speed rises straight', () => {
    const r = reduceCoast(
      closed((t) => 1500 / (1 + t / 5), 30),
      known,
    )
    expect((r.law.parameters[2] * 1500 * 5) / J).toBeCloseTo(1, 2)
    expect(r.restDrag.value / r.topDrag.value).toBeLessThan(0.01)
  })
  test('twice the inertia, twice the drag; the same speeds', () => {
    const [one, two] = [1, 2].map((times) =>
      reduceCoast(
        closed((t) => 1500 * Math.exp(-t / 12), 30),
        { ...known, inertiaKgM2: { value: times * J, standardUncertainty: 0 } },
      ),
    )
    expect(two.topDrag.value / one.topDrag.value).toBeCloseTo(2, 9)
    expect(two.topRadPerS).toBe(one.topRadPerS)
  })
})

describe('line encoder on a flywheel geared five to one (independent recording of known truth)', () => {
  const folder = 'src/project/fixtures/recordings'
  const file = JSON.parse(readFileSync(join(folder, 'spin_encoder_1000hz.truth.json'), 'utf8')) as Record<
    'I_eff' | 'a' | 'b' | 'c' | 't_shut' | 'n_at_shut_rpm',
    number
  > & { drag_at_rpm: Record<string, number> }
  const rows = readFileSync(join(folder, 'spin_encoder_1000hz.csv'), 'utf8')
    .split('\n')
    .filter((line) => /^[-\d]/.test(line))
    .map((line) => line.split(',').map(Number))
  const read = (from: number) => {
    const used = rows.filter(([t]) => t >= from)
    return angleOfCounts(
      Float64Array.from(used, ([t]) => t),
      Float64Array.from(used, ([, count]) => count),
      { countsPerTurn: 400, rotorTurnsPerSensorTurn: 5 },
    )
  }
  const rig: CoastRig = { inertiaKgM2: { value: file.I_eff, standardUncertainty: 0.005 * file.I_eff }, brake: null }
  test.each([
    ['the whole recording: the coasting is found behind the spin-up', 0],
    ['begun after the air was shut', file.t_shut + 1],
  ])('%s', (_, from) => {
    const r = reduceCoast(read(from), rig)
    expect(r.coasts).toHaveLength(1)
    expect(r.coasts[0].fromS).toBeGreaterThan(Math.max(from, file.t_shut))
    expect(r.coasts[0].fromS).toBeLessThan(Math.max(from, file.t_shut) + 3)
    expect(r.topRadPerS / rpm).toBeLessThan(file.n_at_shut_rpm)
    for (const [speed, drag] of Object.entries(file.drag_at_rpm).filter(([n]) => Number(n) >= 12_000)) {
      const w = Number(speed) * rpm
      const found = dragAt(r.law, w)
      const u = Math.hypot(dragUncertainty(r.law, w), r.sharedRelativeUncertainty * found, 0.003 * found)
      expect([speed, holds({ value: found, standardUncertainty: u }, drag)]).toEqual([speed, true])
      expect(Math.abs(found / drag - 1)).toBeLessThan(0.01)
    }
    // it was stopped at half of its speed
    expect(codes(r)).toEqual(['coast-short'])
  })
})

describe('what a recording of coasting holds', () => {
  test('energy: what drag takes on the way is what the wheel loses', () => {
    const r = reduceCoast(counted(), known)
    const { timeS, fittedRadPerS } = r.trace
    let work = 0
    const on = fittedRadPerS.flatMap((w, i) => (w === null ? [] : [{ w, t: timeS[i] }]))
    for (let i = 1; i < on.length; i++) {
      const w = (on[i].w + on[i - 1].w) / 2
      work += dragAt(r.law, w) * w * (on[i].t - on[i - 1].t)
    }
    const lost = 0.5 * J * (on[0].w ** 2 - on[on.length - 1].w ** 2)
    expect(work / lost).toBeCloseTo(1, 3)
  })
  test('several coastings of one recording lie on one law; air driving it up between them is in none', () => {
    const r = reduceCoast(counted({ coasts: 3, spinsUp: true }), known)
    expect(r.coasts).toHaveLength(3)
    expect(holds(r.topDrag, of(r.topRadPerS))).toBe(true)
    expect(r.topDrag.standardUncertainty / r.topDrag.value).toBeLessThan(0.0035)
    for (const p of r.points) expect(Math.abs(p.torqueNm / of(p.speedRadPerS) - 1)).toBeLessThan(0.1)
    expect(codes(r)).toEqual([])
  })
  test('coastings that slow differently are said and widen what is known: the truth of both lies within', () => {
    const r = reduceCoast(counted({ coasts: 2, offBy: [-0.06, 0.06] }), known)
    expect(codes(r)).toContain('coast-apart')
    const real = of(r.topRadPerS)
    expect(Math.abs(0.94 * real - r.topDrag.value)).toBeLessThan(2 * r.topDrag.standardUncertainty)
    expect(Math.abs(1.06 * real - r.topDrag.value)).toBeLessThan(2 * r.topDrag.standardUncertainty)
    expect(r.topDrag.standardUncertainty / real).toBeGreaterThan(0.04)
    expect(r.topDrag.standardUncertainty / real).toBeLessThan(0.1)
  })
  test('so short a fall that what grows with speed cannot be told is said, and drag towards rest is not known', () => {
    const short = reduceCoast(counted({ endsAtShare: 0.6 }), known)
    expect(codes(short)).toContain('coast-short')
    const long = reduceCoast(counted(), known)
    expect(codes(long)).not.toContain('coast-short')
    // read on to where it was stopped, a twentieth of the top
    expect(long.leastRadPerS / long.topRadPerS).toBeLessThan(0.1)
    expect(short.law.covariance[0][0]).toBeGreaterThan(10 * long.law.covariance[0][0])
  })
  test('an inertia known to a tenth is most of what is not known, and said', () => {
    const rough = reduceCoast(counted(), { ...known, inertiaKgM2: { value: J, standardUncertainty: 0.1 * J } })
    expect(codes(rough)).toEqual(['coast-inertia-rough'])
    expect(rough.topDrag.standardUncertainty / rough.topDrag.value).toBeCloseTo(0.1, 3)
    expect(rough.sharedRelativeUncertainty).toBeCloseTo(0.1, 12)
  })
  test('readings of speed are alike with their neighbours by a half where each ends one span and begins the next: bands widened by √2', () => {
    const random = seededRandom(4)
    const timeS = Float64Array.from({ length: 400 }, (_, i) => i * 0.1)
    const noisy = timeS.map((t) => 1500 * Math.exp(-t / 25) + 6 * normalDraw(random))
    const trace = blockAverage(angleOfSpeed(timeS, noisy, 1).trace, 900)
    const start = { law: [0, 0, 0, 0.04, 0], speed: noisy }
    const fit = fitCoasting(trace, [{ fromS: 0, toS: 39.9, open: false }], [3], (t) => blockAt(trace, t), start)
    expect(fit.autocorrelation).toBeGreaterThan(0.35)
    expect(fit.widened).toBeGreaterThan(1.6)
    expect(fit.widened).toBeLessThan(2.4)
    expect(Math.abs(fit.parameters[3] - 0.04)).toBeLessThan(3 * Math.sqrt(fit.covariance[3][3]))
  })
  test.each([
    ['a cube', (w: number) => 4e-4 * (1 + 1.5 * (w / 2000) ** 3)],
    ['grease', (w: number) => 4e-4 * (1 + 2 * (w / 2000) ** (2 / 3))],
  ])('drag of another shape, %s: said as that and no touch, the truth within the bands at all speeds', (_, dragNm) => {
    const r = reduceCoast(counted({ dragNm }), known)
    expect(codes(r)).toEqual(['coast-shape'])
    expect(holds(r.topDrag, dragNm(r.topRadPerS))).toBe(true)
    expect(holds(r.restDrag, dragNm(0))).toBe(true)
    for (const w of [200, 600, 1000, 1500]) {
      const u = Math.hypot(dragUncertainty(r.law, w), 0.003 * dragNm(w))
      expect([w, holds({ value: dragAt(r.law, w), standardUncertainty: u }, dragNm(w))]).toEqual([w, true])
    }
    // the parabola alone is off at the top by more than the whole band
    const [a, b, c] = r.law.parameters
    const w = r.topRadPerS
    expect(Math.abs(a + b * w + c * w * w - dragNm(w))).toBeGreaterThan(2 * r.topDrag.standardUncertainty)
    const { formula, inputs } = coastWorkings(r).topDrag
    expect([formula, inputs.find((i) => i.symbol === 'd')?.value]).toEqual([
      'M = d',
      expect.closeTo(r.topDrag.value, 12),
    ])
  })
  test('friction that nobody saw below the lowest speed: towards rest it may be greater by half, the more the sooner it ended', () => {
    const [early, late] = [0.4, 0.05].map((endsAtShare) => reduceCoast(counted({ endsAtShare }), known))
    for (const { restDrag, leastRadPerS, topRadPerS } of [early, late])
      expect(restDrag.standardUncertainty).toBeGreaterThan((0.25 * restDrag.value * leastRadPerS) / topRadPerS)
    expect(late.restDrag.standardUncertainty / late.restDrag.value).toBeLessThan(0.03)
  })
  test('a hand on the wheel half-way: the law does not lie on it, and that is said', () => {
    const motion = simulateCoasts(truth, 0.002)
    const held = motion.speedRadPerS.map((w, i) => w * (motion.timeS[i] > 15 && motion.timeS[i] < 18 ? 0.9 : 1))
    expect(codes(reduceCoast(angleOfSpeed(motion.timeS, held, 1), known))).toContain('coast-waves')
  })
  test('air that is still on while the supply sags is no coasting', () => {
    const from = 6
    const motion = closed((t) => (t < from ? 1500 - 25 * t : (1500 - 25 * from) * Math.exp(-(t - from) / 6)), 24)
    const r = reduceCoast(motion, known)
    expect(r.coasts[0].fromS).toBeGreaterThan(from - 0.2)
    expect(r.coasts[0].fromS).toBeLessThan(from + 1)
    expect(r.law.parameters[1] / (J / 6)).toBeCloseTo(1, 1)
  })
  test('where it coasts can be set by hand', () => {
    const r = reduceCoast(counted(), known, { coast: { fromS: 5, toS: 15 } })
    expect(r.coasts).toHaveLength(1)
    expect(r.coasts[0]).toMatchObject({ fromS: 5, toS: 15, braked: false })
    expect(holds(r.topDrag, of(r.topRadPerS))).toBe(true)
    expect(r.topRadPerS).toBeLessThan(0.95 * truth.topRadPerS)
  })
})

describe('a known torque on in some coastings', () => {
  const brake = { torqueNm: 3e-4, standardUncertaintyNm: 3e-6 }
  const guessed: CoastRig = { inertiaKgM2: { value: 1.05 * J, standardUncertainty: 0.05 * J }, brake }
  const braked = { coasts: 2, brakeNm: brake.torqueNm, spinsUp: true }
  test('gives the inertia, and the drag with it, whatever the drawing said', () => {
    const r = reduceCoast(counted(braked), guessed)
    expect(r.coasts.map((c) => c.braked)).toEqual([false, true])
    expect(holds(r.inertia, J)).toBe(true)
    expect(r.inertia.standardUncertainty / r.inertia.value).toBeLessThan(0.02)
    expect(holds(r.topDrag, of(r.topRadPerS))).toBe(true)
    expect(r.sharedRelativeUncertainty).toBeCloseTo(0.01, 9)
    expect(codes(r)).toEqual([])
  })
  test('whichever came first, and however often', () => {
    const r = reduceCoast(counted({ ...braked, coasts: 4 }), guessed)
    expect(r.coasts.map((c) => c.braked)).toEqual([false, true, false, true])
    const turned = counted({ ...braked, drag: [4e-4 + 3e-4, 1.5e-7, 1.1e-10], brakeNm: -3e-4 })
    const swapped = reduceCoast(turned, guessed)
    expect(swapped.coasts.map((c) => c.braked)).toEqual([true, false])
    expect(holds(swapped.inertia, J)).toBe(true)
    expect(swapped.restDrag.value).toBeCloseTo(4e-4, 5)
  })
  test('one mark a turn on a rotor that gains several times its speed within a turn: each coasting is counted by itself', () => {
    const alone = { ...truth, ...braked, coasts: 4, endsAtShare: 0.06, topRadPerS: 1400 }
    const motion = simulateCoasts(alone, 0.001)
    const pickUp = { perTurn: 1, tickS: 4e-6, jitterS: 1.5e-5, missedShare: 0.002, doubledShare: 0.001, seed: 92 }
    const marks = pulseTimes(motion, pickUp)
    const seen = angleOfPulses(marks, { countsPerTurn: 1, rotorTurnsPerSensorTurn: 1 })
    expect(seen.trace.timeS.length).toBeGreaterThan(0.99 * marks.length)
    const r = reduceCoast(seen, guessed)
    expect(r.coasts.map((c) => c.braked)).toEqual([false, true, false, true])
    expect(holds(r.inertia, J)).toBe(true)
    expect(holds(r.topDrag, of(r.topRadPerS))).toBe(true)
    expect(r.repairs.find((x) => x.kind === 'double pulse')?.count).toBeLessThan(0.002 * marks.length)
    // what a turn is worth in the spin-ups is not known, and said
    expect(r.repairs.find((x) => x.kind === 'undecided gap')?.count).toBeGreaterThan(0)
  })
  test('an inertia that the drawing has quite otherwise is said', () => {
    const far = { ...guessed, inertiaKgM2: { value: 1.5 * J, standardUncertainty: 0.05 * J } }
    expect(codes(reduceCoast(counted(braked), far))).toEqual(['coast-inertia-unlike'])
  })
  test('one coasting alone, or none that slows faster, cannot tell it: what to do is said', () => {
    expect(() => reduceCoast(counted(), guessed)).toThrow(/Only one coasting/)
    expect(() => reduceCoast(counted({ coasts: 2 }), guessed)).toThrow(/slows clearly faster/)
  })
  test('its workings show where the inertia comes from', () => {
    const found = coastWorkings(reduceCoast(counted(braked), guessed))
    expect(found.inertia.formula).toContain('M slows')
    expect(coastWorkings(reduceCoast(counted(), known)).inertia.formula).not.toContain('M slows')
    const { a, b, c, d, ω } = Object.fromEntries(found.topDrag.inputs.map((i) => [i.symbol, i.value]))
    expect(a + b * ω + c * ω * ω + d).toBeCloseTo(found.topDrag.result.value, 12)
    expect(found.topDrag.formula).toBe('M = a + b·ω + c·ω² + d')
    const rest = Object.fromEntries(found.restDrag.inputs.map((i) => [i.symbol, i.value]))
    expect(rest.a + rest.d).toBeCloseTo(found.restDrag.result.value, 12)
    expect(found.topPower.result.value).toBeCloseTo(found.topDrag.result.value * ω, 9)
  })
})

describe('what is no coasting', () => {
  test.each([
    ['a spin-up alone', (t: number) => 1500 * (1 - Math.exp(-t / 5))],
    ['a steady speed', () => 900],
    ['rest', () => 0],
  ])('%s', (_, speedAt) => {
    expect(() => reduceCoast(closed(speedAt, 20), known)).toThrow(/Nothing in the recording coasts/)
  })
  test('a few readings', () =>
    expect(() =>
      reduceCoast(
        closed(() => 5, 0.3),
        known,
      ),
    ).toThrow(/Only 31 usable/))
  test('noise alone is none, whatever its seed', () => {
    for (let seed = 0; seed < 10; seed++) {
      const random = seededRandom(seed)
      expect(() =>
        reduceCoast(
          closed(() => 900 + 20 * normalDraw(random), 20),
          known,
        ),
      ).toThrow(/coasts/)
    }
  })
})

describe('simulated coastings of known truth', () => {
  const repeats = sample(8)
  const rows = chosen(COAST_CONDITIONS, (c) => c !== '1 % missed' && c !== 'a mark a turn').flatMap((c) =>
    coastCampaign(c, repeats),
  )
  test('none is refused, and the mean lies within a fraction of the standard uncertainty', () => {
    for (const row of rows) {
      expect([row.condition, row.figure, row.refused]).toEqual([row.condition, row.figure, 0])
      expect(Math.abs(row.bias)).toBeLessThan(0.25 + 2.8 / Math.sqrt(repeats))
    }
  })
  test('the 95 % intervals hold the truth as often as they say', () => {
    const held = rows.reduce((sum, row) => sum + row.held, 0) / rows.length
    expect(held).toBeGreaterThan(0.95 - 3.1 * Math.sqrt((0.95 * 0.05) / (rows.length * repeats)))
  })
})
