import type { Fits } from './fits'

/** What parts that are clamped on a shaft follow from, mm. */
export interface OnShaftInput {
  readonly shaftDiameterM: number
  readonly fits: Fits
}

/**
 * A captured M3 nut: its slot across and along the screw, and wall between it and the bore, mm (ISO 4032: 5.5 across,
 * 2.4 high).
 */
export const NUT_SLOT = { across: 5.7, along: 2.6, within: 1.6 } as const
/** Wall outside the nut, height of the hub over its disc, mm. */
const OUTSIDE = 2
export const HUB_HEIGHT = 8

/** Radius of a printed hub with a captured nut for its set screw, mm. */
export const clampRadius = ({ shaftDiameterM }: Pick<OnShaftInput, 'shaftDiameterM'>): number =>
  shaftDiameterM * 500 + NUT_SLOT.within + NUT_SLOT.along + OUTSIDE

/**
 * Disc with windows for a fork sensor or a reflected beam: how many, its own thickness, ring in which they lie beyond
 * the hub, mm.
 */
export const LINE_DISC = { windows: 12, thickness: 2, beyond: 4, ring: 6, rim: 2 } as const
/** Ring for two magnets that face the sensor, mm: common discs of 5 × 3, their pockets a little wider and deeper. */
export const MAGNET_RING = { magnets: 2, thickness: 5, pocket: 2.6, deep: 3.2, wall: 2 } as const
/** Flange that carries a flywheel disc on its hub, tapped for three M3 screws, mm. */
export const FLYWHEEL_HUB = { thickness: 5, beyond: 9, pitch: 5, screws: 3 } as const
/** Stand that holds a sensor on an M3 screw at any height, screwed or clamped to the bench, mm. */
export const SENSOR_STAND = { base: [50, 34, 4], slot: 4.4, post: [14, 8, 75], groove: 3.4, from: 14, rib: 3 } as const
