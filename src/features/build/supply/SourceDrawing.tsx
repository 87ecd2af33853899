'use client'
import { useId } from 'react'
import { restVolume } from '../../../core/supply'
import type { Build } from '../../../project/document'
import { Dimension, color } from '../../../ui'
import type { Shown } from '../../shared'
import type { MachinePredicted as AirPredicted } from '../../../project/document'
import type { SupplyOf } from './supply-edit'
import { type DrawingProps, W, label, quiet, Outflow } from './drawing-parts'
import { TankDrawing, BottleDrawing } from './TankDrawing'

/** Balloon as it is blown, and limp, to one scale. */
function BalloonDrawing({ supply, predicted, shown }: DrawingProps<SupplyOf<'balloon'>>) {
  const fade = useId()
  const full = Math.cbrt((3 * supply.blownVolumeM3) / (4 * Math.PI))
  const scale = 74 / full
  const stretch = Math.cbrt(supply.blownVolumeM3 / restVolume(supply))
  const now = predicted.air.sourcePressurePaAbs - predicted.input.ambient.absolutePressurePa
  return (
    <svg
      viewBox={`0 0 ${W} 176`}
      width="100%"
      role="img"
      aria-label={`Balloon blown to ${shown.text(2 * full, 'length')} across, ${shown.text(now, 'gaugePressure')}`}
    >
      <defs>
        <radialGradient id={fade} cx="0.4" cy="0.35">
          <stop offset="0" stopColor={color('pale')} />
          <stop offset="1" stopColor={color('pipe')} />
        </radialGradient>
      </defs>
      <circle cx="190" cy="86" r={full * scale} fill={`url(#${fade})`} stroke={color('ink')} strokeWidth="1.3" />
      <circle
        cx="190"
        cy="86"
        r={supply.restRadiusM * scale}
        fill="none"
        stroke={color('onPipe')}
        strokeDasharray="4 3"
      />
      <text x="190" y="90" textAnchor="middle" fontSize="12" className="num" fill={color('onPipe')}>
        {shown.text(now, 'gaugePressure')}
      </text>
      <Outflow x={190 + full * scale} y={86} to={460} predicted={predicted} shown={shown} />
      <Dimension
        x1={190 - full * scale}
        y1={86 + full * scale}
        x2={190 + full * scale}
        y2={86 + full * scale}
        offset={10}
        text=""
      />
      <text x="300" y="150" className="num" {...label}>
        ⌀ {shown.text(2 * full, 'length')}; limp {shown.text(2 * supply.restRadiusM, 'length')} (dashed)
      </text>
      <text x="300" y="166" {...quiet}>
        skin stretched <tspan className="num">{stretch.toFixed(1)}</tspan> × each way,{' '}
        <tspan className="num">{shown.text(supply.skinThicknessM / stretch ** 2, 'length')}</tspan> thick
      </text>
    </svg>
  )
}

/** Stream of wind that is caught: it slows and widens before the opening. */
function WindDrawing({ supply, predicted, shown }: DrawingProps<SupplyOf<'wind'>>) {
  const u = Math.min(1, predicted.air.massFlowKgPerS / (1.2 * supply.speedMPerS * supply.areaM2))
  const half = 52
  const caught = half * Math.sqrt(Math.max(0.02, u))
  const rows = [-3, -2, -1, 0, 1, 2, 3]
  return (
    <svg
      viewBox={`0 0 ${W} 170`}
      width="100%"
      role="img"
      aria-label={`Wind of ${shown.text(supply.speedMPerS, 'speed')} on ${shown.text(supply.areaM2, 'area')}`}
    >
      <path
        d={`M60 ${84 - caught}C220 ${84 - caught} 300 ${84 - half} 380 ${84 - half}V${84 + half}C300 ${84 + half} 220 ${84 + caught} 60 ${84 + caught}Z`}
        fill={color('pale')}
        opacity="0.5"
      />
      {rows.map((r) => (
        <path
          key={r}
          d={`M36 ${84 + r * 20}H${Math.abs(r) * 20 < caught ? 150 : 330 - Math.abs(r) * 20}m-8 -4l8 4l-8 4`}
          fill="none"
          stroke={Math.abs(r) * 20 < caught ? color('pipe') : color('mute')}
          strokeWidth="1.4"
        />
      ))}
      <rect x="380" y={84 - half} width="46" height={2 * half} fill="none" stroke={color('ink')} strokeWidth="1.5" />
      {[-2, -1, 0, 1, 2].map((r) => (
        <line
          key={r}
          x1="384"
          x2="422"
          y1={84 + r * 20 - 8}
          y2={84 + r * 20 + 8}
          stroke={color('ink')}
          strokeWidth="1.2"
        />
      ))}
      <Outflow x={426} y={84} to={590} predicted={predicted} shown={shown} />
      <Dimension x1={380} y1={84 - half} x2={380} y2={84 + half} offset={-60} text="" />
      <text x="440" y="150" className="num" {...label}>
        {shown.text(supply.areaM2, 'area')}, √ {shown.text(Math.sqrt(supply.areaM2), 'length')}
      </text>
      <text x="36" y="162" {...quiet}>
        <tspan className="num">{(100 * u).toFixed(0)} %</tspan> of the wind on this area goes through; the rest flows
        round
      </text>
    </svg>
  )
}

