'use client'
import type { ReactNode } from 'react'
import { color } from '../../../../ui'

export const W = 620
export const H = 226

/** The sheet that every family's drawing is made on, with a name for those who cannot see it. */
export const Drawing = ({ label, children, height = H }: { label: string; children: ReactNode; height?: number }) => (
  <svg viewBox={`0 0 ${W} ${height}`} width="100%" role="img" aria-label={label}>
    {children}
  </svg>
)

/** Lines of figures beside a drawing. */
export const Legend = ({
  x,
  y,
  lines,
  anchor = 'start',
}: {
  x: number
  y: number
  lines: readonly string[]
  anchor?: 'start' | 'end'
}) => (
  <text x={x} y={y} fontSize="11" className="num" textAnchor={anchor} fill={color('ink')}>
    {lines.map((line, i) => (
      <tspan key={line} x={x} dy={i === 0 ? 0 : 16}>
        {line}
      </tspan>
    ))}
  </text>
)

/** A closed path through points scaled to user units. */
export const pathOf = (points: readonly (readonly [number, number])[], close = true): string =>
  `M${points.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}${close ? 'Z' : ''}`
