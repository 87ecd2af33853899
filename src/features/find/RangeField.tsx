'use client'
import { Box } from '@chakra-ui/react'
import { fieldLimits, type NumberFieldSpec } from '../../project/document'
import { NumberField } from '../../ui'
import { useShown } from '../shared'
import { fieldName } from './find-view-model'

/** One number of the search: in or out, and its range. */
export function RangeField({
  field,
  range,
  onRange,
  value,
}: {
  field: NumberFieldSpec
  range: readonly [number, number] | undefined
  onRange: (range: readonly [number, number] | null) => void
  value: readonly [number, number]
}) {
  const shown = useShown()
  const unit = field.kind === 'length' ? shown.unit('length').id : undefined
  return (
    <Box borderBottomWidth="1px" py="1">
      <label>
        <input
          type="checkbox"
          checked={range !== undefined}
          onChange={(e) => onRange(e.target.checked ? value : null)}
          style={{ accentColor: 'var(--gk-colors-petrol)', marginRight: 8 }}
        />
        {fieldName(field)}
      </label>
      {range && (
        <Box pl="5">
          <NumberField
            label="from"
            kind={field.kind}
            unit={unit}
            whole={field.whole}
            value={range[0]}
            limits={fieldLimits(field)}
            onChange={(v) => onRange([v, range[1]])}
          />
          <NumberField
            label="to"
            kind={field.kind}
            unit={unit}
            whole={field.whole}
            value={range[1]}
            limits={fieldLimits(field)}
            onChange={(v) => onRange([range[0], v])}
          />
        </Box>
      )}
    </Box>
  )
}
