'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { FITS_OF } from '../../core/geometry'
import { evaluateDesign, type Design, type SearchConstraints, type SearchGoal } from '../../core/search'
import { formatNumber } from '../../core/units'
import {
  buildTitle,
  isTurbine,
  nextVersion,
  predictionInput,
  setField,
  tunableFields,
  type NumberFieldSpec,
  type TurbineBuild,
} from '../../project/document'
import { buildFit } from '../../project/parts/build-fit'
import { useProject, useStore } from '../../store'
import {
  Advice,
  ChoiceField,
  EmptyState,
  LinkButton,
  MainButton,
  QuietButton,
  RoomTitle,
  SectionTitle,
  Sheet,
  Views,
} from '../../ui'
import { BuildPicker, freshId, useShown } from '../shared'
import {
  CONSTRAINT_WORDS,
  GOAL_WORDS,
  fieldName,
  fieldWords,
  firstRange,
  firstVariables,
  variablesOf,
} from './find-view-model'
import { BuildNow, ChosenDesign } from './ChosenDesign'
import { RangeField } from './RangeField'
import { SweepView } from './SweepView'
import { TradePicture, type Against } from './TradePicture'
import { useSearch } from './use-search'
import { Wanted } from './Wanted'

type Ranges = Readonly<Record<string, readonly [number, number]>>

const COUNTS = [2_000, 10_000, 100_000, 1_000_000] as const

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
  const [axis, setAxis] = useState<Against>('air')
  const [view, setView] = useState<'search' | 'sweep'>('search')
  const search = useSearch()
  const { work, result, chosen, took } = search
  const variables = variablesOf(fields, ranges)
  const run = () =>
    search.run({ base: input, variables, constraints, goal, designs: count, seed: 1, shard: { index: 0, of: 1 } })
  /** The build with a design's values put in. */
  const withDesign = (
    paths: readonly string[],
    design: Design,
    own: Parameters<typeof nextVersion>[1],
  ): TurbineBuild => {
    const made = nextVersion(build, own)
    const plain = build.machine.nozzle.exitDiameterM / build.machine.nozzle.throatDiameterM
    paths.forEach((path, i) => setField(made, path, design.values[i]))
    if (!paths.includes('nozzle.exitDiameterM'))
      made.machine.nozzle.exitDiameterM = made.machine.nozzle.throatDiameterM * plain
    made.machine.nozzle.inletBoreM = Math.max(made.machine.nozzle.inletBoreM, 1.5 * made.machine.nozzle.throatDiameterM)
    return made
  }
  const against = useMemo(() => {
    if (!chosen || !result) return []
    const made = withDesign(result.paths, chosen, {
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
    // eslint-disable-next-line react-hooks/exhaustive-deps -- it follows from these alone
  }, [chosen, result, build, ambient])
  const toBuild = (design: Design) => {
    if (!result) return
    const changed = result.paths
      .map((path, i) => {
        const field = fields.find((f) => f.path === path)
        return field ? `${field.label.toLowerCase()} ${fieldWords(field, design.values[i], shown)}` : ''
      })
      .join(', ')
    const made = withDesign(result.paths, design, {
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
            <SectionTitle>What may change</SectionTitle>
            {fields.map((f) => (
              <RangeField
                key={f.path}
                field={f}
                range={ranges[f.path]}
                value={firstRange(build, f)}
                onRange={(r) =>
                  setRanges((all) =>
                    r ? { ...all, [f.path]: r } : Object.fromEntries(Object.entries(all).filter(([p]) => p !== f.path)),
                  )
                }
              />
            ))}
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
              <>
                <Flex gap="3" align="end" wrap="wrap" mb="3">
                  <Box w="270px">
                    <ChoiceField
                      label="Designs"
                      value={String(count)}
                      choices={COUNTS.map((n) => ({ value: String(n), label: n.toLocaleString('en') }))}
                      onChange={(v) => setCount(Number(v))}
                    />
                  </Box>
                  {work.status === 'running' ? (
                    <>
                      <progress
                        max={1}
                        value={work.share}
                        aria-label="Share of the designs tried"
                        style={{ width: 180, height: 14, accentColor: 'var(--gk-colors-copper)' }}
                      />
                      <Box className="num" fontSize="sm">
                        {Math.round(100 * work.share)} %
                      </Box>
                      <QuietButton onClick={search.cancel}>Cancel</QuietButton>
                    </>
                  ) : (
                    <MainButton disabled={variables.length === 0 || variables.length > 12} onClick={() => void run()}>
                      Search
                    </MainButton>
                  )}
                  {result && (
                    <Box ml="auto">
                      <Views
                        label="Power against"
                        value={axis}
                        views={[
                          { value: 'air', label: 'against air' },
                          { value: 'speed', label: 'against speed' },
                        ]}
                        onChange={setAxis}
                      />
                    </Box>
                  )}
                </Flex>
                {work.status === 'failed' && (
                  <Advice tone="warn" title="Not done">
                    {work.message}
                  </Advice>
                )}
                {variables.length === 0 && (
                  <Advice tone="advice" title="Nothing may change">
                    Tick at least one number on the left.
                  </Advice>
                )}
                {!result && work.status !== 'running' && variables.length > 0 && (
                  <Box color="mute" py="6">
                    {variables.length} {variables.length === 1 ? 'number' : 'numbers'} may change:{' '}
                    {variables
                      .map((v) => fieldName(fields.find((f) => f.path === v.path) as NumberFieldSpec).toLowerCase())
                      .join(', ')}
                    . Each design is worked out whole, on this build’s own supply and line.
                  </Box>
                )}
                {result && result.best.length > 0 && (
                  <TradePicture
                    result={result}
                    here={here}
                    against={axis}
                    chosen={chosen?.number ?? null}
                    onChoose={search.choose}
                  />
                )}
                {result && (
                  <Box fontSize="xs" color="mute" mt="2">
                    {result.tried.toLocaleString('en')} tried in {formatNumber(took / 1000, 2)} s,{' '}
                    {result.possible.toLocaleString('en')} can be built, {result.allowed.toLocaleString('en')} keep what
                    must hold.{' '}
                    {Object.entries(result.broken)
                      .filter(([, n]) => n > 0)
                      .map(
                        ([key, n]) => `${n.toLocaleString('en')} ${CONSTRAINT_WORDS[key as keyof SearchConstraints]}`,
                      )
                      .join(', ')}
                  </Box>
                )}
                {result && result.best.length === 0 && (
                  <Advice tone="warn" title="No design keeps all of it">
                    {result.possible === 0
                      ? 'None of them can be built: the ranges leave no room between the parts.'
                      : 'Loosen what throws out most of them, or widen a range.'}
                  </Advice>
                )}
              </>
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
