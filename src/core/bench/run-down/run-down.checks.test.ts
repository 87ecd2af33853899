import { GAS_CONSTANT } from '../../air'
import { NO_DRAG } from '../../engine'
import { tankPressures } from '../tank'
import { sample } from '../../check-values/sample'
import { mean, normalDraw, seededRandom } from '../../statistics'
import { wallConductance } from '../../supply'
import { warmthOf } from './warmth'
import { RUN_DOWN_CONDITIONS, RUN_DOWN_FIGURES, runDownCampaign } from './campaign'
import { airGone, reduceRunDown, runDownWorkings, type RunDownRig, type RunDownTrace } from '.'

const PA = 101_325
const ROOM = { roomPaAbs: PA, roomK: 293.15, load: null }
const RIG: RunDownRig = {
  volumeM3: 2e-3,
  volumeRelativeUncertainty: 0,
  zeroUncertaintyPa: 0,
  spanRelativeUncertainty: 0,
  loadRelativeUncertainty: 0,
}
const STEP = 0.02
const times = (endS: number) => Array.from({ length: Math.round(endS / STEP) + 1 }, (_, i) => i * STEP)
/** Turns evenly from 2 s on, slows evenly, stands at 12 s. */
const plain = (more: Partial<RunDownTrace> = {}): RunDownTrace => {
  const timeS = times(14)
  return {
    timeS,
    speedRadPerS: timeS.map((t) => (t >= 2 && t <= 12 ? 300 - 20 * (t - 2) : 0)),
    gaugePa: timeS.map((t) => 400e3 - 20e3 * Math.min(10, Math.max(0, t - 2))),
    thrustN: timeS.map((t) => 0.3 + (t >= 2 && t <= 12 ? 2 : 0)),
    ...more,
  }
}

describe('a run whose figures are known by hand', () => {
  const r = reduceRunDown(plain(), RIG, {
    ...ROOM,
    load: { ...NO_DRAG, perSpeedNmS: 1e-4 },
  })
  test('time, top speed and turns', () => {
    expect(r.runTime.value).toBeCloseTo(10.02, 6)
    expect(r.peakSpeed.value / 300).toBeCloseTo(1, 3)
    expect(r.turns.value / ((200 * 10) / (2 * Math.PI))).toBeCloseTo(1, 2)
    expect(r.turned).toEqual({ fromS: 2, toS: 12 })
    // half a row at either end, and no speed is known better than to four in ten thousand
    const ends = (STEP * 400) / (2 * Math.PI * Math.sqrt(6))
    expect(r.turns.standardUncertainty / Math.hypot(ends, 4e-4 * r.turns.value)).toBeCloseTo(1, 2)
  })
  test('impulse above the zero, work by the law of the load, air between its limits', () => {
    expect(r.impulse!.value).toBeCloseTo(20, 1)
    expect(r.peakThrust!.value).toBeCloseTo(2, 2)
    // the integral of 1e-4 (300 - 20 t)^2 over ten seconds
    expect(r.shaftWork!.value / (1e-4 * ((300 ** 3 - 100 ** 3) / 60))).toBeCloseTo(1, 2)
    const warm = (200e3 * 2e-3) / (GAS_CONSTANT * 293.15)
    expect(r.air!.value).toBeLessThan(warm)
    expect(r.air!.value).toBeGreaterThan(warm / 1.4)
    expect(r.workPerAir!.value).toBeCloseTo(r.shaftWork!.value / r.air!.value, 9)
    expect(r.airPerTurn!.value).toBeCloseTo(r.air!.value / r.turns.value, 12)
    expect(r.leftShare!).toBeCloseTo(1 - r.air!.value / ((400e3 * 2e-3) / (GAS_CONSTANT * 293.15)), 6)
    expect(r.notes).toEqual([])
  })
  test('its workings give what it says', () => {
    const w = runDownWorkings(r)
    expect(w.runTime!.result.value).toBe(r.runTime.value)
    expect(Object.values(w).every((one) => one === undefined || one.origin === 'measured')).toBe(true)
    expect(runDownWorkings(reduceRunDown(plain({ gaugePa: undefined }), RIG, ROOM)).air).toBeUndefined()
  })
})

