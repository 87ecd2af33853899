import { outletOfForm, outletSection, regimeLimits, type OutletForm } from '../flow'
import { STANDARD_AMBIENT } from '../air'
import { DEFAULT_COEFFICIENTS } from '../turbine'
import {
  SIZING_GOALS,
  airSide,
  bestRow,
  buildRunDown,
  compareOutlets,
  effectiveNozzle,
  goalValue,
  onDesignExit,
  predictThrust,
  regulatorDropOut,
  sizingCurve,
  sizingRow,
  throatFor,
  withThroat,
  type AirInput,
  type ThrustInput,
} from '.'

const PA = STANDARD_AMBIENT.absolutePressurePa
const bottle: AirInput = {
  ambient: STANDARD_AMBIENT,
  supply: {
    kind: 'vessel',
    volumeM3: 2e-3,
    gaugePressurePa: 500e3,
    airTemperatureK: 293.15,
    heat: { uaWPerK: 0.6 },
    pump: { strokeVolumeM3: 250e-6, deadVolumeM3: 8e-6 },
    ratedGaugePressurePa: 800e3,
  },
  line: { regulator: null, parts: [{ kind: 'fitting', sonicConductance: 2.5e-8, criticalRatio: 0.3 }] },
  nozzle: { throatDiameterM: 1.6e-3, exitDiameterM: 1.6e-3, count: 1, form: { kind: 'round' } },
  coefficients: { discharge: DEFAULT_COEFFICIENTS.discharge, velocity: DEFAULT_COEFFICIENTS.velocity },
  leastGaugePressurePa: 100e3,
}
const compressor: AirInput = {
  ...bottle,
  supply: {
    kind: 'compressor',
    airTemperatureK: 293.15,
    pumpEfficiency: 0.65,
    coil: null,
    delivery: [
      { gaugePressurePa: 200e3, freeAirM3PerS: 125 / 60_000 },
      { gaugePressurePa: 700e3, freeAirM3PerS: 80 / 60_000 },
    ],
    tankVolumeM3: 0.024,
    cutInGaugePressurePa: 550e3,
    cutOutGaugePressurePa: 750e3,
  },
  line: {
    ...bottle.line,
    regulator: {
      kind: 'diaphragm',
      setGaugePressurePa: 350e3,
      readWhile: 'flowing',
      sensingDiameterM: 0.04,
      springRateNPerM: 12e3,
      seatDiameterM: 6e-3,
      greatestLiftM: 1.5e-3,
      frictionN: 1,
      movingMassKg: 0.015,
      chamberVolumeM3: 60e-6,
    },
  },
}
const throats = Array.from({ length: 40 }, (_, i) => 0.6e-3 + i * 0.08e-3)

describe('sizing chart', () => {
  const rows = sizingCurve(bottle, throats)
  test('on a bottle a larger throat gives more flow and power, and lasts shorter', () => {
    rows.slice(1).forEach((r, i) => {
      expect(r.massFlowKgPerS).toBeGreaterThan(rows[i].massFlowKgPerS)
      expect(r.runTimeS ?? NaN).toBeLessThan(rows[i].runTimeS ?? NaN)
    })
  })
  test('a run time of the chart is that of the whole run-down', () => {
    const full = buildRunDown(withThroat(bottle, throats[12]))
    expect((rows[12].runTimeS ?? NaN) / (full?.run.timeS ?? NaN)).toBeCloseTo(1, 3)
    expect((rows[12].energyJ ?? NaN) / (full?.run.jetEnergyJ ?? NaN)).toBeCloseTo(1, 3)
    expect(rows[12].wastedShare).toBeCloseTo(full?.wastedShare ?? NaN, 3)
  })
  test('each goal’s best is the greatest of its figure, and asking for power moves the longest run', () => {
    for (const goal of SIZING_GOALS) {
      const best = bestRow(rows, goal)
      for (const r of rows) expect(goalValue(best ?? r, goal) ?? NaN).toBeGreaterThanOrEqual(goalValue(r, goal) ?? NaN)
    }
    const free = bestRow(rows, 'run-time')
    const strong = bestRow(rows, 'run-time', 150)
    expect(strong?.jetPowerW).toBeGreaterThanOrEqual(150)
    expect(strong?.throatDiameterM ?? 0).toBeGreaterThan(free?.throatDiameterM ?? Infinity)
    expect(bestRow(rows, 'jet-power', 1e6)).toBeNull()
  })
  test('a compressor has no run time, sags beyond what it can feed, and its best lies where it just keeps up', () => {
    const fed = sizingCurve(compressor, throats)
    expect(fed.every((r) => r.runTimeS === null)).toBe(true)
    expect(bestRow(fed, 'run-time')).toBeNull()
    const lastHeld = fed.filter((r) => r.keepsUp).length - 1
    expect(lastHeld).toBeGreaterThan(3)
    expect(fed.slice(lastHeld + 1).every((r) => !r.keepsUp)).toBe(true)
    expect(Math.abs((bestRow(fed, 'jet-power')?.throatDiameterM ?? NaN) - fed[lastHeld].throatDiameterM)).toBeLessThan(
      0.2e-3,
    )
  })
})

