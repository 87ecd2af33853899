import { uncertaintyOfChanges } from '../../../core/calibration'
import {
  DRAG_UNCERTAINTY,
  buildRunDown,
  givenTemperature,
  thrustChain,
  predictThrust,
  workingsOfAir,
  type ThrustInput,
  type ThrustPrediction,
} from '../../../core/prediction'
import { pushFindings } from '../../../core/gates'
import { reviewThrust } from '../../../core/safety'
import { bearingClass } from '../../../core/turbine'
import { atSteadyPressure, thrustInput } from '../../document/build-input'
import { printedNozzle } from '../../parts/parts-input'
import { measuredFigure } from '../../measuring/contract'
import type { Working } from '../../../core/working'
import type { MachineFigure, MachineKind, MachinePredicted } from '../contract'
import type { MachineOfKind } from '../document-types'
import { plainCoefficients } from '../plain-air'

type ThrustBody = MachineOfKind<'thrust-body'>

export interface ThrustPredicted extends MachinePredicted {
  readonly input: ThrustInput
  readonly thrust: ThrustPrediction
}

const mm = 1e-3

/** A body pushed by its own jet: a glider on a track, a balloon rocket. */
export const thrustBody: MachineKind<ThrustBody, ThrustPredicted> = {
  words: {
    name: 'body pushed by its jet',
    how: 'The air’s own push drives it along a track or up.',
    difficulty: 1,
    make: 'a light body, one nozzle',
    hazard: 'flies off; a bottle past its limit bursts',
  },
  fields: () => [],
  start: () => ({
    family: 'thrust-body',
    massKg: 0.12,
    dragCoefficient: 0.5,
    lengthM: 0.24,
    diameterM: 50 * mm,
    noseLengthM: 60 * mm,
    noseKind: 'ogive',
    centreOfMassM: 0.11,
    fins: null,
    path: { kind: 'track', slopeRad: 0, rollingShare: 0.004, lengthM: 4 },
    label: 'track',
    nozzle: {
      throatDiameterM: 2.5 * mm,
      exitDiameterM: 2.5 * mm,
      count: 1,
      inletBoreM: 6 * mm,
      form: { kind: 'round' },
      edge: 'rounded',
      gaugeId: null,
    },
    coefficients: plainCoefficients(['discharge', 'velocity']),
  }),
  supply: { kind: 'vessel' },
  leastGaugePressurePa: 20e3,
  coefficients: ({ coefficients, dragCoefficient }) => ({
    ...coefficients,
    drag: { value: dragCoefficient, standardUncertainty: DRAG_UNCERTAINTY * dragCoefficient, from: 'typed' },
  }),
  air: thrustInput,
  predict: (build, { ambient }, held) => {
    const own = thrustInput(build, ambient)
    const input = held === undefined ? own : atSteadyPressure(own, held, givenTemperature(own.supply, ambient))
    const thrust = predictThrust(input)
    const { air, nozzle, thrustRelativeUncertainty, changes } = thrust
    const { discharge, velocity } = input.coefficients
    const [cd, phi] = [discharge.standardUncertainty / discharge.value, velocity.standardUncertainty / velocity.value]
    const uncertainty = {
      massFlowKgPerS: cd * nozzle.massFlowKgPerS,
      jetSpeedMPerS: phi * nozzle.jetSpeedMPerS,
      thrustN: thrustRelativeUncertainty * nozzle.thrustN,
      jetPowerW: Math.hypot(cd, 2 * phi) * nozzle.jetPowerW,
    }
    // the run-down starts at the pressure that is held
    const { supply } = own
    const impulseNs =
      held === undefined || supply.kind !== 'vessel'
        ? thrust.impulseNs
        : (buildRunDown({ ...own, supply: { ...supply, gaugePressurePa: held } }, { samples: 60, withThrust: true })
            ?.run.impulseNs ?? null)
    // a better flow only empties the bottle sooner: the jet’s speed alone changes the impulse
    const impulse: MachineFigure[] =
      impulseNs === null
        ? []
        : [
            {
              id: 'impulse',
              kind: 'impulse',
              value: impulseNs,
              standardUncertainty: phi * impulseNs,
              changes: { velocity: phi * impulseNs },
            },
          ]
    const thrustFigure = {
      id: 'thrust',
      kind: 'force',
      value: nozzle.thrustN,
      standardUncertainty: uncertainty.thrustN,
    } as const
    const workings = (): Readonly<Record<string, Working | undefined>> => ({
      ...workingsOfAir(input, { air, nozzle, uncertainty }),
    })
    return {
      input,
      thrust,
      air,
      nozzle,
      uncertainty,
      chain: thrustChain(thrust),
      figures: [
        { ...thrustFigure, changes: { discharge: cd * nozzle.thrustN, velocity: phi * nozzle.thrustN } },
        ...impulse,
        {
          id: 'topSpeed',
          kind: 'speed',
          value: thrust.flight.topSpeedMPerS,
          standardUncertainty: uncertaintyOfChanges(changes.topSpeedMPerS),
          changes: changes.topSpeedMPerS,
        },
        {
          id: 'distance',
          kind: 'length',
          value: thrust.flight.distanceM,
          standardUncertainty: uncertaintyOfChanges(changes.distanceM),
          changes: changes.distanceM,
        },
      ],
      overSpeed: null,
      overAngle: null,
      hazards: [thrustFigure],
      review: reviewThrust(input, air, nozzle),
      working: (id) => workings()[id],
    }
  },
  stateAt: (build, { ambient }, gaugePressurePa) => {
    const input = thrustInput(build, ambient)
    const held = atSteadyPressure(input, gaugePressurePa, givenTemperature(input.supply, ambient))
    const { air, nozzle } = predictThrust(held)
    return reviewThrust(held, air, nozzle).state
  },
  judge: ({ machine, supply }, { ambient, gaugePressurePa }, measured, _read, { air }) => {
    const [thrust, impulse] = ['thrust', 'impulse'].map((id) => measuredFigure(measured, id))
    if (!thrust || !impulse) return []
    return pushFindings(
      { thrust: { ...thrust, unit: 'N' }, impulse: { ...impulse, unit: 'N·s' } },
      {
        nozzlePaAbs: gaugePressurePa + ambient.absolutePressurePa,
        temperatureK: air.temperatureK,
        roomPaAbs: ambient.absolutePressurePa,
        throatAreaM2: (Math.PI / 4) * machine.nozzle.throatDiameterM ** 2 * machine.nozzle.count,
        volumeM3: supply.kind === 'vessel' ? supply.volumeM3 : null,
      },
    )
  },
  parts: ({ machine, making }, gauge) => ({
    machine: { family: 'thrust-body' },
    ...printedNozzle({ ...machine.nozzle, angleRad: 0, gapM: 0 }, making, gauge),
    // its insert asks for no bearing
    bearing: bearingClass('625'),
    shaftDiameterM: 5 * mm,
    spanM: 30 * mm,
    overhangM: 0,
    outlets: making.outlets,
    connection: making.connection,
  }),
  judgedBy: 'distance',
  pushes: true,
  measuredBy: { id: 'impulse', kind: 'impulse' },
  judgedKind: 'length',
  besides: 'topSpeed',
}
