'use client'
import { memo, useId } from 'react'
import { nozzleStations, nozzleWall } from '../../../core/geometry'
import { isentropicAreaRatio, machAlong, machOfAreaRatio, type NozzleResult } from '../../../core/flow'
import type { AirSide } from '../../../core/prediction'
import type { FedMachine } from '../../../project/document'
import { Dimension, Hatch, color } from '../../../ui'
import type { Shown } from '../../shared'

const W = 620
const H = 216

/** Section of the nozzle insert to scale, with the jet and the shock where it stands. */
export const NozzleSection = memo(function NozzleSection({
  nozzle,
  air,
  flow,
  shown,
}: {
  nozzle: FedMachine['nozzle']
  air: AirSide
  flow: NozzleResult
  shown: Shown
}) {
  const hatch = useId()
  const gas = useId()
  const stations = nozzleStations(nozzle)
  const wall = nozzleWall(nozzle)
  const wallThickness = Math.max(2.4e-3, 0.35 * nozzle.inletBoreM)
  const outer = nozzle.inletBoreM / 2 + wallThickness
  const scale = Math.min(330 / stations.exitM, 158 / (2 * outer))
  const x0 = Math.max(150, 300 - (stations.exitM * scale) / 2)
  const mid = H / 2 - 4
  const X = (m: number) => x0 + m * scale
  const up = (m: number) => mid - m * scale
  const down = (m: number) => mid + m * scale
  const top = wall.map(([x, r]) => `${X(x)} ${up(r)}`)
  const bottom = [...wall].reverse().map(([x, r]) => `${X(x)} ${down(r)}`)
  const end = X(stations.exitM)
  const upperBody = `M${X(0)} ${up(outer)}L${end} ${up(outer)}L${end} ${up(nozzle.exitDiameterM / 2)}L${[...top].reverse().join('L')}Z`
  const lowerBody = `M${X(0)} ${down(outer)}L${end} ${down(outer)}L${end} ${down(nozzle.exitDiameterM / 2)}L${bottom.join('L')}Z`
  const jetGrow =
    flow.regime === 'underexpanded' || flow.regime === 'choked'
      ? 1.5
      : flow.regime === 'overexpanded' || flow.regime === 'shock-in-divergence'
        ? 0.75
        : 1.1
  const re = nozzle.exitDiameterM / 2
  const areaAtShock = flow.shock ? nozzle.throatDiameterM * Math.sqrt(flow.shock.areaRatio) : 0
  const shockX = flow.shock
    ? stations.landEndM +
      ((areaAtShock - nozzle.throatDiameterM) / Math.max(1e-9, nozzle.exitDiameterM - nozzle.throatDiameterM)) *
        (stations.exitM - stations.landEndM)
    : 0
  const inletArea = (nozzle.inletBoreM / nozzle.throatDiameterM) ** 2
  const inletMach =
    flow.regime === 'unchoked'
      ? machOfAreaRatio(
          Math.max(
            1,
            inletArea /
              ((nozzle.exitDiameterM / nozzle.throatDiameterM) ** 2 /
                isentropicAreaRatio(Math.max(flow.exitMach, 1e-6))),
          ),
          'subsonic',
        )
      : machAlong(flow, inletArea, 'before', 1)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Nozzle section: bore ${shown.text(nozzle.inletBoreM, 'length')}, throat ${shown.text(nozzle.throatDiameterM, 'length')}, exit ${shown.text(nozzle.exitDiameterM, 'length')}, exit Mach ${flow.exitMach.toFixed(2)}`}
    >
      <defs>
        <Hatch id={hatch} />
        <linearGradient id={gas} x1="0" x2="1">
          <stop offset="0" stopColor={color('pipe')} />
          <stop offset="0.7" stopColor={color('pipe')} stopOpacity="0.75" />
          <stop offset="1" stopColor={color('pale')} />
        </linearGradient>
      </defs>
      <path
        d={`M${end} ${up(re)}L${end + 130} ${up(re * jetGrow + (130 * 0.09) / scale)}L${end + 130} ${down(re * jetGrow + (130 * 0.09) / scale)}L${end} ${down(re)}Z`}
        fill={color('pale')}
        opacity="0.35"
      />
      <path d={`M${top.join('L')}L${bottom.join('L')}Z`} fill={`url(#${gas})`} />
      {[upperBody, lowerBody].map((d) => (
        <path key={d} d={d} fill={`url(#${hatch})`} stroke={color('ink')} strokeWidth="1.3" />
      ))}
      <line
        x1={X(0) - 20}
        x2={end + 140}
        y1={mid}
        y2={mid}
        stroke={color('mute')}
        strokeWidth="0.8"
        strokeDasharray="10 3 2 3"
      />
      {flow.shock && (
        <g>
          <line
            x1={X(shockX)}
            x2={X(shockX)}
            y1={up(areaAtShock / 2) - 2}
            y2={down(areaAtShock / 2) + 2}
            stroke={color('brick')}
            strokeWidth="3"
          />
          <text x={X(shockX)} y={down(outer) + 16} textAnchor="middle" fontSize="11" fill={color('brick')}>
            shock at M {flow.shock.machBefore.toFixed(2)}
          </text>
        </g>
      )}
      <text x={X(0) - 26} y={mid + 22} fontSize="11" textAnchor="end" className="num" fill={color('mute')}>
        <tspan x={X(0) - 26}>M {inletMach.toFixed(2)}</tspan>
        <tspan x={X(0) - 26} dy="15">
          {shown.text(air.nozzlePressurePaAbs, 'absolutePressure')}
        </tspan>
        <tspan x={X(0) - 26} dy="15">
          {shown.text(air.temperatureK, 'temperature')}
        </tspan>
      </text>
      <text x={end + 14} y={mid - 10} fontSize="11" className="num" fill={color('ink')}>
        M {flow.exitMach.toFixed(2)} in the exit
      </text>
      <text x={end + 14} y={mid + 20} fontSize="11" className="num" fill={color('ink')}>
        {shown.text(flow.exitAbsolutePressurePa, 'absolutePressure')}
      </text>
      <Dimension
        x1={X(0)}
        y1={up(nozzle.inletBoreM / 2)}
        x2={X(0)}
        y2={down(nozzle.inletBoreM / 2)}
        offset={16}
        text=""
      />
      <text x={X(0) - 26} y={mid + 4} fontSize="11" textAnchor="end" className="num" fill={color('ink')}>
        ⌀ {shown.text(nozzle.inletBoreM, 'length')}
      </text>
      <Dimension
        x1={X(0)}
        y1={down(outer)}
        x2={end}
        y2={down(outer)}
        offset={flow.shock ? 26 : 16}
        text={shown.text(stations.exitM, 'length')}
      />
      <path
        d={`M${X((stations.throatM + stations.landEndM) / 2)} ${up(nozzle.throatDiameterM / 2)}V${up(outer) - 12}H${X(stations.landEndM) + 16}`}
        fill="none"
        stroke={color('mute')}
        strokeWidth="0.8"
      />
      <text x={X(stations.landEndM) + 20} y={up(outer) - 8} fontSize="11" className="num" fill={color('ink')}>
        ⌀ {shown.text(nozzle.throatDiameterM, 'length')} throat
      </text>
      {nozzle.exitDiameterM > nozzle.throatDiameterM * 1.001 && (
        <text x={end + 14} y={up(outer) + 14} fontSize="11" className="num" fill={color('ink')}>
          ⌀ {shown.text(nozzle.exitDiameterM, 'length')} exit
        </text>
      )}
    </svg>
  )
})
