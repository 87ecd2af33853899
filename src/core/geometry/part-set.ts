import type { BearingClass, Family, TurbineMachine } from '../turbine'
import { partNotes, type ImpulsePartsInput } from './part-shape'
import type { Fits, OutletShape } from './fits'

/** What all parts of a build follow from. SI. A body pushed by its jet has no machine. */
export interface PartsInput {
  readonly machine: TurbineMachine | null
  readonly nozzle: ImpulsePartsInput['nozzle']
  readonly bearing: BearingClass
  readonly shaftDiameterM: number
  readonly fits: Fits
  readonly outlets: OutletShape
}

export const PART_NAMES = [
  'rotor',
  'nozzle-insert',
  'casing-half',
  'hole-gauge',
  'wheel',
  'nozzle-plate',
  'shroud-ring',
  'end-plate',
  'radial-wheel',
  'volute',
  'volute-lid',
  'stator',
  'lid',
  'barrel',
  'disc',
  'spacer',
  'pack-housing',
  'pack-cover',
  'vane-rotor',
  'vane',
  'vane-body',
  'vane-end',
  'reaction-rotor',
  'feed-post',
  'stack-tier',
  'stack-foot',
  'impeller',
  'impeller-housing',
  'impeller-lid',
] as const
export type PartName = (typeof PART_NAMES)[number]

/** One kind of part in a machine's set: how many, and where it sits along the shaft when all is put together. */
export interface PartInSet {
  readonly name: PartName
  readonly copies: number
  /** Places of all copies along the shaft in the assembly, mm, from its first part. */
  readonly atMm: readonly number[]
  /** Turned over in the assembly. */
  readonly flipped?: boolean
}

const mm = 1000

/** Lengths along the shaft of an axial stack, mm. */
export function axialLengths(machine: { readonly chordM: number }): { chord: number; gap: number } {
  const chord = machine.chordM * mm
  return { chord, gap: Math.max(0.8, 0.25 * chord) }
}

const one = (name: PartName, atMm: number, flipped = false): PartInSet => ({ name, copies: 1, atMm: [atMm], flipped })
const many = (name: PartName, atMm: readonly number[]): PartInSet => ({ name, copies: atMm.length, atMm })
const inserts = (count: number, atMm: number): PartInSet => ({
  name: 'nozzle-insert',
  copies: count,
  atMm: Array.from({ length: count }, () => atMm),
})

