'use client'
import { Box, Grid } from '@chakra-ui/react'
import Link from 'next/link'
import { compareBuilds, type ComparedSide, type Comparison } from '../../project/compare'
import type { Run, TurbineBuild } from '../../project/document'
import { LinkButton, SectionTitle } from '../../ui'
import { useShown, type RunResult } from '../shared'

interface Step {
  readonly build: TurbineBuild
  readonly parent: TurbineBuild
  readonly comparison: Comparison
}

/** A build with the peaks of its runs that have been read. */
const side = (build: TurbineBuild, runs: readonly Run[], results: ReadonlyMap<string, RunResult>): ComparedSide => ({
  build,
  runs: runs
    .filter((r) => r.buildId === build.id)
    .flatMap((run) => {
      const result = results.get(run.id)
      return result?.status === 'done' ? [{ run, peakPowerW: result.reduced.reduction.peakShaftPower.power.value }] : []
    }),
})

const VERDICTS: Record<Comparison['verdict'], string> = { better: '', worse: '', 'not told apart': ', not told apart from nothing', 'too few runs': ', but one run tells no spread', unfair: ', but the pressures differed' }

/** What each change was measured to bring, and what is worth doing next. */
export default function WhatTheyTaught({ builds, runs, results }: { builds: readonly TurbineBuild[]; runs: readonly Run[]; results: ReadonlyMap<string, RunResult> }) {
  const shown = useShown()
  const steps = builds.flatMap((build): Step[] => {
    const parent = builds.find((b) => b.id === build.parentId)
    if (!parent) return []
    const [a, b] = [side(parent, runs, results), side(build, runs, results)]
    return a.runs.length > 0 && b.runs.length > 0 ? [{ build, parent, comparison: compareBuilds(a, b) }] : []
  })
  const told = [...steps].sort((p, q) => Math.abs(q.comparison.power.difference) - Math.abs(p.comparison.power.difference))
  const unprinted = builds.filter((b) => !b.made)
  const few = builds.filter((b) => b.made && runs.filter((r) => r.buildId === b.id).length < 3)
  return (
    <Grid templateColumns={{ base: 'minmax(0,1fr)', md: 'repeat(3, minmax(0,1fr))' }} gap="6" borderTopWidth="1px" pt="3" mt="3" fontSize="sm">
      <Box>
        <SectionTitle first>What these builds taught</SectionTitle>
        {told.length === 0 && <Box color="mute">Two versions with runs are needed before anything can be said.</Box>}
        {told.slice(0, 3).map((s) => (
          <Box key={s.build.id} mb="1">
            {s.build.changed}:{' '}
            <span className="num">
              {s.comparison.power.difference >= 0 ? '+' : ''}
              {shown.text(s.comparison.power.difference, 'power', Number.isFinite(s.comparison.power.halfWidth95) ? s.comparison.power.halfWidth95 / 2 : undefined)}
            </span>
            {VERDICTS[s.comparison.verdict]}. <LinkButton asChild><Link href={`/compare?a=${s.parent.id}&b=${s.build.id}`} prefetch={false}>Compare</Link></LinkButton>
          </Box>
        ))}
      </Box>
      <Box>
        <SectionTitle first>Worth printing next</SectionTitle>
        {unprinted.length === 0 ? <Box color="mute">Nothing is planned. Open a build and try a change as a new version.</Box> : null}
        {unprinted.slice(0, 3).map((b) => (
          <Box key={b.id} mb="1">
            <LinkButton asChild><Link href={`/make?build=${b.id}`} prefetch={false}>{b.name}</Link></LinkButton>: {b.changed}.
          </Box>
        ))}
      </Box>
      <Box>
        <SectionTitle first>Worth measuring next</SectionTitle>
        {few.length === 0 ? <Box color="mute">Every printed version has three runs or more.</Box> : null}
        {few.slice(0, 6).map((b) => (
          <Box key={b.id} mb="1">
            <LinkButton asChild><Link href={`/bench?build=${b.id}`} prefetch={false}>{b.name}</Link></LinkButton>: run {runs.filter((r) => r.buildId === b.id).length + 1}.
          </Box>
        ))}
        {few.length > 0 && <Box color="mute">Repeats show what a difference is worth; two tell little.</Box>}
      </Box>
    </Grid>
  )
}
