'use client'
import { memo } from 'react'

/** How a figure came about; drawn alike in every place, and never by colour alone. */
export type FigureOrigin = 'predicted' | 'measured' | 'plain'

const ORIGIN_WORD: Record<FigureOrigin, string> = { predicted: 'predicted', measured: 'measured', plain: '' }

/** Hollow and dashed for predicted, filled for measured. */
export const OriginMark = ({ origin, size = 9 }: { origin: FigureOrigin; size?: number }) =>
  origin === 'plain' ? null : (
    <svg
      width={size}
      height={size}
      viewBox="0 0 10 10"
      role="img"
      aria-label={ORIGIN_WORD[origin]}
      style={{ display: 'inline-block', flex: 'none' }}
    >
      {origin === 'predicted' ? (
        <circle cx="5" cy="5" r="3.6" fill="none" stroke="currentColor" strokeWidth="1.6" strokeDasharray="2.2 1.3" />
      ) : (
        <circle cx="5" cy="5" r="4.2" fill="currentColor" />
      )}
    </svg>
  )

export interface FigureProps {
  readonly label: string
  readonly value: string
  readonly uncertainty?: string | null
  readonly unit: string
  /** In 19 of 20 cases it may be nothing at all. */
  readonly vague?: boolean
  readonly origin: FigureOrigin
  readonly sub?: string
  readonly warn?: boolean
  /** Opens the working of this figure. */
  readonly onOpen?: () => void
}

/** One headline figure: label, mark, value, its uncertainty and unit, a line under it. */
export const Figure = memo(function Figure({
  label,
  value,
  uncertainty,
  unit,
  vague,
  origin,
  sub,
  warn,
  onOpen,
}: FigureProps) {
  const content = (
    <>
      <div className="fig-row">
        <div className="fig-label">{label}</div>
        <div className="fig-mark">
          <OriginMark origin={origin} />
        </div>
        <div className="num fig-value">{value}</div>
        {uncertainty && <div className="num fig-small">±{uncertainty}</div>}
        <div className="fig-small fig-unit">{unit}</div>
      </div>
      {vague && <div className="fig-small fig-sub">twice its uncertainty reaches zero: it may be none</div>}
      {sub && <div className="fig-small fig-sub">{sub}</div>}
    </>
  )
  const className = warn ? 'fig fig-warn' : 'fig'
  return onOpen ? (
    <button type="button" className={className} title="How this came about" onClick={onOpen}>
      {content}
    </button>
  ) : (
    <div className={className}>{content}</div>
  )
})
