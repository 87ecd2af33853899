'use client'
import { Box, Grid, chakra } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { Suspense, lazy, useMemo, useState } from 'react'
import { judgeIn } from '../../project/compare'
import {
  cardFigures,
  kindOf,
  measuredBy,
  removeMachine,
  type Build,
  type CardFigures,
  type Project,
} from '../../project/document'
import { METHOD_IDS, measuredFigure, methodOf } from '../../project/measuring'
import { useProject, useStore } from '../../store'
import { EmptyState, LinkButton, MainButton, QuietButton, RoomTitle, SectionTitle, TextField, color } from '../../ui'
import { LateVersionDialog, counted, useDesignJob, useReductions } from '../shared'
import { Beginning } from './Beginning'
import { BuildCard, scalesOf } from './BuildCard'
import { CARD } from './CardFrame'
import { layoutTree, type TreePlace } from './tree-layout'

/** Below the tree, and with it what compares builds: it comes after the first look. */
const WhatTheyTaught = lazy(() => import('./WhatTheyTaught'))

const GAP = { x: 36, y: 44 } as const

const left = (place: TreePlace) => place.column * (CARD.width + GAP.x)
const top = (place: TreePlace) => 22 + place.row * (CARD.height + GAP.y)

/** Lines from each version to those made from it. */
function Branches({ places, width, height }: { places: readonly TreePlace[]; width: number; height: number }) {
  const at = new Map(places.map((p) => [p.build.id, p]))
  return (
    <svg width={width} height={height} aria-hidden style={{ position: 'absolute', inset: 0, maxWidth: 'none' }}>
      {places.map((place) => {
        const parent = place.build.parentId ? at.get(place.build.parentId) : undefined
        if (!parent) return null
        const y2 = top(place) + 52
        const x2 = left(place)
        if (parent.row === place.row)
          return (
            <path
              key={place.build.id}
              d={`M${left(parent) + CARD.width} ${y2}H${x2}`}
              stroke={color('petrol')}
              strokeWidth="2.5"
              fill="none"
            />
          )
        const x1 = left(parent) + CARD.width / 2
        const y1 = top(parent) + CARD.height
        return (
          <path
            key={place.build.id}
            d={`M${x1} ${y1}C${x1} ${y2} ${x1 + 40} ${y2} ${x2} ${y2}`}
            stroke={color('petrol')}
            strokeWidth="2.5"
            fill="none"
          />
        )
      })}
    </svg>
  )
}

/** What is predicted of each build of a family: at once where that is quick, from a worker where it takes long. */
function usePredictions(builds: readonly Build[]): readonly (CardFigures | null)[] {
  const { ambient } = useProject()
  const slow = useMemo(() => builds.filter((b) => kindOf(b).quick !== undefined), [builds])
  const quick = useMemo(
    () => builds.map((b) => (kindOf(b).quick === undefined ? cardFigures(b, ambient) : null)),
    [builds, ambient],
  )
  const { result, working } = useDesignJob(
    useMemo(() => (slow.length > 0 ? { kind: 'cards' as const, builds: slow, ambient } : null), [slow, ambient]),
  )
  return useMemo(
    () => builds.map((b, i) => quick[i] ?? (working ? null : (result?.[slow.indexOf(b)] ?? null))),
    [builds, quick, result, working, slow],
  )
}

function Family({ machineId }: { machineId: string }) {
  const project = useProject()
  const { builds, runs } = project
  const own = useMemo(() => builds.filter((b) => b.machineId === machineId), [builds, machineId])
  const ownRuns = useMemo(() => runs.filter((r) => own.some((b) => b.id === r.buildId)), [runs, own])
  const results = useReductions(ownRuns)
  const predicted = usePredictions(own)
  const scales = scalesOf(
    predicted,
    [...results.values()].flatMap((r) => (r.status === 'done' ? [r.measured] : [])),
  )
  const places = useMemo(() => layoutTree(own), [own])
  const width = Math.max(...places.map((p) => left(p) + CARD.width), 0)
  const height = Math.max(...places.map((p) => top(p) + CARD.height), 0) + 6
  // a run that cannot be counts for nothing here: the bench says what is wrong with it
  const resultsOf = (id: string) => {
    const build = own.find((b) => b.id === id)
    return ownRuns
      .filter((r) => r.buildId === id)
      .flatMap((r) => {
        const result = results.get(r.id)
        return !result || (result.status === 'done' && build && !judgeIn(project, build, r, result.measured).possible)
          ? []
          : [result]
      })
  }
  const peak = (build: Build) =>
    Math.max(
      ...resultsOf(build.id).map((r) =>
        r.status === 'done' ? (measuredFigure(r.measured, measuredBy(kindOf(build)).id)?.value ?? -1) : -1,
      ),
      -1,
    )
  const best = own.reduce<Build | null>(
    (found, b) => (peak(b) > 0 && (found === null || peak(b) > peak(found)) ? b : found),
    null,
  )
  return (
    <>
      <Box overflowX="auto" pb="2" tabIndex={0} role="region" aria-label="Family tree of versions">
        <Box position="relative" w={`${width}px`} h={`${height}px`}>
          <Branches places={places} width={width} height={height} />
          {places.map((place) => (
            <Box key={place.build.id} position="absolute" left={`${left(place)}px`} top={`${top(place)}px`}>
              <BuildCard
                build={place.build}
                predicted={predicted[own.indexOf(place.build)]}
                results={resultsOf(place.build.id)}
                best={place.build.id === best?.id && own.filter((b) => peak(b) > 0).length > 1}
                {...scales}
              />
            </Box>
          ))}
        </Box>
      </Box>
      {own.some((b) => METHOD_IDS.some((id) => methodOf(id).accepts(b))) && (
        <Suspense>
          <WhatTheyTaught builds={own} runs={ownRuns} results={results} />
        </Suspense>
      )}
    </>
  )
}

