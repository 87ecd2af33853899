'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { SIZING_GOALS, goalValue, type SizingGoal, type SizingRow } from '../../../core/prediction'
import { nearestDrills, type QuantityKind } from '../../../core/units'
import { LIMITS } from '../../../project/document'
import type { SizingPicture } from '../../../workers'
import { Advice, ChartBlock, ChoiceField, LinkButton, NumberField, type CurveChartProps } from '../../../ui'
import { useAirJob, useSettled, useShown, type Shown } from '../../shared'
import type { NozzleStationProps } from '../stations/station-props'
import { DrillRule } from './DrillRule'

export const SIZING_POINTS = 200

const GOALS: Record<
  SizingGoal,
  { readonly label: string; readonly most: string; readonly kind: 'power' | 'force' | 'time' | 'energy' }
> = {
  'jet-power': { label: 'most jet power', most: 'most jet power', kind: 'power' },
  thrust: { label: 'most thrust', most: 'most thrust', kind: 'force' },
  'run-time': { label: 'longest run', most: 'longest run', kind: 'time' },
  energy: { label: 'most from one filling', most: 'most energy of a filling', kind: 'energy' },
}

/** What is drawn against the right-hand axis for each goal. */
function rightLine(rows: readonly SizingRow[], goal: SizingGoal, shown: Shown): CurveChartProps['lines'][number] {
  const { kind, most } = GOALS[goal]
  return {
    id: 'goal',
    name: most.replace('most ', '').replace('longest ', ''),
    tone: 'copper',
    predicted: true,
    axis: 'right',
    points: rows.map((r) => ({
      x: shown.number(r.throatDiameterM, 'length'),
      y: shown.number(goalValue(r, goal) ?? 0, kind),
    })),
  }
}

/** Every second size is drawn: the chart has some 400 pixels. */
const drawnOf = (rows: readonly SizingRow[]) => rows.filter((_, i) => i % 2 === 0 || i === rows.length - 1)

function chartOf({ rows: all, best }: SizingPicture, goal: SizingGoal, nowM: number, shown: Shown): CurveChartProps {
  const x = (m: number) => shown.number(m, 'length')
  const rows = drawnOf(all)
  const starved = all.find((r) => !r.keepsUp)
  const last = rows[rows.length - 1]
  const { kind, most } = GOALS[goal]
  const value = best ? (goalValue(best, goal) ?? 0) : 0
  const runs = rows.some((r) => r.runTimeS !== null)
  /** A figure beside the goal, on its own scale: its greatest value stands at the top, and is named. */
  const beside = (
    id: string,
    name: string,
    own: QuantityKind,
    tone: string,
    read: (r: SizingRow) => number,
  ): CurveChartProps['lines'][number] => {
    const most = Math.max(...rows.map(read), 1e-12)
    return {
      id,
      name: `${name}, ${shown.text(most, own)} at the top`,
      tone,
      predicted: true,
      axis: 'left',
      thin: true,
      dotted: true,
      points: rows.map((r) => ({
        x: x(r.throatDiameterM),
        y: shown.number((read(r) / most) * topPressure, 'gaugePressure'),
      })),
    }
  }
  const topPressure = Math.max(...rows.map((r) => r.gaugePressurePa), 1)
  return {
    label: 'What size should the throat be',
    xLabel: `throat diameter, ${shown.unit('length').label}`,
    xDomain: [x(rows[0].throatDiameterM), x(last.throatDiameterM)],
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    right: { label: shown.unit(kind).label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'p',
        name: runs ? 'pressure at the start, gauge' : 'pressure the supply can keep, gauge',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: rows.map((r) => ({ x: x(r.throatDiameterM), y: shown.number(r.gaugePressurePa, 'gaugePressure') })),
      },
      {
        id: 'n',
        name: 'at the nozzle',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        thin: true,
        dotted: true,
        points: rows.map((r) => ({
          x: x(r.throatDiameterM),
          y: shown.number(r.nozzleGaugePressurePa, 'gaugePressure'),
        })),
      },
      beside('q', 'flow', 'massFlow', 'mute', (r) => r.massFlowKgPerS),
      ...(goal !== 'jet-power' ? [beside('j', 'jet power', 'power', 'copper', (r) => r.jetPowerW)] : []),
      ...(runs && goal !== 'run-time' ? [beside('t', 'run time', 'time', 'ink', (r) => r.runTimeS ?? 0)] : []),
      rightLine(rows, goal, shown),
    ],
    dots: best
      ? [
          {
            id: 'best',
            name: `${most}: ${shown.text(best.throatDiameterM, 'length')}`,
            tone: 'copper',
            axis: 'right',
            shape: 'circle',
            hollow: true,
            points: [{ x: x(best.throatDiameterM), y: shown.number(value, kind) }],
          },
        ]
      : [],
    limits: starved
      ? [{ from: x(starved.throatDiameterM), to: x(last.throatDiameterM), label: 'the supply cannot keep up' }]
      : [],
    marker: { x: x(nowM), label: `now ${shown.text(nowM, 'length')}` },
    height: 216,
  }
}

