import type { Build } from '../validation/schema'

export interface StopPressure {
  readonly gaugePressurePa: number
  readonly by: 'rated' | 'over'
}

/** A pressure so far over what a run was to have was not meant: as a share, and at least, Pa. */
const OVER_SHARE = 0.25
const OVER_LEAST_PA = 20e3
/** A limit is a round number. */
const STEP_PA = 5e3

/**
 * The gauge pressure at which a run is to be stopped unless its maker says another: a quarter over that of the run, no
 * higher than what the maker of the build's vessel allows.
 */
export function stopPressure(build: Build, gaugePressurePa: number): StopPressure {
  const over = STEP_PA * Math.ceil((gaugePressurePa + Math.max(OVER_SHARE * gaugePressurePa, OVER_LEAST_PA)) / STEP_PA)
  const rated = build.supply.kind === 'vessel' ? build.supply.ratedGaugePressurePa : null
  return rated !== null && rated < over
    ? { gaugePressurePa: rated, by: 'rated' }
    : { gaugePressurePa: over, by: 'over' }
}
