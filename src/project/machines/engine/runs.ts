import type { Cost, EngineRunDown } from '../../../core/engine'
import { engineCosts, engineRun, predictEngine } from '../../../core/prediction'
import type { Project } from '../../validation/schema'
import { enginePredictionInput, propeller, type EngineBuild } from './input'

type Ambient = Project['ambient']

/** Thrust of a build's load by the square of its speed, N s2; nought where it is no propeller. */
export const thrustPerSquare = ({ machine: { load } }: EngineBuild, ambient: Ambient): number =>
  load.kind === 'propeller' ? propeller(load, ambient).thrustPerSquareNS2 : 0

/** What costs a build's engine most. */
export function costsOf(build: EngineBuild, ambient: Ambient): Cost[] {
  const input = enginePredictionInput(build, ambient)
  return engineCosts(input, predictEngine(input, false))
}

/** The whole run of a build's bottle; null where it has none. */
export function runOf(build: EngineBuild, ambient: Ambient, relative?: number): EngineRunDown | null {
  const input = enginePredictionInput(build, ambient)
  return engineRun(input, predictEngine(input, false), thrustPerSquare(build, ambient), { relative })
}
