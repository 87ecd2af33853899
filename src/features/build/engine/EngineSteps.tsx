'use client'
import { Box } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import {
  fieldLimits,
  fieldTitle,
  fieldValue,
  setField,
  shownFields,
  type Build,
  type NumberFieldSpec,
} from '../../../project/document'
import { useProject } from '../../../store'
import { Views, useLocked } from '../../../ui'
import { useDesignJob, useSettled, useShown } from '../../shared'
import { ChangeRows, stepText } from '../design/ChangeRows'
import { CHAMBER_GROUPS } from './EngineFields'
import type { EngineStationProps } from './engine-props'

type Wanted = 'power' | 'air'

const titled = (field: NumberFieldSpec): string => {
  const title = fieldTitle(field)
  return title[0].toUpperCase() + title.slice(1)
}

/** Numbers that a maker prints or drills; counts, and what is measured or guessed, are none. */
const GROUPS: readonly string[] = [...CHAMBER_GROUPS.filter((group) => group !== 'Body'), 'Wheel', 'Losses']

/** What one printable step of each number brings, in watts or in work of the air; a click makes it. */
export function EngineSteps({ build, edit }: Pick<EngineStationProps, 'build' | 'edit'>) {
  const { ambient } = useProject()
  const shown = useShown()
  const locked = useLocked()
  const [wanted, setWanted] = useState<Wanted>('power')
  const late = useSettled(build, 300)
  const fields = useMemo(
    () =>
      shownFields(late as unknown as Build).filter(
        (f): f is NumberFieldSpec => f.type === 'number' && !f.whole && GROUPS.includes(f.group),
      ),
    [late],
  )
  const { result, soFar, working, failed } = useDesignJob(
    useMemo(
      () => ({
        kind: 'engine-steps' as const,
        build: late,
        ambient,
        fields: fields.map((f) => ({ path: f.path, change: f.change, limits: fieldLimits(f) })),
      }),
      [late, ambient, fields],
    ),
  )
  const found = working ? soFar : result
  if (failed) return <Box color="brick">{failed}</Box>
  const of = wanted === 'power' ? ('shaftPowerW' as const) : ('workPerAirJPerKg' as const)
  const rows = (found ?? []).flatMap((s) => {
    const field = fields.find((f) => f.path === s.path)
    return field ? [{ field, up: s.up?.[of] ?? null, down: s.down?.[of] ?? null }] : []
  })
  const make = (f: NumberFieldSpec, sign: 1 | -1) =>
    edit(`${fieldTitle(f)} by ${stepText(f, shown)}`, (b) =>
      setField(b, f.path, (fieldValue(build, f.path) as number) + sign * f.change),
    )
  return (
    <Box aria-busy={working} data-testid="engine-steps">
      <Views
        small
        label="What a step is to bring"
        value={wanted}
        views={[
          { value: 'power', label: 'shaft power' },
          { value: 'air', label: 'work of the air' },
        ]}
        onChange={setWanted}
      />
      <ChangeRows
        rows={rows}
        build={build}
        kind={wanted === 'power' ? 'power' : 'workPerAir'}
        name={titled}
        onMake={make}
      />
      <Box color="mute" fontSize="xs" mt="2" role="status">
        {working
          ? `Trying each number: ${rows.length} of ${fields.length}…`
          : 'Predicted at the same load, all else as it is. The differences are surer than the power itself.'}
        {locked ? ' Tested as it stands: a click begins a new version.' : ''}
      </Box>
    </Box>
  )
}
