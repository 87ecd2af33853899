'use client'
import { useMemo, useState } from 'react'
import { Box } from '@chakra-ui/react'
import { buildTitle, thrustPerSquare, type EngineBuild } from '../../../project/document'
import { useProject } from '../../../store'
import { Advice, ChartBlock, ChoiceField, Views } from '../../../ui'
import { useDesignJob, useSettled, useShown } from '../../shared'
import { runChart } from './engine-charts'
import type { EngineStationProps } from './engine-props'

/** The whole run of its bottle, with another version of the same machine beside it where one is chosen. */
export function WholeBottle({ build, predicted }: EngineStationProps) {
  const shown = useShown()
  const project = useProject()
  const { ambient, builds } = project
  const [against, setAgainst] = useState<string>(build.parentId ?? '')
  const others = useMemo(
    () =>
      builds.filter(
        (b) =>
          b.id !== build.id &&
          b.machineId === build.machineId &&
          'wheelInertiaKgM2' in b.machine &&
          b.supply.kind === 'vessel',
      ) as unknown as readonly EngineBuild[],
    [builds, build.id, build.machineId],
  )
  const beside = useMemo(() => {
    const other = others.find((b) => b.id === against)
    return other ? { kind: 'engine-run' as const, build: other, ambient } : null
  }, [others, against, ambient])
  const late = useSettled(build, 250)
  const own = useDesignJob(
    useMemo(
      () => (late.supply.kind === 'vessel' ? { kind: 'engine-run' as const, build: late, ambient } : null),
      [late, ambient],
    ),
  )
  const theirs = useDesignJob(beside)
  const thrusts = build.machine.load.kind === 'propeller' && thrustPerSquare(build, ambient) > 0
  const [show, setShow] = useState<'speed' | 'thrust'>('speed')
  const view = thrusts ? show : 'speed'
  const other = beside && theirs.result ? { run: theirs.result, name: buildTitle(project, beside.build) } : null
  const pa = predicted.input.ambient.absolutePressurePa
  const run = own.result
  const chart = run && runChart(run, other, view, pa, shown)
  if (late.supply.kind !== 'vessel')
    return (
      <Advice tone="note" title="Not on a bottle">
        Its supply does not run down. Put it on a vessel in Supply to see how long one lasts.
      </Advice>
    )
  return (
    <Box aria-busy={own.working} data-testid="run-down">
      <Views
        label="The whole bottle"
        value={view}
        views={[
          { value: 'speed', label: 'Whole bottle: speed' },
          ...(thrusts ? [{ value: 'thrust' as const, label: 'thrust' }] : []),
        ]}
        onChange={setShow}
      />
      {own.failed && <Box color="brick">{own.failed}</Box>}
      {!run && !own.failed && <Box color="mute">Running the bottle down…</Box>}
      {chart && <ChartBlock {...chart} />}
      {run && (
        <Box fontSize="sm">
          {shown.text(late.supply.volumeM3, 'volume')} from {shown.text(late.supply.gaugePressurePa, 'gaugePressure')}:{' '}
          <b>{shown.text(run.runTimeS, 'time')}</b>, {Math.round(run.turns).toLocaleString('en').replace(/,/g, ' ')}{' '}
          turns,{' '}
          {thrusts && (
            <>
              {shown.text(run.impulseNs, 'impulse')} of impulse, {shown.text(run.peakThrustN, 'force')} at most,{' '}
            </>
          )}
          {shown.text(run.leftShare, 'share')} of the air left when it stops.
          {other && (
            <>
              {' '}
              {other.name}: {shown.text(other.run.runTimeS, 'time')}
              {thrusts && <>, {shown.text(other.run.impulseNs, 'impulse')}</>},{' '}
              {shown.text(other.run.leftShare, 'share')} left.
            </>
          )}
        </Box>
      )}
      {others.length > 0 && (
        <ChoiceField
          label="Beside it"
          value={beside ? beside.build.id : ''}
          choices={[
            { value: '', label: 'nothing' },
            ...others.map((b) => ({ value: b.id, label: buildTitle(project, b) })),
          ]}
          onChange={setAgainst}
        />
      )}
      <Box color="mute" fontSize="xs" mt="1">
        Flicked on at {Math.round((30 * 30) / Math.PI)} rpm by hand. The regulator is taken to hold its setting while
        the bottle has more; the line as one hole (estimates).
      </Box>
    </Box>
  )
}
