import { isentropicPressureRatio, isentropicTemperatureRatio, machAlong } from '../../../core/flow'
import { nozzleStations, nozzleWall } from '../../../core/geometry'
import type { FedBuild } from '../../../project/document'
import type { CurveChartProps } from '../../../ui'
import type { Shown } from '../../shared'
import type { MachinePredicted as AirPredicted } from '../../../project/document'

/** Mach number, pressure and temperature along the insert, with the shock where it stands. */
export function axisChart(
  { air, nozzle: flow }: AirPredicted,
  build: FedBuild,
  show: 'pressure' | 'temperature',
  shown: Shown,
): CurveChartProps {
  const { nozzle } = build.machine
  const wall = nozzleWall(nozzle)
  const { throatM } = nozzleStations(nozzle)
  const rt = nozzle.throatDiameterM / 2
  const exitArea = (nozzle.exitDiameterM / nozzle.throatDiameterM) ** 2
  const kept = flow.shock
    ? flow.exitAbsolutePressurePa / isentropicPressureRatio(flow.exitMach) / air.nozzlePressurePaAbs
    : 1
  const dense = wall
    .slice(1)
    .flatMap(([x, r], i) =>
      Array.from(
        { length: 8 },
        (_, k) =>
          [wall[i][0] + ((x - wall[i][0]) * (k + 1)) / 8, wall[i][1] + ((r - wall[i][1]) * (k + 1)) / 8] as const,
      ),
    )
  const states = dense.map(([x, r]) => {
    const ratio = (r / rt) ** 2
    const mach = machAlong(flow, ratio, x <= throatM ? 'before' : 'behind', exitArea)
    const behindShock = flow.shock !== null && x > throatM && ratio > flow.shock.areaRatio
    const p = air.nozzlePressurePaAbs * (behindShock ? kept : 1) * isentropicPressureRatio(mach)
    return {
      x: shown.number(x, 'length'),
      mach,
      p: shown.number(p, 'absolutePressure'),
      t: shown.number(air.temperatureK * isentropicTemperatureRatio(mach), 'temperature'),
    }
  })
  const hot = show === 'temperature'
  return {
    label: `Mach number and ${show} along the nozzle’s axis`,
    xLabel: `from the inlet, ${shown.unit('length').label}`,
    left: hot
      ? { label: shown.unit('temperature').label, domain: ['auto', 'auto'] }
      : { label: `${shown.unit('absolutePressure').label} abs`, domain: [0, 'auto'] },
    right: { label: 'Mach', domain: [0, 'auto'] },
    lines: [
      {
        id: 'p',
        name: hot ? 'temperature of the air' : 'pressure, abs',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: states.map((s) => ({ x: s.x, y: hot ? s.t : s.p })),
      },
      {
        id: 'm',
        name: 'Mach number',
        tone: 'copper',
        predicted: true,
        axis: 'right',
        points: states.map((s) => ({ x: s.x, y: s.mach })),
      },
    ],
    height: 210,
  }
}
