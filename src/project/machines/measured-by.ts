import type { MachineKind } from './contract'

/** The figure that runs of a kind are known by. */
export const measuredBy = ({
  judgedBy,
  judgedKind,
  measuredBy: own,
}: Pick<MachineKind, 'judgedBy' | 'judgedKind' | 'measuredBy'>): NonNullable<MachineKind['measuredBy']> =>
  own ?? { id: judgedBy, kind: judgedKind }
