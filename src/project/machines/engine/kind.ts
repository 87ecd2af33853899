import { wallMargin, reviewEngine, tipFindings } from '../../../core/safety'
import {
  carriedChanges,
  engineChain,
  engineCurve,
  givenTemperature,
  predictEngine,
  withChanges,
  workingsOfAir,
  type EngineChanges,
  type EngineFigures,
  type EngineGuess,
  type EnginePrediction,
  type EnginePredictionInput,
} from '../../../core/prediction'
import type { QuantityKind } from '../../../core/units'
import type { Working } from '../../../core/working'
import { atSteadyPressure } from '../../document/build-input'
import type { Hazard } from '../../document/hazards'
import type { MachineCurves, MachineFigure, MachineKind, MachinePredicted } from '../contract'
import type { MachineFieldSpec } from '../field-spec'
import { countField, lengthField, angleField, numberField } from '../field-spec'
import type { BuildOf } from '../document-types'
import { engineAir, enginePredictionInput, type EngineMachine } from './input'
import { engineParts } from './parts'
import { wallOf } from './wall'
import { engineWorkings } from './workings'

export interface EnginePredicted extends MachinePredicted {
  readonly input: EnginePredictionInput
  readonly prediction: EnginePrediction
}

const FIGURES: readonly (readonly [id: keyof EngineFigures, kind: QuantityKind])[] = [
  ['shaftPowerW', 'power'],
  ['speedRadPerS', 'rotation'],
  ['airPerTurnKg', 'airMass'],
  ['workPerAirJPerKg', 'workPerAir'],
  ['massFlowKgPerS', 'massFlow'],
  ['indicatedPowerW', 'power'],
  ['brakeMeanPressurePa', 'pressureDrop'],
  ['efficiency', 'share'],
]

const figuresOf = ({ figures, uncertainty, changes }: EnginePrediction): MachineFigure[] =>
  FIGURES.map(([id, kind]) => ({
    id,
    kind,
    value: figures[id],
    standardUncertainty: uncertainty[id],
    changes: changes[id],
  }))

/**
 * Over speed, each speed held: power and torque at the shaft, with the share by which power is uncertain where it runs.
 */
function overSpeed(p: EnginePrediction): MachineCurves {
  const curve = engineCurve(p)
  const share = p.figures.indicatedPowerW > 0 ? p.uncertainty.shaftPowerW / p.figures.indicatedPowerW : 0
  const line = (id: string, kind: QuantityKind, of: (c: (typeof curve)[number]) => readonly [number, number]) => ({
    id,
    kind,
    values: curve.map((c) => of(c)[0]),
    standardUncertainty: curve.map((c) => share * Math.abs(of(c)[1])),
  })
  return {
    over: curve.map((c) => c.speedRadPerS),
    lines: [
      line('power', 'power', (c) => [c.powerW, (c.indicatedWorkJ * c.speedRadPerS) / (2 * Math.PI)]),
      line('torque', 'torque', (c) => [c.torqueNm, c.indicatedWorkJ / (2 * Math.PI)]),
    ],
  }
}

/**
 * The best that its curve has: what a brake finds. Its coefficients change it as they change its power where it runs.
 */
function bestOf({ over, lines: [power] }: MachineCurves, p: EnginePrediction): MachineFigure[] {
  const at = power.values.reduce((best, v, i, all) => (v > all[best] ? i : best), 0)
  const value = Math.max(0, power.values[at] ?? 0)
  const scale = p.figures.shaftPowerW > 0 ? value / p.figures.shaftPowerW : 0
  const changes = Object.fromEntries(Object.entries(p.changes.shaftPowerW).map(([name, c]) => [name, scale * c]))
  return [
    { id: 'bestPowerW', kind: 'power', value, standardUncertainty: scale * p.uncertainty.shaftPowerW, changes },
    // how far apart the curve's points are is how well its top is known
    {
      id: 'bestSpeedRadPerS',
      kind: 'rotation',
      value: over[at] ?? 0,
      standardUncertainty: over.length > 1 ? (over[1] - over[0]) / 2 : 0,
      changes: {},
    },
  ]
}

/** Round the turn: torque of all cylinders. The band is left to the figures. */
const overAngle = ({ steady }: EnginePrediction): MachineCurves | null =>
  steady && {
    over: [...steady.cycle.angleRad],
    lines: [
      {
        id: 'torque',
        kind: 'torque',
        values: [...steady.cycle.torqueNm],
        standardUncertainty: [...steady.cycle.torqueNm].map(() => 0),
      },
    ],
  }

