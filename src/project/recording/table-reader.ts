import { said, type Said } from '../../core/said'
import { cellNumber, clockReader, columnKind, looseNumber, spreadStamps, type ColumnKind } from './cells'
import type { Dialect } from './dialect'
import { Growing } from './growing'
import { beginningOf, type LeadRow } from './lead'
import type { Table, TableColumn } from './table'
import { splitHeader, unitCalled, unitWritten, type HeaderUnit } from './units'

const SHOWN_FAULTS = 20
/** So many rows are seen before it is said where the table begins. */
const LEAD_ROWS = 200
/** A load that is not there, in a column of resistances. */
const OPEN = /^\s*(open|offen|inf|∞)\s*$/i
const [ZERO, NINE, MINUS, SPACE] = [48, 57, 45, 32] as const
const TENS = Array.from({ length: 16 }, (_, i) => 10 ** i)

/** Where a cell ends: at the next delimiter, or with its line. */
function cellEnd(text: string, from: number, to: number, delimiter: number): number {
  let i = from
  while (i < to && text.charCodeAt(i) !== delimiter) i++
  return i
}

/** Takes rows one by one and keeps the state of the reading: where the table begins, units in force, faults. */
export class TableReader {
  private headers: { name: string; header: string; unit: HeaderUnit | null }[] = []
  private scale: number[] = []
  private columns: Growing[] = []
  private textColumn: boolean[] = []
  /** Columns of times of day. */
  private clocks: (((cell: string) => number) | null)[] = []
  private lead: LeadRow[] | null = []
  private waiting: { cells: string[]; line: number }[] = []
  private settled = false
  private badCount = 0
  private bads: { line: number; example: string }[] = []
  readonly laterHeaders: { line: number; headers: string[] }[] = []
  readonly notes: Said[] = []
  /** What a logger wrote of itself before the table. */
  readonly preamble: string[] = []
  private groupsSaid = false
  /** One row's numbers, used again for each row. */
  private readonly scratch: number[] = []
  constructor(private readonly dialect: Dialect) {}

  row(cells: string[], line: number): void {
    if (this.lead) {
      this.lead.push({ cells, line })
      if (this.lead.length >= LEAD_ROWS) this.begin()
      return
    }
    if (!this.settled) {
      this.waiting.push({ cells, line })
      if (this.waiting.length >= 200) this.settle()
      return
    }
    this.data(cells, line)
  }

  /** Once enough rows are seen, it is known where the table begins. */
  private begin(): void {
    const rows = this.lead ?? []
    this.lead = null
    const { header, units } = beginningOf(rows, this.dialect.decimal)
    const from = header ?? rows.findIndex((r) => r.cells.length > 0)
    if (from < 0) return
    const below = units === null ? [] : rows[units].cells
    this.headers = rows[from].cells.map((cell, i) => {
      if (header === null) return { name: `column ${i + 1}`, header: `column ${i + 1}`, unit: null }
      const split = splitHeader(cell)
      const written = cell.trim() || `column ${i + 1}`
      const unit = unitWritten((below[i] ?? '').trim().replace(/^[[(](.*)[\])]$/, '$1'))
      return unit && !split.unit
        ? { name: split.name, header: `${written} [${unit.id}]`, unit }
        : { ...split, header: written }
    })
    this.setUnits(this.headers.map((h) => h.unit))
    this.columns = this.headers.map(() => new Growing())
    if (header === null) this.notes.push(said('table-no-header'))
    for (const { cells } of rows.slice(0, from))
      if (cells.length > 0) this.preamble.push(cells.filter((c) => c.trim() !== '').join(' '))
    rows.forEach(({ cells, line }, i) => {
      if (i < from || i === header || i === units) return
      if (cells.length === 0) this.bad([''], line)
      else this.row([...cells], line)
    })
  }

  /**
   * Whether rows of plain numbers can be read straight from the text: the header is known, and which columns hold
   * words.
   */
  get steady(): boolean {
    return this.settled && this.dialect.delimiter !== ' '
  }

  /**
   * Reads one line [from, to) of plain numbers straight from the text; false, and nothing read, where a cell is no
   * number.
   * A number of up to 15 digits over a power of ten is rounded once, so it is the very number that the language's own
   * reader gives.
   */
  plain(text: string, from: number, to: number): boolean {
    const [part, point] = [this.dialect.delimiter.charCodeAt(0), this.dialect.decimal.charCodeAt(0)]
    const { scratch, textColumn, scale } = this
    const columns = this.headers.length
    let i = from
    for (let c = 0; c < columns; c++) {
      const clock = this.clocks[c]
      if (textColumn[c] || clock) {
        const end = cellEnd(text, i, to, part)
        const value = clock ? clock(text.slice(i, end)) : 0
        if (Number.isNaN(value)) return false
        scratch[c] = value
        i = end
      } else {
        const start = i
        while (i < to && text.charCodeAt(i) === SPACE) i++
        const minus = text.charCodeAt(i) === MINUS
        if (minus) i++
        let [mantissa, digits, places] = [0, 0, -1]
        for (; i < to; i++) {
          const code = text.charCodeAt(i)
          if (code >= ZERO && code <= NINE) {
            mantissa = 10 * mantissa + (code - ZERO)
            digits++
            if (places >= 0) places++
          } else if (code === point && places < 0) places = 0
          else break
        }
        while (i < to && text.charCodeAt(i) === SPACE) i++
        let value = places > 0 ? mantissa / TENS[places] : mantissa
        if (minus) value = -value
        if (digits === 0 || digits > 15 || (i < to && text.charCodeAt(i) !== part)) {
          // an exponent, a plus, more digits than fit: as any reader does it
          const end = cellEnd(text, start, to, part)
          value = cellNumber(text.slice(start, end), this.dialect.decimal)
          if (Number.isNaN(value)) return false
          i = end
        }
        scratch[c] = value * scale[c]
      }
      if (c < columns - 1) {
        if (i >= to || text.charCodeAt(i) !== part) return false
        i++
      }
    }
    if (i !== to) return false
    for (let c = 0; c < columns; c++) this.columns[c].push(scratch[c])
    return true
  }

