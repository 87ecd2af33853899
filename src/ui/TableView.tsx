'use client'
import { Box, chakra } from '@chakra-ui/react'
import { QuietButton } from './Buttons'

export interface TableData {
  readonly name: string
  readonly headers: readonly string[]
  readonly rows: readonly (readonly (string | number | null)[])[]
}

/** Text of a table as CSV with a header line. */
export const tableCsv = ({ headers, rows }: TableData): string => {
  const cell = (value: string | number | null) =>
    value === null
      ? ''
      : typeof value === 'number'
        ? String(Number(value.toPrecision(9)))
        : /[",\n]/.test(value)
          ? `"${value.replaceAll('"', '""')}"`
          : value
  return `${[headers, ...rows].map((row) => row.map(cell).join(',')).join('\n')}\n`
}

/** Hands a file to the maker. */
export function download(name: string, content: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** The numbers behind a chart, for reading and for taking away. */
export function TableView({ table }: { table: TableData }) {
  const show = (value: string | number | null) =>
    value === null ? '' : typeof value === 'number' ? Number(value.toPrecision(4)).toString() : value
  return (
    <Box>
      <Box maxH="320px" overflow="auto" tabIndex={0} role="region" aria-label={`Table: ${table.name}`}>
        <chakra.table w="100%" fontSize="xs" borderCollapse="collapse">
          <chakra.thead position="sticky" top="0" bg="sheet">
            <tr>
              {table.headers.map((h) => (
                <chakra.th key={h} textAlign="right" fontWeight="600" py="1" px="2" borderBottomWidth="1px">
                  {h}
                </chakra.th>
              ))}
            </tr>
          </chakra.thead>
          <tbody>
            {table.rows.slice(0, 500).map((row, i) => (
              <tr key={i}>
                {row.map((value, j) => (
                  <chakra.td key={j} className="num" textAlign="right" py="2px" px="2" borderBottomWidth="1px">
                    {show(value)}
                  </chakra.td>
                ))}
              </tr>
            ))}
          </tbody>
        </chakra.table>
      </Box>
      <QuietButton
        mt="2"
        onClick={() =>
          download(`${table.name.replace(/[^\w-]+/g, '-').toLowerCase()}.csv`, tableCsv(table), 'text/csv')
        }
      >
        Save as CSV
      </QuietButton>
    </Box>
  )
}
