'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { RUN_CAUTIONS } from '../../../core/safety'
import {
  buildTitle,
  keptHazards,
  kindOf,
  type Acknowledgement,
  type Build,
  type Rig,
  type Run,
} from '../../../project/document'
import { liveOf } from '../../../project/measuring'
import { runsAsked, stopPressure, type Plan, type PlanStep, type StepExpected } from '../../../project/planning'
import { useProject, useStore } from '../../../store'
import { Advice, EmptyState, LinkButton, MainButton, OriginMark, QuietButton } from '../../../ui'
import { HazardFigures } from '../../safety'
import { FindingList, figureWords, useShown } from '../../shared'
import { addMark, isRunning, nextOf, runsOfStep, startStep } from './edits'
import { MarkButtons } from './MarkButtons'
import { MarkList } from './MarkList'
import { useExpected, usePlan } from './use-plan'
import { MARKS, TROUBLE, watchFor } from './words'

const Big = ({ children, ...rest }: React.ComponentProps<typeof MainButton>) => (
  <MainButton h="64px" w="100%" fontSize="xl" {...rest}>
    {children}
  </MainButton>
)

/** Seconds since a moment, counted while it is shown. */
function Since({ at }: { at: string }) {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 200)
    return () => clearInterval(timer)
  }, [])
  const s = Math.max(0, (now - Date.parse(at)) / 1000)
  return (
    <span className="num live-value" role="timer">
      {Math.floor(s / 60)}:{String(Math.floor(s % 60)).padStart(2, '0')}
    </span>
  )
}

/** What can hurt, before anything else: each caution is ticked. */
function Hazards({
  build,
  expected,
  failed,
  onDone,
}: {
  build: Build
  /** Of the highest step; null while it is worked out. */
  expected: StepExpected | null
  failed: string | null
  onDone: (kept: Acknowledgement) => void
}) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const turns = kindOf(build).turning !== undefined
  const all = RUN_CAUTIONS.every((c) => ticked.has(c.id)) && expected !== null && expected.state !== 'do not run'
  const done = () =>
    expected &&
    onDone({
      at: new Date().toISOString(),
      cautions: RUN_CAUTIONS.map((c) => c.id),
      state: expected.state,
      hazards: keptHazards(expected.hazards),
    })
  return (
    <>
      <chakra.h2 fontSize="lg" fontWeight="700" mb="1">
        First: what can hurt
      </chakra.h2>
      <Box fontSize="sm" color="mute">
        At the highest step of the plan.
      </Box>
      {expected ? (
        <>
          <HazardFigures hazards={expected.hazards} />
          <FindingList findings={expected.findings.filter((f) => !f.id.startsWith('range-'))} />
        </>
      ) : (
        <Box my="3">{failed ?? 'Working it out…'}</Box>
      )}
      {expected?.state === 'do not run' && (
        <Advice tone="warn" title="Do not run">
          The margins have changed since this was planned. Plan again.
        </Advice>
      )}
      <Box as="ul" mt="3">
        {RUN_CAUTIONS.map(({ id, still, ...turning }) => {
          const { title, text } = turns ? turning : (still ?? turning)
          return (
            <li key={id}>
              <chakra.label display="flex" gap="3" py="3" borderBottomWidth="1px" cursor="pointer">
                <chakra.input
                  type="checkbox"
                  w="24px"
                  h="24px"
                  flex="none"
                  accentColor="var(--gk-colors-pipe)"
                  checked={ticked.has(id)}
                  onChange={(e) =>
                    setTicked((was) => new Set(e.target.checked ? [...was, id] : [...was].filter((x) => x !== id)))
                  }
                />
                <span>
                  <b>{title}.</b> {text}
                </span>
              </chakra.label>
            </li>
          )
        })}
      </Box>
      <Box fontSize="xs" color="mute" my="3">
        Kept with each run, with the time. It certifies no vessel and no guard; local codes and makers’ limits hold.
      </Box>
      <Big disabled={!all} onClick={done}>
        Seen and done
      </Big>
    </>
  )
}

