'use client'
import { Box, Grid } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { InertiaReduction } from '../../../../core/bench'
import { methodOf } from '../../../../project/measuring'
import { useStore } from '../../../../store'
import { ChartBlock, LinkButton, NumberField, Views } from '../../../../ui'
import { useShown } from '../../../shared'
import { editMeasurement, findAgain } from '../../run-edits'
import type { MeasuredProps } from '../contract'
import { coastChart, residualChart, rotorChart, traceChart, type TorqueAt } from './charts'

const milliseconds = (seconds: number) => Math.round(seconds * 1000) / 1000

/** Where the spin-up and the coasting were found, and fields to set them by hand. */
function Spans({
  run,
  measurement,
  reduction,
}: Pick<MeasuredProps, 'run' | 'measurement'> & { reduction: InertiaReduction }) {
  const store = useStore()
  const edit = editMeasurement(store, run.id, measurement.id)
  const { spinUp, coast } = reduction.phases
  const end = reduction.trace.timeS[reduction.trace.timeS.length - 1]
  const byHand = methodOf(measurement.method).byHand(measurement)
  const limits = [0, Math.max(end, 1)] as const
  const set = (which: 'spinUp' | 'coast', part: 'fromS' | 'toS') => (seconds: number) =>
    edit(
      which === 'spinUp' ? 'spin-up' : 'coasting',
      (m) =>
        void (
          m.method === 'inertia' &&
          (m.settings[which] = {
            ...(which === 'spinUp' ? spinUp : (coast ?? spinUp)),
            ...m.settings[which],
            [part]: seconds,
          })
        ),
      `${which}-${part}`,
    )
  return (
    <Box borderTopWidth="1px" pt="1" mt="1">
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="5">
        <NumberField
          label="Spin-up from"
          kind="time"
          value={milliseconds(spinUp.fromS)}
          limits={limits}
          onChange={set('spinUp', 'fromS')}
        />
        <NumberField
          label="Spin-up to"
          kind="time"
          value={milliseconds(spinUp.toS)}
          limits={limits}
          onChange={set('spinUp', 'toS')}
        />
        {coast && (
          <NumberField
            label="Coasting from"
            kind="time"
            value={milliseconds(coast.fromS)}
            limits={limits}
            onChange={set('coast', 'fromS')}
          />
        )}
        {coast && (
          <NumberField
            label="Coasting to"
            kind="time"
            value={milliseconds(coast.toS)}
            limits={limits}
            onChange={set('coast', 'toS')}
          />
        )}
      </Grid>
      <Box fontSize="xs" color="mute">
        {byHand ? (
          <>
            Set by hand.{' '}
            <LinkButton onClick={() => findAgain(store, run.id, measurement.id)}>Find them again</LinkButton>
          </>
        ) : (
          'Found from the recording; change a figure to set it by hand.'
        )}
      </Box>
    </Box>
  )
}

/** Charts of a reduced run: what was recorded above, what the rotor did below. */
export function InertiaCharts({ run, measurement, measured, predicted }: MeasuredProps) {
  const shown = useShown()
  const [above, setAbove] = useState<'trace' | 'coast'>('trace')
  const [at, setAt] = useState<TorqueAt>('shaft')
  const reduction = measured.detail as InertiaReduction
  const trace = useMemo(() => traceChart(reduction), [reduction])
  const left = useMemo(() => residualChart(reduction), [reduction])
  const coast = useMemo(() => coastChart(reduction, shown), [reduction, shown])
  const rotor = useMemo(() => rotorChart(reduction, predicted, at, shown), [reduction, predicted, at, shown])
  return (
    <>
      <Views
        label="Recording"
        value={above}
        views={[
          { value: 'trace', label: 'What was recorded' },
          ...(reduction.dragMeasured ? [{ value: 'coast' as const, label: 'Coasting' }] : []),
        ]}
        onChange={setAbove}
      />
      {above === 'trace' ? (
        <>
          <ChartBlock {...trace} />
          <Box mt="1">
            <ChartBlock {...left} />
          </Box>
          <Spans run={run} measurement={measurement} reduction={reduction} />
        </>
      ) : (
        <ChartBlock {...coast} />
      )}
      <Box mt="3">
        <Views
          label="Torque"
          value={at}
          views={[
            { value: 'shaft', label: 'What the rotor did, at the shaft' },
            { value: 'blades', label: 'on the blades, drag added back' },
          ]}
          onChange={setAt}
        />
      </Box>
      <ChartBlock {...rotor} />
    </>
  )
}
