import { sample } from '../check-values/sample'
import fc from 'fast-check'
import { STANDARD_AMBIENT } from '../air'
import { nozzleFlow } from '../flow'
import { reviewThrust } from '../safety'
import { BETZ_LIMIT, BLOWER_CLASSES, roomDensity, windPower, type Regulator } from '../supply'
import { DEFAULT_COEFFICIENTS } from '../turbine'
import { airSide, effectiveNozzle, fallingSource, givenTemperature, roomFlow, type AirInput, type SupplyInput } from '.'
import type { Finding } from '../gates'
import { findingWords } from '../../words'

const PA = STANDARD_AMBIENT.absolutePressurePa
const regulator: Regulator = {
  kind: 'diaphragm',
  setGaugePressurePa: 200e3,
  readWhile: 'flowing',
  sensingDiameterM: 0.032,
  springRateNPerM: 12e3,
  seatDiameterM: 5e-3,
  greatestLiftM: 1.25e-3,
  frictionN: 1,
  movingMassKg: 0.012,
  chamberVolumeM3: 60e-6,
}
const fed = (supply: SupplyInput, over: Partial<AirInput> = {}): AirInput => ({
  ambient: STANDARD_AMBIENT,
  supply,
  line: { regulator: null, parts: [] },
  nozzle: { throatDiameterM: 1.5e-3, exitDiameterM: 1.5e-3, count: 1, form: { kind: 'round' } },
  coefficients: { discharge: DEFAULT_COEFFICIENTS.discharge, velocity: DEFAULT_COEFFICIENTS.velocity },
  leastGaugePressurePa: 0,
  ...over,
})
const steady = (gaugePressurePa: number): SupplyInput => ({ kind: 'steady', gaugePressurePa, airTemperatureK: 293.15 })
const wideHole = { throatDiameterM: 12e-3, exitDiameterM: 12e-3, count: 1, form: { kind: 'round' as const } }

describe('regulator between source and line', () => {
  test('set while flowing it holds its setting; what it throttles away is the power between', () => {
    const air = airSide(fed(steady(600e3), { line: { regulator, parts: [] } }))
    expect(air.supplyGaugePressurePa).toBeCloseTo(200e3, 3)
    expect(air.sourcePowerW).toBeGreaterThan(air.supplyPowerW)
    expect(air.droppedOut).toBe(false)
  })
  test('set closed it stands lower once air flows, the more the wider the hole', () => {
    const held = (throatDiameterM: number) =>
      airSide(
        fed(steady(600e3), {
          line: { regulator: { ...regulator, readWhile: 'closed' }, parts: [] },
          nozzle: { throatDiameterM, exitDiameterM: throatDiameterM, count: 1, form: { kind: 'round' } },
        }),
      ).supplyGaugePressurePa
    expect(held(1.5e-3)).toBeLessThan(200e3)
    expect(held(2.5e-3)).toBeLessThan(held(1.5e-3))
  })
  test('a source below its setting leaves it wide open: a little is lost, nothing is gained', () => {
    const air = airSide(fed(steady(150e3), { line: { regulator, parts: [] } }))
    expect(air.droppedOut).toBe(true)
    expect(air.supplyGaugePressurePa).toBeLessThan(150e3)
    expect(air.supplyGaugePressurePa).toBeGreaterThan(130e3)
  })
  test('with it or without, flow never rises by putting a regulator in', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20e3, max: 900e3, noNaN: true }),
        fc.double({ min: 10e3, max: 600e3, noNaN: true }),
        fc.double({ min: 0.5e-3, max: 5e-3, noNaN: true }),
        (source, setGaugePressurePa, d) => {
          const nozzle = { throatDiameterM: d, exitDiameterM: d, count: 1, form: { kind: 'round' as const } }
          const bare = airSide(fed(steady(source), { nozzle })).massFlowKgPerS
          const held = airSide(
            fed(steady(source), { nozzle, line: { regulator: { ...regulator, setGaugePressurePa }, parts: [] } }),
          ).massFlowKgPerS
          expect(held).toBeLessThanOrEqual(bare * (1 + 1e-9))
        },
      ),
      { seed: 8, numRuns: sample(40), endOnFailure: true },
    )
  })
})