/** Blowers as they are joined: in a row their pressures add, side by side their flows. */
function BlowerDrawing({ supply, predicted, shown }: DrawingProps<SupplyOf<'blower'>>) {
  const [rows, columns] = [supply.inParallel, supply.inSeries]
  const size = Math.min(46, 132 / rows, 330 / columns)
  const x = (c: number) => 70 + c * (size + 14)
  const y = (r: number) => 84 + (r - (rows - 1) / 2) * (size + 4)
  const end = x(columns - 1) + size
  return (
    <svg
      viewBox={`0 0 ${W} 170`}
      width="100%"
      role="img"
      aria-label={`${columns * rows} blower${columns * rows > 1 ? 's' : ''}: ${columns} in series, ${rows} side by side`}
    >
      {Array.from({ length: rows }, (_, r) => (
        <g key={r}>
          <path d={`M40 ${y(r)}H${end + 22}V84`} fill="none" stroke={color('pipe')} strokeWidth="2" />
          {Array.from({ length: columns }, (_, c) => (
            <g key={c} transform={`translate(${x(c) + size / 2} ${y(r)})`}>
              <circle r={size / 2} fill={color('field')} stroke={color('ink')} strokeWidth="1.4" />
              {[0, 1, 2, 3, 4].map((b) => (
                <path
                  key={b}
                  transform={`rotate(${72 * b})`}
                  d={`M0 ${-size * 0.09}C${size * 0.16} ${-size * 0.2} ${size * 0.12} ${-size * 0.36} ${-size * 0.04} ${-size * 0.42}`}
                  fill="none"
                  stroke={color('ink')}
                  strokeWidth="1.6"
                />
              ))}
              <circle r={size * 0.08} fill={color('ink')} />
            </g>
          ))}
        </g>
      ))}
      <Outflow x={end + 22} y={84} to={590} predicted={predicted} shown={shown} />
      <text x="590" y="104" textAnchor="end" className="num" {...label}>
        {shown.text(predicted.air.supplyGaugePressurePa, 'gaugePressure')},{' '}
        {shown.text(predicted.air.temperatureK, 'temperature')}
      </text>
    </svg>
  )
}

/** A lungful as a volume, a straw, what goes through it. */
function BreathDrawing({ supply, predicted, shown }: DrawingProps<SupplyOf<'breath'>>) {
  const r = 60 * Math.cbrt(supply.lungVolumeM3 / 4e-3)
  return (
    <svg
      viewBox={`0 0 ${W} 160`}
      width="100%"
      role="img"
      aria-label={`One breath of ${shown.text(supply.lungVolumeM3, 'volume')}`}
    >
      <path
        d={`M${190 - r} 80C${190 - r} ${80 - r * 0.9} ${190 + r * 0.4} ${80 - r} ${190 + r} 74H360V86H${190 + r}C${190 + r * 0.4} ${80 + r} ${190 - r} ${80 + r * 0.9} ${190 - r} 80Z`}
        fill={color('pale')}
        opacity="0.6"
        stroke={color('ink')}
        strokeWidth="1.3"
      />
      <text x={190 - r * 0.2} y="84" textAnchor="middle" className="num" {...label}>
        {shown.text(supply.lungVolumeM3, 'volume')}
      </text>
      <Outflow x={360} y={80} to={590} predicted={predicted} shown={shown} />
      <text x="590" y="100" textAnchor="end" className="num" {...label}>
        {shown.text(predicted.air.supplyGaugePressurePa, 'gaugePressure')} at the lips
      </text>
    </svg>
  )
}

/** The source as it is, to scale where it has a scale. */
export function SourceDrawing({ build, predicted, shown }: { build: Build; predicted: AirPredicted; shown: Shown }) {
  const { supply } = build
  const props = { predicted, shown }
  switch (supply.kind) {
    case 'compressor':
      return <TankDrawing supply={supply} settingPa={build.line.regulator?.setGaugePressurePa ?? null} {...props} />
    case 'vessel':
      return <BottleDrawing supply={supply} leastPa={build.leastGaugePressurePa} {...props} />
    case 'blower':
      return <BlowerDrawing supply={supply} {...props} />
    case 'breath':
      return <BreathDrawing supply={supply} {...props} />
    case 'wind':
      return <WindDrawing supply={supply} {...props} />
    case 'balloon':
      return <BalloonDrawing supply={supply} {...props} />
    case 'steady':
      return null
  }
}
