import {
  STANDARD_ATMOSPHERE_PA,
  STANDARD_AMBIENT,
  adiabaticOutlet,
  adiabaticWork,
  polytropicOutlet,
  polytropicWork,
  CP,
  airViscosity,
} from '../air'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import { rootBetween } from '../numerics'
import { circleArea } from '../flow'
import {
  BETZ_LIMIT,
  BLOWER_CLASSES,
  balloonMass,
  balloonPressure,
  balloonVolume,
  blowerPressure,
  coilOutlet,
  coilTransferUnits,
  compressedAirHeat,
  compressorCycle,
  displacementDelivery,
  fillTime,
  freeFlow,
  restVolume,
  shutOffPressure,
  skinWork,
  sustainedSupply,
  tankConductance,
  tubeHeatTransfer,
  wallConductance,
  volumetricEfficiency,
  windPower,
  windPressure,
  type Balloon,
  type Blower,
  type Compressor,
} from '.'

const PA = STANDARD_ATMOSPHERE_PA

describe('fans in series and in parallel against an orifice (closed forms)', () => {
  test.each(checksOf('fan.'))('%s', (_, c) => {
    const kind = c.inputs.fans.value
    const blower: Blower = {
      curve: { kind: 'two-figures', shutOffPa: given(c, 'p0'), freeFlowM3PerS: given(c, 'q0'), bend: 2 },
      inSeries: kind === 'series2' ? 2 : 1,
      inParallel: kind === 'parallel2' ? 2 : 1,
      speedShare: 1,
    }
    const area = circleArea(given(c, 'd_orifice') / 1000)
    const orifice = (q: number) => (given(c, 'rho') / 2) * (q / (given(c, 'Cd') * area)) ** 2
    const q = rootBetween((x) => blowerPressure(blower, x) - orifice(x), 0, freeFlow(blower))
    expectCheck(c.unit === 'm3/s' ? q : c.unit === 'Pa' ? orifice(q) : q * orifice(q), c)
  })
  test('fan laws: at half speed half the flow and a quarter of the pressure', () => {
    const full: Blower = {
      curve: { kind: 'two-figures', shutOffPa: 800, freeFlowM3PerS: 0.02, bend: 1.7 },
      inSeries: 1,
      inParallel: 1,
      speedShare: 1,
    }
    const slow = { ...full, speedShare: 0.5 }
    expect(freeFlow(slow)).toBeCloseTo(0.01, 9)
    expect(blowerPressure(slow, 0.006)).toBeCloseTo(blowerPressure(full, 0.012) / 4, 9)
  })
  test('measured points are joined straight, carried on to free flow, and never rise before the first', () => {
    const points: Blower = {
      curve: {
        kind: 'points',
        points: [
          { flowM3PerS: 0.01, pressurePa: 600 },
          { flowM3PerS: 0.02, pressurePa: 200 },
        ],
      },
      inSeries: 1,
      inParallel: 1,
      speedShare: 1,
    }
    expect(blowerPressure(points, 0.015)).toBeCloseTo(400, 9)
    expect(freeFlow(points)).toBeCloseTo(0.025, 9)
    expect(shutOffPressure(points)).toBeCloseTo(1000, 9)
    expect(blowerPressure(points, 0.03)).toBe(0)
  })
  test('every class gives falling pressure and some air', () => {
    for (const c of BLOWER_CLASSES) {
      const b: Blower = { curve: { kind: 'two-figures', ...c }, inSeries: 1, inParallel: 1, speedShare: 1 }
      expect(blowerPressure(b, c.freeFlowM3PerS * 0.3)).toBeGreaterThan(blowerPressure(b, c.freeFlowM3PerS * 0.6))
      expect(blowerPressure(b, c.freeFlowM3PerS)).toBeCloseTo(0, 9)
    }
  })
})

describe('wind (Betz 1920)', () => {
  test.each(checksOf('wind.power'))('%s', (_, c) =>
    expectCheck(windPower(given(c, 'v'), circleArea(given(c, 'D')), given(c, 'rho')), c),
  )
  test.each(checksOf('wind.betz').filter(([, c]) => c.id === 'wind.betz'))('%s', (_, c) => expectCheck(BETZ_LIMIT, c))
  const wind = { speedMPerS: 8, areaM2: 0.05, capture: 1, densityKgPerM3: 1.2 }
  test('best power taken is the Betz limit, at an induction of one third', () => {
    const through = wind.speedMPerS * wind.areaM2
    const taken = (u: number) => windPressure(wind, u * through) * u * through
    const best = Array.from({ length: 2001 }, (_, i) => i / 2000).reduce((a, b) => (taken(b) > taken(a) ? b : a))
    const [[, third]] = checksOf('wind.betz_a')
    const [[, thrust]] = checksOf('wind.thrust_at_betz')
    expect(1 - best).toBeCloseTo(third.value, 2)
    expect(taken(best) / windPower(8, 0.05, 1.2)).toBeCloseTo(BETZ_LIMIT, 5)
    expect(windPressure(wind, best * through) / (0.5 * 1.2 * 64)).toBeCloseTo(thrust.value, 2)
  })
  test('stagnation pressure when nothing flows, none at the free wind', () => {
    expect(windPressure(wind, 0)).toBeCloseTo(0.5 * 1.2 * 64, 9)
    expect(windPressure(wind, 0.4)).toBe(0)
  })
})