describe('air from a fall of pressure, against the closed forms of a vessel', () => {
  const t = times(8)
  const fall = (wallWPerK: number) =>
    tankPressures(
      { volumeM3: 2e-3, startPaAbs: 7e5, wallK: 293.15, roomPaAbs: PA, effectiveAreaM2: 6e-7, wallWPerK },
      t,
      2000,
    )
  test('without heat: p over rho to the 1.4 stays', () => {
    const p = fall(0)
    const [first, last] = [p[0], p[p.length - 1]]
    const m0 = (first * 2e-3) / (GAS_CONSTANT * 293.15)
    expect(airGone(t, p, 2e-3, 293.15, 0) / (m0 * (1 - (last / first) ** (1 / 1.4)))).toBeCloseTo(1, 3)
  })
  test('kept warm: in proportion to the pressure', () => {
    const p = fall(Infinity)
    const m0 = (p[0] * 2e-3) / (GAS_CONSTANT * 293.15)
    expect(Math.abs(airGone(t, p, 2e-3, 293.15, 50) / (m0 * (1 - p[p.length - 1] / p[0])) - 1)).toBeLessThan(0.01)
  })
  test('in between: more air than without heat, less than kept warm', () => {
    const p = fall(0.5)
    const [cold, some, warm] = [0, 0.5, 50].map((h) => airGone(t, p, 2e-3, 293.15, h))
    expect(cold).toBeLessThan(some)
    expect(some).toBeLessThan(warm)
  })
})

describe('what real recordings are like', () => {
  const codes = (trace: RunDownTrace) => reduceRunDown(trace, RIG, ROOM).notes.map((n) => n.code)
  test('a mark missed now and then changes nothing, and is told', () => {
    const clean = reduceRunDown(plain(), RIG, ROOM)
    const { speedRadPerS } = plain()
    const missed = Array.from(speedRadPerS, (w, i) => (i % 37 === 0 ? w / 2 : w))
    const r = reduceRunDown(plain({ speedRadPerS: missed }), RIG, ROOM)
    expect(r.turns.value / clean.turns.value).toBeCloseTo(1, 3)
    expect(r.peakSpeed.value / clean.peakSpeed.value).toBeCloseTo(1, 2)
    expect(r.notes).toEqual([{ code: 'run-spikes', values: { count: expect.any(Number) } }])
  })
  test('begun too late, ended too early, a cell that was never at rest: each is said', () => {
    const { timeS, speedRadPerS, gaugePa, thrustN } = plain() as Required<RunDownTrace>
    const cut = (from: number, to: number): RunDownTrace => ({
      timeS: Array.from(timeS).slice(from, to),
      speedRadPerS: Array.from(speedRadPerS).slice(from, to),
      gaugePa: Array.from(gaugePa).slice(from, to),
      thrustN: Array.from(thrustN).slice(from, to),
    })
    expect(codes(cut(150, 700))).toEqual(['run-no-start'])
    expect(codes(cut(0, 400))).toEqual(['run-cut'])
    expect(codes(cut(150, 400))).toEqual(['run-no-start', 'run-cut', 'run-no-zero'])
    expect(codes(plain())).toEqual([])
  })
  test.each([
    ['nothing turns', plain({ speedRadPerS: times(14).map(() => 0) }), 'NO_TURNS'],
    ['a handful of rows', { timeS: [0, 1, 2], speedRadPerS: [0, 5, 0] }, 'FEW_ROWS'],
    ['time that goes back', plain({ timeS: times(14).map((t, i) => (i === 90 ? t - 1 : t)) }), 'TIME_BACK'],
  ])('%s is refused with what to do', (_, trace, code) => {
    expect(() => reduceRunDown(trace, RIG, ROOM)).toThrow(
      expect.objectContaining({ detail: expect.objectContaining({ code, nextStep: expect.stringMatching(/./) }) }),
    )
  })
  test('of a bottle that was filled again the first run is read, and that is said; a vessel that warms up is none', () => {
    const known = plain()
    const [timeS, speedRadPerS, gaugePa, thrustN] = [
      known.timeS,
      known.speedRadPerS,
      known.gaugePa!,
      known.thrustN!,
    ].map((values) => Array.from(values))
    const once = reduceRunDown(plain(), RIG, ROOM)
    const lasts = timeS[timeS.length - 1] + 0.05
    const twice = {
      timeS: [...timeS, ...Array.from(timeS, (t) => t + lasts)],
      speedRadPerS: [...speedRadPerS, ...speedRadPerS],
      gaugePa: [...gaugePa, ...gaugePa],
      thrustN: [...thrustN, ...thrustN],
    }
    const again = reduceRunDown(twice, RIG, ROOM)
    const filled = again.notes.find((n) => n.code === 'run-filled-again')!
    expect(Math.abs(Number(filled.values.atS) - lasts)).toBeLessThan(0.3)
    for (const key of ['runTime', 'turns', 'air', 'peakSpeed'] as const)
      expect(again[key]!.value / once[key]!.value).toBeCloseTo(1, 3)
    // what is left of air gone cold warms up by a tenth of what had fallen
    const [start, end] = [gaugePa[0], gaugePa[gaugePa.length - 1]]
    const stops = once.turned.toS
    const warmed = gaugePa.map((p, i) => p + 0.1 * (start - end) * (1 - Math.exp(-Math.max(0, timeS[i] - stops) / 2)))
    expect(reduceRunDown(plain({ gaugePa: warmed }), RIG, ROOM).notes.map((n) => n.code)).not.toContain(
      'run-filled-again',
    )
  })
  test('without pressure and thrust it tells time and turns, and no more', () => {
    const r = reduceRunDown(plain({ gaugePa: undefined, thrustN: undefined }), RIG, ROOM)
    expect([r.air, r.airPerTurn, r.impulse, r.shaftWork, r.leftShare, r.curve.gaugePa]).toEqual(Array(6).fill(null))
    expect(r.turns.value).toBeGreaterThan(300)
  })
  test('what volume, span and load are known to is in what follows from them', () => {
    const rig = { ...RIG, volumeRelativeUncertainty: 0.04, spanRelativeUncertainty: 0.03, loadRelativeUncertainty: 0.2 }
    const load = { ...NO_DRAG, perSpeedNmS: 1e-4 }
    const r = reduceRunDown(plain(), rig, { ...ROOM, load })
    const share = (m: { value: number; standardUncertainty: number } | null) => m!.standardUncertainty / m!.value
    expect(share(r.air)).toBeGreaterThan(0.04)
    const off = reduceRunDown(plain(), { ...RIG, zeroUncertaintyPa: 20e3 }, ROOM)
    const sure = reduceRunDown(plain(), RIG, ROOM)
    expect(off.air!.standardUncertainty).toBeGreaterThan(1.01 * sure.air!.standardUncertainty)
    expect(share(r.impulse)).toBeGreaterThan(0.03)
    expect(share(r.shaftWork)).toBeCloseTo(0.2, 9)
    expect(share(r.workPerAir)).toBeGreaterThan(share(r.air))
    expect(r.sharedRelativeUncertainty).toBe(0.04)
  })
})

