'use client'
import { useId, useMemo } from 'react'
import { MATERIALS, energyInWords } from '../../../core/strength'
import { BEARING_CLASSES } from '../../../core/turbine'
import { formatNumber, inRpm } from '../../../core/units'
import { LIMITS, shownFields } from '../../../project/document'
import {
  Advice,
  ChartBlock,
  ChoiceField,
  Figure,
  Hatch,
  NumberField,
  SectionTitle,
  Sheet,
  color,
  type CurveChartProps,
} from '../../../ui'
import { useSettled, useShown, type Shown, Notes } from '../../shared'
import type { RotatingPredicted as Predicted } from '../../../project/document'
import { Findings } from './Findings'
import { BalanceGuide } from './BalanceGuide'
import { MachineField } from '../MachineField'
import type { StationProps } from './station-props'

function Inputs(props: StationProps) {
  const { build, edit } = props
  const shown = useShown()
  const mm = shown.unit('length').id
  const { machine } = build
  const { shaft } = machine
  const body = shownFields(build).filter((f) => f.group === 'Body')
  return (
    <>
      <SectionTitle first>Bearings</SectionTitle>
      <ChoiceField
        label="Class"
        value={shaft.bearingClassId}
        choices={BEARING_CLASSES.map((b) => ({
          value: b.id,
          label: `${b.id}: ${[b.boreM, b.outerM, b.widthM].map((m) => Math.round(m * 1000)).join(' × ')}`,
        }))}
        onChange={(v) => edit('bearing class', (b) => void (b.machine.shaft.bearingClassId = v))}
      />
      <NumberField
        label="How many"
        kind="count"
        whole
        value={shaft.bearingCount}
        limits={LIMITS.bearingCount}
        onChange={(v) => edit('bearing count', (b) => void (b.machine.shaft.bearingCount = Math.round(v)), 'bearings')}
      />
      <NumberField
        label="Shaft"
        kind="length"
        unit={mm}
        value={shaft.diameterM}
        limits={LIMITS.shaftDiameterM}
        onChange={(v) => edit('shaft diameter', (b) => void (b.machine.shaft.diameterM = v), 'shaft')}
      />
      <NumberField
        label="Between the bearings"
        kind="length"
        unit={mm}
        value={shaft.spanM}
        limits={LIMITS.bearingSpanM}
        onChange={(v) => edit('bearing span', (b) => void (b.machine.shaft.spanM = v), 'span')}
      />
      <NumberField
        label="Rotor overhangs by"
        kind="length"
        unit={mm}
        value={shaft.overhangM}
        limits={LIMITS.overhangM}
        note={shaft.overhangM > 0 ? 'beyond the nearer bearing' : '0: the rotor sits between them'}
        onChange={(v) => edit('overhang', (b) => void (b.machine.shaft.overhangM = v), 'overhang')}
      />
      <NumberField
        label="Side pull"
        kind="force"
        unit={shown.unit('force').id}
        value={shaft.sideLoadN}
        limits={LIMITS.sideLoadN}
        note="of a belt, gear or wheel"
        onChange={(v) => edit('side pull', (b) => void (b.machine.shaft.sideLoadN = v), 'side')}
      />
      <ChoiceField
        label="Balanced to"
        value={String(shaft.balanceGradeMPerS)}
        choices={GRADES.map(([grade, label]) => ({ value: String(grade), label }))}
        onChange={(v) => edit('balance grade', (b) => void (b.machine.shaft.balanceGradeMPerS = Number(v)))}
      />
      <SectionTitle>Rotor body</SectionTitle>
      <ChoiceField
        label="Material"
        value={machine.materialId}
        choices={MATERIALS.map((m) => ({ value: m.id, label: m.label }))}
        onChange={(v) => edit('material', (b) => void (b.machine.materialId = v))}
      />
      <NumberField
        label="Solid share"
        kind="share"
        value={machine.infill}
        limits={LIMITS.infill}
        onChange={(v) => edit('infill', (b) => void (b.machine.infill = v), 'infill')}
      />
      <ChoiceField
        label="Printed"
        value={machine.loadedAcrossLayers ? 'standing' : 'lying'}
        choices={[
          { value: 'lying', label: 'lying flat' },
          { value: 'standing', label: 'standing on edge' },
        ]}
        note={machine.loadedAcrossLayers ? 'layers are pulled apart by the spin' : 'the pull runs along the layers'}
        onChange={(v) => edit('print direction', (b) => void (b.machine.loadedAcrossLayers = v === 'standing'))}
      />
      {body.map((field) => (
        <MachineField key={field.path} field={field} {...props} />
      ))}
    </>
  )
}

