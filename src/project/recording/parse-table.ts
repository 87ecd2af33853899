import Papa from 'papaparse'
import { decodeText } from './decode'
import { guessDialect, type Dialect } from './dialect'
import { Growing } from './growing'
import { isLines, parseLines, type DeviceTold } from './lines/parse-lines'
import { splitHeader, type HeaderUnit } from './units'
import { said, type Said } from '../../core/said'

export interface TableColumn {
  readonly name: string
  readonly header: string
  readonly unit: HeaderUnit | null
  /** In SI where the header gave a unit, else as written. */
  readonly values: Float64Array
}

export interface Table {
  readonly dialect: Dialect
  readonly columns: readonly TableColumn[]
  readonly rows: number
  readonly badRows: { readonly count: number; readonly lines: readonly number[]; readonly examples: readonly string[] }
  /** Further headers met inside the file, by line. */
  readonly laterHeaders: readonly { readonly line: number; readonly headers: readonly string[] }[]
  readonly comments: readonly string[]
  readonly notes: readonly Said[]
  /** What its device told of itself, where it came as a device's lines. */
  readonly device?: DeviceTold
}

export type ParsedTable =
  { readonly ok: true; readonly table: Table } | { readonly ok: false; readonly message: string }

export const MAX_TABLE_BYTES = 400 * 1024 * 1024
const SHOWN_FAULTS = 20
/** A logger of everything has some dozens of columns. */
const MOST_COLUMNS = 2000
const MOST_LINE = 250_000
const PIECE = 2 * 1024 * 1024
/** A load that is not there, in a column of resistances. */
const OPEN = /^\s*(open|offen|inf|∞)\s*$/i
const COMMENT = /^\s*(#|%|\/\/)/
const [ZERO, NINE, MINUS, SPACE] = [48, 57, 45, 32] as const
const TENS = Array.from({ length: 16 }, (_, i) => 10 ** i)
type Newline = '\r\n' | '\n' | '\r'

const tooWide = (columns: number) =>
  `The file has ${columns} columns; a recording of a few is expected, at most ${MOST_COLUMNS}. Leave the others out.`

/** The first line longer than any table's, null when there is none. */
function longLine(text: string, newline: Newline): { line: number; length: number } | null {
  let line = 1
  for (let at = 0; at < text.length; line++) {
    const end = text.indexOf(newline, at)
    const length = (end < 0 ? text.length : end) - at
    if (length > MOST_LINE) return { line, length }
    if (end < 0) return null
    at = end + newline.length
  }
  return null
}

/**
 * A text in pieces of whole lines, so that none is read twice however its marks are set, with the share done at the end
 * of each.
 */
function* pieces(text: string, newline: Newline): Generator<{ readonly text: string; readonly share: number }> {
  for (let at = 0; at < text.length;) {
    const end = at + PIECE >= text.length ? -1 : text.lastIndexOf(newline, at + PIECE)
    const next = end < at ? text.length : end + newline.length
    yield { text: text.slice(at, end < at ? next : end), share: next / text.length }
    at = next
  }
}

/** Reads a cell as a number; NaN for words, "inf" and blanks. */
function cellNumber(cell: string, decimal: Dialect['decimal']): number {
  const text = decimal === ',' ? cell.replace(',', '.') : cell
  const value = text.trim() === '' ? NaN : Number(text)
  return Number.isFinite(value) ? value : NaN
}

/** Where a cell ends: at the next delimiter, or with its line. */
function cellEnd(text: string, from: number, to: number, delimiter: number): number {
  let i = from
  while (i < to && text.charCodeAt(i) !== delimiter) i++
  return i
}

/** Takes rows one by one and keeps the state of the reading: header, units in force, faults. */
class TableReader {
  private headers: { name: string; header: string; unit: HeaderUnit | null }[] = []
  private scale: number[] = []
  private columns: Growing[] = []
  private textColumn: boolean[] = []
  private waiting: { cells: string[]; line: number }[] = []
  private settled = false
  private badCount = 0
  private bads: { line: number; example: string }[] = []
  readonly laterHeaders: { line: number; headers: string[] }[] = []
  readonly notes: Said[] = []
  /** One row's numbers, used again for each row. */
  private readonly scratch: number[] = []
  constructor(private readonly dialect: Dialect) {}

  row(cells: string[], line: number): void {
    if (this.headers.length === 0) return this.first(cells, line)
    if (!this.settled) {
      this.waiting.push({ cells, line })
      if (this.waiting.length >= 200) this.settle()
      return
    }
    this.data(cells, line)
  }

  private first(cells: string[], line: number): void {
    const numbers = cells.filter((c) => !Number.isNaN(cellNumber(c, this.dialect.decimal))).length
    const isHeader = numbers < cells.length / 2
    this.headers = cells.map((cell, i) => {
      if (!isHeader) return { name: `column ${i + 1}`, header: `column ${i + 1}`, unit: null }
      return { ...splitHeader(cell), header: cell.trim() || `column ${i + 1}` }
    })
    this.setUnits(this.headers.map((h) => h.unit))
    this.columns = this.headers.map(() => new Growing())
    if (!isHeader) {
      this.notes.push(said('table-no-header'))
      this.waiting.push({ cells, line })
    }
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
      if (textColumn[c]) {
        while (i < to && text.charCodeAt(i) !== part) i++
        scratch[c] = 0
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
    this.textColumn = this.headers.map(
      (_, i) =>
        seen.length > 0 &&
        seen.filter(({ cells }) => Number.isNaN(cellNumber(cells[i] ?? '', this.dialect.decimal))).length >
          seen.length / 2,
    )
    if (this.textColumn.every(Boolean)) this.textColumn = this.textColumn.map(() => false)
    for (const { cells, line } of this.waiting) this.data(cells, line)
    this.waiting = []
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
      row[i] = this.textColumn[i]
        ? 0
        : this.headers[i].unit?.kind === 'resistance' && OPEN.test(cell)
          ? Infinity
          : cellNumber(cell, this.dialect.decimal) * this.scale[i]
      if (Number.isNaN(row[i])) return this.bad(cells, line)
    }
    for (let i = 0; i < this.headers.length; i++) this.columns[i].push(row[i])
  }

  private bad(cells: string[], line: number): void {
    this.badCount++
    if (this.bads.length < SHOWN_FAULTS)
      this.bads.push({ line, example: cells.join(this.dialect.delimiter).slice(0, 60) })
  }

  /** A blank line in the middle counts as a bad row; at the very end it does not. */
  blank(line: number): void {
    if (this.headers.length > 0) this.bad([''], line)
  }

  finish(): { columns: TableColumn[]; badRows: Table['badRows'] } {
    if (!this.settled && this.headers.length > 0) this.settle()
    const columns = this.headers
      .map((h, i) => ({ name: h.name, header: h.header, unit: h.unit, values: this.columns[i].done() }))
      .filter((_, i) => !this.textColumn[i])
    const bads = this.bads.sort((a, b) => a.line - b.line)
    return {
      columns,
      badRows: { count: this.badCount, lines: bads.map((b) => b.line), examples: bads.map((b) => b.example) },
    }
  }
}

/**
 * Reads a CSV or TSV of any common dialect into columns of numbers, in SI where headers name units.
 * Bad rows are left out and counted with their line; a second header inside the file changes the units from there on.
 * `progress` is told the share done, 0..1.
 */
export function parseTable(
  bytes: Uint8Array,
  options: { dialect?: Dialect; progress?: (share: number) => void } = {},
): ParsedTable {
  if (bytes.length > MAX_TABLE_BYTES)
    return { ok: false, message: `The file is larger than ${MAX_TABLE_BYTES / 1024 / 1024} MB. Cut it into parts.` }
  const decoded = decodeText(bytes)
  if (!decoded.ok) return decoded
  const text = decoded.text
  if (isLines(text)) return parseLines(text, options.progress)
  const newline = (/\r\n|\n|\r/.exec(text)?.[0] ?? '\n') as Newline
  const long = longLine(text, newline)
  if (long)
    return {
      ok: false,
      message: `Line ${long.line} is ${Math.round(long.length / 1000)} thousand signs long: this is no table of a recording, or its line ends were lost.`,
    }
  const dialect = options.dialect ?? guessDialect(text.slice(0, 65_536))
  const reader = new TableReader(dialect)
  const comments: string[] = []
  let line = 0
  let blanks: number[] = []
  let tooMany = 0
  const take = (cells: string[]) => {
    line++
    if (cells.length === 1 && cells[0].trim() === '') blanks.push(line)
    else if (COMMENT.test(cells[0])) comments.push(cells.join(dialect.delimiter).replace(/^\s*(#|%|\/\/)\s*/, ''))
    else {
      for (const at of blanks) reader.blank(at)
      blanks = []
      if (cells.length > MOST_COLUMNS) tooMany = cells.length
      else reader.row(dialect.delimiter === ' ' ? cells.filter((c) => c !== '') : cells, line)
    }
  }
  for (const piece of pieces(text, newline)) {
    // a quotation mark that is not closed would swallow what follows it
    const quoted = piece.text.includes('"') && piece.text.split('"').length % 2 === 1
    if (quoted) {
      const { data } = Papa.parse<string[]>(piece.text, {
        delimiter: dialect.delimiter,
        newline,
        skipEmptyLines: false,
      })
      for (const cells of data) take(cells)
    } else
      for (let at = 0; at < piece.text.length;) {
        const found = piece.text.indexOf(newline, at)
        const end = found < 0 ? piece.text.length : found
        if (blanks.length === 0 && reader.steady && reader.plain(piece.text, at, end)) line++
        else take(piece.text.slice(at, end).split(dialect.delimiter))
        at = end + newline.length
      }
    if (tooMany > 0) return { ok: false, message: tooWide(tooMany) }
    options.progress?.(piece.share)
  }
  const { columns, badRows } = reader.finish()
  const rows = columns[0]?.values.length ?? 0
  if (rows === 0)
    return {
      ok: false,
      message:
        badRows.count > 0
          ? `No data rows: all ${badRows.count} rows hold something that is not a number (first: line ${badRows.lines[0]}). Check the delimiter and the decimal sign.`
          : 'No data rows: the file holds a header and nothing below it. Record again.',
    }
  const notes = [...decoded.notes, ...reader.notes]
  if (badRows.count > 0)
    notes.push(
      said('table-bad-rows', {
        count: badRows.count,
        lines: `${badRows.lines.join(', ')}${badRows.count > badRows.lines.length ? ', …' : ''}`,
      }),
    )
  for (const later of reader.laterHeaders)
    notes.push(said('table-second-header', { line: later.line, headers: later.headers.join(', ') }))
  return { ok: true, table: { dialect, columns, rows, badRows, laterHeaders: reader.laterHeaders, comments, notes } }
}
