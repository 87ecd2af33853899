import {
  fieldLimits,
  fieldTitle,
  fieldValue,
  setField,
  type Build,
  type MachineFieldSpec,
} from '../../project/document'
import { ChoiceField, NumberField } from '../../ui'
import { useShown } from '../shared'

/** One field of a machine, whatever its kind. */
export function MachineField({
  field,
  build,
  edit,
  faultAt,
}: {
  readonly field: MachineFieldSpec
  readonly build: Pick<Build, 'machine'>
  readonly edit: (label: string, recipe: (draft: unknown) => void, key?: string) => void
  readonly faultAt: (path: string) => string | undefined
}) {
  const shown = useShown()
  const name = fieldTitle(field)
  if (field.type === 'choice') {
    const flat = field.path === 'machine.profile' && fieldValue(build, field.path) === 'flat'
    return (
      <ChoiceField
        label={field.label}
        value={String(fieldValue(build, field.path))}
        choices={field.choices}
        note={flat ? 'paddles take at most half of the jet’s power' : undefined}
        onChange={(v) => edit(name, (b) => setField(b, field.path, v))}
      />
    )
  }
  return (
    <NumberField
      label={field.label}
      kind={field.kind}
      unit={field.kind === 'length' ? shown.unit('length').id : undefined}
      whole={field.whole}
      value={fieldValue(build, field.path) as number}
      limits={fieldLimits(field)}
      fault={faultAt(field.path)}
      note={field.note}
      onChange={(v) => edit(name, (b) => setField(b, field.path, field.whole ? Math.round(v) : v), field.path)}
    />
  )
}
