'use client'
import { Box, chakra } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import {
  LIMITS,
  buildTitle,
  isTurbine,
  type Acknowledgement,
  type Rig,
  type Run,
  type TurbineBuild,
} from '../../project/document'
import { useProject, useStore } from '../../store'
import {
  Advice,
  EmptyState,
  LinkButton,
  MainButton,
  NumberField,
  QuietButton,
  RoomTitle,
  SectionTitle,
  Sheet,
  TextField,
} from '../../ui'
import { CautionsDialog } from '../safety'
import { BuildPicker, useReductions, useShown, type RunResult } from '../shared'
import { ImportPanel } from './ImportPanel'
import { MeasuredPanel } from './MeasuredPanel'
import { RigPanel } from './RigPanel'
import { RunCharts, useRunPrediction } from './RunView'
import { editRun, findAgain, rigFor, startRun, usualRig } from './run-edits'

function RunEntry({
  run,
  result,
  chosen,
  onChoose,
}: {
  run: Run
  result: RunResult | undefined
  chosen: boolean
  onChoose: () => void
}) {
  const shown = useShown()
  const said = !result
    ? 'no recording yet'
    : result.status === 'waiting'
      ? 'reading…'
      : result.status === 'failed'
        ? 'cannot be reduced'
        : `● ${shown.text(result.reduced.reduction.peakShaftPower.power.value, 'power', result.reduced.reduction.peakShaftPower.power.standardUncertainty)}`
  return (
    <chakra.button
      type="button"
      display="block"
      w="100%"
      py="2"
      pl="2"
      borderBottomWidth="1px"
      borderLeftWidth="3px"
      borderLeftColor={chosen ? 'petrol' : 'transparent'}
      aria-pressed={chosen}
      onClick={onChoose}
    >
      <Box fontWeight="600" fontSize="sm">
        {run.name} · {shown.text(run.gaugePressurePa, 'gaugePressure')}
      </Box>
      <Box fontSize="xs" color="mute">
        {said}
      </Box>
    </chakra.button>
  )
}

