import { shownFields, type Build } from '../../../project/document'
import { SectionTitle } from '../../../ui'
import { MachineField } from '../MachineField'
import { BallChoices } from './BallChoices'
import type { EngineStationProps } from './engine-props'

/** What is set inside the cylinder or round the rotor, in the order of its form. */
export const CHAMBER_GROUPS = [
  'Cylinder',
  'Rotor and housing',
  'Ball and pin',
  'Exhaust ports',
  'Valve',
  'Intake',
  'Outlet',
  'Transfer tube',
  'Inlet',
  'Body',
] as const

/** Fields of some groups of an engine’s form, each under its heading. */
export function EngineFields({
  groups,
  build,
  edit,
  faultAt,
}: Pick<EngineStationProps, 'build' | 'edit' | 'faultAt'> & { readonly groups: readonly string[] }) {
  const fields = shownFields(build as Build)
  const there = groups.filter((group) => fields.some((f) => f.group === group))
  return (
    <>
      {there.map((group, i) => (
        <div key={group}>
          <SectionTitle first={i === 0}>{group}</SectionTitle>
          {fields
            .filter((f) => f.group === group)
            .map((field) => (
              <MachineField key={field.path} field={field} build={build} edit={edit as never} faultAt={faultAt} />
            ))}
          {group === 'Ball and pin' && <BallChoices build={build} edit={edit} />}
        </div>
      ))}
    </>
  )
}
