import fc from 'fast-check'
import { airSide, modelAt, predict, predictPlain, type PredictionInput } from '../prediction'
import { DEFAULT_COEFFICIENTS } from '../turbine'
import {
  airTable,
  applyDesign,
  brokenBy,
  designValues,
  evaluateDesign,
  haltonPoint,
  mergeSearches,
  numberAt,
  paretoFront,
  performanceMap,
  polishSearch,
  runSearch,
  sensitivities,
  searchTable,
  tableArea,
  withNumbers,
  type Design,
  type SearchSpec,
} from '.'
import { defaultCoefficients } from '../machines'

const deg = Math.PI / 180
const base: PredictionInput = {
  ambient: { absolutePressurePa: 101325, temperatureK: 293.15, relativeHumidity: 0.6 },
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
    regulator: {
      kind: 'diaphragm',
      setGaugePressurePa: 350e3,
      readWhile: 'flowing',
      sensingDiameterM: 0.04,
      springRateNPerM: 12_000,
      seatDiameterM: 6e-3,
      greatestLiftM: 1.5e-3,
      frictionN: 1,
      movingMassKg: 0.015,
      chamberVolumeM3: 60e-6,
    },
    parts: [{ kind: 'hose', lengthM: 3, boreM: 8e-3, roughnessM: 1.5e-6 }],
  },
  nozzle: {
    throatDiameterM: 1.5e-3,
    exitDiameterM: 1.5e-3,
    count: 1,
    angleRad: 18 * deg,
    gapM: 4e-3,
    form: { kind: 'round' },
  },
  machine: {
    family: 'tangential-impulse',
    meanRadiusM: 0.027,
    bladeHeightM: 9e-3,
    bladeDepthM: 8e-3,
    bladeCount: 12,
    bladeThicknessM: 1.6e-3,
    profile: 'scoop',
    inletAngleRad: 35 * deg,
    outletAngleRad: 35 * deg,
    discThicknessM: 9e-3,
    hubRadiusM: 8e-3,
    casing: { kind: 'open', clearanceM: 2e-3 },
    materialId: 'petg',
    infill: 1,
    loadedAcrossLayers: false,
  },
  shaft: {
    bearingClassId: '625',
    bearingCount: 2,
    diameterM: 5e-3,
    spanM: 0.03,
    overhangM: 0,
    sideLoadN: 0,
    balanceGradeMPerS: 6.3e-3,
  },
  load: { speedRadPerS: 1047, wantedPowerW: 6 },
  coefficients: DEFAULT_COEFFICIENTS,
  leastGaugePressurePa: 0,
}
const spec: SearchSpec = {
  base,
  variables: [
    { path: 'nozzle.throatDiameterM', from: 0.8e-3, to: 3e-3 },
    { path: 'machine.meanRadiusM', from: 0.02, to: 0.045 },
    { path: 'machine.bladeCount', from: 6, to: 24, whole: true },
    { path: 'nozzle.angleRad', from: 5 * deg, to: 35 * deg },
  ],
  constraints: { leastStressMargin: 4, mostBearingShare: 1, bedM: 0.2 },
  goal: 'best-power',
  designs: 900,
  seed: 3,
  shard: { index: 0, of: 1 },
}

describe('points of a search', () => {
  test('Halton (1960): the first points in bases 2 and 3, unshifted', () => {
    expect([0, 1, 2, 3].map((i) => haltonPoint(i, 1, 0)[0])).toEqual([0.5, 0.25, 0.75, 0.125])
  })
  test('they fill the box evenly: each tenth of each variable holds a tenth of them, and every shard too', () => {
    for (const first of [0, 1000, 7777]) {
      const points = Array.from({ length: 1000 }, (_, i) => haltonPoint(first + i, 4, 5))
      for (let d = 0; d < 4; d++)
        for (let k = 0; k < 10; k++)
          expect(Math.abs(points.filter((p) => Math.floor(p[d] * 10) === k).length - 100)).toBeLessThan(25)
    }
  })
  test('whole numbers are whole and reach both ends', () => {
    const counts = Array.from({ length: 400 }, (_, i) => designValues(spec.variables, i, 1)[2])
    expect(counts.every(Number.isInteger)).toBe(true)
    expect([Math.min(...counts), Math.max(...counts)]).toEqual([6, 24])
  })
  test('a base is not changed by a design, and a plain hole stays plain', () => {
    const before = JSON.stringify(base)
    const other = applyDesign(base, ['nozzle.throatDiameterM', 'machine.bladeCount'], [2e-3, 9])
    expect(JSON.stringify(base)).toBe(before)
    expect(other.nozzle).toMatchObject({ throatDiameterM: 2e-3, exitDiameterM: 2e-3, gapM: 4e-3 })
    expect(numberAt(other, 'machine.bladeCount')).toBe(9)
    expect(withNumbers(base, []).machine).toBe(base.machine)
  })
})

