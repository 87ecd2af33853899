'use client'
import { Box, Grid } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { ThrustReduction } from '../../../../core/bench'
import { methodOf } from '../../../../project/measuring'
import { useStore } from '../../../../store'
import { ChartBlock, LinkButton, NumberField, Views } from '../../../../ui'
import { useShown } from '../../../shared'
import { editMeasurement, findAgain } from '../../run-edits'
import type { MeasuredProps } from '../contract'
import { pushChart } from './charts'

/** What a thrust stand read, and from when to when it pushed. */
export function ThrustCharts({ run, measurement, measured, predicted }: MeasuredProps) {
  const shown = useShown()
  const store = useStore()
  const [view, setView] = useState<'push' | 'whole'>('push')
  const r = measured.detail as ThrustReduction
  const chart = useMemo(() => pushChart(r, predicted, view === 'push', shown), [r, predicted, view, shown])
  const edit = editMeasurement(store, run.id, measurement.id)
  const limits = [0, Math.max(1, r.curve.timeS[r.curve.timeS.length - 1])] as const
  const set = (part: 'fromS' | 'toS') => (seconds: number) =>
    edit(
      'push',
      (m) => void (m.method === 'thrust' && (m.settings.push = { ...r.push, ...m.settings.push, [part]: seconds })),
      `push-${part}`,
    )
  const milliseconds = (s: number) => Math.round(s * 1000) / 1000
  return (
    <>
      <Views
        label="Recording"
        value={view}
        views={[
          { value: 'push', label: 'The push' },
          { value: 'whole', label: 'All that was recorded' },
        ]}
        onChange={setView}
      />
      <ChartBlock {...chart} />
      <Box borderTopWidth="1px" pt="1" mt="1">
        <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="5">
          <NumberField
            label="Pushes from"
            kind="time"
            value={milliseconds(r.push.fromS)}
            limits={limits}
            onChange={set('fromS')}
          />
          <NumberField
            label="Pushes to"
            kind="time"
            value={milliseconds(r.push.toS)}
            limits={limits}
            onChange={set('toS')}
          />
        </Grid>
        <Box fontSize="xs" color="mute">
          {methodOf(measurement.method).byHand(measurement) ? (
            <>
              Set by hand.{' '}
              <LinkButton onClick={() => findAgain(store, run.id, measurement.id)}>Find it again</LinkButton>
            </>
          ) : (
            'Found from the recording; change a figure to set it by hand.'
          )}
        </Box>
      </Box>
    </>
  )
}
