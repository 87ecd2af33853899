'use client'
import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { coastWorkings, dragAt, type CoastReduction, type CoastWorkingId } from '../../../../core/bench'
import { formatNumber } from '../../../../core/units'
import type { CoastRig } from '../../../../project/document'
import { coastTargets } from '../../../../project/measuring'
import { useProject } from '../../../../store'
import { Advice, Figure, QuietButton } from '../../../../ui'
import { LateVersionDialog, LateWorkingDialog, useShown } from '../../../shared'
import type { MeasuredProps } from '../contract'
import { foreseenDrag } from './charts'

/** What the coasting tells of the build better than its drawing does, and a version that computes with it. */
function AsFound({ build, run, measured, rig }: MeasuredProps & { readonly rig: CoastRig }) {
  const shown = useShown()
  const [branching, setBranching] = useState(false)
  const r = measured.detail as CoastReduction
  if (rig.flywheel)
    return (
      <Advice tone="note" title="Drag of machine and flywheel together">
        The flywheel’s bearings and its air are in it. Let the rotor coast alone to learn what its own bearings take.
      </Advice>
    )
  const targets = coastTargets(build, rig, r)
  const within = targets.filter((t) => !t.beyond)
  if (targets.length === 0) return null
  return (
    <>
      <Advice tone={within.length < targets.length ? 'warn' : 'note'} title="What the build would compute with">
        {targets.map((t) => {
          const text = (m: { value: number; standardUncertainty: number }) =>
            t.id === 'bearing'
              ? `${formatNumber(m.value, 3)} ± ${formatNumber(m.standardUncertainty, 2)}`
              : shown.text(m.value, 'inertia', m.standardUncertainty)
          return (
            <span key={t.id}>
              {t.id === 'bearing' ? 'Its bearings drag ' : 'All that turns has '}
              {text(t.found)}
              {t.id === 'bearing' ? ' times what is usual of their class' : ''}
              {t.stated ? ` (build: ${text(t.stated)})` : ''}
              {t.beyond ? ', which no bearing of it does: look for what rubs, and at the counts a turn' : ''}.{' '}
            </span>
          )
        })}
      </Advice>
      {within.length > 0 && (
        <Flex mt="2">
          <QuietButton onClick={() => setBranching(true)}>
            {within.some((t) => t.id === 'bearing') ? 'A version with these bearings…' : 'A version with this inertia…'}
          </QuietButton>
        </Flex>
      )}
      {branching && (
        <LateVersionDialog
          parent={build}
          proposed={{
            changed: within.some((t) => t.id === 'bearing') ? 'bearings as measured' : 'inertia as measured',
            why: `By its coasting in ${run.name}.`,
            station: 'load',
            change: (next) => within.forEach((t) => t.write(next)),
          }}
          onClose={() => setBranching(false)}
        />
      )}
    </>
  )
}

/** Drag, the power that it takes, and what is left of it towards rest. */
export function CoastFigures(props: MeasuredProps) {
  const shown = useShown()
  const { rigs } = useProject()
  const [working, setWorking] = useState<CoastWorkingId | null>(null)
  const { measured, measurement, predicted } = props
  const r = measured.detail as CoastReduction
  const rig = rigs.find((own): own is CoastRig => own.kind === 'coast' && own.id === measurement.rigId)
  const foreseen = foreseenDrag(predicted)
  const near = foreseen.find(({ w }) => w >= r.topRadPerS) ?? null
  return (
    <>
      <Figure
        label="Drag at its highest speed"
        origin="measured"
        {...shown.parts(r.topDrag.value, 'torque', r.topDrag.standardUncertainty)}
        sub={`at ${shown.text(r.topRadPerS, 'rotation')}`}
        onOpen={() => setWorking('topDrag')}
      />
      <Figure
        label="It takes"
        origin="measured"
        {...shown.parts(r.topPower.value, 'power', r.topPower.standardUncertainty)}
        sub={`at half that speed ${shown.text((dragAt(r.law, r.topRadPerS / 2) * r.topRadPerS) / 2, 'power')}`}
        onOpen={() => setWorking('topPower')}
      />
      <Figure
        label="Drag towards rest"
        origin="measured"
        {...shown.parts(r.restDrag.value, 'torque', r.restDrag.standardUncertainty)}
        sub="what does not grow with speed"
        onOpen={() => setWorking('restDrag')}
      />
      {r.coasts.some((c) => c.braked) && (
        <Figure
          label="Inertia of all that turns"
          origin="measured"
          {...shown.parts(r.inertia.value, 'inertia', r.inertia.standardUncertainty)}
          sub={`drawing and rig: ${shown.text(r.stated.value, 'inertia', r.stated.standardUncertainty)}`}
          onOpen={() => setWorking('inertia')}
        />
      )}
      {near && (
        <Figure
          label="Predicted there, air on"
          origin="predicted"
          {...shown.parts(near.dragNm, 'torque')}
          sub="with the air on the blades stir less of it"
        />
      )}
      {rig && <AsFound {...props} rig={rig} />}
      {working && <LateWorkingDialog working={coastWorkings(r)[working]} onClose={() => setWorking(null)} />}
    </>
  )
}
