import data from './check-values.json'

export interface CheckValue {
  readonly id: string
  readonly topic: string
  readonly name: string
  readonly inputs: Readonly<Record<string, { readonly value: number | string; readonly unit: string }>>
  readonly value: number
  readonly unit: string
  readonly tolerance: { readonly rel?: number; readonly abs?: number }
  readonly source: string
  /** How the value was come by; "recalled from memory" where that is so. */
  readonly from: string
}

const entries = data.entries as unknown as readonly CheckValue[]

/**
 * Check values whose id begins so, as rows for `test.each`; throws when there are none, so that no test passes for want
 * of values.
 */
export function checksOf(prefix: string): [string, CheckValue][] {
  const found = entries.filter((e) => e.id.startsWith(prefix))
  if (found.length === 0) throw new Error(`No check values begin with ${prefix}`)
  return found.map((e) => [`${e.id}: ${e.name} (${e.source}; ${e.from})`, e])
}

/** A numeric input of a check value. */
export function given(check: CheckValue, name: string): number {
  const input = check.inputs[name]
  if (typeof input?.value !== 'number') throw new Error(`${check.id} gives no number ${name}`)
  return input.value
}

/** Fails unless the computed value lies within the check's own tolerance. */
export function expectCheck(computed: number, check: CheckValue): void {
  const slack = check.tolerance.abs ?? (check.tolerance.rel ?? 0) * Math.abs(check.value)
  expect(Math.abs(computed - check.value)).toBeLessThanOrEqual(slack)
}
