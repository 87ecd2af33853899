import { benchProgram, hiddenMachine, type BenchAsked } from '../../core/bench'
import { benchAddress, benchLines, benchQuery } from '.'
import { newBuild, newThrustBuild, type Measurement, type Rig, type Run } from '../document'
import { methodOf, type MeasuredRun } from '../measuring'
import { Moments } from '../../devices/moment'
import { LineProtocol, guessChannels, parseTable } from '../recording'
import { kindOf } from '../machines/registry'
import { lines } from '../document/testing'

const at = '2026-11-27T09:00:00.000Z'
const spindle = newBuild({ id: 'b', machineId: 'm', name: 'Spindle', createdAt: at })
const glider = newThrustBuild({ id: 'g', machineId: 'm', name: 'Glider', createdAt: at })
const ambient = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const USUAL = ['sag', 'noise', 'drop-outs', 'drift'] as const

const rigs: Readonly<Record<string, Rig>> = Object.fromEntries(
  (['inertia', 'brake', 'generator', 'thrust', 'tank-decay'] as const).map((id) => [id, methodOf(id).newRig(id)]),
)
const marks = { ...rigs.inertia, signal: 'pulse-times', sensorOn: 'rotor', countsPerTurn: 1 } as Rig
const speeds = { ...rigs.inertia, signal: 'speed' } as Rig

/** One go of a simulated bench for a rig and a build, as the page asks for it. */
function asked(rig: Rig, seed: number, faults: BenchAsked['faults']): BenchAsked {
  const build = rig.kind === 'thrust' ? glider : spindle
  const of = methodOf(rig.kind).live!.simulated(rig, build, kindOf(build).predict(build, { ambient }), 350e3)
  return { ...of!, seed, faults }
}

function recorded(of: BenchAsked, untilS: number): Uint8Array {
  const lines: string[] = []
  for (const { atS, text } of benchLines(of, 0)) {
    if (atS > untilS) break
    lines.push(text)
  }
  return new TextEncoder().encode(`${lines.join('\n')}\n`)
}

/** Recorded and reduced with no more help than the page gives. */
function measured(rig: Rig, of: BenchAsked, untilS: number): MeasuredRun {
  const parsed = parseTable(recorded(of, untilS))
  if (!parsed.ok) throw new Error(parsed.message)
  const method = methodOf(rig.kind)
  const mapping = guessChannels(parsed.table.device!.header, method.roles(rig))
  const run = { gaugePressurePa: 350e3, ambient } as Run
  const measurement = { ...method.freshSettings(), mapping } as Measurement
  const build = rig.kind === 'thrust' ? glider : spindle
  return method.reduce({ kind: 'table', table: parsed.table }, method.conditions(run, measurement, rig, build)!)
}
const figure = (run: MeasuredRun, id: string) => run.figures.find((f) => f.id === id)!
const codes = (run: MeasuredRun) => run.notes.map((n) => n.code)

/** Drag of the simulated rotor is taken off its blades: 2 % at rest, 4.5 % at full speed. */
const FREE_SHARE = 0.957

describe('what the bench really does comes out of its lines', () => {
  test.each([
    ['count, a good day', rigs.inertia, []],
    ['count, a usual day', rigs.inertia, USUAL],
    ['speed, a usual day', speeds, USUAL],
    ['marks, a usual day', marks, USUAL],
  ] as const)('flywheel by %s', (_, rig, faults) => {
    const of = asked(rig, 41, faults)
    const truth = hiddenMachine(of)
    const run = measured(rig, of, benchProgram(of).endS)
    const free = figure(run, 'freeSpeedRadPerS')
    const stall = figure(run, 'stallTorqueNm')
    expect(Math.abs(stall.value / (0.98 * truth.stallTorqueNm) - 1)).toBeLessThan(0.04)
    expect(Math.abs(free.value / (FREE_SHARE * truth.freeSpeedRadPerS) - 1)).toBeLessThan(0.02)
  })
  test.each([3, 7, 12])('brake on a usual day: the scale’s creep is found and taken off (seed %d)', (seed) => {
    const of = asked(rigs.brake, seed, USUAL)
    const truth = hiddenMachine(of)
    const run = measured(rigs.brake, of, 60)
    expect(codes(run)).toContain('brake-crept')
    const best = figure(run, 'bestPowerW')
    const expected = (truth.stallTorqueNm * truth.freeSpeedRadPerS) / 4
    expect(Math.abs(best.value - expected)).toBeLessThan(Math.max(3 * best.standardUncertainty, 0.02 * expected))
  })
  test('generator: settled stretches are cut out, and the electrical peak is below the shaft’s', () => {
    const of = asked(rigs.generator, 5, USUAL)
    const truth = hiddenMachine(of)
    const { value } = figure(measured(rigs.generator, of, 60), 'electricalPowerW')
    const shaft = (truth.stallTorqueNm * truth.freeSpeedRadPerS) / 4
    expect(value).toBeLessThan(shaft)
    expect(value).toBeGreaterThan(0.4 * shaft)
  })
  test('thrust stand and tank', () => {
    const push = figure(measured(rigs.thrust, asked(rigs.thrust, 9, USUAL), 26), 'thrust')
    const asks = asked(rigs.thrust, 9, []).thrustN
    expect(push.value / asks).toBeGreaterThan(0.6)
    expect(push.value / asks).toBeLessThan(1.06)
    const tank = asked(rigs['tank-decay'], 9, USUAL)
    const area = figure(measured(rigs['tank-decay'], tank, benchProgram(tank).endS), 'effectiveAreaM2').value
    expect(area / tank.effectiveAreaM2).toBeGreaterThan(0.85)
    expect(area / tank.effectiveAreaM2).toBeLessThan(1.1)
  })
})

