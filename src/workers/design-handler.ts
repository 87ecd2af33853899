import type { PredictionInput } from '../core/prediction'
import {
  performanceMap,
  polishSearch,
  runSearch,
  sensitivities,
  sweep,
  type DesignFigures,
  type PerformanceMap,
  type SearchGoal,
  type SearchResult,
  type SearchSpec,
  type SearchVariable,
  type Sensitivity,
} from '../core/search'
import type { Cost, EngineRunDown } from '../core/engine'
import type { SafetyState } from '../core/gates'
import { safePressure } from '../core/safety'
import {
  cardFigures,
  costsOf,
  kindOf,
  questionsOf,
  runOf,
  searchEngines,
  stepsOf,
  type Build,
  type CardFigures,
  type EngineBuild,
  type EngineSearchResult,
  type EngineSearchSpec,
  type EngineStep,
  type HoleGauge,
  type Project,
  type Rig,
  type Stepped,
} from '../project/document'
import { balancedChooser, type ChooserInput, type Choice } from '../project/choosing'
import { expectedAt, planRuns, type Planned, type PlanWanted, type StepExpected } from '../project/planning'
import { machinePossible, possibleWithin } from '../project/validation'
import type { Progress } from './job-client'

/** Finding designs: too long for the page's thread. */
export type DesignRequest =
  | { readonly kind: 'map'; readonly input: PredictionInput; readonly columns: number; readonly rows: number }
  | {
      readonly kind: 'changes'
      readonly input: PredictionInput
      readonly changes: readonly { readonly path: string; readonly change: number }[]
      readonly goal: SearchGoal
    }
  | { readonly kind: 'search'; readonly spec: SearchSpec }
  | { readonly kind: 'polish'; readonly spec: SearchSpec; readonly result: SearchResult }
  | {
      readonly kind: 'sweep'
      readonly input: PredictionInput
      readonly variable: SearchVariable
      readonly points: number
    }
  | ({ readonly kind: 'chooser' } & ChooserInput)
  | {
      readonly kind: 'safe-pressure'
      readonly build: Build
      readonly ambient: Project['ambient']
      readonly gauge?: HoleGauge
      readonly mostGaugePa: number
      /** The state that must not get worse. */
      readonly state: SafetyState
    }
  | {
      /** What stands on a build’s card. */
      readonly kind: 'cards'
      readonly builds: readonly Build[]
      readonly ambient: Project['ambient']
    }
  | {
      /** What a quick prediction left out. */
      readonly kind: 'rest'
      readonly build: Build
      readonly ambient: Project['ambient']
    }
  | {
      /** Runs of a build on a rig, from low to high. */
      readonly kind: 'plan'
      readonly build: Build
      readonly rig: Rig
      readonly ambient: Project['ambient']
      readonly wanted: PlanWanted
    }
  | {
      /** How runs that are planned are expected to go, in the order of their pressures. */
      readonly kind: 'planned-steps'
      readonly build: Build
      readonly rig: Rig
      readonly ambient: Project['ambient']
      readonly gaugePressuresPa: readonly number[]
    }
  | {
      readonly kind: 'engine-search'
      readonly spec: EngineSearchSpec
    }
  | {
      readonly kind: 'engine-steps'
      readonly build: EngineBuild
      readonly ambient: Project['ambient']
      readonly fields: readonly Stepped[]
    }
  | {
      readonly kind: 'engine-costs' | 'engine-run' | 'engine-questions'
      readonly build: EngineBuild
      readonly ambient: Project['ambient']
    }

export interface DesignResults {
  readonly map: PerformanceMap
  readonly changes: readonly Sensitivity[]
  readonly search: SearchResult
  readonly polish: SearchResult
  readonly sweep: readonly { readonly value: number; readonly figures: DesignFigures | null }[]
  readonly chooser: readonly Choice[]
  readonly 'safe-pressure': number | null
  readonly cards: readonly (CardFigures | null)[]
  readonly rest: unknown
  readonly plan: Planned | null
  readonly 'planned-steps': readonly StepExpected[]
  readonly 'engine-costs': readonly Cost[]
  readonly 'engine-steps': readonly EngineStep[]
  readonly 'engine-search': EngineSearchResult
  readonly 'engine-run': EngineRunDown | null
  readonly 'engine-questions': ReturnType<typeof questionsOf>
}

let kept: { readonly key: string; readonly run: EngineRunDown | null } | null = null
/** The whole run of a bottle; the last one is kept, since chart and figures beside it both ask. */
function lastRun(build: EngineBuild, ambient: Project['ambient']): EngineRunDown | null {
  const key = JSON.stringify([build, ambient])
  if (kept?.key !== key) kept = { key, run: runOf(build, ambient) }
  return kept.run
}

export function handleDesign(request: DesignRequest, progress: Progress): DesignResults[DesignRequest['kind']] {
  switch (request.kind) {
    case 'map':
      return performanceMap(request.input, request.columns, request.rows)
    case 'changes':
      return sensitivities(request.input, request.changes, request.goal, machinePossible)
    case 'search':
      return runSearch(request.spec, possibleWithin(request.spec), progress)
    case 'polish':
      return polishSearch(request.spec, request.result, machinePossible, progress)
    case 'sweep':
      return sweep(request.input, request.variable, request.points, machinePossible)
    case 'safe-pressure': {
      const { build, ambient, gauge, mostGaugePa, state } = request
      const kind = kindOf(build)
      return safePressure(mostGaugePa, (pressure) => {
        const there = kind.stateAt(build, { ambient, gauge }, Math.max(5e3, pressure))
        return state === 'fine' ? there === 'fine' : there !== 'do not run'
      })
    }
    case 'cards':
      return request.builds.map((build) => cardFigures(build, request.ambient))
    case 'rest':
      return kindOf(request.build).quick?.rest(request.build, { ambient: request.ambient }) ?? null
    case 'plan': {
      const { build, rig, ambient, wanted } = request
      return planRuns(build, rig, { ambient }, wanted)
    }
    case 'planned-steps': {
      const { build, rig, ambient, gaugePressuresPa } = request
      return gaugePressuresPa.map((pa) => expectedAt(build, rig, { ambient }, pa))
    }
    case 'engine-costs':
      return costsOf(request.build, request.ambient)
    case 'engine-questions':
      return questionsOf(request.build, request.ambient, (soFar) => progress(0, () => soFar))
    case 'engine-search':
      return searchEngines(request.spec, progress)
    case 'engine-steps':
      return stepsOf(request.build, request.ambient, request.fields, (soFar) => progress(0, () => soFar))
    case 'engine-run':
      return lastRun(request.build, request.ambient)
    case 'chooser':
      return balancedChooser(request, progress)
  }
}
