'use client'
import { inRpm } from '../../../core/units'
import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { PerformanceMap } from '../../../core/search'
import { LinkButton, TableView, color } from '../../../ui'
import { useDesignJob, useSettled, useShown } from '../../shared'
import type { StationProps } from '../stations/station-props'

const COLUMNS = 60
const ROWS = 60
const SIZE = { width: 620, height: 228, left: 54, right: 96, top: 20, bottom: 34 } as const
const BANDS = 8

/**
 * Bands of power in one hue, from the sheet to copper. Drawn by the grid: one cell a pixel, enlarged by the browser.
 */
function paint(canvas: HTMLCanvasElement, map: PerformanceMap): void {
  const context = canvas.getContext('2d')
  if (!context) return
  const most = Math.max(1e-9, ...map.powerW.flat())
  const picture = context.createImageData(COLUMNS, ROWS)
  map.powerW.forEach((row, y) =>
    row.forEach((w, x) => {
      const at = 4 * ((ROWS - 1 - y) * COLUMNS + x)
      const band = w <= 0 ? 0 : Math.min(BANDS, Math.ceil((BANDS * w) / most)) / BANDS
      ;[picture.data[at], picture.data[at + 1], picture.data[at + 2], picture.data[at + 3]] = [
        169,
        82,
        31,
        Math.round(235 * band ** 1.2),
      ]
    }),
  )
  context.putImageData(picture, 0, 0)
}

/**
 * Shaft power over pressure at the nozzle and speed; where it runs, where it would run free, where it is best, and what
 * bearings and strength allow.
 */
