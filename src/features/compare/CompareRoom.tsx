'use client'
import { Box } from '@chakra-ui/react'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo } from 'react'
import { compareBuilds } from '../../project/compare'
import { kindOf } from '../../project/document'
import { useProject } from '../../store'
import { Advice, ChartBlock, ChoiceField, EmptyState, LinkButton, RoomTitle, SectionTitle, Sheet } from '../../ui'
import { useReductions, useShown } from '../shared'
import { type Choice, measurable, choicesOf, useSide } from './sides'
import { overlay } from './overlay'
import { Conditions } from './Conditions'
import { Foreseen, Verdict, PeakFigures } from './Verdict'

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
            {chart.lines.some((l) => l.points.length > 0) ? (
              <>
                <SectionTitle first>Power against speed, at the shaft</SectionTitle>
                <ChartBlock {...chart} />
              </>
            ) : (
              <EmptyState title="Nothing of these turns">
                They have no power over speed to lay over each other; what they push is set side by side in figures.
              </EmptyState>
            )}
          </>
        }
        right={
          <>
            <SectionTitle first>What can be said</SectionTitle>
            <PeakFigures side={left} index={0} />
            <PeakFigures side={right} index={1} />
            <Foreseen sides={sides} />
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
