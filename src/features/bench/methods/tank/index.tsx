'use client'
import type { Draft } from 'immer'
import { useMemo, useState } from 'react'
import { tankWorkings, type TankReduction, type TankWorkingId } from '../../../../core/bench'
import { LIMITS, isFed, type Build, type Rig } from '../../../../project/document'
import { Advice, ChartBlock, ChoiceField, Figure, NumberField, type CurveChartProps } from '../../../../ui'
import { LateWorkingDialog, useShown, type Shown } from '../../../shared'
import type { MeasuredProps, MethodView, RigFieldsProps } from '../contract'
import { VesselFields } from '../VesselFields'
import { VesselPicture } from '../VesselPicture'

type Tank = Extract<Rig, { kind: 'tank-decay' }>

/** What the gauge read, the course that fits, and the flow that follows. */
export function tankChart(r: TankReduction, shown: Shown): CurveChartProps {
  const { timeS, gaugePa, fittedPa, flowKgPerS } = r.curve
  const p = (pa: number) => shown.number(pa, 'gaugePressure')
  return {
    label: 'Pressure read and fitted, and the flow',
    xLabel: 'time, s',
    xDomain: [timeS[0], timeS[timeS.length - 1]],
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    right: { label: shown.unit('massFlow').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'read',
        name: 'pressure read',
        tone: 'mute',
        predicted: false,
        axis: 'left',
        broad: true,
        points: timeS.map((t, i) => ({ x: t, y: p(gaugePa[i]) })),
      },
      {
        id: 'fit',
        name: 'fitted course',
        tone: 'petrol',
        predicted: false,
        axis: 'left',
        points: timeS.map((t, i) => ({ x: t, y: p(fittedPa[i]) })),
      },
      {
        id: 'flow',
        name: 'flow',
        tone: 'copper',
        predicted: false,
        axis: 'right',
        points: timeS.map((t, i) => ({ x: t, y: t < r.opensAtS ? null : shown.number(flowKgPerS[i], 'massFlow') })),
      },
    ],
    marker: { x: r.opensAtS, label: 'opens' },
    height: 320,
  }
}

function TankCharts({ measured }: MeasuredProps) {
  const shown = useShown()
  const r = measured.detail as TankReduction
  const chart = useMemo(() => tankChart(r, shown), [r, shown])
  return <ChartBlock {...chart} />
}

/** Area of a build's outlets as drawn, m2; null where it has no nozzle of its own. */
const drawnArea = (build: Build): number | null =>
  isFed(build) ? (build.machine.nozzle.count * Math.PI * build.machine.nozzle.throatDiameterM ** 2) / 4 : null

const warmth = (r: TankReduction): string =>
  !Number.isFinite(r.wallWPerK)
    ? 'the air kept the wall’s warmth'
    : r.wallWPerK === 0
      ? 'the air took no heat'
      : `the wall gave ${r.wallWPerK.toPrecision(2)} W/K`

function TankFigures({ build, measured }: MeasuredProps) {
  const shown = useShown()
  const [working, setWorking] = useState<TankWorkingId | null>(null)
  const r = measured.detail as TankReduction
  const drawn = drawnArea(build)
  const share = drawn === null ? null : r.effectiveArea.value / drawn
  const plain =
    share === null
      ? 'of the whole engine at rest'
      : `${share > 1.05 ? 'more than' : `${(100 * share).toFixed(1)} % of`} the throat as drawn`
  return (
    <>
      <Figure
        label="Effective area"
        origin="measured"
        {...shown.parts(r.effectiveArea.value, 'area', r.effectiveArea.standardUncertainty)}
        sub={`${plain}, with all that the air goes through`}
        onOpen={() => setWorking('effectiveArea')}
      />
      <Figure
        label="Air at that pressure"
        origin="measured"
        {...shown.parts(r.flow.value, 'massFlow', r.flow.standardUncertainty)}
        sub={`${shown.text(r.flowGaugePa, 'gaugePressure')} at the vessel, air of the room`}
        onOpen={() => setWorking('flow')}
      />
      <Figure label="Heat" origin="measured" value={r.heatFound ? 'found' : 'stated'} unit="" sub={warmth(r)} />
      {Number.isFinite(r.halved.value) && (
        <Figure
          label="Pressure halved in"
          origin="measured"
          {...shown.parts(r.halved.value, 'time', r.halved.standardUncertainty)}
          sub={`from ${shown.text(r.startGaugePa, 'gaugePressure')}`}
        />
      )}
      <Advice tone="note" title="Why the heat counts">
        Taken as warm throughout the area would come out {signed(r.otherwise.isothermal)}, taken without any heat{' '}
        {signed(r.otherwise.adiabatic)}.
      </Advice>
      {share !== null && share > 1.05 && (
        <Advice tone="warn" title="More than the throat can pass">
          The vessel is smaller than stated, or air left elsewhere as well: a leak, or a valve that was open.
        </Advice>
      )}
      {working && <LateWorkingDialog working={tankWorkings(r)[working]} onClose={() => setWorking(null)} />}
    </>
  )
}

const signed = (share: number) =>
  Math.abs(share) < 0.005 ? 'the same' : `${Math.abs(100 * share).toFixed(0)} % ${share > 0 ? 'more' : 'less'}`

function TankRigFields({ rig, build, edit }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'tank-decay') return null
  const set = (label: string, recipe: (r: Draft<Tank>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'tank-decay' && recipe(r)), key)
  return (
    <>
      <VesselPicture volumeM3={rig.volumeM3} build={build} shown={shown} />
      <VesselFields
        label="Vessel holds"
        rig={rig}
        onVolume={(v) => set('volume', (r) => void (r.volumeM3 = v), 'volume')}
        onUncertainty={(v) => set('volume', (r) => void (r.volumeRelativeUncertainty = v), 'volumeU')}
      />
      <ChoiceField
        label="Heat"
        value={rig.heat}
        choices={[
          { value: 'found', label: 'found from the fall' },
          { value: 'isothermal', label: 'stays warm (slow)' },
          { value: 'adiabatic', label: 'takes none (fast)' },
        ]}
        onChange={(heat) => set('heat', (r) => void (r.heat = heat))}
      />
      <NumberField
        label="Gauge’s zero to ±"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        value={rig.zeroUncertaintyPa}
        limits={LIMITS.gaugeZeroPa}
        onChange={(v) => set('zero of the gauge', (r) => void (r.zeroUncertaintyPa = v), 'zero')}
      />
      <Advice tone="note" title="How to record it">
        Compressor off and its tank shut to everything else. A few seconds at rest, then the valve at once and all the
        way; until a quarter of the pressure is left or it does not fall any more. Nobody before the jet, the machine
        held or taken off: it turns free.
      </Advice>
    </>
  )
}

export const tankView: MethodView = { RigFields: TankRigFields, Charts: TankCharts, Figures: TankFigures }
