import { build, thrustBuild, ambient, outcome, unfinite } from './any-build'
import { sample } from '../../core/check-values/sample'
import fc from 'fast-check'
import { PhysicsError } from '../../core/errors'
import { buildRunDown, powerChain, predictThrust, sizingCurve, thrustChain, workings } from '../../core/prediction'
import { fillingExergy } from '../../core/supply'
import { reviewBuild } from '../../core/safety'
import { kindOf, thrustInput, predictionInput } from '.'
import { findingWords } from '../../words'

describe('over everything that the document takes', () => {
  test('a prediction holds finite numbers only, or says in words why there is none', () => {
    let predicted = 0
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        predicted++
        // A tank that never sags, or a rotor at rest, has no end to its time or margin.
        expect(unfinite(p, 'prediction', ['secondsFromFull', 'stressMargin', 'speedMargin', 'lifeHours'])).toEqual([])
      }),
      { seed: 31, numRuns: sample(40), endOnFailure: true },
    )
    expect(predicted).toBeGreaterThan(0.75 * sample(40))
  })

  test('the ledger adds up, the band is not negative, and the jet never beats the air', () =>
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        const chain = powerChain(p)
        const sum = chain.flatMap((s) => s.losses).reduce((s, l) => s + l.powerW, chain[chain.length - 1].powerW)
        expect(Math.abs(sum - p.air.sourcePowerW)).toBeLessThan(
          1e-6 * Math.max(1, Math.abs(sum), Math.abs(p.point.ledger.ventilationW)),
        )
        for (const u of [...p.band.powerW, ...p.band.torqueNm, p.uncertainty.bestPowerW])
          expect(u).toBeGreaterThanOrEqual(0)
        expect(p.figures.jetPowerW).toBeLessThanOrEqual(p.air.nozzlePowerW * (1 + 1e-6) + 1e-9)
        expect(p.figures.bestPowerW).toBeLessThanOrEqual(p.figures.jetPowerW + 1e-9)
      }),
      { seed: 32, numRuns: sample(25), endOnFailure: true },
    ))

  test('the supply never gives more than was asked of it, and mass flow through line and nozzle is one', () =>
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        if (b.line.regulator?.readWhile === 'flowing')
          expect(p.air.supplyGaugePressurePa).toBeLessThanOrEqual(b.line.regulator.setGaugePressurePa + 1)
        expect(p.air.supplyPressurePaAbs).toBeLessThanOrEqual(p.air.sourcePressurePaAbs * (1 + 1e-9))
        expect(p.air.nozzlePressurePaAbs).toBeLessThanOrEqual(p.air.supplyPressurePaAbs + 1e-6)
        if (p.air.nozzlePressurePaAbs > room.absolutePressurePa * (1 + 1e-6))
          expect(p.nozzle.massFlowKgPerS / p.air.massFlowKgPerS).toBeCloseTo(1, 5)
      }),
      { seed: 33, numRuns: sample(25), endOnFailure: true },
    ))

  test('review and workings never break, and "do not run" always says what would mend it', () =>
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        const input = predictionInput(b, room)
        const { state, findings } = reviewBuild(input, p)
        expect(['fine', 'watch', 'do not run']).toContain(state)
        for (const f of findings)
          expect(
            Math.min(findingWords(f).what.length, findingWords(f).why.length, findingWords(f).mend.length),
          ).toBeGreaterThan(10)
        expect(findings.map((f) => findingWords(f).what).join()).not.toMatch(/NaN|undefined/)
        expect(unfinite(workings(input, p), 'workings', ['result.value', 'standardUncertainty', 'inputs'])).toEqual([])
      }),
      { seed: 34, numRuns: sample(25), endOnFailure: true },
    ))
})

describe('bodies pushed by their jet, and run-downs, over everything that the document takes', () => {
  test('a run and a climb hold finite numbers only; push, time and way are never negative', () =>
    fc.assert(
      fc.property(thrustBuild, ambient, (b, room) => {
        const input = thrustInput(b, room)
        let p: ReturnType<typeof predictThrust>
        try {
          p = predictThrust(input)
        } catch (error) {
          expect(error).toBeInstanceOf(PhysicsError)
          return
        }
        expect(unfinite(p, 'thrust', ['secondsFromFull'])).toEqual([])
        for (const s of p.flight.trace) expect(Math.min(s.speedMPerS, s.distanceM + 1e-9)).toBeGreaterThanOrEqual(0)
        expect(p.restTimeS ?? 0).toBeGreaterThanOrEqual(0)
        expect(thrustChain(p).every((s) => Number.isFinite(s.powerW))).toBe(true)
      }),
      { seed: 41, numRuns: sample(25), endOnFailure: true },
    ))

  test('a bottle or balloon run down: mass only leaves, energy at the nozzle never beats what the filling held', () =>
    fc.assert(
      fc.property(
        thrustBuild.filter((b) => b.supply.kind === 'vessel' || b.supply.kind === 'balloon'),
        ambient,
        (b, room) => {
          const run = buildRunDown(kindOf(b).air(b, room), { samples: 40 })
          if (!run) throw new Error('these run down')
          expect(unfinite(run, 'run', [])).toEqual([])
          run.trace.slice(1).forEach((s, i) => expect(s.massKg).toBeLessThanOrEqual(run.trace[i].massKg * (1 + 1e-9)))
          expect(run.wastedShare).toBeGreaterThanOrEqual(0)
          expect(run.wastedShare).toBeLessThanOrEqual(1)
          if (b.supply.kind === 'vessel' && run.trace.length > 1) {
            const held = fillingExergy({
              volumeM3: b.supply.volumeM3,
              pressurePaAbs: b.supply.gaugePressurePa + room.absolutePressurePa,
              ambientPaAbs: room.absolutePressurePa,
            })
            // air hotter than the room holds more than cold exergy tells, by its temperature ratio
            expect(run.trace[run.trace.length - 1].jetEnergyJ).toBeLessThanOrEqual(
              held * Math.max(1, b.supply.airTemperatureK / room.temperatureK) * 1.05 + 1e-6,
            )
          }
        },
      ),
      { seed: 42, numRuns: sample(20), endOnFailure: true },
    ))

  test('sizing over the domain: no NaN, flow never falls as the throat grows on a supply that holds its pressure', () =>
    fc.assert(
      fc.property(
        build.filter((b) => b.supply.kind === 'steady'),
        (b) => {
          const rows = sizingCurve(
            {
              ...kindOf(b).air(b, { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }),
              line: { ...b.line, regulator: null },
            },
            [0.5e-3, 1e-3, 2e-3, 4e-3, 8e-3],
            false,
          )
          expect(unfinite(rows, 'rows', [])).toEqual([])
          rows
            .slice(1)
            .forEach((r, i) => expect(r.massFlowKgPerS).toBeGreaterThanOrEqual(rows[i].massFlowKgPerS * (1 - 1e-3)))
        },
      ),
      { seed: 43, numRuns: sample(20), endOnFailure: true },
    ))
})
