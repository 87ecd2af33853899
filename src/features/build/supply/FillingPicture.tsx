'use client'
import { useId } from 'react'
import { Hatch, color } from '../../../ui'
import type { FillingBalance } from '../../../core/supply'
import type { Shown } from '../../shared'

/** Where a filling's energy goes: to the nozzle, left behind, lost on the way. */
export function FillingPicture({ filling, shown }: { filling: FillingBalance; shown: Shown }) {
  const hatch = useId()
  const { exergyJ, atNozzleJ, leftJ, lostJ, pumpingJ } = filling
  const most = Math.max(exergyJ, pumpingJ, 1e-9)
  const w = (j: number) => (Math.max(0, j) / most) * 540
  const parts: [string, number, string][] = [
    ['reached the nozzle', atNozzleJ, color('pipe')],
    ['lost: cooling, throttling, line', Math.max(0, lostJ), color('pale')],
    ['left below the least pressure', leftJ, `url(#${hatch})`],
  ]
  let at = 40
  return (
    <svg
      viewBox="0 0 620 150"
      width="100%"
      role="img"
      aria-label={`A filling holds ${shown.text(exergyJ, 'energy')}: ${parts.map(([name, j]) => `${name} ${shown.text(j, 'energy')}`).join(', ')}`}
    >
      <defs>
        <Hatch id={hatch} tone="mute" gap={6} />
      </defs>
      <text x="40" y="16" fontSize="11" fill={color('mute')}>
        put in by quick strokes that cool between them{' '}
        <tspan className="num" fill={color('ink')}>
          {shown.text(pumpingJ, 'energy')}
        </tspan>
      </text>
      <rect x="40" y="22" width={w(pumpingJ)} height="10" fill="none" stroke={color('ink')} strokeDasharray="5 3" />
      <text x="40" y="52" fontSize="11" fill={color('mute')}>
        could be had from the filling{' '}
        <tspan className="num" fill={color('ink')}>
          {shown.text(exergyJ, 'energy')}
        </tspan>
      </text>
      {parts.map(([name, j, fill], i) => {
        const x = at
        at += w(j)
        return (
          <g key={name}>
            <rect x={x} y="58" width={w(j)} height="26" fill={fill} stroke={color('ink')} strokeWidth="0.8" />
            <g transform={`translate(${40 + i * 190} 108)`}>
              <rect width="12" height="12" y="-10" fill={fill} stroke={color('ink')} strokeWidth="0.8" />
              <text x="18" fontSize="11" fill={color('ink')}>
                {name}
              </text>
              <text x="18" y="16" fontSize="11" className="num" fill={color('ink')}>
                {shown.text(j, 'energy')}, {((100 * j) / Math.max(exergyJ, 1e-9)).toFixed(0)} %
              </text>
            </g>
          </g>
        )
      })}
    </svg>
  )
}
