/** One point of a curve in shown units; `lo` and `hi` bound a band. A null y leaves a gap. */
export interface ChartPoint {
  readonly x: number
  readonly y: number | null
  readonly lo?: number
  readonly hi?: number
}

export interface ChartLine {
  readonly id: string
  readonly name: string
  readonly tone: string
  readonly predicted: boolean
  readonly axis: 'left' | 'right'
  readonly points: readonly ChartPoint[]
  readonly thin?: boolean
  /** Drawn broad and pale, so that a line over it leaves it seen. */
  readonly broad?: boolean
  readonly dotted?: boolean
}

export interface ChartDots {
  readonly id: string
  readonly name: string
  readonly tone: string
  readonly axis: 'left' | 'right'
  readonly shape: 'circle' | 'square'
  readonly hollow?: boolean
  readonly points: readonly { readonly x: number; readonly y: number; readonly e?: number }[]
}

export interface CurveChartProps {
  /** What the chart shows, for screen readers. */
  readonly label: string
  readonly xLabel: string
  readonly xDomain?: readonly [number | 'auto', number | 'auto']
  readonly left: { readonly label: string; readonly domain?: readonly [number | 'auto', number | 'auto'] }
  readonly right?: { readonly label: string; readonly domain?: readonly [number | 'auto', number | 'auto'] }
  readonly lines: readonly ChartLine[]
  readonly dots?: readonly ChartDots[]
  readonly limits?: readonly { readonly from: number; readonly to: number; readonly label: string }[]
  readonly marker?: { readonly x: number; readonly label: string }
  readonly height?: number
}
