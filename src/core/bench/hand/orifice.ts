import { circleArea, massFlowOfNozzle } from '../../flow'
import { said } from '../../said'
import { mean, propagate } from '../../statistics'
import { ofRepeats, ofScatter } from './repeats'
import type { HandFigure, HandResult } from './result'
import type { OrificeReading } from './readings'

/** A hole to which an area is compared, m. Any would do. */
const UNIT_M = 1e-3
/** A drop over the hole of less than this share of what stands before it, or of so many gauge errors, tells little. */
const [FLAT, FLAT_ERRORS] = [0.04, 6]

type Row = OrificeReading['rows'][number]

/** What passes the hole, and the loss-free opening that would take it behind the hole. */
function through({ hole, edge, discharge, roomPaAbs, airK }: OrificeReading & { readonly hole: number }) {
  const flow = massFlowOfNozzle({ throatDiameterM: hole, edge, dischargeCoefficient: discharge })
  const open = massFlowOfNozzle({ throatDiameterM: UNIT_M, dischargeCoefficient: 1, velocityCoefficient: 1 })
  return (row: Row) => {
    const [before, after] = [row.beforePa + roomPaAbs, row.afterPa + roomPaAbs]
    const massFlow = flow(before, airK, after)
    return { massFlow, areaM2: (massFlow / open(after, airK, roomPaAbs)) * circleArea(UNIT_M) }
  }
}

/**
 * Flow by a known hole in series: what passes it, by the gauges before and behind it, passes the machine; from the
 * gauge behind it follows how wide the machine is open.
 * Formula: compressible orifice (isentropic, discharge by its edge), the same as of a nozzle; JCGM 100 for the
 * uncertainty, both gauges apart.
 * Valid: air still before the hole (less than half of the line's bore), no pressure lost between the second gauge and
 * the machine.
 */
export function orifice(reading: OrificeReading): HandResult {
  const { rows, holeDiameterM, diameterUncertaintyM, dischargeRelativeUncertainty, gaugeUncertaintyPa } = reading
  const found = rows.map(through({ ...reading, hole: holeDiameterM }))
  const areas = found.map((f) => f.areaM2)
  const most = found.reduce((a, b) => (b.massFlow > a.massFlow ? b : a))
  const at = found.indexOf(most)
  /** Both figures with the gauges off by so many of their uncertainties, and with a wider hole. */
  const moved = (before: number, after: number, wider: number) => {
    const of = through({ ...reading, hole: holeDiameterM + wider * diameterUncertaintyM })
    const off = rows.map((r) =>
      of({
        // a gauge that reads the other way round says nothing of the flow
        beforePa: Math.max(r.beforePa + before * gaugeUncertaintyPa, r.afterPa + after * gaugeUncertaintyPa),
        afterPa: r.afterPa + after * gaugeUncertaintyPa,
      }),
    )
    return { areaM2: mean(off.map((f) => f.areaM2)), massFlow: off[at].massFlow }
  }
  const shared = (key: 'areaM2' | 'massFlow', value: number) =>
    Math.hypot(
      propagate(3, (input, s) => moved(input === 0 ? s : 0, input === 1 ? s : 0, input === 2 ? s : 0)[key]),
      value * dischargeRelativeUncertainty,
    )
  const area = mean(areas)
  const figures: HandFigure[] = [
    {
      id: 'openArea',
      measured: { value: area, standardUncertainty: ofRepeats(areas, shared('areaM2', area)), unit: 'm2' },
    },
    {
      id: 'massFlow',
      measured: { value: most.massFlow, standardUncertainty: shared('massFlow', most.massFlow), unit: 'kg/s' },
    },
  ]
  const flat = rows.some(
    ({ beforePa, afterPa }) =>
      beforePa - afterPa < Math.max(FLAT * (beforePa + reading.roomPaAbs), FLAT_ERRORS * gaugeUncertaintyPa),
  )
  return { figures, said: [...ofScatter(areas), ...(flat ? [said('hand-orifice-flat')] : [])] }
}
