import { DEFAULT_COEFFICIENTS } from '../../core/turbine'

const { discharge, velocity } = DEFAULT_COEFFICIENTS

/** What the air side of any machine needs, at its plain values. */
export const PLAIN_AIR = { discharge, velocity }
