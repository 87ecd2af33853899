import { conductanceMassFlow, nozzleFlow } from '../flow'
import { reviewBuild, safePressure } from '../safety'
import { COEFFICIENT_NAMES, LEDGER_LOSSES } from '../turbine'
import { airSide, powerChain, predict, sizingCurve, workings, type PredictionInput } from '.'
import { spindle } from './testing/spindle'
import { findingWords } from '../../words'

const PART = { kind: 'fitting' as const, sonicConductance: 1.9e-8, criticalRatio: 0.25 }
const regulator = {
  kind: 'diaphragm' as const,
  setGaugePressurePa: 350e3,
  readWhile: 'flowing' as const,
  sensingDiameterM: 0.04,
  springRateNPerM: 12e3,
  seatDiameterM: 6e-3,
  greatestLiftM: 1.5e-3,
  frictionN: 1,
  movingMassKg: 0.015,
  chamberVolumeM3: 60e-6,
}
/** A small compressor, a 1.5 mm hole, a 54 mm rotor. */
const input: PredictionInput = {
  ambient: { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 },
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
  line: { regulator, parts: [PART] },
  leastGaugePressurePa: 100e3,
  ...spindle,
}
const at = (over: Partial<PredictionInput>) => predict({ ...input, ...over })
const compressor = input.supply.kind === 'compressor' ? input.supply : null
if (!compressor) throw new Error('the plain build has a compressor')

describe('supply, line and nozzle balance', () => {
  const air = airSide(input)
  test('what the line lets through is what the nozzle takes (mass balance)', () => {
    const line = conductanceMassFlow(
      PART,
      { absolutePressurePa: air.supplyPressurePaAbs, temperatureK: air.temperatureK },
      air.nozzlePressurePaAbs,
    )
    const nozzle = nozzleFlow(
      { totalPressurePaAbs: air.nozzlePressurePaAbs, totalTemperatureK: air.temperatureK, backPressurePaAbs: 101_325 },
      { ...input.nozzle, dischargeCoefficient: input.coefficients.discharge.value },
    )
    expect(line / nozzle.massFlowKgPerS).toBeCloseTo(1, 9)
  })
  test('a throat too large pulls the pressure down to where delivery meets demand', () => {
    const wide = airSide({ ...input, nozzle: { ...input.nozzle, throatDiameterM: 3e-3, exitDiameterM: 3e-3 } })
    expect(wide.sustained?.keepsUp).toBe(false)
    expect(wide.supplyGaugePressurePa).toBeLessThan(regulator.setGaugePressurePa)
    expect((wide.sustained?.deliveryKgPerS ?? 0) / (wide.sustained?.demandKgPerS ?? 1)).toBeCloseTo(1, 6)
    expect(wide.sustained?.secondsFromFull).toBeGreaterThan(0)
  })
  test('common practice (no source): a small portable compressor keeps up about 50 psi through a 1.6 mm hole', () => {
    const portable = {
      ...compressor,
      delivery: [
        { gaugePressurePa: 276e3, freeAirM3PerS: 95 / 60_000 },
        { gaugePressurePa: 620e3, freeAirM3PerS: 72 / 60_000 },
      ],
    }
    const held =
      airSide({
        ...input,
        supply: portable,
        line: { ...input.line, regulator: { ...regulator, setGaugePressurePa: 600e3 } },
        nozzle: { ...input.nozzle, throatDiameterM: 1.6e-3, exitDiameterM: 1.6e-3 },
      }).supplyGaugePressurePa / 6894.757
    expect(held).toBeGreaterThan(35)
    expect(held).toBeLessThan(65)
  })
  test('sizing: flow rises, held pressure never does, and jet power has its best inside the range', () => {
    const rows = sizingCurve(
      input,
      Array.from({ length: 25 }, (_, i) => 0.8e-3 + i * 0.1e-3),
    )
    rows.slice(1).forEach((row, i) => {
      expect(row.gaugePressurePa).toBeLessThanOrEqual(rows[i].gaugePressurePa + 1e-6)
      expect(row.massFlowKgPerS).toBeGreaterThanOrEqual(rows[i].massFlowKgPerS - 1e-9)
    })
    const best = rows.reduce((a, b) => (b.jetPowerW > a.jetPowerW ? b : a))
    expect(best.throatDiameterM).toBeGreaterThan(0.8e-3)
    expect(best.throatDiameterM).toBeLessThan(3.2e-3)
  })
})

