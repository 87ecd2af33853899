import { call, fixture } from './testing'

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
  // three readings a hundredth apart: Student's t of two degrees of freedom is 4.303 (JCGM 100, table G.2)
  expect(figures.force.standardUncertainty / ((0.01 * thrust * 4.303) / 1.96 / Math.sqrt(3))).toBeCloseTo(1, 3)
  const silent = await call(['reduce', '-'], { method: 'jet-plate', rig, columns: { force_N } })
  expect([silent.exit, silent.stderr]).toEqual([2, expect.stringMatching(/^nominalGaugePressurePa: /)])
})

test('reduce jet-plate: the pressure is that of the rows while it blows, not of the gauge at rest', async () => {
  const rig = { throatDiameterM: 1.6e-3, velocityCoefficient: 1, spanRelativeUncertainty: 0 }
  const ideal = await call(['nozzle', '-'], { supply: { gaugePressurePa: 4e5 }, nozzle: { throatDiameterM: 1.6e-3 } })
  const thrust = ideal.out?.thrustN as unknown as number
  const time_s = Array.from({ length: 600 }, (_, i) => i * 0.02)
  const blows = (t: number) => t > 4 && t < 8
  const stir = (t: number) => 2e-4 * Math.sin(97 * t)
  const steady = time_s.map((t) => (blows(t) ? 0.9 * thrust : 0) + 0.05 + stir(t))
  // the regulator stands a fifth higher while nothing flows
  const gauge_kPa = time_s.map((t) => (blows(t) ? 400 : 480))
  const columns = { time_s, force_N: steady, gauge_kPa }
  const { figures } = await figuresFrom({ method: 'jet-plate', rig, columns })
  expect(figures.dischargeCoefficient.value).toBeCloseTo(0.9, 3)
  // 1 % of the gauge is 0.8 % of the absolute pressure, and flow and speed rise with it
  const relative = figures.dischargeCoefficient.standardUncertainty / 0.9
  expect(relative).toBeGreaterThan(0.008)
  expect(relative).toBeLessThan(0.011)
  // a number said by hand goes before the column
  const said = await figuresFrom({ method: 'jet-plate', rig, columns, nominalGaugePressurePa: 480e3 })
  expect(said.figures.dischargeCoefficient.value).toBeLessThan(0.8)
  // more than a loss-free hole lets through
  const twice = steady.map((f) => 2 * f)
  const over = await call(['reduce', '-'], { method: 'jet-plate', rig, columns: { ...columns, force_N: twice } })
  expect(over.out?.notes).toContainEqual(expect.stringMatching(/coefficient of 1\.80 cannot be/))
  // a bottle that runs down has no one pressure
  const falling = time_s.map((t) => (t > 4 ? 0.9 * thrust * Math.exp(-(t - 4) / 3) : 0) + stir(t))
  const bottle = await call(['reduce', '-'], { method: 'jet-plate', rig, columns: { ...columns, force_N: falling } })
  expect([bottle.exit, bottle.stderr]).toEqual([2, expect.stringMatching(/^nominalGaugePressurePa: the force falls/)])
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
