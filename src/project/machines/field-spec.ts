import type { QuantityKind } from '../../core/units'
import { BLADE_PROFILES, type LimitName } from '../document/limits'

/**
 * One number of a machine or its feed that a maker sets: what it is called, its kind and limits, and the least change
 * that a printer or drill makes worth trying.
 */
export interface NumberFieldSpec {
  readonly type: 'number'
  /** Within a build, by dots. */
  readonly path: string
  readonly label: string
  readonly kind: QuantityKind
  readonly limit: LimitName
  readonly whole?: boolean
  readonly group: string
  readonly note?: string
  /** The printable change of a sensitivity, SI. */
  readonly change: number
}

export interface ChoiceFieldSpec {
  readonly type: 'choice'
  readonly path: string
  readonly label: string
  readonly group: string
  readonly choices: readonly { readonly value: string; readonly label: string }[]
}

export type MachineFieldSpec = NumberFieldSpec | ChoiceFieldSpec

const deg = Math.PI / 180
const mm = 1e-3

export const numberField = (
  group: string,
  key: string,
  label: string,
  kind: QuantityKind,
  limit: LimitName,
  change: number,
  more: Partial<NumberFieldSpec> = {},
): NumberFieldSpec => ({
  type: 'number',
  path: key.includes('.') ? key : `machine.${key}`,
  label,
  kind,
  limit,
  group,
  change,
  ...more,
})
export const lengthField = (
  group: string,
  key: string,
  label: string,
  limit: LimitName,
  change = 0.1 * mm,
  more: Partial<NumberFieldSpec> = {},
) => numberField(group, key, label, 'length', limit, change, more)
export const angleField = (
  group: string,
  key: string,
  label: string,
  limit: LimitName,
  more: Partial<NumberFieldSpec> = {},
) => numberField(group, key, label, 'angle', limit, deg, more)
export const countField = (
  group: string,
  key: string,
  label: string,
  limit: LimitName,
  more: Partial<NumberFieldSpec> = {},
) => numberField(group, key, label, 'count', limit, 1, { whole: true, ...more })
export const choiceField = (
  group: string,
  key: string,
  label: string,
  choices: ChoiceFieldSpec['choices'],
): ChoiceFieldSpec => ({
  type: 'choice',
  path: `machine.${key}`,
  label,
  group,
  choices,
})

export const PROFILE_WORDS: Readonly<Record<(typeof BLADE_PROFILES)[number], string>> = {
  scoop: 'scoop',
  'c-shape': 'deep C',
  'constant-width': 'constant passage',
  aerofoil: 'rounded nose',
  flat: 'flat paddle',
}
export const profiles = (from: readonly (typeof BLADE_PROFILES)[number][]) =>
  choiceField(
    'Blades',
    'profile',
    'Shape',
    from.map((value) => ({ value, label: PROFILE_WORDS[value] })),
  )

export const casingFields: readonly MachineFieldSpec[] = [
  choiceField('Casing', 'casing.kind', 'Wall', [
    { value: 'open', label: 'open, none near' },
    { value: 'close', label: 'close to the tips' },
  ]),
  lengthField('Casing', 'machine.casing.clearanceM', 'Clearance', 'casingClearanceM'),
]
export const bladeAngles = [
  angleField('Blades', 'inletAngleRad', 'Inlet angle', 'bladeAngleRad'),
  angleField('Blades', 'outletAngleRad', 'Outlet angle', 'bladeAngleRad'),
]
export const bladeThickness = lengthField('Blades', 'bladeThicknessM', 'Thickness', 'bladeThicknessM')
export const bladeCount = countField('Blades', 'bladeCount', 'How many', 'bladeCount')
export const discField = lengthField('Body', 'discThicknessM', 'Disc thickness', 'discThicknessM', 0.5 * mm)
export const hubField = lengthField('Body', 'hubRadiusM', 'Hub radius', 'hubRadiusM', 0.5 * mm, {
  note: 'metal hub with key and screws; no set screw in plastic',
})

export const rimFields: readonly MachineFieldSpec[] = [
  profiles(BLADE_PROFILES),
  bladeCount,
  lengthField('Blades', 'meanRadiusM', 'Mean radius', 'meanRadiusM', 1 * mm),
  lengthField('Blades', 'bladeHeightM', 'Height along the shaft', 'bladeHeightM', 0.5 * mm),
  lengthField('Blades', 'bladeDepthM', 'Depth along the radius', 'bladeDepthM', 0.5 * mm),
  bladeThickness,
  ...bladeAngles,
  ...casingFields,
]
export const rowFields: readonly MachineFieldSpec[] = [
  profiles(['aerofoil', 'constant-width', 'scoop']),
  bladeCount,
  lengthField('Blades', 'meanRadiusM', 'Mean radius', 'meanRadiusM', 1 * mm),
  lengthField('Blades', 'bladeHeightM', 'Height along the radius', 'bladeHeightM', 0.5 * mm),
  lengthField('Blades', 'chordM', 'Length along the shaft', 'chordM', 0.5 * mm),
  bladeThickness,
  ...bladeAngles,
]

/** Feed of any family; what its angle and gap mean is in their labels. */
export const FEED_FIELDS: readonly NumberFieldSpec[] = [
  lengthField('Feed', 'nozzle.throatDiameterM', 'Throat', 'throatDiameterM', 0.1 * mm),
  lengthField('Feed', 'nozzle.exitDiameterM', 'Nozzle exit', 'exitDiameterM', 0.1 * mm),
  countField('Feed', 'nozzle.count', 'Nozzles', 'nozzleCount'),
  angleField('Feed', 'nozzle.angleRad', 'Nozzle angle', 'nozzleAngleRad'),
  lengthField('Feed', 'nozzle.gapM', 'Nozzle gap', 'nozzleGapM', 0.5 * mm),
]
