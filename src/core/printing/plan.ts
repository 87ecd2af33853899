import type { Mesh } from '../geometry/solids'
import { layDown, type Lying } from './lie'
import { arrange, type Plate, type ToPrint, type TooLarge } from './plates'
import { SUPPORT_SHARE, printSeconds, type PrintSettings } from './time'

/** One plate with what it takes. */
export interface PlannedPlate<N extends string = string> {
  readonly on: Plate<N>
  /** Of the parts, printed solid, and of the supports. mm3. */
  readonly partsMm3: number
  readonly supportsMm3: number
  /** Estimate: within `TIME_RANGE`. */
  readonly seconds: number
}

/** How a set is printed. */
export interface PrintPlan<N extends string = string> {
  readonly plates: readonly PlannedPlate<N>[]
  readonly tooLarge: readonly TooLarge<N>[]
  /** How each part lies, by its name. */
  readonly lying: ReadonlyMap<N, Lying>
}

/** One part of a set that is to be printed. */
export interface PartOfSet<N extends string = string> {
  readonly name: N
  readonly copies: number
  readonly mesh: Mesh & { readonly volumeMm3: number }
}

/** Lays the parts of a set down, arranges them on as few beds as it finds, and reckons what each takes. */
export function printPlan<N extends string>(
  parts: readonly PartOfSet<N>[],
  settings: PrintSettings & { readonly bedMm: number },
): PrintPlan<N> {
  const lying = new Map(parts.map(({ name, mesh }) => [name, layDown(mesh)] as const))
  const volumes = new Map(parts.map(({ name, mesh }) => [name, mesh.volumeMm3] as const))
  const laid = parts.flatMap(({ name, copies, mesh }): ToPrint<N>[] => {
    const how = lying.get(name)
    return how ? [{ name, copies, mesh, lying: how }] : []
  })
  const { plates, tooLarge } = arrange(laid, settings.bedMm)
  return {
    plates: plates.map((on) => {
      const those = on.flatMap(({ name }) => lying.get(name) ?? [])
      return {
        on,
        partsMm3: on.reduce((sum, { name }) => sum + (volumes.get(name) ?? 0), 0),
        // a resin printer’s supports stand elsewhere, and a slicer makes them
        supportsMm3:
          settings.process === 'filament' ? SUPPORT_SHARE * those.reduce((sum, l) => sum + l.supportMm3, 0) : 0,
        seconds: printSeconds(those, settings),
      }
    }),
    tooLarge,
    lying,
  }
}
