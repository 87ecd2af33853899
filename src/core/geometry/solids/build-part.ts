import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import { PhysicsError } from '../../errors'
import type { TurbineMachine } from '../../turbine'
import { IMPULSE_PARTS, type ImpulsePart, type ImpulsePartsInput } from '../part-shape'
import { impulseInput, PART_WORDS, type PartName, type PartsInput } from '../part-set'
import { partProfile, type FlatProfile } from '../profiles'
import { casingHalfSolid } from './casing-half'
import {
  barrelSolid,
  endPlateSolid,
  lidSolid,
  nozzlePlateSolid,
  shroudRingSolid,
  stackFootSolid,
  stackTierSolid,
  statorSolid,
  wheelSolid,
} from './families/axial-parts'
import {
  discSolid,
  feedPostSolid,
  packCoverSolid,
  packHousingSolid,
  reactionRotorSolid,
  spacerSolid,
  vaneBodySolid,
  vaneEndSolid,
  vaneRotorSolid,
  vaneSolid,
} from './families/other-parts'
import {
  impellerHousingSolid,
  impellerLidSolid,
  impellerSolid,
  radialWheelSolid,
  voluteLidSolid,
  voluteSolid,
} from './families/wheel-parts'
import { holeGaugeSolid } from './hole-gauge'
import { nozzleInsertSolid } from './nozzle-insert'
import { rotorSolid } from './rotor'
import { SolidKit } from './toolkit'

/** A part as triangles, millimetres. Vertices three numbers each, triangles three indices each, outward counter-clockwise. */
export interface PartMesh {
  readonly name: PartName
  readonly vertices: Float32Array
  readonly triangles: Uint32Array
  readonly volumeMm3: number
  readonly boundingBoxMm: {
    readonly min: readonly [number, number, number]
    readonly max: readonly [number, number, number]
  }
  readonly watertight: boolean
  /** Separate bodies it falls into: one, if it is sound. */
  readonly pieces: number
  /** Its flat drawing: the section it is made from. */
  readonly profile: FlatProfile
}

const IMPULSE: Record<ImpulsePart, (kit: SolidKit, input: ImpulsePartsInput) => Manifold> = {
  rotor: rotorSolid,
  'nozzle-insert': nozzleInsertSolid,
  'casing-half': casingHalfSolid,
  'hole-gauge': holeGaugeSolid,
}

type Of<F extends TurbineMachine['family']> = Extract<TurbineMachine, { family: F }>
type Maker<F extends TurbineMachine['family']> = {
  readonly families: readonly F[]
  readonly make: (kit: SolidKit, machine: Of<F>, input: PartsInput) => Manifold
}
const of = <F extends TurbineMachine['family']>(
  families: readonly F[],
  make: Maker<F>['make'],
): Maker<TurbineMachine['family']> => ({ families, make: make as Maker<TurbineMachine['family']>['make'] })

const FAMILY: Record<Exclude<PartName, ImpulsePart>, Maker<TurbineMachine['family']>> = {
  wheel: of(['axial', 'supersonic-impulse', 'wind-stack'], wheelSolid),
  stator: of(['axial'], statorSolid),
  lid: of(['axial'], lidSolid),
  barrel: of(['axial'], barrelSolid),
  'end-plate': of(['axial', 'supersonic-impulse'], endPlateSolid),
  'shroud-ring': of(['supersonic-impulse'], shroudRingSolid),
  'nozzle-plate': of(['supersonic-impulse'], nozzlePlateSolid),
  'stack-tier': of(['wind-stack'], stackTierSolid),
  'stack-foot': of(['wind-stack'], stackFootSolid),
  'radial-wheel': of(['radial-inflow'], radialWheelSolid),
  volute: of(['radial-inflow'], voluteSolid),
  'volute-lid': of(['radial-inflow'], voluteLidSolid),
  impeller: of(['turbine-compressor'], impellerSolid),
  'impeller-housing': of(['turbine-compressor'], impellerHousingSolid),
  'impeller-lid': of(['turbine-compressor'], impellerLidSolid),
  disc: of(['disc-pack'], discSolid),
  spacer: of(['disc-pack'], spacerSolid),
  'pack-housing': of(['disc-pack'], packHousingSolid),
  'pack-cover': of(['disc-pack'], packCoverSolid),
  'vane-rotor': of(['vane-motor'], vaneRotorSolid),
  vane: of(['vane-motor'], vaneSolid),
  'vane-body': of(['vane-motor'], vaneBodySolid),
  'vane-end': of(['vane-motor'], vaneEndSolid),
  'reaction-rotor': of(['reaction-rotor'], reactionRotorSolid),
  'feed-post': of(['reaction-rotor'], feedPostSolid),
}

const isImpulse = (name: PartName): name is ImpulsePart => (IMPULSE_PARTS as readonly string[]).includes(name)

