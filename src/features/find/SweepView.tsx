'use client'
import { Box } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { PredictionInput } from '../../core/prediction'
import { unitOf } from '../../core/units'
import { fieldValue, type NumberFieldSpec, type TurbineBuild } from '../../project/document'
import { ChartBlock, ChoiceField, type CurveChartProps } from '../../ui'
import { useDesignJob, useShown } from '../shared'
import { fieldName, firstRange } from './find-view-model'

/** One number moved over its range, all else as it is: power, air and margin against it. */
export function SweepView({
  build,
  input,
  fields,
}: {
  build: TurbineBuild
  input: PredictionInput
  fields: readonly NumberFieldSpec[]
}) {
  const shown = useShown()
  const [path, setPath] = useState(fields[0].path)
  const field = fields.find((f) => f.path === path) ?? fields[0]
  const request = useMemo(() => {
    const [from, to] = firstRange(build, field)
    return {
      kind: 'sweep' as const,
      input,
      variable: { path: field.path, from, to, ...(field.whole ? { whole: true } : {}) },
      points: 41,
    }
  }, [build, field, input])
  const { result, failed } = useDesignJob(request)
  const unit = unitOf(field.kind, field.kind === 'length' ? shown.unit('length').id : undefined)
  const chart = useMemo((): CurveChartProps | null => {
    if (!result) return null
    const rows = result.flatMap((r) => (r.figures ? [{ x: r.value / unit.si, f: r.figures }] : []))
    return {
      label: `Power against ${fieldName(field)}`,
      xLabel: `${field.label.toLowerCase()}${unit.label ? `, ${unit.label}` : ''}`,
      left: { label: shown.unit('power').label, domain: [0, 'auto'] },
      right: { label: shown.unit('massFlow').label, domain: [0, 'auto'] },
      lines: [
        {
          id: 'b',
          name: 'best power',
          tone: 'copper',
          predicted: true,
          axis: 'left',
          points: rows.map(({ x, f }) => ({ x, y: shown.number(f.bestPowerW, 'power') })),
        },
        {
          id: 'l',
          name: 'power at the load’s speed',
          tone: 'ink',
          predicted: true,
          axis: 'left',
          points: rows.map(({ x, f }) => ({ x, y: shown.number(Math.max(0, f.powerAtLoadW), 'power') })),
        },
        {
          id: 'm',
          name: 'air used',
          tone: 'petrol',
          predicted: true,
          axis: 'right',
          points: rows.map(({ x, f }) => ({ x, y: shown.number(f.massFlowKgPerS, 'massFlow') })),
        },
      ],
      marker: { x: (fieldValue(build, field.path) as number) / unit.si, label: 'now' },
      height: 250,
    }
  }, [result, unit, field, shown, build])
  return (
    <Box>
      <ChoiceField
        label="Move"
        value={field.path}
        choices={fields.map((f) => ({ value: f.path, label: fieldName(f) }))}
        onChange={setPath}
      />
      {failed && <Box color="brick">{failed}</Box>}
      {chart ? (
        <ChartBlock {...chart} />
      ) : (
        <Box role="status" color="mute" h="250px">
          Working it out…
        </Box>
      )}
    </Box>
  )
}
