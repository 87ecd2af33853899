import { expectedAt, planRuns, stopPressure, stopSpeed, USUAL_SPREAD, type PlanWanted } from '.'
import { keptDemo } from '../demo/kept-demo'
import { newBuild, newSupply, newThrustBuild, type Rig } from '../document'
import { kindOf } from '../machines/registry'
import { methodOf } from '../measuring'
import { planSchema } from './schema'

const { project } = keptDemo()
const room = { ambient: project.ambient }
const spindle = project.builds.find((b) => b.id === 'spindle-3')!
const wheel = project.rigs.find((r) => r.id === 'wheel-lines')!
const wanted: PlanWanted = {
  gaugePressurePa: 350e3,
  steps: 4,
  everyStep: false,
  differenceShare: 0.05,
  spreadShare: null,
}

test('from low to high in steps that can be set, the wanted pressure last; each safe to run', () => {
  const plan = planRuns(spindle, wheel, room, wanted)!
  const pressures = plan.steps.map((s) => s.gaugePressurePa)
  expect(pressures).toEqual([90e3, 180e3, 260e3, 350e3])
  expect(plan.limitedBy).toBe('wanted')
  expect(plan.expected.every((e) => e.state !== 'do not run')).toBe(true)
  // more pressure, more speed: expected is of each step's own pressure
  const free = plan.expected.map((e) => e.figures.find((f) => f.id === 'freeSpeedRadPerS')!.value)
  expect([...free].sort((a, b) => a - b)).toEqual(free)
})

test('repeats by the power of the test: a finer difference takes more runs, a smaller spread fewer', () => {
  const repeats = (over: Partial<PlanWanted>) =>
    planRuns(spindle, wheel, room, { ...wanted, ...over })!.steps.at(-1)!.repeats
  // 5 % with 3 % spread is 1.67 standard deviations: 7 a version by the noncentral t
  expect(repeats({})).toBe(7)
  expect(repeats({ differenceShare: 0.1 })).toBeLessThan(7)
  expect(repeats({ spreadShare: 0.01 })).toBeLessThan(4)
  expect(repeats({ differenceShare: 0.02 })).toBeGreaterThan(20)
  // the steps below are the way up, run once; all of them as often where they are asked for
  const each = (everyStep: boolean) =>
    planRuns(spindle, wheel, room, { ...wanted, everyStep })!.steps.map((s) => s.repeats)
  expect(each(false)).toEqual([1, 1, 1, 7])
  expect(each(true)).toEqual([7, 7, 7, 7])
  expect(planRuns(spindle, wheel, room, wanted)).toMatchObject({ spreadFrom: 'assumed', spreadShare: USUAL_SPREAD })
  expect(planRuns(spindle, wheel, room, { ...wanted, spreadShare: 0.01 })).toMatchObject({ spreadFrom: 'runs' })
})

test('a pressure beyond the margins is never planned: the top is the highest that is not “do not run”, and says so', () => {
  // a wheel of unknown material and large, geared up: its rim is too fast well below the wanted pressure
  const heavy: Rig = {
    ...wheel,
    speedRatio: 2.2,
    flywheel: { kind: 'dimensions', outerRadiusM: 0.07, innerRadiusM: 0.004, widthM: 0.012, materialId: 'pla' },
  } as Rig
  expect(expectedAt(spindle, heavy, room, 350e3).state).toBe('do not run')
  const plan = planRuns(spindle, heavy, room, wanted)!
  expect(plan.limitedBy).toBe('margins')
  const top = plan.steps.at(-1)!.gaugePressurePa
  expect(top).toBeLessThan(350e3)
  expect(plan.expected.every((e) => e.state !== 'do not run')).toBe(true)
  expect(expectedAt(spindle, heavy, room, top + 40e3).state).toBe('do not run')
})

test('where no pressure is safe there is no plan', () => {
  const mad: Rig = {
    ...wheel,
    speedRatio: 40,
    flywheel: { kind: 'dimensions', outerRadiusM: 0.3, innerRadiusM: 0.004, widthM: 0.012, materialId: 'pla' },
  } as Rig
  expect(planRuns(spindle, mad, room, wanted)).toBeNull()
})

