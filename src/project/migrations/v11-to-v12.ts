const WEIGHS: readonly unknown[] = ['brake', 'thrust', 'run-down']

/**
 * Version 12: rigs with a scale or a load cell say what its reading is multiplied by; until now it was taken as it was.
 */
export function v11ToV12(document: { schemaVersion: number }): { schemaVersion: number } {
  const { rigs } = document as { schemaVersion: number; rigs?: unknown }
  const moved = (rig: unknown) =>
    typeof rig === 'object' && rig !== null && 'kind' in rig && WEIGHS.includes(rig.kind)
      ? { ...rig, scaleFactor: 1 }
      : rig
  return {
    ...document,
    schemaVersion: 12,
    ...(Array.isArray(rigs) ? { rigs: rigs.map(moved) } : {}),
  } as { schemaVersion: number }
}
