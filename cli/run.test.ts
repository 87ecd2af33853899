import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { keptDemo } from '../src/project/demo/kept-demo'
import { newBuild, newRegulator, newSupply } from '../src/project/document'
import { methodOf } from '../src/project/measuring'
import { run } from './run'
import { VERBS } from './verbs'

const call = async (args: string[], input: unknown = null) => {
  const { exit, stdout, stderr } = await run(args, () => (typeof input === 'string' ? input : JSON.stringify(input)))
  return { exit, stderr, out: stdout === '' ? null : (JSON.parse(stdout) as Record<string, never>) }
}
const machine = { family: 'tangential-impulse', meanRadiusM: 0.03, bladeHeightM: 0.01 }
const build = { machine, nozzle: { throatDiameterM: 0.0016 } }
const fixture = (name: string) => `src/project/fixtures/${name}`

test('nozzle: the keys that are promised, and a value of NACA 1135’s critical ratio', async () => {
  const { exit, out } = await call(['nozzle', '-'], {
    supply: { absolutePressurePa: 500_000 },
    nozzle: { throatDiameterM: 0.0015 },
  })
  expect(exit).toBe(0)
  expect(out).toMatchObject({ regime: 'choked', exitMach: 1, notes: expect.any(Array) as never })
  for (const key of [
    'massFlowKgPerS',
    'freeAirM3PerS',
    'exitSpeedMPerS',
    'exitAbsolutePressurePa',
    'exitTemperatureK',
    'thrustN',
  ])
    expect(typeof out?.[key]).toBe('number')
  expect(Number(out?.exitAbsolutePressurePa) / 500_000).toBeCloseTo(0.5283, 4)
})

test('gauge is gauge: the same nozzle by gauge and by absolute pressure', async () => {
  const [a, b] = await Promise.all([
    call(['nozzle', '-'], { supply: { gaugePressurePa: 300_000 }, nozzle: { throatDiameterM: 0.001 } }),
    call(['nozzle', '-'], { supply: { absolutePressurePa: 401_325 }, nozzle: { throatDiameterM: 0.001 } }),
  ])
  expect(a.out).toEqual(b.out)
})

test('turbine: the ledger adds up at every speed', async () => {
  const { out } = await call(['turbine', '-'], {
    build,
    supply: { gaugePressurePa: 345_000 },
    speedsRadPerS: [0, 500, 1000, 5000],
  })
  for (const { ledger } of out?.speeds as unknown as { ledger: Record<string, number> }[]) {
    const { isentropicPowerW, ...parts } = ledger
    expect(Object.values(parts).reduce((a, b) => a + b, 0)).toBeCloseTo(isentropicPowerW, 9)
  }
  expect(Number((out?.bestPower as unknown as { powerW: number }).powerW)).toBeGreaterThan(6)
})

test('a build’s machine and nozzle may stand at the top of the document', async () => {
  const rest = { supply: { gaugePressurePa: 345_000 }, speedsRadPerS: [500] }
  expect((await call(['turbine', '-'], { ...build, ...rest })).out).toEqual(
    (await call(['turbine', '-'], { build, ...rest })).out,
  )
})

test('a build saved by the application is taken as it is, by turbine and part', async () => {
  const saved = keptDemo().project.builds[4]
  expect(
    (await call(['turbine', '-'], { build: saved, supply: { gaugePressurePa: 350_000 }, speedsRadPerS: [1000] })).exit,
  ).toBe(0)
  expect((await call(['part', '-'], { build: saved, part: 'casing-lower' })).out).toMatchObject({ watertight: true })
})

test('strength: margin in stress is that in speed squared', async () => {
  const { out } = await call(['strength', '-'], {
    rotor: { boreRadiusM: 0.004, rootRadiusM: 0.03, discThicknessM: 0.008, materialId: 'pla' },
    speedRadPerS: 3000,
  })
  expect(Number(out?.stressMargin)).toBeCloseTo(Number(out?.speedMargin) ** 2, 9)
})

test('reduce: peak power of a recording of known truth within 3 %', async () => {
  const { out } = await call(['reduce', '-'], {
    method: 'inertia',
    rig: { flywheelInertiaKgM2: 0.00042, rotorInertiaKgM2: 1.6e-6, speedRatio: 0.2, countsPerTurn: 400 },
    file: fixture('recordings/spin_encoder_1000hz.csv'),
  })
  const figures = out?.figures as unknown as Record<string, { value: number; unit: string }>
  expect(Math.abs(figures.peakBladePower.value / 13.823 - 1)).toBeLessThan(0.03)
  expect(figures.peakBladePower.unit).toBe('W')
})