/** Balance quality grades of ISO 21940-11 that a workshop meets, m/s. */
const GRADES: readonly (readonly [number, string])[] = [
  [40e-3, 'G 40: by eye'],
  [16e-3, 'G 16: roughly'],
  [6.3e-3, 'G 6.3: knife edges'],
  [2.5e-3, 'G 2.5: by machine'],
]

/** Stress across the governing body at free speed, against what the print can be counted on for. */
function stressChart(predicted: Predicted, shown: Shown): CurveChartProps {
  const { strength } = predicted.prediction
  const { stress } = strength
  const every = stress.radiusM.flatMap((_, i) => (i % 5 === 0 ? [i] : []))
  const x = (m: number) => shown.number(m, 'length')
  const mpa = (pa: number) => shown.number(pa, 'stress')
  const ends = [stress.radiusM[0], stress.radiusM[stress.radiusM.length - 1]]
  const most = Math.max(strength.allowablePa / 2, ...stress.hoopPa, ...stress.radialPa)
  return {
    label: 'Stress in the disc at free speed',
    xLabel: `radius, ${shown.unit('length').label}`,
    xDomain: [x(ends[0]), x(ends[1])],
    left: { label: shown.unit('stress').label, domain: [0, Number((1.15 * mpa(most)).toPrecision(2))] },
    lines: [
      {
        id: 'h',
        name: 'hoop stress, blades pulling',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: every.map((i) => ({ x: x(stress.radiusM[i]), y: mpa(stress.hoopPa[i]) })),
      },
      {
        id: 'r',
        name: 'radial stress',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: every.map((i) => ({ x: x(stress.radiusM[i]), y: mpa(stress.radialPa[i]) })),
      },
      {
        id: 'a',
        name: 'half of what the print can be counted on for',
        tone: 'brick',
        predicted: true,
        axis: 'left',
        thin: true,
        dotted: true,
        points: ends.map((r) => ({ x: x(r), y: mpa(strength.allowablePa / 2) })),
      },
    ],
    height: 170,
  }
}

/** Where the free speed stands between rest and burst, on one line. */
function SpeedLine({ predicted }: { predicted: Predicted }) {
  const hatch = useId()
  const { strength, summary, bearing, figures, shaft } = predicted.prediction
  const most =
    Math.max(
      Math.min(strength.burstSpeedRadPerS, 4 * summary.freeSpeedRadPerS),
      bearing.limitRadPerS,
      summary.freeSpeedRadPerS,
    ) * 1.08
  const x = (w: number) => 20 + (w / most) * 580
  const rpm = (w: number) => `${formatNumber(inRpm(w))} rpm`
  const half = strength.burstSpeedRadPerS / Math.SQRT2
  const marks = [
    ['best power', figures.bestSpeedRadPerS, 26],
    ['free', summary.freeSpeedRadPerS, 44],
    ['bearing limit', bearing.limitRadPerS, 112],
    ['burst', strength.burstSpeedRadPerS, 130],
    ['critical', shaft.criticalSpeedRadPerS, 100],
  ].filter(([, w]) => (w as number) <= most) as [string, number, number][]
  return (
    <svg
      viewBox="0 0 640 142"
      width="100%"
      role="img"
      aria-label={marks.map(([name, w]) => `${name} ${rpm(w)}`).join(', ')}
    >
      <defs>
        <Hatch id={hatch} tone="brick" />
      </defs>
      <rect x={x(0)} y="66" width={x(summary.freeSpeedRadPerS) - x(0)} height="16" fill={color('pale')} opacity="0.7" />
      <rect x={x(half)} y="58" width={Math.max(0, x(most) - x(half))} height="32" fill={`url(#${hatch})`} />
      <line x1={x(0)} x2={x(most)} y1="74" y2="74" stroke={color('ink')} strokeWidth="1.5" />
      {marks.map(([name, w, y]) => (
        <g key={name}>
          <line
            x1={x(w)}
            x2={x(w)}
            y1={y < 74 ? y + 4 : 66}
            y2={y < 74 ? 82 : y - 10}
            stroke={color(name === 'burst' || name === 'bearing limit' ? 'brick' : 'ink')}
            strokeWidth="1.5"
          />
          <text
            x={x(w) + (x(w) > 430 ? -5 : 5)}
            y={y}
            fontSize="12"
            textAnchor={x(w) > 430 ? 'end' : 'start'}
            fill={color(name === 'burst' || name === 'bearing limit' ? 'brick' : 'ink')}
          >
            {name} <tspan className="num">{rpm(w)}</tspan>
          </text>
        </g>
      ))}
      <text x={x(half) + 4} y="54" fontSize="11" fill={color('brick')}>
        {x(half) > 520 ? '' : 'under twice in stress'}
      </text>
    </svg>
  )
}

