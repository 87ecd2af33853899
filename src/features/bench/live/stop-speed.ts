import type { Hazard } from '../../../project/document'

/** Stress goes with the square of speed: at half the burst speed a quarter of it is used. */
const OF_BURST = 0.5

/** The speed at which a run is to be stopped unless its maker says another, and why: the lower of half the burst speed and the bearing's limit. */
export function stopSpeed(hazards: readonly Hazard[]): { readonly speedRadPerS: number; readonly why: string } | null {
  const value = (id: string) => hazards.find((h) => h.id === id)?.value ?? null
  const [burst, free, share] = [value('burst-speed'), value('free-speed'), value('bearing-share')]
  const bearing = free !== null && share !== null && share > 0 ? free / share : null
  const half = burst === null ? null : OF_BURST * burst
  if (bearing !== null && (half === null || bearing < half))
    return { speedRadPerS: bearing, why: 'the bearing’s limiting speed' }
  return half === null ? null : { speedRadPerS: half, why: 'half the predicted burst speed, a quarter of its stress' }
}
