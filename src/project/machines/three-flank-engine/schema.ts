import * as z from 'zod'
import { flankOf, leastFlankGap, portOpening, wallRate, type RotorPort, type Trochoid } from '../../../core/engine'
import { sound, within } from '../../validation/schema-base'
import { engineFields } from '../engine/schema'
import { mmWords, type Refuse } from '../refuse'

/** A drilled hole: through the wall, or through a cover at a distance from the shaft. */
const portSchema = z.strictObject({
  /** From where the housing is narrowest, in the rotor’s sense. */
  angleRad: within('rotorPortRad'),
  diameterM: within('rotorPortM'),
  coverRadiusM: within('rotorPortRadiusM').nullable(),
})

const fields = {
  family: z.literal('three-flank-engine'),
  ...engineFields,
  eccentricityM: within('rotorEccentricityM'),
  /** From the rotor’s middle to each of its tips. */
  radiusM: within('rotorRadiusM'),
  depthM: within('rotorDepthM'),
  /** Between flank and wall at dead centre. */
  flankGapM: within('flankGapM'),
  /** A hollow in each flank. */
  pocketM3: within('pocketM3'),
  intake: portSchema,
  outlet: portSchema,
  /** What takes the air round to the other lobe; none: that lobe only breathes, its intake open to the room. */
  tube: z.strictObject({ boreDiameterM: within('transferBoreM'), lengthM: within('transferLengthM') }).nullable(),
  /** Past the rotor’s faces to the room, as an effective area of each chamber. */
  sideLeakAreaM2: within('engineLeakM2'),
  /** Of each cover. */
  coverM: within('engineWallM'),
}

type Figures = z.infer<z.ZodObject<typeof fields>>

/** Angles of a turn at which a port is looked at. */
const LOOKS = 180
/** Wall between two holes, and between a hole and an edge, m. */
const LAND = 1e-3

function checkPort(m: Figures, key: 'intake' | 'outlet', refuse: Refuse): void {
  const port = m[key]
  const radius = port.diameterM / 2
  if (port.coverRadiusM === null) {
    if (port.diameterM > m.depthM - LAND)
      refuse(
        [key, 'diameterM'],
        `breaks out of the wall: at most ${mmWords(m.depthM - LAND)}, the rotor’s depth less 1 mm`,
      )
    return
  }
  const inner = 2 * m.eccentricityM + m.shaft.diameterM / 2 + 3.2 * LAND + radius
  if (port.coverRadiusM < inner)
    refuse([key, 'coverRadiusM'], `runs into the rotor’s bore: at least ${mmWords(inner)} from the shaft`)
  const { areaM2 } = portOpening(m, flankOf(m, m.flankGapM), port)
  const widest = Math.max(...Array.from({ length: LOOKS }, (_, i) => areaM2((2 * Math.PI * i) / LOOKS)))
  if (widest < 0.1 * Math.PI * radius * radius)
    refuse([key, 'coverRadiusM'], 'the rotor never uncovers it: further from the shaft')
  const outer = wallAt(m, port.angleRad) - radius - 0.3 * LAND
  if (port.coverRadiusM > outer)
    refuse([key, 'coverRadiusM'], `runs into the wall: at most ${mmWords(outer)} from the shaft at that angle`)
}

/**
 * How far the wall stands from the shaft at an angle as it is seen from the shaft, m. Within 0.1 mm: the tips' own
 * angle is nearly that.
 */
function wallAt({ eccentricityM: e, radiusM: R }: Trochoid, angleRad: number): number {
  let a = angleRad
  for (let i = 0; i < 12; i++) a = angleRad - Math.atan2(-e * Math.sin(2 * a), R - e * Math.cos(2 * a))
  return Math.sqrt(R * R + e * e - 2 * e * R * Math.cos(2 * a))
}

const apart = (a: RotorPort, b: RotorPort): number => {
  const d = Math.abs(a.angleRad - b.angleRad) % Math.PI
  return Math.min(d, Math.PI - d)
}

function check(m: Figures, refuse: Refuse): void {
  if (m.radiusM < 5 * m.eccentricityM)
    refuse(
      'radiusM',
      `the tips would lean too far on the wall: at least ${mmWords(5 * m.eccentricityM)}, five times the eccentricity`,
    )
  else if (m.radiusM > 14 * m.eccentricityM)
    refuse('radiusM', `it would hardly pump: at most ${mmWords(14 * m.eccentricityM)}, fourteen times the eccentricity`)
  else if (leastFlankGap(m, flankOf(m, m.flankGapM)) < 0.5 * m.flankGapM - 1e-6)
    refuse('flankGapM', 'the flank would strike the wall beside the narrow place: more gap')
  if (m.inlet && m.inlet.boreDiameterM > 2 * m.depthM)
    refuse(['inlet', 'boreDiameterM'], `wider than the housing is deep: at most ${mmWords(2 * m.depthM)}`)
  checkPort(m, 'intake', refuse)
  checkPort(m, 'outlet', refuse)
  if (m.intake.coverRadiusM === null && m.outlet.coverRadiusM === null) {
    const between = apart(m.intake, m.outlet) * wallRate(m, m.intake.angleRad)
    const least = (m.intake.diameterM + m.outlet.diameterM) / 2 + LAND
    if (between < least)
      refuse(
        ['outlet', 'angleRad'],
        `runs into the intake: ${mmWords(between)} between their middles, at least ${mmWords(least)}`,
      )
  }
}

/** A rotor of three flanks in a housing of two lobes: it opens and shuts the ports by itself. */
export const threeFlankSchema = z
  .strictObject(fields)
  .superRefine(
    sound((m, ctx) => check(m, (path, message) => ctx.addIssue({ code: 'custom', path: [path].flat(), message }))),
  )