export function ShaftStation(props: StationProps) {
  const { predicted, openWorking } = props
  const shown = useShown()
  const late = useSettled(predicted)
  const chart = useMemo(() => stressChart(late, shown), [late, shown])
  const { strength: s, bearing, summary, shaft } = predicted.prediction
  return (
    <Sheet
      left={<Inputs {...props} />}
      middle={
        <>
          <SectionTitle first>Speeds on one line</SectionTitle>
          <SpeedLine predicted={predicted} />
          <SectionTitle>Stress in the disc at free speed</SectionTitle>
          <ChartBlock {...chart} />
          <BalanceGuide {...props} />
        </>
      }
      right={
        <>
          <SectionTitle first>Before the first spin</SectionTitle>
          <Figure
            label="Burst speed"
            origin="predicted"
            {...shown.parts(s.burstSpeedRadPerS, 'rotation', 0.12 * s.burstSpeedRadPerS)}
            sub={`the ${s.governing} goes first`}
            onOpen={() => openWorking('burstSpeed')}
          />
          <Figure
            label="Margin in stress"
            origin="predicted"
            {...shown.parts(s.stressMargin, 'ratio', 0.25 * s.stressMargin)}
            unit="×"
            warn={s.stressMargin < 2}
            sub={`${formatNumber(s.speedMargin, 2)} × in speed, at free speed ${shown.text(summary.freeSpeedRadPerS, 'rotation')}`}
            onOpen={() => openWorking('stressMargin')}
          />
          <Figure
            label="Of the bearing’s limit"
            origin="predicted"
            {...shown.parts(bearing.share, 'share')}
            warn={bearing.share > 1}
            sub={`limit ${shown.text(bearing.limitRadPerS, 'rotation')} (class value, practice)`}
            onOpen={() => openWorking('bearingSpeed')}
          />
          <Figure
            label="Stored energy"
            origin="predicted"
            {...shown.parts(s.storedEnergyJ, 'energy')}
            sub={`${energyInWords(s.storedEnergyJ)}; tips at ${shown.text(s.tipSpeedMPerS, 'speed')}, ${formatNumber(s.massKg * 1000)} g`}
            onOpen={() => openWorking('storedEnergy')}
          />
          <Figure
            label="First critical speed"
            origin="predicted"
            {...shown.parts(shaft.criticalSpeedRadPerS, 'rotation')}
            warn={shaft.criticalSpeedRadPerS < 1.3 * summary.freeSpeedRadPerS}
            sub="stiff bearings; printed housings lower it by a tenth to a third"
            onOpen={() => openWorking('criticalSpeed')}
          />
          <Figure
            label="Rated life of the bearing"
            origin="predicted"
            value={shaft.duty.lifeHours > 1e5 ? '> 100 000' : formatNumber(shaft.duty.lifeHours, 2)}
            unit="h"
            sub="fatigue only; dirt and dryness end it sooner"
            onOpen={() => openWorking('bearingLife')}
          />
          <Findings
            findings={predicted.review.findings}
            ids={[
              'critical',
              'overhang',
              'parts-span',
              'parts-overhang',
              'bearing-load',
              'burst',
              'bearing',
              'one-bearing',
              'warm',
            ]}
          />
          <Notes notes={s.notes} title="Print" />
          <Advice tone="note" title="This certifies nothing">
            Printed strength varies by a quarter. A guard that stops a fragment stands between the rotor and everyone,
            at every speed.
          </Advice>
        </>
      }
    />
  )
}
