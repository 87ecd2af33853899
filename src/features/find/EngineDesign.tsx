import { OWN } from '../../core/search'
import {
  ENGINE_GOALS,
  type Build,
  type EngineBuild,
  type EngineConstraints,
  type EngineDesign,
  type EngineDesignFigures,
  type EngineGoal,
  type EngineSearchResult,
  type NumberFieldSpec,
} from '../../project/document'
import { Advice, ChoiceField, Figure, MainButton, NumberField, SectionTitle } from '../../ui'
import { useShown } from '../shared'
import { FoundDesign } from './FoundDesign'

export const GOALS: Readonly<Record<EngineGoal, string>> = {
  power: 'shaft power',
  'work-of-air': 'work of the air',
  speed: 'speed at its load',
  starts: 'places to start from',
}

export const BROKEN: Readonly<Record<keyof EngineConstraints, string>> = {
  leastWallMargin: 'too weak',
  leastShaftPowerW: 'too feeble',
  leastStartsShare: 'start from too few places',
  mostMassFlowKgPerS: 'too thirsty',
}

/** What is wanted of the engines that are tried, and what they must keep. */
export function EngineWanted({
  goal,
  onGoal,
  constraints: c,
  onConstraints,
}: {
  readonly goal: EngineGoal
  readonly onGoal: (goal: EngineGoal) => void
  readonly constraints: EngineConstraints
  readonly onConstraints: (next: EngineConstraints) => void
}) {
  return (
    <>
      <SectionTitle first>What is wanted</SectionTitle>
      <ChoiceField
        label="Most of"
        value={goal}
        choices={ENGINE_GOALS.map((g) => ({ value: g, label: GOALS[g] }))}
        onChange={onGoal}
      />
      <SectionTitle>What must hold</SectionTitle>
      <NumberField
        label="Margin of the wall"
        kind="ratio"
        value={c.leastWallMargin}
        limits={[1, 50]}
        onChange={(leastWallMargin) => onConstraints({ ...c, leastWallMargin })}
      />
      <NumberField
        label="Power at least"
        kind="power"
        value={c.leastShaftPowerW}
        limits={[0, 5000]}
        onChange={(leastShaftPowerW) => onConstraints({ ...c, leastShaftPowerW })}
      />
      <NumberField
        label="Starts from"
        kind="share"
        value={c.leastStartsShare}
        limits={[0, 1]}
        note="of the turn, by itself"
        onChange={(leastStartsShare) => onConstraints({ ...c, leastStartsShare })}
      />
      <NumberField
        label="Air at most"
        kind="massFlow"
        value={c.mostMassFlowKgPerS}
        limits={[1e-5, 1]}
        onChange={(mostMassFlowKgPerS) => onConstraints({ ...c, mostMassFlowKgPerS })}
      />
    </>
  )
}

/** Figures of a design, with those of the build as it stands where it is another. */
function DesignFiguresList({ f, here }: { f: EngineDesignFigures; here: EngineDesignFigures | null }) {
  const shown = useShown()
  const rows = [
    ['Shaft power', 'shaftPowerW', 'power'],
    ['Speed', 'speedRadPerS', 'rotation'],
    ['Air', 'massFlowKgPerS', 'massFlow'],
    ['Work of the air', 'workPerAirJPerKg', 'workPerAir'],
    ['Starts by itself', 'startsShare', 'share'],
    ['Margin of the wall', 'wallMargin', 'ratio'],
  ] as const
  return rows.map(([label, key, kind]) => (
    <Figure
      key={key}
      label={label}
      origin="predicted"
      {...shown.parts(f[key], kind)}
      sub={here ? `now ${shown.text(here[key], kind)}` : undefined}
    />
  ))
}

/** A design beside the build as it stands, and the way to make a version of it. */
export function ChosenEngine({
  build,
  chosen,
  result,
  fields,
  onOpen,
}: {
  readonly build: EngineBuild
  readonly chosen: EngineDesign
  readonly result: EngineSearchResult
  readonly fields: readonly NumberFieldSpec[]
  readonly onOpen: () => void
}) {
  const own = chosen.number === OWN
  return (
    <>
      <FoundDesign
        build={build as unknown as Build}
        chosen={chosen}
        result={result}
        fields={fields}
        better={`None of the ${result.tried.toLocaleString('en')} tried gives more ${GOALS[result.goal]} and keeps what must hold.`}
        broken={BROKEN}
      />
      <DesignFiguresList f={chosen.figures} here={own ? null : (result.own?.design.figures ?? null)} />
      <MainButton mt="3" disabled={own} onClick={onOpen}>
        Open as a version
      </MainButton>
      <Advice tone="note" title="How sure is this?">
        The same estimate as everywhere: differences between designs are surer than their power. Every one of them goes
        together as parts. Round to what you can print, and change one thing at a time on the bench.
      </Advice>
    </>
  )
}
