'use client'
import { Box, Flex, Grid } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import { LIMITS, buildTitle, type Build, type Rig } from '../../../project/document'
import { USUAL_SPREAD } from '../../../project/planning'
import { useProject, useStore } from '../../../store'
import { Advice, ChoiceField, MainButton, NumberField, QuietButton, SectionTitle } from '../../../ui'
import Dialog from '../../../ui/Dialog'
import { rigTitle, useDesignJob, useShown } from '../../shared'
import { keepPlan } from './edits'
import { Steps } from './Steps'
import { LIMITED_BY, STOPPED_BY } from './words'

const perCent = (share: number) => `${Number((100 * share).toPrecision(2))} %`

/** Runs planned before any is made: up to which pressure, in how many steps, and what difference is to be seen. */
export default function PlanDialog({
  build,
  rigs,
  startRig,
  spread,
  onClose,
}: {
  build: Build
  rigs: readonly Rig[]
  startRig: Rig
  /** Between this build's runs so far, as a share; null where there are too few. */
  spread: number | null
  onClose: () => void
}) {
  const store = useStore()
  const router = useRouter()
  const project = useProject()
  const shown = useShown()
  const { ambient } = project
  const [rigId, setRig] = useState(startRig.id)
  const [top, setTop] = useState<number | null>(null)
  const [count, setCount] = useState(4)
  const [everyStep, setEveryStep] = useState(false)
  const [difference, setDifference] = useState(0.05)
  const rig = rigs.find((r) => r.id === rigId) ?? startRig
  const request = useMemo(() => {
    const wanted = {
      gaugePressurePa: top,
      steps: count,
      everyStep,
      differenceShare: difference,
      spreadShare: spread,
    }
    return { kind: 'plan' as const, build, rig, ambient, wanted }
  }, [build, rig, ambient, top, count, everyStep, difference, spread])
  const { result: planned, working, failed } = useDesignJob(request)
  const most = planned?.steps.at(-1)?.repeats ?? 0
  const keep = () => {
    if (!planned || working) return
    const id = keepPlan(store, build, rig, planned, project.plans.filter((p) => p.buildId === build.id).length)
    if (id) router.push(`/bench/plan?plan=${id}`)
  }
  return (
    <Dialog title={`Plan runs of ${buildTitle(project, build)}`} open onClose={onClose} wide>
      <SectionTitle first>What is wanted</SectionTitle>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="10">
        <ChoiceField
          label="Rig"
          value={rig.id}
          choices={rigs.map((r) => ({ value: r.id, label: rigTitle(r) }))}
          onChange={setRig}
        />
        <NumberField
          label="Up to"
          kind="gaugePressure"
          unit={shown.unit('gaugePressure').id}
          suffix="gauge"
          value={top ?? planned?.wantedGaugePressurePa ?? LIMITS.supplyGaugePressurePa[0]}
          limits={LIMITS.supplyGaugePressurePa}
          onChange={setTop}
        />
        <ChoiceField
          label="In steps"
          value={String(count)}
          choices={[1, 2, 3, 4, 5, 6, 8].map((n) => ({ value: String(n), label: String(n) }))}
          onChange={(n) => setCount(Number(n))}
        />
        <ChoiceField
          label="Repeat"
          value={everyStep ? 'every' : 'top'}
          choices={[
            { value: 'top', label: 'at the top' },
            { value: 'every', label: 'every step' },
          ]}
          onChange={(v) => setEveryStep(v === 'every')}
        />
        <ChoiceField
          label="A difference to be seen"
          value={String(difference)}
          choices={[0.02, 0.03, 0.05, 0.1, 0.2].map((d) => ({ value: String(d), label: `of ${perCent(d)}` }))}
          note={
            spread === null
              ? `spread from run to run taken as ${perCent(USUAL_SPREAD)}, as is usual: an estimate until there are three runs`
              : `spread from run to run ${perCent(spread)}, of the runs so far`
          }
          onChange={(d) => setDifference(Number(d))}
        />
      </Grid>
      <Box minW="0" aria-busy={working} opacity={working && planned ? 0.55 : 1}>
        <SectionTitle>From low to high</SectionTitle>
        {failed ? (
          <Advice tone="warn" title="It cannot be planned">
            {failed}
          </Advice>
        ) : planned ? (
          <>
            <Steps build={build} steps={planned.steps} expected={planned.expected} outcome={null} />
            <Box fontSize="sm" mt="3">
              <b>
                {most} runs {everyStep ? 'of each step' : 'at the top, one on the way up at each step below'}
              </b>
              : so many let a difference of {perCent(planned.differenceShare)} to another version be seen in four cases
              of five.
            </Box>
            <Box fontSize="sm" color="mute" mt="1">
              {LIMITED_BY[planned.limitedBy]}. {planned.stoppedBy && `Stopped at ${STOPPED_BY[planned.stoppedBy]}.`}
            </Box>
            {most >= 50 && (
              <Advice tone="advice" title="More runs than anyone makes">
                The spread is too large for so small a difference. Find what scatters (pressure, belt, sensor) or settle
                for a larger difference.
              </Advice>
            )}
            {!planned.lasts && (
              <Advice tone="advice" title="The supply does not keep up at the top">
                Let the tank fill before each run, and write down what the gauge shows while the air flows.
              </Advice>
            )}
          </>
        ) : working ? (
          <Box color="mute">Working out how it goes at each pressure…</Box>
        ) : (
          <Advice tone="warn" title="No pressure can be planned">
            The margins say “do not run” even at a low pressure, or the supply gives too little to be set in steps. Look
            at the supply and at the rotor’s and the rig’s margins first.
          </Advice>
        )}
      </Box>
      <Flex gap="3" mt="4">
        <MainButton disabled={!planned || working} onClick={keep}>
          Keep the plan
        </MainButton>
        <QuietButton onClick={onClose}>Not now</QuietButton>
      </Flex>
    </Dialog>
  )
}
