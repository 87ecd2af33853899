import { airSide, buildRunDown, predict, predictPlain, predictThrust, workings } from '../../core/prediction'
import { FAMILIES, turbineModel } from '../../core/machines'
import { reviewBuild } from '../../core/safety'
import { makeDemo } from '../demo'
import { machinePossible } from '../validation'
import type { EnginePredicted, ThrustBuild } from '.'
import { turningHazards } from './hazards'
import { isTurbine } from './kinds'
import { lines } from './testing'
import {
  fieldLimits,
  fieldValue,
  kindOf,
  newBuild,
  newSupply,
  predictionInput,
  setField,
  thrustInput,
  tunableFields,
} from '.'

/**
 * Figures as they stand, to five digits. They are held against nothing outside: other tests do that. What these say is
 * that no figure of a maker's builds changes unnoticed:
 * where one is meant to, look at the difference, then `npx jest pinned -u`.
 */
const room = { absolutePressurePa: 99_000, temperatureK: 296.15, relativeHumidity: 0.55 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

describe.each(FAMILIES)('%s', (family) => {
  const build = newBuild(own, family)
  const input = predictionInput(build, room)
  test('what its first build is predicted to do', () => {
    const p = predict(input)
    const { strength, air } = p
    expect(
      lines({
        figures: p.figures,
        uncertainty: p.uncertainty,
        changes: p.changes.map(({ name, figures }) => [name, figures.bestPowerW]),
        air,
        nozzle: p.nozzle,
        curve: p.curve.filter((_, i) => i % 8 === 0).map((q) => [q.torqueNm, q.massFlowKgPerS, q.closure]),
        band: p.band.torqueNm.filter((_, i) => i % 8 === 0),
        point: p.point,
        strength: { ...strength, bodies: strength.bodies.length, stress: strength.stress.peakPa },
        shaft: p.shaft,
        compressor: p.compressor,
        hazards: turningHazards(p, p.uncertainty.freeSpeedRadPerS),
        range: p.range.map((r) => [r.code, r.value]),
        reach: p.reach,
        findings: reviewBuild(input, p).findings.map((f) => [f.id, f.state]),
        ...Object.fromEntries(Object.entries(workings(input, p)).map(([id, w]) => [`working of ${id}`, w])),
      }),
    ).toMatchSnapshot()
  })
  test('what each of its numbers changes, moved a tenth up', () => {
    const changed = tunableFields(build).map((field) => {
      const other = structuredClone(build)
      const value = (fieldValue(build, field.path) as number) * 1.1
      setField(other, field.path, Math.min(fieldLimits(field)[1], field.whole ? Math.ceil(value) : value))
      const moved = predictionInput(other, room)
      if (!machinePossible(moved)) return [field.path, 'cannot be'] as const
      const p = predictPlain(moved)
      return [
        field.path,
        [
          p.figures.bestPowerW,
          p.figures.stallTorqueNm,
          p.figures.freeSpeedRadPerS,
          p.figures.massFlowKgPerS,
          p.strength.burstSpeedRadPerS,
          p.strength.massKg,
          p.strength.inertiaKgM2,
          p.shaft.criticalSpeedRadPerS,
        ],
      ] as const
    })
    expect(lines(Object.fromEntries(changed))).toMatchSnapshot()
  })
  test('what each of its coefficients changes, moved a tenth up, at three speeds and two pressures', () => {
    const at = (coefficients: typeof input.coefficients, gaugePa: number) => {
      const model = turbineModel(
        input.machine,
        {
          nozzle: input.nozzle,
          bearings: { classId: input.shaft.bearingClassId, count: input.shaft.bearingCount },
          coefficients,
        },
        {
          totalPressurePaAbs: room.absolutePressurePa + gaugePa,
          totalTemperatureK: 291,
          backPressurePaAbs: room.absolutePressurePa,
          ambientTemperatureK: room.temperatureK,
        },
      )
      return [0, 0.3, 0.9].map((share) => {
        const { torqueNm, massFlowKgPerS, ledger, extras } = model.at(share * model.speedLimitRadPerS)
        return [torqueNm, massFlowKgPerS, Object.values(ledger), extras.map((e) => [e.code, e.value])]
      })
    }
    const names = Object.keys(input.coefficients) as (keyof typeof input.coefficients)[]
    const plain = Object.fromEntries([30e3, 400e3].map((p) => [`at ${p}`, at(input.coefficients, p)]))
    const moved = names.map((name) => {
      const { value, standardUncertainty } = input.coefficients[name]
      const coefficients = { ...input.coefficients, [name]: { value: 1.1 * value, standardUncertainty } }
      return [name, at(coefficients, 200e3).map(([torque, flow]) => [torque, flow])]
    })
    expect(lines({ ...plain, ...Object.fromEntries(moved) })).toMatchSnapshot()
  })
})

test.each(['steady', 'compressor', 'vessel', 'blower', 'breath', 'wind', 'balloon'] as const)(
  'what a %s gives a hole, and how long',
  (kind) => {
    const build = newBuild(own)
    const supply = newSupply(kind)
    const { nozzle } = build.machine
    const input = {
      ...predictionInput({ ...build, supply }, room),
      nozzle: { ...nozzle, throatDiameterM: 1.1e-3, exitDiameterM: 1.2e-3 },
    }
    const run = buildRunDown(input, { samples: 12, withThrust: true })
    expect(lines({ air: airSide(input), run: run && { ...run.run, trace: run.trace } })).toMatchSnapshot()
  },
)

test.each(makeDemo().project.builds.map((b) => [b.id, b] as const))('the demo’s %s', (_, build) => {
  if (isTurbine(build)) {
    const p = predictPlain(predictionInput(build, room))
    expect(lines({ figures: p.figures, air: p.air.parts, strength: p.strength.burstSpeedRadPerS })).toMatchSnapshot()
  } else if ('wheelInertiaKgM2' in build.machine) {
    const { prediction, chain } = kindOf(build).predict(build, { ambient: room }) as EnginePredicted
    expect(lines({ figures: prediction.figures, starts: prediction.standing.startsShare, chain })).toMatchSnapshot()
  } else {
    const p = predictThrust(thrustInput(build as ThrustBuild, room))
    const { trace: _trace, ...flight } = p.flight as typeof p.flight & { trace?: unknown }
    expect(
      lines({
        flight: Object.fromEntries(
          Object.entries(flight).filter(([, v]) => typeof v === 'number' || typeof v === 'boolean'),
        ),
        stability: p.stability,
        impulse: p.impulseNs,
        time: p.restTimeS,
        unsure: [p.thrustRelativeUncertainty, p.impulseRelativeUncertainty, p.distanceRelativeUncertainty],
      }),
    ).toMatchSnapshot()
  }
})
