import type { Fault } from '../src/project/document'

/** A bad input: one line a fault on standard error, exit 2. */
export class BadInput extends Error {
  constructor(readonly faults: readonly Fault[]) {
    super(faults.map((f) => `${f.path}: ${f.message}`).join('\n'))
  }
}

export const badInput = (path: string, message: string): BadInput => new BadInput([{ path, message }])
