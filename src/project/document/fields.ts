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
  'machine.ball.ballDiameterM': 'ball',
  'machine.ball.pinDiameterM': 'pin thickness',
  'machine.ball.seatDiameterM': 'seat',
  'machine.ball.motion.forceN': 'force of the ball’s spring',
  'machine.ball.motion.stiffnessNPerM': 'rate of the ball’s spring',
  'machine.ports.fromM': 'ports open from',
  'machine.ports.heightM': 'height of the ports',
  'machine.ports.widthM': 'width of the ports',
  'machine.valve.eccentricityM': 'travel of the valve',
  'machine.valve.leadRad': 'lead of the valve',
  'machine.valve.admissionLapM': 'inlet lap',
  'machine.valve.exhaustLapM': 'exhaust lap',
  'machine.valve.portWidthM': 'width of the ports',
  'machine.valve.portHeightM': 'height of the ports',
  'machine.inlet.boreDiameterM': 'inlet bore',
  'machine.inlet.manifoldVolumeM3': 'room behind the inlet',
  'machine.seal.areaM2': 'seal rubs by pressure',
  'machine.eccentricityM': 'eccentricity',
  'machine.intake.angleRad': 'place of the intake',
  'machine.intake.diameterM': 'intake',
  'machine.intake.coverRadiusM': 'intake from the shaft',
  'machine.outlet.angleRad': 'place of the outlet',
  'machine.outlet.diameterM': 'outlet',
  'machine.outlet.coverRadiusM': 'outlet from the shaft',
  'machine.tube.boreDiameterM': 'bore of the tube',
  'machine.tube.lengthM': 'length of the tube',
}

/** A field by a name that needs no heading above it. */
export const fieldTitle = (field: MachineFieldSpec): string => FIELD_NAMES[field.path] ?? field.label.toLowerCase()
