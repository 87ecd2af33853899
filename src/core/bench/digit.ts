/** The least step between readings of a gauge: one of its digits, where it has shown two neighbouring ones. */
export const digitOf = (readings: readonly number[]): number =>
  readings.slice(1).reduce((least, p, i) => {
    const step = Math.abs(p - readings[i])
    return step > 1e-6 && step < least ? step : least
  }, Infinity)

/** Noise of less than this share of a digit does not average it out. */
export const DIGIT_HIDES = 0.5