/** What is found of a rotor’s tips; nothing of pistons. */
const rubbing = (m: EngineMachine, p: EnginePrediction) =>
  m.family === 'three-flank-engine' ? tipFindings((m.radiusM + 3 * m.eccentricityM) / 3, p) : []

/** Area that the air pushes on: of a piston, or of a rotor’s flank from tip to tip. */
const pushedArea = (m: EngineMachine): number =>
  m.family === 'three-flank-engine' ? Math.sqrt(3) * m.radiusM * m.depthM : (Math.PI / 4) * m.boreM ** 2

function hazardsOf(machine: EngineMachine, p: EnginePrediction, roomPa: number): Hazard[] {
  const margin = wallMargin(wallOf(machine), p, roomPa)
  const fastest = p.steady?.figures.fastestRadPerS ?? 0
  return [
    { id: 'engine-speed', kind: 'rotation', value: fastest, standardUncertainty: p.uncertainty.speedRadPerS },
    {
      id: 'engine-wall-margin',
      kind: 'ratio',
      value: margin,
      standardUncertainty: 0.25 * margin,
      times: true,
      warn: margin < 4,
    },
    { id: 'stored-energy', kind: 'energy', value: 0.5 * machine.wheelInertiaKgM2 * fastest ** 2 },
    {
      id: 'engine-piston-force',
      kind: 'force',
      value: pushedArea(machine) * (p.supply.absolutePressurePa - roomPa),
    },
  ]
}

const mm = 1e-3

/** What a maker sets on any engine, after its chambers and valves. */
const sharedFields = (m: EngineMachine): MachineFieldSpec[] => [
  ...(m.family === 'three-flank-engine' ? [] : [countField('Cylinders', 'cylinders', 'How many', 'cylinders')]),
  ...(m.family !== 'three-flank-engine' && m.cylinders > 1
    ? [angleField('Cylinders', 'phaseStepRad', 'Apart on the crank', 'phaseRad')]
    : []),
  ...(m.inlet
    ? [
        lengthField('Inlet', 'machine.inlet.boreDiameterM', 'Bore', 'inletBoreM', 0.5 * mm),
        numberField('Inlet', 'machine.inlet.manifoldVolumeM3', 'Room behind it', 'smallVolume', 'manifoldM3', 1e-6),
      ]
    : []),
  numberField(
    'Losses',
    'leakAreaM2',
    m.family === 'three-flank-engine' ? 'Leak past a tip' : 'Leak past a piston',
    'area',
    'engineLeakM2',
    0.02e-6,
    {
      note:
        m.family === 'three-flank-engine'
          ? 'gap by depth: a loose bar 0.1 to 0.5 mm², a plain tip 1 mm² and more (practice)'
          : 'o-ring 0.01 to 0.05 mm², printed ring 0.1 to 0.5 mm² (practice)',
    },
  ),
  numberField('Losses', 'machine.seal.forceN', 'Seal rubs with', 'force', 'sealForceN', 0.2),
  numberField('Losses', 'machine.seal.areaM2', 'and by pressure', 'area', 'sealAreaM2', 0.5e-6, {
    note: 'N for each MPa; o-ring of a 20 mm bore 1 to 4 mm² (practice)',
  }),
  numberField('Losses', 'bearingDragNm', 'Bearings, at rest', 'torque', 'dragTorqueNm', 1e-3),
  numberField('Losses', 'wallFilmWPerM2K', 'Heat from the wall', 'ratio', 'wallFilm', 20, {
    note: 'W/(m²·K): 50 to 200 (estimate)',
  }),
  numberField('Wheel', 'wheelInertiaKgM2', 'Flywheel and load', 'inertia', 'engineInertiaKgM2', 5e-6),
  lengthField(
    'Body',
    'wallM',
    m.family === 'three-flank-engine' ? 'Housing wall' : 'Cylinder wall',
    'engineWallM',
    0.5 * mm,
  ),
]

export const pistonFields: readonly MachineFieldSpec[] = [
  lengthField('Cylinder', 'boreM', 'Bore', 'cylinderBoreM', 0.5 * mm),
  lengthField('Cylinder', 'strokeM', 'Stroke', 'strokeM', 0.5 * mm),
  lengthField('Cylinder', 'rodM', 'Rod', 'rodM', 1 * mm),
]

