import { isentropicPower } from '../air'
import type { Downstream } from '../flow'
import { integrate } from '../numerics'
import { balloonMass, balloonPressure, restVolume, type Balloon } from './balloon'
import type { RunDown, RunDownInput, RunDownState } from './vessel'

/**
 * Run-down of a balloon through line and nozzle: its skin presses the air out until it is limp. Isothermal, since the
 * skin gives its heat back and pressures are a few kPa.
 * Error: that of the skin's pressure, 20 to 40 % (see `balloonPressure`).
 */
export function balloonRunDown(input: {
  readonly balloon: Balloon
  readonly ambientPaAbs: number
  readonly temperatureK: number
  readonly behind: Downstream
  readonly leastGaugePa: number
  readonly thrust?: RunDownInput['thrust']
  readonly samples?: number
  readonly stopAtLeast?: boolean
}): RunDown {
  const { balloon, ambientPaAbs: pa, temperatureK, behind, leastGaugePa } = input
  const rest = restVolume(balloon)
  const massAt = (v: number) => balloonMass(balloon, v, pa, temperatureK)
  const pressureAt = (v: number) => balloonPressure(balloon, v) + pa
  const stateOf = (timeS: number, v: number, jetEnergyJ: number, impulseNs: number): RunDownState => {
    const p = pressureAt(v)
    return {
      timeS,
      vesselPaAbs: p,
      temperatureK,
      outletPaAbs: p,
      nozzlePaAbs: behind.nozzlePressure(p, temperatureK),
      massFlowKgPerS: behind.massFlow(p, temperatureK),
      massKg: massAt(v),
      jetEnergyJ,
      impulseNs,
    }
  }
  const begin = stateOf(0, balloon.blownVolumeM3, 0, 0)
  const m0 = begin.massKg
  const limp = rest * 1.02
  if (balloon.blownVolumeM3 <= limp || !(begin.massFlowKgPerS > 0))
    return { trace: [begin], events: [], endTimeS: 0, airUsedKg: 0, run: begin, wastedShare: 1, status: 'complete' }
  const timeScale = m0 / begin.massFlowKgPerS
  const massPerVolume = (v: number) => (massAt(v * 1.0005) - massAt(v * 0.9995)) / (v * 1e-3)
  const solution = integrate({
    derivative: (_, y, out) => {
      const v = Math.max(rest * 1.0001, y[0])
      const p = pressureAt(v)
      const flow = behind.massFlow(p, temperatureK)
      const nozzle = behind.nozzlePressure(p, temperatureK)
      out[0] = -flow / massPerVolume(v)
      out[1] = isentropicPower({
        massFlowKgPerS: flow,
        absolutePressurePa: nozzle,
        temperatureK,
        backPressurePaAbs: pa,
      })
      out[2] = input.thrust ? input.thrust(nozzle, temperatureK) : 0
    },
    start: [balloon.blownVolumeM3, 0, 0],
    endTimeS: 50 * timeScale,
    firstStepS: 0.01 * timeScale,
    relativeTolerance: 1e-6,
    absoluteTolerance: [1e-8 * balloon.blownVolumeM3, 1e-6, 1e-6],
    events: [
      {
        id: 'least-pressure',
        value: (_, y) => behind.nozzlePressure(pressureAt(y[0]), temperatureK) - pa - leastGaugePa,
        terminal: input.stopAtLeast === true,
      },
      { id: 'empty', value: (_, y) => y[0] - limp, terminal: true },
    ],
    mostSteps: 4000,
  })
  const events = solution.events.map((e) => ({
    id: e.id as 'least-pressure' | 'empty',
    state: stateOf(e.timeS, e.y[0], e.y[1], e.y[2]),
  }))
  const samples = input.samples ?? 120
  const sampled = (timeS: number) => {
    const y = solution.at(timeS)
    return stateOf(timeS, y[0], y[1], y[2])
  }
  const trace =
    samples > 0 ? Array.from({ length: samples + 1 }, (_, i) => sampled((solution.endTimeS * i) / samples)) : []
  const last = events.find((e) => e.id === 'empty')?.state ?? sampled(solution.endTimeS)
  const run =
    begin.nozzlePaAbs - pa <= leastGaugePa ? begin : (events.find((e) => e.id === 'least-pressure')?.state ?? last)
  return {
    trace,
    events,
    run,
    endTimeS: solution.endTimeS,
    airUsedKg: m0 - last.massKg,
    wastedShare: Math.min(1, Math.max(0, (run.massKg - massAt(limp)) / (m0 - massAt(limp)))),
    status: solution.status === 'most-steps' ? 'stalled' : 'complete',
  }
}