function RunFields({ run }: { run: Run }) {
  const store = useStore()
  const shown = useShown()
  const edit = editRun(store, run.id)
  return (
    <>
      <SectionTitle>This run</SectionTitle>
      <TextField
        label="Name"
        most={120}
        value={run.name}
        onChange={(v) => v.trim() && edit('name of the run', (r) => void (r.name = v), 'name')}
      />
      <NumberField
        label="Pressure held"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        suffix="gauge"
        value={run.gaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        note="at the regulator while the air flowed"
        onChange={(v) => edit('pressure of the run', (r) => void (r.gaugePressurePa = v), 'p')}
      />
      <TextField
        label="What was seen"
        lines={3}
        most={20000}
        value={run.notes}
        onChange={(v) => edit('notes of the run', (r) => void (r.notes = v), 'notes')}
      />
      <Box fontSize="xs" color="mute">
        Cautions read {new Date(run.cautions.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}:{' '}
        {run.cautions.state}, {run.cautions.stressMargin.toFixed(1)} × in stress.
      </Box>
      <LinkButton
        fontSize="xs"
        onClick={() =>
          store.change(
            `${run.name} removed`,
            (p) =>
              void p.runs.splice(
                p.runs.findIndex((r) => r.id === run.id),
                1,
              ),
          )
        }
      >
        Remove this run
      </LinkButton>
    </>
  )
}

function Outcome({
  run,
  build,
  result,
  onForget,
  onFindAgain,
}: {
  run: Run
  build: TurbineBuild
  result: RunResult | undefined
  onForget: () => void
  onFindAgain: () => void
}) {
  const { rigs } = useProject()
  const rig = rigs.find((r) => r.id === run.rigId)
  const prediction = useRunPrediction(build, run)
  if (!rig) return null
  if (!run.recordingId) return <ImportPanel key={run.id} run={run} rig={rig} />
  // One structure for both, so that a field being typed in keeps the focus while the new result is on its way.
  const reduced = result?.status === 'done' ? result.reduced : result?.status === 'waiting' ? result.previous : null
  if (reduced)
    return (
      <Box aria-busy={result?.status === 'waiting'} opacity={result?.status === 'waiting' ? 0.55 : 1}>
        <RunCharts run={run} reduced={reduced} prediction={prediction} />
      </Box>
    )
  if (!result || result.status !== 'failed')
    return (
      <Box py="10" color="mute" role="status">
        Reducing the recording…
      </Box>
    )
  return (
    <Advice tone="warn" title={result.fault.message}>
      {result.fault.nextStep}{' '}
      {(run.settings.spinUp ?? run.settings.coast) && (
        <LinkButton onClick={onFindAgain}>Find the spans again</LinkButton>
      )}{' '}
      <LinkButton onClick={onForget}>Bring in another file</LinkButton>
    </Advice>
  )
}

function Room({ build }: { build: TurbineBuild }) {
  const store = useStore()
  const router = useRouter()
  const params = useSearchParams()
  const project = useProject()
  const [careful, setCareful] = useState(false)
  const runs = useMemo(() => project.runs.filter((r) => r.buildId === build.id), [project.runs, build.id])
  const results = useReductions(runs)
  const run = runs.find((r) => r.id === params.get('run')) ?? runs[runs.length - 1] ?? null
  const prediction = useRunPrediction(build, run)
  const result = run ? results.get(run.id) : undefined
  const choose = (id: string) => router.replace(`/bench?build=${build.id}&run=${id}`, { scroll: false })
  const startRig = useMemo(() => {
    const { rig, why } = rigFor(project, build)
    return { rig: rig ?? usualRig(), why }
  }, [project, build])
  const begin = (cautions: Acknowledgement, gaugePressurePa: number, rig: Rig) => {
    setCareful(false)
    const id = startRun(store, project, build, rig, gaugePressurePa, cautions)
    if (id) choose(id)
  }
  const forget = () =>
    run &&
    editRun(store, run.id)('recording taken out', (r) => {
      r.recordingId = null
      r.mapping = null
    })
  const measured = result?.status === 'done' ? result.reduced : result?.status === 'waiting' ? result.previous : null
  const recording = run?.recordingId ? project.recordings.find((r) => r.id === run.recordingId) : null
  return (
    <>
      <RoomTitle
        title={run ? run.name : `Bench: ${buildTitle(project, build)}`}
        about={recording ? `${recording.fileName}, ${buildTitle(project, build)}` : build.changed}
      >
        <BuildPicker build={build} path="/bench" />
        {run?.recordingId && <QuietButton onClick={forget}>Another recording</QuietButton>}
        <MainButton onClick={() => setCareful(true)}>New run…</MainButton>
      </RoomTitle>
      {run ? (
        <Sheet
          pictureFirst
          left={
            <>
              <SectionTitle first>Runs of this build</SectionTitle>
              {runs.map((r) => (
                <RunEntry
                  key={r.id}
                  run={r}
                  result={results.get(r.id)}
                  chosen={r.id === run.id}
                  onChoose={() => choose(r.id)}
                />
              ))}
              <RunFields key={run.id} run={run} />
              <RigPanel run={run} build={build} prediction={prediction} />
            </>
          }
          middle={
            <Outcome
              run={run}
              build={build}
              result={result}
              onForget={() => forget()}
              onFindAgain={() => findAgain(store, run.id)}
            />
          }
          right={
            measured ? (
              <MeasuredPanel
                run={run}
                build={build}
                reduced={measured}
                prediction={prediction}
                runs={runs}
                results={results}
              />
            ) : undefined
          }
        />
      ) : (
        <EmptyState title="No run of this build yet">
          A run begins with its rig and its cautions; then a recording of the spin-up and the coasting is brought in.{' '}
          <LinkButton onClick={() => setCareful(true)}>Begin a run</LinkButton>
        </EmptyState>
      )}
      {careful && (
        <CautionsDialog
          build={build}
          rigs={project.rigs.length > 0 ? project.rigs : [startRig.rig]}
          startRig={startRig}
          onDone={begin}
          onClose={() => setCareful(false)}
        />
      )}
    </>
  )
}

/** Runs of a build: taken, reduced and set over the prediction. */
export function BenchRoom() {
  const id = useSearchParams().get('build')
  const router = useRouter()
  const { builds, runs } = useProject()
  const tested = [...builds].reverse().find((b) => runs.some((r) => r.buildId === b.id))
  const build = builds.find((b) => b.id === id) ?? tested ?? builds[builds.length - 1]
  if (!build)
    return (
      <EmptyState title="Nothing to test yet">
        A run belongs to a build. <LinkButton onClick={() => router.push('/')}>Begin with a build</LinkButton>
      </EmptyState>
    )
  if (!isTurbine(build))
    return (
      <>
        <RoomTitle title={`Bench: ${build.name}`} about={build.changed}>
          <BuildPicker build={build} path="/bench" />
        </RoomTitle>
        <EmptyState title="This one is pushed by its jet">
          The bench reads rotors on a flywheel so far; a thrust stand is still to come. Its jet can be weighed on a
          scale in the{' '}
          <LinkButton onClick={() => router.push(`/build?build=${build.id}&station=nozzle&view=weigh`)}>
            nozzle’s workspace
          </LinkButton>
          .
        </EmptyState>
      </>
    )
  return <Room key={build.id} build={build} />
}
