import { PhysicsError } from '../../../core/errors'
import { predictEngine, type EngineFigures, type EnginePrediction } from '../../../core/prediction'
import { fieldValue, setField } from '../../document/fields'
import type { Project } from '../../validation/schema'
import { machineSchema } from '../schemas'
import { enginePredictionInput, type EngineBuild } from './input'

type Ambient = Project['ambient']

/** What one printable change of a number brings, at the same load. */
export type StepGain = Pick<EngineFigures, 'shaftPowerW' | 'workPerAirJPerKg'>

/** One number moved up and down by a step that a printer or drill makes; null where there is no such machine. */
export interface EngineStep {
  readonly path: string
  readonly up: StepGain | null
  readonly down: StepGain | null
}

/** A number of the machine with the step that is tried. */
export interface Stepped {
  readonly path: string
  readonly change: number
  readonly limits: readonly [number, number]
}

/**
 * Every number of an engine moved by its step both ways, each settled anew from where the build settles. Told as they
 * are found.
 */
export function stepsOf(
  build: EngineBuild,
  ambient: Ambient,
  fields: readonly Stepped[],
  told: (soFar: readonly EngineStep[]) => void = () => {},
): EngineStep[] {
  const now = predictEngine(enginePredictionInput(build, ambient), false)
  const gain = ({ figures }: EnginePrediction): StepGain => ({
    shaftPowerW: figures.shaftPowerW - now.figures.shaftPowerW,
    workPerAirJPerKg: figures.workPerAirJPerKg - now.figures.workPerAirJPerKg,
  })
  const moved = ({ path, change, limits: [least, most] }: Stepped, sign: 1 | -1): StepGain | null => {
    const other = structuredClone(build)
    const value = (fieldValue(build, path) as number) + sign * change
    if (value < least || value > most) return null
    setField(other, path, value)
    if (!machineSchema.safeParse(other.machine).success) return null
    try {
      return gain(predictEngine(enginePredictionInput(other, ambient), false, now.from))
    } catch (error) {
      if (error instanceof PhysicsError) return null
      throw error
    }
  }
  const steps: EngineStep[] = []
  for (const field of fields) {
    steps.push({ path: field.path, up: moved(field, 1), down: moved(field, -1) })
    told(steps)
  }
  return steps
}
