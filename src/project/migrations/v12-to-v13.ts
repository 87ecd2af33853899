/**
 * Version 13: a rope's balance says what its reading is multiplied by, and how well it is known; until now it was taken
 * as it was, known as well as the weights.
 */
export function v12ToV13(document: { schemaVersion: number }): { schemaVersion: number } {
  const { rigs } = document as { schemaVersion: number; rigs?: unknown }
  const moved = (rig: unknown) =>
    typeof rig === 'object' && rig !== null && 'kind' in rig && rig.kind === 'rope'
      ? {
          ...rig,
          scaleFactor: 1,
          ...('weightRelativeUncertainty' in rig ? { scaleRelativeUncertainty: rig.weightRelativeUncertainty } : {}),
        }
      : rig
  return {
    ...document,
    schemaVersion: 13,
    ...(Array.isArray(rigs) ? { rigs: rigs.map(moved) } : {}),
  } as { schemaVersion: number }
}
