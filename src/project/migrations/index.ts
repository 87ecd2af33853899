import { v1ToV2 } from './v1-to-v2'
import { v2ToV3 } from './v2-to-v3'
import { v3ToV4 } from './v3-to-v4'
import { v4ToV5 } from './v4-to-v5'
import { v5ToV6 } from './v5-to-v6'
import { v6ToV7 } from './v6-to-v7'
import { v7ToV8 } from './v7-to-v8'
import { v8ToV9 } from './v8-to-v9'
import { v9ToV10 } from './v9-to-v10'
import { v10ToV11 } from './v10-to-v11'
import { v11ToV12 } from './v11-to-v12'
import { v12ToV13 } from './v12-to-v13'

/** A step from one document version to the next: pure, never edited once released, numbered without gaps. */
type Migration = (document: { schemaVersion: number }) => { schemaVersion: number }

/** `MIGRATIONS[v]` turns version v into v + 1. */
export const MIGRATIONS: Readonly<Record<number, Migration>> = {
  1: v1ToV2,
  2: v2ToV3,
  3: v3ToV4,
  4: v4ToV5,
  5: v5ToV6,
  6: v6ToV7,
  7: v7ToV8,
  8: v8ToV9,
  9: v9ToV10,
  10: v10ToV11,
  11: v11ToV12,
  12: v12ToV13,
}

/** Brings an older document up step by step; a version without a step is handed on as it is for the schema to judge. */
export function migrateProject(
  document: { schemaVersion: number },
  steps: Readonly<Record<number, Migration>> = MIGRATIONS,
): { schemaVersion: number } {
  let current = document
  while (steps[current.schemaVersion]) {
    const next = steps[current.schemaVersion](current)
    if (next.schemaVersion !== current.schemaVersion + 1)
      throw new RangeError(`Migration from ${current.schemaVersion} gave ${next.schemaVersion}`)
    current = next
  }
  return current
}
