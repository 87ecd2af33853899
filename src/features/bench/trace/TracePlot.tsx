'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import UPlot from 'uplot'
import 'uplot/dist/uPlot.min.css'
import type { TracePyramid } from '../../../core/bench'
import { LinkButton } from '../../../ui'
import { axisStyle, axisText, bandStyle, colorOf, usePaint } from './plot-style'
import { moved, within, zoomed, type Span } from './span'

const HEIGHT = 180
/** Readings that are seen at the closest. */
const FEWEST = 6
const [STEP, ZOOM] = [0.2, 1.6] as const

/** A place in a trace that is worth a look. */
export interface TraceMark {
  readonly at: number
  readonly name: string
}

const thousands = (n: number) => n.toLocaleString('en-GB').replaceAll(',', '\u2009')

/** Dashes the places worth a look. */
function drawMarks(plot: UPlot, marks: readonly TraceMark[]): void {
  const { ctx, bbox } = plot
  ctx.save()
  ctx.setLineDash([4 * devicePixelRatio, 3 * devicePixelRatio])
  ctx.strokeStyle = colorOf('copper')
  ctx.lineWidth = devicePixelRatio
  ctx.beginPath()
  for (const { at } of marks) {
    const x = plot.valToPos(at, 'x', true)
    if (x < bbox.left || x > bbox.left + bbox.width) continue
    ctx.moveTo(x, bbox.top)
    ctx.lineTo(x, bbox.top + bbox.height)
  }
  ctx.stroke()
  ctx.restore()
}

/**
 * A finished trace, to be looked at from the whole of it to single readings: least and greatest of each column of the
 * picture, so that no reading is passed over at any zoom.
 * Drawn outside of React; what is looked at, and of how many readings, is told beside it.
 */
