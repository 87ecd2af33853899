'use client'
import { memo, useId } from 'react'
import type { ChainStation } from '../../core/prediction'
import { formatNumber } from '../../core/units'
import { Hatch, color } from '../../ui'
import { ledgerParts } from './ledger-parts'
import type { Losses, LossLook } from './losses'

/** One bar that splits the air's power into where it went, to the last watt. */
export const Ledger = memo(function Ledger({
  chain,
  left,
  losses,
}: {
  chain: readonly ChainStation[]
  left: Pick<LossLook, 'short' | 'long'>
  losses?: Losses
}) {
  const hatch = useId()
  const parts = ledgerParts(chain, left, losses)
  const whole = chain[0].powerW
  const driven = parts[parts.length - 1].powerW < 0
  const shares = parts.map(
    (part) =>
      Math.max(0, part.powerW) /
      Math.max(
        1e-9,
        parts.reduce((sum, p) => sum + Math.max(0, p.powerW), 0),
      ),
  )
  const starts = shares.map((_, i) => shares.slice(0, i).reduce((a, b) => a + b, 0))
  const percent = (w: number) => {
    const share = (100 * w) / Math.max(whole, 1e-9)
    return share > 0 && share < 0.1 ? '<0.1 %' : `${formatNumber(share, 2)} %`
  }
  return (
    <div className="ledger" data-testid="ledger">
      <svg
        viewBox="0 0 1232 14"
        width="100%"
        height="14"
        preserveAspectRatio="none"
        role="img"
        aria-label={`Where ${formatNumber(whole)} W went: ${parts.map((p) => `${p.short} ${percent(p.powerW)}`).join(', ')}`}
      >
        <defs>
          <Hatch id={hatch} tone="sheet" gap={4} />
        </defs>
        {parts.map((part, i) => (
          <g key={part.id}>
            <rect
              x={starts[i] * 1232}
              width={Math.max(0, shares[i] * 1232 - 1)}
              y="0"
              height="14"
              fill={color(part.tone[0])}
              opacity={part.tone[1]}
            />
            {part.left && (
              <rect
                x={starts[i] * 1232}
                width={Math.max(0, shares[i] * 1232 - 1)}
                y="0"
                height="14"
                fill={`url(#${hatch})`}
              />
            )}
          </g>
        ))}
      </svg>
      <div className="ledger-words">
        <span className="ledger-whole">
          {whole < 0.1 ? `${formatNumber(whole * 1000)} mW` : `${formatNumber(whole)} W`} of air
        </span>
        {parts
          .filter((part) => part.left || part.powerW > 0.002 * whole)
          .map((part) => (
            <span key={part.id} title={part.long} className={part.left ? 'ledger-left' : undefined}>
              <svg width="8" height="8" aria-hidden style={{ display: 'inline-block', marginRight: 3 }}>
                <rect width="8" height="8" fill={color(part.tone[0])} opacity={part.tone[1]} />
              </svg>
              {part.short} <span className="num">{percent(part.powerW)}</span>
            </span>
          ))}
        {driven && (
          <span className="ledger-driven">At this speed the load drives the rotor: choose a lower speed.</span>
        )}
        <span>predicted</span>
      </div>
    </div>
  )
})