describe('the speed at which a run is stopped is the lowest of what rotor, bearing and wheel stand', () => {
  const predicted = kindOf(spindle).predict(spindle, room)
  const hazard = (id: string) => predicted.hazards.find((h) => h.id === id)!.value!
  test('of the spindle on its steel wheel', () => {
    const stop = stopSpeed(predicted, wheel, spindle)!
    expect(stop.speedRadPerS).toBeLessThanOrEqual(0.5 * hazard('burst-speed'))
    expect(stop.speedRadPerS).toBeLessThanOrEqual(hazard('free-speed') / hazard('bearing-share') + 1e-9)
  })
  test('a bearing governs long before it turns as fast as it may, if all else stands more', () => {
    const other = (burst: number, share: number) => ({
      ...predicted,
      hazards: predicted.hazards.map((h) =>
        h.id === 'burst-speed' ? { ...h, value: burst } : h.id === 'bearing-share' ? { ...h, value: share } : h,
      ),
    })
    const brake = methodOf('brake').newRig('brake')
    for (const share of [0.05, 0.5, 0.99, 1.2])
      expect(stopSpeed(other(1e6, share), brake, spindle)).toEqual({
        speedRadPerS: hazard('free-speed') / share,
        by: 'bearing',
      })
    expect(stopSpeed(other(1000, 0.05), brake, spindle)).toEqual({ speedRadPerS: 500, by: 'burst' })
    expect(stopSpeed(other(1000, 0), brake, spindle)).toEqual({ speedRadPerS: 500, by: 'burst' })
  })
  test('a wheel of unknown material stands 30 m/s at its rim, seen from the rotor through the gear', () => {
    const unknown = {
      ...wheel,
      speedRatio: 2,
      flywheel: { kind: 'mass', massKg: 0.4, outerRadiusM: 0.04, innerRadiusM: 0.004 },
    } as Rig
    expect(stopSpeed(predicted, unknown, spindle)).toEqual({ speedRadPerS: 30 / 0.04 / 2, by: 'rim' })
  })
  test('a wheel of weak material governs: at half its burst speed, a quarter of its stress', () => {
    const weak = {
      ...wheel,
      speedRatio: 2,
      flywheel: { kind: 'dimensions', outerRadiusM: 0.06, innerRadiusM: 0.004, widthM: 0.01, materialId: 'pla' },
    } as Rig
    const stop = stopSpeed(predicted, weak, spindle)!
    expect(stop.by).toBe('flywheel')
    const state = methodOf('inertia').hazards(weak, spindle, predicted).shown
    const margin = state.find((h) => h.id === 'flywheel-stress-margin')!.value!
    const fastest = state.find((h) => h.id === 'flywheel-speed')!.value!
    expect(stop.speedRadPerS * 2).toBeCloseTo(0.5 * Math.sqrt(margin) * fastest, 6)
  })
})

test('a body that its jet pushes has no speed to be stopped at, and a push that lasts', () => {
  const glider = newThrustBuild({ id: 'g', machineId: 'm', name: 'Glider', createdAt: project.builds[0].createdAt })
  const stand = methodOf('thrust').newRig('stand')
  const plan = planRuns(glider, stand, room, { ...wanted, gaugePressurePa: 200e3, steps: 2 })!
  expect(plan.steps.map((s) => s.stopAtRadPerS)).toEqual([null, null])
  expect(plan.stoppedBy).toBeNull()
  // 0.35 N s at half a newton: gone in some two seconds
  expect(plan.steps.map((s) => s.openS)).toEqual([3, 3])
  const stored = { ...glider, supply: { ...glider.supply, volumeM3: 0.05 } } as typeof glider
  const long = planRuns(stored, stand, room, { ...wanted, gaugePressurePa: 200e3, steps: 1 })!.steps[0].openS
  expect(long).toBeGreaterThan(20)
})

test('what is planned is what a document takes, for every rig that measures a turbine', () => {
  const build = newBuild({ id: 'b', machineId: 'm', name: 'First', createdAt: project.builds[0].createdAt })
  for (const kind of ['inertia', 'brake', 'generator', 'tank-decay'] as const) {
    const { expected, lasts, wantedGaugePressurePa, ...plan } = planRuns(build, methodOf(kind).newRig(kind), room, {
      ...wanted,
      gaugePressurePa: 200e3,
    })!
    expect(typeof lasts).toBe('boolean')
    expect(expected).toHaveLength(plan.steps.length)
    expect(wantedGaugePressurePa).toBe(200e3)
    const whole = { ...plan, id: 'p', name: 'p', buildId: 'b', rigId: kind, createdAt: build.createdAt, notes: '' }
    expect(planSchema.safeParse(whole).error?.issues ?? []).toEqual([])
  }
})

test('a pressure that was not meant: a quarter over the run’s, 20 kPa of a low one, never more than a vessel stands', () => {
  const stop = (build: typeof spindle, gaugePa: number, rig: Rig = wheel) => {
    const { gaugePressurePa, by } = stopPressure(build, rig, gaugePa)
    return [gaugePressurePa, by]
  }
  expect(stop(spindle, 400e3)).toEqual([500e3, 'over'])
  expect(stop(spindle, 350e3)).toEqual([440e3, 'over'])
  expect(stop(spindle, 10e3)).toEqual([30e3, 'over'])
  const bottle = project.builds.find((b) => b.supply.kind === 'vessel' && b.supply.ratedGaugePressurePa === 400e3)!
  expect(stop(bottle, 380e3)).toEqual([400e3, 'rated'])
  expect(stop(bottle, 300e3)).toEqual([375e3, 'over'])
})

