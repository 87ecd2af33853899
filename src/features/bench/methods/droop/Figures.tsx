'use client'
import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { droopLossAt, droopWorkings, type DroopReduction, type DroopWorkingId } from '../../../../core/bench'
import { LIMITS, type Regulator } from '../../../../project/document'
import { regulatorFound } from '../../../../project/measuring'
import { Advice, Figure, QuietButton } from '../../../../ui'
import { LateVersionDialog, LateWorkingDialog, useShown, type Shown } from '../../../shared'
import type { MeasuredProps } from '../contract'

/** What the readings make of the regulator, beside how it is drawn; and a version that computes with it. */
function AsFound({ build, run, measured, regulator }: MeasuredProps & { readonly regulator: Regulator }) {
  const shown = useShown()
  const [branching, setBranching] = useState(false)
  const r = measured.detail as DroopReduction
  const { springRate, friction, sourceEffectDrawn } = regulatorFound(r, regulator)
  const inside = (value: number, [least, most]: readonly [number, number]) => Math.min(most, Math.max(least, value))
  const text = (m: { value: number; standardUncertainty: number }, kind: Parameters<Shown['text']>[1]) =>
    shown.text(m.value, kind, m.standardUncertainty)
  return (
    <>
      <Advice tone="note" title="What the line would compute with">
        Seat and {regulator.kind} as drawn, it acts as a spring of {text(springRate, 'springRate')} (drawn:{' '}
        {shown.text(regulator.springRateNPerM, 'springRate')})
        {friction && (
          <>
            {' '}
            and rubs with {text(friction, 'force')} (stated: {shown.text(regulator.frictionN, 'force')})
          </>
        )}
        .
        {r.sourceEffect && (
          <>
            {' '}
            Of what the source rises by it loses {text(r.sourceEffect, 'share')}; by its areas as drawn it would be{' '}
            {shown.text(sourceEffectDrawn, 'share')}.
          </>
        )}
      </Advice>
      <Flex mt="2">
        <QuietButton onClick={() => setBranching(true)}>A version with this regulator…</QuietButton>
      </Flex>
      {branching && (
        <LateVersionDialog
          parent={build}
          proposed={{
            changed: 'regulator as measured',
            why: `By its droop in ${run.name}.`,
            station: 'line',
            change: (next) => {
              if (!next.line.regulator) return
              next.line.regulator.springRateNPerM = inside(springRate.value, LIMITS.springRateNPerM)
              if (friction) next.line.regulator.frictionN = inside(friction.value, LIMITS.frictionN)
              next.line.regulator.setGaugePressurePa = inside(r.closed.value, LIMITS.supplyGaugePressurePa)
              next.line.regulator.readWhile = 'closed'
            },
          }}
          onClose={() => setBranching(false)}
        />
      )}
    </>
  )
}

export function DroopFigures(props: MeasuredProps) {
  const shown = useShown()
  const [working, setWorking] = useState<DroopWorkingId | null>(null)
  const { measured, predicted, build } = props
  const r = measured.detail as DroopReduction
  const workings = droopWorkings(r)
  const flow = predicted?.figures.find((f) => f.id === 'massFlowKgPerS')?.value ?? r.mostFlowKgPerS
  const loses = droopLossAt(r, flow)
  const beyond = flow > 1.02 * r.mostFlowKgPerS
  return (
    <>
      <Figure
        label="Keeps near closed"
        origin="measured"
        {...shown.parts(r.closed.value, 'gaugePressure', r.closed.standardUncertainty)}
        sub={`with ${shown.text(r.sourceGaugePa, 'gaugePressure')} before it, in the middle of its friction`}
        onOpen={() => setWorking('closed')}
      />
      <Figure
        label="Loses at this machine’s air"
        origin="measured"
        {...shown.parts(loses.value, 'pressureDrop', loses.standardUncertainty)}
        sub={`at ${shown.text(flow, 'massFlow')}${beyond ? ', which is more than was read: carried on' : ''}`}
        onOpen={() => setWorking('droop')}
      />
      {r.sticks && (
        <Figure
          label="Sticks by, each way"
          origin="measured"
          {...shown.parts(r.sticks.value, 'pressureDrop', r.sticks.standardUncertainty)}
          sub="between a flow that has risen and one that has fallen lies twice that"
          onOpen={() => setWorking('sticks')}
        />
      )}
      {build.line.regulator && <AsFound {...props} regulator={build.line.regulator} />}
      {working && workings[working] && (
        <LateWorkingDialog working={workings[working]} onClose={() => setWorking(null)} />
      )}
    </>
  )
}
