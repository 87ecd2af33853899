import { Box, chakra } from '@chakra-ui/react'
import type { TableMapping } from '../../project/document'
import type { Role } from '../../project/recording'
import type { Preview } from '../../workers'

/** The first rows of a file, and what each column is taken for. */
export function PreviewTable({
  preview,
  mapping,
  roles,
}: {
  preview: Preview
  mapping: TableMapping
  roles: readonly Role[]
}) {
  const use = (header: string) =>
    roles
      .filter((r) => mapping.columns[r.id]?.header === header)
      .map((r) => r.label.toLowerCase())
      .join(', ')
  return (
    <Box overflowX="auto" mt="3" tabIndex={0} role="region" aria-label="First rows of the file">
      <chakra.table fontSize="xs" minW="60%">
        <thead>
          <tr>
            {preview.headers.map(({ header, unit }) => (
              <chakra.th
                key={header}
                textAlign="right"
                px="3"
                py="1"
                borderBottomWidth="2px"
                borderColor={use(header) ? 'petrol' : 'rule'}
              >
                {header}
                <Box color="mute" fontWeight="400">
                  {unit ?? 'no unit'}
                  {use(header) ? ` · ${use(header)}` : ''}
                </Box>
              </chakra.th>
            ))}
          </tr>
        </thead>
        <tbody>
          {preview.firstRows.map((row, i) => (
            <tr key={i}>
              {row.map((v, j) => (
                <chakra.td key={j} className="num" textAlign="right" px="3" py="2px" borderBottomWidth="1px">
                  {v}
                </chakra.td>
              ))}
            </tr>
          ))}
        </tbody>
      </chakra.table>
    </Box>
  )
}
