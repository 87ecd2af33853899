import { billOf, type BillLine } from '../geometry'
import type { Join } from './part-kind'
import { assemblyOf, partSet, partSpec, standOf, type PartsInput } from './parts'

/** What goes on or into an end: a hose with its clip, or a fitting. */
const joining = ({ tail, hoseTo }: Join): Omit<BillLine, 'count'>[] => {
  if (tail.thread) return [{ code: 'fitting', size: tail.thread.size }]
  const size = `⌀ ${tail.hose} inside`
  return [...(hoseTo ? [] : [{ code: 'hose', size } as const]), { code: 'clip', size: `for hose ${size}` }]
}

/**
 * All that has to be bought for a machine, in the order in which it is needed; what joins it to hose and bench last.
 */
export function billOfMachine(input: PartsInput): BillLine[] {
  const joined = partSet(input).flatMap(({ name, copies }) => {
    const spec = partSpec(name, input)
    const gasket = spec?.gasket?.(input)
    const joins = [spec?.joins?.(input) ?? []].flat()
    return [
      ...(gasket ? [{ code: 'gasket', size: gasket, count: copies } as const] : []),
      ...joins.flatMap((join) =>
        joining(join).map((line): BillLine => ({ ...line, count: copies * (join.times ?? 1) })),
      ),
    ]
  })
  const stand = standOf(input)
  const ears: BillLine[] = stand ? [{ code: 'bench-screw', size: '⌀ 5', count: stand.shape.ears.length }] : []
  const lines = new Map<string, BillLine>()
  for (const line of [...joined, ...ears]) {
    const key = `${line.code} ${line.size}`
    lines.set(key, { ...line, count: line.count + (lines.get(key)?.count ?? 0) })
  }
  return [...billOf(assemblyOf(input)), ...lines.values()]
}
