'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useCallback, useEffect, useMemo, useState, type ReactNode } from 'react'
import { tinykeys } from 'tinykeys'
import type { ErrorDetail } from '../../core/errors'
import type { StationId, WorkingId } from '../../core/prediction'
import { givenTemperature, predict } from '../../core/prediction'
import { reviewBuild, safePressure } from '../../core/safety'
import type { Working } from '../../core/working'
import {
  atSteadyPressure,
  buildTitle,
  isThrust,
  isTurbine,
  predictionInput,
  type Build,
  type ThrustBuild,
  type TurbineBuild,
} from '../../project/document'
import { useProject } from '../../store'
import { Advice, EmptyState, FieldsLocked, LinkButton, MainButton, QuietButton, RoomTitle } from '../../ui'
import { AirLine, type StationText } from '../air-line'
import { LateVersionDialog, LateWorkingDialog, useSettled, useShown } from '../shared'
import { BodyStation } from './stations/BodyStation'
import { LineStation } from './stations/LineStation'
import { LoadStation } from './stations/LoadStation'
import { NozzleStation } from './stations/NozzleStation'
import { RotorStation } from './stations/RotorStation'
import { ShaftStation } from './stations/ShaftStation'
import { SupplyStation } from './stations/SupplyStation'
import { WayStation } from './stations/WayStation'
import type { AirStationProps } from './stations/station-props'
import { NextStep } from './NextStep'
import { stationTexts, thrustTexts } from './station-texts'
import { useBuildEdit, usePrediction, useThrustPrediction, type AirPredicted } from './use-build'

const TURBINE_STATIONS: readonly StationId[] = ['supply', 'line', 'nozzle', 'rotor', 'shaft', 'load']
const THRUST_STATIONS: readonly StationId[] = ['supply', 'line', 'nozzle', 'body', 'way']
const STATE_WORDS = { fine: 'fine to run', watch: 'watch', 'do not run': 'do not run' } as const
const STATE_TONE = { fine: 'moss', watch: 'copper', 'do not run': 'brick' } as const
type State = keyof typeof STATE_WORDS

/** The highest pressure at which this build's state is no worse than now, worked out after the picture has been drawn. */
function useSafePressure(build: TurbineBuild, gaugePressurePa: number, state: State): number | null | undefined {
  const { ambient } = useProject()
  const late = useSettled(build, 250)
  return useMemo(() => {
    const input = predictionInput(late, ambient)
    const most =
      late.supply.kind === 'compressor' ? late.supply.cutOutGaugePressurePa : Math.max(gaugePressurePa, 800e3)
    const temperatureK = givenTemperature(input.supply, ambient)
    try {
      return safePressure(most, (pressure) => {
        const held = atSteadyPressure(input, Math.max(5e3, pressure), temperatureK)
        const there = reviewBuild(held, predict(held)).state
        return state === 'fine' ? there === 'fine' : there !== 'do not run'
      })
    } catch {
      return undefined
    }
  }, [late, ambient, gaugePressurePa, state])
}

const SafeTo = ({ build, gaugePressurePa, state }: { build: TurbineBuild; gaugePressurePa: number; state: State }) => {
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
  readonly stations: readonly StationId[]
  readonly result:
    { readonly ok: true; readonly predicted: AirPredicted } | { readonly ok: false; readonly error: ErrorDetail }
  readonly texts: readonly StationText[]
  readonly safeTo?: ReactNode
  readonly workspace: (
    station: StationId,
    tools: { locked: boolean; openWorking: (working: WorkingId | Working) => void; branch: () => void },
  ) => ReactNode
}

/** What stands round every build's workspace: title and state, air line, the lock on what was tested, dialogs. */
function Frame({ build, stations, result, texts, safeTo, workspace }: FrameProps) {
  const router = useRouter()
  const params = useSearchParams()
  const station = (stations.find((s) => s === params.get('station')) ?? 'nozzle') as StationId
  const project = useProject()
  const { runs } = project
  const [working, setWorking] = useState<WorkingId | Working | null>(null)
  const [branching, setBranching] = useState(false)
  const [unlocked, setUnlocked] = useState<string | null>(null)
  const locked = runs.some((r) => r.buildId === build.id) && unlocked !== build.id
  const choose = useCallback(
    (id: StationId) => router.replace(`/build?build=${build.id}&station=${id}`, { scroll: false }),
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
      <AirLine chain={result.predicted.chain} texts={texts} chosen={station} onChoose={choose} />
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

/** Supply, line and nozzle, the same for every machine. */
function airWorkspace(station: StationId, props: AirStationProps): ReactNode {
  if (station === 'supply') return <SupplyStation {...props} />
  if (station === 'line') return <LineStation {...props} />
  return <NozzleStation {...props} />
}

function TurbineRoom({ build }: { build: TurbineBuild }) {
  const shown = useShown()
  const result = usePrediction(build)
  const { edit, faultAt } = useBuildEdit(build)
  const texts = useMemo(() => (result.ok ? stationTexts(build, result.predicted, shown) : []), [build, result, shown])
  const state = result.ok ? result.predicted.review.state : 'fine'
  return (
    <Frame
      build={build}
      stations={TURBINE_STATIONS}
      result={result}
      texts={texts}
      safeTo={
        result.ok && <SafeTo build={build} state={state} gaugePressurePa={result.predicted.air.supplyGaugePressurePa} />
      }
      workspace={(station, { locked, ...tools }) => {
        if (!result.ok) return null
        const props = { build, predicted: result.predicted, edit: locked ? tools.branch : edit, faultAt, ...tools }
        if (station === 'rotor') return <RotorStation {...props} />
        if (station === 'shaft') return <ShaftStation {...props} />
        if (station === 'load') return <LoadStation {...props} />
        return airWorkspace(station, { ...props, edit: props.edit as unknown as AirStationProps['edit'] })
      }}
    />
  )
}

function ThrustRoom({ build }: { build: ThrustBuild }) {
  const shown = useShown()
  const result = useThrustPrediction(build)
  const { edit, faultAt } = useBuildEdit(build)
  const texts = useMemo(() => (result.ok ? thrustTexts(build, result.predicted, shown) : []), [build, result, shown])
  return (
    <Frame
      build={build}
      stations={THRUST_STATIONS}
      result={result}
      texts={texts}
      workspace={(station, { locked, ...tools }) => {
        if (!result.ok) return null
        const props = { build, predicted: result.predicted, edit: locked ? tools.branch : edit, faultAt, ...tools }
        if (station === 'body') return <BodyStation {...props} />
        if (station === 'way') return <WayStation {...props} />
        return airWorkspace(station, { ...props, edit: props.edit as unknown as AirStationProps['edit'] })
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
  return isTurbine(build) ? (
    <TurbineRoom key={build.id} build={build} />
  ) : isThrust(build) ? (
    <ThrustRoom key={build.id} build={build} />
  ) : null
}
