/** @jest-environment node */
import { newBuild, newSupply, predictionInput } from '../../project/document'
import { STANDARD_AMBIENT } from '../air'
import { predict } from '../prediction'
import { discPeakHoopStress, materialById } from '../strength'
import {
  fittingFigure,
  flywheelFindings,
  flywheelState,
  measuredFindings,
  mostSourcePower,
  possibleRun,
  rangeFindings,
  supplyFindings,
  timeToSpeed,
  type AirOfRun,
  type MeasuredRun,
  type ReadAs,
} from '.'
import { nozzled } from '../../project/document/testing'
import { findingWords, plainWords, q, spoken } from '../../words'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const rpm = Math.PI / 30
const sure = (value: number, share = 0.02) => ({ value, standardUncertainty: share * value, unit: '' })

/**
 * A run as a printed rotor on 345 kPa gives (common practice): 13 W, 22 mN m at rest, free at 19 000 rpm, 30 mm radius.
 */
const air: AirOfRun = {
  airPowerW: 200,
  spoutingSpeedMPerS: 440,
  radiusM: 0.03,
  thrustN: 0.8,
  predicted: { freeSpeedRadPerS: 19_000 * rpm, stallTorqueNm: 0.02, dragNm: 5e-4 },
}
const run: MeasuredRun = { peakPower: sure(13), stallTorque: sure(0.022), freeSpeed: sure(18_500 * rpm), dragNm: 6e-4 }
const lines = (countsPerTurn: number): ReadAs => ({ signal: 'count', countsPerTurn, speedRatio: 1, sensorOn: 'rotor' })
const ids = (r: MeasuredRun, read: ReadAs = lines(400)) => measuredFindings(r, air, read).map((f) => f.id)

describe('a run held against what is possible', () => {
  test('one that can be is left alone', () => expect(ids(run)).toEqual([]))
  test('a wrong count a turn: speed and torque 6.7 times, power 44 times; no verdict, and the count that would fit', () => {
    const k = 400 / 60
    const wrong = {
      peakPower: sure(13 * k * k),
      stallTorque: sure(0.022 * k),
      freeSpeed: sure(18_500 * rpm * k),
      dragNm: 6e-4 * k,
    }
    const found = measuredFindings(wrong, air, lines(60))
    expect(found.map((f) => f.id)).toEqual(expect.arrayContaining(['power-beyond-air', 'torque-beyond-jet']))
    expect(possibleRun(found)).toBe(false)
    expect(findingWords(found[0]).mend).toMatch(/400 instead of 60 counts a turn/)
  })
  test('a rim faster than any air at this pressure', () =>
    expect(ids({ ...run, freeSpeed: sure(200_000 * rpm) })).toContain('speed-beyond-jet'))
  test('figures as uncertain as they are large say nothing', () => {
    const nothing = { ...run, peakPower: { value: 0.1, standardUncertainty: 1.9e10, unit: 'W' } }
    expect(ids(nothing)).toEqual(['no-figure'])
    expect(possibleRun(measuredFindings(nothing, air, lines(400)))).toBe(false)
  })
  test('drag that no bearing explains', () => expect(ids({ ...run, dragNm: 8e-3 })).toContain('drag-far'))
  test('a speed column in another unit', () => {
    expect(fittingFigure({ signal: 'speed', unit: 'rad/s', speedRatio: 1, sensorOn: 'rotor' }, 30 / Math.PI)).toEqual({
      field: 'speed-unit',
      value: 'rpm',
      now: 'rad/s',
    })
    expect(fittingFigure(lines(100), 1.02)).toBeNull()
  })
  test('a free speed far off, though possible, is told but judged', () => {
    const found = measuredFindings({ ...run, freeSpeed: sure(2500 * rpm), peakPower: sure(1.7) }, air, lines(400))
    expect(found.map((f) => f.id)).toEqual(['speed-far'])
    expect(possibleRun(found)).toBe(true)
  })
})