test('reduce thrust: impulse and thrust of a stand’s recording of known truth; its ring and zero are told', async () => {
  const { out } = await call(['reduce', '-'], {
    method: 'thrust',
    rig: { spanRelativeUncertainty: 0.01 },
    file: fixture('recordings/thrust_bottle.csv'),
  })
  const figures = out?.figures as unknown as Record<string, { value: number; unit: string }>
  expect(Math.abs(figures.impulse.value / 4.3983 - 1)).toBeLessThan(0.01)
  expect(Math.abs(figures.thrust.value / 22.276 - 1)).toBeLessThan(0.01)
  expect(figures.impulse.unit).toBe('N·s')
  expect(JSON.stringify(out?.notes)).toMatch(/rings at 14\.0 Hz/)
})

type Figures = Record<string, { value: number; standardUncertainty: number; unit: string }>
const figuresFrom = async (input: object) => {
  const { out } = await call(['reduce', '-'], input)
  return { out, figures: out?.figures as unknown as Figures }
}
const within = (figures: Figures, name: string, truth: number, share: number) => {
  const { value, standardUncertainty } = figures[name]
  expect([name, Math.abs(value / truth - 1) < share]).toEqual([name, true])
  expect([name, Math.abs(value - truth) < 2.5 * standardUncertainty]).toEqual([name, true])
}

test('reduce brake: three wrong readings among 28 are named, and the rest give what the recording was made from', async () => {
  const { out, figures } = await figuresFrom({
    method: 'brake',
    rig: { pulsesPerTurn: 2, resolutionN: 9.8e-4 },
    file: fixture('recordings/brake_test.csv'),
    nominalGaugePressurePa: 4e5,
  })
  within(figures, 'peakPower', 17.043, 0.01)
  within(figures, 'stallTorque', 0.031, 0.01)
  within(figures, 'freeSpeed', (21_000 * Math.PI) / 30, 0.01)
  expect(out?.repairs).toEqual([
    { kind: 'reading-aside', row: 11, reason: 'tenfold' },
    { kind: 'reading-aside', row: 21, reason: 'half-speed' },
    { kind: 'reading-aside', row: 22, reason: 'low' },
  ])
})

test('reduce generator: constant, resistance and shaft power; without its friction the shaft is not told', async () => {
  const input = { method: 'generator', file: fixture('recordings/generator_sweep.csv') }
  const friction = { torqueNm: 0.0012, torqueStandardUncertaintyNm: 0.0001, perSpeedNms: 8e-7 }
  const { out, figures } = await figuresFrom({ ...input, rig: { polePairs: 7, friction } })
  within(figures, 'generatorConstant', 0.00955, 0.01)
  within(figures, 'windingResistance', 1.35, 0.05)
  within(figures, 'peakPower', (0.026 * 19_000 * Math.PI) / 30 / 4, 0.01)
  within(figures, 'electricalPower', 9.1456, 0.02)
  // readings without load are read, though their load is a word
  expect((out?.points as unknown as unknown[]).length).toBe(33)
  const blind = await figuresFrom({ ...input, rig: { polePairs: 7 } })
  expect(blind.out?.ofShaft).toBe(false)
  expect(blind.figures.peakPower.value).toBeLessThan(0.9 * figures.peakPower.value)
  expect(JSON.stringify(blind.out?.notes)).toMatch(/the shaft gives more/)
})

test('reduce tank-decay: the heat is found from the fall; the wrong one is far off, and said', async () => {
  const input = { method: 'tank-decay', file: fixture('recordings/tank_decay_isothermal.csv') }
  const { out, figures } = await figuresFrom({ ...input, rig: { volumeM3: 0.012 } })
  within(figures, 'effectiveArea', 1.5550883635e-6, 0.01)
  within(figures, 'flowAtOpening', 0.00330851, 0.015)
  expect(out?.heat).toMatchObject({ found: true, isothermal: true })
  const wrong = await figuresFrom({ ...input, rig: { volumeM3: 0.012, heat: 'adiabatic' } })
  expect(wrong.figures.effectiveArea.value / 1.5550883635e-6).toBeLessThan(0.85)
  expect(JSON.stringify(wrong.out?.notes)).toMatch(/does not look as if the air took no heat/)
})

