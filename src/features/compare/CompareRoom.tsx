'use client'
import { Box, chakra } from '@chakra-ui/react'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo } from 'react'
import { poolRuns } from '../../core/bench'
import { PhysicsError } from '../../core/errors'
import { COVERAGE_95 } from '../../core/statistics'
import { formatNumber } from '../../core/units'
import { compareBuilds, type BuildDifference, type ComparedSide, type Comparison } from '../../project/compare'
import {
  buildTitle,
  byMachine,
  kindOf,
  type Build,
  type MachineCurves,
  type MachinePredicted,
  type Project,
  type Run,
} from '../../project/document'
import { METHOD_IDS, mainRig, measuredFigure, methodOf } from '../../project/measuring'
import { useProject } from '../../store'
import {
  Advice,
  ChartBlock,
  ChoiceField,
  EmptyState,
  Figure,
  LinkButton,
  RoomTitle,
  SectionTitle,
  Sheet,
  type ChartLine,
  type CurveChartProps,
} from '../../ui'
import { comparedRuns, figureWords, useReductions, useShown, type RunResult, type Shown } from '../shared'
import { unfairWords } from '../../words'

const rpm = (radPerS: number) => (radPerS * 30) / Math.PI
const SIDES = ['A', 'B'] as const
const TONES = ['petrol', 'copper'] as const

/** A build with all its runs, or one run alone. */
interface Choice {
  readonly id: string
  readonly name: string
  readonly build: Build
  readonly runs: readonly Run[]
}

interface Side {
  readonly name: string
  readonly build: Build
  readonly compared: ComparedSide
  readonly done: readonly Extract<RunResult, { status: 'done' }>[]
  readonly waiting: boolean
  readonly predicted: MachinePredicted | null
}

