import { createRequire } from 'node:module'
import { GAMMA, GAS_CONSTANT } from '../src/core/air'
import { downstreamExact, massFlowOfNozzle } from '../src/core/flow'
import { runDown } from '../src/core/supply'
import { makeDemo } from '../src/project/demo'
import { kindOf, newRegulator } from '../src/project/document'
import { handleAir } from '../src/workers/air-handler'
import { timed } from './timing'

/** The part of the library that is used; its own sources do not pass this project's type checks. */
interface Odex {
  Solver: new (dimension: number) => {
    absoluteTolerance: number
    relativeTolerance: number
    solve(derivative: (t: number, y: number[]) => number[], from: number, start: number[], to: number): { y: number[] }
  }
}
const { Solver } = createRequire(import.meta.url)('odex') as Odex

const PA = 101_325
const vessel = { volumeM3: 2e-3, gaugePressurePa: 700e3, temperatureK: 293.15, heat: 'adiabatic' as const }
const nozzle = massFlowOfNozzle({ throatDiameterM: 1e-3 })
const until = 100e3

/** Time of the choked adiabatic run-down in closed form, s. */
function closedForm(): number {
  const p0 = vessel.gaugePressurePa + PA
  const tau = (p0 * vessel.volumeM3) / (GAS_CONSTANT * vessel.temperatureK) / nozzle(p0, vessel.temperatureK, PA)
  return ((2 * tau) / (GAMMA - 1)) * ((p0 / (until + PA)) ** ((GAMMA - 1) / (2 * GAMMA)) - 1)
}

/** The same balances by a general library, to the time of the closed form; its error in pressure. */
function byLibrary(endS: number): number {
  const solver = new Solver(2)
  solver.relativeTolerance = 1e-4
  solver.absoluteTolerance = 1e-9
  const m0 = ((vessel.gaugePressurePa + PA) * vessel.volumeM3) / (GAS_CONSTANT * vessel.temperatureK)
  const { y } = solver.solve(
    (_, [m, t]) => {
      const flow = nozzle((m * GAS_CONSTANT * t) / vessel.volumeM3, t, PA)
      return [-flow, (-flow * (GAMMA - 1) * t) / m]
    },
    0,
    [m0, vessel.temperatureK],
    endS,
  )
  return (y[0] * GAS_CONSTANT * y[1]) / vessel.volumeM3
}

/**
 * Sizing charts of 200 throats with their run-downs, as the worker makes them, and one run-down against its closed form
 * and a library.
 */
export async function benchAir() {
  const { project } = makeDemo()
  const chart = (id: string, regulated: boolean) => {
    const build = project.builds.find((b) => b.id === id) ?? project.builds[0]
    const plain = kindOf(build).air(build, project.ambient)
    const input = regulated ? { ...plain, line: { ...plain.line, regulator: newRegulator(120e3) } } : plain
    const now = input.nozzle.throatDiameterM
    return timed(15, 6, () =>
      handleAir(
        { kind: 'sizing', input, fromM: 0.35 * now, toM: 2.4 * now, points: 200, goal: 'jet-power', leastJetPowerW: 0 },
        () => undefined,
      ),
    )
  }
  const behind = downstreamExact([], nozzle, PA)
  const ours = () =>
    runDown({
      vessel,
      ambientPaAbs: PA,
      regulator: null,
      behind,
      leastGaugePa: 0,
      untilGaugePa: until,
      samples: 0,
      relativeTolerance: 1e-4,
    })
  const end = closedForm()
  const [own, library] = [await timed(200, 100, ours), await timed(200, 100, () => byLibrary(end))]
  return {
    sizingChartOf200: {
      bottle: await chart('glider-1', false),
      bottleWithRegulator: await chart('glider-1', true),
      balloon: await chart('glider-balloon', false),
      compressor: await chart('spindle-4', false),
    },
    runDown: {
      times: own,
      relativeErrorOfTime: Math.abs(ours().endTimeS / end - 1),
      against: {
        library: 'odex 2.0.4, same balances and tolerance',
        times: library,
        relativeErrorOfPressure: Math.abs(byLibrary(end) / (until + PA) - 1),
      },
      ratioToLibrary: Math.round((100 * own.medianMs) / library.medianMs) / 100,
    },
    pulseRun: await timed(10, 4, () =>
      handleAir(
        {
          kind: 'pulse',
          input: { ...kindOf(project.builds[4]).air(project.builds[4], project.ambient) },
          seconds: 1.2,
        },
        () => undefined,
      ),
    ),
  }
}
