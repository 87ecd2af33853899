'use client'
import { useId } from 'react'
import type { CompressedAirHeat } from '../../../core/supply'
import { Hatch, color } from '../../../ui'
import type { Shown } from '../../shared'
import type { MachinePredicted as AirPredicted } from '../../../project/document'

const [LEFT, RIGHT, TOP, BOTTOM] = [60, 600, 24, 168]

/**
 * Temperature of the air from place to place, with the freezing point, the pressure dew point and where the rotor's
 * material goes soft.
 */
export function HeatPicture({
  heat,
  predicted,
  softensK,
  materialLabel,
  shown,
}: {
  heat: CompressedAirHeat
  predicted: AirPredicted
  softensK: number | null
  materialLabel: string | null
  shown: Shown
}) {
  const hatch = useId()
  const { input, nozzle } = predicted
  const coil = input.supply.kind === 'compressor' && input.supply.coil !== null
  const places: readonly (readonly [string, number])[] = [
    ['intake', input.ambient.temperatureK],
    ['out of the pump', heat.pumpOutletK],
    ['tank', heat.tankK],
    ...(coil ? [['behind the coil', heat.deliveredK] as const] : []),
    ['nozzle exit', nozzle.exitTemperatureK],
  ]
  const all = [...places.map(([, t]) => t), 273.15, ...(softensK ? [softensK + 10] : [])]
  const [low, high] = [Math.min(...all) - 8, Math.max(...all) + 8]
  const y = (t: number) => BOTTOM - ((t - low) / (high - low)) * (BOTTOM - TOP)
  const x = (i: number) => LEFT + 40 + (i * (RIGHT - LEFT - 80)) / (places.length - 1)
  const line = (t: number, text: string, tone: string) => (
    <g>
      <line x1={LEFT} x2={RIGHT} y1={y(t)} y2={y(t)} stroke={color(tone)} strokeDasharray="2 4" />
      <text x={RIGHT} y={y(t) - 4} textAnchor="end" fontSize="11" fill={color(tone)}>
        {text}
      </text>
    </g>
  )
  return (
    <svg
      viewBox="0 0 620 206"
      width="100%"
      role="img"
      aria-label={`Temperatures: ${places.map(([name, t]) => `${name} ${shown.text(t, 'temperature')}`).join(', ')}`}
    >
      <defs>
        <Hatch id={hatch} tone="brick" gap={7} />
      </defs>
      {softensK && y(softensK) > TOP && (
        <>
          <rect
            x={LEFT}
            y={TOP}
            width={RIGHT - LEFT}
            height={y(softensK) - TOP}
            fill={`url(#${hatch})`}
            opacity="0.6"
          />
          {line(softensK, `${materialLabel ?? 'the print'} softens, ${shown.text(softensK, 'temperature')}`, 'brick')}
        </>
      )}
      {line(273.15, 'freezing', 'petrol')}
      {line(
        heat.moisture.pressureDewPointK,
        `water settles below ${shown.text(heat.moisture.pressureDewPointK, 'temperature')}`,
        'mute',
      )}
      <path
        d={`M${places.map(([, t], i) => `${x(i)} ${y(t)}`).join('L')}`}
        fill="none"
        stroke={color('ink')}
        strokeWidth="1.2"
        strokeDasharray="5 3"
      />
      {places.map(([name, t], i) => (
        <g key={name}>
          <circle
            cx={x(i)}
            cy={y(t)}
            r="4.5"
            fill={color('sheet')}
            stroke={t < 273.15 ? color('petrol') : color('copper')}
            strokeWidth="1.8"
          />
          <text
            x={x(i) + 8}
            y={y(t) - 7}
            fontSize="11"
            className="num"
            fill={color('ink')}
            stroke={color('sheet')}
            strokeWidth="3"
            paintOrder="stroke"
          >
            {shown.text(t, 'temperature')}
          </text>
          <text x={x(i)} y={BOTTOM + 24} textAnchor="middle" fontSize="11" fill={color('mute')}>
            {name}
          </text>
        </g>
      ))}
    </svg>
  )
}
