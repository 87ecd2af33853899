import fc from 'fast-check'
import { buildSchema } from '../validation'
import { FEED_FIELDS, machineFields, fieldLimits, fieldValue, newBuild, setField, type TurbineBuild } from '.'
import type { Family } from '../../core/machines'

/**
 * For tests: a build of a family with every number moved by up to a factor of two either way, where the document takes
 * it.
 */
export function variedBuilds(family: Family): fc.Arbitrary<TurbineBuild> {
  const base = newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, family)
  const fields = [...machineFields(family), ...FEED_FIELDS]
  return fc
    .tuple(
      ...fields.map((f) =>
        f.type === 'choice'
          ? fc.constantFrom(...f.choices.map((c) => c.value))
          : fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      ),
    )
    .map((draws) => {
      const build = structuredClone(base)
      fields.forEach((f, i) => {
        if (f.type === 'choice') return setField(build, f.path, draws[i] as string)
        const moved = Math.min(
          fieldLimits(f)[1],
          Math.max(fieldLimits(f)[0], (fieldValue(base, f.path) as number) * 2 ** (draws[i] as number)),
        )
        setField(build, f.path, f.whole ? Math.round(moved) : moved)
      })
      const { nozzle } = build.machine
      nozzle.exitDiameterM = Math.max(nozzle.exitDiameterM, nozzle.throatDiameterM)
      nozzle.inletBoreM = Math.max(nozzle.inletBoreM, 1.2 * nozzle.throatDiameterM)
      return build
    })
    .filter((b) => buildSchema.safeParse(b).success)
}