test('a device that says another number of lines than the rig is told apart', () => {
  const of = asked(rigs.inertia, 4, [])
  const wrong = { ...rigs.inertia, countsPerTurn: 200 } as Rig
  expect(codes(measured(wrong, of, 60))).toContain('lines-per-turn')
  expect(codes(measured(rigs.inertia, of, 60))).not.toContain('lines-per-turn')
})

test('what is read later is what would have been read then: a link that comes back meets the same machine', () => {
  const of = asked(rigs.inertia, 8, ['drop-outs'])
  const lines = (from: number) => {
    const found: string[] = []
    for (const { atS, text } of benchLines(of, from)) {
      if (atS > 130) break
      if (atS >= 125) found.push(text)
    }
    return found
  }
  expect(lines(125).slice(1)).toEqual(lines(0))
})

test('an address holds all that is asked for, and nothing beyond its limits', () => {
  const of = asked(rigs.brake, 123, ['sag', 'link'])
  const params = (q: string) => Object.fromEntries(new URLSearchParams(q))
  expect(benchAddress.parse(params(benchQuery(of, 1000)))).toEqual({ ...of, since: 1000, pace: 1 })
  const wrong = { ...params(benchQuery(of, 1000)), readingsPerS: '1000000' }
  expect(benchAddress.safeParse(wrong).success).toBe(false)
  expect(benchAddress.safeParse({ ...params(benchQuery(of, 1)), faults: 'fire' }).success).toBe(false)
})

test('the patch that flies off ends its marks while the rotor still turns', () => {
  const last = (faults: BenchAsked['faults']) => {
    const parsed = parseTable(recorded(asked(marks, 6, faults), 30))
    return parsed.ok ? parsed.table.columns[0].values.at(-1)! : NaN
  }
  expect(last(['patch'])).toBeLessThan(last([]) - 3)
})

test('from go to go the counter runs on and the clock rises: a device does not begin anew', () => {
  const of = asked(rigs.inertia, 4, [])
  const parsed = parseTable(recorded(of, 2.5 * benchProgram(of).endS))
  if (!parsed.ok) throw new Error(parsed.message)
  const [time, count] = parsed.table.columns.map((c) => c.values)
  expect(parsed.table.device!.breaks).toEqual([])
  const back = (values: ArrayLike<number>, less: (now: number, before: number) => boolean) =>
    Array.from(values).findIndex((v, i) => i > 0 && less(v, values[i - 1]))
  expect([back(time, (now, before) => !(now > before)), back(count, (now, before) => !(now >= before))]).toEqual([
    -1, -1,
  ])
})

