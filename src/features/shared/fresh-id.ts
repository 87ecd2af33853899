/** A new id that no other tab will make. */
export const freshId = (kind: string): string => `${kind}-${crypto.randomUUID().slice(0, 13)}`
