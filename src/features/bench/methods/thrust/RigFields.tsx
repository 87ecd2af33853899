'use client'
import { LIMITS, type ThrustBuild } from '../../../../project/document'
import { Advice, NumberField } from '../../../../ui'
import { useShown } from '../../../shared'
import type { RigFieldsProps } from '../contract'
import { StandPicture } from './StandPicture'

/** A cell of a few kilograms is fine for pushes down to this share of it. Common practice, no source. */
const LEAST_OF_CELL = 0.02

/** The load cell of a thrust stand, and how its span is found. */
export function ThrustRigFields({ rig, build, edit, predicted }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'thrust') return null
  const push = predicted?.figures.find((f) => f.id === 'thrust')
  return (
    <>
      {build.machine.family === 'thrust-body' && (
        <StandPicture build={build as ThrustBuild} pushN={push?.value ?? null} shown={shown} />
      )}
      <NumberField
        label="Cell reads, times"
        kind="ratio"
        value={rig.scaleFactor}
        limits={LIMITS.scaleFactor}
        note="true over shown; known weights tell it: measured by hand, above, “a scale, by weights”"
        onChange={(v) => edit('scale factor', (r) => void (r.kind === 'thrust' && (r.scaleFactor = v)), 'factor')}
      />
      <NumberField
        label="Span known to ±"
        kind="share"
        value={rig.spanRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        note="one standard uncertainty; it is common to every run on this stand"
        onChange={(v) =>
          edit('span of the cell', (r) => void (r.kind === 'thrust' && (r.spanRelativeUncertainty = v)), 'span')
        }
      />
      <Advice tone="note" title="Find the span before the run">
        Hang known weights on the stand by a thread along the push
        {push ? `, up to ${shown.text(1.5 * push.value, 'force')}` : ''}, on and off again, and write down what it
        shows: measured by hand, that gives both numbers here. Zero and drift need no care: they are read from the quiet
        parts, which must be in the recording.
      </Advice>
      {push && (
        <Advice tone="note" title="A cell that suits">
          Up to {shown.text(3 * push.value, 'force')}, since a stand rings to nearly twice the push; one above{' '}
          {shown.text(push.value / LEAST_OF_CELL, 'force')} is too coarse. Let the hose hang slack and across the push:
          it is a spring.
        </Advice>
      )}
    </>
  )
}
