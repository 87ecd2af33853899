'use client'
import type { FlatProfile } from '../../core/geometry'
import { color } from '../../ui'

/** A part's flat profile as it goes into DXF and SVG, with a scale. */
export function FlatDrawing({ profile, label }: { profile: FlatProfile; label: string }) {
  const xs = [
    ...profile.outlines.flat().map(([x]) => x),
    ...profile.circles.flatMap((c) => [c.centre[0] - c.radius, c.centre[0] + c.radius]),
  ]
  const ys = [
    ...profile.outlines.flat().map(([, y]) => y),
    ...profile.circles.flatMap((c) => [c.centre[1] - c.radius, c.centre[1] + c.radius]),
  ]
  const [x0, y0, x1, y1] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
  const pad = 0.06 * Math.max(x1 - x0, y1 - y0)
  const stroke = Math.max(x1 - x0, y1 - y0) / 420
  const bar = [100, 50, 20, 10, 5, 2, 1].find((b) => b <= (x1 - x0) / 3) ?? 1
  return (
    <svg
      viewBox={`${x0 - pad} ${-y1 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 3 * pad}`}
      width="100%"
      style={{ height: 'min(560px, calc(100vh - 230px))', minHeight: 320 }}
      role="img"
      aria-label={label}
    >
      <g fill="none" stroke={color('ink')} strokeWidth={stroke}>
        {profile.outlines.map((o, i) => (
          <path key={i} d={`M${o.map(([x, y]) => `${x} ${-y}`).join('L')}Z`} />
        ))}
        {profile.circles.map((c, i) => (
          <circle key={i} cx={c.centre[0]} cy={-c.centre[1]} r={c.radius} />
        ))}
        <path
          d={`M${x0} ${-y0 + 1.1 * pad}h${bar}m0 ${-pad * 0.2}v${pad * 0.4}m${-bar} ${-pad * 0.4}v${pad * 0.4}`}
          stroke={color('mute')}
        />
      </g>
      <text x={x0 + bar + 0.3 * pad} y={-y0 + 1.3 * pad} fontSize={pad * 0.6} className="num" fill={color('mute')}>
        {bar} mm
      </text>
    </svg>
  )
}
