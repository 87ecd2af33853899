import { useSyncExternalStore } from 'react'
import type UPlot from 'uplot'

const onRepainted = (told: () => void) => {
  const watch = new MutationObserver(told)
  watch.observe(document.documentElement, { attributes: true, attributeFilter: ['class'] })
  return () => watch.disconnect()
}

/** Day or night, as the page is painted now: what is drawn on a canvas has to be drawn anew with it. */
export const usePaint = (): string =>
  useSyncExternalStore(
    onRepainted,
    () => document.documentElement.className,
    () => '',
  )

export const colorOf = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--gk-colors-${name}`).trim()

/** Axis numbers without more digits than they need. */
export const axisText = (value: number): string =>
  Math.abs(value) >= 1000
    ? Math.round(value).toLocaleString('en-GB').replaceAll(',', '\u2009')
    : String(Number(value.toPrecision(4)))

/** How the axes of a trace look. */
export const axisStyle = (): UPlot.Axis => ({
  stroke: colorOf('mute'),
  grid: { stroke: colorOf('rule'), width: 1 },
  ticks: { show: false },
  font: "11px 'Spline Sans Mono Variable', monospace",
})

/** Least and greatest of a trace as one band. */
export function bandStyle(): Pick<UPlot.Options, 'series' | 'bands'> {
  const ink = colorOf('petrol')
  const edge = { stroke: ink, width: 1.5, points: { show: false } }
  return { series: [{}, edge, edge], bands: [{ series: [1, 2], fill: `${ink}55` }] }
}
