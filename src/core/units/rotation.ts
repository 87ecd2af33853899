/** One turn a minute, rad/s. */
export const RPM = Math.PI / 30

/** A speed of turning in turns a minute. */
export const inRpm = (radPerS: number): number => radPerS / RPM
