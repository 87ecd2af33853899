import { droopLineAt, type DroopReduction } from '../../../../core/bench'
import { circleArea } from '../../../../core/flow'
import { droopCurve } from '../../../../core/supply'
import type { Regulator, Run } from '../../../../project/document'
import type { CurveChartProps } from '../../../../ui'
import type { Shown } from '../../../shared'

const STEPS = 40

/**
 * What the outlet kept over the flow, the lines through it both ways, and what the drawn regulator would do from the
 * same pressure.
 */
export function droopChart(
  r: DroopReduction,
  regulator: Regulator | null,
  ambient: Run['ambient'],
  shown: Shown,
): CurveChartProps {
  const p = (pa: number) => shown.number(pa, 'gaugePressure')
  const m = (kgPerS: number) => shown.number(kgPerS, 'massFlow')
  const read = r.points.map((x) => x.outletGaugePa)
  // all that was read, with room below for what the lines go on to
  const low = Math.max(0, Math.min(...read) - 0.5 * (Math.max(...read) - Math.min(...read)))
  const top = 1.05 * Math.max(...r.points.map((x) => x.massFlowKgPerS))
  const flows = Array.from({ length: STEPS + 1 }, (_, i) => (r.mostFlowKgPerS * i) / STEPS)
  const line = (id: string, name: string, way: 1 | -1 | 0) => ({
    id,
    name,
    tone: way < 0 ? ('mute' as const) : ('petrol' as const),
    predicted: false,
    axis: 'left' as const,
    points: flows.map((flow) => ({ x: m(flow), y: p(droopLineAt(r, flow, way)) })),
  })
  const dots = (id: string, name: string, of: (x: DroopReduction['points'][number]) => boolean, hollow = false) => ({
    id,
    name,
    tone: hollow ? ('brick' as const) : ('ink' as const),
    axis: 'left' as const,
    shape: id === 'falling' ? ('square' as const) : ('circle' as const),
    hollow,
    points: r.points.filter(of).map((x) => ({ x: m(x.massFlowKgPerS), y: p(x.outletGaugePa) })),
  })
  const drawn = regulator && drawnCurve(r, regulator, ambient)
  return {
    label: 'Outlet pressure over flow',
    xLabel: `flow, ${shown.unit('massFlow').label}`,
    xDomain: [0, m(top)],
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [Number(p(low).toPrecision(2)), 'auto'] },
    lines: [
      ...(r.sticks
        ? [line('up', 'as the flow rises', 1), line('down', 'as it falls', -1)]
        : [line('fit', 'fitted', 0)]),
      ...(drawn
        ? [
            {
              id: 'drawn',
              name: 'as drawn, from the same pressure',
              tone: 'copper' as const,
              predicted: true,
              axis: 'left' as const,
              points: drawn
                .filter((x) => x.massFlowKgPerS <= top)
                .map((x) => ({ x: m(x.massFlowKgPerS), y: p(x.outletGaugePa) })),
            },
          ]
        : []),
    ],
    dots: [
      dots('rising', 'read as it rose', (x) => !x.aside && x.came !== 'falling'),
      dots('falling', 'read as it fell', (x) => !x.aside && x.came === 'falling'),
      dots('aside', 'set aside', (x) => x.aside !== null, true),
    ],
    height: 320,
  }
}

/** The drawn regulator, its spring set so that it keeps the measured pressure near closed. */
function drawnCurve(r: DroopReduction, regulator: Regulator, ambient: Run['ambient']) {
  const [ad, as] = [circleArea(regulator.sensingDiameterM), circleArea(regulator.seatDiameterM)]
  const force = r.closed.value * (ad - as) + r.sourceGaugePa * as
  const pa = ambient.absolutePressurePa
  return droopCurve(regulator, force, r.sourceGaugePa + pa, pa, ambient.temperatureK, 200)
}
