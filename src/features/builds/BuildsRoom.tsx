'use client'
import { Box, Grid, chakra } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { Suspense, lazy, useMemo, useState } from 'react'
import { predict } from '../../core/prediction'
import { FAMILY_WORDS, isThrust, isTurbine, newBuild, newThrustBuild, predictionInput, type Build, type TurbineBuild } from '../../project/document'
import { useProject, useStore } from '../../store'
import { EmptyState, LinkButton, MainButton, QuietButton, RoomTitle, SectionTitle, TextField, color } from '../../ui'
import { LateVersionDialog, counted, freshId, useReductions, type RunResult } from '../shared'
import { BuildCard } from './BuildCard'
import { CARD } from './CardFrame'
import { ThrustCard } from './ThrustCard'
import { layoutTree, type TreePlace } from './tree-layout'

/** Below the tree, and with it what compares builds: it comes after the first look. */
const WhatTheyTaught = lazy(() => import('./WhatTheyTaught'))
const ChooserDialog = dynamic(() => import('./ChooserDialog'), { ssr: false })

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
        if (parent.row === place.row) return <path key={place.build.id} d={`M${left(parent) + CARD.width} ${y2}H${x2}`} stroke={color('petrol')} strokeWidth="2.5" fill="none" />
        const x1 = left(parent) + CARD.width / 2
        const y1 = top(parent) + CARD.height
        return <path key={place.build.id} d={`M${x1} ${y1}C${x1} ${y2} ${x1 + 40} ${y2} ${x2} ${y2}`} stroke={color('petrol')} strokeWidth="2.5" fill="none" />
      })}
    </svg>
  )
}

/** Greatest power and speed over a family, so that all small curves share their scales. */
function useScales(builds: readonly Build[], results: ReadonlyMap<string, RunResult>): { topW: number; topSpeed: number } {
  const { ambient } = useProject()
  const predicted = useMemo(
    () =>
      builds.filter(isTurbine).map((build) => {
        try {
          const { figures } = predict(predictionInput(build, ambient))
          return [figures.bestPowerW, figures.freeSpeedRadPerS]
        } catch {
          return [0, 0]
        }
      }),
    [builds, ambient],
  )
  const measured = [...results.values()].flatMap((r) => (r.status === 'done' ? [[r.reduced.reduction.peakShaftPower.power.value, r.reduced.reduction.freeSpeed.value]] : []))
  const all = [...predicted, ...measured, [1, 1]]
  return { topW: Math.max(...all.map(([w]) => w)), topSpeed: Math.max(...all.map(([, s]) => s)) }
}

function Family({ machineId }: { machineId: string }) {
  const { builds, runs, ambient } = useProject()
  const own = useMemo(() => builds.filter((b) => b.machineId === machineId), [builds, machineId])
  const ownRuns = useMemo(() => runs.filter((r) => own.some((b) => b.id === r.buildId)), [runs, own])
  const results = useReductions(ownRuns)
  const scales = useScales(own, results)
  const places = useMemo(() => layoutTree(own), [own])
  const width = Math.max(...places.map((p) => left(p) + CARD.width), 0)
  const height = Math.max(...places.map((p) => top(p) + CARD.height), 0) + 6
  const resultsOf = (id: string) => ownRuns.filter((r) => r.buildId === id).flatMap((r) => results.get(r.id) ?? [])
  const peak = (id: string) => Math.max(...resultsOf(id).map((r) => (r.status === 'done' ? r.reduced.reduction.peakShaftPower.power.value : -1)), -1)
  const best = own.reduce<string | null>((found, b) => (peak(b.id) > 0 && (found === null || peak(b.id) > peak(found)) ? b.id : found), null)
  return (
    <>
      <Box overflowX="auto" pb="2" tabIndex={0} role="region" aria-label="Family tree of versions">
        <Box position="relative" w={`${width}px`} h={`${height}px`}>
          <Branches places={places} width={width} height={height} />
          {places.map((place) => (
            <Box key={place.build.id} position="absolute" left={`${left(place)}px`} top={`${top(place)}px`}>
              {isTurbine(place.build) && <BuildCard build={place.build} ambient={ambient} results={resultsOf(place.build.id)} best={place.build.id === best && own.filter((b) => peak(b.id) > 0).length > 1} {...scales} />}
              {isThrust(place.build) && <ThrustCard build={place.build} ambient={ambient} />}
            </Box>
          ))}
        </Box>
      </Box>
      {own.some(isTurbine) && (
        <Suspense>
          <WhatTheyTaught builds={own.filter(isTurbine)} runs={ownRuns} results={results} />
        </Suspense>
      )}
    </>
  )
}

