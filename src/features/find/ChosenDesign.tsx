'use client'
import type { Finding } from '../../core/gates'
import { OWN, type Design, type DesignFigures, type SearchResult } from '../../core/search'
import { formatNumber, unitOf } from '../../core/units'
import { fieldValue, type NumberFieldSpec, type TurbineBuild } from '../../project/document'
import { Advice, Figure, MainButton, SectionTitle } from '../../ui'
import { FindingList, useShown } from '../shared'
import { CONSTRAINT_WORDS, GOAL_WORDS, fieldName, fieldWords } from './find-view-model'

/** A design of a search beside the build as it stands: its numbers, what it gives, what does not fit, and the way to make a version of it. */
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
  const mm = shown.unit('length').id
  return (
    <>
      <SectionTitle first>
        {chosen.number === OWN ? 'This build, as it stands' : `Design ${chosen.number}`}
      </SectionTitle>
      {result.best[0]?.number === OWN && (
        <Advice tone="note" title="Yours is better">
          None of the {result.tried.toLocaleString('en')} tried, nor what was polished from the best of them, gives more{' '}
          {GOAL_WORDS[result.goal]} and keeps what must hold. Widen a range, or let another number change.
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