test('an adiabatic compressor of 80 %, 100 kPa and 12 °C to 800 kPa: 290 kJ/kg and 569.5 K out of it by the tables of air (Çengel & Boles, Thermodynamics, worked example of isentropic efficiencies, from memory)', () => {
  const squeeze = { fromPaAbs: 100e3, toPaAbs: 800e3, temperatureK: 285.15 }
  // the tables let the heat capacity grow with temperature, we do not: within 1 %
  expect(Math.abs(adiabaticOutlet(squeeze, 0.8) / 569.5 - 1)).toBeLessThan(0.01)
  expect(Math.abs(adiabaticWork(squeeze, 0.8) / 289.9e3 - 1)).toBeLessThan(0.01)
  expect(adiabaticWork(squeeze, 0.8) / adiabaticWork(squeeze, 1)).toBeCloseTo(1 / 0.8, 9)
})

describe('compression (closed forms)', () => {
  const squeeze = (c: Parameters<typeof given>[0]) => ({
    fromPaAbs: given(c, 'p1'),
    toPaAbs: given(c, 'p2'),
    temperatureK: 293.15,
  })
  test.each(checksOf('comp.T2.'))('%s', (_, c) => expectCheck(polytropicOutlet(squeeze(c), given(c, 'n')) - 273.15, c))
  test.each(checksOf('comp.w.'))('%s', (_, c) => expectCheck(polytropicWork(squeeze(c), given(c, 'n')), c))
  test.each(checksOf('comp.T_two_stage'))('%s', (_, c) =>
    expectCheck(
      adiabaticOutlet(
        { fromPaAbs: given(c, 'p1'), toPaAbs: Math.sqrt(given(c, 'p1') * given(c, 'p2')), temperatureK: 293.15 },
        1,
      ) - 273.15,
      c,
    ),
  )
  test.each(checksOf('comp.kW_per_m3min'))('%s', (_, c) =>
    expectCheck(((1 / 60) * (1e5 / (287.05 * 293.15)) * adiabaticWork(squeeze(c), 1)) / 1000, c),
  )
  test.each(checksOf('comp.roundtrip'))('%s', (_, c) =>
    expectCheck(
      (CP * 293.15 * (1 - (given(c, 'p1') / given(c, 'p2')) ** (0.4 / 1.4))) / adiabaticWork(squeeze(c), 1),
      c,
    ),
  )
  test('isothermal work is the limit of polytropic work', () =>
    expect(
      polytropicWork({ fromPaAbs: 1e5, toPaAbs: 8e5, temperatureK: 293.15 }, 1) /
        polytropicWork({ fromPaAbs: 1e5, toPaAbs: 8e5, temperatureK: 293.15 }, 1 + 1e-6),
    ).toBeCloseTo(1, 5))
})

describe('a piston compressor by its cylinder', () => {
  const d = { sweptVolumeM3: 60e-6, strokesPerS: 48, clearanceShare: 0.05, exponent: 1.3, lossShare: 0.1 }
  test('volumetric efficiency by hand at a ratio of 8: 1 - 0.05 (8^(1/1.3) - 1), less a tenth', () =>
    expect(volumetricEfficiency(d, 8)).toBeCloseTo(0.9 * (1 - 0.05 * (8 ** (1 / 1.3) - 1)), 12))
  test('delivery falls with pressure and ends where clearance takes the whole stroke', () => {
    const points = displacementDelivery(d, 1e6, PA, 293.15)
    points.slice(1).forEach((p, i) => expect(p.freeAirM3PerS).toBeLessThan(points[i].freeAirM3PerS))
    expect(volumetricEfficiency(d, (1 / 0.05 + 1) ** 1.3)).toBeCloseTo(0, 12)
  })
})

