import type { HandReading, HandResult } from '../../core/bench'
import { LIMITS } from '../document/limits'
import { methodOf } from '../measuring'
import type { Build, Project, Rig } from '../validation/schema'

/** Rigs that weigh. */
export type WeighingRig = Extract<Rig, { scaleFactor: number }>
/** Weights that are wound up are taken as they are stated: there is no balance in it. */
export const weighs = (rig: Rig): rig is WeighingRig =>
  'scaleFactor' in rig && !(rig.kind === 'rope' && rig.does === 'lifts')

/** A rig that a scale's calibration can go into. */
export interface RigTarget {
  readonly rig: WeighingRig
  /** What its readings are multiplied by as it stands, and as they will be; how well that is known. */
  readonly stated: { readonly factor: number; readonly relativeUncertainty: number }
  readonly found: { readonly factor: number; readonly relativeUncertainty: number }
  /** It holds what was found already. */
  readonly held: boolean
  /** Runs that were taken on it: they are reduced anew. */
  readonly runs: number
}

const spanOf = (rig: WeighingRig): number =>
  'scaleRelativeUncertainty' in rig ? rig.scaleRelativeUncertainty : rig.spanRelativeUncertainty

/** Written into a rig: the factor, and how well it is known. */
export function calibrate(rig: WeighingRig, { factor, relativeUncertainty }: RigTarget['found']): void {
  rig.scaleFactor = factor
  if ('scaleRelativeUncertainty' in rig) rig.scaleRelativeUncertainty = relativeUncertainty
  else rig.spanRelativeUncertainty = relativeUncertainty
}

/**
 * Rigs on which a build can be measured that a reading goes into, those first that runs of it stand on; none where it
 * is of no scale, or where no factor that a rig takes was found.
 */
export function rigTargets(
  { rigs, runs }: Pick<Project, 'rigs' | 'runs'>,
  build: Build,
  reading: HandReading,
  { figures }: HandResult,
): RigTarget[] {
  if (reading.kind !== 'scale') return []
  const { value: factor, standardUncertainty } = figures[0].measured
  const [least, most] = LIMITS.scaleFactor
  if (factor < least || factor > most) return []
  const found = { factor, relativeUncertainty: Math.min(LIMITS.relativeUncertainty[1], standardUncertainty / factor) }
  const on = (rig: Rig) => runs.filter((r) => r.measurements.some((m) => m.rigId === rig.id))
  const isOwn = (rig: Rig) => on(rig).some((r) => r.buildId === build.id)
  const accepted = rigs.filter(weighs).filter((rig) => methodOf(rig.kind).accepts(build))
  return accepted
    .toSorted((a, b) => Number(isOwn(b)) - Number(isOwn(a)))
    .map((rig) => ({
      rig,
      stated: { factor: rig.scaleFactor, relativeUncertainty: spanOf(rig) },
      found,
      held: rig.scaleFactor === found.factor && spanOf(rig) === found.relativeUncertainty,
      runs: on(rig).length,
    }))
}
