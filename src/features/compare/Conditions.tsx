'use client'
import { chakra } from '@chakra-ui/react'
import { mean } from '../../core/statistics'
import { type BuildDifference, type Comparison } from '../../project/compare'
import { mainRig } from '../../project/measuring'
import { useProject } from '../../store'
import { useShown, type Shown } from '../shared'
import { SIDES, type Side } from './sides'
import { TONES } from './overlay'

const shownValue = (d: BuildDifference, value: number | string, shown: Shown): string =>
  typeof value === 'string' || d.kind === 'word' || d.kind === 'count' ? String(value) : shown.text(value, d.kind)

/** What stands beside what: conditions first, then what was changed. */
export function Conditions({ sides, comparison }: { sides: readonly [Side, Side]; comparison: Comparison | null }) {
  const shown = useShown()
  const { rigs } = useProject()
  const range = (values: number[], kind: 'gaugePressure' | 'temperature') =>
    values.length === 0 ? '—' : shown.text(mean(values), kind)
  const rigNames = (side: Side) =>
    [...new Set(side.compared.runs.map((r) => mainRig({ rigs }, r.run)?.name ?? '?'))].join(', ') || '—'
  const rows: [string, string, string][] = [
    ['runs', ...(sides.map((s) => (s.waiting ? '…' : String(s.compared.runs.length))) as [string, string])],
    [
      'pressure',
      ...(sides.map((s) =>
        range(
          s.compared.runs.map((r) => r.run.gaugePressurePa),
          'gaugePressure',
        ),
      ) as [string, string]),
    ],
    [
      'room',
      ...(sides.map((s) =>
        range(
          s.compared.runs.map((r) => r.run.ambient.temperatureK),
          'temperature',
        ),
      ) as [string, string]),
    ],
    ['rig', ...(sides.map(rigNames) as [string, string])],
    ...(comparison?.differences ?? []).map((d): [string, string, string] => [
      d.label,
      shownValue(d, d.a, shown),
      shownValue(d, d.b, shown),
    ]),
  ]
  return (
    <chakra.table w="100%" fontSize="xs">
      <caption className="sr-only">Conditions and changes of both builds</caption>
      <thead>
        <tr>
          <td />
          {sides.map((s, i) => (
            <chakra.th
              key={s.build.id + i}
              textAlign="left"
              py="1"
              px="1"
              borderBottomWidth="2px"
              borderColor={TONES[i]}
            >
              {SIDES[i]} {s.name}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([label, a, b], i) => (
          <chakra.tr key={label} borderBottomWidth="1px" fontWeight={i >= 4 ? '600' : '400'}>
            <chakra.th textAlign="left" fontWeight="inherit" color="mute" py="1" pr="2" verticalAlign="top">
              {label}
            </chakra.th>
            <chakra.td px="1" py="1" verticalAlign="top" color={a === b ? 'mute' : 'ink'}>
              {a}
            </chakra.td>
            <chakra.td px="1" py="1" verticalAlign="top" color={a === b ? 'mute' : 'ink'}>
              {b}
            </chakra.td>
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  )
}