describe('compressor in time', () => {
  const compressor: Compressor = {
    delivery: [{ gaugePressurePa: 0, freeAirM3PerS: 1e-3 }],
    tankVolumeM3: 0.024,
    cutInGaugePressurePa: 500e3,
    cutOutGaugePressurePa: 700e3,
  }
  test('with constant delivery and demand on and off times are the tank over surplus and over demand', () => {
    const flow = 1e-3 * (1e5 / (287.05 * 293.15))
    const cycle = compressorCycle(compressor, PA, 293.15, () => flow / 4)
    const mass = (200e3 * 0.024) / (287.05 * 293.15)
    expect(cycle.onS).toBeCloseTo(mass / (0.75 * flow), 6)
    expect(cycle.offS).toBeCloseTo(mass / (0.25 * flow), 6)
    expect(cycle.duty).toBeCloseTo(0.25, 9)
    // drawn are two cycles: up to the cut-out while it runs, back to the cut-in while it rests
    const { trace } = cycle
    expect(trace.at(-1)!.timeS / (cycle.onS! + cycle.offS!)).toBeCloseTo(2, 9)
    const ends = trace.filter((p, i) => p.on !== trace[i + 1]?.on)
    expect(ends.map((p) => [p.on, Math.round(p.gaugePressurePa / 1e3)])).toEqual([
      [true, 700],
      [false, 500],
      [true, 700],
      [false, 500],
    ])
    expect(trace.every((p, i) => i === 0 || p.timeS > trace[i - 1].timeS)).toBe(true)
    expect(fillTime(compressor, 293.15, 0, 700e3)).toBeCloseTo((700e3 * 0.024) / (287.05 * 293.15) / flow, 6)
  })
  test('common practice: a small portable compressor keeps up about 50 psi through a 1.6 mm hole', () => {
    // plate figures of the class, free air: about 85 L/min at 3.5 bar, 70 at 6; Cd 0.85 for a printed hole
    const small: Compressor = {
      delivery: [
        { gaugePressurePa: 350e3, freeAirM3PerS: 85 / 60_000 },
        { gaugePressurePa: 600e3, freeAirM3PerS: 70 / 60_000 },
      ],
      tankVolumeM3: 0.006,
      cutInGaugePressurePa: 600e3,
      cutOutGaugePressurePa: 800e3,
    }
    const demand = (abs: number) => (0.85 * 0.68473 * circleArea(1.6e-3) * abs) / Math.sqrt(287.05 * 293.15)
    const held = sustainedSupply(
      small,
      { gaugePressurePa: 600e3, ambientPressurePaAbs: PA, temperatureK: 293.15 },
      demand,
    )
    expect(held.gaugePressurePa / 6894.757).toBeGreaterThan(40)
    expect(held.gaugePressurePa / 6894.757).toBeLessThan(60)
  })
})

describe('heat', () => {
  test('Gnielinski at Re 10,000 and Pr 0.707: Nusselt 31 (handbook tables, from memory, within 5 %)', () => {
    const flow = (10_000 * Math.PI * 0.006 * 1.81e-5) / 4
    expect((tubeHeatTransfer(flow, 0.006, 293.15) * 0.006) / 0.0276 / 31).toBeCloseTo(1, 1)
  })
  test('laminar below Re 2300: Nusselt 3.66 (round tube of one temperature, text-book value); straight from there to Gnielinski at 3000', () => {
    const nusselt = (re: number) => {
      const flow = (re * Math.PI * 0.006 * airViscosity(293.15)) / 4
      return (tubeHeatTransfer(flow, 0.006, 293.15) * 0.006) / 0.0276
    }
    for (const re of [100, 1500, 2290]) expect(nusselt(re)).toBeCloseTo(3.66, 6)
    // by hand: friction (0.79 ln 3000 - 1.64)^-2 = 0.04556, so 8.053 / 0.8022
    expect(nusselt(3000)).toBeCloseTo(10.04, 2)
    expect(nusselt(2650)).toBeCloseTo((3.66 + nusselt(3000)) / 2, 6)
  })
  test('a tank’s shell: a cylinder three times as long as wide, with its ends, at 10 W/(m2 K); a bottle’s at 6', () => {
    const d = 0.2
    const volume = (Math.PI / 4) * d * d * (3 * d)
    const area = Math.PI * d * 3 * d + 2 * (Math.PI / 4) * d * d
    expect(tankConductance(volume)).toBeCloseTo(10 * area, 9)
    expect(wallConductance(volume)).toBeCloseTo(6 * area, 9)
  })
  test('a long coil brings air to its bath, none leaves it alone; the way between is exp(-NTU)', () => {
    const coil = { lengthM: 3, boreM: 6e-3, bathTemperatureK: 283.15 }
    expect(coilOutlet({ ...coil, lengthM: 60 }, 1.5e-3, 350)).toBeCloseTo(283.15, 2)
    expect(coilOutlet({ ...coil, lengthM: 0 }, 1.5e-3, 350)).toBe(350)
    expect((coilOutlet(coil, 1.5e-3, 350) - 283.15) / (350 - 283.15)).toBeCloseTo(
      Math.exp(-coilTransferUnits(coil, 1.5e-3, (350 + 283.15) / 2)),
      9,
    )
  })
  test('energy adds up: shaft power is what the air keeps and what is given off; the tank cools what the pump warmed', () => {
    const heat = compressedAirHeat({
      ambient: STANDARD_AMBIENT,
      tankPaAbs: 700e3 + PA,
      massFlowKgPerS: 1.5e-3,
      pumpEfficiency: 0.7,
      tankVolumeM3: 0.024,
      coil: null,
    })
    expect(heat.shaftPowerW).toBeCloseTo(1.5e-3 * CP * (heat.deliveredK - 293.15) + heat.rejectedW, 6)
    expect(heat.shaftPowerW).toBeGreaterThan(1.5e-3 * CP * (heat.pumpOutletK - 293.15))
    // common practice: a small pump blows out at 130 to 200 °C at 7 bar gauge
    expect(heat.pumpOutletK - 273.15).toBeGreaterThan(130)
    expect(heat.pumpOutletK - 273.15).toBeLessThan(205)
    expect(heat.tankK).toBeLessThan(heat.pumpOutletK)
    expect(heat.tankK).toBeGreaterThan(293.15)
  })
  test.each(checksOf('moist.condensate'))('%s', (_, c) => {
    const ambient = {
      absolutePressurePa: given(c, 'p1'),
      temperatureK: given(c, 't1') + 273.15,
      relativeHumidity: given(c, 'RH') / 100,
    }
    const dryFlow = ((given(c, 'FAD') / 3600) * ambient.absolutePressurePa) / (287.05 * ambient.temperatureK)
    const heat = compressedAirHeat({
      ambient,
      tankPaAbs: given(c, 'p2'),
      massFlowKgPerS: dryFlow,
      pumpEfficiency: 0.8,
      tankVolumeM3: 1e-4,
      coil: { lengthM: 100, boreM: 10e-3, bathTemperatureK: given(c, 't_cooled') + 273.15 },
    })
    // dry or moist volume for "10 m3/h of intake air" differ by 1.5 %
    expect((heat.waterKgPerS * 3600 * 1000) / c.value).toBeCloseTo(1, 1)
  })
})

