import { airDensity } from '../../core/air'
import { outletPressureLoss } from '../../core/geometry'
import { PhysicsError } from '../../core/errors'
import { kindOf, type Build, type Project } from '../document'
import { housingOutletArea } from '../../core/machines'

export interface OutletCheck {
  readonly areaM2: number
  /** What the outlets keep back, and that over the pressure at the nozzle. Estimate, within about a third. */
  readonly lossPa: number
  readonly share: number
  /** Area at which they would keep back a hundredth, m2. */
  readonly enoughM2: number
}

/**
 * Whether the air of a build gets out of its printed housing; null for machines without one, and where no air is
 * predicted.
 */
export function outletCheck(build: Build, ambient: Project['ambient']): OutletCheck | null {
  const areaM2 = housingOutletArea(kindOf(build).parts(build))
  if (areaM2 === null) return null
  try {
    const { air } = kindOf(build).predict(build, { ambient })
    const density = airDensity(ambient.absolutePressurePa, ambient.temperatureK)
    const gauge = Math.max(1, air.nozzlePressurePaAbs - ambient.absolutePressurePa)
    const lossPa = areaM2 > 0 ? outletPressureLoss(areaM2, air.massFlowKgPerS, density) : gauge
    const enoughM2 = Math.sqrt(outletPressureLoss(1, air.massFlowKgPerS, density) / (0.01 * gauge))
    return { areaM2, lossPa, share: Math.min(1, lossPa / gauge), enoughM2 }
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}
