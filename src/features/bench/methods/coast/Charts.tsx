'use client'
import { Box, Grid } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { CoastReduction } from '../../../../core/bench'
import { methodOf } from '../../../../project/measuring'
import { useStore } from '../../../../store'
import { ChartBlock, LinkButton, NumberField, TableView } from '../../../../ui'
import { useShown } from '../../../shared'
import { editMeasurement, findAgain } from '../../run-edits'
import type { MeasuredProps } from '../contract'
import { residualChart, traceChart } from '../inertia/charts'
import { dragChart } from './charts'

const milliseconds = (seconds: number) => Math.round(seconds * 1000) / 1000

/** Every coasting that was found; one alone can be set by hand. */
function Coasts({
  run,
  measurement,
  reduction: r,
}: Pick<MeasuredProps, 'run' | 'measurement'> & { reduction: CoastReduction }) {
  const store = useStore()
  const shown = useShown()
  const edit = editMeasurement(store, run.id, measurement.id)
  const end = r.trace.timeS[r.trace.timeS.length - 1]
  const byHand = methodOf(measurement.method).byHand(measurement)
  const braked = r.coasts.some((c) => c.braked)
  const [first] = r.coasts
  const set = (part: 'fromS' | 'toS') => (seconds: number) =>
    edit(
      'coasting',
      (m) =>
        void (
          m.method === 'coast' &&
          (m.settings.coast = { fromS: first.fromS, toS: first.toS, ...m.settings.coast, [part]: seconds })
        ),
      `coast-${part}`,
    )
  return (
    <Box borderTopWidth="1px" pt="1" mt="1">
      {r.coasts.length > 1 ? (
        <TableView
          table={{
            name: 'Coastings found',
            headers: ['from, s', 'to, s', 'from speed', 'to speed', ...(braked ? ['known torque'] : [])],
            rows: r.coasts.map((c) => [
              c.fromS.toFixed(2),
              c.toS.toFixed(2),
              shown.text(c.fromRadPerS, 'rotation'),
              shown.text(c.toRadPerS, 'rotation'),
              ...(braked ? [c.braked ? 'on' : 'off'] : []),
            ]),
          }}
        />
      ) : (
        <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="5">
          <NumberField
            label="Coasting from"
            kind="time"
            value={milliseconds(first.fromS)}
            limits={[0, Math.max(end, 1)]}
            onChange={set('fromS')}
          />
          <NumberField
            label="Coasting to"
            kind="time"
            value={milliseconds(first.toS)}
            limits={[0, Math.max(end, 1)]}
            onChange={set('toS')}
          />
        </Grid>
      )}
      <Box fontSize="xs" color="mute">
        {byHand ? (
          <>
            Set by hand.{' '}
            <LinkButton onClick={() => findAgain(store, run.id, measurement.id)}>Find them again</LinkButton>
          </>
        ) : r.coasts.length > 1 ? (
          'Found from the recording; all lie on one law.'
        ) : (
          'Found from the recording; change a figure to set it by hand.'
        )}
      </Box>
    </Box>
  )
}

/** What was recorded above, the drag that it makes below. */
export function CoastCharts({ run, measurement, measured, predicted }: MeasuredProps) {
  const shown = useShown()
  const r = measured.detail as CoastReduction
  const trace = useMemo(() => traceChart(r), [r])
  const left = useMemo(() => residualChart(r), [r])
  const drag = useMemo(() => dragChart(r, predicted, shown), [r, predicted, shown])
  return (
    <>
      <ChartBlock {...drag} />
      <Box mt="3">
        <ChartBlock {...trace} />
      </Box>
      <Box mt="1">
        <ChartBlock {...left} />
      </Box>
      <Coasts run={run} measurement={measurement} reduction={r} />
    </>
  )
}
