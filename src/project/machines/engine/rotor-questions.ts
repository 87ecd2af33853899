import type { EngineBuild, RotorEngine } from './input'
import type { Asked } from './questions'

export type RotorQuestion =
  'intake-earlier' | 'intake-later' | 'one-lobe' | 'both-lobes' | 'intake-in-wall' | 'tighter-tips' | 'deeper'

const deg = Math.PI / 180
/** What a port is moved by; how much deeper a rotor; what of a leak is left. */
const [TURNED, DEEPER, LEFT] = [5 * deg, 1.2, 1 / 3] as const
/** A tube for a lobe that had none: as wide as the intake, round the housing. */
const PLAIN_TUBE_M = 0.15

/** What makers ask of a rotary engine, with the build as it would be. */
export function* rotorAsked(build: EngineBuild): Generator<readonly [RotorQuestion, Asked]> {
  const m = build.machine as RotorEngine
  const as = (machine: Partial<RotorEngine>): EngineBuild => ({ ...build, machine: { ...m, ...machine } })
  for (const [id, by] of [
    ['intake-earlier', -TURNED],
    ['intake-later', TURNED],
  ] as const) {
    const angleRad = m.intake.angleRad + by
    yield [id, [as({ intake: { ...m.intake, angleRad } }), angleRad]]
  }
  if (m.tube) yield ['one-lobe', [as({ tube: null }), null]]
  else
    yield [
      'both-lobes',
      [as({ tube: { boreDiameterM: m.intake.diameterM, lengthM: PLAIN_TUBE_M } }), m.intake.diameterM],
    ]
  if (m.intake.coverRadiusM !== null) {
    // where it opens at dead centre
    const angleRad = 62 * deg
    yield ['intake-in-wall', [as({ intake: { ...m.intake, angleRad, coverRadiusM: null } }), angleRad]]
  }
  if (m.leakAreaM2 > 0) {
    const leakAreaM2 = LEFT * m.leakAreaM2
    yield ['tighter-tips', [as({ leakAreaM2 }), leakAreaM2]]
  }
  const depthM = DEEPER * m.depthM
  yield ['deeper', [as({ depthM }), depthM]]
}