describe('balloon (Muller & Strehlow 2004)', () => {
  const balloon: Balloon = {
    restRadiusM: 0.03,
    skinThicknessM: 0.25e-3,
    shearModulusPa: 300e3,
    stiffening: 0,
    blownVolumeM3: 4e-3,
    uses: 0,
    wearPerUse: 0.08,
  }
  test('a neo-Hookean skin is hardest to blow at a stretch of 7^(1/6) = 1.383', () => {
    const at = (stretch: number) => balloonPressure(balloon, restVolume(balloon) * stretch ** 3)
    const top = Array.from({ length: 4000 }, (_, i) => 1 + i / 2000).reduce((a, b) => (at(b) > at(a) ? b : a))
    expect(top).toBeCloseTo(7 ** (1 / 6), 3)
    expect(at(top)).toBeCloseTo(2 * (0.25 / 30) * 300e3 * 0.619, -1) // 7^(-1/6) - 7^(-7/6) = 0.6197
  })
  test('limp below its rest volume; a worn one is softer by its wear', () => {
    expect(balloonPressure(balloon, restVolume(balloon) * 0.9)).toBe(0)
    expect(balloonPressure({ ...balloon, uses: 2 }, 2e-3) / balloonPressure(balloon, 2e-3)).toBeCloseTo(0.92 ** 2, 9)
  })
  test('volume and mass turn into one another', () =>
    expect(balloonVolume(balloon, balloonMass(balloon, 3e-3, PA, 293.15), PA, 293.15)).toBeCloseTo(3e-3, 9))
  test('stored energy grows with the last volume by the pressure there', () => {
    const more = { ...balloon, blownVolumeM3: balloon.blownVolumeM3 * 1.001 }
    expect((skinWork(more) - skinWork(balloon)) / (balloon.blownVolumeM3 * 0.001)).toBeCloseTo(
      balloonPressure(balloon, balloon.blownVolumeM3),
      -1,
    )
  })
  test('stored energy is the area under its pressure, whatever way it is cut', () => {
    const from = restVolume(balloon)
    const h = (balloon.blownVolumeM3 - from) / 20_000
    let area = 0
    for (let i = 0; i < 20_000; i++) area += h * balloonPressure(balloon, from + (i + 0.5) * h)
    expect(skinWork(balloon) / area).toBeCloseTo(1, 4)
    expect(skinWork({ ...balloon, blownVolumeM3: from })).toBe(0)
  })
  test('common practice: a party balloon holds some kPa above the room', () => {
    const p = balloonPressure({ ...balloon, stiffening: 0.1 }, 4e-3)
    expect(p).toBeGreaterThan(1000)
    expect(p).toBeLessThan(8000)
  })
})