/** All versions of the chosen machine as a family tree. */
export function BuildsRoom() {
  const store = useStore()
  const router = useRouter()
  const { machines, builds, runs } = useProject()
  const [chosen, setChosen] = useState<string | null>(null)
  const [branching, setBranching] = useState(false)
  const [choosing, setChoosing] = useState(false)
  const machine = machines.find((m) => m.id === chosen) ?? machines[0]
  const own = machine ? builds.filter((b) => b.machineId === machine.id) : []
  const addMachine = (kind: 'turbine' | 'jet', fitted?: TurbineBuild) => {
    const id = freshId('machine')
    const own = { id: freshId('build'), machineId: id, name: 'First print', createdAt: new Date().toISOString() }
    const build: Build = kind === 'jet' ? newThrustBuild(own) : { ...(fitted ?? newBuild(own)), ...own }
    const kindName = fitted ? FAMILY_WORDS[fitted.machine.family] : kind === 'jet' ? 'jet glider' : 'air turbine'
    const result = store.change('new machine', (p) => {
      p.machines.push({ id, name: `${kindName[0].toUpperCase()}${kindName.slice(1)} ${machines.length + 1}`, purpose: '' })
      p.builds.push(build)
    })
    if (result.ok) router.push(`/build?build=${build.id}&station=supply`)
  }
  if (!machine)
    return (
      <EmptyState title="Nothing is being made yet">
        Start with a rotor that runs as it is, and change what is yours: <LinkButton onClick={() => addMachine('turbine')}>make the first build</LinkButton>, <LinkButton onClick={() => setChoosing(true)}>compare the kinds of machine</LinkButton>, or begin with one that <LinkButton onClick={() => addMachine('jet')}>its own jet pushes</LinkButton>.
        {choosing && <ChooserDialog onClose={() => setChoosing(false)} onChoose={(fitted) => addMachine('turbine', fitted)} />}
      </EmptyState>
    )
  const index = machines.findIndex((m) => m.id === machine.id)
  const parent = own[own.length - 1]
  return (
    <>
      <RoomTitle title={machine.name} about={`${counted(own.length, 'version')}, ${counted(runs.filter((r) => own.some((b) => b.id === r.buildId)).length, 'run')}`}>
        {parent && <MainButton onClick={() => setBranching(true)}>New version from {parent.name}…</MainButton>}
      </RoomTitle>
      <Grid templateColumns={{ base: 'minmax(0,1fr)', lg: '216px minmax(0,1fr)' }} gap="6" borderTopWidth="1px" pt="3">
        <Box>
          <SectionTitle first>What it has to do</SectionTitle>
          <TextField key={`${machine.id}-name`} label="Name" most={120} value={machine.name} onChange={(v) => v.trim() && store.change('name of the machine', (p) => void (p.machines[index].name = v), `m-name-${machine.id}`)} />
          <TextField key={`${machine.id}-purpose`} label="Purpose" lines={4} value={machine.purpose} placeholder="What it drives, how fast, for how long" onChange={(v) => store.change('purpose', (p) => void (p.machines[index].purpose = v), `m-purpose-${machine.id}`)} />
          <SectionTitle>Machines in this project</SectionTitle>
          {machines.map((m) => (
            <chakra.button key={m.id} type="button" display="block" w="100%" py="2" borderBottomWidth="1px" fontWeight={m.id === machine.id ? '700' : '400'} aria-pressed={m.id === machine.id} onClick={() => setChosen(m.id)}>
              {m.name}
              <Box fontSize="xs" color="mute" fontWeight="400">
                {counted(builds.filter((b) => b.machineId === m.id).length, 'version')}
              </Box>
            </chakra.button>
          ))}
          <QuietButton mt="3" onClick={() => setChoosing(true)}>
            Which kind of machine?
          </QuietButton>
          <QuietButton mt="3" onClick={() => addMachine('turbine')}>
            Another turbine
          </QuietButton>
          <QuietButton mt="3" onClick={() => addMachine('jet')}>
            A jet-pushed body
          </QuietButton>
        </Box>
        <Box minW="0">
          <Family machineId={machine.id} />
        </Box>
      </Grid>
      {choosing && <ChooserDialog onClose={() => setChoosing(false)} onChoose={(fitted) => addMachine('turbine', fitted)} />}
      {branching && parent && <LateVersionDialog parent={parent} onClose={() => setBranching(false)} />}
    </>
  )
}
