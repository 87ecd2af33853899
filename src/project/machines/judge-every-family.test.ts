import { FAMILIES, workingRadius } from '../../core/machines'
import type { ReadAs } from '../../core/gates'
import { kindOf, newBuild, type RotatingPredicted } from '../document'
import type { MeasuredRun } from '../measuring'

/**
 * A measured run held against what its air can give, in every family: the bounds by their own formulas, not by the
 * judge's.
 */
const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }
const read: ReadAs = { signal: 'count', countsPerTurn: 400, speedRatio: 1, sensorOn: 'rotor' }

describe.each(FAMILIES)('%s', (family) => {
  const build = newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, family)
  const kind = kindOf(build)
  const p = kind.predict(build, { ambient: room }) as RotatingPredicted
  const { figures, air, point } = p.prediction
  const run = (over: Partial<Record<'bestPowerW' | 'stallTorqueNm' | 'freeSpeedRadPerS', number>>): MeasuredRun =>
    ({
      figures: (['bestPowerW', 'stallTorqueNm', 'freeSpeedRadPerS'] as const).map((id) => ({
        id,
        value: over[id] ?? figures[id],
        standardUncertainty: 0,
      })),
      detail: {},
    }) as unknown as MeasuredRun
  const ids = (over: Parameters<typeof run>[0]) =>
    (kind.judge?.(build, { ambient: room, gaugePressurePa: 0 } as never, run(over), read, p) ?? []).map((f) => f.id)

  test('what was foreseen can be', () => expect(ids({})).toEqual([]))
  test('no more power than its air has when it expands into the room, a tenth more flow allowed', () => {
    // cp T (1 - (pa/p0)^(2/7)) of a perfect gas
    const perKg = 1004.685 * air.temperatureK * (1 - (room.absolutePressurePa / air.nozzlePressurePaAbs) ** (2 / 7))
    const most = 1.1 * perKg * Math.max(point.massFlowKgPerS, air.massFlowKgPerS)
    expect(ids({ bestPowerW: 1.01 * most })).toContain('power-beyond-air')
    expect(ids({ bestPowerW: 0.99 * most })).not.toContain('power-beyond-air')
  })
  test('no faster than a jet without losses could go', () => {
    const perKg = 1004.685 * air.temperatureK * (1 - (room.absolutePressurePa / air.nozzlePressurePaAbs) ** (2 / 7))
    const most = Math.sqrt(2 * perKg) / workingRadius(build.machine)
    expect(ids({ freeSpeedRadPerS: 1.01 * most })).toContain('speed-beyond-jet')
    expect(ids({ freeSpeedRadPerS: 0.99 * most })).not.toContain('speed-beyond-jet')
  })
})
