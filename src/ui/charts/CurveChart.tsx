'use client'
import { memo, useId } from 'react'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { Hatch } from '../drawing/Dimension'
import { color } from '../theme'
import type { ChartDots, ChartLine, ChartPoint, CurveChartProps } from './chart-types'

const tickStyle = { fontFamily: 'var(--gk-fonts-mono)', fontSize: 11, fill: color('mute') }
const axisName = { position: 'absolute', top: -5, fontSize: 11, color: color('mute') } as const

/** Round numbers across a range, about six of them. */
function niceTicks([from, to]: readonly [number, number]): number[] {
  const raw = (to - from) / 5
  const power = 10 ** Math.floor(Math.log10(raw))
  const step = [1, 2, 2.5, 5, 10].map((m) => m * power).find((s) => s >= raw) ?? raw
  const ticks: number[] = []
  for (let t = Math.ceil(from / step - 1e-9) * step; t <= to + 1e-9 * step; t += step)
    ticks.push(Number(t.toPrecision(10)))
  return ticks
}

/** The x range: as given, else that of the lines. */
function rangeOf(domain: CurveChartProps['xDomain'], lines: readonly ChartLine[]): [number, number] {
  const xs = lines.flatMap((line) => line.points.map((p) => p.x))
  const [a, b] = domain ?? ['auto', 'auto']
  const from = a === 'auto' ? Math.min(...xs) : a
  const to = b === 'auto' ? Math.max(...xs) : b
  return to > from ? [from, to] : [from, from + 1]
}

/** Round ticks where both ends are given; else the chart's own. */
const ticksOf = (domain: CurveChartProps['left']['domain']): number[] | undefined =>
  domain && typeof domain[0] === 'number' && typeof domain[1] === 'number'
    ? niceTicks([domain[0], domain[1]])
    : undefined

const round = (v: number) =>
  Math.abs(v) >= 1000 ? `${Number((v / 1000).toPrecision(3))}k` : String(Number(v.toPrecision(4)))

/** A filled mark with its own outline, so that measured points stand off from any line. */
function dotShape(dots: ChartDots) {
  return function Dot({ cx, cy }: { cx?: number; cy?: number }) {
    if (cx === undefined || cy === undefined) return <g />
    const paint = { fill: dots.hollow ? 'none' : color(dots.tone), stroke: color(dots.tone), strokeWidth: 1.4 }
    return dots.shape === 'square' ? (
      <rect x={cx - 3} y={cy - 3} width={6} height={6} {...paint} />
    ) : (
      <circle cx={cx} cy={cy} r={3.2} {...paint} />
    )
  }
}

const bandOf = (p: ChartPoint) => [p.lo, p.hi]
/** Where a drawn thing finds its points: a column of the chart's table, or its own. */
const column = (name: string) => ({ dataKey: name })
const own = <K,>(line: ChartLine, dataKey: K) => ({ data: line.points as never, dataKey: dataKey as never })

/**
 * Lines over the same places as one table, so that a change of all of them is one change of the chart; which lines are
 * in it.
 * Others keep their own points.
 */
function tableOf(lines: readonly ChartLine[]): {
  readonly rows: Readonly<Record<string, unknown>>[]
  readonly shared: readonly boolean[]
} {
  const first = lines[0]?.points ?? []
  const shared = lines.map(({ points }) => points.length === first.length && points.every((p, i) => p.x === first[i].x))
  const rows = first.map(({ x }, j) => {
    const row: Record<string, unknown> = { x }
    lines.forEach(({ points }, i) => {
      if (!shared[i]) return
      row[`y${i}`] = points[j].y
      if (points[j].lo !== undefined) row[`band${i}`] = bandOf(points[j])
    })
    return row
  })
  return { rows, shared }
}

const dashOf = (line: ChartLine) => (line.dotted ? '1.5 3' : line.predicted ? '6 4' : undefined)

/**
 * Curves, bands, measured points, limits and one marker on shared axes. Predicted lines are dashed, measured ones
 * solid.
 */