/** The complete printable set of a machine, in the order in which it is put together. */
export function partSet({ machine, nozzle, bearing }: PartsInput): readonly PartInSet[] {
  if (!machine) return [one('nozzle-insert', 0)]
  const family: Family = machine.family
  switch (family) {
    case 'tangential-impulse': {
      const m = machine as Extract<TurbineMachine, { family: 'tangential-impulse' }>
      const half = 4 + (Math.max(m.discThicknessM, m.bladeHeightM) * mm) / 2
      return [
        one('casing-half', 0),
        inserts(nozzle.count, half),
        one('rotor', half - (m.bladeHeightM * mm) / 2),
        one('casing-half', 2 * half, true),
      ]
    }
    case 'turbine-compressor': {
      const m = machine as Extract<TurbineMachine, { family: 'turbine-compressor' }>
      const half = 4 + (Math.max(m.discThicknessM, m.bladeHeightM) * mm) / 2
      const from = 2 * half + bearing.widthM * mm + 6
      const step = impellerDepth(m) + 12
      return [
        one('casing-half', 0),
        inserts(nozzle.count, half),
        one('rotor', half - (m.bladeHeightM * mm) / 2),
        one('casing-half', 2 * half, true),
        ...Array.from({ length: m.impeller.stages }, (_, i): PartInSet[] => [
          one('impeller-housing', from + i * step),
          one('impeller', from + i * step + 5),
          one('impeller-lid', from + i * step + 6 + impellerDepth(m)),
        ]).flat(),
      ]
    }
    case 'supersonic-impulse': {
      const m = machine as Extract<TurbineMachine, { family: 'supersonic-impulse' }>
      const plate = 14
      return [
        one('end-plate', 0),
        one('shroud-ring', 5),
        one('wheel', 6),
        one('nozzle-plate', 7 + m.bladeDepthM * mm + nozzle.gapM * mm),
        inserts(nozzle.count, 8 + m.bladeDepthM * mm + nozzle.gapM * mm + plate),
      ]
    }
    case 'radial-inflow': {
      const m = machine as Extract<TurbineMachine, { family: 'radial-inflow' }>
      return [
        one('volute', 0),
        one('radial-wheel', 4 + bearing.widthM * mm),
        one('volute-lid', 6 + bearing.widthM * mm + (m.discThicknessM + m.inletWidthM) * mm),
      ]
    }
    case 'axial': {
      const m = machine as Extract<TurbineMachine, { family: 'axial' }>
      const { chord, gap } = axialLengths(m)
      const stage = 2 * (chord + gap)
      return [
        one('end-plate', 0),
        one('barrel', 6),
        many(
          'wheel',
          Array.from({ length: m.stages }, (_, i) => 6 + i * stage),
        ),
        ...(m.stages > 1
          ? [
              many(
                'stator',
                Array.from({ length: m.stages - 1 }, (_, i) => 6 + chord + gap + i * stage),
              ),
            ]
          : []),
        one('lid', 8 + (m.stages - 1) * stage + chord + gap, true),
      ]
    }
    case 'disc-pack': {
      const m = machine as Extract<TurbineMachine, { family: 'disc-pack' }>
      const pitch = (m.discThicknessM + m.gapWidthM) * mm
      return [
        one('pack-housing', 0),
        inserts(nozzle.count, 10),
        many(
          'disc',
          Array.from({ length: m.discs }, (_, i) => 6 + i * pitch),
        ),
        many(
          'spacer',
          Array.from({ length: m.discs - 1 }, (_, i) => 6 + i * pitch + m.discThicknessM * mm),
        ),
        one('pack-cover', 8 + m.discs * pitch),
      ]
    }
    case 'vane-motor': {
      const m = machine as Extract<TurbineMachine, { family: 'vane-motor' }>
      return [
        one('vane-end', 0, true),
        one('vane-body', 8),
        one('vane-rotor', 8),
        many(
          'vane',
          Array.from({ length: m.vanes }, () => 8),
        ),
        one('vane-end', 16 + m.lengthM * mm),
      ]
    }
    case 'reaction-rotor':
      return [
        one('reaction-rotor', 0),
        one('feed-post', (machine as Extract<TurbineMachine, { family: 'reaction-rotor' }>).bodyHeightM * mm + 2),
      ]
    case 'wind-stack': {
      const m = machine as Extract<TurbineMachine, { family: 'wind-stack' }>
      const tier = tierHeight(m)
      return [
        one('stack-foot', 0),
        one('wheel', 8),
        many(
          'stack-tier',
          Array.from(
            { length: Math.max(1, Math.round((m.stackHeightM * mm) / tier)) },
            (_, i) => 30 + m.chordM * mm + i * tier,
          ),
        ),
      ]
    }
  }
}

/** Height of one tier of a wind stack, mm: what prints in one piece. */
export const tierHeight = (m: { readonly stackHeightM: number }): number => {
  const whole = m.stackHeightM * mm
  return whole / Math.max(1, Math.ceil(whole / 120))
}

/** Depth of an impeller from its back to its eye, mm. */
export const impellerDepth = (m: {
  readonly impeller: { readonly tipRadiusM: number; readonly tipWidthM: number }
}): number => Math.max(1.5 * m.impeller.tipWidthM, 0.45 * m.impeller.tipRadiusM) * mm

/** Names and few words for each part. */
export const PART_WORDS: Readonly<Record<PartName, { readonly name: string; readonly what: string }>> = {
  rotor: { name: 'Rotor', what: 'disc, blades, keyed hub' },
  'nozzle-insert': { name: 'Nozzle insert', what: 'turned body, flange, flats' },
  'casing-half': { name: 'Casing half', what: 'bearing seat, insert seat, lugs' },
  'hole-gauge': { name: 'Hole gauge', what: 'test plate: how your holes come out' },
  wheel: { name: 'Wheel', what: 'disc and blades, keyed bore' },
  'nozzle-plate': { name: 'Nozzle plate', what: 'slanted seats for the inserts, bearing seat' },
  'shroud-ring': { name: 'Shroud ring', what: 'runs round the blade tips' },
  'end-plate': { name: 'End plate', what: 'bearing seat, outlets, lugs' },
  'radial-wheel': { name: 'Radial wheel', what: 'blades on a curved back' },
  volute: { name: 'Volute', what: 'spiral wall, spout, bearing seat' },
  'volute-lid': { name: 'Lid', what: 'shroud of the wheel, outlet' },
  stator: { name: 'Stator', what: 'turns the air back; keyed, shrouds the next wheel' },
  lid: { name: 'Inlet lid', what: 'slanted feed holes, bearing seat' },
  barrel: { name: 'Barrel', what: 'holds the rings by their key' },
  disc: { name: 'Disc', what: 'keyed bore, outlet holes' },
  spacer: { name: 'Spacer', what: 'sets the gap' },
  'pack-housing': { name: 'Housing', what: 'insert seats, bearing seat, outlets' },
  'pack-cover': { name: 'Cover', what: 'bearing seat, lugs' },
  'vane-rotor': { name: 'Rotor', what: 'slots for the vanes, keyed bore' },
  vane: { name: 'Vane', what: 'slides in its slot' },
  'vane-body': { name: 'Body', what: 'offset bore, inlet and exhaust' },
  'vane-end': { name: 'End plate', what: 'bearing seat off the middle' },
  'reaction-rotor': { name: 'Rotor', what: 'channels, jets, inlet socket' },
  'feed-post': { name: 'Feed post', what: 'brings the air in with a small gap' },
  'stack-tier': { name: 'Stack tier', what: 'slanted vanes between two rings' },
  'stack-foot': { name: 'Foot', what: 'outlet tube, bearing seat' },
  impeller: { name: 'Impeller', what: 'swept blades on a curved back' },
  'impeller-housing': { name: 'Impeller housing', what: 'collector, outlet, shaft hole' },
  'impeller-lid': { name: 'Impeller lid', what: 'shroud, eye' },
}

