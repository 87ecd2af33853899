/** How a text table is written. */
export interface Dialect {
  readonly delimiter: ',' | ';' | '\t' | ' '
  readonly decimal: '.' | ','
}

const DELIMITERS = ['\t', ';', ',', ' '] as const

/** A line without its dates and times of day: their marks are no decimal signs. */
const withoutOtherMarks = (line: string): string =>
  line.replace(/\d{1,4}([./-])\d{1,2}\1\d{1,4}/g, '').replace(/\d+:\d\d(:\d\d)?([.,]\d+)?/g, '')

/** Where points stand as well, these must all part thousands, and a comma stand where it parts none. */
function commasAreDecimal(lines: readonly string[]): boolean {
  if (!lines.some((line) => /\d,\d/.test(line))) return false
  if (!lines.some((line) => /\d\.\d/.test(line))) return true
  const ungrouped = lines.map((line) => line.replace(/(?<![\d.,])[1-9]\d{0,2}(\.\d{3})+(?!\d)/g, '1'))
  return (
    !ungrouped.some((line) => /\d\.\d/.test(line)) &&
    ungrouped.some((line) => /\d,\d/.test(line.replace(/(?<![\d.,])[1-9]\d{0,2}(,\d{3})+(?!\d)/g, '1')))
  )
}

/** A header of one column over numbers with as many places behind a comma each: the comma parts no columns. */
function isOneColumn(header: string | undefined, data: readonly string[]): boolean {
  if (!header || /[,;\t]/.test(header) || data.length < 3) return false
  const places = data.map((line) => /^[-+]?\d+,(\d{2,})$/.exec(line)?.[1].length)
  return places[0] !== undefined && places.every((n) => n === places[0])
}

/**
 * Guesses the dialect from the first lines that hold a number: the delimiter that cuts them most evenly; a decimal
 * comma only where the comma does not part columns.
 */
export function guessDialect(text: string): Dialect {
  const lines = text
    .split(/\r\n|\n|\r/)
    .map((line) => line.trim())
    .filter((line) => line !== '' && !/^[#%]|^\/\//.test(line))
    .slice(0, 400)
  const data = lines.filter((line) => /^["'\s]*[-+]?[.,]?\d/.test(line))
  const sample = (data.length > 0 ? data : lines).slice(0, 60)
  let best: Dialect['delimiter'] = ','
  let most = 0
  for (const delimiter of DELIMITERS) {
    const widths = sample.map((line) => line.split(delimiter).length)
    const width = widths[Math.floor(widths.length / 2)] ?? 1
    const even = widths.filter((w) => w === width).length / Math.max(1, widths.length)
    const score =
      width > 1
        ? even * (delimiter === ' ' ? 0.5 : 1) * (delimiter === ',' && sample.some((l) => l.includes(';')) ? 0.4 : 1)
        : 0
    if (score > most + 1e-9) {
      most = score
      best = delimiter
    }
  }
  if (best === ',' && isOneColumn(lines[lines.indexOf(data[0]) - 1], data)) return { delimiter: ';', decimal: ',' }
  const bare = sample.map(withoutOtherMarks)
  return { delimiter: best, decimal: best !== ',' && commasAreDecimal(bare) ? ',' : '.' }
}