test('reduce rope: between weight and balance, and winding weights up', async () => {
  const speeds = [800, 600, 400, 200]
  const pull = speeds.map((w) => (0.05 * (1 - w / 1000)) / 0.01)
  const rubbed = {
    weight_N: pull.map((p) => 1.8 * p),
    balance_N: pull.map((p) => 0.8 * p),
    speed: speeds,
  }
  const { figures } = await figuresFrom({
    method: 'rope',
    columns: rubbed,
    mapping: { speedUnit: 'rad/s' },
    rig: { drumRadiusM: 0.01 },
  })
  within(figures, 'stallTorque', 0.05, 0.01)
  within(figures, 'peakPower', 12.5, 0.01)
  expect(figures.ropeFriction.value).toBeCloseTo(Math.log(1.8 / 0.8) / Math.PI, 3)
  const lifted = {
    weight_N: [1, 2, 3, 4],
    height_mm: [1000, 1000, 1000, 1000],
    time_s: [2, 2.5, 10 / 3, 5],
  }
  const lifts = await figuresFrom({
    method: 'rope',
    columns: lifted,
    rig: { does: 'lifts', drumRadiusM: 0.01, speedRatio: 30 },
  })
  // half a metre a second with one newton, a fifth with four: 0.6 m/s with none, 6 N at rest
  within(lifts.figures, 'peakPower', 0.25 * 6 * 0.6, 0.01)
  within(lifts.figures, 'stallTorque', (6 * 0.01) / 30, 0.01)
})

test('reduce coast: drag from coasting alone, and the inertia from a known torque on in the second half', async () => {
  const time = Array.from({ length: 3001 }, (_, i) => i / 100)
  // b over J is a tenth; the second coasting has 20 rad/s2 more
  const speed = time.map((t) =>
    t < 12 ? 1200 * Math.exp(-t / 10) : t < 15 ? 1200 : 1400 * Math.exp(-(t - 15) / 10) - 200,
  )
  const columns = { time_s: time, speed: speed.map((w) => Math.max(0, w)) }
  const rig = { inertiaKgM2: { value: 2e-5, standardUncertainty: 2e-6 }, signal: 'speed', speedRatio: 1 }
  const one = await figuresFrom({
    method: 'coast',
    columns,
    mapping: { signalUnit: 'rad/s' },
    rig,
    settings: { coast: { fromS: 0.1, toS: 11.9 } },
  })
  within(one.figures, 'topDrag', (2e-5 * 1200 * Math.exp(-0.01)) / 10, 0.01)
  expect(one.figures.topDrag.standardUncertainty / one.figures.topDrag.value).toBeCloseTo(0.1, 2)
  expect(JSON.stringify(one.out?.notes)).toMatch(/known to ±10 %/)
  const brake = { torqueNm: 4e-4, standardUncertaintyNm: 4e-6 }
  const two = await figuresFrom({ method: 'coast', columns, mapping: { signalUnit: 'rad/s' }, rig: { ...rig, brake } })
  within(two.figures, 'inertia', 2e-5, 0.02)
  within(two.figures, 'dragLinear', 2e-6, 0.03)
  expect(two.out?.coasts).toMatchObject([{ braked: false }, { braked: true }])
  const up = { method: 'coast', columns: { time_s: time, speed: time }, mapping: { signalUnit: 'rad/s' }, rig }
  const none = await call(['reduce', '-'], up)
  expect([none.exit, none.stderr]).toEqual([2, expect.stringMatching(/Nothing in the recording coasts/)])
})

