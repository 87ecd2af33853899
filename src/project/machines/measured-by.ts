import type { MachineKind } from './contract'

/** Code of the figure that runs of a kind are known by. */
export const measuredBy = ({ judgedBy, measuredBy: own }: Pick<MachineKind, 'judgedBy' | 'measuredBy'>): string =>
  own ?? judgedBy
