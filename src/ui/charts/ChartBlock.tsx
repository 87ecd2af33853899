'use client'
import { Box, Flex } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { memo, useMemo, useState } from 'react'
import { LinkButton } from '../Buttons'
import { TableView, type TableData } from '../TableView'
import { color } from '../theme'
import type { CurveChartProps } from './chart-types'

const CurveChart = dynamic(() => import('./CurveChart'), {
  ssr: false,
  loading: () => (
    <Box color="mute" fontSize="xs">
      Drawing…
    </Box>
  ),
})

/** Every line and point set of a chart as one table, x first. */
function tableOf(chart: CurveChartProps): TableData {
  const rows = [
    ...chart.lines.flatMap((line) =>
      line.points
        .filter((p) => p.y !== null)
        .map((p) => [line.name, p.x, p.y, p.hi !== undefined && p.lo !== undefined ? (p.hi - p.lo) / 2 : null]),
    ),
    ...(chart.dots ?? []).flatMap((d) => d.points.map((p) => [d.name, p.x, p.y, p.e ?? null])),
  ]
  return { name: chart.label, headers: ['curve', chart.xLabel, 'value', '±'], rows }
}

const Sample = ({
  tone,
  predicted,
  dotted,
  mark,
  hollow,
}: {
  tone: string
  predicted?: boolean
  dotted?: boolean
  mark?: 'circle' | 'square'
  hollow?: boolean
}) => (
  <svg width="22" height="10" aria-hidden style={{ display: 'inline-block', verticalAlign: 'middle' }}>
    {mark === 'circle' && (
      <circle cx="11" cy="5" r="3.4" fill={hollow ? 'none' : color(tone)} stroke={color(tone)} strokeWidth="1.4" />
    )}
    {mark === 'square' && <rect x="8" y="2" width="6" height="6" fill={color(tone)} />}
    {!mark && (
      <line
        x1="0"
        x2="22"
        y1="5"
        y2="5"
        stroke={color(tone)}
        strokeWidth="2"
        strokeDasharray={dotted ? '1.5 3' : predicted ? '6 4' : undefined}
      />
    )}
  </svg>
)

/** A chart with its key above it and its table one click away. */
export const ChartBlock = memo(function ChartBlock(chart: CurveChartProps) {
  const [asTable, setAsTable] = useState(false)
  const table = useMemo(() => (asTable ? tableOf(chart) : null), [asTable, chart])
  return (
    <Box>
      <Flex gap="4" rowGap="0" wrap="wrap" fontSize="xs" color="mute" mb="1">
        {chart.lines
          .filter((line) => !line.thin || line.dotted)
          .map((line) => (
            <span key={line.id}>
              <Sample tone={line.tone} predicted={line.predicted} dotted={line.dotted} /> {line.name}
            </span>
          ))}
        {chart.dots?.map((d) => (
          <span key={d.id}>
            <Sample tone={d.tone} mark={d.shape} hollow={d.hollow} /> {d.name}
          </span>
        ))}
        <LinkButton ml="auto" onClick={() => setAsTable(!asTable)} aria-pressed={asTable}>
          {asTable ? 'Chart' : 'Table'}
        </LinkButton>
      </Flex>
      {table ? <TableView table={table} /> : <CurveChart {...chart} />}
    </Box>
  )
})
