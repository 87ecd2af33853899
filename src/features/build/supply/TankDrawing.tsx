'use client'
import { useId } from 'react'
import { Dimension, Hatch, color } from '../../../ui'
import type { SupplyOf } from './supply-edit'
import { type DrawingProps, W, label, quiet, Shade } from './drawing-parts'

/** Tank with its pressures as levels: cut-in, cut-out, setting, and where it stands now. */
export function TankDrawing({
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

/**
 * A bottle three diameters long, to scale with its hand pump; filled to its pressure over its limit or ten atmospheres.
 */
export function BottleDrawing({
  supply,
  predicted,
  shown,
  leastPa,
}: DrawingProps<SupplyOf<'vessel'>> & { leastPa: number }) {
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
