'use client'
import { Box, Flex } from '@chakra-ui/react'
import { memo, useState } from 'react'
import { LinkButton, TableView, color } from '../../ui'

const W = 620
const H = 300
const PAD = { left: 52, right: 16, top: 14, bottom: 34 } as const

/** A design of a search as a place in its picture. */
export interface TradePoint {
  readonly number: number
  readonly x: number
  readonly y: number
  /** No other beats it in both. */
  readonly onFront: boolean
  /** What it gives, for those who do not see it. */
  readonly says: string
  /** Its row of the table, after its number. */
  readonly row: readonly (string | number)[]
}

/** A few of many: the ends and evenly spaced ones. */
export const fewOf = <T,>(all: readonly T[], most = 60): T[] => {
  const every = Math.max(1, Math.ceil(all.length / most))
  return all.filter((_, i) => i % every === 0 || i === all.length - 1)
}

/**
 * Power against another figure: designs that no other beats, the best ones, and where the build stands now. Each can be
 * chosen.
 */
export const TradePicture = memo(function TradePicture({
  points: all,
  here,
  against,
  xLabel,
  yLabel,
  xTick,
  lined,
  headers,
  chosen,
  onChoose,
}: {
  readonly points: readonly TradePoint[]
  readonly here: { readonly x: number; readonly y: number } | null
  /** What power stands against, in a sentence. */
  readonly against: string
  readonly xLabel: string
  readonly yLabel: string
  readonly xTick: (value: number) => string
  /** A line through those that no other beats. */
  readonly lined: boolean
  readonly headers: readonly string[]
  readonly chosen: number | null
  readonly onChoose: (number: number) => void
}) {
  const [asTable, setAsTable] = useState(false)
  const xs = [...all.map((d) => d.x), ...(here ? [here.x] : [])]
  const ys = [...all.map((d) => d.y), ...(here ? [here.y] : [])]
  const [x0, x1] = [Math.min(...xs) * 0.92, Math.max(...xs) * 1.05]
  const y1 = Math.max(...ys, 1e-9) * 1.1
  const x = (v: number) => PAD.left + ((v - x0) / Math.max(1e-9, x1 - x0)) * (W - PAD.left - PAD.right)
  const y = (v: number) => H - PAD.bottom - (Math.max(0, v) / y1) * (H - PAD.top - PAD.bottom)
  const ticks = (from: number, to: number) => Array.from({ length: 5 }, (_, i) => from + ((to - from) * (i + 0.5)) / 5)
  const front = all.filter((d) => d.onFront).sort((a, b) => a.x - b.x)
  const table = {
    name: 'Designs found',
    headers: ['design', ...headers],
    rows: all.map((d) => [d.number, ...d.row]),
  }
  return (
    <Box>
      <Flex fontSize="xs" color="mute" gap="4" wrap="wrap">
        <span>◇ beaten by none in power and air</span>
        <span>○ among the best by the goal</span>
        <span>+ this build now</span>
        <LinkButton ml="auto" aria-pressed={asTable} onClick={() => setAsTable(!asTable)}>
          {asTable ? 'Picture' : 'Table'}
        </LinkButton>
      </Flex>
      {asTable ? (
        <TableView table={table} />
      ) : (
        <svg
          viewBox={`0 0 ${W} ${H}`}
          width="100%"
          role="group"
          aria-label={`Trade-off of ${all.length} designs: power against ${against}`}
        >
          <path d={`M${PAD.left} ${PAD.top}V${H - PAD.bottom}H${W - PAD.right}`} stroke={color('rule')} fill="none" />
          {ticks(x0, x1).map((v) => (
            <text
              key={v}
              x={x(v)}
              y={H - PAD.bottom + 14}
              fontSize="11"
              className="num"
              textAnchor="middle"
              fill={color('mute')}
            >
              {xTick(v)}
            </text>
          ))}
          {ticks(0, y1).map((v) => (
            <text
              key={v}
              x={PAD.left - 6}
              y={y(v) + 4}
              fontSize="11"
              className="num"
              textAnchor="end"
              fill={color('mute')}
            >
              {Number(v.toPrecision(2))}
            </text>
          ))}
          <text x={(PAD.left + W) / 2} y={H - 4} fontSize="11" textAnchor="middle" fill={color('mute')}>
            {xLabel}
          </text>
          <text x="4" y={PAD.top - 2} fontSize="11" fill={color('mute')}>
            {yLabel}
          </text>
          {lined && (
            <path
              d={`M${front.map((d) => `${x(d.x).toFixed(1)} ${y(d.y).toFixed(1)}`).join('L')}`}
              fill="none"
              stroke={color('copper')}
              strokeWidth="1.2"
              strokeDasharray="5 4"
            />
          )}
          {all.map((d) => {
            const [cx, cy] = [x(d.x), y(d.y)]
            const here = d.number === chosen
            const paint = {
              fill: here ? color('copper') : color('sheet'),
              stroke: color('copper'),
              strokeWidth: here ? 2.4 : 1.3,
            }
            return (
              <g
                key={d.number}
                role="button"
                tabIndex={0}
                aria-label={`Design ${d.number}: ${d.says}`}
                aria-pressed={here}
                style={{ cursor: 'pointer' }}
                onClick={() => onChoose(d.number)}
                onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onChoose(d.number))}
              >
                <circle cx={cx} cy={cy} r="9" fill="transparent" />
                {d.onFront ? (
                  <path d={`M${cx} ${cy - 5}L${cx + 5} ${cy}L${cx} ${cy + 5}L${cx - 5} ${cy}Z`} {...paint} />
                ) : (
                  <circle cx={cx} cy={cy} r="3.4" {...paint} />
                )}
              </g>
            )
          })}
          {here && (
            <path
              d={`M${x(here.x) - 7} ${y(here.y)}h14M${x(here.x)} ${y(here.y) - 7}v14`}
              stroke={color('petrol')}
              strokeWidth="2.2"
            />
          )}
        </svg>
      )}
    </Box>
  )
})
