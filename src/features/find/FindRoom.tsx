'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useEffect, useMemo, useRef, useState } from 'react'
import { FITS_OF } from '../../core/geometry'
import {
  evaluateDesign,
  OWN,
  SEARCH_GOALS,
  type Design,
  type SearchConstraints,
  type SearchGoal,
  type SearchResult,
} from '../../core/search'
import { formatNumber, unitOf } from '../../core/units'
import {
  buildTitle,
  fieldLimits,
  fieldValue,
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
import { JobError, runSearchPool } from '../../workers'
import {
  Advice,
  ChoiceField,
  EmptyState,
  Figure,
  LinkButton,
  MainButton,
  NumberField,
  QuietButton,
  RoomTitle,
  SectionTitle,
  Sheet,
  Views,
} from '../../ui'
import { FindingList, BuildPicker, freshId, useShown } from '../shared'
import {
  CONSTRAINT_WORDS,
  GOAL_WORDS,
  fieldName,
  fieldWords,
  firstRange,
  firstVariables,
  variablesOf,
} from './find-view-model'
import { SweepView } from './SweepView'
import { TradePicture, type Against } from './TradePicture'

type Ranges = Readonly<Record<string, readonly [number, number]>>

/** One number of the search: in or out, and its range. */
function RangeField({
  field,
  range,
  onRange,
  value,
}: {
  field: NumberFieldSpec
  range: readonly [number, number] | undefined
  onRange: (range: readonly [number, number] | null) => void
  value: readonly [number, number]
}) {
  const shown = useShown()
  const unit = field.kind === 'length' ? shown.unit('length').id : undefined
  return (
    <Box borderBottomWidth="1px" py="1">
      <label>
        <input
          type="checkbox"
          checked={range !== undefined}
          onChange={(e) => onRange(e.target.checked ? value : null)}
          style={{ accentColor: 'var(--gk-colors-petrol)', marginRight: 8 }}
        />
        {fieldName(field)}
      </label>
      {range && (
        <Box pl="5">
          <NumberField
            label="from"
            kind={field.kind}
            unit={unit}
            whole={field.whole}
            value={range[0]}
            limits={fieldLimits(field)}
            onChange={(v) => onRange([v, range[1]])}
          />
          <NumberField
            label="to"
            kind={field.kind}
            unit={unit}
            whole={field.whole}
            value={range[1]}
            limits={fieldLimits(field)}
            onChange={(v) => onRange([range[0], v])}
          />
        </Box>
      )}
    </Box>
  )
}

const COUNTS = [2_000, 10_000, 100_000, 1_000_000] as const

/** What is being done, and how far it is. */
type Work =
  | { readonly status: 'idle' }
  | { readonly status: 'running'; readonly share: number }
  | { readonly status: 'failed'; readonly message: string }

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
  const [work, setWork] = useState<Work>({ status: 'idle' })
  const [result, setResult] = useState<SearchResult | null>(null)
  const [chosen, setChosen] = useState<Design | null>(null)
  const [took, setTook] = useState(0)
  const cancel = useRef<AbortController | null>(null)
  const picked = useRef(false)
  useEffect(() => () => cancel.current?.abort(), [])
  const variables = variablesOf(fields, ranges)
  const run = async () => {
    cancel.current?.abort()
    const own = new AbortController()
    cancel.current = own
    setWork({ status: 'running', share: 0 })
    const started = performance.now()
    const show = (found: SearchResult) => {
      setTook(performance.now() - started)
      setResult(found)
      // what was picked while the picture grows stays
      if (!picked.current) setChosen(found.best[0] ?? null)
    }
    picked.current = false
    try {
      const found = await runSearchPool(
        { base: input, variables, constraints, goal, designs: count, seed: 1, shard: { index: 0, of: 1 } },
        { signal: own.signal, progress: (share) => setWork({ status: 'running', share }), soFar: show },
      )
      show(found)
      setWork({ status: 'idle' })
    } catch (error) {
      if (error instanceof JobError && error.fault.code === 'CANCELLED') setWork({ status: 'idle' })
      else
        setWork({
          status: 'failed',
          message: error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error),
        })
    }
  }
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
    else setWork({ status: 'failed', message: done.faults[0]?.message ?? 'This design cannot be built.' })
  }
  const limit = (key: keyof SearchConstraints, value: number | undefined) =>
    setConstraints((c) => ({ ...c, [key]: value }))
  const mm = shown.unit('length').id
  return (
    <>
      <RoomTitle title={<>Find: {buildTitle(project, build)}</>} about="move any of its numbers, keep what must hold">
        <BuildPicker build={build} path="/find" />
      </RoomTitle>
      <Sheet
        left={
          <>
            <SectionTitle first>What is wanted</SectionTitle>
            <ChoiceField
              label="Most of"
              value={goal}
              choices={SEARCH_GOALS.map((g) => ({ value: g, label: GOAL_WORDS[g] }))}
              onChange={(v) => setGoal(v as SearchGoal)}
            />
            <SectionTitle>What must hold</SectionTitle>
            <NumberField
              label="Margin in stress"
              kind="ratio"
              value={constraints.leastStressMargin ?? 1}
              limits={[1, 20]}
              note="at free speed; 4 is twice in speed"
              onChange={(v) => limit('leastStressMargin', v)}
            />
            <NumberField
              label="Of the bearing’s limit"
              kind="share"
              value={constraints.mostBearingShare ?? 1}
              limits={[0.1, 3]}
              onChange={(v) => limit('mostBearingShare', v)}
            />
            <NumberField
              label="Thinnest feature"
              kind="length"
              unit={mm}
              value={constraints.leastFeatureM ?? 0}
              limits={[0, 5e-3]}
              note="wall, gap or hole that must be printed"
              onChange={(v) => limit('leastFeatureM', v)}
            />
            <NumberField
              label="Printer’s bed"
              kind="length"
              unit={mm}
              value={constraints.bedM ?? 1}
              limits={[0.03, 4]}
              onChange={(v) => limit('bedM', v)}
            />
            <NumberField
              label="Air at most"
              kind="massFlow"
              value={constraints.mostMassFlowKgPerS ?? 0.05}
              limits={[1e-5, 1]}
              onChange={(v) => limit('mostMassFlowKgPerS', v)}
            />
            <ChoiceField
              label="Supply"
              value={constraints.supplyHolds ? 'holds' : 'any'}
              choices={[
                { value: 'holds', label: 'must hold its setting' },
                { value: 'any', label: 'may sag' },
              ]}
              onChange={(v) => setConstraints((c) => ({ ...c, supplyHolds: v === 'holds' }))}
            />
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
                      <QuietButton onClick={() => cancel.current?.abort()}>Cancel</QuietButton>
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
                    onChoose={(design) => {
                      picked.current = true
                      setChosen(design)
                    }}
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
            <>
              <SectionTitle first>
                {chosen.number === OWN ? 'This build, as it stands' : `Design ${chosen.number}`}
              </SectionTitle>
              {result.best[0]?.number === OWN && (
                <Advice tone="note" title="Yours is better">
                  None of the {result.tried.toLocaleString('en')} tried, nor what was polished from the best of them,
                  gives more {GOAL_WORDS[result.goal]} and keeps what must hold. Widen a range, or let another number
                  change.
                </Advice>
              )}
              {result.own && result.own.broken.length > 0 && (
                <Advice tone="note" title="This build itself does not keep what must hold">
                  {result.own.broken.map((key) => CONSTRAINT_WORDS[key]).join(', ')}: it is not among the designs.
                </Advice>
              )}
              {result.paths.map((path, i) => {
                const field = fields.find((f) => f.path === path)
                if (!field) return null
                const unit = unitOf(field.kind, field.kind === 'length' ? mm : undefined)
                const n = chosen.values[i] / unit.si
                return (
                  <Figure
                    key={path}
                    label={fieldName(field)}
                    origin="plain"
                    value={field.whole ? String(Math.round(n)) : formatNumber(n)}
                    unit={unit.label}
                    sub={`now ${fieldWords(field, fieldValue(build, path) as number, shown)}`}
                  />
                )
              })}
              <Figure
                label="At the load"
                origin="predicted"
                {...shown.parts(chosen.figures.powerAtLoadW, 'power')}
                sub={here ? `now ${shown.text(here.powerAtLoadW, 'power')}` : undefined}
              />
              <Figure
                label="Best power"
                origin="predicted"
                {...shown.parts(chosen.figures.bestPowerW, 'power')}
                sub={`at ${shown.text(chosen.figures.bestSpeedRadPerS, 'rotation')}`}
              />
              <Figure
                label="Air"
                origin="predicted"
                {...shown.parts(chosen.figures.massFlowKgPerS, 'massFlow')}
                sub={here ? `now ${shown.text(here.massFlowKgPerS, 'massFlow')}` : undefined}
              />
              <Figure
                label="Margin in stress"
                origin="predicted"
                {...shown.parts(chosen.figures.stressMargin, 'ratio')}
                unit="×"
              />
              <FindingList findings={against} />
              <MainButton mt="3" disabled={chosen.number === OWN} onClick={() => toBuild(chosen)}>
                Open as a version
              </MainButton>
              <Advice tone="note" title="How sure is this?">
                The same estimate as everywhere: differences between designs are surer than their power. Round to what
                you can print, and change one thing at a time on the bench.
              </Advice>
            </>
          ) : (
            <>
              <SectionTitle first>This build now</SectionTitle>
              {here && (
                <>
                  <Figure
                    label="At the load"
                    origin="predicted"
                    {...shown.parts(here.powerAtLoadW, 'power')}
                    sub={shown.text(build.machine.load.speedRadPerS, 'rotation')}
                  />
                  <Figure
                    label="Best power"
                    origin="predicted"
                    {...shown.parts(here.bestPowerW, 'power')}
                    sub={`at ${shown.text(here.bestSpeedRadPerS, 'rotation')}`}
                  />
                  <Figure label="Air" origin="predicted" {...shown.parts(here.massFlowKgPerS, 'massFlow')} />
                  <Figure
                    label="Margin in stress"
                    origin="predicted"
                    {...shown.parts(here.stressMargin, 'ratio')}
                    unit="×"
                  />
                  <Figure label="Thinnest feature" origin="predicted" {...shown.parts(here.thinnestM, 'length')} />
                </>
              )}
            </>
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
