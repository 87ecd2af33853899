import { STANDARD_AMBIENT } from '../air'
import { compressorCycle, fillingExergy, strokesToFill } from '../supply'
import { DEFAULT_COEFFICIENTS } from '../turbine'
import type { Working } from '../working'
import {
  airSide,
  buildRunDown,
  dutyWorking,
  fillingWorking,
  heatWorking,
  heldWorking,
  impulseWorking,
  meetingWorking,
  predictThrust,
  pushOutWorking,
  roomFlow,
  runTimeUncertainty,
  runTimeWorking,
  stabilityWorking,
  strokesWorking,
  wastedWorking,
  waterWorking,
  wayWorking,
  type AirInput,
} from '.'

const PA = STANDARD_AMBIENT.absolutePressurePa
const base: AirInput = {
  ambient: STANDARD_AMBIENT,
  supply: {
    kind: 'vessel',
    volumeM3: 2e-3,
    gaugePressurePa: 500e3,
    airTemperatureK: 293.15,
    heat: 'isothermal',
    pump: { strokeVolumeM3: 250e-6, deadVolumeM3: 8e-6 },
    ratedGaugePressurePa: null,
  },
  line: { regulator: null, parts: [] },
  nozzle: { throatDiameterM: 1.5e-3, exitDiameterM: 1.5e-3, count: 1, form: { kind: 'round' } },
  coefficients: { discharge: DEFAULT_COEFFICIENTS.discharge, velocity: DEFAULT_COEFFICIENTS.velocity },
  leastGaugePressurePa: 100e3,
}
const compressor: AirInput = {
  ...base,
  supply: {
    kind: 'compressor',
    airTemperatureK: null,
    pumpEfficiency: 0.65,
    coil: { lengthM: 3, boreM: 6e-3, bathTemperatureK: 288 },
    delivery: [{ gaugePressurePa: 700e3, freeAirM3PerS: 2.2e-3 }],
    tankVolumeM3: 0.024,
    cutInGaugePressurePa: 550e3,
    cutOutGaugePressurePa: 750e3,
  },
  line: {
    parts: [],
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
/** A number put into a working. */
const put = (w: Working, symbol: string): number => {
  const found = w.inputs.find((i) => i.symbol === symbol)
  if (!found) throw new Error(`${w.title} puts in no ${symbol}`)
  return found.value
}
const run = buildRunDown(base)
if (!run) throw new Error('a vessel runs down')
if (base.supply.kind !== 'vessel') throw new Error('kind')
const { supply } = base

describe('the numbers put in give the result by the formula shown', () => {
  test('exergy of a filling', () => {
    const w = fillingWorking(base, fillingExergy({ volumeM3: 2e-3, pressurePaAbs: 500e3 + PA, ambientPaAbs: PA }))
    const [p, v, pa] = ['p', 'V', 'pa'].map((s) => put(w, s))
    expect((p * v * (Math.log(p / pa) + pa / p - 1)) / w.result.value).toBeCloseTo(1, 9)
  })
  test('wasted share: (mL − ma) / (m0 − ma), the room’s air being 1/5.93 of the start', () => {
    const w = wastedWorking(base, run)
    const [m0, mL] = ['m0', 'mL'].map((s) => put(w, s))
    const ma = (m0 * PA) / (500e3 + PA)
    expect((mL - ma) / (m0 - ma)).toBeCloseTo(w.result.value, 6)
    expect(w.result.value).toBeCloseTo(0.2, 4)
  })
  test('strokes, stroke by stroke', () => {
    const w = strokesWorking(supply, PA, strokesToFill(supply.volumeM3, supply.pump, 0, supply.gaugePressurePa, PA))
    let p = PA
    for (let i = 0; i < w.result.value; i++)
      p = (p * put(w, 'V') + PA * (put(w, 'Vs') + put(w, 'Vd'))) / (put(w, 'V') + put(w, 'Vd'))
    expect(p - PA).toBeGreaterThanOrEqual(put(w, 'p'))
    expect(put(w, 'pmax')).toBeCloseTo(PA * (1 + 250 / 8), 3)
  })
  test('duty', () => {
    const air = airSide(compressor)
    if (compressor.supply.kind !== 'compressor') throw new Error('kind')
    const w = dutyWorking(
      compressorCycle(compressor.supply, PA, air.temperatureK, () => air.massFlowKgPerS),
      air,
    )
    expect(put(w, 'ton') / (put(w, 'ton') + put(w, 'toff'))).toBeCloseTo(w.result.value, 9)
  })
  test('temperature of the pump’s outlet and water that settles', () => {
    const air = airSide(compressor)
    if (!air.heat) throw new Error('a compressor has heat')
    const heat = heatWorking(compressor, air, air.heat)
    expect(put(heat, 'T1') * put(heat, 'r') ** ((put(heat, 'n') - 1) / put(heat, 'n'))).toBeCloseTo(put(heat, 'T2'), 6)
    const water = waterWorking(compressor, air.heat)
    expect(air.massFlowKgPerS * 3600 * (put(water, 'x1') - put(water, 'xs'))).toBeCloseTo(water.result.value, 9)
    expect(water.result.value).toBeGreaterThan(0)
  })
  test('push on the insert', () => {
    const w = pushOutWorking(12e-3, 350e3, (Math.PI / 4) * 12e-3 ** 2 * 350e3)
    expect((Math.PI / 4) * put(w, 'd') ** 2 * put(w, 'p')).toBeCloseTo(w.result.value, 9)
  })
})

describe('run time and its uncertainty', () => {
  test('follows the discharge coefficient: the run-down itself moves so', () => {
    const moved = (sigmas: number) =>
      buildRunDown({
        ...base,
        coefficients: {
          ...base.coefficients,
          discharge: {
            ...base.coefficients.discharge,
            value: base.coefficients.discharge.value + sigmas * base.coefficients.discharge.standardUncertainty,
          },
        },
      })?.run.timeS ?? NaN
    const half = (moved(-1) - moved(1)) / 2
    expect(runTimeUncertainty(base, run)).toBeGreaterThan(half)
    expect(runTimeUncertainty(base, run)).toBeLessThan(3 * half)
    expect(runTimeWorking(base, run).result.standardUncertainty).toBe(runTimeUncertainty(base, run))
  })
})

describe('every working names formula, source and range, and holds no NaN', () => {
  const body = {
    massKg: 0.1,
    dragCoefficient: 0.5,
    lengthM: 0.3,
    diameterM: 0.05,
    noseLengthM: 0.05,
    noseKind: 'cone' as const,
    centreOfMassM: 0.1,
    fins: null,
    path: { kind: 'track' as const, slopeRad: 0, rollingShare: 0.01, lengthM: 50 },
  }
  const thrust = predictThrust({ ...base, body })
  const air = airSide(compressor)
  const breath: AirInput = {
    ...base,
    supply: { kind: 'breath', shutOffPa: 4000, freeFlowM3PerS: 2e-3, lungVolumeM3: 3e-3 },
    nozzle: { ...base.nozzle, throatDiameterM: 5e-3, exitDiameterM: 5e-3 },
  }
  const blown = airSide(breath)
  const all: Working[] = [
    runTimeWorking(base, run),
    wastedWorking(base, run),
    fillingWorking(base, 1000),
    heatWorking(compressor, air, air.heat as NonNullable<typeof air.heat>),
    waterWorking(compressor, air.heat as NonNullable<typeof air.heat>),
    meetingWorking(blown, roomFlow(blown.massFlowKgPerS, STANDARD_AMBIENT), 'breath'),
    pushOutWorking(12e-3, 3e5, 34),
    impulseWorking(run, 0.03),
    wayWorking(thrust.flight, 0.1, 0.5, thrust.distanceRelativeUncertainty),
    stabilityWorking(thrust.stability, 0.1, 0.05),
    heldWorking(compressor.line.regulator as NonNullable<typeof compressor.line.regulator>, air),
  ]
  test.each(all.map((w) => [w.title, w] as const))('%s', (_, w) => {
    expect(Math.min(w.formula.length, w.source.length, w.range.length)).toBeGreaterThan(8)
    for (const { value } of [...w.inputs, w.result]) expect(Number.isNaN(value)).toBe(false)
    expect(w.origin).toBe('predicted')
  })
  test('a regulator holds its pressure but for its friction over the area that it works on, either way alike', () => {
    const regulator = compressor.line.regulator!
    // 20 N on a ring from 4 to 30 mm: 28.8 kPa either way, a rectangular band (JCGM 100, 4.3.7)
    const r = { ...regulator, frictionN: 20, sensingDiameterM: 0.03, seatDiameterM: 0.004 }
    const { result } = heldWorking(r, air)
    expect(result.value).toBe(air.supplyGaugePressurePa)
    expect((result.standardUncertainty! * Math.sqrt(3)) / (20 / (Math.PI * (0.015 ** 2 - 0.002 ** 2)))).toBeCloseTo(
      1,
      12,
    )
  })
  test('the arm of the side wind is what its formula says: from where it balances to where the wind presses', () => {
    const s = { ...thrust.stability, centreOfPressureM: 0.16, marginDiameters: (0.16 - 0.1) / 0.05 }
    expect(stabilityWorking(s, 0.1, 0.05).result).toMatchObject({ value: expect.closeTo(0.06, 9), unit: 'm' })
  })
  test('breath meets the machine on its own line', () => {
    const q = roomFlow(blown.massFlowKgPerS, STANDARD_AMBIENT)
    expect(4000 * (1 - q / 2e-3)).toBeCloseTo(blown.supplyGaugePressurePa, 3)
  })
})