describe('from a wanted figure to a throat', () => {
  const range = [0.3e-3, 8e-3] as const
  test.each([
    ['flow', 2e-3],
    ['thrust', 0.9],
    ['jet-power', 180],
    ['run-time', 15],
  ] as const)('%s of %p is met by what is found', (figure, value) => {
    const answer = throatFor(bottle, figure, value, range)
    if (answer.status !== 'found') throw new Error(answer.status)
    const row = sizingRow(bottle, answer.row.throatDiameterM, true)
    const got = {
      flow: row.massFlowKgPerS,
      thrust: row.thrustN,
      'jet-power': row.jetPowerW,
      'run-time': row.runTimeS ?? NaN,
    }[figure]
    expect(got / value).toBeCloseTo(1, 3)
  })
  test('a sagging compressor reaches the same jet power twice: the smaller throat comes first', () => {
    const answer = throatFor(compressor, 'jet-power', 120, range)
    if (answer.status !== 'found' || !answer.also) throw new Error('two are there')
    expect(answer.row.throatDiameterM).toBeLessThan(answer.also.throatDiameterM)
    expect(answer.also.gaugePressurePa).toBeLessThan(answer.row.gaugePressurePa)
  })
  test('what no throat gives is out of reach, with the nearest and on which side', () => {
    const answer = throatFor(compressor, 'thrust', 50, range)
    expect(answer).toMatchObject({ status: 'out-of-reach', above: true })
    expect(throatFor(compressor, 'run-time', 10, range).status).toBe('not-for-this-supply')
  })
  test('the exit on design lets the air out at the room’s pressure (NACA 1135), and is the throat itself below the choke', () => {
    const ratio = (onDesignExit(2e-3, 601_325, PA) / 2e-3) ** 2
    expect(regimeLimits(ratio).design * 601_325).toBeCloseTo(PA, 0)
    expect(onDesignExit(2e-3, 150e3, PA)).toBe(2e-3)
  })
})

describe('the nozzle as the flow sees it', () => {
  const forms: OutletForm[] = [
    { kind: 'round' },
    { kind: 'slot', aspect: 6 },
    { kind: 'divided', parts: 2, webM: 0.6e-3 },
    { kind: 'divided', parts: 4, webM: 0.6e-3 },
    { kind: 'ring', holes: 7, ringRadiusM: 6e-3 },
    { kind: 'sector', innerRadiusM: 20e-3, heightM: 2e-3 },
  ]
  test.each(forms)('%j keeps the throat’s area, and loses flow to its wall only', (form) => {
    const nozzle = { ...bottle.nozzle, form, throatDiameterM: 3e-3, exitDiameterM: 3e-3 }
    const seen = effectiveNozzle({ ...bottle, nozzle })
    expect((seen.count * seen.throatDiameterM ** 2) / 3e-3 ** 2).toBeCloseTo(1, 9)
    expect(outletSection(outletOfForm(form, 3e-3)).areaM2).toBeCloseTo((Math.PI / 4) * 9e-6, 12)
    expect(seen.dischargeCoefficient).toBeLessThanOrEqual(bottle.coefficients.discharge.value)
    if (form.kind === 'round') expect(seen.shapeFactor).toBe(1)
    else expect(seen.shapeFactor).toBeLessThan(1)
  })
  test('the same holds for the flow of the whole air side', () => {
    const flow = (form: OutletForm) => airSide({ ...bottle, nozzle: { ...bottle.nozzle, form } }).massFlowKgPerS
    expect(flow(forms[4])).toBeLessThan(flow(forms[0]))
    expect(flow(forms[4]) / flow(forms[0])).toBeGreaterThan(0.85)
  })
})

