import type { Build, Rig } from '../validation/schema'

export interface StopPressure {
  readonly gaugePressurePa: number
  readonly by: 'rated' | 'over' | 'stored'
  /** What it is so far over: the run's own, or what the supply is filled to. */
  readonly overPa: number
}

/** A pressure so far over what a run was to have was not meant: as a share, and at least, Pa. Our own estimate. */
const OVER_SHARE = 0.25
const OVER_LEAST_PA = 20e3
/** A limit is a round number. */
const STEP_PA = 5e3

/** What a build's supply is filled to before a run, Pa gauge; 0 where nothing is. */
function storedPa({ supply }: Build): number {
  if (supply.kind === 'compressor') return supply.cutOutGaugePressurePa
  return supply.kind === 'vessel' ? supply.gaugePressurePa : 0
}

/** Rigs whose gauge stands on the vessel, which is filled higher than what a machine is run at. */
const ON_VESSEL: readonly Rig['kind'][] = ['tank-decay', 'run-down']

/**
 * The gauge pressure at which a run is to be stopped unless its maker says another: a quarter over that of the run, or,
 * where the gauge stands on the vessel, over what that is filled to; no higher than what the vessel's maker allows.
 */
export function stopPressure(build: Build, rig: Rig, gaugePressurePa: number): StopPressure {
  const stored = ON_VESSEL.includes(rig.kind) ? storedPa(build) : 0
  const overPa = Math.max(gaugePressurePa, stored)
  const over = STEP_PA * Math.ceil((overPa + Math.max(OVER_SHARE * overPa, OVER_LEAST_PA)) / STEP_PA)
  const rated = build.supply.kind === 'vessel' ? build.supply.ratedGaugePressurePa : null
  if (rated !== null && rated < over) return { gaugePressurePa: rated, by: 'rated', overPa }
  return { gaugePressurePa: over, by: overPa > gaugePressurePa ? 'stored' : 'over', overPa }
}
