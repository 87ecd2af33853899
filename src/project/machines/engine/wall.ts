import type { PressedWall } from '../../../core/safety'
import type { EngineMachine } from './input'

/** What of an engine holds the pressure. */
export const wallOf = (m: EngineMachine): PressedWall => {
  const { wallM, materialId, infill, loadedAcrossLayers } = m
  const made = { wallM, materialId, infill, loadedAcrossLayers }
  if (m.family !== 'three-flank-engine') return { boreM: m.boreM, ...made }
  // as if it were round, as wide as it is long
  const radiusM = m.radiusM + m.eccentricityM
  return { boreM: 2 * radiusM, ...made, cover: { radiusM, thicknessM: m.coverM } }
}
