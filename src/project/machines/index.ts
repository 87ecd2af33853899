export type * from './contract'
export type { BuildOf, KindId, MachineOfKind, RotatingMachine } from './document-types'
export { FEED_FIELDS } from './field-spec'
export type { MachineFieldSpec, NumberFieldSpec } from './field-spec'
export { cardFigures, type CardFigures } from './card-figures'
export { KIND_IDS, kindOf } from './registry'
export type { AsMade, RotatingSpec } from './rotating'
export { plainCoefficient, plainCoefficients } from './plain-air'
export type { EnginePredicted } from './engine/kind'
export type { EngineBuild, EngineKindId, EngineMachine, PistonEngine, RotorEngine } from './engine/input'
export { engineInput, enginePredictionInput } from './engine/input'
export { ballFollows, questionsOf } from './engine/questions'
export {
  ENGINE_GOALS,
  mergeEngineSearches,
  searchEngines,
  withValues,
  type EngineConstraints,
  type EngineDesign,
  type EngineDesignFigures,
  type EngineGoal,
  type EngineSearchResult,
  type EngineSearchSpec,
} from './engine/engine-search'
export type { Answer, AnswerSide } from './engine/questions'
export { costsOf, runOf, thrustPerSquare } from './engine/runs'
export { stepsOf, type EngineStep, type Stepped } from './engine/steps'
export type { EngineLoad } from './engine/schema'
export { plainPropeller } from './engine/start'
export type { RotatingPredicted } from './rotating-kind'
export { SPECS } from './specs'
export type { ThrustPredicted } from './thrust-body'
export * from './measured-by'