describe('sources that fall with flow', () => {
  const wind: SupplyInput = { kind: 'wind', speedMPerS: 8, areaM2: 0.04, capture: 1 }
  test('no nozzle takes more from the wind than the Betz limit', () => {
    const most = BETZ_LIMIT * windPower(8, 0.04, roomDensity(PA, STANDARD_AMBIENT.temperatureK))
    for (const d of [5e-3, 20e-3, 60e-3, 120e-3, 180e-3]) {
      const air = airSide(fed(wind, { nozzle: { ...wideHole, throatDiameterM: d, exitDiameterM: d } }))
      expect(roomFlow(air.massFlowKgPerS, STANDARD_AMBIENT) * air.supplyGaugePressurePa).toBeLessThanOrEqual(
        most * (1 + 1e-6),
      )
    }
  })
  test.each(BLOWER_CLASSES.map((c) => [c.label, c] as const))(
    '%s: a wider hole takes more air at less pressure',
    (_, c) => {
      const supply: SupplyInput = {
        kind: 'blower',
        blower: {
          curve: { kind: 'two-figures', shutOffPa: c.shutOffPa, freeFlowM3PerS: c.freeFlowM3PerS, bend: c.bend },
          inSeries: 1,
          inParallel: 1,
          speedShare: 1,
        },
        temperatureRiseK: c.temperatureRiseK,
      }
      const [narrow, wide] = [8e-3, 30e-3].map((d) =>
        airSide(fed(supply, { nozzle: { ...wideHole, throatDiameterM: d, exitDiameterM: d } })),
      )
      expect(wide.massFlowKgPerS).toBeGreaterThan(narrow.massFlowKgPerS)
      expect(wide.supplyGaugePressurePa).toBeLessThan(narrow.supplyGaugePressurePa)
      expect(narrow.supplyGaugePressurePa).toBeLessThanOrEqual(c.shutOffPa)
      expect(narrow.temperatureK).toBe(STANDARD_AMBIENT.temperatureK + c.temperatureRiseK)
    },
  )
  test('breath is as warm as a body, and a lungful lasts longer through a smaller hole', () => {
    const breath: SupplyInput = { kind: 'breath', shutOffPa: 4000, freeFlowM3PerS: 2e-3, lungVolumeM3: 3.5e-3 }
    const seconds = (d: number) =>
      3.5e-3 /
      roomFlow(
        airSide(fed(breath, { nozzle: { ...wideHole, throatDiameterM: d, exitDiameterM: d } })).massFlowKgPerS,
        STANDARD_AMBIENT,
      )
    expect(givenTemperature(breath, STANDARD_AMBIENT)).toBeCloseTo(307, 9)
    expect(seconds(3e-3)).toBeGreaterThan(seconds(8e-3))
    expect(fallingSource(breath, STANDARD_AMBIENT)?.pressureGaugePa(0)).toBe(4000)
    expect(fallingSource(steady(1e5), STANDARD_AMBIENT)).toBeNull()
  })
})

describe('what the review of the air finds', () => {
  const vessel = (gaugePressurePa: number, ratedGaugePressurePa: number | null): SupplyInput => ({
    kind: 'vessel',
    volumeM3: 2e-3,
    gaugePressurePa,
    airTemperatureK: 293.15,
    heat: 'isothermal',
    pump: { strokeVolumeM3: 250e-6, deadVolumeM3: 0 },
    ratedGaugePressurePa,
  })
  const review = (input: AirInput) => {
    const air = airSide(input)
    return reviewThrust(
      input,
      air,
      nozzleFlow(
        { totalPressurePaAbs: air.nozzlePressurePaAbs, totalTemperatureK: air.temperatureK, backPressurePaAbs: PA },
        effectiveNozzle(input),
      ),
    )
  }
  test.each([
    ['within its limit', vessel(400e3, 600e3), 'fine'],
    ['of unknown limit', vessel(400e3, null), 'watch'],
    ['beyond its limit', vessel(700e3, 600e3), 'do not run'],
  ] as const)('a bottle %s: %s', (_, supply, state) => {
    const found = review(fed(supply))
    expect(found.state).toBe(state)
    if (state !== 'fine')
      expect(findingWords(found.findings.find((f) => f.id === 'vessel') as Finding).mend.length).toBeGreaterThan(20)
  })
  test('a regulator above what the supply has only hinders the air, and is said to', () => {
    expect(review(fed(steady(150e3), { line: { regulator, parts: [] } })).findings.map((f) => f.id)).toContain(
      'setting',
    )
  })
})
