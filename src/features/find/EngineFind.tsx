'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import { inRpm } from '../../core/units'
import {
  buildTitle,
  nextVersion,
  shownFields,
  withValues,
  type Build,
  type EngineBuild,
  type EngineConstraints,
  type EngineDesign,
  type EngineGoal,
  type EngineSearchResult,
  type NumberFieldSpec,
} from '../../project/document'
import { useProject, useStore } from '../../store'
import { RoomTitle, Sheet } from '../../ui'
import { BuildPicker, freshId, useShown, type Shown } from '../shared'
import { BROKEN, ChosenEngine, EngineWanted, GOALS } from './EngineDesign'
import { fieldName, fieldWords, firstRange, variablesOf } from './find-view-model'
import { RangeList, type Ranges } from './RangeList'
import { Before, MOST_VARIABLES, Outcome, Running } from './Running'
import { TradePicture, fewOf, type TradePoint } from './TradePicture'
import { useEngineSearch } from './use-search'

/** Each of these turns for hundreds of turns before it is known. */
const COUNTS = [200, 600, 2000, 10_000] as const

/** Numbers that are searched when nothing else is said: what times an engine. */
const FIRST = new Set([
  'machine.ball.pinLengthM',
  'machine.clearanceM3',
  'machine.ports.fromM',
  'machine.valve.admissionLapM',
  'machine.valve.exhaustLapM',
  'machine.valve.leadRad',
  'machine.intake.angleRad',
  'machine.intake.diameterM',
  'machine.outlet.angleRad',
])
/** What is measured or guessed, and what is no shape, is not searched. */
const KEPT_OUT: readonly string[] = ['Losses', 'Body']

const searched = (build: EngineBuild): NumberFieldSpec[] =>
  shownFields(build as unknown as Build).filter(
    (f): f is NumberFieldSpec => f.type === 'number' && !KEPT_OUT.includes(f.group),
  )

function pointOf(d: EngineDesign, onFront: boolean, shown: Shown): TradePoint {
  const f = d.figures
  const [x, y] = [shown.number(f.massFlowKgPerS, 'massFlow'), shown.number(f.shaftPowerW, 'power')]
  return {
    number: d.number,
    x,
    y,
    onFront,
    says: `${shown.text(f.shaftPowerW, 'power')} with ${shown.text(f.massFlowKgPerS, 'massFlow')}`,
    row: [y, x, inRpm(f.speedRadPerS), f.startsShare, f.wallMargin, ...d.values],
  }
}

function pointsOf(result: EngineSearchResult, shown: Shown): TradePoint[] {
  const front = new Set(result.front.map((d) => d.number))
  const all = new Map([...fewOf(result.front), ...result.best].map((d) => [d.number, d]))
  return [...all.values()].map((d) => pointOf(d, front.has(d.number), shown))
}

/** Finding a better engine: a search over any of its numbers. */
export function EngineFind({ build }: { readonly build: EngineBuild }) {
  const shown = useShown()
  const store = useStore()
  const router = useRouter()
  const project = useProject()
  const { ambient } = project
  const fields = useMemo(() => searched(build), [build])
  const [ranges, setRanges] = useState<Ranges>(() =>
    Object.fromEntries(
      fields
        .filter((f) => FIRST.has(f.path))
        .slice(0, 4)
        .map((f) => [f.path, firstRange(build as unknown as Build, f)]),
    ),
  )
  const [goal, setGoal] = useState<EngineGoal>('power')
  const [constraints, setConstraints] = useState<EngineConstraints>({
    leastWallMargin: 4,
    leastShaftPowerW: 0,
    leastStartsShare: 0,
    mostMassFlowKgPerS: 0.05,
  })
  const [count, setCount] = useState<number>(COUNTS[1])
  const { work, result, chosen, took, run, choose, fail, cancel } = useEngineSearch()
  const variables = variablesOf(fields, ranges)
  const points = useMemo(() => (result ? pointsOf(result, shown) : []), [result, shown])
  const [air, power] = [shown.unit('massFlow').label, shown.unit('power').label]
  const own = result?.own?.design.figures ?? null
  const toBuild = (design: EngineDesign) => {
    if (!result) return
    const changed = result.paths
      .map((path, i) => {
        const field = fields.find((f) => f.path === path)
        return field ? `${fieldName(field).toLowerCase()} ${fieldWords(field, design.values[i], shown)}` : ''
      })
      .join(', ')
    const next = nextVersion(build as unknown as Build, {
      id: freshId('build'),
      name: `Design ${design.number}`,
      createdAt: new Date().toISOString(),
      changed: changed.slice(0, 500),
      why: `The best of ${result.tried} designs for ${GOALS[result.goal]}, as searched.`,
    })
    const made = withValues(next as unknown as EngineBuild, result.paths, design.values) as unknown as Build
    const done = store.change(`${made.name} from a search`, (p) => void p.builds.push(made))
    if (done.ok) router.push(`/build?build=${made.id}&station=cylinder`)
    else fail(done.faults[0]?.message ?? 'This design cannot be built.')
  }
  return (
    <>
      <RoomTitle
        title={<>Find: {buildTitle(project, build as unknown as Build)}</>}
        about="move any of its numbers, keep what must hold"
      >
        <BuildPicker build={build as unknown as Build} path="/find" />
      </RoomTitle>
      <Sheet
        left={
          <>
            <EngineWanted goal={goal} onGoal={setGoal} constraints={constraints} onConstraints={setConstraints} />
            <RangeList build={build as unknown as Build} fields={fields} ranges={ranges} onRanges={setRanges} />
          </>
        }
        middle={
          <>
            <Flex gap="3" align="end" wrap="wrap" mb="3">
              <Running
                work={work}
                cancel={cancel}
                ready={variables.length > 0 && variables.length <= MOST_VARIABLES}
                counts={COUNTS}
                count={count}
                onCount={setCount}
                onRun={() =>
                  void run({
                    build,
                    ambient,
                    variables,
                    constraints,
                    goal,
                    designs: count,
                    seed: 1,
                    shard: { index: 0, of: 1 },
                  })
                }
              />
            </Flex>
            <Before
              work={work}
              searched={result !== null}
              names={variables.map((v) =>
                fieldName(fields.find((f) => f.path === v.path) as NumberFieldSpec).toLowerCase(),
              )}
            />
            {result && result.best.length > 0 && (
              <TradePicture
                points={points}
                here={
                  own && {
                    x: shown.number(own.massFlowKgPerS, 'massFlow'),
                    y: shown.number(own.shaftPowerW, 'power'),
                  }
                }
                against="air used"
                xLabel={`air used, ${air}`}
                yLabel={`${power}, predicted`}
                xTick={(v) => v.toPrecision(2)}
                lined
                headers={[
                  `power, ${power}`,
                  `air, ${air}`,
                  'speed, rpm',
                  'starts from',
                  'margin of the wall',
                  ...result.paths,
                ]}
                chosen={chosen?.number ?? null}
                onChoose={(number) => {
                  const design = [...result.front, ...result.best].find((d) => d.number === number)
                  if (design) choose(design)
                }}
              />
            )}
            <Outcome result={result} took={took} words={BROKEN} />
          </>
        }
        right={
          chosen && result ? (
            <ChosenEngine
              build={build}
              chosen={chosen}
              result={result}
              fields={fields}
              onOpen={() => toBuild(chosen)}
            />
          ) : (
            <Box color="mute">
              At the load that it turns, each engine settles anew. The first half of the designs is spread evenly over
              the ranges, the rest is bred from the best of them.
            </Box>
          )
        }
      />
    </>
  )
}
