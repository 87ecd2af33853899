'use client'
import { Box } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useMemo } from 'react'
import { buildTitle, type Build, type Rig } from '../../../project/document'
import type { Plan } from '../../../project/planning'
import { useProject, useStore } from '../../../store'
import {
  Advice,
  EmptyState,
  LinkButton,
  MainButton,
  QuietButton,
  RoomTitle,
  SectionTitle,
  Sheet,
  TextField,
} from '../../../ui'
import { rigTitle, useReductions, useShown } from '../../shared'
import { nextOf, runsOfStep } from './edits'
import { Steps } from './Steps'
import { useExpected, usePlan } from './use-plan'
import { LIMITED_BY, STOPPED_BY } from './words'

const perCent = (share: number) => `${Number((100 * share).toPrecision(2))} %`

function Room({ plan, build, rig }: { plan: Plan; build: Build; rig: Rig }) {
  const store = useStore()
  const router = useRouter()
  const project = useProject()
  const runs = useMemo(() => project.runs.filter((r) => r.planned?.planId === plan.id), [project.runs, plan.id])
  const results = useReductions(runs)
  const { result: expected, failed } = useExpected(plan, build, rig)
  const next = nextOf(plan, runs)
  const shown = useShown()
  const top = plan.steps[plan.steps.length - 1]
  const card = () => router.push(`/bench/card?plan=${plan.id}`)
  const remove = () => {
    const result = store.change(`${plan.name} removed`, (p) => {
      p.plans = p.plans.filter((x) => x.id !== plan.id)
      for (const run of p.runs) if (run.planned?.planId === plan.id) run.planned = null
    })
    if (result.ok) router.push(`/bench?build=${build.id}`)
  }
  return (
    <>
      <RoomTitle title={plan.name} about={buildTitle(project, build)}>
        <QuietButton onClick={() => router.push(`/bench?build=${build.id}`)}>To its runs</QuietButton>
        <MainButton onClick={card}>{next ? 'Run card' : 'Run card, all done'}</MainButton>
      </RoomTitle>
      <Sheet
        pictureFirst
        left={
          <>
            <SectionTitle first>The plan</SectionTitle>
            <TextField
              label="Name"
              most={120}
              value={plan.name}
              onChange={(v) =>
                v.trim() &&
                store.change(
                  'name of the plan',
                  (p) => void (p.plans.find((x) => x.id === plan.id)!.name = v),
                  `${plan.id}:name`,
                )
              }
            />
            <Box fontSize="sm" mt="2">
              On {rigTitle(rig)}.
            </Box>
            <Box fontSize="sm" mt="2">
              {top.repeats} runs at {shown.text(top.gaugePressurePa, 'gaugePressure')} let a difference of{' '}
              {perCent(plan.differenceShare)} be seen in four cases of five, with a spread of{' '}
              {perCent(plan.spreadShare)} from run to run
              {plan.spreadFrom === 'assumed' ? ', which is usual and was not measured' : ' as measured before'}.
            </Box>
            <Box fontSize="sm" color="mute" mt="2">
              {LIMITED_BY[plan.limitedBy]}. {plan.stoppedBy && `Stopped at ${STOPPED_BY[plan.stoppedBy]}.`}
            </Box>
            <TextField
              label="What it is to tell"
              lines={3}
              most={20000}
              value={plan.notes}
              onChange={(v) =>
                store.change(
                  'notes of the plan',
                  (p) => void (p.plans.find((x) => x.id === plan.id)!.notes = v),
                  `${plan.id}:notes`,
                )
              }
            />
            <LinkButton fontSize="xs" onClick={remove}>
              Remove this plan; its runs stay
            </LinkButton>
          </>
        }
        middle={
          <>
            <SectionTitle first>From low to high, and what came of it</SectionTitle>
            {failed && (
              <Advice tone="warn" title="How it will go cannot be told">
                {failed}
              </Advice>
            )}
            <Steps
              build={build}
              steps={plan.steps}
              expected={expected}
              outcome={(step) => ({ runs: runsOfStep(runs, plan, step), results })}
            />
            <Box fontSize="sm" color="mute" mt="3">
              {next
                ? next.running
                  ? `${next.running.name} is under way.`
                  : `Next: step ${plan.steps.indexOf(next.step) + 1}, run ${next.done + 1} of ${next.step.repeats}.`
                : 'All runs were made. Bring in the recordings that are missing.'}{' '}
              The run card fits a phone; take it to the bench.
            </Box>
          </>
        }
      />
    </>
  )
}

/** A plan with what came of it. */
export function PlanRoom() {
  const router = useRouter()
  const found = usePlan()
  if (!found)
    return (
      <EmptyState title="No such plan">
        Plans are made at the bench. <LinkButton onClick={() => router.push('/bench')}>To the bench</LinkButton>
      </EmptyState>
    )
  return <Room key={found.plan.id} {...found} />
}