test('reduce droop: what a regulator keeps, loses and sticks by, from columns; a hole as wide as a hose is not taken', async () => {
  const holes = [0, 0.8, 1.2, 1.6, 2, 1.6, 1.2, 0.8, 0]
  const columns = {
    hole_mm: holes,
    // five kPa low on the way up, five high on the way down, and falling with the flow
    outlet_kPa_gauge: holes.map((d, i) => 300 - 4 * d * d + (i > 4 || i === 0 ? 5 : -5)),
    source_kPa_gauge: holes.map(() => 600),
  }
  const { figures, out } = await figuresFrom({ method: 'droop', columns, rig: { resolutionPa: 100 } })
  within(figures, 'closedGauge', 300e3, 0.005)
  within(figures, 'sticks', 5000, 0.06)
  expect(figures.droop.value).toBeGreaterThan(0)
  expect(figures.sourceEffect).toBeUndefined()
  expect(JSON.stringify(out?.notes)).toMatch(/It sticks by 5/)
  const wide = { ...columns, hole_mm: holes.map((d) => 20 * d) }
  const refused = await call(['reduce', '-'], { method: 'droop', columns: wide })
  expect([refused.exit, refused.stderr]).toEqual([2, expect.stringMatching(/columns: Row 3: a hole of 24\.0 mm/)])
})

test('reduce run-down: time, turns and air of a bottle from columns; what was not recorded has no figure', async () => {
  const time = Array.from({ length: 601 }, (_, i) => i / 50)
  const turning = (t: number) => t >= 1 && t <= 11
  const columns = {
    time_s: time,
    speed_Hz: time.map((t) => (turning(t) ? 2 * 40 : 0)),
    bottle_kPa: time.map((t) => 400 - 20 * Math.min(10, Math.max(0, t - 1))),
  }
  const input = { method: 'run-down', columns, rig: { volumeM3: 2e-3, marksPerTurn: 2 }, load: { torqueNm: 0.01 } }
  const { figures } = await figuresFrom(input)
  within(figures, 'runTime', 10, 0.005)
  within(figures, 'turns', 400, 0.005)
  within(figures, 'shaftWork', 0.01 * 2 * Math.PI * 400, 0.01)
  expect(figures.air.value).toBeGreaterThan((200e3 * 2e-3) / (287.05 * 293.15) / 1.4)
  expect(figures).not.toHaveProperty('impulse')
  const other = await call(['reduce', '-'], { ...input, mapping: { speed: 'no such column' } })
  expect(JSON.stringify(other)).toMatch(/no such column/)
})

test('tone: 18 000 rpm of twelve blades within a thousandth; a channel that is not there is named', async () => {
  const file = fixture('recordings/whine_constant_18000rpm_12blades.wav')
  const { out } = await call(['tone', '-'], { file, blades: 12 })
  const speed = out?.speedRadPerS as unknown as { value: number; standardUncertainty: number }
  expect(Math.abs(speed.value / ((18_000 * Math.PI) / 30) - 1)).toBeLessThan(1e-3)
  expect(out?.confidence).toBeGreaterThan(0.9)
  const none = await call(['tone', '-'], { file, blades: 12, channel: 2 })
  expect([none.exit, none.stderr]).toEqual([2, expect.stringMatching(/^channel: the file has 1/)])
})

test('frames: all that 4.44 frames a turn could be; a second rate leaves one', async () => {
  const first = { framesPerSecond: 480, framesPerTurn: 4.44 }
  const alone = await call(['frames', '-'], { readings: [first] })
  expect((alone.out?.candidates as unknown as unknown[]).length).toBeGreaterThan(3)
  expect(alone.out?.speed).toBeNull()
  const perS = 480 / 4.44
  const both = await call(['frames', '-'], { readings: [first, { framesPerSecond: 300, framesPerTurn: 300 / perS }] })
  expect((both.out?.speed as unknown as { value: number }).value).toBeCloseTo(2 * Math.PI * perS, 6)
})

test('reduce pulses: the shared recording of one mark a turn; its greatest speed is the truth’s as the valve shuts, to 0.2 %', async () => {
  const { out, figures } = await figuresFrom({ method: 'pulses', file: fixture('recordings/spin_optical_1ppr.csv') })
  expect(out?.steady).toBe(false)
  // n_at_shut_rpm of the recording's truth file
  within(figures, 'greatestSpeed', (22_500.354 * Math.PI) / 30, 0.002)
})

test('reduce pulses: two magnets in a turn halve the speed of the same marks', async () => {
  const time_s = Array.from({ length: 400 }, (_, i) => 0.004 * i)
  const one = await figuresFrom({ method: 'pulses', columns: { time_s } })
  const two = await figuresFrom({ method: 'pulses', rig: { countsPerTurn: 2 }, columns: { time_s } })
  expect(one.figures.meanSpeed.value).toBeCloseTo((2 * Math.PI) / 0.004, 6)
  expect(two.figures.meanSpeed.value).toBeCloseTo(Math.PI / 0.004, 6)
  expect(one.out?.steady).toBe(true)
})

