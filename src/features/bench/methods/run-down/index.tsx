'use client'
import { Box } from '@chakra-ui/react'
import type { Draft } from 'immer'
import { useMemo, useState } from 'react'
import { runDownWorkings, type RunDownReduction, type RunDownWorkingId } from '../../../../core/bench'
import type { EngineRunDown } from '../../../../core/engine'
import { inRpm } from '../../../../core/units'
import { LIMITS, type EngineBuild, type Rig } from '../../../../project/document'
import { Advice, ChartBlock, Figure, NumberField, Views, type CurveChartProps } from '../../../../ui'
import { tellsOf } from '../../../../project/measuring'
import { noteWords } from '../../../../words'
import { useProject } from '../../../../store'
import { LateWorkingDialog, useDesignJob, useShown, type Shown } from '../../../shared'
import type { MeasuredProps, MethodView, RigFieldsProps } from '../contract'
import { VesselFields } from '../VesselFields'
import { VesselPicture } from '../VesselPicture'

type Bottle = Extract<Rig, { kind: 'run-down' }>
type View = 'speed' | 'pressure' | 'thrust'

const thin = (run: EngineRunDown): readonly number[] =>
  run.timeS.map((_, i) => i).filter((i) => i % Math.ceil(run.timeS.length / 240) === 0 || i === run.timeS.length - 1)

/** A course as it was read, and as it was predicted from the start of the run. */
export function runDownChart(
  r: RunDownReduction,
  predicted: EngineRunDown | null,
  view: View,
  roomPa: number,
  shown: Shown,
): CurveChartProps {
  const y = (v: number) =>
    view === 'speed' ? inRpm(v) : shown.number(v, view === 'pressure' ? 'gaugePressure' : 'force')
  const read = { speed: r.curve.speedRadPerS, pressure: r.curve.gaugePa, thrust: r.curve.thrustN }[view] ?? []
  const of = (p: EngineRunDown, i: number) =>
    ({ speed: p.speedRadPerS[i], pressure: p.vesselPaAbs[i] - roomPa, thrust: p.thrustN[i] })[view]
  return {
    label: `${view === 'speed' ? 'Speed' : view === 'pressure' ? 'Pressure of the bottle' : 'Thrust'} over the run, measured${predicted ? ' and predicted' : ''}`,
    xLabel: 'time, s',
    xDomain: [0, 'auto'],
    left: {
      label:
        view === 'speed'
          ? 'rpm'
          : view === 'pressure'
            ? `${shown.unit('gaugePressure').label} gauge`
            : shown.unit('force').label,
      domain: ['auto', 'auto'],
    },
    lines: [
      {
        id: 'read',
        name: 'measured',
        tone: 'petrol',
        predicted: false,
        axis: 'left',
        broad: true,
        points: r.curve.timeS.map((t, i) => ({ x: t, y: y(read[i]) })),
      },
      ...(predicted
        ? [
            {
              id: 'predicted',
              name: 'predicted',
              tone: 'copper' as const,
              predicted: true,
              axis: 'left' as const,
              points: thin(predicted).map((i) => ({ x: r.turned.fromS + predicted.timeS[i], y: y(of(predicted, i)) })),
            },
          ]
        : []),
    ],
    marker: { x: r.turned.toS, label: 'stops' },
    height: 320,
  }
}

/** The engine on the bottle that was run down, filled as it was: what is predicted of the same run. */
function sameRun({ build, run }: Pick<MeasuredProps, 'build' | 'run'>, r: RunDownReduction, volumeM3: number | null) {
  if (!('wheelInertiaKgM2' in build.machine) || build.supply.kind !== 'vessel' || r.startGaugePa === null) return null
  return {
    kind: 'engine-run' as const,
    build: {
      ...build,
      supply: { ...build.supply, gaugePressurePa: r.startGaugePa, ...(volumeM3 === null ? {} : { volumeM3 }) },
    } as unknown as EngineBuild,
    ambient: run.ambient,
  }
}

/** The bottle that a measurement was taken with. */
function useBottle(rigId: string): Bottle | null {
  const rig = useProject().rigs.find((one) => one.id === rigId)
  return rig?.kind === 'run-down' ? rig : null
}

function usePredictedRun({ build, run, measured, measurement }: MeasuredProps) {
  const r = measured.detail as RunDownReduction
  const volume = useBottle(measurement.rigId)?.volumeM3 ?? null
  return useDesignJob(useMemo(() => sameRun({ build, run }, r, volume), [build, run, r, volume]))
}

function RunDownCharts(props: MeasuredProps) {
  const shown = useShown()
  const r = props.measured.detail as RunDownReduction
  const { result } = usePredictedRun(props)
  const [view, setView] = useState<View>('speed')
  const roomPa = props.run.ambient.absolutePressurePa
  const chart = useMemo(() => runDownChart(r, result, view, roomPa, shown), [r, result, view, roomPa, shown])
  return (
    <>
      <Views
        label="Over the run"
        value={view}
        views={[
          { value: 'speed', label: 'Speed' },
          ...(r.curve.gaugePa ? [{ value: 'pressure' as const, label: 'pressure' }] : []),
          ...(r.curve.thrustN ? [{ value: 'thrust' as const, label: 'thrust' }] : []),
        ]}
        onChange={setView}
      />
      <ChartBlock {...chart} />
    </>
  )
}