/** True when each edge is used once in each direction, so that the mesh closes and is oriented. */
export function isWatertight(triangles: Uint32Array): boolean {
  const edges = new Map<number, number>()
  const key = (a: number, b: number) => a * 0x4000000 + b
  for (let i = 0; i < triangles.length; i += 3)
    for (let j = 0; j < 3; j++) {
      const k = key(triangles[i + j], triangles[i + ((j + 1) % 3)])
      if (edges.has(k)) return false
      edges.set(k, 1)
    }
  for (let i = 0; i < triangles.length; i += 3)
    for (let j = 0; j < 3; j++) if (!edges.has(key(triangles[i + ((j + 1) % 3)], triangles[i + j]))) return false
  return triangles.length > 0
}

/** Only the positions, with vertices that the library keeps apart merged as it says they may be. */
function mergedMesh(solid: Manifold): { vertices: Float32Array; triangles: Uint32Array } {
  const mesh = solid.getMesh()
  const count = mesh.vertProperties.length / mesh.numProp
  const map = Uint32Array.from({ length: count }, (_, i) => i)
  for (let i = 0; i < mesh.mergeFromVert.length; i++) map[mesh.mergeFromVert[i]] = mesh.mergeToVert[i]
  const fresh = new Int32Array(count).fill(-1)
  const points: number[] = []
  const triangles = Uint32Array.from(mesh.triVerts, (v) => {
    const to = map[v]
    if (fresh[to] < 0) {
      fresh[to] = points.length / 3
      for (let k = 0; k < 3; k++) points.push(mesh.vertProperties[to * mesh.numProp + k])
    }
    return fresh[to]
  })
  return { vertices: Float32Array.from(points), triangles }
}

/** The largest body alone: crumbs that a cut leaves behind are no part of it. */
function withoutCrumbs(solid: Manifold, kit: SolidKit): { solid: Manifold; pieces: number } {
  const bodies = kit.bodies(solid)
  const volumes = bodies.map((b) => b.volume())
  const most = Math.max(...volumes)
  const whole = bodies.filter((_, i) => volumes[i] > 1e-3 * most)
  return { solid: bodies.length === 1 ? solid : bodies[volumes.indexOf(most)], pieces: whole.length }
}

function solidOf(kit: SolidKit, name: PartName, input: PartsInput): Manifold {
  if (isImpulse(name)) return IMPULSE[name](kit, impulseInput(input))
  const { families, make } = FAMILY[name]
  if (!input.machine || !families.includes(input.machine.family))
    throw new PhysicsError({
      code: 'PART_OF_OTHER',
      message: `A ${input.machine?.family ?? 'jet-pushed body'} has no ${PART_WORDS[name].name.toLowerCase()}.`,
      nextStep: 'Choose a part of its own set.',
    })
  return make(kit, input.machine, input)
}

/**
 * A printable part as a closed mesh in millimetres, with its flat drawing.
 * Error: circles are 96-sided, so round volumes are 0.07 % small.
 * @throws PhysicsError PART_EMPTY when the figures leave nothing to print, PART_BROKEN when it falls into pieces, PART_OF_OTHER for a part of another family.
 */
export function buildPart(wasm: ManifoldToplevel, name: PartName, input: PartsInput): PartMesh {
  const kit = new SolidKit(wasm)
  try {
    const raw = solidOf(kit, name, input)
    if (raw.isEmpty())
      throw new PhysicsError({
        code: 'PART_EMPTY',
        message: `With these figures nothing is left of the ${PART_WORDS[name].name.toLowerCase()}.`,
        nextStep: 'Check the radii and thicknesses of rotor and nozzle.',
      })
    const { solid, pieces } = withoutCrumbs(kit.simplified(raw, 2e-3), kit)
    if (pieces > 1)
      throw new PhysicsError({
        code: 'PART_BROKEN',
        message: `With these figures the ${PART_WORDS[name].name.toLowerCase()} falls into ${pieces} pieces.`,
        nextStep: 'Make walls thicker or holes smaller where they meet.',
      })
    const { vertices, triangles } = mergedMesh(solid)
    const box = solid.boundingBox()
    const middle = name === 'volute' || name === 'impeller-housing' ? box.max[2] - 0.4 : (box.min[2] + box.max[2]) / 2
    const profile = isImpulse(name)
      ? partProfile(name, impulseInput(input))
      : { outlines: kit.sliced(solid, middle), circles: [] }
    return {
      name,
      vertices,
      triangles,
      volumeMm3: solid.volume(),
      boundingBoxMm: { min: [...box.min] as [number, number, number], max: [...box.max] as [number, number, number] },
      watertight: isWatertight(triangles),
      pieces,
      profile,
    }
  } finally {
    kit.free()
  }
}