function predictionOf(build: Build, ambient: Project['ambient']): MachinePredicted | null {
  try {
    return kindOf(build).predict(build, { ambient })
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}

/** Builds that some method can measure, so that they can be judged by runs. */
const measurable = (build: Build): boolean => METHOD_IDS.some((id) => methodOf(id).accepts(build))

/** All that can be chosen: each build, and under it each of its runs. */
function choicesOf(project: Pick<Project, 'builds' | 'runs' | 'machines'>): Choice[] {
  const { runs } = project
  return byMachine(project, project.builds.filter(measurable)).flatMap((build) => {
    const own = runs.filter((r) => r.buildId === build.id)
    return [
      { id: build.id, name: buildTitle(project, build), build, runs: own },
      ...own.map((run) => ({ id: run.id, name: run.name, build, runs: [run] })),
    ]
  })
}

/** What was chosen, with the results of its runs. */
function useSide({ name, build, runs: own }: Choice, results: ReadonlyMap<string, RunResult>): Side {
  const project = useProject()
  const { ambient } = project
  const predicted = useMemo(() => predictionOf(build, ambient), [build, ambient])
  const pairs = own.flatMap((run) => {
    const result = results.get(run.id)
    return result?.status === 'done' ? [{ run, result }] : []
  })
  return {
    name,
    build,
    compared: { build, runs: comparedRuns(project, build, own, results) },
    done: pairs.map(({ result }) => result),
    waiting: own.some((run) => results.get(run.id)?.status === 'waiting'),
    predicted,
  }
}

/** The line that both sides have: power over speed, or over the turn. */
const curvesOf = (of: Pick<MachinePredicted, 'overSpeed' | 'overAngle'> | null) =>
  of?.overSpeed ?? of?.overAngle ?? null
const LINE = 'power'

/** Points of the compared line, with its band of 95 %. */
function pointsOf(curves: MachineCurves | null, shown: Shown, banded: boolean): ChartLine['points'] {
  const line = curves?.lines.find((l) => l.id === LINE)
  if (!curves || !line) return []
  const y = (v: number) => shown.number(v, line.kind)
  return curves.over.map((x, i) => ({
    x: rpm(x),
    y: y(line.values[i]),
    ...(banded
      ? {
          lo: y(line.values[i] - COVERAGE_95 * line.standardUncertainty[i]),
          hi: y(line.values[i] + COVERAGE_95 * line.standardUncertainty[i]),
        }
      : {}),
  }))
}

/** Power of both builds on shared axes: A and B by colour, mark and name; measured solid, predicted dashed. */
function overlay(sides: readonly Side[], shown: Shown): CurveChartProps {
  const lines = sides.flatMap((side, s): ChartLine[] => {
    const name = `${SIDES[s]} ${side.name}`
    const line = (own: Pick<ChartLine, 'id' | 'name' | 'predicted' | 'thin' | 'points'>): ChartLine => ({
      tone: TONES[s],
      axis: 'left',
      ...own,
    })
    const foreseen = pointsOf(curvesOf(side.predicted), shown, false)
    return [
      ...side.done.map(({ measured }, i) =>
        line({
          id: `m${s}${i}`,
          name: `${name}, measured`,
          predicted: false,
          thin: i > 0,
          points: pointsOf(curvesOf(measured), shown, true),
        }),
      ),
      ...(foreseen.length > 0
        ? [line({ id: `p${s}`, name: `${name}, predicted`, predicted: true, points: foreseen })]
        : []),
    ]
  })
  const top = Math.max(...lines.flatMap((l) => l.points.map((q) => q.x)), 1)
  const peaks = (side: Side) => {
    const { judgedBy, besides } = kindOf(side.build)
    return side.done.flatMap(({ measured }) => {
      const [peak, at] = [measuredFigure(measured, judgedBy), measuredFigure(measured, besides)]
      const y = (v: number) => shown.number(v, peak?.kind ?? 'power')
      return peak && at ? [{ x: rpm(at.value), y: y(peak.value), e: 2 * y(peak.standardUncertainty) }] : []
    })
  }
  return {
    label: 'Power of both builds against speed',
    xLabel: 'rotor speed, rpm',
    xDomain: [0, top],
    left: { label: shown.unit('power').label, domain: [0, 'auto'] },
    lines,
    dots: sides.flatMap((side, s) =>
      side.done.length > 0
        ? [
            {
              id: `d${s}`,
              name: `${SIDES[s]}, peaks`,
              tone: TONES[s],
              axis: 'left' as const,
              shape: s === 0 ? ('square' as const) : ('circle' as const),
              points: peaks(side),
            },
          ]
        : [],
    ),
    height: 470,
  }
}

const shownValue = (d: BuildDifference, value: number | string, shown: Shown): string =>
  typeof value === 'string' || d.kind === 'word' || d.kind === 'count' ? String(value) : shown.text(value, d.kind)

/** What stands beside what: conditions first, then what was changed. */
function Conditions({ sides, comparison }: { sides: readonly [Side, Side]; comparison: Comparison | null }) {
  const shown = useShown()
  const { rigs } = useProject()
  const range = (values: number[], kind: 'gaugePressure' | 'temperature') =>
    values.length === 0 ? '—' : shown.text(values.reduce((a, b) => a + b, 0) / values.length, kind)
  const rigNames = (side: Side) =>
    [...new Set(side.compared.runs.map((r) => mainRig({ rigs }, r.run)?.name ?? '?'))].join(', ') || '—'
  const rows: [string, string, string][] = [
    ['runs', ...(sides.map((s) => String(s.compared.runs.length)) as [string, string])],
    [
      'pressure',
      ...(sides.map((s) =>
        range(
          s.compared.runs.map((r) => r.run.gaugePressurePa),
          'gaugePressure',
        ),
      ) as [string, string]),
    ],
    [
      'room',
      ...(sides.map((s) =>
        range(
          s.compared.runs.map((r) => r.run.ambient.temperatureK),
          'temperature',
        ),
      ) as [string, string]),
    ],
    ['rig', ...(sides.map(rigNames) as [string, string])],
    ...(comparison?.differences ?? []).map((d): [string, string, string] => [
      d.label,
      shownValue(d, d.a, shown),
      shownValue(d, d.b, shown),
    ]),
  ]
  return (
    <chakra.table w="100%" fontSize="xs">
      <caption className="sr-only">Conditions and changes of both builds</caption>
      <thead>
        <tr>
          <td />
          {sides.map((s, i) => (
            <chakra.th
              key={s.build.id + i}
              textAlign="left"
              py="1"
              px="1"
              borderBottomWidth="2px"
              borderColor={TONES[i]}
            >
              {SIDES[i]} {s.name}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([label, a, b], i) => (
          <chakra.tr key={label} borderBottomWidth="1px" fontWeight={i >= 4 ? '600' : '400'}>
            <chakra.th textAlign="left" fontWeight="inherit" color="mute" py="1" pr="2" verticalAlign="top">
              {label}
            </chakra.th>
            <chakra.td px="1" py="1" verticalAlign="top">
              {a}
            </chakra.td>
            <chakra.td px="1" py="1" verticalAlign="top" color={a === b ? 'mute' : 'ink'}>
              {b}
            </chakra.td>
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  )
}

function Verdict({ sides, comparison }: { sides: readonly [Side, Side]; comparison: Comparison }) {
  const shown = useShown()
  const { difference, verdict, share, unfair } = comparison
  const kind = kindOf(sides[0].build).judgedKind
  const [a, b] = sides.map((s) => s.name)
  const interval = Number.isFinite(difference.halfWidth95)
    ? `${shown.text(difference.difference, kind)}, 95 % interval ${shown.text(difference.difference - difference.halfWidth95, kind)} to ${shown.text(difference.difference + difference.halfWidth95, kind)}`
    : shown.text(difference.difference, kind)
  const words: Record<Comparison['verdict'], [string, string]> = {
    better: [`${b} gives more`, `${interval} (${formatNumber(100 * share, 2)} %). More than repeats differ.`],
    worse: [`${b} gives less`, `${interval} (${formatNumber(100 * share, 2)} %). More than repeats differ.`],
    'not told apart': [
      'Cannot be told apart',
      `${interval}. Repeats differ too much, or are too few, to call this a difference: two more runs of each would narrow it.`,
    ],
    'too few runs': [
      'One run is no measurement of spread',
      `${shown.text(difference.difference, kind)} between ${a} and ${b} so far. Repeat each at least once before believing it.`,
    ],
    impossible: [
      'No verdict: a run cannot be',
      'At least one run has figures that its air cannot give. The bench says what is probably wrong.',
    ],
    unfair: ['Not a fair comparison', 'Read below what differed besides the thing under test; no verdict is given.'],
  }
  return (
    <>
      {unfair.length > 0 && (
        <Advice tone="warn" title="What else differed">
          {unfair.map((reason, i) => (
            <Box key={reason.code + i} mb="1">
              {shown.words(unfairWords(reason))}
            </Box>
          ))}
        </Advice>
      )}
      <Advice tone={verdict === 'better' || verdict === 'worse' ? 'advice' : 'note'} title={words[verdict][0]}>
        {words[verdict][1]}
      </Advice>
    </>
  )
}

/** What a side is judged by: the mean of its runs, or the prediction where it has none. */
function PeakFigures({ side, index }: { side: Side; index: number }) {
  const shown = useShown()
  const { judgedBy, judgedKind } = kindOf(side.build)
  const label = `${SIDES[index]} ${figureWords(judgedBy)}`
  const values = side.compared.runs.map((r) => ({
    value: r.value,
    standardUncertainty: r.standardUncertainty ?? 0,
    unit: '',
  }))
  const foreseen = side.predicted?.figures.find((f) => f.id === judgedBy)
  if (values.length === 0)
    return foreseen ? (
      <Figure
        label={label}
        origin="predicted"
        {...shown.parts(foreseen.value, foreseen.kind, foreseen.standardUncertainty)}
        sub="no run yet"
      />
    ) : null
  const { mean } = poolRuns(values, Math.max(...side.compared.runs.map((r) => r.sharedRelative ?? 0)))
  return (
    <Figure
      label={label}
      origin="measured"
      {...shown.parts(mean.value, judgedKind, mean.standardUncertainty)}
      sub={
        values.length > 1 ? `mean of ${values.length}; ± holds their spread and what the rig leaves unknown` : 'one run'
      }
    />
  )
}

function Room({ a, b, choices }: { a: Choice; b: Choice; choices: readonly Choice[] }) {
  const router = useRouter()
  const shown = useShown()
  const wanted = useMemo(() => [...new Set([...a.runs, ...b.runs])], [a, b])
  const results = useReductions(wanted)
  const left = useSide(a, results)
  const right = useSide(b, results)
  const sides = [left, right] as const
  const bothRead = left.compared.runs.length > 0 && right.compared.runs.length > 0
  const comparison = bothRead ? compareBuilds(left.compared, right.compared) : null
  const chart = overlay(sides, shown)
  const options = choices.map((c) => ({ value: c.id, label: c.id === c.build.id ? c.name : `\u2003${c.name}` }))
  const go = (na: string, nb: string) => router.replace(`/compare?a=${na}&b=${nb}`, { scroll: false })
  const untested = left.compared.runs.length === 0 ? a.build : b.build
  return (
    <>
      <RoomTitle title="Compare" about={`${a.name} with ${b.name}`} />
      <Sheet
        left={
          <>
            <SectionTitle first>Which build, or which run</SectionTitle>
            <ChoiceField label="A" roomy value={a.id} choices={options} onChange={(id) => go(id, b.id)} />
            <ChoiceField label="B" roomy value={b.id} choices={options} onChange={(id) => go(a.id, id)} />
            <SectionTitle>Conditions, then changes</SectionTitle>
            <Conditions sides={sides} comparison={comparison} />
          </>
        }
        middle={
          <>
            <SectionTitle first>Power against speed, at the shaft</SectionTitle>
            <ChartBlock {...chart} />
          </>
        }
        right={
          <>
            <SectionTitle first>What can be said</SectionTitle>
            <PeakFigures side={left} index={0} />
            <PeakFigures side={right} index={1} />
            {comparison && <Verdict sides={sides} comparison={comparison} />}
            {!comparison && (left.waiting || right.waiting) && <Box color="mute">Reading the runs…</Box>}
            {!comparison && !left.waiting && !right.waiting && (
              <Advice tone="note" title="No verdict without runs of both">
                Predictions are set side by side; only measurements decide.{' '}
                <LinkButton asChild>
                  <Link href={`/bench?build=${untested.id}`} prefetch={false}>
                    Measure {untested.name}
                  </Link>
                </LinkButton>
              </Advice>
            )}
          </>
        }
      />
    </>
  )
}

/** Two builds, or two runs, side by side. */
export function CompareRoom() {
  const params = useSearchParams()
  const project = useProject()
  const { builds, runs } = project
  const choices = useMemo(() => choicesOf(project), [project])
  const chosen = (id: string | null | undefined) => choices.find((c) => c.id === id)
  const tested = builds.filter((x) => runs.some((r) => r.buildId === x.id))
  const b =
    chosen(params.get('b')) ??
    chosen(params.get('build')) ??
    chosen(tested[tested.length - 1]?.id) ??
    chosen(builds[builds.length - 1]?.id)
  const a =
    chosen(params.get('a')) ??
    chosen(b?.build.parentId) ??
    choices.find(
      (c) => c.build.id !== b?.build.id && c.build.machineId === b?.build.machineId && c.id === c.build.id,
    ) ??
    choices.find((c) => c.build.id !== b?.build.id)
  if (!a || !b)
    return (
      <EmptyState title="Two builds are needed">
        Make a new version of a build, test both, and see here whether the change was one.
      </EmptyState>
    )
  const asked = ['a', 'b', 'build'].map((name) => params.get(name))
  const unread = builds.find((x) => asked.includes(x.id) && !measurable(x))
  return (
    <>
      {unread && (
        <Advice tone="note" title={`${unread.name} cannot be set side by side yet`}>
          No rig reads a {kindOf(unread).words.name} so far, and only measurements decide. Shown instead: {a.build.name}{' '}
          with {b.build.name}.
        </Advice>
      )}
      <Room a={a} b={b} choices={choices} />
    </>
  )
}
