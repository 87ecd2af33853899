import {
  isBought,
  onBody,
  onStand,
  overEars,
  partsOfAssembly,
  posed,
  put,
  setScrew,
  type Assembly,
  type FedParts,
  stagesOf,
  type PartInSet,
  type Placed,
  type Stage,
  type StandPlace,
  type WallOfPart,
} from '../geometry'
import { polar } from '../geometry/solids/common'
import { axialParts } from './axial/parts'
import { discPackParts } from './disc-pack/parts'
import { doubleActingParts } from './double-acting-engine/parts'
import type { PartSpec, PartsKind, RotatingParts } from './part-kind'
import { radialParts } from './radial-inflow/parts'
import { regulatorParts } from './regulator/parts'
import { reactionParts } from './reaction-rotor/parts'
import type { Family, TurbineMachine } from './registry'
import { benchStand, flywheelHub, holeGauge, lineDisc, magnetRing, sensorStand } from './shared-parts'
import { singleActingParts } from './single-acting-engine/parts'
import { supersonicParts } from './supersonic-impulse/parts'
import { tangentialParts } from './tangential-impulse/parts'
import { threeFlankParts } from './three-flank-engine/parts'
import { thrustParts } from './thrust-body/parts'
import { turbineCompressorParts } from './turbine-compressor/parts'
import { vaneParts } from './vane-motor/parts'
import { windStackParts } from './wind-stack/parts'

/** The printable parts of every kind of machine, and of the regulator before one. */
export const PARTS = {
  'tangential-impulse': tangentialParts,
  'supersonic-impulse': supersonicParts,
  'radial-inflow': radialParts,
  axial: axialParts,
  'disc-pack': discPackParts,
  'vane-motor': vaneParts,
  'reaction-rotor': reactionParts,
  'wind-stack': windStackParts,
  'turbine-compressor': turbineCompressorParts,
  'thrust-body': thrustParts,
  'single-acting-engine': singleActingParts,
  'double-acting-engine': doubleActingParts,
  'three-flank-engine': threeFlankParts,
  regulator: regulatorParts,
} satisfies Readonly<Record<Family, unknown>> & Readonly<Record<string, unknown>>

/** Parts that are made beside any set. */
export const BESIDE = {
  'hole-gauge': holeGauge,
  'line-disc': lineDisc,
  'magnet-ring': magnetRing,
  'flywheel-hub': flywheelHub,
  'sensor-stand': sensorStand,
}

export type PartsFamily = keyof typeof PARTS
type KindOf<F extends PartsFamily> = (typeof PARTS)[F]
/**
 * What a kind's parts follow from: a rotating family's machine with its feed and shaft, or what another kind's set asks
 * for.
 */
type InputOf<F extends PartsFamily> = F extends Family
  ? RotatingParts<Extract<TurbineMachine, { family: F }>>
  : Parameters<KindOf<F>['assembly']>[0]
type IfFed<F extends PartsFamily, Yes, No> = InputOf<F> extends FedParts ? Yes : No
/** Every machine that nozzles feed and a shaft carries, by what its parts follow from. */
type FedMachine = { [F in PartsFamily]: IfFed<F, InputOf<F>['machine'] & { readonly family: F }, never> }[PartsFamily]
/** What the parts of a machine follow from, of any kind. */
export type MachineParts = FedParts & { readonly machine: FedMachine }
/** What parts follow from: a machine’s, or the regulator’s before it. */
export type PartsInput = MachineParts | { [F in PartsFamily]: IfFed<F, never, InputOf<F>> }[PartsFamily]
/** The parts of one kind of machine. */
export type PartOf<F extends PartsFamily> = keyof KindOf<F>['parts']
export type PartName = { [F in PartsFamily]: PartOf<F> }[PartsFamily] | keyof typeof BESIDE | 'bench-stand'

const kindOf = (input: PartsInput) => PARTS[input.machine.family] as unknown as PartsKind<PartsInput>