describe('chain and ledger', () => {
  const p = predict(input)
  const chain = powerChain(p)
  test('each station’s power less its losses is the next one’s', () => {
    chain
      .slice(0, -1)
      .forEach((station, i) =>
        expect(station.powerW - station.losses.reduce((s, l) => s + l.powerW, 0)).toBeCloseTo(chain[i + 1].powerW, 9),
      )
  })
  test('losses and shaft add up to the supply’s power', () => {
    const sum = chain.flatMap((s) => s.losses).reduce((s, l) => s + l.powerW, 0) + chain[chain.length - 1].powerW
    expect(sum).toBeCloseTo(p.air.sourcePowerW, 9)
    // and two before the rotor: regulator and line
    expect(LEDGER_LOSSES.length + 2).toBe(chain.flatMap((s) => s.losses).length)
  })
})

const bladed = input.machine as Extract<PredictionInput['machine'], { family: 'tangential-impulse' }>

describe('band', () => {
  const p = predict(input)
  const share = (name: string) => p.changes.find((s) => s.name === name)?.figures.bestPowerW
  test('carries every coefficient: without their uncertainties it is nothing', () => {
    const sure = Object.fromEntries(
      COEFFICIENT_NAMES.map((n) => [n, { value: input.coefficients[n].value, standardUncertainty: 0 }]),
    ) as unknown as PredictionInput['coefficients']
    expect(at({ coefficients: sure }).uncertainty.bestPowerW).toBe(0)
    expect(p.uncertainty.bestPowerW / p.figures.bestPowerW).toBeGreaterThan(0.15)
    expect(p.uncertainty.bestPowerW / p.figures.bestPowerW).toBeLessThan(0.6)
  })
  test('is the root of the sum of squares of the shares', () => {
    const sum = Math.hypot(...p.changes.map((x) => x.figures.bestPowerW))
    expect(sum / p.uncertainty.bestPowerW).toBeCloseTo(1, 6)
  })
  test('more catching gives more power, more pumping less', () => {
    expect(share('capture')).toBeGreaterThan(0)
    expect(share('ventilation')).toBeLessThan(0)
  })
})

test('a working names its formula, numbers, source and range, and holds no NaN', () => {
  for (const working of Object.values(workings(input, predict(input)))) {
    expect(working.formula.length).toBeGreaterThan(4)
    expect(working.source.length).toBeGreaterThan(4)
    expect(working.range.length).toBeGreaterThan(4)
    for (const { value } of [...working.inputs, working.result]) expect(Number.isFinite(value)).toBe(true)
  }
})

describe('review before a run', () => {
  const review = (over: Partial<PredictionInput>) => reviewBuild({ ...input, ...over }, at(over))
  const ids = (over: Partial<PredictionInput>) => review(over).findings.map((f) => f.id)
  test('the plain build is fine', () => expect(review({}).state).toBe('fine'))
  test('a wide thin PLA rotor at high pressure must not run', () => {
    const weak = review({
      supply: { kind: 'steady', gaugePressurePa: 900e3, airTemperatureK: 318 },
      line: { regulator: null, parts: [PART] },
      machine: {
        ...bladed,
        materialId: 'pla',
        casing: { kind: 'close', clearanceM: 5e-4 },
        loadedAcrossLayers: true,
        bladeThicknessM: 4e-3,
        bladeCount: 24,
        discThicknessM: 2e-3,
      },
    })
    expect(weak.state).toBe('do not run')
    expect(findingWords(weak.findings[0]).mend.length).toBeGreaterThan(10)
  })
  test('one bearing, a bearing beyond its limit, warm air, a starved supply are each found', () => {
    expect(ids({ shaft: { ...input.shaft, bearingCount: 1 } })).toContain('one-bearing')
    expect(
      ids({
        shaft: { ...input.shaft, bearingClassId: '6000' },
        supply: { kind: 'steady', gaugePressurePa: 650e3, airTemperatureK: 293.15 },
        line: { regulator: null, parts: [] },
        nozzle: { ...input.nozzle, throatDiameterM: 2.4e-3, exitDiameterM: 2.4e-3 },
        machine: { ...bladed, casing: { kind: 'close', clearanceM: 5e-4 } },
      }),
    ).toContain('bearing')
    expect(ids({ supply: { ...compressor, airTemperatureK: 340 } })).toContain('warm')
    expect(ids({ nozzle: { ...input.nozzle, throatDiameterM: 3e-3, exitDiameterM: 3e-3 } })).toContain('starved')
  })
  test('the safe pressure is the last one at which the build still holds, to 5 kPa', () => {
    expect(safePressure(800e3, (p) => p <= 412e3)).toBe(410e3)
    expect(safePressure(800e3, () => true)).toBe(800e3)
    expect(safePressure(800e3, () => false)).toBeNull()
  })
})