function Verdict({
  props,
  picture,
  goal,
  rows,
}: {
  props: NozzleStationProps
  picture: SizingPicture
  goal: SizingGoal
  rows: readonly SizingRow[]
}) {
  const shown = useShown()
  const { best } = picture
  const now = props.build.machine.nozzle.throatDiameterM
  const { kind, most } = GOALS[goal]
  if (!best)
    return (
      <Advice tone="advice" title="No size does that">
        None of these throats has the jet power asked for. Ask for less, raise the pressure, or look for another supply.
      </Advice>
    )
  const present = rows.reduce((a, b) => (Math.abs(b.throatDiameterM - now) < Math.abs(a.throatDiameterM - now) ? b : a))
  const [has, could] = [goalValue(present, goal) ?? 0, goalValue(best, goal) ?? 0]
  const drills = nearestDrills(best.throatDiameterM)
  const edge = best === rows[0] || best === rows[rows.length - 1]
  if (could - has < 0.04 * could)
    return (
      <Advice tone="note" title={`The present throat is within 4 % of the best for ${most}`}>
        {edge && goal === 'run-time'
          ? 'A smaller hole always lasts longer: ask for some jet power to make the question a real one.'
          : `Best at ${shown.text(best.throatDiameterM, 'length')}; nearest drills ${drills.map((d) => d.label).join(', ')}.`}
      </Advice>
    )
  const ratio = props.build.machine.nozzle.exitDiameterM / now
  const put = (diameterM: number, label: string) =>
    props.edit(
      `throat ${label}`,
      (b) =>
        void Object.assign(b.machine.nozzle, {
          throatDiameterM: diameterM,
          exitDiameterM: Math.max(diameterM, diameterM * ratio),
        }),
    )
  return (
    <Advice
      tone="advice"
      title={best.throatDiameterM > now ? 'A bigger throat would do more' : 'A smaller throat would do more'}
    >
      {most[0].toUpperCase() + most.slice(1)} at {shown.text(best.throatDiameterM, 'length')}: {shown.text(could, kind)}{' '}
      instead of {shown.text(has, kind)} (predicted), with {shown.text(best.gaugePressurePa, 'gaugePressure')} before
      the line{edge ? '; it goes on beyond this chart' : ''}. Put in{' '}
      {drills.map((d, i) => (
        <span key={d.label}>
          {i > 0 ? ' · ' : ''}
          <LinkButton onClick={() => put(d.diameterM, d.label)}>{d.label}</LinkButton>
        </span>
      ))}{' '}
      or <LinkButton onClick={props.branch}>try it as a new version</LinkButton>.
    </Advice>
  )
}

/** The sizing chart: throat across, what the supply keeps up and what the goal gets up it, worked out in a worker. */
export function SizingView(props: NozzleStationProps) {
  const shown = useShown()
  const { build, predicted } = props
  const input = useSettled(predicted.input)
  const runs = build.supply.kind === 'vessel' || build.supply.kind === 'balloon'
  const [wanted, setGoal] = useState<SizingGoal | null>(null)
  const chosen = wanted ?? (runs ? 'energy' : 'jet-power')
  const goal = !runs && (chosen === 'run-time' || chosen === 'energy') ? 'jet-power' : chosen
  const [leastJetPowerW, setLeast] = useState(0)
  const request = useMemo(() => {
    const now = input.nozzle.throatDiameterM
    const fromM = Math.max(LIMITS.throatDiameterM[0], 0.35 * now)
    const toM = Math.max(fromM * 1.2, Math.min(build.machine.nozzle.inletBoreM * 0.95, 2.4 * now))
    return {
      kind: 'sizing' as const,
      input,
      fromM,
      toM,
      points: SIZING_POINTS,
      goal,
      leastJetPowerW: goal === 'run-time' ? leastJetPowerW : 0,
    }
  }, [input, build.machine.nozzle.inletBoreM, goal, leastJetPowerW])
  const { result, working, failed } = useAirJob(request)
  const chart = useMemo(
    () => (result ? chartOf(result, goal, input.nozzle.throatDiameterM, shown) : null),
    [result, goal, input, shown],
  )
  const goals = SIZING_GOALS.filter((g) => runs || (g !== 'run-time' && g !== 'energy'))
  return (
    <Box>
      <Flex gap="6" wrap="wrap" align="center">
        <Box w="270px">
          <ChoiceField
            label="Best for"
            value={goal}
            choices={goals.map((value) => ({ value, label: GOALS[value].label }))}
            onChange={setGoal}
          />
        </Box>
        {goal === 'run-time' && (
          <Box w="250px">
            <NumberField
              label="with at least"
              kind="power"
              unit={shown.unit('power').id}
              value={leastJetPowerW}
              limits={[0, 5000]}
              onChange={setLeast}
            />
          </Box>
        )}
        <Box fontSize="xs" color="mute" role="status" aria-live="polite">
          {working && !result ? 'Working through 200 sizes…' : ''}
        </Box>
      </Flex>
      {failed && (
        <Advice tone="warn" title={failed}>
          Check supply, line and nozzle.
        </Advice>
      )}
      {chart && result ? (
        <>
          <ChartBlock {...chart} />
          <DrillRule
            fromM={result.rows[0].throatDiameterM}
            toM={result.rows[result.rows.length - 1].throatDiameterM}
            insetLeft={44}
            insetRight={44}
          />
          <Verdict props={props} picture={result} goal={goal} rows={result.rows} />
        </>
      ) : (
        <Box h="280px" />
      )}
    </Box>
  )
}