describe('tops in noise', () => {
  /** Rises in two seconds, stands, falls; speed’s noise is a share of it. */
  const noisy = (seed: number, share: number, thrustN: number, zeroN = 0): RunDownTrace => {
    const random = seededRandom(seed)
    const timeS = times(40)
    const course = timeS.map((t) => (t < 2 || t > 36 ? 0 : Math.min(1, (t - 2) / 2) * (1 - ((t - 14) / 60) ** 2)))
    return plain({
      timeS,
      speedRadPerS: course.map((c) => 300 * c * (1 + share * normalDraw(random))),
      gaugePa: timeS.map((t) => 400e3 - 5e3 * t),
      thrustN: course.map((c) => zeroN + 2 * c + thrustN * normalDraw(random)),
    })
  }
  test('a speed that scatters by a share of itself has the scatter of its top, not of its rest', () => {
    const runs = Array.from({ length: sample(12) }, (_, i) => reduceRunDown(noisy(i, 0.01, 0.01), RIG, ROOM))
    for (const [key, truth] of [
      ['peakSpeed', 300],
      ['turns', reduceRunDown(noisy(0, 0, 0), RIG, ROOM).turns.value],
    ] as const) {
      const z = runs.map((r) => (r[key].value - truth) / r[key].standardUncertainty)
      expect(Math.abs(mean(z))).toBeLessThan(0.8)
      expect(Math.sqrt(mean(z.map((v) => v * v)))).toBeLessThan(1.5)
    }
    // a quarter of a per cent, where one reading is off by one
    expect(mean(runs.map((r) => r.peakSpeed.standardUncertainty))).toBeLessThan(0.006 * 300)
  })
  test('the highest of many noisy readings is not the top: what noise lifts it by comes off', () => {
    const runs = Array.from({ length: sample(12) }, (_, i) => reduceRunDown(noisy(i, 0.002, 0.4), RIG, ROOM))
    const z = runs.map((r) => (r.peakThrust!.value - 2) / r.peakThrust!.standardUncertainty)
    expect(Math.abs(mean(z))).toBeLessThan(0.6)
    expect(Math.sqrt(mean(z.map((v) => v * v)))).toBeLessThan(1.5)
    expect(mean(runs.map((r) => r.peakThrust!.standardUncertainty))).toBeLessThan(0.22)
  })
  test('a cell’s zero moves neither its top nor how well that is known', () => {
    const [none, some] = [0, -1.7].map((zeroN) => reduceRunDown(noisy(3, 0.01, 0.2, zeroN), RIG, ROOM).peakThrust!)
    expect(some.value / none.value).toBeCloseTo(1, 9)
    expect(some.standardUncertainty / none.standardUncertainty).toBeCloseTo(1, 9)
  })
  test('a run of two rows has figures', () => {
    const timeS = times(4)
    const r = reduceRunDown(
      plain({ timeS, speedRadPerS: timeS.map((t) => (t > 1.99 && t < 2.07 ? 300 : 0)), thrustN: undefined }),
      RIG,
      ROOM,
    )
    expect(r.peakSpeed.value / 300).toBeCloseTo(1, 1)
    expect(Number.isFinite(r.peakSpeed.standardUncertainty + r.turns.standardUncertainty)).toBe(true)
  })
  test('many rows are looked at in blocks: the same top', () => {
    const slow = noisy(1, 0.01, 0.01)
    const [fine, long] = [1, 12].map((times) => ({
      timeS: Array.from(slow.timeS).flatMap((t) => Array.from({ length: times }, (_, k) => t + (k * STEP) / times)),
      speedRadPerS: Array.from(slow.speedRadPerS).flatMap((w) => Array.from({ length: times }, () => w)),
    }))
    const [a, b] = [fine, long].map((t) => reduceRunDown(t, RIG, ROOM).peakSpeed)
    expect(long.timeS.length).toBeGreaterThan(20_000)
    expect(Math.abs(a.value - b.value)).toBeLessThan(3 * a.standardUncertainty)
  })
})

