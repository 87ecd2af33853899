'use client'
import { useId } from 'react'
import { restVolume } from '../../../core/supply'
import type { Build } from '../../../project/document'
import { Dimension, Hatch, color } from '../../../ui'
import type { Shown } from '../../shared'
import type { MachinePredicted as AirPredicted } from '../../../project/document'
import type { SupplyOf } from './supply-edit'

interface DrawingProps<S> {
  readonly supply: S
  readonly predicted: AirPredicted
  readonly shown: Shown
}

const W = 620
const label = { fontSize: 11, fill: color('ink') } as const
const quiet = { fontSize: 11, fill: color('mute') } as const

const Shade = ({ id }: { id: string }) => (
  <linearGradient id={id} x1="0" x2="0" y1="0" y2="1">
    <stop offset="0" stopColor={color('pipe')} stopOpacity="0.55" />
    <stop offset="1" stopColor={color('pipe')} />
  </linearGradient>
)

/** Where the air leaves a source: a pipe with what flows in it. */
const Outflow = ({
  x,
  y,
  to,
  predicted,
  shown,
}: {
  x: number
  y: number
  to: number
  predicted: AirPredicted
  shown: Shown
}) => (
  <>
    <path d={`M${x} ${y}H${to}m-9 -5l9 5l-9 5`} fill="none" stroke={color('pipe')} strokeWidth="2.4" />
    <text x={to} y={y - 10} textAnchor="end" className="num" {...label}>
      {shown.text(predicted.nozzle.freeAirM3PerS, 'freeAir')} free air
    </text>
  </>
)

/** Tank with its pressures as levels: cut-in, cut-out, setting, and where it stands now. */
function TankDrawing({
  supply,
  predicted,
  shown,
  settingPa,
}: DrawingProps<SupplyOf<'compressor'>> & { settingPa: number | null }) {
  const fade = useId()
  const now = predicted.air.sourcePressurePaAbs - predicted.input.ambient.absolutePressurePa
  const most = supply.cutOutGaugePressurePa * 1.08
  const level = (pa: number) => 150 - (Math.min(pa, most) / most) * 122
  const diameter = Math.cbrt((4 * supply.tankVolumeM3) / (Math.PI * 2.2))
  const marks: [string, number][] = [
    ['cuts out', supply.cutOutGaugePressurePa],
    ['cuts in', supply.cutInGaugePressurePa],
    ...(settingPa !== null ? [['regulator', settingPa] as [string, number]] : []),
  ]
  const close = (pa: number) => Math.abs(level(pa) - level(now)) < 14
  return (
    <svg
      viewBox={`0 0 ${W} 178`}
      width="100%"
      role="img"
      aria-label={`Tank of ${shown.text(supply.tankVolumeM3, 'volume')}, standing at ${shown.text(now, 'gaugePressure')}`}
    >
      <defs>
        <Shade id={fade} />
        <clipPath id={`${fade}c`}>
          <rect x="121" y="29" width="178" height="120" rx="33" />
        </clipPath>
      </defs>
      <rect x="120" y="28" width="180" height="122" rx="34" fill="none" stroke={color('ink')} strokeWidth="1.6" />
      <rect
        clipPath={`url(#${fade}c)`}
        x="120"
        y={level(now)}
        width="180"
        height={150 - level(now)}
        fill={`url(#${fade})`}
      />
      <text
        x="210"
        y={Math.min(142, level(now) + 18)}
        textAnchor="middle"
        fontSize="12"
        className="num"
        fill={color('onPipe')}
      >
        {shown.text(now, 'gaugePressure')}
      </text>
      {marks.map(([name, pa]) => (
        <g key={name}>
          <line
            x1="120"
            x2="316"
            y1={level(pa)}
            y2={level(pa)}
            stroke={close(pa) ? color('pale') : color('mute')}
            strokeDasharray="4 3"
          />
          <text x="322" y={level(pa) + 4} {...label}>
            {name} <tspan className="num">{shown.text(pa, 'gaugePressure')}</tspan>
          </text>
        </g>
      ))}
      <path d="M210 150v14h250m-9 -5l9 5l-9 5" fill="none" stroke={color('pipe')} strokeWidth="2.4" />
      <text x="470" y="168" className="num" {...label}>
        {shown.text(predicted.nozzle.freeAirM3PerS, 'freeAir')} free air
      </text>
      <Dimension x1={120} y1={28} x2={120} y2={150} offset={22} text="" />
      <text x="90" y="86" textAnchor="end" className="num" {...label}>
        {shown.text(supply.tankVolumeM3, 'volume')}
      </text>
      <text x="90" y="102" textAnchor="end" {...quiet}>
        ⌀ about {shown.text(diameter, 'length')}
      </text>
    </svg>
  )
}

