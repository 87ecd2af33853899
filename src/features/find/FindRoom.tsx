'use client'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { FITS_OF } from '../../core/geometry'
import { evaluateDesign, type Design, type SearchConstraints, type SearchGoal } from '../../core/search'
import {
  buildTitle,
  isTurbine,
  nextVersion,
  predictionInput,
  setField,
  tunableFields,
  type EngineBuild,
  type TurbineBuild,
} from '../../project/document'
import { buildFit } from '../../project/parts/build-fit'
import { useProject, useStore } from '../../store'
import { EmptyState, LinkButton, RoomTitle, Sheet, Views } from '../../ui'
import { BuildPicker, freshId, useShown } from '../shared'
import { GOAL_WORDS, fieldWords, firstRange, firstVariables, variablesOf } from './find-view-model'
import { BuildNow, ChosenDesign } from './ChosenDesign'
import { EngineFind } from './EngineFind'
import { RangeList, type Ranges } from './RangeList'
import { SearchView } from './SearchView'
import { SweepView } from './SweepView'
import { useSearch } from './use-search'
import { Wanted } from './Wanted'

/** A build with a design's values put in: a plain hole's exit follows its throat, and the bore stays wide enough. */
function withDesign(
  build: TurbineBuild,
  paths: readonly string[],
  design: Design,
  own: Parameters<typeof nextVersion>[1],
): TurbineBuild {
  const made = nextVersion(build, own)
  const { nozzle } = made.machine
  const ratio = nozzle.exitDiameterM / nozzle.throatDiameterM
  paths.forEach((path, i) => setField(made, path, design.values[i]))
  if (!paths.includes('nozzle.exitDiameterM'))
    made.machine.nozzle.exitDiameterM = made.machine.nozzle.throatDiameterM * ratio
  made.machine.nozzle.inletBoreM = Math.max(made.machine.nozzle.inletBoreM, 1.5 * made.machine.nozzle.throatDiameterM)
  return made
}

function Room({ build }: { build: TurbineBuild }) {
  const shown = useShown()
  const store = useStore()
  const router = useRouter()
  const project = useProject()
  const { ambient } = project
  const fields = useMemo(() => tunableFields(build), [build])
  const input = useMemo(() => predictionInput(build, ambient), [build, ambient])
  const here = useMemo(() => evaluateDesign(input), [input])
  const [ranges, setRanges] = useState<Ranges>(() =>
    Object.fromEntries(
      firstVariables(build).flatMap((path) => {
        const field = fields.find((f) => f.path === path)
        return field ? [[path, firstRange(build, field)]] : []
      }),
    ),
  )
  const [goal, setGoal] = useState<SearchGoal>('power-at-load')
  const [constraints, setConstraints] = useState<SearchConstraints>({
    leastStressMargin: 4,
    mostBearingShare: 1,
    leastFeatureM: FITS_OF[build.making.process].thinnest / 1000,
    bedM: build.making.bedM,
    supplyHolds: true,
  })
  const [count, setCount] = useState<number>(10_000)
  const [view, setView] = useState<'search' | 'sweep'>('search')
  const search = useSearch()
  const { result, chosen } = search
  const variables = variablesOf(fields, ranges)
  const run = () =>
    search.run({ base: input, variables, constraints, goal, designs: count, seed: 1, shard: { index: 0, of: 1 } })
  const against = useMemo(() => {
    if (!chosen || !result) return []
    const made = withDesign(build, result.paths, chosen, {
      id: 'x',
      name: 'x',
      createdAt: '2026-01-01T00:00:00.000Z',
      changed: '',
      why: '',
    })
    return buildFit(made, ambient, {
      massFlowKgPerS: chosen.figures.massFlowKgPerS,
      nozzlePressurePaAbs: chosen.figures.nozzlePressurePaAbs,
    })
  }, [chosen, result, build, ambient])
  const toBuild = (design: Design) => {
    if (!result) return
    const changed = result.paths
      .map((path, i) => {
        const field = fields.find((f) => f.path === path)
        return field ? `${field.label.toLowerCase()} ${fieldWords(field, design.values[i], shown)}` : ''
      })
      .join(', ')
    const made = withDesign(build, result.paths, design, {
      id: freshId('build'),
      name: `Design ${design.number}`,
      createdAt: new Date().toISOString(),
      changed: changed.slice(0, 500),
      why: `The best of ${result.tried} designs for ${GOAL_WORDS[result.goal]}, as searched.`,
    })
    const done = store.change(`${made.name} from a search`, (p) => void p.builds.push(made))
    if (done.ok) router.push(`/build?build=${made.id}&station=rotor`)
    else search.fail(done.faults[0]?.message ?? 'This design cannot be built.')
  }
  return (
    <>
      <RoomTitle title={<>Find: {buildTitle(project, build)}</>} about="move any of its numbers, keep what must hold">
        <BuildPicker build={build} path="/find" />
      </RoomTitle>
      <Sheet
        left={
          <>
            <Wanted goal={goal} onGoal={setGoal} constraints={constraints} onConstraints={setConstraints} />
            <RangeList build={build} fields={fields} ranges={ranges} onRanges={setRanges} />
          </>
        }
        middle={
          <>
            <Views
              label="Ways to find"
              value={view}
              views={[
                { value: 'search', label: 'Search over all of them' },
                { value: 'sweep', label: 'Move one' },
              ]}
              onChange={setView}
            />
            {view === 'sweep' ? (
              <SweepView build={build} input={input} fields={fields} />
            ) : (
              <SearchView
                search={search}
                fields={fields}
                variables={variables}
                count={count}
                onCount={setCount}
                here={here}
                onRun={() => void run()}
              />
            )}
          </>
        }
        right={
          chosen && result ? (
            <ChosenDesign
              build={build}
              chosen={chosen}
              result={result}
              here={here}
              fields={fields}
              against={against}
              onOpen={() => toBuild(chosen)}
            />
          ) : (
            <BuildNow build={build} here={here} />
          )
        }
      />
    </>
  )
}

/** Finding a better design: a search over any of a build's numbers, or one moved alone. */
export function FindRoom() {
  const id = useSearchParams().get('build')
  const router = useRouter()
  const { builds } = useProject()
  const asked = builds.find((b) => b.id === id)
  if (asked && 'wheelInertiaKgM2' in asked.machine)
    return <EngineFind key={asked.id} build={asked as unknown as EngineBuild} />
  const turbines = builds.filter(isTurbine)
  const build = turbines.find((b) => b.id === id) ?? turbines[turbines.length - 1]
  if (!build)
    return (
      <EmptyState title="No turbine to search from">
        A search moves the numbers of a build.{' '}
        <LinkButton onClick={() => router.push('/')}>Begin with a build</LinkButton>
      </EmptyState>
    )
  return <Room key={build.id} build={build} />
}