/** All that is told of an engine, from its prediction. */
function predicted(
  machine: EngineMachine,
  input: EnginePredictionInput,
  prediction: EnginePrediction,
): EnginePredicted {
  const { ambient } = input
  const { air, nozzle, uncertainty: u } = prediction
  const share = prediction.figures.massFlowKgPerS > 0 ? u.massFlowKgPerS / prediction.figures.massFlowKgPerS : 0
  let curves: MachineCurves | undefined
  const uncertainty = {
    massFlowKgPerS: u.massFlowKgPerS,
    jetSpeedMPerS: 0,
    thrustN: share * nozzle.thrustN,
    jetPowerW: share * nozzle.jetPowerW,
  }
  const workings = (): Readonly<Record<string, Working | undefined>> => ({
    ...workingsOfAir(input, { air, nozzle, uncertainty }),
    ...engineWorkings(machine, prediction, ambient),
  })
  return {
    input,
    prediction,
    air,
    nozzle,
    uncertainty,
    chain: engineChain(prediction),
    get figures() {
      return [...figuresOf(prediction), ...bestOf((curves ??= overSpeed(prediction)), prediction)]
    },
    get overSpeed() {
      return (curves ??= overSpeed(prediction))
    },
    get overAngle() {
      return overAngle(prediction)
    },
    hazards: hazardsOf(machine, prediction, ambient.absolutePressurePa),
    review: reviewEngine(input, prediction, wallOf(machine), rubbing(machine, prediction)),
    working: (id) => workings()[id],
  }
}

/** What a worker finds of an engine: what its uncertain numbers change, and where it settles from rest. */
interface EngineRest {
  readonly changes: EngineChanges
  readonly from: EngineGuess
}
/** Speeds that are one: the steps’ own noise lies far below. */
const SAME_SPEED = 0.02

type Own<M extends EngineMachine> = Pick<MachineKind<M>, 'words' | 'start' | 'supply' | 'leastGaugePressurePa'> & {
  fields(machine: M): readonly MachineFieldSpec[]
}

/** An engine as a kind of machine: what all of them share, made from what is its own. */
export function engineKind<M extends EngineMachine>(own: Own<M>): MachineKind<M, EnginePredicted> {
  return {
    ...own,
    fields: (m) => [...own.fields(m), ...sharedFields(m)],
    coefficients: ({ coefficients }) => coefficients,
    air: (build, ambient) => engineAir(build as BuildOf<EngineMachine>, ambient),
    predict: (build, { ambient }, held) => {
      const ownInput = enginePredictionInput(build as BuildOf<EngineMachine>, ambient)
      const input =
        held === undefined ? ownInput : atSteadyPressure(ownInput, held, givenTemperature(ownInput.supply, ambient))
      return predicted(build.machine, input, predictEngine(input))
    },
    quick: {
      first: (build, { ambient }, last) => {
        const input = enginePredictionInput(build as BuildOf<EngineMachine>, ambient)
        const before = last?.prediction
        const prediction = predictEngine(input, false, before?.from)
        return predicted(
          build.machine,
          input,
          before ? withChanges(prediction, carriedChanges(before, prediction)) : prediction,
        )
      },
      rest: (build, { ambient }): EngineRest => {
        const { changes, from } = predictEngine(enginePredictionInput(build as BuildOf<EngineMachine>, ambient))
        return { changes, from }
      },
      finished: (build, { input, prediction }, rest) => {
        const { changes, from } = rest as EngineRest
        // with balls that float there can be two speeds to settle at: from rest it comes to the lower one, from where
        // it was perhaps not
        const apart = Math.abs((from.near?.radPerS ?? 0) - (prediction.from.near?.radPerS ?? 0))
        const same = apart < SAME_SPEED * (from.near?.radPerS ?? 0)
        return predicted(
          build.machine,
          input,
          withChanges(same ? prediction : predictEngine(input, false, from), changes),
        )
      },
    },
    stateAt: (build, { ambient }, gaugePressurePa) => {
      const input = enginePredictionInput(build as BuildOf<EngineMachine>, ambient)
      const held = atSteadyPressure(input, gaugePressurePa, givenTemperature(input.supply, ambient))
      const prediction = predictEngine(held, false)
      return reviewEngine(held, prediction, wallOf(build.machine), rubbing(build.machine, prediction)).state
    },
    parts: engineParts,
    turning: ({ wheelInertiaKgM2 }) => ({ value: wheelInertiaKgM2, standardUncertainty: 0.1 * wheelInertiaKgM2 }),
    measuredBy: { id: 'bestPowerW', kind: 'power' },
    judgedBy: 'shaftPowerW',
    judgedKind: 'power',
    besides: 'speedRadPerS',
  }
}
