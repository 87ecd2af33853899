import type { QuantityKind } from '../../core/units'
import type { Build, TurbineBuild } from '../validation/schema'
import { BLADE_PROFILES, LIMITS, type LimitName } from './limits'
import type { Family } from '../../core/machines'

/** One number of a machine or its feed that a maker sets: what it is called, its kind and limits, and the least change that a printer or drill makes worth trying. */
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

const number = (
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
const length = (
  group: string,
  key: string,
  label: string,
  limit: LimitName,
  change = 0.1 * mm,
  more: Partial<NumberFieldSpec> = {},
) => number(group, key, label, 'length', limit, change, more)
const angle = (group: string, key: string, label: string, limit: LimitName, more: Partial<NumberFieldSpec> = {}) =>
  number(group, key, label, 'angle', limit, deg, more)
const count = (group: string, key: string, label: string, limit: LimitName, more: Partial<NumberFieldSpec> = {}) =>
  number(group, key, label, 'count', limit, 1, { whole: true, ...more })
const choice = (group: string, key: string, label: string, choices: ChoiceFieldSpec['choices']): ChoiceFieldSpec => ({
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
const profiles = (from: readonly (typeof BLADE_PROFILES)[number][]) =>
  choice(
    'Blades',
    'profile',
    'Shape',
    from.map((value) => ({ value, label: PROFILE_WORDS[value] })),
  )

const casing: readonly MachineFieldSpec[] = [
  choice('Casing', 'casing.kind', 'Wall', [
    { value: 'open', label: 'open, none near' },
    { value: 'close', label: 'close to the tips' },
  ]),
  length('Casing', 'machine.casing.clearanceM', 'Clearance', 'casingClearanceM'),
]
const angles = [
  angle('Blades', 'inletAngleRad', 'Inlet angle', 'bladeAngleRad'),
  angle('Blades', 'outletAngleRad', 'Outlet angle', 'bladeAngleRad'),
]
const thickness = length('Blades', 'bladeThicknessM', 'Thickness', 'bladeThicknessM')
const blades = count('Blades', 'bladeCount', 'How many', 'bladeCount')
const disc = length('Body', 'discThicknessM', 'Disc thickness', 'discThicknessM', 0.5 * mm)
const hub = length('Body', 'hubRadiusM', 'Hub radius', 'hubRadiusM', 0.5 * mm, {
  note: 'metal hub with key and screws; no set screw in plastic',
})

const tangential: readonly MachineFieldSpec[] = [
  profiles(BLADE_PROFILES),
  blades,
  length('Blades', 'meanRadiusM', 'Mean radius', 'meanRadiusM', 1 * mm),
  length('Blades', 'bladeHeightM', 'Height along the shaft', 'bladeHeightM', 0.5 * mm),
  length('Blades', 'bladeDepthM', 'Depth along the radius', 'bladeDepthM', 0.5 * mm),
  thickness,
  ...angles,
  ...casing,
]
const rows: readonly MachineFieldSpec[] = [
  profiles(['aerofoil', 'constant-width', 'scoop']),
  blades,
  length('Blades', 'meanRadiusM', 'Mean radius', 'meanRadiusM', 1 * mm),
  length('Blades', 'bladeHeightM', 'Height along the radius', 'bladeHeightM', 0.5 * mm),
  length('Blades', 'chordM', 'Length along the shaft', 'chordM', 0.5 * mm),
  thickness,
  ...angles,
]

/** Feed of any family; what its angle and gap mean is in their labels. */
export const FEED_FIELDS: readonly NumberFieldSpec[] = [
  length('Feed', 'nozzle.throatDiameterM', 'Throat', 'throatDiameterM', 0.1 * mm),
  length('Feed', 'nozzle.exitDiameterM', 'Nozzle exit', 'exitDiameterM', 0.1 * mm),
  count('Feed', 'nozzle.count', 'Nozzles', 'nozzleCount'),
  angle('Feed', 'nozzle.angleRad', 'Nozzle angle', 'nozzleAngleRad'),
  length('Feed', 'nozzle.gapM', 'Nozzle gap', 'nozzleGapM', 0.5 * mm),
]

/** What a maker sets on each family's machine, in the order of its form. */
export const MACHINE_FIELDS: Readonly<Record<Family, readonly MachineFieldSpec[]>> = {
  'tangential-impulse': [...tangential, disc, hub],
  'supersonic-impulse': [
    profiles(['constant-width', 'aerofoil', 'c-shape', 'scoop']),
    blades,
    length('Blades', 'meanRadiusM', 'Mean radius', 'meanRadiusM', 1 * mm),
    length('Blades', 'bladeHeightM', 'Height along the radius', 'bladeHeightM', 0.5 * mm),
    length('Blades', 'bladeDepthM', 'Length along the shaft', 'bladeDepthM', 0.5 * mm),
    thickness,
    ...angles,
    ...casing,
    disc,
    hub,
  ],
  'radial-inflow': [
    choice('Feed', 'feed', 'Air comes by', [
      { value: 'volute', label: 'a volute' },
      { value: 'box', label: 'slots of a box' },
    ]),
    length('Rotor', 'inletRadiusM', 'Inlet radius', 'wheelRadiusM', 1 * mm),
    length('Rotor', 'inletWidthM', 'Inlet width', 'inletWidthM', 0.2 * mm),
    length('Rotor', 'outletTipRadiusM', 'Outlet, outer radius', 'outletRadiusM', 0.5 * mm),
    length('Rotor', 'outletHubRadiusM', 'Outlet, hub radius', 'hubRadiusM', 0.5 * mm),
    angle('Rotor', 'outletAngleRad', 'Outlet blade angle', 'bladeAngleRad'),
    count('Rotor', 'bladeCount', 'Blades', 'bladeCount'),
    length('Rotor', 'bladeThicknessM', 'Blade thickness', 'bladeThicknessM'),
    length('Rotor', 'clearanceM', 'Gap to the shroud', 'gapClearanceM'),
    disc,
    { ...hub, label: 'Bore radius' },
  ],
  axial: [
    count('Stages', 'stages', 'Stages', 'stages'),
    angle('Stages', 'statorAngleRad', 'Stator outlet angle', 'bladeAngleRad', {
      note: 'the air leaves the stators along it',
    }),
    length('Stages', 'tipClearanceM', 'Gap over the tips', 'gapClearanceM'),
    ...rows,
    hub,
  ],
  'disc-pack': [
    count('Discs', 'discs', 'Discs', 'discs'),
    length('Discs', 'gapWidthM', 'Gap between', 'gapWidthM'),
    length('Discs', 'discThicknessM', 'Disc thickness', 'sheetM'),
    length('Discs', 'outerRadiusM', 'Outer radius', 'wheelRadiusM', 1 * mm),
    length('Discs', 'innerRadiusM', 'Outlet radius', 'outletRadiusM', 0.5 * mm),
    number('Discs', 'outletShare', 'Open share of the outlet', 'share', 'share', 0.05),
    angle('Discs', 'coneAngleRad', 'Slope of the cones', 'coneAngleRad', { note: '0° for flat discs' }),
    length('Casing', 'clearanceM', 'Gap round the rim', 'gapClearanceM'),
    hub,
  ],
  'vane-motor': [
    length('Bore and rotor', 'boreRadiusM', 'Bore radius', 'wheelRadiusM', 0.5 * mm),
    length('Bore and rotor', 'rotorRadiusM', 'Rotor radius', 'wheelRadiusM', 0.5 * mm),
    length('Bore and rotor', 'eccentricityM', 'Off the middle by', 'eccentricityM'),
    length('Bore and rotor', 'lengthM', 'Length', 'motorLengthM', 1 * mm),
    count('Vanes', 'vanes', 'How many', 'vanes'),
    length('Vanes', 'vaneThicknessM', 'Thickness', 'vaneThicknessM'),
    length('Vanes', 'vaneHeightM', 'Height', 'vaneHeightM', 0.5 * mm),
    number('Vanes', 'vaneDensityKgPerM3', 'Density', 'density', 'vaneDensity', 100),
    angle('Ports', 'inletEndsRad', 'Inlet ends at', 'inletEndsRad', { note: 'from where rotor and bore nearly touch' }),
    angle('Ports', 'exhaustOpensRad', 'Exhaust opens at', 'exhaustOpensRad'),
    length('Ports', 'clearanceM', 'Gaps at ends and tips', 'gapClearanceM', 0.01 * mm),
    hub,
  ],
  'reaction-rotor': [
    length('Rotor', 'jetRadiusM', 'Radius of the jets', 'wheelRadiusM', 1 * mm),
    length('Rotor', 'bodyRadiusM', 'Body radius', 'wheelRadiusM', 1 * mm),
    length('Rotor', 'bodyHeightM', 'Body height', 'bladeHeightM', 0.5 * mm),
    choice('Rotor', 'shrouded', 'Outside', [
      { value: 'true', label: 'smooth shroud' },
      { value: 'false', label: 'open arms' },
    ]),
    choice('Pivot', 'pivot', 'Turns on', [
      { value: 'bearings', label: 'bearings' },
      { value: 'point', label: 'a point' },
    ]),
    length('Pivot', 'pointRadiusM', 'Radius of the point', 'pointRadiusM'),
    length('Inlet', 'sealRadiusM', 'Inlet radius', 'hubRadiusM', 0.5 * mm),
    length('Inlet', 'sealGapM', 'Gap at the inlet', 'gapClearanceM', 0.05 * mm),
    hub,
  ],
  'wind-stack': [
    length('Stack', 'stackRadiusM', 'Radius', 'stackRadiusM', 10 * mm),
    length('Stack', 'stackHeightM', 'Height', 'stackHeightM', 10 * mm),
    count('Stack', 'stackVanes', 'Vanes', 'stackVanes'),
    angle('Stack', 'vaneSlantRad', 'Slant of the vanes', 'slantRad'),
    ...rows.map((f) => (f.group === 'Blades' ? { ...f, group: 'Wheel' } : f)),
    length('Wheel', 'tipClearanceM', 'Gap over the tips', 'gapClearanceM'),
    hub,
  ],
  'turbine-compressor': [
    ...tangential.map((f) => (f.group === 'Blades' ? { ...f, group: 'Turbine blades' } : f)),
    disc,
    hub,
    length('Impeller', 'machine.impeller.tipRadiusM', 'Tip radius', 'wheelRadiusM', 1 * mm),
    length('Impeller', 'machine.impeller.eyeRadiusM', 'Eye radius', 'outletRadiusM', 0.5 * mm),
    length('Impeller', 'machine.impeller.tipWidthM', 'Width at the tip', 'inletWidthM', 0.2 * mm),
    count('Impeller', 'machine.impeller.blades', 'Blades', 'impellerBlades'),
    angle('Impeller', 'machine.impeller.backsweepRad', 'Backsweep', 'backsweepRad'),
    length('Impeller', 'machine.impeller.clearanceM', 'Gap to the housing', 'gapClearanceM'),
    count('Impeller', 'machine.impeller.stages', 'Stages', 'impellerStages'),
    number('Impeller', 'machine.impeller.efficiency', 'Efficiency, estimate', 'share', 'efficiency', 0.02),
    length('Impeller', 'deliveryDiameterM', 'Delivery hole', 'deliveryM', 0.2 * mm),
  ],
}

/** Reads a field of a build by its path. */
export const fieldValue = (build: Build, path: string): unknown =>
  path.split('.').reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], build)

/** Sets a field of a draft by its path; words 'true' and 'false' become what they say. */
export function setField(build: unknown, path: string, value: number | string): void {
  const keys = path.split('.')
  const last = keys.pop() as string
  const owner = keys.reduce<Record<string, unknown>>(
    (at, key) => at[key] as Record<string, unknown>,
    build as Record<string, unknown>,
  )
  owner[last] = value === 'true' ? true : value === 'false' ? false : value
}

/** The fields that a form shows for a build as it stands: none that mean nothing. */
export function shownFields(build: TurbineBuild): MachineFieldSpec[] {
  const { machine } = build
  return MACHINE_FIELDS[machine.family].filter((f) => {
    if (f.path === 'machine.casing.clearanceM') return 'casing' in machine && machine.casing.kind === 'close'
    if (f.path === 'machine.inletAngleRad' || f.path === 'machine.outletAngleRad')
      return !('profile' in machine && machine.profile === 'flat')
    if (f.path === 'machine.pointRadiusM') return machine.family === 'reaction-rotor' && machine.pivot === 'point'
    return true
  })
}

/** All number fields of a build that can be searched over or moved by a printable change. */
export const tunableFields = (build: TurbineBuild): NumberFieldSpec[] =>
  [...FEED_FIELDS, ...shownFields(build)].filter(
    (f): f is NumberFieldSpec =>
      f.type === 'number' &&
      !(f.path === 'nozzle.exitDiameterM' && build.nozzle.exitDiameterM <= build.nozzle.throatDiameterM * (1 + 1e-9)),
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