describe('a search', () => {
  const whole = runSearch(spec)
  test('what it says of its best is what the full prediction says', () => {
    const [best] = whole.best
    const full = predict(applyDesign(base, whole.paths, best.values))
    expect(best.figures.bestPowerW / full.figures.bestPowerW).toBeCloseTo(1, 2)
    expect(best.figures.freeSpeedRadPerS / full.figures.freeSpeedRadPerS).toBeCloseTo(1, 2)
    expect(best.figures.stressMargin / full.strength.stressMargin).toBeCloseTo(1, 1)
  })
  test('its best beats the build it began from, within the constraints', () => {
    expect(whole.best[0].score).toBeGreaterThan(evaluateDesign(base)?.bestPowerW ?? Infinity)
    for (const d of [...whole.best, ...whole.front]) expect(brokenBy(d.figures, spec.constraints)).toEqual([])
    expect(whole.allowed).toBeLessThanOrEqual(whole.possible)
  })
  test('no design of its front is beaten in both power and air', () => {
    for (const a of whole.front)
      for (const b of whole.front)
        if (a !== b)
          expect(
            b.figures.bestPowerW > a.figures.bestPowerW && b.figures.massFlowKgPerS < a.figures.massFlowKgPerS,
          ).toBe(false)
  })
  test('three shares merged are the whole', () => {
    const merged = mergeSearches([0, 1, 2].map((index) => runSearch({ ...spec, shard: { index, of: 3 } })))
    expect(merged).toEqual(whole)
  })
  test('the same seed gives the same search', () =>
    expect(runSearch({ ...spec, designs: 60 })).toEqual(runSearch({ ...spec, designs: 60 })))
  test('what cannot be built is not worked out', () =>
    expect(runSearch({ ...spec, designs: 50 }, () => false)).toMatchObject({
      tried: 50,
      possible: 0,
      best: [],
      front: [],
    }))
})

test('property: a front holds the greatest power and is rising in both', () => {
  const designs = fc.array(
    fc.tuple(fc.double({ min: 0.1, max: 9, noNaN: true }), fc.double({ min: 0.1, max: 9, noNaN: true })),
    { minLength: 1, maxLength: 60 },
  )
  fc.assert(
    fc.property(designs, (pairs) => {
      const all = pairs.map(
        ([bestPowerW, massFlowKgPerS], number) =>
          ({ number, values: [], score: bestPowerW, figures: { bestPowerW, massFlowKgPerS } }) as unknown as Design,
      )
      const front = paretoFront(all, 'best-power')
      expect(front[front.length - 1].figures.bestPowerW).toBe(Math.max(...pairs.map(([p]) => p)))
      front
        .slice(1)
        .forEach((d, i) =>
          expect(
            d.figures.bestPowerW > front[i].figures.bestPowerW &&
              d.figures.massFlowKgPerS >= front[i].figures.massFlowKgPerS,
          ).toBe(true),
        )
    }),
    { seed: 2, endOnFailure: true },
  )
})

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

test('watts per printable change: the wider throat tells more than half a degree', () => {
  const [throat, angle] = sensitivities(
    base,
    [
      { path: 'nozzle.throatDiameterM', change: 0.1e-3 },
      { path: 'nozzle.angleRad', change: 0.5 * deg },
    ],
    'best-power',
  )
  expect(throat.upW).toBeGreaterThan(0)
  expect(throat.downW).toBeLessThan(0)
  expect(Math.abs(throat.upW ?? 0)).toBeGreaterThan(Math.abs(angle.upW ?? 0))
  expect(
    sensitivities(
      base,
      [{ path: 'machine.bladeCount', change: 1 }],
      'best-power',
      (i) => numberAt(i, 'machine.bladeCount') <= 12,
    )[0].upW,
  ).toBeNull()
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

describe('the end of a search', () => {
  const whole = runSearch(spec)
  const polished = polishSearch(spec, whole)
  test('polishing only adds: nothing that was found is lost, and the best is no worse, keeps what must hold, and is what the full prediction says', () => {
    expect(polished.best.length).toBeGreaterThanOrEqual(whole.best.length)
    expect(polished.best[0].score).toBeGreaterThan(whole.best[0].score)
    const { values, figures } = polished.best[0]
    expect(brokenBy(figures, spec.constraints)).toEqual([])
    values.forEach((v, i) => {
      expect(v).toBeGreaterThanOrEqual(spec.variables[i].from - 1e-12)
      expect(v).toBeLessThanOrEqual(spec.variables[i].to + 1e-12)
    })
    expect(Number.isInteger(values[2])).toBe(true)
    expect(figures.bestPowerW / predict(applyDesign(base, whole.paths, values)).figures.bestPowerW).toBeCloseTo(1, 6)
  })
  test('the build as it stands takes part: a search around the best finds nothing better and says so', () => {
    const best = applyDesign(base, whole.paths, polished.best[0].values)
    const again = runSearch({ ...spec, base: best, designs: 60 })
    expect(again.own?.broken).toEqual([])
    expect(again.own?.design.score ?? 0).toBeCloseTo(polished.best[0].score, 6)
    for (const d of again.best) expect(d.score).toBeLessThanOrEqual((again.own?.design.score ?? 0) * (1 + 1e-9))
  })
  test('where the supply must hold, every design kept does hold by the full prediction, at the very edge too', () => {
    const edge = polishSearch(
      { ...spec, constraints: { supplyHolds: true }, designs: 400 },
      runSearch({ ...spec, constraints: { supplyHolds: true }, designs: 400 }),
    )
    expect(edge.best.length).toBeGreaterThan(0)
    for (const d of edge.best)
      expect(predict(applyDesign(base, edge.paths, d.values)).air.sustained?.keepsUp).toBe(true)
  })
})
