import { dragOf, type InertiaReduction } from '../../core/bench'
import { measuredFindings, type Finding, type ReadAs } from '../../core/gates'
import { familyOf, workingRadius } from '../../core/machines'
import { measuredFigure, type MeasuredRun } from '../measuring/contract'
import type { RunConditions } from './contract'
import type { BuildOf, RotatingMachine } from './document-types'
import type { RotatingPredicted } from './rotating-kind'

/** Torque of drag half-way to the free speed, N m; null where no coasting was read. */
function dragHalfWay({ detail }: MeasuredRun, freeSpeedRadPerS: number): number | null {
  const r = detail as Partial<InertiaReduction>
  if (!r.dragMeasured || !r.law) return null
  return dragOf(r.law, freeSpeedRadPerS / 2)
}

/** A measured run of a rotating machine held against what its air can give at all. */
export function judgeRotating(
  _build: BuildOf<RotatingMachine>,
  { ambient }: RunConditions,
  measured: MeasuredRun,
  read: ReadAs | null,
  { prediction, input }: RotatingPredicted,
): Finding[] {
  const figure = (id: string, unit: string) => {
    const found = measuredFigure(measured, id)
    return found && { ...found, unit }
  }
  const [peakPower, stallTorque, freeSpeed] = [
    figure('bestPowerW', 'W'),
    figure('stallTorqueNm', 'N·m'),
    figure('freeSpeedRadPerS', 'rad/s'),
  ]
  if (!read || !peakPower || !stallTorque || !freeSpeed) return []
  const { point, nozzle, summary, air } = prediction
  const flow = Math.max(point.massFlowKgPerS, air.massFlowKgPerS)
  const perKg =
    point.massFlowKgPerS > 0
      ? point.ledger.isentropicPowerW / point.massFlowKgPerS
      : nozzle.massFlowKgPerS > 0
        ? nozzle.isentropicPowerW / nozzle.massFlowKgPerS
        : 0
  // the flow is predicted: as much more as a throat half a tenth wider would pass
  const airPowerW = 1.1 * perKg * flow
  const drag = (ledger: typeof point.ledger) =>
    ledger.ventilationW + ledger.discFrictionW + ledger.rubbingW + ledger.bearingW
  const middle = prediction.curve[Math.floor(prediction.curve.length / 2)]
  const byJet = !familyOf(input.machine).holdsBack && air.nozzlePressurePaAbs > ambient.absolutePressurePa
  return measuredFindings(
    { peakPower, stallTorque, freeSpeed, dragNm: dragHalfWay(measured, freeSpeed.value) },
    {
      airPowerW,
      spoutingSpeedMPerS: Math.sqrt(2 * perKg) || Infinity,
      radiusM: workingRadius(input.machine),
      thrustN: byJet ? 1.1 * nozzle.thrustN : null,
      predicted: {
        freeSpeedRadPerS: summary.freeSpeedRadPerS,
        stallTorqueNm: summary.stallTorqueNm,
        dragNm: middle && middle.speedRadPerS > 0 ? drag(middle.ledger) / middle.speedRadPerS : 0,
      },
    },
    read,
  )
}
