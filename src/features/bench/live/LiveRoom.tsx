'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { LIMITS, buildTitle, kindOf, type Build, type Measurement, type Rig, type Run } from '../../../project/document'
import { liveOf } from '../../../project/measuring'
import { stopPressure, stopSpeed } from '../../../project/planning'
import { useProject, useStore } from '../../../store'
import {
  Advice,
  EmptyState,
  LinkButton,
  MainButton,
  NumberField,
  QuietButton,
  RoomTitle,
  SectionTitle,
  Views,
  download,
} from '../../../ui'
import { takeIn, useShown } from '../../shared'
import { MarkButtons } from '../plan/MarkButtons'
import { STOPPED_BY } from '../plan/words'
import { useStopSound } from './alarm'
import { ByHand } from './ByHand'
import { LiveFigures } from './LiveFigures'
import { Setup } from './Setup'
import { Strips } from './Strips'
import { useRecorder, type LiveLook } from './use-recorder'
import { pressureWords, stopWords } from './words'

const WINDOWS = [
  { value: '10', label: '10 s' },
  { value: '60', label: '1 min' },
  { value: 'all', label: 'all of it' },
] as const

const clock = (s: number) => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`
const size = (bytes: number) => (bytes < 1e6 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`)

/** What comes in, in one line. */
function StateLine({ look }: { look: LiveLook }) {
  const { link, nowS, device, breaks, readings, badLines, bytes, problem, heard } = look
  const words = {
    connecting: 'connecting…',
    recording: heard ? 'recording' : 'connected, nothing yet',
    lost: 'link lost, trying again…',
    stopped: 'stopped',
    failed: 'no link',
  }[link.phase]
  return (
    <Flex gap="5" rowGap="1" wrap="wrap" fontSize="sm" align="baseline" role="status" aria-live="off">
      <Box fontWeight="700" color={link.phase === 'recording' ? 'petrol' : link.phase === 'stopped' ? 'ink' : 'brick'}>
        {link.phase === 'recording' ? '● ' : '○ '}
        {words}
      </Box>
      <span className="num">{clock(nowS)}</span>
      <Box color="mute">{device}</Box>
      <Box color="mute">
        <span className="num" data-testid="readings">
          {readings}
        </span>{' '}
        readings
      </Box>
      <Box color={problem ? 'brick' : 'mute'}>{problem ? `not stored: ${problem}` : `${size(bytes)} stored`}</Box>
      {badLines > 0 && <Box color="copper">{badLines} lines not understood</Box>}
      {breaks > 0 && (
        <Box color="copper">
          {breaks} {breaks === 1 ? 'break' : 'breaks'}
        </Box>
      )}
    </Flex>
  )
}

