import { LIMITS } from './limits'
import type { MachineFieldSpec, NumberFieldSpec } from '../machines/field-spec'
import { FEED_FIELDS } from '../machines/field-spec'
import { SPECS } from '../machines/specs'
import { kindOf } from '../machines/registry'
import type { Family } from '../../core/machines'
import type { Build, TurbineBuild } from '../validation/schema'

/** Fields are named as the core's input has them; a document keeps all of a machine's within the machine. */
const inDocument = (path: string): string[] => {
  const keys = path.split('.')
  return keys[0] === 'machine' ? keys : ['machine', ...keys]
}

/** What a maker sets on each family's machine, in the order of its form. */
export const machineFields = (family: Family): readonly MachineFieldSpec[] => SPECS[family].fields

/** Reads a field of a build by its path. */
export const fieldValue = (build: Pick<Build, 'machine'>, path: string): unknown =>
  inDocument(path).reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], build)

/** Sets a field of a draft by its path; words 'true' and 'false' become what they say. */
export function setField(build: unknown, path: string, value: number | string): void {
  const keys = inDocument(path)
  const last = keys.pop() as string
  const owner = keys.reduce<Record<string, unknown>>(
    (at, key) => at[key] as Record<string, unknown>,
    build as Record<string, unknown>,
  )
  owner[last] = value === 'true' ? true : value === 'false' ? false : value
}

/** The fields that a form shows for a build as it stands: none that mean nothing. */
export const shownFields = (build: Build): readonly MachineFieldSpec[] => kindOf(build).fields(build.machine)

/** All number fields of a build that can be searched over or moved by a printable change. */
export const tunableFields = (build: TurbineBuild): NumberFieldSpec[] =>
  [...FEED_FIELDS, ...shownFields(build)].filter(
    (f): f is NumberFieldSpec =>
      f.type === 'number' &&
      !(
        f.path === 'nozzle.exitDiameterM' &&
        build.machine.nozzle.exitDiameterM <= build.machine.nozzle.throatDiameterM * (1 + 1e-9)
      ),
  )

/** Least and most of a field, SI. */
export const fieldLimits = (field: NumberFieldSpec): readonly [number, number] => LIMITS[field.limit]

/** Names that stand alone, where a form’s label leans on its heading. */
const FIELD_NAMES: Readonly<Record<string, string>> = {
  'machine.bladeHeightM': 'blade height',
  'machine.bladeDepthM': 'blade depth',
  'machine.bladeCount': 'blades',
  'machine.bladeThicknessM': 'blade thickness',
  'machine.profile': 'blade shape',
  'machine.inletAngleRad': 'blade inlet angle',
  'machine.outletAngleRad': 'blade outlet angle',
  'machine.casing.kind': 'casing',
  'machine.casing.clearanceM': 'casing clearance',
  'machine.chordM': 'blade length along the shaft',
  'machine.clearanceM': 'gap',
  'machine.vanes': 'vanes',
  'machine.vaneThicknessM': 'vane thickness',
  'machine.vaneHeightM': 'vane height',
}

/** A field by a name that needs no heading above it. */
export const fieldTitle = (field: MachineFieldSpec): string => FIELD_NAMES[field.path] ?? field.label.toLowerCase()