const LYING = 'Print lying flat, solid, so that the layers lie along the pull.'
const TRUE = 'Ream the bore to the hub; a part that runs out of true wears its bearings.'

/** What a maker should know before printing a part, in words. */
export function notesOfPart(name: PartName, input: PartsInput): string[] {
  switch (name) {
    case 'nozzle-insert':
    case 'hole-gauge':
      return partNotes(name, impulseInput(input))
    case 'rotor':
    case 'casing-half':
      return partNotes(name, impulseInput(input))
    case 'wheel':
      return [LYING, TRUE, 'Leave the ring inside the blades free: it is where balance holes are drilled.']
    case 'radial-wheel':
    case 'impeller':
      return [
        'Print back down, solid. Clean the passages; a string left in one unbalances it.',
        TRUE,
        'Balance holes go into the back, near the rim.',
      ]
    case 'disc':
      return [
        'Print face down on glass, solid: flatness sets the gap. Turn each next disc by one key place if they warp alike.',
        'Glue nothing: key, spacers and one nut hold the pack.',
      ]
    case 'spacer':
      return ['Its thickness is the gap: measure it. Washers of that thickness do as well.']
    case 'vane':
      return [
        'Print lying; sand until it drops through its slot by its own weight. Its outer edge is rounded towards the bore.',
      ]
    case 'vane-rotor':
      return ['Print standing on its end, solid; the slots must be smooth.', TRUE]
    case 'vane-body':
      return [
        'Print standing; ream or sand the bore round and smooth. A drop of oil in the inlet air makes it last.',
        'Inlet and exhaust are marked by one notch and two: the rotor turns from the first to the second.',
      ]
    case 'reaction-rotor':
      return [
        'Print lying with the inlet up; drill the jets to size from outside, then blow the channels free.',
        'Weigh it on its pivot: it must rest in any place.',
      ]
    case 'stator':
      return [
        'The tab fits one groove only, so stators cannot go in turned over. Number them as they come off the printer.',
      ]
    case 'lid':
      return [
        'Clean each feed hole with a drill held at its slant. Evenly spread air matters more than much air (common practice).',
      ]
    case 'volute':
    case 'impeller-housing':
      return [
        'Print floor down. Seal the joint with a thin smear of silicone; leaks there cost all the gain.',
        'The three screw places are uneven: the lid goes on one way only.',
      ]
    default:
      return [
        'The screw places are uneven, so it goes on one way only.',
        'This is no guard: a guard that stops a fragment stands round the whole machine.',
      ]
  }
}

/** The figures that insert, gauge, tangential rotor and casing follow from; a plain rotor stands in where a machine has none. */
export function impulseInput({ machine, nozzle, bearing, fits, outlets }: PartsInput): ImpulsePartsInput {
  const plain: ImpulsePartsInput['machine'] = {
    meanRadiusM: 0.027,
    bladeHeightM: 9e-3,
    bladeDepthM: 8e-3,
    bladeCount: 12,
    bladeThicknessM: 1.6e-3,
    profile: 'scoop',
    inletAngleRad: 0.6,
    outletAngleRad: 0.6,
    discThicknessM: 9e-3,
    hubRadiusM: 8e-3,
    casing: { kind: 'open', clearanceM: 2e-3 },
  }
  const own = machine?.family === 'tangential-impulse' || machine?.family === 'turbine-compressor' ? machine : null
  return { machine: own ?? plain, nozzle, bearing, fits, outlets, inCasing: own !== null }
}
