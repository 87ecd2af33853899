'use client'
import { Box, chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { OutletForm } from '../../../core/flow'
import { type OutletRow } from '../../../core/prediction'
import { Advice } from '../../../ui'
import { useAirJob, useSettled, useShown } from '../../shared'
import type { ThrustPredicted } from '../../../project/document'

const FORMS: readonly { readonly name: string; readonly form: OutletForm }[] = [
  { name: 'one hole', form: { kind: 'round' } },
  { name: 'two halves', form: { kind: 'divided', parts: 2, webM: 0.6e-3 } },
  { name: 'four quarters', form: { kind: 'divided', parts: 4, webM: 0.6e-3 } },
  { name: 'slot 6 : 1', form: { kind: 'slot', aspect: 6 } },
  { name: 'ring of 7', form: { kind: 'ring', holes: 7, ringRadiusM: 8e-3 } },
]
const AREAS = [0.5, 1, 2]
const AREA_WORDS: Record<number, string> = { 0.5: 'half the area', 1: 'this area', 2: 'twice the area' }

/** Outlets ranked by both metrics; the best of each column is marked in words. */
export function Ranking({ predicted, climb }: { predicted: ThrustPredicted; climb: boolean }) {
  const shown = useShown()
  const input = useSettled(predicted.input, 250)
  const { result, failed } = useAirJob(
    useMemo(() => ({ kind: 'outlets' as const, input, forms: FORMS.map((f) => f.form), areaFactors: AREAS }), [input]),
  )
  if (failed)
    return (
      <Advice tone="warn" title={failed}>
        Check supply and nozzle.
      </Advice>
    )
  if (!result)
    return (
      <Box h="220px" color="mute" role="status">
        Trying fifteen outlets…
      </Box>
    )
  const best = (read: (r: OutletRow) => number) => result.reduce((a, b) => (read(b) > read(a) ? b : a))
  const [longest, strongest, farthest] = [
    best((r) => r.restTimeS ?? 0),
    best((r) => r.impulseNs ?? 0),
    best((r) => r.distanceM),
  ]
  // those that reach the end of their track all get equally far
  const alone = result.filter((r) => r.distanceM >= farthest.distanceM * (1 - 1e-9)).length === 1
  const name = (r: OutletRow) =>
    `${FORMS.find((f) => JSON.stringify(f.form) === JSON.stringify(r.form))?.name ?? r.form.kind}, ${AREA_WORDS[r.areaFactor]}`
  const cell = (text: string, winner: boolean) => (
    <chakra.td
      py="3px"
      px="1"
      textAlign="right"
      className="num"
      fontWeight={winner ? '700' : '500'}
      color={winner ? 'petrol' : undefined}
    >
      {winner ? '★ ' : ''}
      {text}
    </chakra.td>
  )
  return (
    <>
      <chakra.table w="100%" fontSize="xs">
        <caption className="sr-only">
          Outlets compared held still and in motion; a star marks the best of a column
        </caption>
        <thead>
          <chakra.tr borderBottomWidth="1px" color="mute">
            <th style={{ textAlign: 'left' }}>outlet</th>
            <th style={{ textAlign: 'right' }}>push at first</th>
            <th style={{ textAlign: 'right' }}>lasts, held still</th>
            <th style={{ textAlign: 'right' }}>impulse</th>
            <th style={{ textAlign: 'right' }}>{climb ? 'height' : 'way'}</th>
          </chakra.tr>
        </thead>
        <tbody>
          {result.map((r, i) => (
            <chakra.tr key={i} borderBottomWidth="1px">
              <td>{name(r)}</td>
              {cell(shown.text(r.startThrustN, 'force'), false)}
              {cell(
                r.restTimeS === null ? '—' : shown.text(r.restTimeS, 'time'),
                r === longest && r.restTimeS !== null,
              )}
              {cell(
                r.impulseNs === null ? '—' : shown.text(r.impulseNs, 'impulse'),
                r === strongest && r.impulseNs !== null,
              )}
              {cell(r.leaves ? `${r.distanceM.toPrecision(3)} m` : 'stays', r === farthest && alone && r.leaves)}
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
      <Advice
        tone="note"
        title={
          !alone
            ? `Longest: ${name(longest)}. Several get equally far: the way does not tell them apart.`
            : longest === farthest
              ? 'Here the outlet that lasts longest also gets farthest'
              : `Longest: ${name(longest)}. ${climb ? 'Highest' : 'Farthest'}: ${name(farthest)}.`
        }
      >
        Time on the ground and {climb ? 'height' : 'way'} rank outlets differently: a small hole lasts but pushes too
        little. Judge by what you want. The shapes’ own losses are estimates; the areas count for more.
      </Advice>
    </>
  )
}
