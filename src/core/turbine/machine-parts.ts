import type { ImpulseCasing, ImpulseRotor } from './impulse'
import type { TurbineSurroundings } from './turbine'

/** What the turning part is made of. */
export interface Print {
  readonly materialId: string
  readonly infill: number
  readonly loadedAcrossLayers: boolean
}

/** A machine's own figures, without what stands round it. */
export type OwnMachine<T> = Omit<T, keyof TurbineSurroundings>

/** A disc with blades on its rim, in a casing. */
export type BladedDisc = ImpulseRotor & {
  readonly bladeThicknessM: number
  readonly discThicknessM: number
  readonly hubRadiusM: number
  readonly casing: ImpulseCasing
}
