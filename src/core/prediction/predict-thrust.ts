import { uncertaintyOfChanges, type Changes } from '../calibration'
import { airDensity } from '../air'
import { circleArea, nozzleFlow, type NozzleResult, type OutletForm } from '../flow'
import { balloonVolume, type RunDown } from '../supply'
import {
  flight,
  stability,
  type FinnedBody,
  type Flight,
  type MovingBody,
  type PushSample,
  type Stability,
} from '../thrust'
import { airSide, type AirSide } from './air-side'
import { effectiveNozzle } from './effective-nozzle'
import type { AirInput } from './input'
import { buildRunDown, thrustOf } from './run-down'

export interface ThrustInput extends AirInput {
  readonly body: MovingBody & FinnedBody
}

export interface ThrustPrediction {
  readonly air: AirSide
  /** At the start. */
  readonly nozzle: NozzleResult
  /** Held still on the ground; null for a supply that does not run down. */
  readonly rest: RunDown | null
  readonly restTimeS: number | null
  readonly impulseNs: number | null
  readonly flight: Flight
  readonly stability: Stability
  /**
   * Standard uncertainties over the figure itself. Thrust: discharge and speed coefficients. Impulse: speed alone,
   * since a better flow only empties sooner. Way or height: speed and drag.
   */
  readonly thrustRelativeUncertainty: number
  readonly impulseRelativeUncertainty: number
  readonly distanceRelativeUncertainty: number
  /** What one standard uncertainty of the jet's speed and of the drag changes in the way and the top speed. */
  readonly changes: { readonly distanceM: Changes; readonly topSpeedMPerS: Changes }
}

/** Longest push looked at where the supply never runs down, s. */
const STEADY_PUSH_S = 60
const SAMPLES = 240

/** Drag of such bodies is known to a fifth (common practice). */
export const DRAG_UNCERTAINTY = 0.2

/** What pushes the body over time: from the run-down, or for ever from a steady supply. */
function pushes(input: ThrustInput, nozzle: NozzleResult, rest: RunDown | null): PushSample[] {
  const { ambient, supply, body } = input
  const bodyArea = circleArea(body.diameterM)
  if (!rest)
    return [0, STEADY_PUSH_S].map((timeS) => ({
      timeS,
      thrustN: nozzle.thrustN,
      airMassKg: 0,
      heavyAirKg: 0,
      frontalAreaM2: bodyArea,
    }))
  const thrust = thrustOf(effectiveNozzle(input), ambient.absolutePressurePa)
  const room = airDensity(ambient.absolutePressurePa, ambient.temperatureK)
  return rest.trace.map((s) => {
    const volume =
      supply.kind === 'balloon'
        ? balloonVolume(supply.balloon, s.massKg, ambient.absolutePressurePa, s.temperatureK)
        : supply.kind === 'vessel'
          ? supply.volumeM3
          : 0
    const balloonArea = supply.kind === 'balloon' ? Math.PI * ((3 * volume) / (4 * Math.PI)) ** (2 / 3) : 0
    return {
      timeS: s.timeS,
      thrustN: thrust(s.nozzlePaAbs, s.temperatureK),
      airMassKg: s.massKg,
      heavyAirKg: Math.max(0, s.massKg - room * volume),
      frontalAreaM2: Math.max(bodyArea, balloonArea),
    }
  })
}

/**
 * A body pushed by its own jet: air side, thrust at the start, run-down held still, and its way or climb.
 * Error: see `flight`; band by JCGM 100 from the uncertain coefficients.
 */
export function predictThrust(input: ThrustInput): ThrustPrediction {
  const air = airSide(input)
  const pa = input.ambient.absolutePressurePa
  const jet = effectiveNozzle(input)
  const nozzle = nozzleFlow(
    {
      totalPressurePaAbs: Math.max(air.nozzlePressurePaAbs, pa),
      totalTemperatureK: air.temperatureK,
      backPressurePaAbs: pa,
    },
    jet,
  )
  const rest = buildRunDown(input, { samples: SAMPLES, withThrust: true })
  const samples = pushes(input, nozzle, rest)
  const moved = flight(input.body, samples, input.ambient)
  const { discharge, velocity } = input.coefficients
  const cd = discharge.standardUncertainty / discharge.value
  const phi = velocity.standardUncertainty / velocity.value
  const thrustRelativeUncertainty = Math.hypot(cd, phi)
  const flightWith = (thrust: number, drag: number) =>
    flight(
      { ...input.body, dragCoefficient: input.body.dragCoefficient * drag },
      samples.map((s) => ({ ...s, thrustN: s.thrustN * thrust })),
      input.ambient,
    )
  const [quicker, slower] = [flightWith(1 + phi, 1), flightWith(1 - phi, 1)]
  const [dragged, slipping] = [flightWith(1, 1 + DRAG_UNCERTAINTY), flightWith(1, 1 - DRAG_UNCERTAINTY)]
  const changesOf = (figure: 'distanceM' | 'topSpeedMPerS'): Changes => {
    // both sides at the end of the track are no difference, whatever the integration's last digit
    const half = (more: number, less: number) => (Math.abs(more - less) > 1e-9 * moved[figure] ? (more - less) / 2 : 0)
    return {
      velocity: half(quicker[figure], slower[figure]),
      drag: half(dragged[figure], slipping[figure]),
    }
  }
  const changes = { distanceM: changesOf('distanceM'), topSpeedMPerS: changesOf('topSpeedMPerS') }
  return {
    air,
    nozzle,
    rest,
    restTimeS: rest ? rest.run.timeS : null,
    impulseNs: rest ? rest.run.impulseNs : null,
    flight: moved,
    stability: stability(input.body),
    thrustRelativeUncertainty,
    impulseRelativeUncertainty: phi,
    distanceRelativeUncertainty: moved.distanceM > 0 ? uncertaintyOfChanges(changes.distanceM) / moved.distanceM : 0,
    changes,
  }
}

export interface OutletRow {
  readonly form: OutletForm
  readonly areaFactor: number
  readonly throatDiameterM: number
  readonly startThrustN: number
  readonly restTimeS: number | null
  readonly impulseNs: number | null
  readonly distanceM: number
  readonly leaves: boolean
}

/**
 * Outlets ranked both ways: time and impulse held still, and way or height in motion. The two rank them differently.
 */
export function compareOutlets(
  input: ThrustInput,
  forms: readonly OutletForm[],
  areaFactors: readonly number[],
): OutletRow[] {
  return forms.flatMap((form) =>
    areaFactors.map((areaFactor) => {
      const ratio = input.nozzle.exitDiameterM / input.nozzle.throatDiameterM
      const throatDiameterM = input.nozzle.throatDiameterM * Math.sqrt(areaFactor)
      const p = predictThrust({
        ...input,
        nozzle: { ...input.nozzle, form, throatDiameterM, exitDiameterM: throatDiameterM * ratio },
      })
      return {
        form,
        areaFactor,
        throatDiameterM,
        startThrustN: p.nozzle.thrustN,
        restTimeS: p.restTimeS,
        impulseNs: p.impulseNs,
        distanceM: p.flight.distanceM,
        leaves: p.flight.leaves,
      }
    }),
  )
}
