import { said } from '../../said'
import { mean } from '../../statistics'
import type { CoastingReading } from './readings'
import type { HandResult } from './result'
import { byScatter, together } from './repeats'

/** The added piece must lengthen the time by this share of it, or the difference of the two is mostly error. */
const LENGTHENS = 0.25

/**
 * Inertia from coasting down between the same two speeds, alone and with a known piece added: whatever the drag does
 * over the speed, it does in both, so that the times are as the inertias.
 * Formula: J = J+ t / (t+ - t); mean drag (over the speed, harmonic) J (w1 - w2) / t. Closed form: t = J times the
 * integral of dw over the drag.
 * Valid: the piece adds no drag of its own (a plain disc or bar on the axis does, a little). JCGM 100 for the
 * uncertainty.
 */
export function coasting(reading: CoastingReading): HandResult {
  const { rows, addedKgM2, addedRelativeUncertainty, fromRadPerS, toRadPerS, timeUncertaintyS } = reading
  const times = (['aloneS', 'addedS'] as const).map((key) => rows.map((r) => r[key]))
  const [alone, added] = times.map(mean)
  // two that happen to agree, or that a coarse watch makes alike, are no better than the watch
  const byTime = times.map((all) => {
    const watch = { u: timeUncertaintyS / Math.sqrt(all.length), freedom: Infinity }
    const scatter = all.length > 1 ? byScatter(all) : watch
    return together([scatter]) > watch.u ? scatter : watch
  })
  const longer = added - alone
  const inertia = (addedKgM2 * alone) / longer
  const drag = (inertia * (fromRadPerS - toRadPerS)) / alone
  /** By how each time's error counts, and the added piece's. */
  const uncertainty = (value: number, slopes: readonly [number, number]) =>
    together([
      ...byTime.map(({ u, freedom }, i) => ({ u: slopes[i] * u, freedom })),
      { u: value * addedRelativeUncertainty, freedom: Infinity },
    ])
  const inertiaU = uncertainty(inertia, [(addedKgM2 * added) / longer ** 2, (addedKgM2 * alone) / longer ** 2])
  const perTime = (addedKgM2 * (fromRadPerS - toRadPerS)) / longer ** 2
  return {
    figures: [
      { id: 'inertia', measured: { value: inertia, standardUncertainty: inertiaU, unit: 'kg m2' } },
      {
        id: 'meanDrag',
        measured: {
          value: drag,
          standardUncertainty: uncertainty(drag, [perTime, perTime]),
          unit: 'N m',
        },
      },
    ],
    said: [
      ...(rows.length < 2 ? [said('hand-single')] : []),
      ...(longer < LENGTHENS * alone ? [said('hand-coasting-near', { share: longer / alone })] : []),
    ],
  }
}
