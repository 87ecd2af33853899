import Papa from 'papaparse'
import { decodeText } from './decode'
import { guessDialect, type Dialect } from './dialect'
import { isLines, parseLines } from './lines/parse-lines'
import { TableReader } from './table-reader'
import type { ParsedTable } from './table'
import { said } from '../../core/said'

export const MAX_TABLE_BYTES = 400 * 1024 * 1024
/** A logger of everything has some dozens of columns. */
const MOST_COLUMNS = 2000
const MOST_LINE = 250_000
const PIECE = 2 * 1024 * 1024
const COMMENT = /^\s*(#|%|\/\/)/
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
  const told = [...comments, ...reader.preamble]
  return {
    ok: true,
    table: { dialect, columns, rows, badRows, laterHeaders: reader.laterHeaders, comments: told, notes },
  }
}