test('no pressure is planned that the vessel is not made for, on any rig: what comes from it is at least as high in it', () => {
  for (const id of ['glider-1', 'carousel-1']) {
    const build = project.builds.find((b) => b.id === id)!
    const { supply } = build
    if (supply.kind !== 'vessel' || supply.ratedGaugePressurePa === null) throw new Error('no vessel')
    const rated = supply.ratedGaugePressurePa
    for (const kind of ['thrust', 'brake'] as const) {
      const method = methodOf(kind)
      if (!method.accepts(build)) continue
      const rig = method.newRig('r')
      const state = (pa: number) => expectedAt(build, rig, room, pa).state
      expect([kind, state(1.01 * rated)]).toEqual([kind, 'do not run'])
      const plan = planRuns(build, rig, room, { ...wanted, gaugePressurePa: 1.5 * rated, steps: 2 })!
      expect(plan.limitedBy).toBe('margins')
      const top = plan.steps.at(-1)!.gaugePressurePa
      expect(top).toBeLessThanOrEqual(rated)
      for (const [i, { stop }] of plan.expected.entries()) {
        expect(stop.gaugePressurePa).toBeGreaterThanOrEqual(plan.steps[i].gaugePressurePa)
        expect(stop.gaugePressurePa).toBeLessThanOrEqual(rated)
      }
    }
    // of a vessel that nothing is known of this is said at every step
    const unknown = { ...build, supply: { ...supply, ratedGaugePressurePa: null } } as typeof build
    const found = kindOf(unknown).predict(unknown, room, 100e3).review.findings
    expect(found.filter((f) => f.id === 'vessel').map((f) => f.state)).toEqual(['watch'])
  }
})

test('lungs, a blower and a balloon give what they give: no step is above it', () => {
  for (const [kind, most] of [
    ['breath', 3.8e3],
    ['balloon', 3.3e3],
    ['blower', 700],
  ] as const) {
    const build = { ...spindle, supply: newSupply(kind), line: { ...spindle.line, regulator: null } } as typeof spindle
    const plan = planRuns(build, wheel, room, { ...wanted, steps: 3 })!
    expect(plan.limitedBy).toBe('supply')
    const pressures = plan.steps.map((s) => s.gaugePressurePa)
    expect(pressures.length).toBeGreaterThan(1)
    expect(pressures.at(-1)).toBeGreaterThan(0.9 * most)
    expect(pressures.at(-1)).toBeLessThanOrEqual(1.1 * most)
  }
  // a breeze is no pressure that could be set in steps
  const breeze = { ...spindle, supply: newSupply('wind'), line: { ...spindle.line, regulator: null } } as typeof spindle
  expect(planRuns(breeze, wheel, room, wanted)).toBeNull()
})

test('up to what its own supply gives, where no pressure is named', () => {
  const own = kindOf(spindle).predict(spindle, room).air.supplyGaugePressurePa
  const plan = planRuns(spindle, wheel, room, { ...wanted, gaugePressurePa: null })!
  expect(plan.wantedGaugePressurePa).toBe(own)
  expect(plan.limitedBy).toBe('wanted')
  expect(Math.abs(plan.steps.at(-1)!.gaugePressurePa - own)).toBeLessThanOrEqual(5e3)
})

test('what margins allow is come near to, at low pressures as at high ones, and never passed', () => {
  const glider = project.builds.find((b) => b.id === 'glider-1')!
  const stand = methodOf('thrust').newRig('stand')
  for (const rated of [10e3, 14.4e3, 19.6e3, 23e3, 96e3, 404e3, 406e3]) {
    const build = { ...glider, supply: { ...glider.supply, ratedGaugePressurePa: rated } } as typeof glider
    const plan = planRuns(build, stand, room, { ...wanted, gaugePressurePa: 1.5 * rated, steps: 3 })!
    const top = plan.steps.at(-1)!.gaugePressurePa
    expect([rated, top <= rated, plan.expected.every((e) => e.state !== 'do not run')]).toEqual([rated, true, true])
    expect(rated - top).toBeLessThan(rated < 20e3 ? 1.2e3 : 12.5e3)
  }
})

test('a speed to stop at is planned where something reads it', () => {
  const stops = (kind: Rig['kind']) =>
    planRuns(spindle, methodOf(kind).newRig('r'), room, { ...wanted, gaugePressurePa: 200e3, steps: 1 })!.steps.map(
      (s) => s.stopAtRadPerS !== null,
    )
  expect((['inertia', 'brake', 'sound', 'droop', 'tank-decay'] as const).map((k) => stops(k)[0])).toEqual([
    true,
    true,
    true,
    false,
    false,
  ])
})

test('a gauge on the vessel reads what that is filled to, far over what the machine is run at', () => {
  if (spindle.supply.kind !== 'compressor') throw new Error('no compressor')
  const full = spindle.supply.cutOutGaugePressurePa
  for (const kind of ['tank-decay', 'run-down'] as const) {
    const { gaugePressurePa, by, overPa } = stopPressure(spindle, methodOf(kind).newRig('v'), 200e3)
    expect([by, overPa]).toEqual(['stored', full])
    expect(gaugePressurePa / full).toBeCloseTo(1.25, 1)
    expect(gaugePressurePa).toBeGreaterThan(full)
  }
  expect(stopPressure(spindle, methodOf('droop').newRig('d'), 200e3).overPa).toBe(200e3)
})
