'use client'
import type { Draft } from 'immer'
import { useCallback, useMemo, useState } from 'react'
import { PhysicsError, type ErrorDetail } from '../../core/errors'
import {
  powerChain,
  predict,
  predictThrust,
  thrustChain,
  workings,
  workingsOfAir,
  type AirFigures,
  type AirInput,
  type ChainStation,
  type Prediction,
  type PredictionInput,
  type ThrustInput,
  type ThrustPrediction,
  type WorkingId,
} from '../../core/prediction'
import type { Working } from '../../core/working'
import { reviewBuild, reviewThrust, type Review } from '../../core/safety'
import { buildFit } from '../../project/parts/build-fit'
import {
  airInput,
  isTurbine,
  predictionInput,
  type Build,
  type Fault,
  type HoleGauge,
  type Project,
  type ThrustBuild,
  type TurbineBuild,
} from '../../project/document'
import { useProject, useStore } from '../../store'

/** What every build's prediction has: its air side, its jet, its state. */
export interface AirPredicted extends AirFigures {
  readonly input: AirInput
  readonly chain: readonly ChainStation[]
  readonly review: Review
  readonly working: (id: WorkingId) => Working | undefined
}

export interface Predicted extends AirPredicted {
  readonly input: PredictionInput
  readonly prediction: Prediction
}

export interface ThrustPredicted extends AirPredicted {
  readonly input: ThrustInput
  readonly thrust: ThrustPrediction
}

/** Changes the build; `key` makes quick changes of one field one step of undo. */
export type EditBuild<B = Build> = (label: string, recipe: (draft: Draft<B>) => void, key?: string) => void

type Outcome<P> = { readonly ok: true; readonly predicted: P } | { readonly ok: false; readonly error: ErrorDetail }

function tried<P>(make: () => P): Outcome<P> {
  try {
    return { ok: true, predicted: make() }
  } catch (error) {
    if (error instanceof PhysicsError) return { ok: false, error: error.detail }
    throw error
  }
}

function turbinePredicted(build: TurbineBuild, ambient: Project['ambient'], gauge: HoleGauge | undefined): Predicted {
  const input = predictionInput(build, ambient)
  const prediction = predict(input)
  return {
    input,
    prediction,
    air: prediction.air,
    nozzle: prediction.nozzle,
    uncertainty: prediction.uncertainty,
    chain: powerChain(prediction),
    review: reviewBuild(
      input,
      prediction,
      buildFit(
        build,
        ambient,
        { massFlowKgPerS: prediction.figures.massFlowKgPerS, nozzlePressurePaAbs: prediction.air.nozzlePressurePaAbs },
        gauge,
      ),
    ),
    working: (id) => workings(input, prediction)[id],
  }
}

function thrustPredicted(build: ThrustBuild, ambient: Project['ambient']): ThrustPredicted {
  const input: ThrustInput = { ...airInput(build, ambient), body: build.machine }
  const thrust = predictThrust(input)
  const { air, nozzle, thrustRelativeUncertainty } = thrust
  const { discharge, velocity } = input.coefficients
  const [cd, phi] = [discharge.standardUncertainty / discharge.value, velocity.standardUncertainty / velocity.value]
  const uncertainty = {
    massFlowKgPerS: cd * nozzle.massFlowKgPerS,
    jetSpeedMPerS: phi * nozzle.jetSpeedMPerS,
    thrustN: thrustRelativeUncertainty * nozzle.thrustN,
    jetPowerW: Math.hypot(cd, 2 * phi) * nozzle.jetPowerW,
  }
  return {
    input,
    thrust,
    air,
    nozzle,
    uncertainty,
    chain: thrustChain(thrust),
    review: reviewThrust(input, air, nozzle),
    working: (id) => (workingsOfAir(input, { air, nozzle, uncertainty }) as Partial<Record<WorkingId, Working>>)[id],
  }
}

/** A turbine build's prediction, or why there is none. */
export function usePrediction(build: TurbineBuild): Outcome<Predicted> {
  const { ambient, holeGauges } = useProject()
  const gauge = holeGauges.find((g) => g.id === build.nozzle.gaugeId)
  return useMemo(() => tried(() => turbinePredicted(build, ambient, gauge)), [build, ambient, gauge])
}

/** The prediction of a body pushed by its jet, or why there is none. */
export function useThrustPrediction(build: ThrustBuild): Outcome<ThrustPredicted> {
  const { ambient } = useProject()
  return useMemo(() => tried(() => thrustPredicted(build, ambient)), [build, ambient])
}

/** Editing one build: the last refused change is kept as faults by path until the next good one. */
export function useBuildEdit<B extends Build>(
  build: B,
): { edit: EditBuild<B>; faultAt: (path: string) => string | undefined } {
  const store = useStore()
  const buildId = build.id
  const [faults, setFaults] = useState<readonly Fault[]>([])
  const edit = useCallback<EditBuild<B>>(
    (label, recipe, key) => {
      const result = store.change(
        label,
        (project) => {
          const own = project.builds.find((b) => b.id === buildId)
          if (own && isTurbine(own as Build) === isTurbine(build)) recipe(own as Draft<B>)
        },
        key ? `${buildId}:${key}` : null,
      )
      setFaults((before) => (result.ok ? (before.length > 0 ? [] : before) : result.faults))
    },
    [store, buildId, build],
  )
  const faultAt = useCallback(
    (path: string) => faults.find((f) => f.path === path || f.path.endsWith(`.${path}`))?.message,
    [faults],
  )
  return { edit, faultAt }
}