  private setUnits(units: (HeaderUnit | null)[]): void {
    this.scale = units.map((u) => u?.si ?? 1)
  }

  /** After 200 rows it is known which columns hold words; the rest must hold numbers. */
  private settle(): void {
    this.settled = true
    const seen = this.waiting.filter(({ cells }) => !this.isHeader(cells))
    const kinds = this.headers.map((_, i) =>
      columnKind(
        seen.map(({ cells }) => cells[i] ?? ''),
        this.dialect.decimal,
      ),
    )
    this.textColumn = kinds.map((k) => k.kind === 'words')
    this.clocks = kinds.map((k) => (k.kind === 'clock' ? clockReader() : null))
    kinds.forEach((k, i) => {
      if (k.kind === 'clock') this.headers[i] = { ...this.headers[i], unit: unitCalled('s') }
      // a unit that stands in the cells alone
      if (k.kind === 'number' && k.unit && !this.headers[i].unit) this.headers[i] = { ...this.headers[i], unit: k.unit }
    })
    this.setUnits(this.headers.map((h) => h.unit))
    if (this.textColumn.every(Boolean)) this.textColumn = this.textColumn.map(() => false)
    else this.sayLeftOut(kinds)
    for (const { cells, line } of this.waiting) this.data(cells, line)
    this.waiting = []
  }

  private sayLeftOut(kinds: readonly ColumnKind[]): void {
    const of = (which: (k: ColumnKind) => boolean) =>
      this.headers.flatMap(({ header }, i) => (which(kinds[i]) ? [header] : [])).join(', ')
    const [clocks, words] = [of((k) => k.kind === 'clock'), of((k) => k.kind === 'words' && k.written)]
    if (clocks !== '') this.notes.push(said('table-clock', { headers: clocks }))
    if (words !== '') this.notes.push(said('table-words', { headers: words }))
  }

  private isHeader(cells: string[]): boolean {
    if (cells.length !== this.headers.length || cells.length === 0) return false
    return cells.every(
      (cell, i) =>
        Number.isNaN(cellNumber(cell, this.dialect.decimal)) &&
        splitHeader(cell).name.toLowerCase() === this.headers[i].name.toLowerCase(),
    )
  }

  private data(cells: string[], line: number): void {
    if (Number.isNaN(cellNumber(cells[0] ?? '', this.dialect.decimal)) && this.isHeader(cells)) {
      this.setUnits(cells.map((cell, i) => splitHeader(cell).unit ?? this.headers[i].unit))
      this.laterHeaders.push({ line, headers: cells.map((c) => c.trim()) })
      return
    }
    if (cells.length > this.headers.length) return this.bad(cells, line)
    const row = this.scratch
    for (let i = 0; i < this.headers.length; i++) {
      const cell = cells[i] ?? ''
      row[i] = this.textColumn[i] ? 0 : this.cell(cell, i)
      if (Number.isNaN(row[i])) return this.bad(cells, line)
    }
    for (let i = 0; i < this.headers.length; i++) this.columns[i].push(row[i])
  }

  private cell(cell: string, i: number): number {
    const { unit } = this.headers[i]
    const clock = this.clocks[i]
    if (clock) return clock(cell)
    if (unit?.kind === 'resistance' && OPEN.test(cell)) return Infinity
    const plain = cellNumber(cell, this.dialect.decimal) * this.scale[i]
    if (!Number.isNaN(plain)) return plain
    const loose = looseNumber(cell, this.dialect.decimal)
    if (!loose || (loose.unit && loose.unit.kind !== unit?.kind)) return NaN
    if (loose.grouped && !this.groupsSaid) {
      this.groupsSaid = true
      this.notes.push(said('table-groups', { cell: cell.trim().slice(0, 30), value: loose.value }))
    }
    return loose.value * (loose.unit?.si ?? this.scale[i])
  }

  private bad(cells: string[], line: number): void {
    this.badCount++
    if (this.bads.length < SHOWN_FAULTS)
      this.bads.push({ line, example: cells.join(this.dialect.delimiter).slice(0, 60) })
  }

  /** A blank line in the middle counts as a bad row; at the very end it does not. */
  blank(line: number): void {
    if (this.lead) this.lead.push({ cells: [], line })
    else if (this.headers.length > 0) this.bad([''], line)
  }

  private values(i: number): Float64Array {
    const values = this.columns[i].done()
    const rows = this.clocks[i] ? spreadStamps(values) : null
    if (rows !== null) this.notes.push(said('table-stamps', { header: this.headers[i].header, rows }))
    return values
  }

  finish(): { columns: TableColumn[]; badRows: Table['badRows'] } {
    if (this.lead) this.begin()
    if (!this.settled && this.headers.length > 0) this.settle()
    const columns = this.headers
      .map((h, i) => ({ name: h.name, header: h.header, unit: h.unit, values: this.values(i) }))
      .filter((_, i) => !this.textColumn[i])
    const bads = this.bads.sort((a, b) => a.line - b.line)
    return {
      columns,
      badRows: { count: this.badCount, lines: bads.map((b) => b.line), examples: bads.map((b) => b.example) },
    }
  }
}
