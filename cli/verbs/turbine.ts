import type { z } from 'zod'
import { turbineSummary } from '../../src/core/turbine'
import { modelAt, predict, type PredictionInput } from '../../src/core/prediction'
import type { buildInput, turbineVerbInput } from '../schemas'
import { badInput } from '../fault'
import { absolutePressure } from './nozzle'
import { extraWords, plainWords, rangeWords } from '../../src/words'
import { noteSentence } from '../notes'

type Given = Pick<z.infer<typeof turbineVerbInput>, 'supply' | 'ambient'> & {
  readonly build: z.infer<typeof buildInput>
}

/** A build on a steady supply, as the core predicts it. */
export function steadyInput({ build, supply, ambient }: Given, speedRadPerS: number): PredictionInput {
  const gaugePressurePa = absolutePressure(supply, ambient.absolutePressurePa) - ambient.absolutePressurePa
  if (gaugePressurePa <= 0) throw badInput('supply', 'the supply must stand above the ambient pressure')
  const nozzle = { ...build.nozzle, exitDiameterM: build.nozzle.exitDiameterM ?? build.nozzle.throatDiameterM }
  if (nozzle.exitDiameterM < nozzle.throatDiameterM)
    throw badInput('build.nozzle.exitDiameterM', 'the exit cannot be narrower than the throat')
  return {
    ambient: { ...ambient, relativeHumidity: 0.6 },
    supply: { kind: 'steady', gaugePressurePa, airTemperatureK: supply.temperatureK },
    line: { regulator: null, parts: [] },
    leastGaugePressurePa: 0,
    nozzle,
    machine: build.machine,
    shaft: build.shaft,
    load: { speedRadPerS, wantedPowerW: 0 },
    coefficients: build.coefficients,
  }
}

/** Torque, power and ledger of a build of any family at given speeds, with the band its coefficients leave. */
export function turbineVerb(given: z.infer<typeof turbineVerbInput>) {
  const { speedsRadPerS, supply, ambient } = given
  const input = steadyInput(given, speedsRadPerS[0])
  const turbine = modelAt(input, absolutePressure(supply, ambient.absolutePressurePa), supply.temperatureK)
  const { uncertainty, compressor, range } = predict(input)
  const summary = turbineSummary(turbine)
  return {
    speeds: speedsRadPerS.map((w) => {
      const {
        speedRadPerS,
        torqueNm,
        bladeTorqueNm,
        shaftPowerW,
        massFlowKgPerS,
        efficiency,
        behindNozzlePaAbs,
        ledger,
        extras,
      } = turbine.at(w)
      return {
        speedRadPerS,
        torqueNm,
        bladeTorqueNm,
        shaftPowerW,
        massFlowKgPerS,
        efficiency,
        behindNozzlePaAbs,
        ledger,
        extras: extras.map((e) => ({ ...e, label: extraWords(e.code) })),
      }
    }),
    freeSpeedRadPerS: summary.freeSpeedRadPerS,
    bestPower: { ...summary.bestPower, standardUncertaintyW: uncertainty.bestPowerW },
    stallTorqueNm: summary.stallTorqueNm,
    standardUncertainty: { freeSpeedRadPerS: uncertainty.freeSpeedRadPerS, stallTorqueNm: uncertainty.stallTorqueNm },
    compressor,
    notes: [
      'Estimate: the band is one standard uncertainty from coefficients that no drawing fixes; stallTorqueNm is on the blades, before bearing friction.',
      ...turbine.notes.map(noteSentence),
      ...range.map((r) => {
        const { what, why } = rangeWords(r)
        return plainWords(`${what} ${why}`)
      }),
    ],
  }
}