export const PART_NAMES = [
  ...new Set([
    ...Object.values(PARTS).flatMap(({ parts }) => Object.keys(parts)),
    ...Object.keys(BESIDE),
    'bench-stand',
  ]),
] as readonly PartName[]

/** What is known of a part; null where this kind of machine has none of that name. */
export const partSpec = (
  name: PartName,
  { machine }: { machine: { family: PartsFamily } },
): PartSpec<PartsInput> | null =>
  ((PARTS[machine.family].parts as Record<string, unknown>)[name] as PartSpec<PartsInput> | undefined) ??
  (({ ...BESIDE, 'bench-stand': benchStand } as Record<string, unknown>)[name] as PartSpec<PartsInput> | undefined) ??
  null

/** Name and few words of a part of any kind. */
export const partWords = (name: PartName): Pick<PartSpec<PartsInput>, 'name' | 'what'> =>
  ({ ...Object.assign({}, ...Object.values(PARTS).map(({ parts }) => parts)), ...BESIDE, 'bench-stand': benchStand })[
    name
  ]

/** The set screw of a part in its place; none where it has none. */
function setScrewOf({ body, pose, turns, below }: Placed<PartName>, input: PartsInput): Placed<PartName>[] {
  const place = isBought(body) ? undefined : partSpec(body, input)?.setScrew?.(input)
  if (!place) return []
  const [x, y] = polar(1, place.turn)
  const within = posed([place.from * x, place.from * y, place.z], [x, y, 0], [0, 0, 1])
  return [{ ...put(setScrew(place.to - place.from), onBody(pose, within), turns), ...(below ? { below } : {}) }]
}

/** A machine put together: every part, what is bought and the air in their true places. */
export function assemblyOf(input: PartsInput): Assembly<PartName> {
  const raw = kindOf(input).assembly(input) as Assembly<PartName>
  const stand = standOf(input)
  return {
    ...raw,
    placed: [...raw.placed.flatMap((p) => [p, ...setScrewOf(p, input)]), ...(stand ? onStand(stand) : [])],
    reach: stand ? overEars(stand) : [],
  }
}

/** What a machine stands on, and where; null where it stands on nothing. */
export const standOf = (input: PartsInput): StandPlace | null => kindOf(input).stand?.(input) ?? null

/** The order in which a machine is put together. */
export const stagesOfMachine = (input: PartsInput): Stage<PartName>[] =>
  stagesOf(assemblyOf(input), (name) => partSpec(name, input)?.onShaft)

/** The parts of a machine that are made, in the order in which it is put together. */
export const partSet = (input: PartsInput): readonly PartInSet<PartName>[] => partsOfAssembly(assemblyOf(input))

/**
 * Parts that can be made beside a machine's set: a test plate for every nozzle, and what measures a shaft where one has
 * a free end.
 */
export function partsBeside(input: PartsInput): readonly (keyof typeof BESIDE)[] {
  const { placed, shaftInside } = assemblyOf(input)
  const shaft = placed.some(({ body }) => isBought(body) && body.code === 'shaft')
  return shaft && !shaftInside ? (Object.keys(BESIDE) as (keyof typeof BESIDE)[]) : ['hole-gauge']
}

/** What a maker should know before printing a part, in words. */
export const notesOfPart = (name: PartName, input: PartsInput): readonly string[] =>
  partSpec(name, input)?.notes(input) ?? []

/** The walls that decide what a slicer must be told. Empty where nothing of it is thin. */
export const wallsOfPart = (name: PartName, input: PartsInput): readonly WallOfPart[] =>
  partSpec(name, input)?.walls?.(input) ?? []

/**
 * What a machine's housing leaves open for the air to go, m2: 0 where there is no room; null for kinds whose outlet is
 * the machine's own.
 */
export const housingOutletArea = (input: PartsInput): number | null => kindOf(input).outletAreaM2?.(input) ?? null
