import type { Dialect } from './dialect'
import { unitWritten, type HeaderUnit } from './units'

const BY_COMMAS = /^[-+]?[1-9]\d{0,2}(?:,\d{3})+(?:\.\d*)?$/
const BY_POINTS = /^[-+]?[1-9]\d{0,2}(?:\.\d{3})+(?:,\d*)?$/

/** Reads a cell as a number; NaN for words, "inf", blanks and thousands in groups. */
export function cellNumber(cell: string, decimal: Dialect['decimal']): number {
  // a point before three digits parts thousands where the decimal sign is a comma
  if (decimal === ',' && cell.includes('.') && BY_POINTS.test(cell.trim())) return NaN
  const text = decimal === ',' ? cell.replace(',', '.') : cell
  const value = text.trim() === '' ? NaN : Number(text)
  return Number.isFinite(value) ? value : NaN
}

/** No number, time of day or unit is written longer; what is goes through no pattern. */
const LONGEST = 64

/** A number in groups of thousands or with its unit behind it: “16,500”, “16 500”, “3.5 bar”. */
export interface LooseNumber {
  readonly value: number
  readonly unit: HeaderUnit | null
  readonly grouped: boolean
}

const WITH_UNIT = /^\s*([-+]?\d[\d.,\s\u00a0\u2009\u202f'’]*?(?:e[-+]?\d+)?)\s*([^\d\s.,'’].*?)?\s*$/i
const SPACED = /^[-+]?[1-9]\d{0,2}(?:[\s\u00a0\u2009\u202f'’]\d{3})+(?:[.,]\d*)?$/

/** Null where a cell is no number even so. A comma before three digits parts thousands where the decimal sign is a point. */
export function looseNumber(cell: string, decimal: Dialect['decimal']): LooseNumber | null {
  const found = cell.length > LONGEST ? null : WITH_UNIT.exec(cell)
  if (!found) return null
  const [, digits, suffix] = found as unknown as [string, string, string | undefined]
  const unit = suffix === undefined ? null : unitWritten(suffix)
  if (suffix !== undefined && !unit) return null
  const spaced = SPACED.test(digits)
  const grouped = spaced || (decimal === '.' ? BY_COMMAS : BY_POINTS).test(digits)
  const groups = spaced ? /[\s\u00a0\u2009\u202f'’]/g : decimal === '.' ? /,/g : /\./g
  const value = cellNumber(
    grouped ? digits.replace(groups, '') : digits,
    spaced && digits.includes('.') ? '.' : decimal,
  )
  return Number.isNaN(value) ? null : { value, unit, grouped }
}

/** A time of day, with a date before it or none; minutes and seconds where the seconds have a fraction. */
const CLOCK =
  /^\s*(?:\d{4}-\d{1,2}-\d{1,2}[T\s]\s*|\d{1,2}([./-])\d{1,2}\1\d{2,4},?[T\s]\s*)?(\d{1,3}):(\d\d)(?::(\d\d(?:[.,]\d+)?)|([.,]\d+))\s*(?:([ap])\.?m\.?)?\s*(?:z|utc|[+-]\d\d:?\d\d)?\s*$/i

/** Seconds since midnight, or of a stopwatch; NaN for what is none. */
export function clockSeconds(cell: string): number {
  const found = cell.length > LONGEST ? null : CLOCK.exec(cell)
  if (!found) return NaN
  const [, , first, second, seconds, fraction, half] = found as (string | undefined)[]
  const number = (text: string | undefined) => Number((text ?? '0').replace(',', '.'))
  if (fraction !== undefined) return 60 * number(first) + number(second) + number(`0${fraction}`)
  if (number(second) > 59 || number(seconds) >= 60) return NaN
  const hours = half === undefined ? number(first) : (number(first) % 12) + (/p/i.test(half) ? 12 : 0)
  return 3600 * hours + 60 * number(second) + number(seconds)
}

/** A day later where a clock falls back by more than half of one. */
const DAY_S = 86_400

/** Reads a column of times of day as seconds from its first. */
export function clockReader(): (cell: string) => number {
  let [start, last, days] = [NaN, NaN, 0]
  return (cell) => {
    const seconds = clockSeconds(cell)
    if (Number.isNaN(seconds)) return NaN
    if (seconds < last - DAY_S / 2) days++
    last = seconds
    if (Number.isNaN(start)) start = seconds
    return seconds + days * DAY_S - start
  }
}

/** What most of a column's cells hold. */
export type ColumnKind =
  | { readonly kind: 'number'; readonly unit: HeaderUnit | null }
  | { readonly kind: 'clock' }
  | { readonly kind: 'words'; readonly written: boolean }

export function columnKind(cells: readonly string[], decimal: Dialect['decimal']): ColumnKind {
  let [numbers, clocks, empty] = [0, 0, 0]
  let unit: HeaderUnit | null = null
  for (const cell of cells) {
    if (cell.trim() === '') empty++
    else if (!Number.isNaN(cellNumber(cell, decimal))) numbers++
    else if (!Number.isNaN(clockSeconds(cell))) clocks++
    else {
      const loose = looseNumber(cell, decimal)
      if (loose) numbers++
      unit ??= loose?.unit ?? null
    }
  }
  const half = cells.length / 2
  if (cells.length === 0 || numbers >= half) return { kind: 'number', unit }
  return clocks > half ? { kind: 'clock' } : { kind: 'words', written: empty < half }
}

/**
 * Spreads rows that share a stamp evenly up to the next one, in place: a logger is often faster than the clock that it
 * writes. Stamps rise or stay. Gives the usual rows a stamp, or null, with nothing changed, where there are fewer than
 * so many rows a stamp.
 */
export function spreadStamps(timeS: Float64Array, least = 2): number | null {
  const starts = [0]
  for (let i = 1; i < timeS.length; i++) if (timeS[i] !== timeS[i - 1]) starts.push(i)
  if (starts.length < 3 || timeS.length < least * starts.length) return null
  // the first and the last stamp may be cut off
  const inner = starts.slice(1, -1).map((from, i) => starts[i + 2] - from)
  const usual = inner.sort((a, b) => a - b)[inner.length >> 1]
  const stamps = starts.map((i) => timeS[i])
  starts.forEach((from, n) => {
    const [to, last] = [starts[n + 1] ?? timeS.length, n === starts.length - 1]
    const rows = last ? Math.max(usual, to - from) : to - from
    const stepS = last ? stamps[n] - stamps[n - 1] : stamps[n + 1] - stamps[n]
    // those of the first stamp end where the second begins
    const share = n === 0 ? Math.max(usual, rows) : rows
    const skipped = n === 0 ? share - rows : 0
    for (let i = from; i < to; i++) timeS[i] = stamps[n] + (stepS * (skipped + i - from)) / share
  })
  return usual
}
