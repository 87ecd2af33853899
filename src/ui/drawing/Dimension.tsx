import { color } from '../theme'

/** A dimension line with its figure, between two points of a drawing, set off to one side by `offset` (user units). */
export function Dimension({
  x1,
  y1,
  x2,
  y2,
  text,
  offset = 0,
  size = 11,
}: {
  x1: number
  y1: number
  x2: number
  y2: number
  text: string
  offset?: number
  size?: number
}) {
  const length = Math.hypot(x2 - x1, y2 - y1) || 1
  const nx = (-(y2 - y1) / length) * offset
  const ny = ((x2 - x1) / length) * offset
  const [ax, ay, bx, by] = [x1 + nx, y1 + ny, x2 + nx, y2 + ny]
  const vertical = Math.abs(x2 - x1) < Math.abs(y2 - y1)
  return (
    <g stroke={color('mute')} strokeWidth={0.8} fill="none">
      {offset !== 0 && <path d={`M${x1} ${y1}L${ax} ${ay}M${x2} ${y2}L${bx} ${by}`} strokeWidth={0.5} />}
      <path d={`M${ax} ${ay}L${bx} ${by}`} />
      <path d={tick(ax, ay, vertical) + tick(bx, by, vertical)} />
      <text
        x={(ax + bx) / 2 + (vertical ? 5 : 0)}
        y={(ay + by) / 2 + (vertical ? size / 3 : -4)}
        fontSize={size}
        textAnchor={vertical ? 'start' : 'middle'}
        stroke="none"
        fill={color('ink')}
        className="num"
      >
        {text}
      </text>
    </g>
  )
}

const tick = (x: number, y: number, vertical: boolean): string =>
  vertical ? `M${x - 3} ${y + 1.5}L${x + 3} ${y - 1.5}` : `M${x - 1.5} ${y + 3}L${x + 1.5} ${y - 3}`

/** Slanted strokes for cut material and, in the limit's colour, for regions not to enter. */
export const Hatch = ({ id, tone = 'mute', gap = 6 }: { id: string; tone?: string; gap?: number }) => (
  <pattern id={id} width={gap} height={gap} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <line
      x1="0"
      y1="0"
      x2="0"
      y2={gap}
      stroke={color(tone)}
      strokeWidth={tone === 'brick' ? 1 : 0.8}
      opacity={tone === 'brick' ? 0.55 : 0.7}
    />
  </pattern>
)

/** An arrow from a point along a vector, in user units (y down). */
export function Arrow({
  x,
  y,
  dx,
  dy,
  tone,
  label,
  dashed,
  labelSide = 1,
}: {
  x: number
  y: number
  dx: number
  dy: number
  tone: string
  label: string
  dashed?: boolean
  labelSide?: 1 | -1
}) {
  const length = Math.hypot(dx, dy)
  if (length < 1) return null
  const [ux, uy] = [dx / length, dy / length]
  const [tx, ty] = [x + dx, y + dy]
  const head = `M${tx} ${ty}L${tx - 7 * ux - 3 * uy} ${ty - 7 * uy + 3 * ux}L${tx - 7 * ux + 3 * uy} ${ty - 7 * uy - 3 * ux}Z`
  return (
    <g>
      <line
        x1={x}
        y1={y}
        x2={tx - 5 * ux}
        y2={ty - 5 * uy}
        stroke={color(tone)}
        strokeWidth={1.8}
        strokeDasharray={dashed ? '5 3' : undefined}
      />
      <path d={head} fill={color(tone)} />
      <text
        x={x + dx / 2 - labelSide * uy * 12}
        y={y + dy / 2 + labelSide * ux * 12 + 4}
        fontSize={12}
        textAnchor="middle"
        fill={color(tone)}
        className="num"
      >
        {label}
      </text>
    </g>
  )
}
