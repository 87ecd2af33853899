import { fieldText, parseQuantity, unitOf, type QuantityKind } from '../../../core/units'

/** One column of rows that are typed or pasted. */
export interface RowColumn {
  readonly key: string
  readonly label: string
  readonly kind: QuantityKind
  readonly unit: string
  readonly limits: readonly [number, number]
}

export type Row = Readonly<Record<string, number>>
export type ParsedRows =
  { readonly ok: true; readonly rows: readonly Row[] } | { readonly ok: false; readonly message: string }

/** Words between which a row is cut: tabs or semicolons, else blanks. */
const cut = (line: string): string[] => {
  const by = /[;\t]/.test(line) ? /[;\t]/ : /\s+/
  return line
    .split(by)
    .map((s) => s.trim())
    .filter((s) => s !== '')
}

/** Rows as they are typed, one a line, in the units shown; empty lines do not count. */
export function parseRows(text: string, columns: readonly RowColumn[], least: number): ParsedRows {
  const rows: Row[] = []
  const lines = text.split(/\r?\n/)
  const wanted = columns.map((c) => c.label).join(' and ')
  for (const [i, line] of lines.entries()) {
    const words = cut(line)
    if (words.length === 0) continue
    if (words.length !== columns.length)
      return {
        ok: false,
        message: `Line ${i + 1} has ${words.length} ${words.length === 1 ? 'number' : 'numbers'}: ${wanted} ${columns.length === 1 ? 'is' : 'are'} wanted, with blanks, tabs or semicolons between.`,
      }
    const row: Record<string, number> = {}
    for (const [k, { key, label, kind, unit, limits }] of columns.entries()) {
      const parsed = parseQuantity(words[k], kind, unit)
      if (!parsed.ok) return { ok: false, message: `Line ${i + 1}, ${label}: ${parsed.message}` }
      const [low, high] = limits
      if (parsed.si < low || parsed.si > high) {
        const own = unitOf(kind, unit)
        return {
          ok: false,
          message: `Line ${i + 1}, ${label}: must be from ${fieldText(low, own)} to ${fieldText(high, own)} ${own.label}.`,
        }
      }
      row[key] = parsed.si
    }
    rows.push(row)
  }
  if (rows.length < least)
    return { ok: false, message: `${least === 1 ? 'One line' : `${least} lines`} at least, one reading a line.` }
  if (rows.length > 40) return { ok: false, message: 'Forty lines at most.' }
  return { ok: true, rows }
}

/** Rows as text, to be typed on. */
export const rowsText = (rows: readonly Row[], columns: readonly RowColumn[]): string =>
  rows.map((r) => columns.map((c) => fieldText(r[c.key], unitOf(c.kind, c.unit))).join('  ')).join('\n')
