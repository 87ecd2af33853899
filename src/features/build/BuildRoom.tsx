'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useCallback, useEffect, useMemo, useState, type ReactNode } from 'react'
import { tinykeys } from 'tinykeys'
import type { Working } from '../../core/working'
import { buildTitle, type Build } from '../../project/document'
import { useProject } from '../../store'
import { Advice, EmptyState, FieldsLocked, LinkButton, MainButton, QuietButton, RoomTitle } from '../../ui'
import { AirLine, type StationText } from '../air-line'
import { LateVersionDialog, LateWorkingDialog, useDesignJob, useSettled, useShown } from '../shared'
import { LineStation } from './stations/LineStation'
import { SupplyStation } from './stations/SupplyStation'
import { stationTexts } from './air-texts'
import type { MachineView } from './machines/contract'
import { viewOf } from './machines/registry'
import { NextStep } from './NextStep'
import { gaugeOf, useBuildEdit, usePrediction, type Outcome } from './use-build'

/** What the stations of every build are left for. */
const TOWARDS: Readonly<Record<string, string>> = {
  supply: 'where the air comes from',
  line: 'what it loses on its way',
}
const STATE_WORDS = { fine: 'fine to run', watch: 'watch', 'do not run': 'do not run' } as const
const STATE_TONE = { fine: 'moss', watch: 'copper', 'do not run': 'brick' } as const
type State = keyof typeof STATE_WORDS

/**
 * The highest pressure at which this build's state is no worse than now, worked out off the page's thread after the
 * picture has been drawn.
 */
function useSafePressure(build: Build, gaugePressurePa: number, state: State): number | null | undefined {
  const project = useProject()
  const { ambient } = project
  const gauge = gaugeOf(project, build)
  const late = useSettled(build, 250)
  const request = useMemo(() => {
    const most =
      late.supply.kind === 'compressor' ? late.supply.cutOutGaugePressurePa : Math.max(gaugePressurePa, 800e3)
    return { kind: 'safe-pressure' as const, build: late, ambient, gauge, mostGaugePa: most, state }
  }, [late, ambient, gauge, gaugePressurePa, state])
  return useDesignJob(request).result
}

const SafeTo = ({ build, gaugePressurePa, state }: { build: Build; gaugePressurePa: number; state: State }) => {
  const shown = useShown()
  const most = useSafePressure(build, gaugePressurePa, state)
  if (!most || state === 'do not run') return null
  // what the regulator lets through until the tank has fallen to what the pump keeps up
  const atFirst =
    build.supply.kind === 'compressor'
      ? Math.min(build.supply.cutOutGaugePressurePa, build.line.regulator?.setGaugePressurePa ?? Infinity)
      : 0
  return (
    <>
      {' '}
      {state === 'fine' ? 'to' : '· never beyond'} {shown.text(most, 'gaugePressure')}
      {atFirst > 1.005 * most && <>; a full tank gives {shown.text(atFirst, 'gaugePressure')} at first</>}
    </>
  )
}

function StateMark({ state, children }: { state: State; children?: ReactNode }) {
  return (
    <Flex align="center" gap="2" color={STATE_TONE[state]} fontWeight="600" data-testid="state">
      <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden>
        {state === 'fine' && <circle cx="7" cy="7" r="5.5" fill="none" stroke="currentColor" strokeWidth="2" />}
        {state === 'watch' && <path d="M7 1.5L13 12.5H1Z" fill="none" stroke="currentColor" strokeWidth="2" />}
        {state === 'do not run' && <path d="M2 2L12 12M12 2L2 12" stroke="currentColor" strokeWidth="2.4" />}
      </svg>
      <span>
        {STATE_WORDS[state]}
        {children}
      </span>
    </Flex>
  )
}

interface FrameProps {
  readonly build: Build
  readonly view: MachineView
  readonly result: Outcome
  readonly texts: readonly StationText[]
  readonly safeTo?: ReactNode
  readonly workspace: (
    station: string,
    tools: { locked: boolean; openWorking: (working: string | Working) => void; branch: () => void },
  ) => ReactNode
}

