import type { Ambient } from '../air'
import type { LinePart, NozzleEdge, OutletForm } from '../flow'
import type { Balloon, Blower, Compressor, CoolingCoil, HandPump, Regulator, WallHeat } from '../supply'
import type { ShaftLayout } from '../strength'
import type { TurbineCoefficients } from '../turbine'
import type { TurbineMachine } from '../machines'

export type SupplyInput =
  | {
      readonly kind: 'steady'
      readonly gaugePressurePa: number
      readonly airTemperatureK: number
      /** Where it stands for a vessel: what that vessel's maker allows, null when not known. */
      readonly ratedGaugePressurePa?: number | null
    }
  | ({
      readonly kind: 'compressor'
      /** As measured; null where it is to be worked out from pump, tank and coil. */
      readonly airTemperatureK: number | null
      /** Isentropic efficiency of the pump. */
      readonly pumpEfficiency: number
      readonly coil: CoolingCoil | null
    } & Compressor)
  | {
      readonly kind: 'vessel'
      readonly volumeM3: number
      readonly gaugePressurePa: number
      readonly airTemperatureK: number
      readonly heat: WallHeat
      readonly pump: HandPump
      /** What its maker allows; null when not known. */ readonly ratedGaugePressurePa: number | null
    }
  | { readonly kind: 'blower'; readonly blower: Blower; readonly temperatureRiseK: number }
  | {
      readonly kind: 'breath'
      readonly shutOffPa: number
      readonly freeFlowM3PerS: number
      readonly lungVolumeM3: number
    }
  | { readonly kind: 'wind'; readonly speedMPerS: number; readonly areaM2: number; readonly capture: number }
  | { readonly kind: 'balloon'; readonly balloon: Balloon }

export interface LineInput {
  readonly regulator: Regulator | null
  /** From the regulator on, in the order of the air. */
  readonly parts: readonly LinePart[]
}

export interface NozzleInput {
  /** Of the round hole with the area of one nozzle's throat, whatever its form. */
  readonly throatDiameterM: number
  readonly exitDiameterM: number
  readonly count: number
  readonly form: OutletForm
  /** Rounded where left out. */
  readonly edge?: NozzleEdge
}

/** What the air passes before it does any work: all that the first links of the air line need. */
export interface AirInput {
  readonly ambient: Ambient
  readonly supply: SupplyInput
  readonly line: LineInput
  readonly nozzle: NozzleInput
  readonly coefficients: Pick<TurbineCoefficients, 'discharge' | 'velocity'>
  /** Gauge pressure at the nozzle below which the machine does nothing useful. */
  readonly leastGaugePressurePa: number
  /** What the machine lets through over what its nozzle alone would, at the working speed; 1 where left out. */
  readonly flowShare?: number
}

/** Everything that a prediction of one turbine build needs, station by station. */
export interface PredictionInput extends AirInput {
  readonly nozzle: NozzleInput & { readonly angleRad: number; readonly gapM: number }
  readonly machine: TurbineMachine
  readonly shaft: { readonly bearingClassId: string; readonly bearingCount: number } & Pick<
    ShaftLayout,
    'diameterM' | 'spanM' | 'overhangM'
  > & {
      /** Belt, gear or wheel pulling sideways at the rotor. */
      readonly sideLoadN: number
      /** Balance quality grade, m/s: 6.3e-3 for G 6.3. */
      readonly balanceGradeMPerS: number
    }
  readonly load: { readonly speedRadPerS: number; readonly wantedPowerW: number }
  readonly coefficients: TurbineCoefficients
}