test('reduce jet-plate: flow is force over the speed of the jet, its coefficient what is left of the loss-free flow', async () => {
  const rig = { throatDiameterM: 1.6e-3, velocityCoefficient: 1, spanRelativeUncertainty: 0 }
  const ideal = await call(['nozzle', '-'], { supply: { gaugePressurePa: 4e5 }, nozzle: { throatDiameterM: 1.6e-3 } })
  const thrust = ideal.out?.thrustN as unknown as number
  const force_N = [0.86, 0.87, 0.88].map((share) => share * thrust)
  const { figures } = await figuresFrom({ method: 'jet-plate', rig, columns: { force_N }, nominalGaugePressurePa: 4e5 })
  expect(figures.dischargeCoefficient.value).toBeCloseTo(0.87, 6)
  expect(figures.massFlow.value).toBeCloseTo(0.87 * (ideal.out?.massFlowKgPerS as unknown as number), 9)
  const silent = await call(['reduce', '-'], { method: 'jet-plate', rig, columns: { force_N } })
  expect([silent.exit, silent.stderr]).toEqual([2, expect.stringMatching(/^nominalGaugePressurePa: /)])
})

test('reduce frames: a film alone leaves several speeds, each with the turns that it hides', async () => {
  const { out, figures } = await figuresFrom({
    method: 'frames',
    rig: { framesPerSecond: 480 },
    columns: { frames: [4.44, 4.45, 4.43] },
  })
  expect(figures).toEqual({})
  expect((out?.candidates as unknown as unknown[]).length).toBeGreaterThan(3)
})

test('plan: steps from low to high with speeds to stop at; a rig that does not suit is named', async () => {
  const { project } = keptDemo()
  const build = project.builds.find((b) => b.id === 'spindle-3')
  const rig = project.rigs.find((r) => r.id === 'wheel-lines')
  const { out } = await call(['plan', '-'], { build, rig, wanted: { gaugePressurePa: 350e3 } })
  const steps = out?.steps as unknown as { gaugePressurePa: number; repeats: number; stopAtRadPerS: number }[]
  expect(steps.map((s) => [s.gaugePressurePa, s.repeats])).toEqual([
    [90e3, 1],
    [180e3, 1],
    [260e3, 1],
    [350e3, 7],
  ])
  expect(steps.every((s) => s.stopAtRadPerS > 1000)).toBe(true)
  const stand = project.rigs.find((r) => r.kind === 'thrust')
  const wrong = await call(['plan', '-'], { build, rig: stand, wanted: { gaugePressurePa: 350e3 } })
  expect([wrong.exit, wrong.stderr]).toEqual([2, expect.stringMatching(/^rig\.kind: a thrust stand does not measure/)])
})

test('reduce takes columns in the document as well', async () => {
  const time_s = Array.from({ length: 4000 }, (_, i) => i * 0.005)
  const speed = time_s.map((t) => 1500 * (1 - Math.exp(-t / 4)))
  const { out } = await call(['reduce', '-'], {
    method: 'inertia',
    rig: { flywheelInertiaKgM2: 2e-5, signal: 'speed', sensorOn: 'rotor' },
    columns: { time_s, speed },
    mapping: { time: 'time_s', signal: 'speed', signalUnit: 'rad/s' },
  })
  expect(
    (out?.figures as unknown as Record<string, { value: number }>).stallTorque.value / ((2e-5 * 1500) / 4),
  ).toBeCloseTo(1, 2)
})

test('part: blades thinner than the process makes are told with their places; resin makes them; slots open more', async () => {
  const thin = { ...build, machine: { ...machine, bladeThicknessM: 0.5e-3 } }
  const { out } = await call(['part', '-'], { build: thin, part: 'rotor' })
  const spots = out?.thinnerThanProcess as unknown as { atM: number[]; wallM: number }[]
  expect(spots.length).toBeGreaterThan(5)
  for (const { atM, wallM } of spots) {
    expect(wallM).toBeLessThan(0.8e-3)
    expect(Math.hypot(atM[0], atM[1])).toBeGreaterThan(0.02)
  }
  expect(
    (await call(['part', '-'], { build: { ...thin, making: { process: 'resin' } }, part: 'rotor' })).out
      ?.thinnerThanProcess,
  ).toEqual([])
  const volume = async (outlets: string) =>
    Number(
      (await call(['part', '-'], { build: { ...build, making: { outlets } }, part: 'casing-lower' })).out?.volumeM3,
    )
  expect(await volume('slots')).toBeLessThan(await volume('holes'))
})

