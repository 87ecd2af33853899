import { STANDARD_AMBIENT } from '../../../core/air'
import { predictEngine } from '../../../core/prediction'
import {
  fieldLimits,
  newBuildOf,
  shownFields,
  stepsOf,
  type Build,
  type EngineBuild,
  type NumberFieldSpec,
} from '../../document'
import { enginePredictionInput } from './input'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const build: EngineBuild = {
  ...newBuildOf(own, 'single-acting-engine'),
  supply: { kind: 'steady', gaugePressurePa: 300e3, airTemperatureK: STANDARD_AMBIENT.temperatureK },
  line: { regulator: null, parts: [] },
}
const field = (path: string) => {
  const f = shownFields(build as unknown as Build).find((x) => x.path === path) as NumberFieldSpec
  return { path, change: f.change, limits: fieldLimits(f) }
}
const at = (change: (m: { [key: string]: never }) => void) => {
  const other = structuredClone(build)
  change(other.machine as never)
  return predictEngine(enginePredictionInput(other, STANDARD_AMBIENT), false).figures
}

describe('one printable step of each number', () => {
  const told: number[] = []
  const steps = stepsOf(
    build,
    STANDARD_AMBIENT,
    ['machine.ball.pinLengthM', 'machine.leakAreaM2', 'machine.ports.fromM'].map(field),
    (soFar) => told.push(soFar.length),
  )
  const now = at(() => undefined)
  test('is what the whole prediction of the changed engine differs by', () => {
    const longer = at((m) => ((m.ball as { pinLengthM: number }).pinLengthM += 0.05e-3))
    expect(steps[0].up!.shaftPowerW / (longer.shaftPowerW - now.shaftPowerW)).toBeCloseTo(1, 1)
    expect(steps[0].up!.shaftPowerW).toBeGreaterThan(0)
    expect(steps[0].down!.shaftPowerW).toBeLessThan(0)
    expect(steps[0].up!.workPerAirJPerKg / (longer.workPerAirJPerKg - now.workPerAirJPerKg)).toBeCloseTo(1, 1)
  })
  test('beyond a limit, or where the machine would be none, there is no step', () => {
    const tight = structuredClone(build)
    tight.machine.leakAreaM2 = 0
    const [leak] = stepsOf(tight, STANDARD_AMBIENT, [field('machine.leakAreaM2')])
    if (tight.machine.family !== 'single-acting-engine') throw new Error('a ball and pin engine')
    tight.machine.ports.fromM = tight.machine.strokeM - 0.2e-3
    const [ports] = stepsOf(tight, STANDARD_AMBIENT, [field('machine.ports.fromM')])
    expect(leak.down).toBeNull()
    expect(leak.up!.shaftPowerW).toBeLessThan(0)
    expect(ports.up).toBeNull()
    expect(ports.down).not.toBeNull()
  })
  test('they are told one by one', () => expect(told).toEqual([1, 2, 3]))
})