function CurveChart({
  label,
  xLabel,
  xDomain,
  left,
  right,
  lines,
  dots = [],
  limits = [],
  marker,
  height = 220,
}: CurveChartProps) {
  const hatchId = useId()
  const range = rangeOf(xDomain, lines)
  const { rows, shared } = tableOf(lines)
  return (
    <div role="img" aria-label={label} style={{ width: '100%', height, position: 'relative' }}>
      <span style={{ ...axisName, left: 4 }}>{left.label}</span>
      {right && <span style={{ ...axisName, right: 0 }}>{right.label}</span>}
      <ResponsiveContainer width="100%" height="100%" minWidth={0} debounce={0}>
        <ComposedChart
          data={rows}
          margin={{ top: 14, right: right ? 4 : 12, bottom: 18, left: 0 }}
          accessibilityLayer={false}
        >
          <defs>
            <Hatch id={hatchId} tone="brick" gap={7} />
          </defs>
          <CartesianGrid vertical={false} stroke={color('rule')} />
          <XAxis
            type="number"
            dataKey="x"
            domain={range}
            ticks={niceTicks(range)}
            allowDataOverflow
            tick={tickStyle}
            tickFormatter={round}
            stroke={color('rule')}
            tickLine={false}
            height={28}
            label={{ value: xLabel, position: 'insideBottom', offset: -8, fontSize: 11, fill: color('mute') }}
          />
          <YAxis
            yAxisId="left"
            type="number"
            domain={left.domain ?? [0, 'auto']}
            ticks={ticksOf(left.domain)}
            allowDataOverflow
            tick={tickStyle}
            tickFormatter={round}
            stroke="none"
            width={44}
          />
          {right && (
            <YAxis
              yAxisId="right"
              orientation="right"
              type="number"
              domain={right.domain ?? [0, 'auto']}
              allowDataOverflow
              tick={tickStyle}
              tickFormatter={round}
              stroke="none"
              width={40}
            />
          )}
          {limits.map((limit) => (
            <ReferenceArea
              key={limit.label}
              yAxisId="left"
              x1={limit.from}
              x2={limit.to}
              fill={`url(#${hatchId})`}
              stroke="none"
              ifOverflow="hidden"
              label={{
                value: limit.label,
                position: 'insideTopRight',
                fontSize: 11,
                fontWeight: 600,
                fill: color('brick'),
              }}
            />
          ))}
          {lines.map((line, i) =>
            line.points.some((p) => p.lo !== undefined) ? (
              <Area
                key={`${line.id}-band`}
                yAxisId={line.axis}
                {...(shared[i] ? column(`band${i}`) : own(line, bandOf))}
                stroke="none"
                fill={color(line.tone)}
                fillOpacity={line.predicted ? 0.1 : 0.2}
                isAnimationActive={false}
                activeDot={false}
                tooltipType="none"
              />
            ) : null,
          )}
          {lines.map((line, i) => (
            <Line
              key={line.id}
              name={line.name}
              yAxisId={line.axis}
              {...(shared[i] ? column(`y${i}`) : own(line, 'y'))}
              stroke={color(line.tone)}
              strokeWidth={line.thin ? 1 : line.broad ? 6 : 2}
              strokeOpacity={line.broad ? 0.4 : 1}
              strokeDasharray={dashOf(line)}
              dot={false}
              activeDot={false}
              isAnimationActive={false}
              connectNulls={false}
              type="linear"
            />
          ))}
          {dots.map((d) => (
            <Scatter
              key={d.id}
              name={d.name}
              yAxisId={d.axis}
              data={d.points as never}
              dataKey="y"
              shape={dotShape(d)}
              isAnimationActive={false}
            >
              {d.points.some((p) => p.e) && (
                <ErrorBar dataKey="e" direction="y" width={0} strokeWidth={1.2} stroke={color(d.tone)} />
              )}
            </Scatter>
          ))}
          {marker && (
            <ReferenceLine
              yAxisId="left"
              x={marker.x}
              stroke={color('ink')}
              strokeWidth={1.2}
              label={{
                value: marker.label,
                position: 'insideBottomLeft',
                fontSize: 11,
                fontWeight: 600,
                fill: color('ink'),
              }}
            />
          )}
          <Tooltip
            isAnimationActive={false}
            cursor={{ stroke: color('mute'), strokeDasharray: '2 2' }}
            contentStyle={{ background: color('sheet'), border: `1px solid ${color('rule')}`, fontSize: 12 }}
            labelFormatter={(x) => `${xLabel}: ${round(Number(x))}`}
            formatter={(v) => (typeof v === 'number' ? round(v) : String(v))}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  )
}

export default memo(CurveChart)