export function TracePlot({
  trace,
  label,
  axis,
  marks,
}: {
  readonly trace: TracePyramid
  readonly label: string
  /** Unit of what it stands over. */
  readonly axis: string
  readonly marks: readonly TraceMark[]
}) {
  const box = useRef<HTMLDivElement>(null)
  const paint = usePaint()
  const whole = useMemo<Span>(() => ({ from: trace.firstS, to: trace.lastS }), [trace])
  const least = ((whole.to - whole.from) * FEWEST) / Math.max(FEWEST, trace.length)
  const [span, setSpan] = useState<Span>(whole)
  const change = (how: (from: Span) => Span) => setSpan((old) => within(how(old), whole, least))
  const plot = useRef<UPlot | null>(null)
  const draw = useRef<(of: Span) => void>(() => undefined)
  const now = useRef(span)

  useEffect(() => {
    const element = box.current
    if (!element) return
    const style = axisStyle()
    const made = new UPlot(
      {
        width: Math.max(200, element.clientWidth),
        height: HEIGHT,
        pxAlign: 0,
        cursor: { show: false },
        legend: { show: false },
        scales: { x: { time: false } },
        axes: [
          { ...style, size: 26, values: (_, ticks) => ticks.map((t) => `${axisText(t)}${axis === 's' ? ' s' : ''}`) },
          { ...style, size: 62, values: (_, ticks) => ticks.map(axisText) },
        ],
        ...bandStyle(),
        hooks: { drawAxes: [(drawn) => drawMarks(drawn, marks)] },
      },
      [[], [], []],
      element,
    )
    plot.current = made
    draw.current = ({ from, to }) => {
      const columns = Math.max(50, Math.floor(made.width))
      // the readings beside what is seen, so that the line goes on to the edge
      const beside = (to - from) / columns
      const view = trace.view(from - beside, to + beside, columns)
      const shown = (values: Float32Array) => Array.from(values, (v) => (Number.isNaN(v) ? null : v))
      made.setData([Array.from(view.timeS), shown(view.most), shown(view.least)], false)
      const range = [...view.most, ...view.least].filter(Number.isFinite)
      const [low, high] = [Math.min(...range), Math.max(...range)]
      const air = 0.06 * (high - low || Math.abs(high) || 1)
      made.batch(() => {
        made.setScale('x', { min: from, max: to > from ? to : from + 1 })
        if (range.length > 0) made.setScale('y', { min: low - air, max: high + air })
      })
    }
    draw.current(now.current)
    const resized = new ResizeObserver(() => {
      made.setSize({ width: Math.max(200, element.clientWidth), height: HEIGHT })
      draw.current(now.current)
    })
    resized.observe(element)
    return () => {
      resized.disconnect()
      plot.current = null
      made.destroy()
    }
  }, [trace, axis, marks, paint])

  useEffect(() => {
    now.current = span
    const frame = requestAnimationFrame(() => plot.current && draw.current(span))
    return () => cancelAnimationFrame(frame)
  }, [span])

  useEffect(() => {
    const element = box.current
    if (!element) return
    const at = (x: number) => {
      const over = element.querySelector('.u-over')?.getBoundingClientRect()
      const { from, to } = now.current
      return over ? from + ((to - from) * (x - over.left)) / over.width : from
    }
    let held: number | null = null
    const on = (how: (from: Span) => Span) => setSpan((old) => within(how(old), whole, least))
    const wheel = (e: WheelEvent) => {
      // the page scrolls on over it until it is clicked into
      if (document.activeElement !== element) return
      e.preventDefault()
      const place = at(e.clientX)
      on((old) =>
        Math.abs(e.deltaX) > Math.abs(e.deltaY)
          ? moved(old, e.deltaX / 800)
          : zoomed(old, ZOOM ** (e.deltaY / 120), place),
      )
    }
    const down = (e: PointerEvent) => {
      held = at(e.clientX)
      element.setPointerCapture(e.pointerId)
    }
    const move = (e: PointerEvent) => {
      if (held === null) return
      const by = held - at(e.clientX)
      on(({ from, to }) => ({ from: from + by, to: to + by }))
    }
    const up = () => void (held = null)
    element.addEventListener('wheel', wheel, { passive: false })
    element.addEventListener('pointerdown', down)
    element.addEventListener('pointermove', move)
    element.addEventListener('pointerup', up)
    element.addEventListener('pointercancel', up)
    return () => {
      element.removeEventListener('wheel', wheel)
      element.removeEventListener('pointerdown', down)
      element.removeEventListener('pointermove', move)
      element.removeEventListener('pointerup', up)
      element.removeEventListener('pointercancel', up)
    }
  }, [whole, least])

  const KEYS: Readonly<Record<string, (from: Span) => Span>> = {
    ArrowLeft: (old) => moved(old, -STEP),
    ArrowRight: (old) => moved(old, STEP),
    '+': (old) => zoomed(old, 1 / ZOOM),
    '=': (old) => zoomed(old, 1 / ZOOM),
    '-': (old) => zoomed(old, ZOOM),
    Home: () => whole,
  }
  const seen = trace.count(span.from, span.to) + (span.to >= whole.to ? 1 : 0)
  return (
    <Box>
      <Box
        ref={box}
        w="100%"
        tabIndex={0}
        role="group"
        aria-label={`${label}, as it was recorded. Arrows move along it, plus and minus zoom, Home shows all`}
        data-testid="readings"
        cursor="grab"
        style={{ touchAction: 'pan-y' }}
        onKeyDown={(e) => {
          const how = KEYS[e.key]
          if (!how || e.ctrlKey || e.metaKey || e.altKey) return
          e.preventDefault()
          change(how)
        }}
      />
      <Flex gap="3" flexWrap="wrap" fontSize="xs" color="mute" align="baseline">
        <span data-testid="readings-span">
          {axis === 's'
            ? `${span.from.toPrecision(6)} to ${span.to.toPrecision(6)} s`
            : `rows ${Math.ceil(span.from)} to ${Math.floor(span.to)}`}
          , {thousands(seen)} of {thousands(trace.length)} readings
        </span>
        <LinkButton onClick={() => change((old) => zoomed(old, 1 / ZOOM ** 2))}>closer</LinkButton>
        <LinkButton onClick={() => change((old) => zoomed(old, ZOOM ** 2))}>wider</LinkButton>
        <LinkButton onClick={() => change((old) => moved(old, -0.8))}>back</LinkButton>
        <LinkButton onClick={() => change((old) => moved(old, 0.8))}>on</LinkButton>
        <LinkButton onClick={() => change(() => whole)}>all</LinkButton>
        {marks.map(({ at, name }) => (
          <LinkButton
            key={`${name} ${at}`}
            onClick={() => change(() => ({ from: at - 4 * least, to: at + 4 * least }))}
          >
            {name}
          </LinkButton>
        ))}
      </Flex>
      <Box fontSize="xs" color="mute">
        Clicked into, the wheel zooms about the pointer; dragging moves.
      </Box>
    </Box>
  )
}