export function MapView({ build, predicted }: Pick<StationProps, 'build' | 'predicted'>) {
  const shown = useShown()
  const late = useSettled(predicted, 200)
  const request = useMemo(() => ({ kind: 'map' as const, input: late.input, columns: COLUMNS, rows: ROWS }), [late])
  const { result: map, failed } = useDesignJob(request)
  const canvas = useRef<HTMLCanvasElement>(null)
  const [asTable, setAsTable] = useState(false)
  useEffect(() => {
    if (canvas.current && map) paint(canvas.current, map)
  }, [map, asTable])
  if (failed) return <Box color="mute">{failed}</Box>
  if (!map)
    return (
      <Box role="status" color="mute" h="240px">
        Working out the map…
      </Box>
    )
  const { width, height, left, right, top, bottom } = SIZE
  const mostSpeed = map.speedRadPerS[COLUMNS - 1]
  const mostPressure = map.gaugePressurePa[ROWS - 1]
  const x = (w: number) => left + (w / mostSpeed) * (width - left - right)
  const y = (p: number) => height - bottom - (p / mostPressure) * (height - top - bottom)
  const line = (speeds: readonly number[]) =>
    `M${speeds.map((w, i) => `${x(Math.min(w, mostSpeed)).toFixed(1)} ${y(map.gaugePressurePa[i]).toFixed(1)}`).join('L')}`
  const { bearing, strength } = predicted.prediction
  const safe = strength.burstSpeedRadPerS / Math.SQRT2
  const ticks = (most: number) => [0, 0.25, 0.5, 0.75, 1].map((k) => k * most)
  const working = predicted.prediction.point.speedRadPerS
  const limits: [string, number, string][] = [
    ['bearing limit', bearing.limitRadPerS, 'brick'],
    ['half strength', safe, 'brick'],
  ]
  const table = {
    name: 'Power over pressure and speed',
    headers: [
      `pressure, ${shown.unit('gaugePressure').label} gauge`,
      'best speed, rpm',
      `best power, ${shown.unit('power').label}`,
      'free speed, rpm',
      'air, g/s',
    ],
    rows: map.gaugePressurePa.map((p, i) => [
      shown.number(p, 'gaugePressure'),
      inRpm(map.bestSpeedRadPerS[i]),
      shown.number(map.bestPowerW[i], 'power'),
      inRpm(map.freeSpeedRadPerS[i]),
      map.massFlowKgPerS[i] * 1000,
    ]),
  }
  const most = Math.max(...map.powerW.flat())
  return (
    <Box>
      <Flex fontSize="xs" color="mute" gap="4" wrap="wrap" mb="1">
        <span>shade: shaft power, predicted</span>
        <span>dashed: best power</span>
        <span>thin: free speed</span>
        <LinkButton ml="auto" aria-pressed={asTable} onClick={() => setAsTable(!asTable)}>
          {asTable ? 'Map' : 'Table'}
        </LinkButton>
      </Flex>
      {asTable ? (
        <TableView table={table} />
      ) : (
        <Box position="relative">
          <canvas
            ref={canvas}
            width={COLUMNS}
            height={ROWS}
            aria-hidden
            style={{
              position: 'absolute',
              left: `${(100 * left) / width}%`,
              top: `${(100 * top) / height}%`,
              width: `${(100 * (width - left - right)) / width}%`,
              height: `${(100 * (height - top - bottom)) / height}%`,
            }}
          />
          <svg
            viewBox={`0 0 ${width} ${height}`}
            width="100%"
            role="img"
            aria-label={`Map of shaft power over gauge pressure to ${shown.text(mostPressure, 'gaugePressure')} and speed to ${shown.text(mostSpeed, 'rotation')}; at most ${shown.text(most, 'power')}`}
            style={{ position: 'relative', display: 'block' }}
          >
            <path d={`M${left} ${top}V${height - bottom}H${width - right}`} stroke={color('rule')} fill="none" />
            {ticks(mostSpeed).map((w) => (
              <text
                key={w}
                x={x(w)}
                y={height - bottom + 14}
                fontSize="11"
                className="num"
                textAnchor="middle"
                fill={color('mute')}
              >
                {w === 0 ? '0' : `${Math.round(inRpm(w) / 100) / 10}k`}
              </text>
            ))}
            {ticks(mostPressure).map((p) => (
              <text
                key={p}
                x={left - 6}
                y={y(p) + 4}
                fontSize="11"
                className="num"
                textAnchor="end"
                fill={color('mute')}
              >
                {Number(shown.number(p, 'gaugePressure').toPrecision(2))}
              </text>
            ))}
            <text x={(left + width - right) / 2} y={height - 4} fontSize="11" textAnchor="middle" fill={color('mute')}>
              speed, rpm
            </text>
            <text x={left - 48} y={11} fontSize="11" fill={color('mute')}>
              {shown.unit('gaugePressure').label} gauge
            </text>
            <path d={line(map.freeSpeedRadPerS)} fill="none" stroke={color('ink')} strokeWidth="0.9" />
            <path
              d={line(map.bestSpeedRadPerS)}
              fill="none"
              stroke={color('ink')}
              strokeWidth="1.6"
              strokeDasharray="6 4"
            />
            <path
              d={`M${left} ${y(map.ownGaugePressurePa)}H${width - right}`}
              stroke={color('petrol')}
              strokeWidth="1.2"
              strokeDasharray="2 3"
            />
            {working <= mostSpeed && (
              <circle
                cx={x(working)}
                cy={y(map.ownGaugePressurePa)}
                r="4.5"
                fill={color('sheet')}
                stroke={color('ink')}
                strokeWidth="1.8"
              />
            )}
            {limits.map(([name, w, tone], i) =>
              w < mostSpeed ? (
                <g key={name}>
                  <path d={`M${x(w)} ${top}V${height - bottom}`} stroke={color(tone)} strokeWidth="1.4" />
                  <text x={x(w) + 4} y={top + 10 + 14 * i} fontSize="11" fill={color(tone)}>
                    {name}
                  </text>
                </g>
              ) : null,
            )}
            <text x={width - right + 6} y={y(map.ownGaugePressurePa) + 4} fontSize="11" fill={color('petrol')}>
              this supply
            </text>
            {Array.from({ length: BANDS }, (_, i) => (
              <g key={i}>
                <rect
                  x={width - right + 8}
                  y={top + i * 8}
                  width="10"
                  height="8"
                  fill="rgb(169,82,31)"
                  opacity={0.92 * ((BANDS - i) / BANDS) ** 1.2}
                />
                {(i === 0 || i === BANDS / 2) && (
                  <text x={width - right + 22} y={top + i * 8 + 8} fontSize="10" className="num" fill={color('mute')}>
                    {shown.text((most * (BANDS - i)) / BANDS, 'power')}
                  </text>
                )}
              </g>
            ))}
          </svg>
        </Box>
      )}
      <Box fontSize="xs" color="mute">
        Predicted for {build.name}; the ring is its working point.
      </Box>
    </Box>
  )
}
