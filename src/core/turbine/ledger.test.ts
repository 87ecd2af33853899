/** @jest-environment node */
import { sample } from '../check-values/sample'
import fc from 'fast-check'
import { SPECS } from '../../project/document'
import { LEDGER_LOSSES, turbineSummary } from '.'
import { intoRing } from './rows'
import { FAMILIES, defaultCoefficients, turbineModel, type Family, type TurbineMachine } from '../machines'

const ROOM = 101325
const KEPT = /count|stages|discs|vanes|infill|exit|Count|Vanes|exhaust|inletEnds|eccentr|bore|rotorR|Density/
/** A machine whose every length and angle is drawn from 0.7 to 1.3 of the first one's. */
const varied = (family: Family, draw: readonly number[]): TurbineMachine => {
  let i = 0
  return Object.fromEntries(
    Object.entries(SPECS[family].figures()).map(([key, value]) => [
      key,
      typeof value === 'number' && !KEPT.test(key) ? value * (0.7 + 0.6 * draw[i++ % draw.length]) : value,
    ]),
  ) as unknown as TurbineMachine
}
const modelOf = (
  machine: TurbineMachine,
  family: Family,
  gaugePa: number,
  nozzle: { throat: number; angle: number; flare: number },
) => {
  const feed = SPECS[family].feed
  return turbineModel(
    machine,
    {
      nozzle: {
        throatDiameterM: feed.throatDiameterM * nozzle.throat,
        exitDiameterM: feed.exitDiameterM * nozzle.throat * nozzle.flare,
        count: feed.count,
        angleRad: feed.angleRad * nozzle.angle,
        gapM: feed.gapM,
      },
      bearings: { classId: '625', count: 2 },
      coefficients: defaultCoefficients(family),
    },
    {
      totalPressurePaAbs: ROOM + gaugePa,
      totalTemperatureK: 293.15,
      backPressurePaAbs: ROOM,
      ambientTemperatureK: 293.15,
    },
  )
}

describe.each(FAMILIES)('%s: energy never comes from nothing', (family) => {
  const unit = fc.double({ min: 0, max: 1, noNaN: true })
  const drawn = fc.record({
    sizes: fc.array(unit, { minLength: 24, maxLength: 24 }),
    pressure: unit,
    throat: unit,
    angle: unit,
    flare: fc.oneof(fc.constant(0), unit),
    share: fc.constantFrom(0.02, 0.1, 0.3, 0.6, 1),
  })
  test('each loss by its own formula is none below nothing, and together they are what is missing, but for reheat', () =>
    void fc.assert(
      fc.property(drawn, (d) => {
        const gaugePa = 10 ** (1.5 + 4 * d.pressure)
        const model = modelOf(varied(family, d.sizes), family, gaugePa, {
          throat: 0.5 + 1.5 * d.throat,
          angle: 0.6 + 0.8 * d.angle,
          flare: 1 + 0.3 * d.flare,
        })
        const point = model.at(d.share * model.speedLimitRadPerS)
        if (!(point.massFlowKgPerS > 0)) return
        const { isentropicPowerW: whole } = point.ledger
        for (const loss of LEDGER_LOSSES) expect(point.ledger[loss] / whole).toBeGreaterThanOrEqual(-1e-6)
        expect(point.bladeTorqueNm * point.speedRadPerS).toBeLessThanOrEqual(whole * (1 + 1e-9))
        // a disc pack's friction is summed over a dozen steps; reheat can only make the losses' sum larger than what is
        // lost, and hardly at low pressure
        expect(point.closure).toBeGreaterThan(family === 'disc-pack' ? 1 - 0.01 : 1 - 1e-4)
        expect(point.closure).toBeLessThan(1 + 2.2 * (1 - (ROOM / (ROOM + gaugePa)) ** (1 / 3.5)) + 0.02)
      }),
      { seed: 31, numRuns: sample(40) },
    ))
})