/** A bottle three diameters long, to scale with its hand pump; filled to its pressure over its limit or ten atmospheres. */
function BottleDrawing({ supply, predicted, shown, leastPa }: DrawingProps<SupplyOf<'vessel'>> & { leastPa: number }) {
  const [fade, hatch] = [useId(), useId()]
  const diameter = Math.cbrt((4 * supply.volumeM3) / (3 * Math.PI))
  const length = 3 * diameter
  const pumpBore = Math.cbrt((4 * supply.pump.strokeVolumeM3) / (10 * Math.PI))
  const scale = Math.min(330 / length, 104 / diameter, 190 / (10 * pumpBore * 0.62))
  const [h, w] = [diameter * scale, length * scale]
  const [x0, mid] = [36, 84]
  const most = Math.max(supply.ratedGaugePressurePa ?? 0, supply.gaugePressurePa * 1.05, leastPa * 1.1)
  const at = (pa: number) => x0 + (Math.min(pa, most) / most) * w
  const body = `M${x0 + h * 0.16} ${mid - h / 2}H${x0 + w - h * 0.7}C${x0 + w - h * 0.25} ${mid - h / 2} ${x0 + w - h * 0.2} ${mid - h * 0.12} ${x0 + w} ${mid - h * 0.12}V${mid + h * 0.12}C${x0 + w - h * 0.2} ${mid + h * 0.12} ${x0 + w - h * 0.25} ${mid + h / 2} ${x0 + w - h * 0.7} ${mid + h / 2}H${x0 + h * 0.16}Q${x0} ${mid + h / 2} ${x0} ${mid}Q${x0} ${mid - h / 2} ${x0 + h * 0.16} ${mid - h / 2}Z`
  const rated = supply.ratedGaugePressurePa
  const px = W - 12 - 10 * pumpBore * scale * 0.62
  return (
    <svg
      viewBox={`0 0 ${W} 186`}
      width="100%"
      role="img"
      aria-label={`Bottle of ${shown.text(supply.volumeM3, 'volume')} at ${shown.text(supply.gaugePressurePa, 'gaugePressure')}`}
    >
      <defs>
        <Shade id={fade} />
        <Hatch id={hatch} tone="brick" gap={6} />
        <clipPath id={`${fade}c`}>
          <path d={body} />
        </clipPath>
      </defs>
      <g clipPath={`url(#${fade}c)`}>
        <rect x={x0} y={mid - h} width={at(supply.gaugePressurePa) - x0} height={2 * h} fill={`url(#${fade})`} />
        <rect x={x0} y={mid - h} width={at(leastPa) - x0} height={2 * h} fill={color('pale')} opacity="0.6" />
        {rated !== null && rated < most * 0.999 && (
          <rect x={at(rated)} y={mid - h} width={w} height={2 * h} fill={`url(#${hatch})`} />
        )}
      </g>
      <path d={body} fill="none" stroke={color('ink')} strokeWidth="1.5" />
      <line
        x1={at(leastPa)}
        x2={at(leastPa)}
        y1={mid - h / 2 - 6}
        y2={mid + h / 2 + 6}
        stroke={color('ink')}
        strokeDasharray="4 3"
      />
      <text x={Math.max(x0, at(leastPa) - 4)} y={mid + h / 2 + 18} {...quiet}>
        below {shown.text(leastPa, 'gaugePressure')}: wasted
      </text>
      <text x={x0} y={mid - h / 2 - 12} className="num" {...label}>
        {shown.text(supply.gaugePressurePa, 'gaugePressure')}
        {rated !== null ? ` of ${shown.text(rated, 'gaugePressure')} allowed` : ', limit not known'}
      </text>
      <path d={`M${x0 + w} ${mid}h30m-8 -5l8 5l-8 5`} fill="none" stroke={color('pipe')} strokeWidth="2.4" />
      <text x={x0 + w + 6} y={mid - 12} className="num" {...label}>
        {shown.text(predicted.nozzle.freeAirM3PerS, 'freeAir')}
      </text>
      <g stroke={color('ink')} strokeWidth="1.3" fill="none">
        <rect x={px} y={150} width={10 * pumpBore * scale * 0.5} height={Math.max(4, pumpBore * scale)} />
        <path
          d={`M${px + 10 * pumpBore * scale * 0.5} ${150 + Math.max(4, pumpBore * scale) / 2}h${10 * pumpBore * scale * 0.1}m0 -8v16`}
        />
      </g>
      <text x={px} y={144} {...quiet}>
        pump, <tspan className="num">{shown.text(supply.pump.strokeVolumeM3, 'volume')}</tspan> a stroke
      </text>
      <Dimension
        x1={x0}
        y1={mid + h / 2}
        x2={x0 + w}
        y2={mid + h / 2}
        offset={44}
        text={`${shown.text(supply.volumeM3, 'volume')}, about ${shown.text(length, 'length')} long`}
      />
    </svg>
  )
}

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
