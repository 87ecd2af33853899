'use client'
import { inRpm } from '../../core/units'
import { Box, Flex } from '@chakra-ui/react'
import { memo, useState } from 'react'
import { tradePower, type Design, type DesignFigures, type SearchResult } from '../../core/search'
import { LinkButton, TableView, color } from '../../ui'
import { useShown, type Shown } from '../shared'

const W = 620
const H = 300
const PAD = { left: 52, right: 16, top: 14, bottom: 34 } as const

export type Against = 'air' | 'speed'
const xOf = (f: DesignFigures, against: Against, shown: Shown) =>
  against === 'air' ? shown.number(f.massFlowKgPerS, 'massFlow') : inRpm(f.bestSpeedRadPerS)

/** Power against air used or against speed: designs that no other beats, the best ones, and where the build stands now. Each can be chosen. */
export const TradePicture = memo(function TradePicture({
  result,
  here,
  against,
  chosen,
  onChoose,
}: {
  result: SearchResult
  here: DesignFigures | null
  against: Against
  chosen: number | null
  onChoose: (design: Design) => void
}) {
  const shown = useShown()
  const [asTable, setAsTable] = useState(false)
  const every = Math.max(1, Math.ceil(result.front.length / 60))
  const all = [
    ...new Map(
      [...result.front.filter((_, i) => i % every === 0 || i === result.front.length - 1), ...result.best].map((d) => [
        d.number,
        d,
      ]),
    ).values(),
  ]
  const onFront = new Set(result.front.map((d) => d.number))
  const power = (f: DesignFigures) => shown.number(tradePower(f, result.goal), 'power')
  const xs = [...all.map((d) => xOf(d.figures, against, shown)), ...(here ? [xOf(here, against, shown)] : [])]
  const ys = [...all.map((d) => power(d.figures)), ...(here ? [power(here)] : [])]
  const [x0, x1] = [Math.min(...xs) * 0.92, Math.max(...xs) * 1.05]
  const y1 = Math.max(...ys, 1e-9) * 1.1
  const x = (v: number) => PAD.left + ((v - x0) / Math.max(1e-9, x1 - x0)) * (W - PAD.left - PAD.right)
  const y = (v: number) => H - PAD.bottom - (Math.max(0, v) / y1) * (H - PAD.top - PAD.bottom)
  const ticks = (from: number, to: number) => Array.from({ length: 5 }, (_, i) => from + ((to - from) * (i + 0.5)) / 5)
  const xLabel = against === 'air' ? `air used, ${shown.unit('massFlow').label}` : 'speed of best power, rpm'
  const front = [...result.front].sort((a, b) => xOf(a.figures, 'air', shown) - xOf(b.figures, 'air', shown))
  const table = {
    name: 'Designs found',
    headers: [
      'design',
      `power, ${shown.unit('power').label}`,
      `air, ${shown.unit('massFlow').label}`,
      'best speed, rpm',
      'stress margin',
      ...result.paths,
    ],
    rows: all.map((d) => [
      d.number,
      power(d.figures),
      shown.number(d.figures.massFlowKgPerS, 'massFlow'),
      inRpm(d.figures.bestSpeedRadPerS),
      d.figures.stressMargin,
      ...d.values,
    ]),
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
          aria-label={`Trade-off of ${all.length} designs: power against ${against === 'air' ? 'air used' : 'speed'}`}
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
              {against === 'air' ? v.toPrecision(2) : `${Math.round(v / 100) / 10}k`}
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
            {shown.unit('power').label}, predicted
          </text>
          {against === 'air' && (
            <path
              d={`M${front.map((d) => `${x(xOf(d.figures, 'air', shown)).toFixed(1)} ${y(power(d.figures)).toFixed(1)}`).join('L')}`}
              fill="none"
              stroke={color('copper')}
              strokeWidth="1.2"
              strokeDasharray="5 4"
            />
          )}
          {all.map((d) => {
            const [cx, cy] = [x(xOf(d.figures, against, shown)), y(power(d.figures))]
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
                aria-label={`Design ${d.number}: ${shown.text(tradePower(d.figures, result.goal), 'power')} with ${shown.text(d.figures.massFlowKgPerS, 'massFlow')}`}
                aria-pressed={here}
                style={{ cursor: 'pointer' }}
                onClick={() => onChoose(d)}
                onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onChoose(d))}
              >
                <circle cx={cx} cy={cy} r="9" fill="transparent" />
                {onFront.has(d.number) ? (
                  <path d={`M${cx} ${cy - 5}L${cx + 5} ${cy}L${cx} ${cy + 5}L${cx - 5} ${cy}Z`} {...paint} />
                ) : (
                  <circle cx={cx} cy={cy} r="3.4" {...paint} />
                )}
              </g>
            )
          })}
          {here && (
            <path
              d={`M${x(xOf(here, against, shown)) - 7} ${y(power(here))}h14M${x(xOf(here, against, shown))} ${y(power(here)) - 7}v14`}
              stroke={color('petrol')}
              strokeWidth="2.2"
            />
          )}
        </svg>
      )}
    </Box>
  )
})
