import type { Draft } from 'immer'
import type { Supply } from '../../../project/document'
import type { AirStationProps } from '../stations/station-props'

export type SupplyOf<K extends Supply['kind']> = Extract<Supply, { kind: K }>

/** Changes the supply while it is of a kind. */
export const supplyEdit =
  <K extends Supply['kind']>(edit: AirStationProps['edit'], kind: K) =>
  (label: string, recipe: (supply: Draft<SupplyOf<K>>) => void, key?: string): void =>
    edit(label, (b) => void (b.supply.kind === kind && recipe(b.supply as Draft<SupplyOf<K>>)), key)

export interface SourceProps<K extends Supply['kind']> extends AirStationProps {
  readonly supply: SupplyOf<K>
}
