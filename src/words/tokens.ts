import { formatQuantity, unitOf, type QuantityKind, inRpm } from '../core/units'

/** A quantity inside a sentence, SI: it is put into the maker's unit where the words are shown. */
export const q = (kind: QuantityKind, si: number): string => `\u27e6${kind}:${si}\u27e7`

/** Words with their quantities put in by `render`. */
export const spoken = (text: string, render: (si: number, kind: QuantityKind) => string): string =>
  text.replace(/\u27e6(\w+):([^\u27e7]+)\u27e7/g, (_, kind: string, si: string) =>
    render(Number(si), kind as QuantityKind),
  )

/** The same in workshop units, for the command line and files. */
export const plainWords = (text: string): string =>
  spoken(text, (si, kind) => {
    const { value, unit } = formatQuantity(si, unitOf(kind, undefined))
    return `${value} ${unit}${kind === 'gaugePressure' ? ' gauge' : ''}`.trim()
  })

/** A speed for words, to three digits. */
export const rpmWords = (radPerS: number): string =>
  `${Number(inRpm(radPerS).toPrecision(3)).toLocaleString('en').replace(/,/g, '\u202f')} rpm`
export const timesWords = (x: number): string => (x >= 10 ? x.toFixed(0) : x.toFixed(1))
/** Three digits, no trailing noughts. */
export const digits = (x: number): string => String(Number(x.toPrecision(3)))
export const capital = (text: string): string => (text ? text[0].toUpperCase() + text.slice(1) : text)