function Recording({ run, measurement, rig, build }: { run: Run; measurement: Measurement; rig: Rig; build: Build }) {
  const store = useStore()
  const router = useRouter()
  const shown = useShown()
  const project = useProject()
  const predicted = useMemo(() => kindOf(build).predict(build, { ambient: run.ambient }), [build, run.ambient])
  const usual = useMemo(() => stopSpeed(predicted, rig, build), [predicted, rig, build])
  const step = project.plans.find((p) => p.id === run.planned?.planId)?.steps.find((s) => s.id === run.planned?.stepId)
  const turns = kindOf(build).turning !== undefined && liveOf(rig)?.readsSpeed === true
  const [limit, setLimit] = useState(step?.stopAtRadPerS ?? usual?.speedRadPerS ?? null)
  const usualPressure = useMemo(() => stopPressure(build, rig, run.gaugePressurePa), [build, rig, run.gaugePressurePa])
  const [limitPa, setLimitPa] = useState(usualPressure.gaugePressurePa)
  const [sounds, setSounds] = useState(true)
  const [windowS, setWindow] = useState<(typeof WINDOWS)[number]['value']>('60')
  const [ended, setEnded] = useState<number | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const stopAt = useMemo(
    () => ({ speedRadPerS: turns ? limit : null, gaugePressurePa: limitPa }),
    [turns, limit, limitPa],
  )
  const live = useRecorder({ run, measurement, rig, build, stopAt })
  const { session, look, why } = live
  const sound = useStopSound(why !== null && sounds)
  const freeSpeed = predicted.figures.find((f) => f.id === 'freeSpeedRadPerS')?.value ?? null
  const back = `/bench?build=${build.id}&run=${run.id}&m=${measurement.id}`
  const end = async () => {
    try {
      setEnded(await live.stop())
    } catch (error) {
      setFault((error as Error).message)
    }
  }
  const take = async () => {
    if (!session || ended === null) return
    const { recordingId, fileName, recorder } = session
    const wrong = await takeIn(store, {
      recordingId,
      fileName,
      runId: run.id,
      measurementId: measurement.id,
      byteLength: ended,
      mapping: recorder.mapping,
    })
    if (wrong) setFault(wrong)
    else router.push(back)
  }
  const asFile = async () => {
    const bytes = session && (await store.recordingBytes(session.recordingId))
    if (bytes) download(session.fileName, bytes as BlobPart, 'application/x-ndjson')
  }
  const stopFields = (
    <>
      <SectionTitle first>When to stop</SectionTitle>
      {turns && (
        <NumberField
          label="Speed above"
          kind="rotation"
          unit={shown.unit('rotation').id}
          value={limit ?? 0}
          limits={LIMITS.speedRadPerS}
          note={
            step?.stopAtRadPerS
              ? 'as planned'
              : usual
                ? `${STOPPED_BY[usual.by]}; a speed of your own if you know better`
                : 'no margin is predicted: set one'
          }
          onChange={setLimit}
        />
      )}
      <NumberField
        label="Pressure above"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        suffix="gauge"
        value={limitPa}
        limits={LIMITS.ratedGaugePressurePa}
        note={pressureWords(usualPressure, shown)}
        onChange={setLimitPa}
      />
      <chakra.label display="flex" gap="2" mt="2" fontSize="sm" alignItems="center">
        <chakra.input
          type="checkbox"
          checked={sounds}
          onChange={(e) => setSounds(e.target.checked)}
          accentColor="var(--gk-colors-pipe)"
        />
        Sound as well as colour
        <LinkButton fontSize="xs" onClick={() => sound.once()}>
          hear it
        </LinkButton>
      </chakra.label>
      {turns && (
        <Box fontSize="xs" color="mute" mt="2">
          It also stops you when readings end while it turns, as when a patch flies off.
        </Box>
      )}
    </>
  )
  const failed = look?.link.phase === 'failed' ? look.link : null
  const words = why && stopWords(why, shown)
  return (
    <>
      <RoomTitle title={`${run.name}, recording`} about={buildTitle(project, build)}>
        {session && ended === null && !failed && (
          <MainButton h="40px" px="5" fontSize="lg" bg="brick" color="sheet" onClick={() => void end()}>
            Stop recording
          </MainButton>
        )}
        {session && ended !== null && (
          <>
            <QuietButton onClick={() => void asFile()}>Save as a file</QuietButton>
            <QuietButton onClick={() => void live.letGo().then(() => setEnded(null))}>Throw it away</QuietButton>
            <MainButton onClick={() => void take()}>Take it into the run</MainButton>
          </>
        )}
        {(!session || failed) && <QuietButton onClick={() => router.push(back)}>Back to the run</QuietButton>}
      </RoomTitle>
      {fault && (
        <Advice tone="warn" title="Not taken into the run">
          {fault} The readings are stored; they are offered again when the project is opened.
        </Advice>
      )}
      {!session || failed ? (
        <>
          {failed && (
            <Advice tone="warn" title={failed.why}>
              {failed.next} <LinkButton onClick={() => void live.letGo()}>Choose again</LinkButton>
            </Advice>
          )}
          {!session && (
            <Setup
              run={run}
              rig={rig}
              build={build}
              predicted={predicted}
              stopFields={stopFields}
              onBegin={(device) => {
                sound.wake()
                setEnded(null)
                live.begin(device)
              }}
            />
          )}
        </>
      ) : (
        <Box bg="sheet" borderTopWidth="1px" p="4">
          {words && (
            <Flex
              role="alert"
              bg="brick"
              color="sheet"
              p="4"
              mb="4"
              gap="6"
              align="center"
              wrap="wrap"
              data-testid="stop"
              className="live-stop"
            >
              <Box flex="1" minW="260px">
                <div className="live-stop-title">{words.title}</div>
                <Box fontSize="lg">{words.text}</Box>
              </Box>
              <chakra.button
                type="button"
                borderWidth="2px"
                borderColor="sheet"
                px="4"
                h="44px"
                fontWeight="700"
                onClick={live.takeBack}
              >
                It is shut
              </chakra.button>
            </Flex>
          )}
          {look && <StateLine look={look} />}
          {look?.link.phase === 'lost' && (
            <Advice tone="warn" title={look.link.why}>
              {look.link.next}
            </Advice>
          )}
          <Box my="4">
            <LiveFigures figures={look?.figures ?? []} />
          </Box>
          {look && look.link.phase !== 'stopped' && (
            <ByHand byHand={look.byHand} onPlace={(role, value) => session.recorder.place(role, value)} />
          )}
          <Box mb="4">
            <MarkButtons runId={run.id} />
          </Box>
          <Views label="How much of the trace" value={windowS} views={WINDOWS} onChange={setWindow} small />
          {look && (
            <Strips
              strips={look.strips}
              windowS={windowS === 'all' ? null : Number(windowS)}
              stopAt={stopAt}
              predicted={freeSpeed}
            />
          )}
        </Box>
      )}
    </>
  )
}

/** A run recorded from a device as it goes. */
export function LiveRoom() {
  const params = useSearchParams()
  const router = useRouter()
  const { runs, rigs, builds } = useProject()
  const run = runs.find((r) => r.id === params.get('run'))
  const measurement = run?.measurements.find((m) => m.id === params.get('m')) ?? run?.measurements[0]
  const rig = rigs.find((r) => r.id === measurement?.rigId)
  const build = builds.find((b) => b.id === run?.buildId)
  if (!run || !measurement || !rig || !build)
    return (
      <EmptyState title="No run to record">
        A recording belongs to a run, which begins with its cautions.{' '}
        <LinkButton onClick={() => router.push('/bench')}>To the bench</LinkButton>
      </EmptyState>
    )
  if (!liveOf(rig))
    return (
      <EmptyState title={`${rig.name} is not recorded from a device`}>
        Its recordings are files.{' '}
        <LinkButton onClick={() => router.push(`/bench?build=${build.id}&run=${run.id}`)}>To the run</LinkButton>
      </EmptyState>
    )
  return <Recording key={measurement.id} run={run} measurement={measurement} rig={rig} build={build} />
}
