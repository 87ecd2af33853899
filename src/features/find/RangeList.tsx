import { type Dispatch, type SetStateAction } from 'react'
import type { Build, NumberFieldSpec } from '../../project/document'
import { SectionTitle } from '../../ui'
import { firstRange } from './find-view-model'
import { RangeField } from './RangeField'

/** Ranges of the numbers that a search moves, by their path. */
export type Ranges = Readonly<Record<string, readonly [number, number]>>

/** Every number that a search could move: in or out, and its range. */
export function RangeList({
  build,
  fields,
  ranges,
  onRanges,
}: {
  readonly build: Pick<Build, 'machine'>
  readonly fields: readonly NumberFieldSpec[]
  readonly ranges: Ranges
  readonly onRanges: Dispatch<SetStateAction<Ranges>>
}) {
  return (
    <>
      <SectionTitle>What may change</SectionTitle>
      {fields.map((f) => (
        <RangeField
          key={f.path}
          field={f}
          range={ranges[f.path]}
          value={firstRange(build, f)}
          onRange={(r) =>
            onRanges((all) =>
              r ? { ...all, [f.path]: r } : Object.fromEntries(Object.entries(all).filter(([p]) => p !== f.path)),
            )
          }
        />
      ))}
    </>
  )
}