test('part: writes each format and says it is watertight', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-'))
  for (const ending of ['stl', '3mf', 'dxf', 'svg']) {
    const file = join(folder, `rotor.${ending}`)
    const { out } = await call(['part', '-', '--out', file], { build, part: 'rotor' })
    expect(out).toMatchObject({ watertight: true, file })
    expect(existsSync(file) && readFileSync(file).length > 200).toBe(true)
  }
})

/** A small engine with a fan. */
const engine = {
  engine: {
    family: 'single-acting-engine',
    boreM: 0.02,
    strokeM: 0.02,
    rodM: 0.04,
    clearanceM3: 3.5e-6,
    ball: { pinLengthM: 2.2e-3, seatDiameterM: 4.5e-3, pinDiameterM: 1.5e-3 },
    ports: { fromM: 0.0155, heightM: 4.5e-3, widthM: 0.02 },
  },
  inertiaKgM2: 3e-5,
  load: { perSquareNmS2: 4e-7 },
}

test.each(Object.keys(VERBS))('schema of %s describes input and output; the real output obeys it', async (verb) => {
  const { exit, out } = await call(['schema', verb])
  const { type, anyOf, oneOf } = out?.input as unknown as Record<'anyOf' | 'oneOf', { type: string }[] | undefined> & {
    type?: string
  }
  const several = anyOf ?? oneOf
  expect([exit, ...(several ? several.map((o) => o.type) : [type])].every((t) => t === 0 || t === 'object')).toBe(true)
  const examples: Record<string, unknown> = {
    nozzle: { supply: { gaugePressurePa: 3e5 }, nozzle: { throatDiameterM: 1e-3 } },
    search: {
      build,
      supply: { gaugePressurePa: 3e5 },
      variables: [{ path: 'nozzle.throatDiameterM', from: 1e-3, to: 2e-3 }],
      designs: 12,
    },
    turbine: { build, supply: { gaugePressurePa: 3e5 }, speedsRadPerS: [100] },
    strength: {
      rotor: { boreRadiusM: 0.004, rootRadiusM: 0.03, discThicknessM: 0.008, materialId: 'steel' },
      speedRadPerS: 100,
    },
    reduce: {
      method: 'inertia',
      rig: { flywheelInertiaKgM2: 0.00042, speedRatio: 0.2, countsPerTurn: 400 },
      file: fixture('recordings/spin_encoder_1000hz.csv'),
    },
    tone: { file: fixture('recordings/whine_constant_18000rpm_12blades.wav'), blades: 12 },
    frames: { readings: [{ framesPerSecond: 480, framesPerTurn: 4.44 }] },
    plan: {
      build: newBuild({ id: 'b', machineId: 'm', name: 'First', createdAt: '2026-01-01T00:00:00.000Z' }),
      rig: methodOf('brake').newRig('r'),
      wanted: { gaugePressurePa: 2e5 },
    },
    flashes: { readings: [{ flashesPerS: 100 }, { flashesPerS: 75 }], rangeRpm: [0, 30_000] },
    hand: {
      reading: { kind: 'pull', wheels: 'rolling', rows: [{ pullN: 0.05 }], weightN: 2, balanceUncertaintyN: 0.01 },
    },
    part: { build, part: 'nozzle-insert' },
    assembly: { build },
    bill: { build },
    plates: { build },
    blowdown: {
      vessel: { volumeM3: 2e-3, gaugePressurePa: 5e5, heat: 'adiabatic' },
      nozzle: { throatDiameterM: 1e-3 },
      untilGaugePressurePa: 1e5,
    },
    size: {
      supply: { gaugePressurePa: 3e5 },
      nozzle: { throatDiameterM: 1e-3 },
      wanted: { figure: 'thrust', value: 0.5 },
    },
    line: {
      supply: { gaugePressurePa: 3e5 },
      nozzle: { throatDiameterM: 1e-3 },
      line: [{ kind: 'hose', lengthM: 3, boreM: 6e-3 }],
    },
    regulator: { regulator: newRegulator(2e5), supply: { gaugePressurePa: 5e5 }, nozzle: { throatDiameterM: 1e-3 } },
    source: { source: newSupply('vessel'), nozzle: { throatDiameterM: 1e-3 } },
    engine: { ...engine, supply: { gaugePressurePa: 4e5 }, durationS: 0.2 },
    rundown: { ...engine, vessel: { volumeM3: 1e-3, gaugePressurePa: 4e5, heat: 'adiabatic' }, durationS: 0.2 },
  }
  expect(VERBS[verb].output.safeParse((await call([verb, '-'], examples[verb])).out).error?.issues ?? []).toEqual([])
})