describe('the figures of the moment are those of the machine at that moment', () => {
  /** Figures at a time after the start of a go. */
  function at(rig: Rig, of: BenchAsked, nowS: number): ReadonlyMap<string, number> {
    const method = methodOf(rig.kind)
    const protocol = new LineProtocol()
    let moments: Moments | null = null
    let last = 0
    protocol.push(recorded(of, nowS), (e) => {
      if (e.kind === 'header')
        moments = new Moments(e.header, guessChannels(e.header, method.roles(rig)), method.roles(rig), 101_325)
      if (e.kind === 'reading') {
        moments!.push(e.timeS, e.values)
        last = e.timeS
      }
    })
    const live = method.live!
    const build = rig.kind === 'thrust' ? glider : spindle
    const found = live.figures(moments!.last(live.momentS, last), rig, build)
    return new Map(found.map((f) => [f.id, f.value]))
  }
  const openS = 3

  test.each([
    ['count', rigs.inertia],
    ['speed', speeds],
    ['marks', marks],
  ] as const)('flywheel by %s: torque goes down with speed along the hidden line', (_, rig) => {
    const of = asked(rig, 17, [])
    const { stallTorqueNm, freeSpeedRadPerS } = hiddenMachine(of)
    const tau = (of.inertiaKgM2 * freeSpeedRadPerS) / stallTorqueNm
    const now = at(rig, of, openS + tau)
    const [speed, torque] = [now.get('speed')!, now.get('netTorque')!]
    // after one time constant at 1 - 1/e of the free speed, less a little for drag
    expect(speed / freeSpeedRadPerS).toBeGreaterThan(0.57)
    expect(speed / freeSpeedRadPerS).toBeLessThan(0.645)
    const line = stallTorqueNm * (1 - speed / freeSpeedRadPerS)
    expect(Math.abs(torque - line)).toBeLessThan(0.06 * stallTorqueNm)
    expect(now.get('netPower')! / (speed * torque)).toBeCloseTo(1, 9)
    expect(now.get('pressure')! / 350e3).toBeCloseTo(1, 1)
  })
  test('brake: torque over the tare that the rig says, power is torque times speed', () => {
    const of = asked(rigs.brake, 17, [])
    const { stallTorqueNm, freeSpeedRadPerS } = hiddenMachine(of)
    const rig = { ...rigs.brake, tareN: 0 } as Rig
    // the end of the third load, at 0.68 of the free speed
    const now = at(rig, of, openS + 3 * 8 - 0.2)
    expect(now.get('speed')! / freeSpeedRadPerS).toBeCloseTo(0.68, 2)
    expect(now.get('power')! / (now.get('speed')! * now.get('torque')!)).toBeCloseTo(1, 9)
    const tare = 0.05 * of.armM
    expect(now.get('torque')!).toBeGreaterThan(0.3 * stallTorqueNm)
    expect(now.get('torque')!).toBeLessThan(0.34 * stallTorqueNm + tare)
  })
  test('a brake and a stand show what their scale was found to mean, the tare with it', () => {
    const of = asked(rigs.brake, 17, [])
    const brake = (scaleFactor: number) =>
      at({ ...rigs.brake, tareN: 0.02, scaleFactor } as Rig, of, openS + 3 * 8 - 0.2)
    expect(brake(1.25).get('torque')! / brake(1).get('torque')!).toBeCloseTo(1.25, 9)
    expect(brake(1.25).get('speed')).toBe(brake(1).get('speed'))
    const push = asked(rigs.thrust, 17, [])
    const stand = (scaleFactor: number) => at({ ...rigs.thrust, scaleFactor } as Rig, push, openS + 1)
    expect(stand(1.25).get('thrust')! / stand(1).get('thrust')!).toBeCloseTo(1.25, 9)
  })
  test('generator, stand and tank show what they read', () => {
    const generator = at(rigs.generator, asked(rigs.generator, 17, []), openS + 23)
    expect(generator.get('electricalPower')!).toBeGreaterThan(0)
    expect(generator.has('torque')).toBe(false)
    const stand = asked(rigs.thrust, 17, [])
    expect(at(rigs.thrust, stand, openS + 5).get('thrust')! / stand.thrustN).toBeGreaterThan(0.7)
    expect(at(rigs['tank-decay'], asked(rigs['tank-decay'], 17, []), 2).get('pressure')! / 350e3).toBeCloseTo(1, 1)
  })
})

// A bad day of each rig, pinned: no figure, band or note of it changes unnoticed.
describe('a bad day, reduced, to five digits', () => {
  const BAD = ['sag', 'noise', 'drop-outs', 'drift', 'bad-lines'] as const
  test.each([
    ['inertia', rigs.inertia],
    ['speed', speeds],
    ['marks', marks],
    ['brake', rigs.brake],
    ['generator', rigs.generator],
    ['thrust', rigs.thrust],
    ['tank', rigs['tank-decay']],
  ] as const)('%s', (_, rig) => {
    for (const seed of [5, 23]) {
      const of = asked(rig, seed, [...BAD])
      const { figures, notes, repairs } = measured(rig, of, benchProgram(of).endS)
      expect(
        lines({
          ...Object.fromEntries(figures.map((f) => [f.id, [f.value, f.standardUncertainty]])),
          repairs,
          ...Object.fromEntries(notes.map((n, i) => [`${i} ${n.code}`, n.values])),
        }),
      ).toMatchSnapshot()
    }
  })
})