describe('the flywheel as a hazard of its own', () => {
  // aluminium, 120 mm across, 20 mm wide: its energy at 19 000 rpm by hand, 1/4 m r^2 w^2
  const massKg = materialById('aluminium').densityKgPerM3 * Math.PI * 0.06 ** 2 * 0.02
  const wheel = {
    outerRadiusM: 0.06,
    innerRadiusM: 0,
    massKg,
    inertiaKgM2: 0.5 * massKg * 0.06 ** 2,
    materialId: 'aluminium',
  }
  test('a disc of 120 x 20 mm at 19 000 rpm holds about 2.2 kJ, and that is said', () => {
    const state = flywheelState(wheel, 19_000 * rpm, null)
    expect(state.storedEnergyJ / 2200).toBeCloseTo(1, 1)
    expect(state.rimSpeedMPerS).toBeCloseTo(119.4, 0)
    const told = flywheelFindings(state).find((f) => f.id === 'flywheel-energy')
    expect(told && plainWords(findingWords(told).what)).toMatch(/kJ|J/)
  })
  test('its margin is that of an even disc in stress; twice as fast a quarter is left', () => {
    const [slow, fast] = [1000, 2000].map((w) => flywheelState(wheel, w, null).stressMargin ?? NaN)
    expect(slow / fast).toBeCloseTo(4, 9)
    const stress = discPeakHoopStress({
      boreRadiusM: 0,
      outerRadiusM: 0.06,
      densityKgPerM3: materialById('aluminium').densityKgPerM3,
      poissonRatio: materialById('aluminium').poissonRatio,
      speedRadPerS: 1000,
    })
    expect(slow * stress).toBeGreaterThan(50e6)
  })
  test('of unknown material it has no margin, and a fast rim is told', () => {
    const state = flywheelState({ ...wheel, materialId: null }, 1500, null)
    expect(state.stressMargin).toBeNull()
    expect(flywheelFindings(state).map((f) => f.id)).toContain('flywheel-unknown')
  })
  test('one that stands far under its limit, and one whose limit nobody knows, are not said to burst', () => {
    const told = (materialId: string | null, speedRadPerS: number) => {
      const state = flywheelState({ ...wheel, materialId }, speedRadPerS, null)
      return [state.stressMargin, flywheelFindings(state).map((f) => f.id)] as const
    }
    const [margin, strong] = told('pla', 300)
    expect(margin).toBeGreaterThan(4)
    expect(strong).not.toContain('flywheel-burst')
    expect(told(null, 300)[1]).not.toContain('flywheel-burst')
    expect(told(null, 1500)[1]).not.toContain('flywheel-burst')
  })
  test('a weak one is not to be run', () =>
    expect(
      flywheelFindings(flywheelState({ ...wheel, materialId: 'pla' }, 6000, null)).find(
        (f) => f.id === 'flywheel-burst',
      )?.state,
    ).toBe('do not run'))
  test('time to nine tenths of the free speed on a straight torque line: J w0 / T0 ln 10', () => {
    const curve = Array.from({ length: 400 }, (_, i) => ({
      speedRadPerS: (i / 399) * 1000,
      torqueNm: 0.02 * (1 - i / 399),
    }))
    expect((timeToSpeed(curve, 2e-5) ?? NaN) / ((2e-5 * 1000) / 0.02 / (1 / Math.log(10)))).toBeCloseTo(1, 2)
    expect(
      timeToSpeed(
        [
          { speedRadPerS: 0, torqueNm: 0 },
          { speedRadPerS: 10, torqueNm: 0 },
        ],
        1,
      ),
    ).toBeNull()
  })
})