describe('bad input exits 2, one line a fault, nothing on standard output', () => {
  const cases: [string, string[], unknown, RegExp][] = [
    ['unknown verb', ['bake', '-'], {}, /^\(verb\): bake is not known/],
    ['no file named', ['nozzle'], {}, /^\(input\): name a JSON file/],
    ['file that is not there', ['nozzle', '/nowhere.json'], {}, /does not exist/],
    ['broken JSON', ['nozzle', '-'], '{', /^\(input\): not valid JSON/],
    [
      'both pressures',
      ['nozzle', '-'],
      { supply: { gaugePressurePa: 1, absolutePressurePa: 1 }, nozzle: { throatDiameterM: 1e-3 } },
      /^supply: give one of/,
    ],
    [
      'exit narrower than throat',
      ['nozzle', '-'],
      { supply: { gaugePressurePa: 1e5 }, nozzle: { throatDiameterM: 2e-3, exitDiameterM: 1e-3 } },
      /^nozzle\.exitDiameterM: /,
    ],
    [
      'unknown key',
      ['nozzle', '-'],
      { supply: { gaugePressurePa: 1e5 }, nozzle: { throatDiameterM: 2e-3, colour: 1 } },
      /^nozzle: unknown key colour/,
    ],
    [
      'text for a number',
      ['turbine', '-'],
      { build, supply: { gaugePressurePa: '3' }, speedsRadPerS: [1] },
      /^supply\.gaugePressurePa: /,
    ],
    [
      'bore beyond the disc',
      ['strength', '-'],
      { rotor: { boreRadiusM: 0.04, rootRadiusM: 0.03, discThicknessM: 0.008, materialId: 'pla' }, speedRadPerS: 1 },
      /^rotor\.boreRadiusM: /,
    ],
    [
      'recording that is not there',
      ['reduce', '-'],
      { method: 'inertia', rig: { flywheelInertiaKgM2: 1 }, file: '/nowhere.csv' },
      /^file: .*does not exist/,
    ],
    [
      'column that is not there',
      ['reduce', '-'],
      {
        method: 'inertia',
        rig: { flywheelInertiaKgM2: 1 },
        file: fixture('recordings/spin_encoder_1000hz.csv'),
        mapping: { time: 'when' },
      },
      /^mapping: There is no column “when”/,
    ],
    ['ending that is no format', ['part', '-', '--out', 'x.step'], { build, part: 'rotor' }, /^--out: /],
    ['unknown option', ['part', '-', '--fast'], { build, part: 'rotor' }, /^--fast: unknown option/],
  ]
  test.each(cases)('%s', async (_, args, input, reason) => {
    const { exit, out, stderr } = await call(args, input)
    expect([exit, out]).toEqual([2, null])
    expect(stderr).toMatch(reason)
  })
  test('several faults give several lines', async () => {
    const { stderr } = await call(['nozzle', '-'], { supply: { gaugePressurePa: -1 }, nozzle: { throatDiameterM: -1 } })
    expect(stderr.trim().split('\n').length).toBe(2)
  })
})

test('help lists every verb; a file can be named as well', async () => {
  const { out } = await call(['help'])
  expect(Object.keys(out?.verbs as unknown as object)).toEqual([...Object.keys(VERBS), 'schema', 'help'])
  const file = join(mkdtempSync(join(tmpdir(), 'kettle-')), 'in.json')
  writeFileSync(file, JSON.stringify({ supply: { gaugePressurePa: 1e5 }, nozzle: { throatDiameterM: 1e-3 } }))
  expect((await call(['nozzle', file])).exit).toBe(0)
})
