import { familyOf, turningBodies, workingRadius, type Family } from '../../core/machines'
import {
  givenTemperature,
  powerChain,
  predict,
  predictNear,
  predictPlain,
  workings,
  type Bands,
  type PlainPrediction,
  type Prediction,
  type PredictionInput,
} from '../../core/prediction'
import { reviewBuild, type Review } from '../../core/safety'
import type { Working } from '../../core/working'
import { atSteadyPressure, predictionInput } from '../document/build-input'
import { turningHazards } from '../document/hazards'
import { bodyInertia } from '../../core/strength'
import { buildFit } from '../parts/build-fit'
import { rotatingParts } from '../parts/rotating-parts'
import type { MachineCurves, MachineFigure, MachineKind, MachinePredicted, Room } from './contract'
import { judgeRotating } from './judge-rotating'
import type { BuildOf, RotatingMachine } from './document-types'
import { firstMachine, type RotatingSpec } from './rotating'

export interface RotatingPredicted extends MachinePredicted {
  readonly input: PredictionInput
  readonly prediction: Prediction
}

type RotatingBuild = BuildOf<RotatingMachine>

function figuresOf({ figures, uncertainty, changes }: Prediction): MachineFigure[] {
  const figure = (id: keyof Prediction['figures'], kind: MachineFigure['kind']): MachineFigure => ({
    id,
    kind,
    value: figures[id],
    standardUncertainty: uncertainty[id],
    changes: Object.fromEntries(changes.map((c) => [c.name, c.figures[id]])),
  })
  return [
    figure('bestPowerW', 'power'),
    figure('bestSpeedRadPerS', 'rotation'),
    figure('powerAtLoadW', 'power'),
    figure('stallTorqueNm', 'torque'),
    figure('freeSpeedRadPerS', 'rotation'),
    figure('massFlowKgPerS', 'massFlow'),
  ]
}

const curvesOf = ({ curve, band }: Prediction): MachineCurves => ({
  over: curve.map((p) => p.speedRadPerS),
  lines: [
    { id: 'power', kind: 'power', values: curve.map((p) => p.shaftPowerW), standardUncertainty: band.powerW },
    { id: 'torque', kind: 'torque', values: curve.map((p) => p.torqueNm), standardUncertainty: band.torqueNm },
    {
      id: 'bladeTorque',
      kind: 'torque',
      values: curve.map((p) => p.bladeTorqueNm),
      standardUncertainty: band.bladeTorqueNm,
    },
  ],
})

const reviewOf = (build: RotatingBuild, { ambient, gauge }: Room, input: PredictionInput, p: PlainPrediction): Review =>
  reviewBuild(
    input,
    p,
    buildFit(
      build,
      ambient,
      { massFlowKgPerS: p.figures.massFlowKgPerS, nozzlePressurePaAbs: p.air.nozzlePressurePaAbs },
      gauge,
    ),
  )

/** The same input at one pressure, where one is held. */
const heldAt = (input: PredictionInput, gaugePressurePa?: number): PredictionInput =>
  gaugePressurePa === undefined
    ? input
    : atSteadyPressure(input, gaugePressurePa, givenTemperature(input.supply, input.ambient))

/** Metal hub, shaft and screws are not in the printed rotor's figure: a tenth of it stands for what is not known. */
const ROTOR_INERTIA_UNCERTAINTY = 0.1

/** As its maker measured it, or as its drawing has it. */
function turningOf(machine: RotatingMachine): { value: number; standardUncertainty: number } {
  const { rotorInertia } = machine.shaft
  const value =
    rotorInertia?.inertiaKgM2 ?? turningBodies(machine).reduce((sum, body) => sum + bodyInertia(body).inertiaKgM2, 0)
  return { value, standardUncertainty: (rotorInertia?.relativeUncertainty ?? ROTOR_INERTIA_UNCERTAINTY) * value }
}

/** What a prediction says of a machine: its figures, curves, workings. */
function told(input: PredictionInput, prediction: Prediction, review: Review): RotatingPredicted {
  let all: Readonly<Record<string, Working | undefined>> | null = null
  return {
    input,
    prediction,
    air: prediction.air,
    nozzle: prediction.nozzle,
    uncertainty: prediction.uncertainty,
    chain: powerChain(prediction),
    figures: figuresOf(prediction),
    overSpeed: curvesOf(prediction),
    overAngle: null,
    hazards: turningHazards(prediction, prediction.uncertainty.freeSpeedRadPerS),
    review,
    working: (id) => (all ??= { ...workings(input, prediction) })[id],
  }
}

/**
 * A family of rotating machines as a kind of machine: what all of them share, made from what its spec says of it alone.
 */
export function rotatingKind<F extends Family>(
  family: F,
  spec: RotatingSpec<F>,
): MachineKind<RotatingMachine, RotatingPredicted> {
  return {
    words: spec.words,
    fields: (machine) => spec.fields.filter((f) => spec.shows?.(f.path, machine as never) ?? true),
    start: () => firstMachine(family, spec),
    supply: spec.supply,
    leastGaugePressurePa: spec.leastGaugePressurePa,
    coefficients: ({ coefficients }) => coefficients,
    air: predictionInput,
    predict: (build, room, held) => {
      const input = heldAt(predictionInput(build, room.ambient), held)
      const prediction = predict(input)
      return told(input, prediction, reviewOf(build, room, input, prediction))
    },
    // one that holds its air back is balanced for each uncertain coefficient anew
    ...(familyOf({ family }).holdsBack && {
      quick: {
        first: (build, room, last) => {
          const input = predictionInput(build, room.ambient)
          const prediction = last ? predictNear(input, last.prediction) : predict(input)
          return told(input, prediction, reviewOf(build, room, input, prediction))
        },
        rest: (build, { ambient }): Bands => {
          const { band, uncertainty, changes } = predict(predictionInput(build, ambient))
          return { band, uncertainty, changes }
        },
        finished: (_, { input, prediction, review }, rest) =>
          told(input, { ...prediction, ...(rest as Bands) }, review),
      },
    }),
    stateAt: (build, room, gaugePressurePa) => {
      const input = predictionInput(build, room.ambient)
      const held = heldAt(input, gaugePressurePa)
      return reviewBuild(held, predictPlain(held)).state
    },
    parts: rotatingParts,
    print: ({ materialId, infill, loadedAcrossLayers }) => ({ materialId, infill, loadedAcrossLayers }),
    jetRadiusM: workingRadius,
    turning: turningOf,
    judge: judgeRotating,
    judgedBy: 'bestPowerW',
    judgedKind: 'power',
    besides: 'bestSpeedRadPerS',
  }
}
