'use client'
import { Box, Grid } from '@chakra-ui/react'
import { memo, useId } from 'react'
import type { ChainStation } from '../../core/prediction'
import { formatNumber } from '../../core/units'
import { color, useArrowTabs } from '../../ui'
import { Ledger } from './Ledger'
import { lossLook, type Losses, type LossLook } from './losses'

const WIDTH = 1232
const TOP = 4
const FULL = 84
const END = TOP + FULL + 26

export interface StationText {
  readonly id: string
  readonly name: string
  readonly lines: readonly [string, string, string]
}

const watts = (w: number) => (Math.abs(w) < 0.1 && w !== 0 ? `${formatNumber(w * 1000)} mW` : `${formatNumber(w)} W`)

/** The slab of power that leaves the band at the end of a station: it bends down and thins out. */
function Peel({ x, from, to, fade }: { x: number; from: number; to: number; fade: string }) {
  const thickness = to - from
  if (thickness < 0.6) return null
  const width = Math.min(thickness, 44)
  const right = x + 18 + width
  const path = `M${x} ${from}C${x + 12 + width} ${from} ${right} ${from + 18} ${right} ${END}L${right - width} ${END}C${right - width} ${to + 14} ${x + 12} ${to} ${x} ${to}Z`
  return <path d={path} fill={`url(#${fade})`} />
}

/**
 * Band of power left, stations along it, losses peeling away below. Everything here is predicted, so its edge is
 * dashed.
 */
const Band = memo(function Band({ chain, losses }: { chain: readonly ChainStation[]; losses?: Losses }) {
  const gradient = useId()
  const fade = useId()
  const step = WIDTH / chain.length
  const most = Math.max(chain[0].powerW, 1e-9)
  const height = (w: number) => Math.max(0, (w / most) * FULL)
  const edges = chain.map((station, i) => {
    const next = chain[i + 1]?.powerW ?? station.powerW
    const cut = (i + 1) * step - 66
    return {
      x: i * step,
      cut: i === chain.length - 1 ? WIDTH : cut,
      h: height(station.powerW),
      next: height(next),
      loss: station.powerW - next,
      losses: station.losses,
    }
  })
  const outline = edges
    .map((e, i) => `${i === 0 ? `M0 ${TOP + e.h}` : ''}L${e.cut} ${TOP + e.h}L${e.cut} ${TOP + e.next}`)
    .join('')
  return (
    <svg viewBox={`0 0 ${WIDTH} ${END + 4}`} width="100%" aria-hidden style={{ overflow: 'visible' }}>
      <defs>
        <linearGradient id={gradient} x1="0" x2="1">
          <stop offset="0" stopColor={color('pipe')} />
          <stop offset="0.45" stopColor={color('pipe')} stopOpacity="0.8" />
          <stop offset="1" stopColor={color('pale')} />
        </linearGradient>
        <linearGradient id={fade} x1="0" x2="0" y1="0" y2="1">
          <stop offset="0" stopColor={color('pale')} stopOpacity="0.95" />
          <stop offset="1" stopColor={color('pale')} stopOpacity="0.05" />
        </linearGradient>
      </defs>
      {edges.map((e) => (
        <Peel key={e.x} x={e.cut} from={TOP + e.next} to={TOP + e.h} fade={fade} />
      ))}
      <path
        d={`M0 ${TOP}${outline.replace(/^M0 [^L]+/, `L0 ${TOP + edges[0].h}`)}L${WIDTH} ${TOP}Z`}
        fill={`url(#${gradient})`}
      />
      <path d={outline} fill="none" stroke={color('ink')} strokeWidth="1" strokeDasharray="5 3" opacity="0.55" />
      {edges.map((e, i) => (
        <g key={e.x}>
          <line
            x1={e.x + 0.5}
            x2={e.x + 0.5}
            y1={0}
            y2={TOP + Math.max(e.h, 10)}
            stroke={color('ink')}
            strokeWidth="1.5"
          />
          <text
            x={e.x + 8}
            y={e.h > 18 ? TOP + 16 : TOP + e.h + 15}
            fontSize="13"
            fontWeight="600"
            className="num"
            fill={e.h > 18 ? color('onPipe') : color('ink')}
          >
            {watts(chain[i].powerW)}
          </text>
          {e.losses.length > 0 && e.loss > 0.005 * most && (
            <text x={e.cut - 8} y={END - 4} fontSize="12" textAnchor="end" fill={color('ink')}>
              <tspan className="num" fontWeight="600">
                −{watts(e.loss)}
              </tspan>
              <tspan fill={color('mute')} dx="5">
                {[...e.losses]
                  .sort((a, b) => b.powerW - a.powerW)
                  .slice(0, 2)
                  .map((l) => lossLook(l.id, losses).short)
                  .join(', ')}
              </tspan>
            </text>
          )}
        </g>
      ))}
    </svg>
  )
})

