'use client'
import { Box } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { predictionOfRun } from '../../project/compare'
import {
  buildTitle,
  kindOf,
  measuredBy,
  type Acknowledgement,
  type Build,
  type MachinePredicted,
  type Measurement,
  type Rig,
  type Run,
} from '../../project/document'
import { mainMeasurement, methodOf, type MeasuredRun } from '../../project/measuring'
import { useProject, useStore } from '../../store'
import { Advice, EmptyState, LinkButton, MainButton, QuietButton, RoomTitle, SectionTitle, Sheet } from '../../ui'
import { CautionsDialog } from '../safety'
import { BuildPicker, useMeasurements, useReductions, type RunResult } from '../shared'
import { HandList } from './hand/HandList'
import { ImportPanel } from './ImportPanel'
import { MeasuredPanel } from './MeasuredPanel'
import { RigPanel } from './RigPanel'
import { Measurements, RunEntry, RunFields } from './RunPanel'
import { methodView } from './methods/registry'
import { Plans } from './plan/Plans'
import { spreadOf } from './plan/spread'
import { editMeasurement, findAgain, rigFor, startRun, suitingRigs } from './run-edits'

const EveryReading = dynamic(() => import('./trace/EveryReading'), { ssr: false })
const LateColumnsDialog = dynamic(() => import('./ColumnsDialog'), { ssr: false })
const PlanDialog = dynamic(() => import('./plan/PlanDialog'), { ssr: false })

/** What came of a measurement: how to bring a recording in, its pictures, or why there are none. */
function Outcome({
  run,
  measurement,
  build,
  result,
  predicted,
  onForget,
}: {
  run: Run
  measurement: Measurement
  build: Build
  result: RunResult | undefined
  predicted: MachinePredicted | null
  onForget: () => void
}) {
  const store = useStore()
  const { rigs } = useProject()
  const [looking, setLooking] = useState(false)
  const [isMapping, setMapping] = useState(false)
  const rig = rigs.find((r) => r.id === measurement.rigId)
  const { Charts } = methodView(measurement.method)
  if (!rig) return null
  if (!measurement.recordingId)
    return <ImportPanel key={measurement.id} run={run} measurement={measurement} rig={rig} />
  const mapping = measurement.mapping?.kind === 'table' ? measurement.mapping : null
  const columns = isMapping && mapping && (
    <LateColumnsDialog
      run={run}
      measurement={measurement}
      mapping={mapping}
      rig={rig}
      onClose={() => setMapping(false)}
    />
  )
  // One structure for both, so that a field being typed in keeps the focus while the new result is on its way.
  const measured = measuredOf(result)
  if (measured)
    return (
      <Box aria-busy={result?.status === 'waiting'} opacity={result?.status === 'waiting' ? 0.55 : 1}>
        <Charts run={run} measurement={measurement} build={build} measured={measured} predicted={predicted} />
        {mapping && (
          <Box mt="3">
            <LinkButton fontSize="xs" mr="4" onClick={() => setMapping(true)}>
              Which column is what…
            </LinkButton>
            <LinkButton fontSize="xs" aria-expanded={looking} onClick={() => setLooking(!looking)}>
              {looking ? 'Put the readings away' : 'Every reading as it was recorded…'}
            </LinkButton>
            {looking && <EveryReading key={measurement.recordingId} measurement={measurement} measured={measured} />}
          </Box>
        )}
        {columns}
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
      {methodOf(measurement.method).byHand(measurement) && (
        <LinkButton onClick={() => findAgain(store, run.id, measurement.id)}>Find the spans again</LinkButton>
      )}{' '}
      {mapping && <LinkButton onClick={() => setMapping(true)}>Which column is what…</LinkButton>}{' '}
      <LinkButton onClick={onForget}>Bring in another file</LinkButton>
      {columns}
    </Advice>
  )
}

/** The newest result, or the last one while a newer is on its way. */
const measuredOf = (result: RunResult | undefined): MeasuredRun | null =>
  result?.status === 'done' ? result.measured : result?.status === 'waiting' ? result.previous : null

