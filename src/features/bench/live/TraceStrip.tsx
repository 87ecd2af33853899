'use client'
import { Box } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import UPlot from 'uplot'
import 'uplot/dist/uPlot.min.css'
import type { TracePyramid } from '../../../core/bench'
import { axisStyle, axisText, bandStyle, colorOf, usePaint } from '../trace/plot-style'
import { rangeOf } from './trace-range'

const HEIGHT = 132

export interface StripLimits {
  /** From here on nothing may be: hatched. */
  readonly most: number | null
  /** Where the prediction ends: dashed. */
  readonly predicted: number | null
  /** From this share of them on they are shown. */
  readonly near?: number
}

/** Hatches what lies over a limit, and dashes what was predicted. In the numbers of the strip. */
function drawLimits(plot: UPlot, { most, predicted }: StripLimits): void {
  const { ctx, bbox } = plot
  const y = (value: number) => plot.valToPos(value, 'y', true)
  ctx.save()
  ctx.beginPath()
  ctx.rect(bbox.left, bbox.top, bbox.width, bbox.height)
  ctx.clip()
  if (most !== null) {
    const edge = Math.min(bbox.top + bbox.height, y(most))
    ctx.strokeStyle = colorOf('brick')
    ctx.globalAlpha = 0.6
    ctx.lineWidth = devicePixelRatio
    ctx.beginPath()
    if (edge > bbox.top) {
      for (let x = bbox.left - bbox.height; x < bbox.left + bbox.width; x += 8 * devicePixelRatio) {
        ctx.moveTo(x, edge)
        ctx.lineTo(x + (edge - bbox.top), bbox.top)
      }
      ctx.moveTo(bbox.left, edge)
      ctx.lineTo(bbox.left + bbox.width, edge)
    }
    ctx.stroke()
    ctx.globalAlpha = 1
  }
  if (predicted !== null) {
    ctx.setLineDash([6 * devicePixelRatio, 4 * devicePixelRatio])
    ctx.strokeStyle = colorOf('mute')
    ctx.beginPath()
    ctx.moveTo(bbox.left, y(predicted))
    ctx.lineTo(bbox.left + bbox.width, y(predicted))
    ctx.stroke()
  }
  ctx.restore()
}

/**
 * A trace that scrolls by: least and greatest of each column of the picture, so that no reading is passed over, drawn
 * anew in every frame.
 * Drawn outside of React; the numbers are told beside it.
 */
export function TraceStrip({
  label,
  trace,
  windowS,
  scale,
  limits,
}: {
  label: string
  trace: TracePyramid
  /** How much of the newest is shown, s; null for all. */
  windowS: number | null
  /** What one of the trace's numbers is in what is shown. */
  scale: number
  limits: StripLimits
}) {
  const box = useRef<HTMLDivElement>(null)
  const paint = usePaint()
  const { most, predicted, near } = limits
  useEffect(() => {
    const element = box.current
    if (!element) return
    const axis = axisStyle()
    const plot = new UPlot(
      {
        width: Math.max(200, element.clientWidth),
        height: HEIGHT,
        cursor: { show: false },
        legend: { show: false },
        scales: { x: { time: false }, y: { range: (_, low, high) => rangeOf(low, high, most, predicted, near) } },
        axes: [
          { ...axis, size: 26, values: (_, ticks) => ticks.map((t) => `${axisText(t)} s`) },
          { ...axis, size: 62, values: (_, ticks) => ticks.map(axisText) },
        ],
        ...bandStyle(),
        hooks: { drawAxes: [(drawn) => drawLimits(drawn, { most, predicted })] },
      },
      [[], [], []],
      element,
    )
    let frame = 0
    let seen = -1
    const draw = () => {
      frame = requestAnimationFrame(draw)
      if (trace.length === seen) return
      seen = trace.length
      const to = trace.lastS
      const from = windowS === null ? 0 : Math.max(0, to - windowS)
      const view = trace.view(from, to + 1e-6, Math.max(50, Math.floor(plot.width / 2)))
      const shown = (values: Float32Array) => Array.from(values, (v) => (Number.isNaN(v) ? null : v * scale))
      plot.setData([Array.from(view.timeS), shown(view.most), shown(view.least)], false)
      plot.setScale('x', { min: from, max: Math.max(to, from + (windowS ?? 1)) })
    }
    frame = requestAnimationFrame(draw)
    const resized = new ResizeObserver(() => {
      plot.setSize({ width: Math.max(200, element.clientWidth), height: HEIGHT })
      seen = -1
    })
    resized.observe(element)
    return () => {
      cancelAnimationFrame(frame)
      resized.disconnect()
      plot.destroy()
    }
  }, [trace, windowS, scale, most, predicted, near, paint])
  return (
    <Box>
      <Box fontSize="xs" color="mute">
        {label}
      </Box>
      <Box ref={box} w="100%" role="img" aria-label={`${label} over time, measured`} data-testid="strip" />
    </Box>
  )
}
