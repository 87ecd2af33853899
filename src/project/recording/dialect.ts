/** How a text table is written. */
export interface Dialect {
  readonly delimiter: ',' | ';' | '\t' | ' '
  readonly decimal: '.' | ','
}

const DELIMITERS = ['\t', ';', ',', ' '] as const

/**
 * Guesses the dialect from the first lines that hold a number: the delimiter that cuts them most evenly; a decimal
 * comma only where the comma does not part columns.
 */
export function guessDialect(text: string): Dialect {
  const lines = text
    .split(/\r\n|\n|\r/)
    .map((line) => line.trim())
    .filter((line) => line !== '' && !/^[#%]|^\/\//.test(line))
    .slice(0, 60)
  const data = lines.filter((line) => /^["'\s]*[-+]?[.,]?\d/.test(line))
  const sample = data.length > 0 ? data : lines
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
  const comma = best !== ',' && sample.some((line) => /\d,\d/.test(line)) && !sample.some((line) => /\d\.\d/.test(line))
  return { delimiter: best, decimal: comma ? ',' : '.' }
}