describe('air that filling has left warm', () => {
  const [startPa, wallWPerK, warmerK] = [500e3, wallConductance(RIG.volumeM3), 20]
  const startK = ROOM.roomK + warmerK
  /** Mass and conductance stay, so that it cools by an exponential (Newton's law; heat of a perfect gas at rest). */
  const fadesS = ((startPa + PA) * RIG.volumeM3) / (0.4 * wallWPerK * startK)
  const kelvin = (s: number) => ROOM.roomK + warmerK * Math.exp(-s / fadesS)
  const random = seededRandom(4)
  const warm = (noisePa = 0) =>
    plain({
      gaugePa: times(14).map((t) => {
        const before = t < 2 ? ((startPa + PA) * kelvin(t - 2)) / startK - PA : startPa
        return before - 20e3 * Math.min(10, Math.max(0, t - 2)) + noisePa * normalDraw(random)
      }),
    })
  const told = (trace: RunDownTrace) => {
    const { timeS, gaugePa } = trace as unknown as { timeS: number[]; gaugePa: number[] }
    return warmthOf(timeS, gaugePa, 100, RIG.volumeM3, wallWPerK, startPa + PA, ROOM.roomK)
  }
  test('how warm it is, by how its pressure falls while it is shut', () => {
    expect(told(warm()).value / warmerK).toBeCloseTo(1, 1)
    const noisy = told(warm(300))
    expect(Math.abs(noisy.value - warmerK)).toBeLessThan(2 * noisy.standardUncertainty)
    // a fall that goes on would be a leak: half of it is left open
    expect(told(warm()).standardUncertainty / (0.5 * warmerK)).toBeCloseTo(1, 1)
  })
  test('what noise tells of air that is not warm scatters as it says', () => {
    const found = Array.from({ length: 60 }, () =>
      told(plain({ gaugePa: times(14).map(() => startPa + 300 * normalDraw(random)) })),
    )
    const spread = Math.sqrt(mean(found.map((w) => w.value ** 2)))
    const said = mean(found.map((w) => w.standardUncertainty))
    expect(spread / said).toBeGreaterThan(0.7)
    expect(spread / said).toBeLessThan(1.3)
  })
  test('a gauge that rounds the fall away does not tell that it is cold; one that shows a step of it, not how warm', () => {
    let off = 0
    for (const digit of [500, 1e3, 2e3, 5e3, 20e3])
      for (let k = 0; k < 16; k++) {
        const rounded = Array.from(warm().gaugePa!, (p) => Math.round((p + (k * digit) / 16) / digit) * digit)
        const found = told(plain({ gaugePa: rounded }))
        if (Math.abs(found.value - warmerK) > 2.5 * found.standardUncertainty) off++
        if (digit === 20e3) expect(found.standardUncertainty).toBeGreaterThan(9)
      }
    expect(off).toBeLessThanOrEqual(2)
  })
  test('of a recording that begins as it opens only what is usual is known', () => {
    const { timeS, gaugePa } = warm() as unknown as { timeS: number[]; gaugePa: number[] }
    const late = warmthOf(timeS.slice(98), gaugePa.slice(98), 2, RIG.volumeM3, wallWPerK, startPa + PA, ROOM.roomK)
    expect(late).toEqual({ value: 0, standardUncertainty: 10 })
  })
  test('air that flows out before it turns, or is still let in, is no warmth; a filling that was recorded is left out', () => {
    const unknown = { value: 0, standardUncertainty: 10 }
    const before = (of: (t: number) => number) =>
      told(plain({ gaugePa: times(14).map((t) => startPa + (t < 2 ? of(t) : 0)) }))
    expect(before((t) => 15e3 * (2 - t))).toEqual(unknown)
    expect(before((t) => -5e3 * (2 - t))).toEqual(unknown)
    const { timeS, gaugePa } = warm() as unknown as { timeS: number[]; gaugePa: number[] }
    const pumped = gaugePa.map((p, i) => (timeS[i] < 0.8 ? p * (0.2 + timeS[i]) : p))
    expect(told(plain({ gaugePa: pumped })).value / warmerK).toBeCloseTo(1, 1)
  })
  test('there is less of it by its share of the temperature, and it is said', () => {
    const [cool, hot] = [
      reduceRunDown(plain({ gaugePa: Array.from(warm().gaugePa!, (p, i) => (i < 100 ? startPa : p)) }), RIG, ROOM),
      reduceRunDown(warm(), RIG, ROOM),
    ]
    expect([cool.notes.map((n) => n.code), hot.notes.map((n) => n.code)]).toEqual([[], ['run-warm']])
    expect(Number(hot.notes[0].values.kelvin) / warmerK).toBeCloseTo(1, 1)
    // by its mass in small steps: m' = (V p' / (gamma - 1) - H (Tw - T)) / (cp T), T = p V / (m R)
    const byMass = (startsK: number) => {
      const first = ((startPa + PA) * RIG.volumeM3) / (GAS_CONSTANT * startsK)
      let m = first
      for (let t = 0; t < 10; t += 1e-3) {
        const T = ((startPa + PA - 20e3 * t) * RIG.volumeM3) / (m * GAS_CONSTANT)
        const power = (RIG.volumeM3 * -20e3) / 0.4 - wallWPerK * (ROOM.roomK - T)
        m += (1e-3 * power) / (3.5 * GAS_CONSTANT * T)
      }
      return first - m
    }
    expect(hot.air!.value / byMass(startK)).toBeCloseTo(1, 2)
    expect(cool.air!.value / byMass(ROOM.roomK)).toBeCloseTo(1, 2)
    expect(hot.air!.value / cool.air!.value).toBeLessThan(0.9)
    expect(hot.air!.standardUncertainty).toBeGreaterThan(cool.air!.standardUncertainty)
    expect(hot.leftShare! + (hot.air!.value * 287.05 * startK) / (startPa * RIG.volumeM3)).toBeCloseTo(1, 2)
  })
})

describe('simulated runs of engines on their bottles, of known truth', () => {
  test.each(RUN_DOWN_CONDITIONS)('%s: the intervals hold it', (condition) => {
    const repeats = sample(8)
    // few machines, since each is run down once, which takes longer than all that is read of it
    const rows = runDownCampaign(condition, repeats, 2)
    expect(rows.map((r) => r.figure)).toEqual([...RUN_DOWN_FIGURES])
    for (const row of rows) {
      expect(row.refused).toBe(0)
      // 95 % of so many, less three times their own scatter
      expect([row.figure, row.held >= 0.95 - 3 * Math.sqrt((0.95 * 0.05) / repeats)]).toEqual([row.figure, true])
      expect(Math.abs(row.bias)).toBeLessThan(0.9)
    }
  })
})