/** The band on a narrow window: each station's share of the power as a bar along its row. */
function NarrowBand({ station, most }: { station: ChainStation; most: number }) {
  const lost = station.losses.reduce((sum, l) => sum + l.powerW, 0)
  const share = (w: number) => `${Math.max(0, Math.min(100, (100 * w) / most))}%`
  return (
    <div className="line-share" aria-hidden>
      <div className="line-bar">
        <div style={{ width: share(station.powerW), background: color('pale') }} />
        <div style={{ width: share(station.powerW - Math.max(0, lost)), background: color('pipe') }} />
      </div>
      <div className="num fig-small">
        {watts(station.powerW)}
        {lost > 0.005 * most ? ` − ${watts(lost)}` : ''}
      </div>
    </div>
  )
}

function StationButton({
  text,
  station,
  most,
  chosen,
  onChoose,
}: {
  text: StationText
  station: ChainStation
  most: number
  chosen: boolean
  onChoose: () => void
}) {
  return (
    <button
      type="button"
      role="tab"
      aria-selected={chosen}
      tabIndex={chosen ? 0 : -1}
      className="line-station"
      onClick={onChoose}
    >
      <div className="line-name">{text.name}</div>
      <NarrowBand station={station} most={most} />
      {text.lines.map((line, i) => (
        <div key={i} className={i === 0 ? 'line-text line-text-first' : 'line-text'} title={line}>
          {line || '\u00a0'}
        </div>
      ))}
    </button>
  )
}

/** The air's way through a build: choose a station to work on it. */
export function AirLine({
  chain,
  texts,
  left,
  losses,
  chosen,
  onChoose,
}: {
  chain: readonly ChainStation[]
  texts: readonly StationText[]
  left: Pick<LossLook, 'short' | 'long'>
  losses?: Losses
  chosen: string
  onChoose: (id: string) => void
}) {
  const { row, onKeyDown } = useArrowTabs(
    texts.map((t) => t.id),
    chosen,
    onChoose,
  )
  return (
    <Box mb="3">
      <Box overflowX="clip" display={{ base: 'none', md: 'block' }}>
        <Band chain={chain} losses={losses} />
      </Box>
      <Grid
        ref={row}
        role="tablist"
        aria-label="Stations of the air line"
        templateColumns={{ base: 'repeat(2, minmax(0,1fr))', md: `repeat(${texts.length}, minmax(0,1fr))` }}
        rowGap="2"
        onKeyDown={onKeyDown}
      >
        {texts.map((text, i) => (
          <StationButton
            key={text.id}
            text={text}
            station={chain[i]}
            most={Math.max(chain[0].powerW, 1e-9)}
            chosen={text.id === chosen}
            onChoose={() => onChoose(text.id)}
          />
        ))}
      </Grid>
      <Ledger chain={chain} left={left} losses={losses} />
    </Box>
  )
}