/** Takes a machine out with all its versions and their runs; undo brings it back. */
function RemoveMachine({ machineId }: { machineId: string }) {
  const store = useStore()
  const router = useRouter()
  const { machines, builds, runs } = useProject()
  const [sure, setSure] = useState(false)
  const machine = machines.find((m) => m.id === machineId)
  const own = builds.filter((b) => b.machineId === machineId)
  const count = runs.filter((r) => own.some((b) => b.id === r.buildId)).length
  if (!machine) return null
  const remove = () => {
    const result = store.change(`${machine.name} removed`, (p) => removeMachine(p as Project, machineId))
    setSure(false)
    if (result.ok) router.replace('/')
  }
  return sure ? (
    <Box fontSize="xs" mt="3">
      {counted(own.length, 'version')}
      {count > 0 ? ` and ${counted(count, 'run')}` : ''} go with it. Undo brings everything back.{' '}
      <LinkButton onClick={remove}>Remove it</LinkButton>{' '}
      <LinkButton onClick={() => setSure(false)}>Keep it</LinkButton>
    </Box>
  ) : (
    <LinkButton mt="3" fontSize="xs" display="block" onClick={() => setSure(true)}>
      Remove this machine
    </LinkButton>
  )
}

/** All versions of the chosen machine as a family tree; an empty project asks what shall be done. */
export function BuildsRoom() {
  const store = useStore()
  const router = useRouter()
  const params = useSearchParams()
  const { machines, builds, runs } = useProject()
  const [branching, setBranching] = useState(false)
  const [beginning, setBeginning] = useState(false)
  const machine = machines.find((m) => m.id === params.get('machine')) ?? machines[0]
  const own = machine ? builds.filter((b) => b.machineId === machine.id) : []
  const made = (build: Build) => router.push(`/build?build=${build.id}&station=supply`)
  if (!machine || beginning)
    return <Beginning onMade={made} onCancel={machine ? () => setBeginning(false) : undefined} />
  const index = machines.findIndex((m) => m.id === machine.id)
  const parent = own[own.length - 1]
  return (
    <>
      <RoomTitle
        title={machine.name}
        about={`${counted(own.length, 'version')}, ${counted(runs.filter((r) => own.some((b) => b.id === r.buildId)).length, 'run')}`}
      >
        {parent && <MainButton onClick={() => setBranching(true)}>New version from {parent.name}…</MainButton>}
      </RoomTitle>
      <Grid templateColumns={{ base: 'minmax(0,1fr)', lg: '216px minmax(0,1fr)' }} gap="6" borderTopWidth="1px" pt="3">
        <Box>
          <SectionTitle first>What it has to do</SectionTitle>
          <TextField
            key={`${machine.id}-name`}
            label="Name"
            most={120}
            value={machine.name}
            onChange={(v) =>
              v.trim() &&
              store.change('name of the machine', (p) => void (p.machines[index].name = v), `m-name-${machine.id}`)
            }
          />
          <TextField
            key={`${machine.id}-purpose`}
            label="Purpose"
            lines={4}
            value={machine.purpose}
            placeholder="What it drives, how fast, for how long"
            onChange={(v) =>
              store.change('purpose', (p) => void (p.machines[index].purpose = v), `m-purpose-${machine.id}`)
            }
          />
          <SectionTitle>Machines in this project</SectionTitle>
          {machines.map((m) => (
            <chakra.button
              key={m.id}
              type="button"
              display="block"
              w="100%"
              py="2"
              borderBottomWidth="1px"
              fontWeight={m.id === machine.id ? '700' : '400'}
              aria-pressed={m.id === machine.id}
              onClick={() => router.replace(`/?machine=${m.id}`, { scroll: false })}
            >
              {m.name}
              <Box fontSize="xs" color="mute" fontWeight="400">
                {counted(builds.filter((b) => b.machineId === m.id).length, 'version')}
              </Box>
            </chakra.button>
          ))}
          <QuietButton mt="3" onClick={() => setBeginning(true)}>
            Another machine…
          </QuietButton>
          <RemoveMachine key={machine.id} machineId={machine.id} />
        </Box>
        <Box minW="0">
          {own.length > 0 ? (
            <Family machineId={machine.id} />
          ) : (
            <EmptyState within title="No version of it left">
              Undo brings back what was removed; or{' '}
              <LinkButton onClick={() => setBeginning(true)}>begin another machine</LinkButton>.
            </EmptyState>
          )}
        </Box>
      </Grid>
      {branching && parent && <LateVersionDialog parent={parent} onClose={() => setBranching(false)} />}
    </>
  )
}
