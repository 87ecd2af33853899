import { migrateProject } from '../migrations'
import { faultsOf, type Fault } from './faults'
import { tooLarge } from './too-large'
import { PROJECT_VERSION, projectSchema, type Project } from './schema'

export type ParsedProject =
  | { readonly ok: true; readonly project: Project }
  | { readonly ok: false; readonly message: string; readonly faults: readonly Fault[] }

/** Reads an unknown value as a project of this or an older version. Nothing is mended in silence. */
export function parseProject(value: unknown): ParsedProject {
  if (typeof value !== 'object' || value === null || !('schemaVersion' in value))
    return refuse('This is not a Grey Kettle project: it has no schemaVersion.')
  const version = value.schemaVersion
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return refuse(
      `schemaVersion is ${JSON.stringify(version)}; a whole number from 1 to ${PROJECT_VERSION} is expected.`,
    )
  if (version > PROJECT_VERSION)
    return refuse(
      `The project was saved by a newer Grey Kettle (document version ${version}; this one reads up to ${PROJECT_VERSION}). Update, then open it again.`,
    )
  const large = tooLarge(value)
  if (large) return refuse(large)
  try {
    const parsed = projectSchema.safeParse(migrateProject(value as { schemaVersion: number }))
    if (parsed.success) return { ok: true, project: parsed.data }
    const faults = faultsOf(parsed.error)
    return {
      ok: false,
      message: `The project has ${faults.length === 1 ? 'a fault' : `${faults.length} faults`}: ${faults[0].path}: ${faults[0].message}.`,
      faults,
    }
  } catch {
    // a document can be so wrong that its faults overflow the schema library, or a migration
    return refuse('The project has more faults than can be listed: it was not written by Grey Kettle, or was damaged.')
  }
}

const refuse = (message: string): ParsedProject => ({ ok: false, message, faults: [{ path: '(whole)', message }] })
