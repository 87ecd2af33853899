import { GAS_CONSTANT } from '../air'
import { engineRunDown, flowFunction, whatCosts, type Cost, type EngineInput, type EngineRunDown } from '../engine'
import type { EnginePrediction, EnginePredictionInput } from './predict-engine'

/** How fast a hand flicks an engine on, rad/s: common practice, no source. */
export const FLICK = 30
/** The longest run that is looked at, s. */
const LONGEST = 600

/**
 * The line as one more hole in series with the inlet's bore, m2: what it lets through at the engine's mean flow. No
 * hole where it loses nothing.
 */
function lineArea({ air }: EnginePrediction): number {
  const ratio = air.nozzlePressurePaAbs / air.supplyPressurePaAbs
  if (!(air.massFlowKgPerS > 0) || ratio > 0.9995) return Infinity
  return (
    (air.massFlowKgPerS * Math.sqrt(GAS_CONSTANT * air.temperatureK)) / (air.supplyPressurePaAbs * flowFunction(ratio))
  )
}

/** The engine behind its own bottle: line and bore as one hole; null for sources that do not run down. */
export function engineOnVessel(input: EnginePredictionInput, prediction: EnginePrediction): EngineInput | null {
  const { supply, ambient, line } = input
  if (supply.kind !== 'vessel') return null
  const engine = input.engine(prediction.supply)
  const own = engine.manifold
  const area = own ? own.discharge * (Math.PI / 4) * own.boreDiameterM ** 2 : Infinity
  const along = lineArea(prediction)
  const joined = 1 / Math.sqrt(1 / area ** 2 + 1 / along ** 2)
  const pa = ambient.absolutePressurePa
  return {
    ...engine,
    manifold: Number.isFinite(joined)
      ? {
          volumeM3: own?.volumeM3 ?? 1e-6,
          boreDiameterM: Math.sqrt((4 / Math.PI) * joined),
          discharge: 1,
        }
      : null,
    supply: {
      kind: 'vessel',
      volumeM3: supply.volumeM3,
      absolutePressurePa: supply.gaugePressurePa + pa,
      temperatureK: supply.airTemperatureK,
      heat: supply.heat,
      setPaAbs: line.regulator ? line.regulator.setGaugePressurePa + pa : null,
    },
  }
}

/**
 * The whole run of a bottle: flicked on, until it rests.
 * The regulator holds its setting while the bottle has more (its droop is left out); the line is a hole that passes
 * what it does at the mean flow.
 */
export function engineRun(
  input: EnginePredictionInput,
  prediction: EnginePrediction,
  thrustPerSquareNS2: number,
  options: {
    readonly flickRadPerS?: number
    readonly relative?: number
    readonly go?: (timeS: number) => boolean
  } = {},
): EngineRunDown | null {
  const engine = engineOnVessel(input, prediction)
  return (
    engine &&
    engineRunDown({
      engine,
      flickRadPerS: options.flickRadPerS ?? FLICK,
      mostTimeS: LONGEST,
      thrustPerSquareNS2,
      relative: options.relative,
      go: options.go,
    })
  )
}

/** What each restriction costs of the shaft's power, as the engine is fed now. */
export const engineCosts = (input: EnginePredictionInput, prediction: EnginePrediction): Cost[] =>
  prediction.steady ? whatCosts(input.engine(prediction.supply), prediction.steady) : []
