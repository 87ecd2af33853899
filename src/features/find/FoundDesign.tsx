import { OWN } from '../../core/search'
import { formatNumber, unitOf } from '../../core/units'
import { fieldValue, type Build, type NumberFieldSpec } from '../../project/document'
import { Advice, Figure, SectionTitle } from '../../ui'
import { useShown } from '../shared'
import { fieldName, fieldWords } from './find-view-model'

/** A design of any search: which it is, what is to be known of it, and its numbers beside the build’s own. */
export function FoundDesign({
  build,
  chosen,
  result: { best, own, paths },
  fields,
  better,
  broken,
}: {
  readonly build: Pick<Build, 'machine'>
  readonly chosen: { readonly number: number; readonly values: readonly number[] }
  readonly result: {
    readonly best: readonly { readonly number: number }[]
    readonly own: { readonly broken: readonly string[] } | null
    readonly paths: readonly string[]
  }
  readonly fields: readonly NumberFieldSpec[]
  /** What is said where none is better than the build itself. */
  readonly better: string
  /** What each constraint is called. */
  readonly broken: Readonly<Record<string, string>>
}) {
  const shown = useShown()
  return (
    <>
      <SectionTitle first>
        {chosen.number === OWN ? 'This build, as it stands' : `Design ${chosen.number}`}
      </SectionTitle>
      {best[0]?.number === OWN && (
        <Advice tone="note" title="Yours is better">
          {better} Widen a range, or let another number change.
        </Advice>
      )}
      {own && own.broken.length > 0 && (
        <Advice tone="note" title="This build itself does not keep what must hold">
          {own.broken.map((key) => broken[key]).join(', ')}: it is not among the designs.
        </Advice>
      )}
      {paths.map((path, i) => {
        const field = fields.find((f) => f.path === path)
        if (!field) return null
        const unit = unitOf(field.kind, field.kind === 'length' ? shown.unit('length').id : undefined)
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
    </>
  )
}
