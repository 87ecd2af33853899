'use client'
import type { Dispatch, SetStateAction } from 'react'
import { SEARCH_GOALS, type SearchConstraints, type SearchGoal } from '../../core/search'
import { ChoiceField, NumberField, SectionTitle } from '../../ui'
import { useShown } from '../shared'
import { GOAL_WORDS } from './find-view-model'

/** What a search is for, and what its designs must keep. */
export function Wanted({
  goal,
  onGoal,
  constraints,
  onConstraints,
}: {
  goal: SearchGoal
  onGoal: (goal: SearchGoal) => void
  constraints: SearchConstraints
  onConstraints: Dispatch<SetStateAction<SearchConstraints>>
}) {
  const mm = useShown().unit('length').id
  const limit = (key: keyof SearchConstraints, value: number | undefined) =>
    onConstraints((c) => ({ ...c, [key]: value }))
  return (
    <>
      <SectionTitle first>What is wanted</SectionTitle>
      <ChoiceField
        label="Most of"
        value={goal}
        choices={SEARCH_GOALS.map((g) => ({ value: g, label: GOAL_WORDS[g] }))}
        onChange={(v) => onGoal(v as SearchGoal)}
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
        onChange={(v) => onConstraints((c) => ({ ...c, supplyHolds: v === 'holds' }))}
      />
    </>
  )
}
