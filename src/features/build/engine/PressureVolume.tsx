import { memo } from 'react'
import type { EngineCycle } from '../../../core/engine'
import { formatNumber } from '../../../core/units'
import { color } from '../../../ui'
import type { Shown } from '../../shared'
import { atAngle } from './at-angle'

const [W, H] = [350, 232]
const [LEFT, RIGHT, TOP, FOOT] = [44, 8, 10, 40]

/** Round steps up to a greatest value, four to six of them. */
function steps(most: number): number[] {
  const power = 10 ** Math.floor(Math.log10(most / 4))
  const step = [1, 2, 2.5, 5, 10].map((m) => m * power).find((s) => most / s <= 5.5) ?? most
  return Array.from({ length: Math.floor(most / step + 1e-9) + 1 }, (_, i) => i * step)
}

/**
 * Pressure over volume of one cylinder’s ends, absolute: the area of a loop is its work. Predicted, so dashed.
 * @param before the same of what it is held against, dotted.
 */
export const PressureVolume = memo(function PressureVolume({
  cycle,
  before,
  chambers,
  supplyPa,
  roomPa,
  angle,
  shown,
  per = 'a turn',
}: {
  cycle: EngineCycle
  before: EngineCycle | null
  /** Places of this cylinder’s ends among all chambers. */
  chambers: readonly number[]
  supplyPa: number
  roomPa: number
  angle: number
  shown: Shown
  /** What its work is done in. */
  per?: string
}) {
  const unit = shown.unit('absolutePressure')
  const p = (pa: number) => pa / unit.si
  const v = (m3: number) => m3 * 1e6
  const loops = chambers.map((i) => cycle.chambers[i])
  const others = before ? chambers.map((i) => before.chambers[i]) : []
  const all = [...loops, ...others]
  const mostP = 1.06 * p(Math.max(supplyPa, ...all.map((c) => Math.max(...c.pressurePaAbs))))
  const mostV = 1.04 * v(Math.max(...all.map((c) => Math.max(...c.volumeM3))))
  const x = (m3: number) => LEFT + (v(m3) / mostV) * (W - LEFT - RIGHT)
  const y = (pa: number) => TOP + (1 - p(pa) / mostP) * (H - TOP - FOOT)
  const path = (c: EngineCycle['chambers'][number]) =>
    Array.from(
      c.volumeM3,
      (m3, i) => `${i === 0 ? 'M' : 'L'}${x(m3).toFixed(1)} ${y(c.pressurePaAbs[i]).toFixed(1)}`,
    ).join('')
  const work = loops.reduce((sum, c) => sum + c.workJ, 0)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Pressure over volume: ${formatNumber(work)} J ${per} in this chamber`}
    >
      {steps(mostP).map((s) => (
        <g key={s}>
          <line x1={LEFT} x2={W - RIGHT} y1={y(s * unit.si)} y2={y(s * unit.si)} stroke={color('rule')} />
          <text x={LEFT - 6} y={y(s * unit.si) + 4} fontSize="11" textAnchor="end" className="num" fill={color('mute')}>
            {formatNumber(s)}
          </text>
        </g>
      ))}
      {steps(mostV).map((s) => (
        <text
          key={s}
          x={x(s / 1e6)}
          y={H - FOOT + 16}
          fontSize="11"
          textAnchor="middle"
          className="num"
          fill={color('mute')}
        >
          {formatNumber(s)}
        </text>
      ))}
      <text x={(LEFT + W) / 2} y={H - 6} fontSize="11" textAnchor="middle" fill={color('mute')}>
        {`volume, cm³ · ${unit.label} absolute up`}
      </text>
      <line
        x1={LEFT}
        x2={W - RIGHT}
        y1={y(supplyPa)}
        y2={y(supplyPa)}
        stroke={color('pipe')}
        strokeDasharray="1 4"
        strokeWidth="1.4"
      />
      <line x1={LEFT} x2={W - RIGHT} y1={y(roomPa)} y2={y(roomPa)} stroke={color('mute')} strokeDasharray="1 4" />
      {others.map((c) => (
        <path
          key={`b${c.volume}`}
          d={path(c)}
          fill="none"
          stroke={color('mute')}
          strokeWidth="1.3"
          strokeDasharray="1.5 3"
        />
      ))}
      {loops.map((c, i) => (
        <path
          key={c.volume}
          d={`${path(c)}Z`}
          fill={color('copper')}
          fillOpacity={i === 0 ? 0.13 : 0.06}
          stroke={color('copper')}
          strokeWidth="1.7"
          strokeDasharray="5 3"
        />
      ))}
      {loops.map((c) => (
        <circle
          key={`m${c.volume}`}
          cx={x(atAngle(cycle.angleRad, c.volumeM3, angle))}
          cy={y(atAngle(cycle.angleRad, c.pressurePaAbs, angle))}
          r="4.5"
          fill={color('sheet')}
          stroke={color('ink')}
          strokeWidth="1.8"
        />
      ))}
      <text
        x={W - RIGHT - 2}
        y={y(supplyPa) + 16}
        fontSize="12"
        textAnchor="end"
        fill={color('copper')}
        fontWeight="600"
      >
        {`${formatNumber(work)} J ${per}`}
      </text>
      {before && (
        <text x={W - RIGHT - 2} y={y(supplyPa) + 32} fontSize="11" textAnchor="end" fill={color('mute')}>
          {`${formatNumber(others.reduce((sum, c) => sum + c.workJ, 0))} J before, dotted`}
        </text>
      )}
    </svg>
  )
})