function Room({ build }: { build: Build }) {
  const store = useStore()
  const router = useRouter()
  const params = useSearchParams()
  const project = useProject()
  const [careful, setCareful] = useState(false)
  const [planning, setPlanning] = useState(false)
  const runs = useMemo(() => project.runs.filter((r) => r.buildId === build.id), [project.runs, build.id])
  const results = useReductions(runs)
  const run = runs.find((r) => r.id === params.get('run')) ?? runs[runs.length - 1] ?? null
  const measurement = run ? (run.measurements.find((m) => m.id === params.get('m')) ?? mainMeasurement(run)) : null
  const ofRun = useMeasurements(run, measurement?.id ?? null)
  const predicted = useMemo(() => (run ? predictionOfRun(build, run) : null), [build, run])
  const result = measurement ? ofRun.get(measurement.id) : undefined
  const choose = (id: string, m?: string) =>
    router.replace(`/bench?build=${build.id}&run=${id}${m ? `&m=${m}` : ''}`, { scroll: false })
  const suiting = useMemo(() => suitingRigs(project.rigs, build), [project.rigs, build])
  const startRig = useMemo(() => {
    const { rig, why } = rigFor({ ...project, rigs: project.rigs.filter((r) => suiting.includes(r)) }, build)
    return { rig: rig ?? suiting[0], why }
  }, [project, suiting, build])
  const begin = (cautions: Acknowledgement, gaugePressurePa: number, rig: Rig) => {
    setCareful(false)
    const id = startRun(store, project, build, rig, gaugePressurePa, cautions)
    if (id) choose(id)
  }
  const forget = () =>
    run &&
    measurement &&
    editMeasurement(
      store,
      run.id,
      measurement.id,
    )('recording taken out', (m) => {
      m.recordingId = null
      m.mapping = null
    })
  const measured = measuredOf(result)
  const recording = measurement?.recordingId ? project.recordings.find((r) => r.id === measurement.recordingId) : null
  return (
    <>
      <RoomTitle
        title={run ? run.name : `Bench: ${buildTitle(project, build)}`}
        about={recording ? `${recording.fileName}, ${buildTitle(project, build)}` : build.changed}
      >
        <BuildPicker build={build} path="/bench" />
        {measurement?.recordingId && <QuietButton onClick={forget}>Another recording</QuietButton>}
        <QuietButton onClick={() => setPlanning(true)}>Plan runs…</QuietButton>
        <MainButton onClick={() => setCareful(true)}>New run…</MainButton>
      </RoomTitle>
      {run && measurement ? (
        <Sheet
          pictureFirst
          left={
            <>
              <SectionTitle first>Runs of this build</SectionTitle>
              {runs.map((r) => (
                <RunEntry
                  key={r.id}
                  run={r}
                  judgedBy={measuredBy(kindOf(build)).id}
                  result={results.get(r.id)}
                  chosen={r.id === run.id}
                  onChoose={() => choose(r.id)}
                />
              ))}
              <Plans build={build} />
              <HandList build={build} />
              <RunFields key={run.id} run={run} predicted={predicted} />
              <Measurements run={run} chosen={measurement} suiting={suiting} onChoose={(m) => choose(run.id, m)} />
              <RigPanel run={run} measurement={measurement} build={build} predicted={predicted} />
            </>
          }
          middle={
            <Outcome
              run={run}
              measurement={measurement}
              build={build}
              result={result}
              predicted={predicted}
              onForget={() => forget()}
            />
          }
          right={
            measured ? (
              <MeasuredPanel
                run={run}
                measurement={measurement}
                build={build}
                measured={measured}
                predicted={predicted}
                runs={runs}
                results={results}
                ofRun={ofRun}
              />
            ) : undefined
          }
        />
      ) : (
        <EmptyState title="No run of this build yet">
          A run begins with its rig and its cautions; then a recording of {methodOf(startRig.rig.kind).asks} is brought
          in. <LinkButton onClick={() => setCareful(true)}>Begin a run</LinkButton>, or{' '}
          <LinkButton onClick={() => setPlanning(true)}>plan several</LinkButton> from low pressure to high.
          <Plans build={build} />
          <HandList build={build} />
        </EmptyState>
      )}
      {planning && startRig.rig && (
        <PlanDialog
          build={build}
          rigs={suiting}
          startRig={startRig.rig}
          spread={spreadOf(runs, results, measuredBy(kindOf(build)).id)}
          onClose={() => setPlanning(false)}
        />
      )}
      {careful && (
        <CautionsDialog
          build={build}
          rigs={suiting}
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
  return <Room key={build.id} build={build} />
}
