import { base, spec } from './testing/box'
import { airSide, modelAt, predict, predictPlain, type PredictionInput } from '../prediction'
import {
  airTable,
  applyDesign,
  designValues,
  evaluateDesign,
  performanceMap,
  runSearch,
  searchTable,
  tableArea,
} from '.'
import { defaultCoefficients } from '../machines'

describe.each([
  ['a supply that keeps up for most', [125, 80]],
  ['one that is too small for most', [45, 30]],
] as const)('each design through the table, from %s', (_, [low, high]) => {
  const supply = {
    ...base.supply,
    delivery: [
      { gaugePressurePa: 200e3, freeAirM3PerS: low / 60_000 },
      { gaugePressurePa: 700e3, freeAirM3PerS: high / 60_000 },
    ],
  } as PredictionInput['supply']
  const fed = { ...spec, base: { ...base, supply } }
  const table = searchTable(fed)
  const paths = spec.variables.map((v) => v.path)
  test('is its whole prediction within 0.1 %: power, speeds, air and strength', () => {
    for (let i = 0; i < 60; i++) {
      const input = applyDesign(fed.base, paths, designValues(spec.variables, i, 5))
      const design = evaluateDesign(input, table)
      if (!design) throw new Error('no figures')
      const whole = predictPlain(input)
      const off = [
        design.bestPowerW / whole.figures.bestPowerW - 1,
        (design.powerAtLoadW - whole.figures.powerAtLoadW) / whole.figures.bestPowerW,
        design.freeSpeedRadPerS / whole.figures.freeSpeedRadPerS - 1,
        design.stallTorqueNm / whole.figures.stallTorqueNm - 1,
        design.massFlowKgPerS / whole.figures.massFlowKgPerS - 1,
        design.bearingShare / whole.bearing.share - 1,
        (design.nozzlePressurePaAbs - whole.air.nozzlePressurePaAbs) / (whole.air.nozzlePressurePaAbs - 101_325),
        // the disc in closed form against the same in steps
        (design.stressMargin / whole.strength.stressMargin - 1) / 5,
      ]
      expect([i, Math.max(...off.map(Math.abs)) < 1e-3]).toEqual([i, true])
    }
  })
  test('keeps up where its prediction does', () => {
    for (let i = 0; i < 60; i++) {
      const input = applyDesign(fed.base, paths, designValues(spec.variables, i, 5))
      expect([i, evaluateDesign(input, table)?.keepsUp]).toEqual([i, predictPlain(input).air.sustained?.keepsUp])
    }
  })
})

test('the table knows to a hundred-thousandth of the area where the supply stops keeping up', () => {
  const keeps = (area: number) => airSide({ ...base, flowShare: area / tableArea(base) }).sustained?.keepsUp ?? false
  let [holds, sags] = [0.1 * tableArea(base), 20 * tableArea(base)]
  expect([keeps(holds), keeps(sags)]).toEqual([true, false])
  for (let i = 0; i < 50; i++) {
    const middle = Math.sqrt(holds * sags)
    if (keeps(middle)) holds = middle
    else sags = middle
  }
  const table = airTable(base, [0.1 * tableArea(base), 20 * tableArea(base)])
  expect(table(holds * (1 - 1e-5)).keepsUp).toBe(true)
  expect(table(holds * (1 + 1e-5)).keepsUp).toBe(false)
})

test('a map holds the prediction where the build runs', () => {
  const map = performanceMap(base, 12, 16)
  const own = predict(base)
  const row = map.gaugePressurePa.findIndex((p) => p >= map.ownGaugePressurePa)
  const [a, b] = [row - 1, row]
  const t = (map.ownGaugePressurePa - map.gaugePressurePa[a]) / (map.gaugePressurePa[b] - map.gaugePressurePa[a])
  expect((map.bestPowerW[a] + t * (map.bestPowerW[b] - map.bestPowerW[a])) / own.figures.bestPowerW).toBeCloseTo(1, 1)
  expect(map.powerW.flat().every((w) => w >= 0)).toBe(true)
  // its columns go from rest to the fastest that any row runs free
  expect(map.speedRadPerS[0]).toBe(0)
  expect(map.speedRadPerS[map.speedRadPerS.length - 1]).toBeCloseTo(Math.max(...map.freeSpeedRadPerS), 6)
})

test('a coarse map of a machine that holds the air back is within 1 % of its greatest power', () => {
  const deg = Math.PI / 180
  const wheel: PredictionInput = {
    ...base,
    supply: { kind: 'steady', gaugePressurePa: 30e3, airTemperatureK: 293.15 },
    line: { regulator: null, parts: [] },
    nozzle: { ...base.nozzle, throatDiameterM: 2.4e-3, exitDiameterM: 2.4e-3, count: 2, angleRad: 15 * deg },
    coefficients: defaultCoefficients('radial-inflow'),
    machine: {
      family: 'radial-inflow',
      feed: 'volute',
      inletRadiusM: 0.03,
      inletWidthM: 4e-3,
      outletTipRadiusM: 0.015,
      outletHubRadiusM: 5e-3,
      outletAngleRad: 40 * deg,
      bladeCount: 11,
      bladeThicknessM: 1.2e-3,
      clearanceM: 0.4e-3,
      discThicknessM: 4e-3,
      hubRadiusM: 4e-3,
      materialId: 'petg',
      infill: 1,
      loadedAcrossLayers: false,
    },
  }
  const map = performanceMap(wheel, 17, 20)
  const most = Math.max(...map.powerW.flat())
  for (const row of [4, 11, 18]) {
    const model = modelAt(wheel, 101_325 + map.gaugePressurePa[row], 293.15)
    map.speedRadPerS.forEach((w, i) =>
      expect(Math.abs(Math.max(0, model.at(w).shaftPowerW) - map.powerW[row][i])).toBeLessThan(0.012 * most),
    )
  }
})

test('what a search keeps of a machine that holds the air back is what its prediction says, and holds there too', () => {
  const wheel: PredictionInput = {
    ...base,
    nozzle: { ...base.nozzle, throatDiameterM: 1.6e-3, exitDiameterM: 1.6e-3, count: 2, angleRad: 0.26 },
    coefficients: defaultCoefficients('radial-inflow'),
    machine: {
      family: 'radial-inflow',
      feed: 'volute',
      inletRadiusM: 0.03,
      inletWidthM: 4e-3,
      outletTipRadiusM: 0.015,
      outletHubRadiusM: 5e-3,
      outletAngleRad: 0.7,
      bladeCount: 11,
      bladeThicknessM: 1.2e-3,
      clearanceM: 0.4e-3,
      discThicknessM: 4e-3,
      hubRadiusM: 4e-3,
      materialId: 'petg',
      infill: 1,
      loadedAcrossLayers: false,
    },
  }
  const result = runSearch({
    base: wheel,
    variables: [{ path: 'nozzle.throatDiameterM', from: 0.8e-3, to: 2.4e-3 }],
    goal: 'best-power',
    constraints: { leastStressMargin: 0.3 },
    designs: 40,
    seed: 3,
    shard: { index: 0, of: 1 },
  })
  expect(result.best.length).toBeGreaterThan(2)
  for (const d of result.best.slice(0, 3)) {
    expect(d.figures.stressMargin).toBeGreaterThanOrEqual(0.3)
    expect(predict(applyDesign(wheel, result.paths, d.values)).figures.bestPowerW / d.figures.bestPowerW).toBeCloseTo(
      1,
      2,
    )
  }
})
