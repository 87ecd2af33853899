import type { TableMapping } from '../../src/project/document'
import { UNITS_OF, UNKNOWN_UNIT, guessMapping, type Role, type Table } from '../../src/project/recording'
import { badInput } from '../fault'

/**
 * Columns as they are given on the command line: a header by what it holds, null for none, `<what>Unit` where the
 * header tells none.
 */
export type GivenMapping = Readonly<Record<string, string | null>>

/** A role goes by its id, and a trace's signal by what it is of. */
const namesOf = (role: Role): string[] => (role.id === 'signal' ? ['signal', role.label.toLowerCase()] : [role.id])

/** The mapping that was given over the one that is guessed. */
export function mappingFrom(table: Table, roles: readonly Role[], given: GivenMapping = {}): TableMapping {
  const known = new Set(roles.flatMap((r) => namesOf(r).flatMap((n) => [n, `${n}Unit`])))
  const foreign = Object.keys(given).find((key) => !known.has(key))
  if (foreign)
    throw badInput(`mapping.${foreign}`, `Nothing is read from a column called that. Known: ${[...known].join(', ')}.`)
  const guess = guessMapping(table.columns, roles)
  const columns: TableMapping['columns'] = { ...guess.columns }
  for (const role of roles) {
    const own = namesOf(role).find((n) => n in given)
    const header = own === undefined ? guess.columns[role.id]?.header : given[own]
    const unit = namesOf(role)
      .map((n) => given[`${n}Unit`])
      .find((u) => u !== undefined && u !== null)
    if (unit !== undefined && UNITS_OF[role.of]?.[unit] === undefined)
      throw badInput(
        `mapping.${role.id}Unit`,
        `“${unit}” is no unit of ${role.word}. Known: ${Object.keys(UNITS_OF[role.of] ?? {}).join(', ')}.`,
      )
    if (header === null || header === undefined) delete columns[role.id]
    else {
      const same = guess.columns[role.id]?.header === header
      columns[role.id] = { header, unit: unit ?? (same ? guess.columns[role.id].unit : (role.plain ?? UNKNOWN_UNIT)) }
    }
  }
  return { ...guess, columns }
}