describe('jets into a ring', () => {
  const jets = {
    speed: 120,
    angleRad: 0.5,
    swirlKept: 0.6,
    pressurePaAbs: 110e3,
    totalTemperatureK: 293.15,
    massFlowKgPerS: 0.01,
    areaM2: 1e-3,
  }
  test('a ring wider than the jets loses their excess speed; a narrower one pays with pressure, so that total energy stays', () => {
    const wide = intoRing(jets)
    expect(wide?.pressurePaAbs).toBe(110e3)
    expect(wide?.lost).toBeGreaterThan(0)
    const narrow = intoRing({ ...jets, areaM2: 0.9e-4 })
    if (!narrow) throw new Error('it passes')
    expect(narrow.through).toBeGreaterThan(120 * Math.sin(0.5))
    expect(narrow.pressurePaAbs).toBeLessThan(110e3)
    const total = (p: number, speed2: number) => p * (293.15 / (293.15 - speed2 / 2 / 1004.7)) ** 3.5
    // but for the swirl that was lost, the total pressure is that of the jets
    expect(total(narrow.pressurePaAbs, narrow.through ** 2 + narrow.swirl ** 2)).toBeLessThanOrEqual(
      total(110e3, 120 ** 2) * (1 + 1e-9),
    )
    expect(intoRing({ ...jets, areaM2: 2e-5 })).toBeNull()
  })
  test('nothing jumps where one becomes the other', () => {
    let before = NaN
    for (let a = 2.5e-4; a > 1e-4; a *= 0.999) {
      const ring = intoRing({ ...jets, areaM2: a })
      if (!ring) break
      if (Number.isFinite(before)) expect(Math.abs(ring.through / before - 1)).toBeLessThan(0.01)
      before = ring.through
    }
  })
  test('a wind stack whose lid is wider than its ring gains nothing by it', () => {
    const machine = { ...SPECS['wind-stack'].figures(), bladeHeightM: 0.012 } as TurbineMachine
    const model = modelOf(machine, 'wind-stack', 25, { throat: 1, angle: 1, flare: 1 })
    const { ledger } = model.at(0.3 * turbineSummary(model).freeSpeedRadPerS || 10)
    for (const loss of LEDGER_LOSSES) expect(ledger[loss]).toBeGreaterThanOrEqual(-1e-9)
    expect(ledger.leavingW).toBeLessThanOrEqual(ledger.isentropicPowerW * (1 + 1e-6))
  })
})

describe('printed machines far from their design point (common practice, no published source)', () => {
  const rpm = Math.PI / 30
  const free = (family: Family, machine: TurbineMachine, gaugePa: number, scale = 1) =>
    turbineSummary(modelOf(machine, family, gaugePa, { throat: scale, angle: 1, flare: 1 })).freeSpeedRadPerS / rpm
  const axial = SPECS['axial'].figures() as Extract<TurbineMachine, { family: 'axial' }>
  test.each([
    [36, 4000, 16_000],
    [60, 3000, 14_000],
  ])('three axial stages of %p mm on a vacuum cleaner turn %p to %p rpm free', (across, least, most) => {
    const k = across / 2000 / (axial.meanRadiusM + axial.bladeHeightM / 2)
    const speed = free(
      'axial',
      { ...axial, meanRadiusM: axial.meanRadiusM * k, bladeHeightM: axial.bladeHeightM * k, chordM: axial.chordM * k },
      19e3,
      k,
    )
    expect(speed).toBeGreaterThan(least)
    expect(speed).toBeLessThan(most)
  })
  test('a radial wheel turns thousands of rpm at 10 and 20 kPa', () => {
    for (const gaugePa of [10e3, 20e3]) {
      const speed = free('radial-inflow', SPECS['radial-inflow'].figures(), gaugePa)
      expect(speed).toBeGreaterThan(4000)
      expect(speed).toBeLessThan(20_000)
    }
  })
  test('its rim stays below the speed of sound at 3 bar, which no print outlasts', () => {
    const wheel = SPECS['radial-inflow'].figures() as Extract<TurbineMachine, { family: 'radial-inflow' }>
    expect(free('radial-inflow', wheel, 300e3) * rpm * wheel.inletRadiusM).toBeLessThan(300)
  })
})