/** The step that is next or under way: its pressure, when to stop, and one button for what comes now. */
function StepCard({
  plan,
  build,
  rig,
  step,
  expected,
  running,
  done,
  cautions,
}: {
  plan: Plan
  build: Build
  rig: Rig
  step: PlanStep
  expected: StepExpected | null
  running: Run | null
  done: number
  cautions: Acknowledgement
}) {
  const store = useStore()
  const router = useRouter()
  const project = useProject()
  const shown = useShown()
  const [sure, setSure] = useState(false)
  const stop = stopPressure(build, rig, step.gaugePressurePa)
  const turns = kindOf(build).turning !== undefined
  const index = plan.steps.indexOf(step)
  // what was marked at the step below and at this one is looked into before more pressure comes
  const before = [plan.steps[index - 1], step].flatMap((s) => (s ? runsOfStep(project.runs, plan, s) : []))
  const trouble = [...new Set(before.flatMap((r) => r.marks.map((m) => m.kind)).filter((k) => TROUBLE.includes(k)))]
  const started = running?.marks.find((m) => m.kind === 'start')
  const figures = (expected?.figures ?? []).filter(
    (f) => ['freeSpeedRadPerS', 'bestPowerW', 'thrust', 'impulse'].includes(f.id) && f.value > 0,
  )
  const last = before[before.length - 1] as Run | undefined
  return (
    <>
      <Box color="mute" fontSize="lg">
        Step {index + 1} of {plan.steps.length} · run {done + 1} of {step.repeats}
      </Box>
      <div className="num live-value" data-testid="card-pressure">
        {shown.text(step.gaugePressurePa, 'gaugePressure')}
      </div>
      <Box fontSize="xl" fontWeight="700" color="brick" my="2">
        {step.stopAtRadPerS !== null && <div>Stop above {shown.text(step.stopAtRadPerS, 'rotation')}</div>}
        <div>Stop above {shown.text(stop.gaugePressurePa, 'gaugePressure')}</div>
      </Box>
      {figures.map((f) => (
        <Flex key={f.id} gap="2" align="baseline" color="mute">
          <OriginMark origin="predicted" />
          {figureWords(f.id)} <span className="num">{shown.text(f.value, f.kind, f.standardUncertainty)}</span>
        </Flex>
      ))}
      <Box my="4">
        {running && started ? (
          <>
            <Flex align="baseline" gap="3" mb="3">
              <Since at={started.at} />
              <Box color="mute">of about {step.openS} s with the valve open</Box>
            </Flex>
            <Big bg="brick" color="sheet" onClick={() => addMark(store, running.id, 'stop')}>
              Stop: valve is shut
            </Big>
            <Box mt="4">
              <MarkButtons runId={running.id} large />
              <MarkList run={running} />
            </Box>
          </>
        ) : (
          <>
            {trouble.length > 0 && !sure ? (
              <Advice tone="warn" title={`Marked before: ${trouble.map((k) => MARKS[k]).join(', ')}`}>
                Find out why before the air comes again.{' '}
                <LinkButton onClick={() => setSure(true)}>Found, and mended</LinkButton>
              </Advice>
            ) : (
              <Big onClick={() => startStep(store, project, plan, step, cautions)}>Start: valve opens now</Big>
            )}
            {last && !isRunning(last) && (
              <Box mt="3">
                <Box fontSize="sm" color="mute">
                  The run before, {last.name}:
                </Box>
                <MarkList run={last} />
              </Box>
            )}
          </>
        )}
      </Box>
      <Box fontSize="sm" fontWeight="700">
        Look and listen for
      </Box>
      <chakra.ul listStyleType="disc" pl="5" fontSize="md" color="mute">
        {watchFor(turns, rig.kind).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </chakra.ul>
      {running && liveOf(rig) && (
        <Box mt="3">
          <QuietButton onClick={() => router.push(`/bench/live?run=${running.id}`)}>
            Record it live on this machine
          </QuietButton>
        </Box>
      )}
    </>
  )
}

function Card({ plan, build, rig }: { plan: Plan; build: Build; rig: Rig }) {
  const router = useRouter()
  const project = useProject()
  const [cautions, setCautions] = useState<Acknowledgement | null>(null)
  const next = nextOf(plan, project.runs)
  // a page that was opened anew while a run is under way goes on with what was read for it
  const read = cautions ?? next?.running?.cautions ?? null
  const { result: expected, working, failed } = useExpected(plan, build, rig)
  return (
    <Box maxW="560px" mx="auto" bg="sheet" p="4" mt="3" borderTopWidth="1px">
      <Flex justify="space-between" align="baseline" gap="3" mb="3">
        <Box>
          <chakra.h1 fontWeight="700">{plan.name}</chakra.h1>
          <Box fontSize="sm" color="mute">
            {buildTitle(project, build)}
          </Box>
        </Box>
        <LinkButton onClick={() => router.push(`/bench/plan?plan=${plan.id}`)}>plan</LinkButton>
      </Flex>
      {!next ? (
        <Box py="6">
          <Box fontSize="xl" fontWeight="700">
            All {runsAsked(plan)} runs were made
          </Box>
          Shut the supply and let the line down.{' '}
          <LinkButton onClick={() => router.push(`/bench/plan?plan=${plan.id}`)}>What came of it</LinkButton>
        </Box>
      ) : read ? (
        <StepCard
          key={`${next.step.id} ${next.done} ${next.running?.id ?? ''}`}
          plan={plan}
          build={build}
          rig={rig}
          {...next}
          expected={expected?.[plan.steps.indexOf(next.step)] ?? null}
          cautions={read}
        />
      ) : (
        <Hazards
          build={build}
          expected={(working ? null : expected?.at(-1)) ?? null}
          failed={failed}
          onDone={setCautions}
        />
      )}
    </Box>
  )
}

/** A plan as it is worked through at the bench, on a phone. */
export function CardRoom() {
  const router = useRouter()
  const found = usePlan()
  if (!found)
    return (
      <EmptyState title="No plan to work through">
        A run card belongs to a plan. <LinkButton onClick={() => router.push('/bench')}>To the bench</LinkButton>
      </EmptyState>
    )
  return <Card key={found.plan.id} {...found} />
}
