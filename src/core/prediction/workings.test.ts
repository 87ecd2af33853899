import { lineInlet } from '../flow'
import { DEFAULT_COEFFICIENTS } from '../turbine'
import type { Working } from '../working'
import { predict, workings, type PredictionInput, type WorkingId } from '.'

const deg = Math.PI / 180
const input: PredictionInput = {
  ambient: { absolutePressurePa: 98_000, temperatureK: 295, relativeHumidity: 0.5 },
  supply: { kind: 'steady', gaugePressurePa: 320e3, airTemperatureK: 300 },
  line: {
    regulator: null,
    parts: [
      { kind: 'hose', lengthM: 2, boreM: 6e-3, roughnessM: 1.5e-6 },
      { kind: 'fitting', sonicConductance: 1.2e-8, criticalRatio: 0.3 },
    ],
  },
  leastGaugePressurePa: 50e3,
  nozzle: {
    throatDiameterM: 1.2e-3,
    exitDiameterM: 1.3e-3,
    count: 2,
    angleRad: 15 * deg,
    gapM: 3e-3,
    form: { kind: 'round' },
  },
  machine: {
    family: 'tangential-impulse',
    meanRadiusM: 0.03,
    bladeHeightM: 8e-3,
    bladeDepthM: 7e-3,
    bladeCount: 14,
    bladeThicknessM: 1.4e-3,
    profile: 'scoop',
    inletAngleRad: 40 * deg,
    outletAngleRad: 30 * deg,
    discThicknessM: 8e-3,
    hubRadiusM: 7e-3,
    casing: { kind: 'close', clearanceM: 1e-3 },
    materialId: 'abs',
    infill: 0.9,
    loadedAcrossLayers: false,
  },
  shaft: {
    bearingClassId: '688',
    bearingCount: 2,
    diameterM: 5e-3,
    spanM: 0.03,
    overhangM: 0,
    sideLoadN: 0,
    balanceGradeMPerS: 6.3e-3,
  },
  load: { speedRadPerS: 1100, wantedPowerW: 5 },
  coefficients: DEFAULT_COEFFICIENTS,
}
const all = workings(input, predict(input)) as Record<WorkingId, Working>
const put = (id: WorkingId, symbol: string): number => {
  const found = all[id].inputs.find((i) => i.symbol === symbol)
  if (!found) throw new Error(`${id} puts in no ${symbol}`)
  return found.value
}
const gives = (id: WorkingId, value: number) => expect(value / all[id].result.value).toBeCloseTo(1, 9)

describe('the numbers put in give the result by the formula shown', () => {
  test('mass flow, choked', () =>
    gives(
      'massFlow',
      (put('massFlow', 'Cd') * put('massFlow', 'A') * put('massFlow', 'p0') * put('massFlow', 'C*')) /
        Math.sqrt(put('massFlow', 'R') * put('massFlow', 'T0')),
    ))
  test('thrust', () =>
    gives(
      'thrust',
      put('thrust', 'ṁ') * put('thrust', 'Ve') +
        (put('thrust', 'pe') - put('thrust', 'pa')) * put('thrust', 'ε') * put('thrust', 'Ae'),
    ))
  test('jet speed is thrust over mass flow', () => gives('jetSpeed', put('jetSpeed', 'F') / put('jetSpeed', 'ṁ')))
  test('jet power', () => gives('jetPower', 0.5 * put('jetPower', 'ṁ') * put('jetPower', 'c') ** 2))
  test('exit temperature by the first law', () =>
    gives(
      'exitTemperature',
      put('exitTemperature', 'T0') - put('exitTemperature', 'Ve') ** 2 / (2 * put('exitTemperature', 'cp')),
    ))
  test('line pressure: the parts put in, marched upstream, give back the pressure that enters', () => {
    const parts = [
      {
        kind: 'hose' as const,
        lengthM: put('linePressure', 'L1'),
        boreM: put('linePressure', 'D1'),
        roughnessM: 1.5e-6,
      },
      {
        kind: 'fitting' as const,
        sonicConductance: put('linePressure', 'C2'),
        criticalRatio: put('linePressure', 'b2'),
      },
    ]
    expect(
      lineInlet(parts, put('linePressure', 'ṁ'), 300, all.linePressure.result.value) / put('linePressure', 'p1'),
    ).toBeCloseTo(1, 9)
  })
  test('power in the air', () =>
    gives(
      'supplyPower',
      put('supplyPower', 'ṁ') *
        put('supplyPower', 'cp') *
        put('supplyPower', 'T0') *
        (1 - (put('supplyPower', 'pa') / put('supplyPower', 'p')) ** (0.4 / 1.4)),
    ))
  test('power at the load is torque times speed', () =>
    gives('powerAtLoad', put('powerAtLoad', 'T') * put('powerAtLoad', 'ω')))
  test('the loss-free rotor: ½ ṁ c² cos²α', () =>
    gives('ideal', 0.5 * put('ideal', 'ṁ') * put('ideal', 'c') ** 2 * Math.cos(put('ideal', 'α')) ** 2))
  test('burst speed from stress at free speed', () =>
    gives('burstSpeed', put('burstSpeed', 'ω') * Math.sqrt(put('burstSpeed', 'σ') / put('burstSpeed', 'σmax'))))
  test('margin in stress is that in speed squared', () => {
    gives('stressMargin', (put('stressMargin', 'ωburst') / put('stressMargin', 'ω')) ** 2)
    gives('stressMargin', put('stressMargin', 'nω') ** 2)
  })
  test('stored energy', () => gives('storedEnergy', 0.5 * put('storedEnergy', 'I') * put('storedEnergy', 'ω') ** 2))
  test('share of the bearing’s limit', () =>
    gives('bearingSpeed', put('bearingSpeed', 'ω') / put('bearingSpeed', 'ωlimit')))
})

test('an unchoked nozzle shows the subsonic formula, and it gives the result', () => {
  const slow = {
    ...input,
    supply: { kind: 'steady' as const, gaugePressurePa: 40e3, airTemperatureK: 300 },
    nozzle: { ...input.nozzle, exitDiameterM: 1.2e-3 },
  }
  const { massFlow } = workings(slow, predict(slow))
  const value = (symbol: string) => massFlow.inputs.find((i) => i.symbol === symbol)?.value ?? NaN
  expect(massFlow.formula).toContain('^−3')
  const flow =
    value('Cd') *
    value('A') *
    value('p0') *
    value('M') *
    Math.sqrt(value('γ') / (value('R') * value('T0'))) *
    (1 + 0.2 * value('M') ** 2) ** -3
  expect(flow / massFlow.result.value).toBeCloseTo(1, 9)
})

test('every symbol put in is named, has a unit or is a ratio, and stands once', () => {
  for (const working of Object.values(all) as Working[]) {
    const symbols = working.inputs.map((i) => i.symbol)
    expect(new Set(symbols).size).toBe(symbols.length)
    for (const i of working.inputs) expect(i.meaning.length).toBeGreaterThan(3)
  }
})

test('estimates say that they are: the rotor’s figures carry an uncertainty and the word', () => {
  for (const id of ['stallTorque', 'freeSpeed', 'bestPower', 'powerAtLoad'] as const) {
    expect(all[id].range).toMatch(/^Estimate/)
    expect(all[id].result.standardUncertainty).toBeGreaterThan(0)
  }
})