describe('ranges and supplies', () => {
  test('every model says where it does not hold: a rotor of 300 mm, 900 kPa, twenty jets', () => {
    const base = newBuild(own)
    if (base.machine.family !== 'tangential-impulse') throw new Error('another family')
    const codes = (build: typeof base) => predict(predictionInput(build, STANDARD_AMBIENT)).range.map((r) => r.code)
    expect(codes(base)).toEqual([])
    expect(codes({ ...base, machine: { ...base.machine, meanRadiusM: 0.15 } })).toContain('diameter')
    expect(codes(nozzled(base, { count: 20, throatDiameterM: 0.3e-3, exitDiameterM: 0.3e-3 }))).toContain('jets')
    expect(
      codes({
        ...base,
        supply: { kind: 'steady', gaugePressurePa: 900e3, airTemperatureK: 293.15 },
        line: { regulator: null, parts: [] },
      }),
    ).toContain('pressure')
  })
  test('a disc pack with a wide gap is beyond the solution it is reckoned by, and says so', () => {
    const p = predict(predictionInput(newBuild(own, 'disc-pack'), STANDARD_AMBIENT))
    expect(p.range.map((r) => r.code)).toContain('gap-group')
    expect(findingWords(rangeFindings(p)[0]).what).toMatch(/made for 0 to 1\.5/)
  })
  test('the most that a straight source gives is at half of both figures: p0 q0 / 4', () => {
    const breath = {
      ...newSupply('breath'),
      kind: 'breath' as const,
      shutOffPa: 4000,
      freeFlowM3PerS: 1e-3,
      lungVolumeM3: 3e-3,
    }
    const input = predictionInput(
      { ...newBuild(own), supply: breath, line: { regulator: null, parts: [] } },
      STANDARD_AMBIENT,
    )
    expect((mostSourcePower(input, 307)?.powerW ?? NaN) / 1).toBeCloseTo(1, 1)
    expect((mostSourcePower(input, 307)?.gaugePa ?? NaN) / 2000).toBeCloseTo(1, 1)
  })
  test('a machine far from its blower’s best point is told which way to go', () => {
    const blower = newSupply('blower')
    const at = (throatDiameterM: number) => {
      const base = newBuild(own)
      const input = predictionInput(
        nozzled(
          { ...base, supply: blower, line: { regulator: null, parts: [] } },
          { throatDiameterM, exitDiameterM: throatDiameterM, inletBoreM: 60e-3 },
        ),
        STANDARD_AMBIENT,
      )
      return supplyFindings(input, predict(input).air).map((f) => findingWords(f).mend)
    }
    expect(at(1.5e-3).join()).toMatch(/larger nozzle/)
  })
})

test('quantities in words are put into the maker’s units', () => {
  const text = `holds ${q('gaugePressure', 350e3)} for ${q('length', 0.22)}`
  expect(plainWords(text)).toBe('holds 350 kPa gauge for 220 mm')
  expect(spoken(text, (si, kind) => `${kind} ${si}`)).toBe('holds gaugePressure 350000 for length 0.22')
})

test('counts that encoders and wheels come in are taken as they are; any other is asked for its neighbour', () => {
  const read = (countsPerTurn: number): ReadAs => ({ signal: 'count', countsPerTurn, speedRatio: 1, sensorOn: 'rotor' })
  const usual = Array.from({ length: 8192 }, (_, i) => i + 1).filter((n) => fittingFigure(read(n), 1) === null)
  expect(usual.join(' ')).toMatchInlineSnapshot(
    `"1 2 3 4 5 6 8 10 12 16 18 20 24 30 32 36 40 48 50 60 64 72 80 100 120 128 144 180 200 240 250 256 300 360 400 480 500 512 600 720 800 1000 1024 1200 1440 1600 2000 2048 2400 2500 3600 4000 4096 5000 8192"`,
  )
  // two magnets read as one, quadrature read as lines
  expect(fittingFigure(read(1), 2)).toMatchObject({ value: 2, now: 1 })
  expect(fittingFigure(read(400), 0.25)).toMatchObject({ value: 100, now: 400 })
  // none comes near a tenth of a mark
  expect(fittingFigure(read(1), 0.1)).toBeNull()
})