describe('the compressor’s state', () => {
  test('a regulator that lets go does so just above what it is set to, where it is set while flowing', () => {
    const out = regulatorDropOut(compressor, airSide(compressor)) ?? NaN
    expect(out).toBeGreaterThan(300e3)
    expect(out).toBeLessThan(420e3)
    expect(regulatorDropOut(bottle, airSide(bottle))).toBeNull()
  })
  test('worked-out air is warmer than the room, a coil brings it down, and both change the flow by the root of temperature', () => {
    if (compressor.supply.kind !== 'compressor') throw new Error('kind')
    const at = (over: object) =>
      airSide({ ...compressor, supply: { ...compressor.supply, ...over } as AirInput['supply'] })
    const [measured, warm, cooled] = [
      at({}),
      at({ airTemperatureK: null }),
      at({ airTemperatureK: null, coil: { lengthM: 5, boreM: 6e-3, bathTemperatureK: 285 } }),
    ]
    expect(warm.temperatureK).toBeGreaterThan(310)
    expect(cooled.temperatureK).toBeLessThan(288)
    expect(
      warm.massFlowKgPerS / measured.massFlowKgPerS / Math.sqrt(measured.temperatureK / warm.temperatureK),
    ).toBeCloseTo(1, 2)
    expect(cooled.heat?.waterKgPerS ?? 0).toBeGreaterThan(warm.heat?.waterKgPerS ?? 0)
  })
  test('without a regulator it stands at cut-in or where delivery meets demand', () => {
    const free = airSide({ ...compressor, line: { ...compressor.line, regulator: null } })
    expect(free.sourcePressurePaAbs).toBe(free.supplyPressurePaAbs)
    expect(free.supplyGaugePressurePa).toBeLessThanOrEqual(550e3)
    expect((free.sustained?.deliveryKgPerS ?? 0) / (free.sustained?.demandKgPerS ?? 1)).toBeCloseTo(1, 6)
  })
})

describe('outlets of a body pushed by its jet', () => {
  const climber: ThrustInput = {
    ...bottle,
    nozzle: { ...bottle.nozzle, throatDiameterM: 4e-3, exitDiameterM: 4e-3 },
    leastGaugePressurePa: 5e3,
    body: {
      massKg: 0.12,
      dragCoefficient: 0.5,
      lengthM: 0.3,
      diameterM: 0.09,
      noseLengthM: 0.05,
      noseKind: 'ogive',
      centreOfMassM: 0.1,
      fins: null,
      path: { kind: 'climb' },
    },
  }
  test('a small hole lasts longest and a larger one climbs higher: the two rank differently (common practice)', () => {
    const rows = compareOutlets(climber, [{ kind: 'round' }], [0.15, 0.3, 1, 2, 4])
    const longest = rows.reduce((a, b) => ((b.restTimeS ?? 0) > (a.restTimeS ?? 0) ? b : a))
    const highest = rows.reduce((a, b) => (b.distanceM > a.distanceM ? b : a))
    expect(longest.areaFactor).toBe(0.15)
    expect(highest.areaFactor).toBeGreaterThan(0.3)
  })
  test('impulse held still hardly hangs on the hole: a better flow only empties sooner', () => {
    const [small, large] = compareOutlets(
      { ...climber, line: { regulator: null, parts: [] } },
      [{ kind: 'round' }],
      [0.5, 1],
    )
    expect((small.impulseNs ?? NaN) / (large.impulseNs ?? NaN)).toBeCloseTo(1, 1)
  })
  test('from a steady supply there is no run time, but there is a way', () => {
    const p = predictThrust({
      ...climber,
      supply: { kind: 'steady', gaugePressurePa: 300e3, airTemperatureK: 293.15 },
      body: { ...climber.body, path: { kind: 'track', slopeRad: 0, rollingShare: 0.01, lengthM: 5 } },
    })
    expect([p.rest, p.restTimeS, p.flight.reachedEnd]).toEqual([null, null, true])
  })
})
