import type { LedgerLoss, TurbineLedger } from '../turbine'
import { throttledPower } from '../engine'
import type { Prediction } from './predict'
import type { EnginePrediction } from './predict-engine'
import type { ThrustPrediction } from './predict-thrust'

/** Stations that every machine has; the others are its kind's own. */
export type StationId = string
export type ChainLoss = string

/** One station of the air line: the power that reaches it, and what is lost between it and the next. */
export interface ChainStation {
  readonly id: StationId
  readonly powerW: number
  readonly losses: readonly { readonly id: ChainLoss; readonly powerW: number }[]
}

/** Supply and line: what is throttled away in the regulator, and what hoses and fittings cost. */
function airChain(air: Prediction['air'], nozzlePowerW: number): ChainStation[] {
  const regulatorW = air.sourcePowerW - air.supplyPowerW
  return [
    { id: 'supply', powerW: air.sourcePowerW, losses: [] },
    {
      id: 'line',
      powerW: air.sourcePowerW,
      losses: [
        ...(regulatorW > 1e-9 * air.sourcePowerW ? [{ id: 'regulatorW' as const, powerW: regulatorW }] : []),
        { id: 'lineW', powerW: air.supplyPowerW - nozzlePowerW },
      ],
    },
  ]
}

/**
 * The same for a body pushed by its jet, at its top speed: thrust times speed is what moves it, the rest stays in the
 * wake. At rest all of the jet is wake.
 */
export function thrustChain({
  air,
  nozzle,
  flight,
}: Pick<ThrustPrediction, 'air' | 'nozzle' | 'flight'>): ChainStation[] {
  const speed = Math.min(flight.topSpeedMPerS, nozzle.jetSpeedMPerS)
  const pushW = Math.min(nozzle.thrustN * speed, nozzle.jetPowerW)
  return [
    ...airChain(air, nozzle.isentropicPowerW),
    {
      id: 'nozzle',
      powerW: nozzle.isentropicPowerW,
      losses: [{ id: 'nozzleW', powerW: nozzle.isentropicPowerW - nozzle.jetPowerW }],
    },
    { id: 'body', powerW: nozzle.jetPowerW, losses: [{ id: 'wakeW', powerW: nozzle.jetPowerW - pushW }] },
    { id: 'way', powerW: pushW, losses: [] },
  ]
}

/**
 * The air's way as power, station by station; each station's power less its losses is the next one's exactly.
 * Supply power is the isentropic power of the flow at the source's pressure, so losses and shaft power add up to it.
 */
export function powerChain(prediction: Pick<Prediction, 'air' | 'point'>): ChainStation[] {
  const ledger: TurbineLedger = prediction.point.ledger
  const onBlades = ledger.isentropicPowerW - ledger.nozzleW
  const turned = onBlades - ledger.mixingW - ledger.spillW - ledger.passageW - ledger.leavingW
  const loss = (...ids: LedgerLoss[]) => ids.map((id) => ({ id, powerW: ledger[id] }))
  return [
    ...airChain(prediction.air, ledger.isentropicPowerW),
    { id: 'nozzle', powerW: ledger.isentropicPowerW, losses: loss('nozzleW') },
    { id: 'rotor', powerW: onBlades, losses: loss('mixingW', 'spillW', 'passageW', 'leavingW') },
    { id: 'shaft', powerW: turned, losses: loss('ventilationW', 'discFrictionW', 'rubbingW', 'bearingW') },
    { id: 'load', powerW: ledger.shaftW, losses: [] },
  ]
}

/**
 * A piston engine: what its air could do at its inlet, what reaches the cylinders, what the pistons get, what the shaft
 * gives.
 */
export function engineChain({ air, nozzle, network, steady }: EnginePrediction): ChainStation[] {
  const whole = nozzle.isentropicPowerW
  if (!steady)
    return [
      ...airChain(air, whole),
      ...['valves', 'cylinder', 'crank', 'load'].map((id) => ({
        id,
        powerW: id === 'valves' ? whole : 0,
        losses: id === 'valves' ? [{ id: 'standsW', powerW: whole }] : [],
      })),
    ]
  const { figures, cycle } = steady
  const { indicatedPowerW: onPistons, frictionPowerW } = figures
  const leaked = Math.min(figures.leakedShare * whole, Math.max(0, whole - onPistons))
  const throttled = Math.min(throttledPower(network, cycle), Math.max(0, whole - leaked - onPistons))
  const inside = whole - leaked - throttled
  return [
    ...airChain(air, whole),
    {
      id: 'valves',
      powerW: whole,
      losses: [
        { id: 'throttleW', powerW: throttled },
        { id: 'pastSealsW', powerW: leaked },
      ],
    },
    { id: 'cylinder', powerW: inside, losses: [{ id: 'exhaustW', powerW: inside - onPistons }] },
    { id: 'crank', powerW: onPistons, losses: [{ id: 'rubbingW', powerW: frictionPowerW }] },
    { id: 'load', powerW: onPistons - frictionPowerW, losses: [] },
  ]
}
