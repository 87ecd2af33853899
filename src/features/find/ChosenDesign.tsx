'use client'
import type { Finding } from '../../core/gates'
import { OWN, type Design, type DesignFigures, type SearchResult } from '../../core/search'
import type { NumberFieldSpec, TurbineBuild } from '../../project/document'
import { Advice, Figure, MainButton, SectionTitle } from '../../ui'
import { FindingList, useShown } from '../shared'
import { CONSTRAINT_WORDS, GOAL_WORDS } from './find-view-model'
import { FoundDesign } from './FoundDesign'

/**
 * A design of a search beside the build as it stands: its numbers, what it gives, what does not fit, and the way to
 * make a version of it.
 */
export function ChosenDesign({
  build,
  chosen,
  result,
  here,
  fields,
  against,
  onOpen,
}: {
  build: TurbineBuild
  chosen: Design
  result: SearchResult
  here: DesignFigures | null
  fields: readonly NumberFieldSpec[]
  against: readonly Finding[]
  onOpen: () => void
}) {
  const shown = useShown()
  return (
    <>
      <FoundDesign
        build={build}
        chosen={chosen}
        result={result}
        fields={fields}
        better={`None of the ${result.tried.toLocaleString('en')} tried, nor what was polished from the best of them, gives more ${GOAL_WORDS[result.goal]} and keeps what must hold.`}
        broken={CONSTRAINT_WORDS}
      />
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
      <MainButton mt="3" disabled={chosen.number === OWN} onClick={onOpen}>
        Open as a version
      </MainButton>
      <Advice tone="note" title="How sure is this?">
        The same estimate as everywhere: differences between designs are surer than their power. Round to what you can
        print, and change one thing at a time on the bench.
      </Advice>
    </>
  )
}

/** What the build that a search begins from gives now. */
export function BuildNow({ build, here }: { build: TurbineBuild; here: DesignFigures | null }) {
  const shown = useShown()
  return (
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
          <Figure label="Margin in stress" origin="predicted" {...shown.parts(here.stressMargin, 'ratio')} unit="×" />
          <Figure label="Thinnest feature" origin="predicted" {...shown.parts(here.thinnestM, 'length')} />
        </>
      )}
    </>
  )
}