/** What stands round every build's workspace: title and state, air line, the lock on what was tested, dialogs. */
function Frame({ build, view, result, texts, safeTo, workspace }: FrameProps) {
  const stations = useMemo(() => ['supply', 'line', ...view.stations.map((s) => s.id)], [view])
  const router = useRouter()
  const params = useSearchParams()
  const station = stations.find((s) => s === params.get('station')) ?? stations[2]
  const project = useProject()
  const { runs } = project
  const [working, setWorking] = useState<string | Working | null>(null)
  const [branching, setBranching] = useState(false)
  const [unlocked, setUnlocked] = useState<string | null>(null)
  const locked = runs.some((r) => r.buildId === build.id) && unlocked !== build.id
  const choose = useCallback(
    (id: string) => router.replace(`/build?build=${build.id}&station=${id}`, { scroll: false }),
    [router, build.id],
  )
  const branch = useCallback(() => setBranching(true), [])
  useEffect(() => {
    const keys = Object.fromEntries(
      stations.map((id, i) => [
        String(i + 1),
        (event: KeyboardEvent) => {
          if (!(event.target as HTMLElement).closest('input, textarea, select, [role=dialog]')) choose(id)
        },
      ]),
    )
    return tinykeys(window, keys)
  }, [choose, stations])
  const title = (
    <RoomTitle title={buildTitle(project, build)} about={build.changed}>
      {result.ok && <StateMark state={result.predicted.review.state}>{safeTo}</StateMark>}
      <QuietButton onClick={branch}>New version…</QuietButton>
    </RoomTitle>
  )
  if (!result.ok)
    return (
      <>
        {title}
        <Advice tone="warn" title={result.error.message}>
          {result.error.nextStep} <LinkButton onClick={() => router.push('/')}>Back to the builds</LinkButton>
        </Advice>
      </>
    )
  const opened = working === null ? null : typeof working === 'string' ? result.predicted.working(working) : working
  return (
    <>
      {title}
      <AirLine
        chain={result.predicted.chain}
        texts={texts}
        left={view.left}
        losses={view.losses}
        chosen={station}
        onChoose={choose}
      />
      {locked && (
        <Flex bg="sheet" borderTopWidth="1px" px="4" py="2" gap="3" align="baseline" wrap="wrap" fontSize="sm">
          <Box flex="1">
            <b>Tested as it stands.</b> Its runs belong to these figures, so they are kept.
          </Box>
          <MainButton h="26px" onClick={branch}>
            Change it as a new version
          </MainButton>
          <LinkButton onClick={() => setUnlocked(build.id)}>Correct the record</LinkButton>
        </Flex>
      )}
      <FieldsLocked.Provider value={locked}>
        <Box role="tabpanel" aria-label={`${texts.find((t) => t.id === station)?.name} workspace`}>
          {workspace(station, { locked, openWorking: setWorking, branch })}
        </Box>
      </FieldsLocked.Provider>
      <NextStep
        build={build}
        stations={stations}
        towards={(id) => TOWARDS[id] ?? view.stations.find((s) => s.id === id)?.towards ?? ''}
        station={station}
        name={(id) => texts.find((t) => t.id === id)?.name ?? id}
        onChoose={choose}
        onBranch={branch}
      />
      {opened && <LateWorkingDialog working={opened} onClose={() => setWorking(null)} />}
      {branching && <LateVersionDialog parent={build} onClose={() => setBranching(false)} />}
    </>
  )
}

/** A build's air line and workspaces: supply and line of any machine, then the stations of its kind. */
function Room({ build }: { build: Build }) {
  const shown = useShown()
  const result = usePrediction(build)
  const { edit, faultAt } = useBuildEdit(build)
  const view = viewOf(build)
  const texts = useMemo(() => (result.ok ? stationTexts(build, result.predicted, shown) : []), [build, result, shown])
  return (
    <Frame
      build={build}
      view={view}
      result={result}
      texts={texts}
      safeTo={
        result.ok &&
        view.safeTo && (
          <SafeTo
            build={build}
            state={result.predicted.review.state}
            gaugePressurePa={result.predicted.air.supplyGaugePressurePa}
          />
        )
      }
      workspace={(station, { locked, ...tools }) => {
        if (!result.ok) return null
        const props = { build, predicted: result.predicted, edit: locked ? tools.branch : edit, faultAt, ...tools }
        if (station === 'supply') return <SupplyStation {...props} />
        if (station === 'line') return <LineStation {...props} />
        const own = view.stations.find((s) => s.id === station)
        return own ? <own.Workspace {...props} /> : null
      }}
    />
  )
}

/** One build: the air line over it, the chosen station's workspace below. */
export function BuildRoom() {
  const id = useSearchParams().get('build')
  const { builds } = useProject()
  const router = useRouter()
  const build = builds.find((b) => b.id === id) ?? (id === null ? builds[builds.length - 1] : undefined)
  if (!build)
    return (
      <EmptyState title="That build is not in this project">
        It may have been removed, or the address belongs to another project.{' '}
        <LinkButton onClick={() => router.push('/')}>See all builds</LinkButton>
      </EmptyState>
    )
  return <Room key={build.id} build={build} />
}
