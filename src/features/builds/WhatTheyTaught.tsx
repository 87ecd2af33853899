'use client'
import { Box, Grid } from '@chakra-ui/react'
import Link from 'next/link'
import { compareBuilds, type ComparedSide, type Comparison } from '../../project/compare'
import { kindOf, measuredBy, type Build, type Project, type Run } from '../../project/document'
import { useProject } from '../../store'
import { LinkButton, SectionTitle } from '../../ui'
import { comparedRuns, useShown, type RunResult } from '../shared'

interface Step {
  readonly build: Build
  readonly parent: Build
  readonly comparison: Comparison
}

/** A build with the peaks of its runs that have been read. */
const side = (
  project: Pick<Project, 'rigs'>,
  build: Build,
  runs: readonly Run[],
  results: ReadonlyMap<string, RunResult>,
): ComparedSide => ({
  build,
  runs: comparedRuns(
    project,
    build,
    runs.filter((r) => r.buildId === build.id),
    results,
  ),
})

const VERDICTS: Record<Comparison['verdict'], string> = {
  better: '',
  worse: '',
  'not told apart': ', not told apart from nothing',
  'too few runs': ', but one run tells no spread',
  unfair: ', but the pressures differed',
  impossible: ', but one of the runs cannot be: look at it on the bench',
}

/** What each change was measured to bring, and what is worth doing next. */
export default function WhatTheyTaught({
  builds,
  runs,
  results,
}: {
  builds: readonly Build[]
  runs: readonly Run[]
  results: ReadonlyMap<string, RunResult>
}) {
  const shown = useShown()
  const project = useProject()
  const steps = builds.flatMap((build): Step[] => {
    const parent = builds.find((b) => b.id === build.parentId)
    if (!parent) return []
    const [a, b] = [side(project, parent, runs, results), side(project, build, runs, results)]
    return a.runs.length > 0 && b.runs.length > 0 ? [{ build, parent, comparison: compareBuilds(a, b) }] : []
  })
  const told = [...steps].sort(
    (p, q) => Math.abs(q.comparison.difference.difference) - Math.abs(p.comparison.difference.difference),
  )
  const unprinted = builds.filter((b) => !b.made)
  const few = builds.filter((b) => b.made && runs.filter((r) => r.buildId === b.id).length < 3)
  return (
    <Grid
      templateColumns={{ base: 'minmax(0,1fr)', md: 'repeat(3, minmax(0,1fr))' }}
      gap="6"
      borderTopWidth="1px"
      pt="3"
      mt="3"
      fontSize="sm"
    >
      <Box>
        <SectionTitle first>What these builds taught</SectionTitle>
        {told.length === 0 && <Box color="mute">Two versions with runs are needed before anything can be said.</Box>}
        {told.slice(0, 3).map((s) => (
          <Box key={s.build.id} mb="1">
            {s.build.changed}:{' '}
            <span className="num" style={{ whiteSpace: 'nowrap' }}>
              {s.comparison.difference.difference >= 0 ? '+' : ''}
              {shown.text(
                s.comparison.difference.difference,
                measuredBy(kindOf(s.build)).kind,
                Number.isFinite(s.comparison.difference.halfWidth95)
                  ? s.comparison.difference.halfWidth95 / 2
                  : undefined,
              )}
            </span>
            {VERDICTS[s.comparison.verdict]}.{' '}
            <LinkButton asChild>
              <Link href={`/compare?a=${s.parent.id}&b=${s.build.id}`} prefetch={false}>
                Compare
              </Link>
            </LinkButton>
          </Box>
        ))}
      </Box>
      <Box>
        <SectionTitle first>Worth printing next</SectionTitle>
        {unprinted.length === 0 ? (
          <Box color="mute">Nothing is planned. Open a build and try a change as a new version.</Box>
        ) : null}
        {unprinted.slice(0, 3).map((b) => (
          <Box key={b.id} mb="1">
            <LinkButton asChild>
              <Link href={`/make?build=${b.id}`} prefetch={false}>
                {b.name}
              </Link>
            </LinkButton>
            : {b.changed}.
          </Box>
        ))}
      </Box>
      <Box>
        <SectionTitle first>Worth measuring next</SectionTitle>
        {few.length === 0 && (
          <Box color="mute">
            {builds.some((b) => b.made)
              ? 'Every printed version has three runs or more.'
              : 'Nothing has been printed yet: a run needs something that turns.'}
          </Box>
        )}
        {few.slice(0, 6).map((b) => (
          <Box key={b.id} mb="1">
            <LinkButton asChild>
              <Link href={`/bench?build=${b.id}`} prefetch={false}>
                {b.name}
              </Link>
            </LinkButton>
            : run {runs.filter((r) => r.buildId === b.id).length + 1}.
          </Box>
        ))}
        {few.length > 0 && <Box color="mute">Repeats show what a difference is worth; two tell little.</Box>}
      </Box>
    </Grid>
  )
}
