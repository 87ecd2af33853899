import * as z from 'zod'
import { Moments } from '../../devices/moment'
import { benchProgram, hiddenMachine, hiddenRegulator, type BenchAsked } from '../../core/bench'
import { USUAL_BEND } from '../../core/bench/settled/torque-line'
import { FAMILIES } from '../../core/machines'
import { linearLeastSquares } from '../../core/statistics'
import { newBuild, type Rig } from '../document'
import { lines } from '../document/testing'
import { kindOf } from '../machines/registry'
import { liveOf, methodOf } from '../measuring'
import { LineProtocol, guessChannels, parseTable } from '../recording'
import { benchAddress, benchLines, benchQuery, clockOf } from '.'
import { asked, codes, glider, marks, measured, recorded, rigs, speeds, spindle } from './testing'

describe('the machine of the bench bends its torque as the build is predicted to', () => {
  // torque over the shaft’s speed, its fall at speed steeper by drag: each family by its own prediction
  test.each([
    ['disc-pack', 0.5, 0.7],
    ['axial', 0.1, 0.4],
    ['wind-stack', -0.3, 0],
    ['turbine-compressor', 0, 0.2],
    ['radial-inflow', 0.7, 0.7],
  ] as const)('%s', (family, least, most) => {
    const build = newBuild({ id: 'x', machineId: 'm', name: 'x', createdAt: '2026-11-29T09:00:00.000Z' }, family)
    const ambient = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
    const predicted = kindOf(build).predict(build, { ambient })
    const { bend, freeSpeedRadPerS } = liveOf(rigs.inertia)!.simulated(rigs.inertia, build, predicted, 350e3)!
    expect(bend).toBeGreaterThanOrEqual(least)
    expect(bend).toBeLessThanOrEqual(most)
    // half-way between a quarter and three quarters of the free speed a bend of 1 lies a sixteenth above the straight
    const { over, lines } = predicted.overSpeed!
    const { values } = lines.find((l) => l.id === 'torque')!
    const near = (share: number) => {
      const w = share * freeSpeedRadPerS
      const i = over.findIndex((x) => x >= w)
      return values[i - 1] + ((values[i] - values[i - 1]) * (w - over[i - 1])) / (over[i] - over[i - 1])
    }
    const above = near(0.5) - (near(0.25) + near(0.75)) / 2
    const { parameters } = linearLeastSquares(
      [0.25, 0.5, 0.75].map((x) => [1, x, x * x]),
      [0.25, 0.5, 0.75].map(near),
      [1, 1, 1],
      'residual',
    )
    if (bend < 0.7) expect(Math.abs((16 * above) / parameters[0] - bend)).toBeLessThan(0.2)
  })
  test('what is known of a bend beforehand is where the predictions of all kinds lie', () => {
    const ambient = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
    const bends = FAMILIES.map((family) => {
      const build = newBuild({ id: 'x', machineId: 'm', name: 'x', createdAt: '2026-11-29T09:00:00.000Z' }, family)
      const predicted = kindOf(build).predict(build, { ambient })
      return liveOf(rigs.inertia)!.simulated(rigs.inertia, build, predicted, 350e3)!.bend
    })
    const { share, spread } = USUAL_BEND
    for (const bend of bends) expect(Math.abs(bend - share)).toBeLessThan(2 * spread)
    expect(Math.abs(bends.reduce((a, b) => a + b, 0) / bends.length - share)).toBeLessThan(0.15)
  })
  test('a machine that pushes and does not turn has none', () => expect(asked(rigs.thrust, 3, []).bend).toBe(0))
  test('the one that stands there is near that, never the same', () => {
    const found = [1, 2, 3, 4, 5, 6].map((seed) => hiddenMachine(asked(rigs.inertia, seed, [])).bend)
    expect(new Set(found).size).toBe(6)
    const { bend } = asked(rigs.inertia, 1, [])
    expect(Math.max(...found.map((b) => Math.abs(b - bend)))).toBeLessThan(0.3)
    expect(Math.max(...found) - Math.min(...found)).toBeGreaterThan(0.05)
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
  // a device that has been on for years would have every go of it gone through
  expect([clockOf({ since: 1000, pace: 2 }, 61_000), clockOf({ since: 0, pace: 1 }, 14_400_001)]).toEqual([120, null])
  const wrong = { ...params(benchQuery(of, 1000)), readingsPerS: '1000000' }
  expect(benchAddress.safeParse(wrong).success).toBe(false)
  expect(benchAddress.safeParse({ ...params(benchQuery(of, 1)), faults: 'fire' }).success).toBe(false)
  // each limit as it stands: one that moves lets a reader cost the server more, or keeps a rig out
  expect(z.toJSONSchema(benchAddress, { io: 'output', unrepresentable: 'any' })).toMatchSnapshot()
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
  /** What a torque has left at a share of the speed at which it is gone. */
  const left = (bend: number, x: number) => 1 - (1 - bend) * x - bend * x * x

  test.each([
    ['count', rigs.inertia],
    ['speed', speeds],
    ['marks', marks],
  ] as const)('flywheel by %s: torque goes down with speed along the hidden line', (_, rig) => {
    const of = asked(rig, 17, [])
    const { stallTorqueNm, freeSpeedRadPerS, bend } = hiddenMachine(of)
    const tau = (of.inertiaKgM2 * freeSpeedRadPerS) / stallTorqueNm
    const now = at(rig, of, openS + tau)
    const [speed, torque] = [now.get('speed')!, now.get('netTorque')!]
    // after one time constant at 1 - 1/e of the free speed, less a little for drag, more for a torque that stays up
    expect(bend).toBeGreaterThan(0.1)
    expect(speed / freeSpeedRadPerS).toBeGreaterThan(0.6)
    expect(speed / freeSpeedRadPerS).toBeLessThan(0.68)
    const line = stallTorqueNm * left(bend, speed / freeSpeedRadPerS)
    expect(Math.abs(torque - line)).toBeLessThan(0.06 * stallTorqueNm)
    expect(now.get('netPower')! / (speed * torque)).toBeCloseTo(1, 9)
    expect(now.get('pressure')! / 350e3).toBeCloseTo(1, 1)
  })
  test('brake: torque over the tare that the rig says, power is torque times speed', () => {
    const of = asked(rigs.brake, 17, [])
    const { stallTorqueNm, freeSpeedRadPerS, bend } = hiddenMachine(of)
    const rig = { ...rigs.brake, tareN: 0 } as Rig
    // the end of the third load, at 0.68 of the free speed
    const now = at(rig, of, openS + 3 * 8 - 0.2)
    expect(now.get('speed')! / freeSpeedRadPerS).toBeCloseTo(0.68, 2)
    expect(now.get('power')! / (now.get('speed')! * now.get('torque')!)).toBeCloseTo(1, 9)
    const tare = 0.05 * of.armM
    expect(now.get('torque')!).toBeGreaterThan((left(bend, 0.68) - 0.02) * stallTorqueNm)
    expect(now.get('torque')!).toBeLessThan((left(bend, 0.68) + 0.02) * stallTorqueNm + tare)
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
  test('a rope shows the difference of its cells at its lever: what the brake would', () => {
    const of = asked(rigs.rope, 17, [])
    const { stallTorqueNm, freeSpeedRadPerS, bend } = hiddenMachine(of)
    const now = at(rigs.rope, of, openS + 3 * 8 - 0.2)
    expect(now.get('speed')! / freeSpeedRadPerS).toBeCloseTo(0.68, 2)
    expect(Math.abs(now.get('torque')! / stallTorqueNm - left(bend, 0.68))).toBeLessThan(0.02)
    expect(now.get('power')! / (now.get('speed')! * now.get('torque')!)).toBeCloseTo(1, 9)
    // a drum that turns at half the rotor’s speed has twice its torque
    const geared = at({ ...rigs.rope, speedRatio: 2 } as Rig, of, openS + 3 * 8 - 0.2)
    expect(geared.get('torque')! / now.get('torque')!).toBeCloseTo(0.5, 9)
    // a balance that shows too little pulls more than it says, by its factor
    const by = (scaleFactor: number) => at({ ...rigs.rope, scaleFactor } as Rig, of, openS + 3 * 8 - 0.2).get('torque')!
    expect(by(1)).toBe(now.get('torque'))
    expect(by(1) - by(1.2)).toBeGreaterThan(0.01 * stallTorqueNm)
    expect((by(1) - by(1.4)) / (by(1) - by(1.2))).toBeCloseTo(2, 6)
    // weights that are wound up are written down one by one
    expect([liveOf({ ...rigs.rope, does: 'lifts' } as Rig), liveOf(rigs.rope)]).toEqual([null, methodOf('rope').live])
  })
  test('a rotor left to itself: what slows it while it coasts, below nothing while its air drives it', () => {
    const rig = { ...rigs.coast, signal: 'count', countsPerTurn: 360 } as Rig
    const of = { ...asked(rig, 17, []), readingsPerS: 1000 }
    const { stallTorqueNm, freeSpeedRadPerS } = hiddenMachine(of)
    const tau = (of.inertiaKgM2 * freeSpeedRadPerS) / stallTorqueNm
    const shutS = openS + Math.max(4, 3.2 * tau)
    expect(at(rig, of, openS + 0.6 * tau).get('drag')!).toBeLessThan(0)
    const now = at(rig, of, shutS + 0.6)
    const share = now.get('speed')! / freeSpeedRadPerS
    const drag = (0.02 + 0.01 * share + 0.015 * share ** 2) * stallTorqueNm
    expect(now.get('drag')! / drag).toBeGreaterThan(0.85)
    expect(now.get('drag')! / drag).toBeLessThan(1.15)
  })
  test('a regulator and a bottle show what their gauges do', () => {
    const of = asked(rigs.droop, 17, [])
    const { closedGaugePa, lossPa } = hiddenRegulator(of)
    const [shut, open] = [at(rigs.droop, of, 2), at(rigs.droop, of, openS + 6 * 7 - 0.3)]
    expect(Math.abs(shut.get('outlet')! - closedGaugePa)).toBeLessThan(9e3)
    expect((shut.get('outlet')! - open.get('outlet')!) / lossPa).toBeGreaterThan(0.7)
    expect((shut.get('outlet')! - open.get('outlet')!) / lossPa).toBeLessThan(1.5)
    expect(shut.get('source')! / of.sourceGaugePa).toBeCloseTo(1, 2)
    const bottle = asked(rigs['run-down'], 17, [])
    const [rest, runs] = [at(rigs['run-down'], bottle, 2), at(rigs['run-down'], bottle, openS + 2)]
    expect([rest.get('speed'), rest.get('pressure')! / 350e3]).toEqual([0, expect.closeTo(1, 2)])
    expect(runs.get('pressure')!).toBeLessThan(0.95 * rest.get('pressure')!)
    const two = at({ ...rigs['run-down'], marksPerTurn: 2 } as Rig, bottle, openS + 2)
    expect(two.get('speed')! / runs.get('speed')!).toBeCloseTo(0.5, 9)
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
    ['rope', rigs.rope],
    ['droop', rigs.droop],
    ['coast', rigs.coast],
    ['run-down', rigs['run-down']],
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