function RunDownFigures(props: MeasuredProps) {
  const shown = useShown()
  const [working, setWorking] = useState<RunDownWorkingId | null>(null)
  const { measured } = props
  const r = measured.detail as RunDownReduction
  const { result: p, working: busy } = usePredictedRun(props)
  const rig = useBottle(props.measurement.rigId)
  const workings = runDownWorkings(r)
  const tells = p && rig ? tellsOf(r, rig, p, props.run.ambient.absolutePressurePa) : []
  const says = (value: number | undefined, kind: Parameters<Shown['text']>[1]) =>
    value === undefined ? undefined : `${shown.text(value, kind)} predicted of the same run`
  const rows = [
    ['Turns for', 'time', r.runTime, 'runTime', p?.runTimeS],
    ['Greatest speed', 'rotation', r.peakSpeed, 'peakSpeed', p?.peakSpeedRadPerS],
    ['Air taken', 'mass', r.air, 'air', p?.airKg],
    ['Air a turn', 'airMass', r.airPerTurn, 'airPerTurn', p ? p.airKg / Math.max(1, p.turns) : undefined],
    ['Impulse', 'impulse', r.impulse, 'impulse', p && p.impulseNs > 0 ? p.impulseNs : undefined],
    ['Work of the shaft', 'energy', r.shaftWork, 'shaftWork', p?.shaftWorkJ],
    ['Work of the air', 'workPerAir', r.workPerAir, 'workPerAir', p ? p.shaftWorkJ / p.airKg : undefined],
  ] as const
  return (
    <>
      {rows.map(([label, kind, found, id, predicted]) =>
        found ? (
          <Figure
            key={id}
            label={label}
            origin="measured"
            {...shown.parts(found.value, kind, found.standardUncertainty)}
            sub={
              id === 'shaftWork'
                ? `by the law of its load${predicted === undefined ? '' : `; ${says(predicted, kind)}`}`
                : says(predicted, kind)
            }
            onOpen={() => setWorking(id)}
          />
        ) : null,
      )}
      {r.leftShare !== null && (
        <Box fontSize="sm" mt="1">
          {shown.text(r.leftShare, 'share')} of the air above the room’s pressure was left when it stopped
          {p ? `; ${shown.text(p.leftShare, 'share')} predicted` : ''}.
        </Box>
      )}
      {p && rig && (
        <Advice tone="note" title="What it tells">
          {tells.length === 0
            ? 'Nothing that the prediction does not say: within two per cent and its own uncertainty it ran as predicted.'
            : tells.map(noteWords).join(' ')}
        </Advice>
      )}
      {busy && (
        <Box color="mute" fontSize="sm" role="status">
          Running the same bottle down…
        </Box>
      )}
      {r.air === null && (
        <Advice tone="advice" title="No pressure was recorded">
          With the bottle’s pressure beside the speed it would say what air it took, and what was left.
        </Advice>
      )}
      {working && workings[working] && (
        <LateWorkingDialog working={workings[working]} onClose={() => setWorking(null)} />
      )}
    </>
  )
}

function RunDownRigFields({ rig, build, edit }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'run-down') return null
  const set = (label: string, recipe: (r: Draft<Bottle>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'run-down' && recipe(r)), key)
  const loaded = 'wheelInertiaKgM2' in build.machine
  return (
    <>
      <VesselPicture volumeM3={rig.volumeM3} build={build} shown={shown} />
      <VesselFields
        label="Bottle holds"
        rig={rig}
        onVolume={(v) => set('volume', (r) => void (r.volumeM3 = v), 'volume')}
        onUncertainty={(v) => set('volume', (r) => void (r.volumeRelativeUncertainty = v), 'volumeU')}
      />
      <NumberField
        label="Gauge’s zero to ±"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        value={rig.zeroUncertaintyPa}
        limits={LIMITS.gaugeZeroPa}
        onChange={(v) => set('zero of the gauge', (r) => void (r.zeroUncertaintyPa = v), 'zero')}
      />
      <NumberField
        label="Marks a turn"
        kind="count"
        whole
        value={rig.marksPerTurn}
        limits={LIMITS.countsPerTurn}
        note="one where the column holds the speed itself"
        onChange={(v) => set('marks a turn', (r) => void (r.marksPerTurn = Math.round(v)), 'marks')}
      />
      <NumberField
        label="Cell reads, times"
        kind="ratio"
        value={rig.scaleFactor}
        limits={LIMITS.scaleFactor}
        note="true over shown, where thrust is recorded"
        onChange={(v) => set('cell', (r) => void (r.scaleFactor = v), 'factor')}
      />
      <NumberField
        label="Cell’s span to ±"
        kind="share"
        value={rig.spanRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        note="where thrust is recorded"
        onChange={(v) => set('span of the cell', (r) => void (r.spanRelativeUncertainty = v), 'span')}
      />
      {loaded && (
        <NumberField
          label="Load known to ±"
          kind="share"
          value={rig.loadRelativeUncertainty}
          limits={LIMITS.loadShare}
          note="a propeller by its coefficients: 15 % (estimate); less where it was braked against"
          onChange={(v) => set('how the load is known', (r) => void (r.loadRelativeUncertainty = v), 'loadU')}
        />
      )}
      <Advice tone="note" title="How to record it">
        Fill, shut the compressor off, wait until the bottle is as warm as the room. Start the recording, a few seconds
        at rest, then the valve all the way and flick it on from the side, never from in front of a propeller. Leave it
        until it has stood for a few seconds.
      </Advice>
    </>
  )
}

export const runDownView: MethodView = {
  RigFields: RunDownRigFields,
  Charts: RunDownCharts,
  Figures: RunDownFigures,
}
