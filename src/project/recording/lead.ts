import { cellNumber, clockSeconds, looseNumber } from './cells'
import type { Dialect } from './dialect'
import { splitHeader, unitWritten } from './units'

/** A line of a file before it is known where its table begins; blank ones have no cells. */
export interface LeadRow {
  readonly cells: readonly string[]
  readonly line: number
}

/** Where a table begins: which row holds its header, and which its units. Null where it has none. */
export interface Beginning {
  readonly header: number | null
  readonly units: number | null
}

const isNumber = (cell: string, decimal: Dialect['decimal']): boolean =>
  !Number.isNaN(cellNumber(cell, decimal)) || !Number.isNaN(clockSeconds(cell)) || looseNumber(cell, decimal) !== null

/** How many cells a row has before its last empty ones. */
const widthOf = (cells: readonly string[]): number => cells.findLastIndex((c) => c.trim() !== '') + 1

/** A unit alone, in brackets or not. */
const bareUnit = (cell: string) => unitWritten(cell.trim().replace(/^[[(](.*)[\])]$/, '$1')) !== null
const holdsUnits = (cells: readonly string[]): boolean =>
  cells.some(bareUnit) && cells.every((c) => bareUnit(c) || /^[\s\-–—[\]()]*$/.test(c))

/**
 * Finds where the table begins behind what a logger writes first of itself: above the first row that has numbers where
 * most rows have them. Of the rows above it the header is the one that tells most units, before others the one that
 * follows a blank line, else the first that is as wide as the table.
 */
export function beginningOf(rows: readonly LeadRow[], decimal: Dialect['decimal']): Beginning {
  const shapes = rows.map(({ cells }) => {
    const width = widthOf(cells)
    const numbers = cells.slice(0, width).map((c) => isNumber(c, decimal))
    return {
      width,
      shape: numbers.map(Number).join(''),
      data: width > 0 && numbers.filter(Boolean).length >= width / 2,
    }
  })
  const counts = new Map<string, number>()
  for (const { shape, data } of shapes) if (data) counts.set(shape, (counts.get(shape) ?? 0) + 1)
  const most = Math.max(0, ...counts.values())
  const first = shapes.findIndex(({ shape, data }) => data && counts.get(shape) === most)
  // nothing but words: the first row is taken for the header, and the rest is said to be none
  if (first < 0) return { header: rows.length > 0 ? rows.findIndex((r) => r.cells.length > 0) : null, units: null }
  const couldHead = (i: number) => i >= 0 && shapes[i].width >= shapes[first].width && !shapes[i].data
  const units = first - 1
  const unitsBelow = units > 0 && holdsUnits(rows[units].cells) && couldHead(units - 1)
  let header: number | null = null
  let best = -1
  for (let i = 0; i < first; i++) {
    if (!couldHead(i) || (unitsBelow && i === units)) continue
    const told = rows[i].cells.filter((c) => splitHeader(c).unit).length
    const parted = i > 0 && rows[i - 1].cells.length === 0
    const score = 2 * told + Number(parted)
    if (score > best) [header, best] = [i, score]
  }
  if (unitsBelow && best <= 1) header = units - 1
  // a header that lacks names for its last columns, as it always was
  if (header === null && first > 0 && !shapes[0].data) header = 0
  return { header, units: unitsBelow && header === units - 1 ? units : null }
}
