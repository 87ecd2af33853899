import type { Manifold } from 'manifold-3d'
import type { Point } from '../../geometry'
import { bentWheel, hoseSpout, shroudLid, spout } from '../../geometry/solids/bent-wheel'
import { LUG, mm, spoke } from '../../geometry/solids/common'
import { COLLAR, collarSolid, hubSolid } from '../../geometry/solids/hub'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { refuse, type SolidsKind } from '../solid-kind'
import { rimSolids } from '../tangential-impulse/solids'
import { UNDER, rimOf, bushHub, stageLayout, type DrivenInput, type StageLayout } from './layout'
import type { TurbineCompressor } from '.'

/**
 * Impeller: log-spiral blades swept back from the eye to the tip, for a shaft that turns clockwise seen from the eye.
 */
function impellerSolid(kit: SolidKit, input: DrivenInput): Manifold {
  const { shape: s } = stageLayout(input)
  const { impeller } = input.machine
  if (s.eye < s.hub + 1.5)
    throw refuse(
      'EYE_NARROW',
      'The eye leaves no way for the air beside the impeller’s bush.',
      `Make the eye’s radius at least ${(s.hub + 1.5).toFixed(1)} mm, or the shaft thinner.`,
    )
  const inner = Math.max(0.75 * s.hub, s.bore + 0.6)
  const curve = Array.from({ length: 17 }, (_, i): Point => {
    const r = inner + ((s.rim - inner) * i) / 16
    const a = Math.tan(impeller.backsweepRad) * Math.log(r / inner)
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  const thin = input.fits.thinnest
  return bentWheel(kit, s, curve, Math.max(thin * 1.25, 1), impeller.blades, 1.25 * thin)
}

/** Lugs on the rods round a stage, with the ribs that carry them. */
function rodLugs(kit: SolidKit, input: DrivenInput, l: StageLayout, from: number, to: number) {
  const outlines = l.rods.flatMap((at) => [
    kit.post(LUG.radius, at),
    spoke(Math.hypot(...at), 2 * LUG.radius, (Math.atan2(at[1], at[0]) * 180) / Math.PI, l.outer - 2),
  ])
  return {
    bodies: [kit.prism(outlines, from, to)],
    holes: kit.holes(input.fits.screw, from - BEYOND, to + BEYOND, l.rods),
  }
}

/**
 * Collector of an impeller: floor with the shaft's hole and room for the collar, a round channel beside the tips, a
 * spout with barbs along the rim. Lies on its floor.
 */
function housingSolid(kit: SolidKit, input: DrivenInput): Manifold {
  const l = stageLayout(input)
  const { fits } = input
  const s = l.shape
  const lug = rodLugs(kit, input, l, 0, l.joint)
  const radius = Math.max(l.hole + fits.wall, l.tail.neck + 1)
  const turned = (solid: Manifold) => kit.aboutZ(solid, l.spoutTurn)
  const pipe = spout(kit, {
    outer: l.outer,
    middle: l.middle,
    channel: l.hole,
    radius,
    z: l.spoutZ,
    top: l.joint,
    reach: l.spoutEnd,
  })
  const foot = kit.box([2 * radius, l.spoutEnd, l.spoutZ], [l.middle - radius, -l.spoutEnd, 0])
  const body = kit.cut(
    kit.union([
      kit.cylinder(l.outer, 0, l.joint),
      ...lug.bodies,
      turned(kit.union([pipe, foot, hoseSpout(kit, l.tail, [l.middle, -l.spoutEnd + 0.5, l.spoutZ], fits).body])),
    ]),
    [
      kit.cut(kit.cylinder(l.collectorRadius, l.collector, l.joint + BEYOND), [
        kit.cylinder(s.rim + UNDER, l.collector - BEYOND, l.joint + 2),
      ]),
      kit.cylinder(s.rim + UNDER + 0.01, l.back - UNDER, l.joint + BEYOND),
      kit.cylinder(s.bore + COLLAR.wall + 1, l.back - COLLAR.height - 0.6, l.back),
      kit.cylinder((input.shaftDiameterM * mm) / 2 + fits.slide, -BEYOND, l.back),
      turned(kit.lying(l.hole, [l.middle, 0], [0, -1], 0, l.spoutEnd + 60, l.spoutZ)),
      ...lug.holes,
    ],
  )
  return kit.aboveBase(body, 0)
}

/** Lid of an impeller: shroud at its gap, the eye open, held by the rods. */
function lidSolid(kit: SolidKit, input: DrivenInput): Manifold {
  const l = stageLayout(input)
  const lug = rodLugs(kit, input, l, 0, l.lid)
  const lid = shroudLid(kit, input.fits, l.shape, l.clear, l.outer, [])
  return kit.cut(kit.union([lid, ...lug.bodies]), lug.holes)
}

/** Ring between two stages: what the upper one delivers comes in by a hose and goes down into the lower one's eye. */
function ductSolid(kit: SolidKit, input: DrivenInput): Manifold {
  const l = stageLayout(input)
  const { fits } = input
  const lug = rodLugs(kit, input, l, 0, l.duct)
  const z = l.duct - l.tail.neck - 1
  const { body: teeth, end } = tailEnd(kit, l.tail, 0, fits)
  const mouth = kit.aboutZ(
    kit.placed(kit.union([kit.cylinder(l.tail.neck, -8, 0.01), teeth]), [0, 90, 0], [l.outer + 1, 0, z]),
    l.ductTurn,
  )
  const inside = l.outer - fits.wall
  return kit.cut(kit.union([kit.cylinder(l.outer, 0, l.duct), ...lug.bodies, mouth]), [
    kit.cylinder(inside, -BEYOND, l.duct + BEYOND),
    kit.aboutZ(kit.lying(l.tail.bore, [0, 0], [1, 0], inside - 1, l.outer + end + 5, z), l.ductTurn),
    ...lug.holes,
  ])
}

/** Tube on a rod: keeps the first stage off the turbine's outlets. */
const standoffSolid = (kit: SolidKit, input: DrivenInput): Manifold => {
  const { standoff } = stageLayout(input)
  return kit.cut(
    kit.cylinder(LUG.radius, 0, standoff),
    kit.holes(input.fits.screw, -BEYOND, standoff + BEYOND, [[0, 0]]),
  )
}

const turbine = Object.fromEntries(
  Object.entries(rimSolids).map(([name, spec]) => [
    name,
    { ...spec, make: (kit: SolidKit, input: DrivenInput) => spec.make(kit, rimOf(input)) },
  ]),
) as unknown as SolidsKind<DrivenInput, keyof typeof rimSolids>

export const turbineCompressorSolids: SolidsKind<RotatingParts<TurbineCompressor>, PartOf<'turbine-compressor'>> = {
  ...turbine,
  standoff: { make: standoffSolid },
  impeller: { make: impellerSolid },
  'impeller-bush': { turned: true, make: (kit, input) => hubSolid(kit, bushHub(input)) },
  'impeller-collar': {
    turned: true,
    make: (kit, input) => collarSolid(kit, stageLayout(input).bush),
  },
  'impeller-housing': { make: housingSolid, cutBelowTopMm: 0.4 },
  'impeller-lid': { make: lidSolid },
  'stage-duct': { make: ductSolid },
}
