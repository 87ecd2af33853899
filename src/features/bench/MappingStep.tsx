'use client'
import { Box, Flex } from '@chakra-ui/react'
import { Fragment } from 'react'
import type { Rig, TableMapping } from '../../project/document'
import { methodOf } from '../../project/measuring'
import { UNITS_OF, UNKNOWN_UNIT, absoluteId, isAbsoluteId, saysAbsolute, type Role } from '../../project/recording'
import { Advice, ChoiceField, MainButton, QuietButton, SectionTitle } from '../../ui'
import type { Preview } from '../../workers'
import { Notes } from '../shared'
import { PreviewTable } from './PreviewTable'

/** A file that was read, and what its columns are taken for. */
export interface Mapped {
  readonly name: string
  readonly preview: Preview
  readonly mapping: TableMapping
  readonly fault?: string
}

export type Dialect = Preview['dialect']
const DELIMITERS: { value: Dialect['delimiter']; label: string }[] = [
  { value: ',', label: 'commas' },
  { value: ';', label: 'semicolons' },
  { value: '\t', label: 'tabs' },
  { value: ' ', label: 'spaces' },
]
const DECIMALS: { value: Dialect['decimal']; label: string }[] = [
  { value: '.', label: 'point' },
  { value: ',', label: 'comma' },
]

const UNIT_WORDS: Readonly<Record<string, string>> = { s: 'seconds', ms: 'milliseconds', us: 'microseconds' }

const SAY_SPEED = 'Choose “speed” under “It records” in the rig, or put the run on another rig, before taking it.'

/** Which column is what, with the first rows to judge by. */
export function MappingStep({
  state,
  rig,
  onChange,
  onDialect,
  take,
  back,
}: {
  state: Mapped
  rig: Rig
  onChange: (mapping: TableMapping) => void
  onDialect: (dialect: Dialect) => void
  take: { readonly label: string; readonly act: () => void }
  back: { readonly label: string; readonly act: () => void }
}) {
  const { preview, mapping } = state
  const columns = preview.headers.map(({ header }) => ({ value: header, label: header }))
  const unitOf = (header: string) => preview.headers.find((h) => h.header === header)?.unit
  const roles = methodOf(rig.kind).roles(rig)
  /** Units to choose from, where the header tells none; of a pressure also over what it is. */
  const unitsOf = ({ id, of }: Role): readonly string[] | null => {
    const mapped = mapping.columns[id] as TableMapping['columns'][string] | undefined
    if (!mapped) return null
    const unit = unitOf(mapped.header)
    if (!unit) return Object.keys(UNITS_OF[of] ?? {})
    return of === 'pressure' && !saysAbsolute(mapped.header) ? [unit, absoluteId(unit)] : null
  }
  const unitWords = ({ of }: Role, unit: string) =>
    of === 'pressure' && !isAbsoluteId(unit) ? `${unit} gauge` : (UNIT_WORDS[unit] ?? unit)
  const unasked = roles.find((r) => unitsOf(r)?.length && mapping.columns[r.id].unit === UNKNOWN_UNIT)
  const missing = roles.find((r) => !r.optional && !mapping.columns[r.id])
  const choose = (role: Role, header: string) => {
    const { [role.id]: before, ...others } = mapping.columns
    // what another header told says nothing of this one
    const chosen = before && !unitOf(before.header) ? before.unit : undefined
    const unit = unitOf(header) ?? chosen ?? role.plain ?? UNKNOWN_UNIT
    onChange({ ...mapping, columns: header === '' ? others : { ...mapping.columns, [role.id]: { header, unit } } })
  }
  return (
    <>
      <SectionTitle first>Which column is what?</SectionTitle>
      <Box color="mute" fontSize="sm" mb="2">
        {state.name}: {preview.rows.toLocaleString('en-GB').replaceAll(',', '\u2009')} rows
      </Box>
      <Box maxW="420px">
        {preview.device === null && (
          <>
            <ChoiceField
              label="Columns parted by"
              value={preview.dialect.delimiter}
              choices={DELIMITERS}
              onChange={(delimiter) => onDialect({ ...preview.dialect, delimiter })}
            />
            <ChoiceField
              label="Decimal sign"
              value={preview.dialect.decimal}
              choices={DECIMALS}
              onChange={(decimal) => onDialect({ ...preview.dialect, decimal })}
            />
          </>
        )}
        {roles.map((role) => {
          const units = unitsOf(role)
          const mapped = mapping.columns[role.id]
          return (
            <Fragment key={role.id}>
              <ChoiceField
                label={role.optional ? `${role.label}, if recorded` : role.label}
                value={mapped?.header ?? ''}
                choices={[...(role.optional || !mapped ? [{ value: '', label: 'none' }] : []), ...columns]}
                onChange={(header) => choose(role, header)}
              />
              {units && units.length > 0 && (
                <ChoiceField
                  label={`${role.label} is in`}
                  value={mapped.unit}
                  choices={[
                    ...(mapped.unit === UNKNOWN_UNIT ? [{ value: UNKNOWN_UNIT, label: 'choose…' }] : []),
                    ...units.map((u) => ({ value: u, label: unitWords(role, u) })),
                  ]}
                  onChange={(unit) =>
                    onChange({ ...mapping, columns: { ...mapping.columns, [role.id]: { ...mapped, unit } } })
                  }
                />
              )}
            </Fragment>
          )
        })}
      </Box>
      {state.fault && (
        <Advice tone="warn" title="Read that way, the file makes no sense">
          {state.fault}
        </Advice>
      )}
      <PreviewTable preview={preview} mapping={mapping} roles={roles} />
      {roles.some((r) => r.of === 'count' && unitOf(mapping.columns[r.id]?.header ?? '') === 'rpm') && (
        <Advice tone="advice" title="This column holds speed, the rig records counts">
          {SAY_SPEED}
        </Advice>
      )}
      {rig.kind === 'inertia' && rig.signal === 'pulse-times' && preview.headers.some((h) => h.unit === 'rpm') && (
        <Advice tone="advice" title="This file holds a speed, the rig records times of marks">
          {SAY_SPEED}
        </Advice>
      )}
      {preview.comments.length > 0 && (
        <Box fontSize="xs" color="mute" mt="2">
          In the file: {preview.comments.slice(0, 3).join(' · ')}
        </Box>
      )}
      <Notes notes={preview.notes} title="Read with care" />
      <Flex gap="3" mt="4">
        <MainButton disabled={unasked !== undefined || missing !== undefined} onClick={take.act}>
          {take.label}
        </MainButton>
        {(missing ?? unasked) && (
          <Box color="copper" fontSize="sm" alignSelf="center">
            {missing
              ? `First say which column holds the ${missing.label.toLowerCase()}`
              : `First say what unit the ${unasked?.label.toLowerCase()} is in`}
          </Box>
        )}
        <QuietButton onClick={back.act}>{back.label}</QuietButton>
      </Flex>
    </>
  )
}
