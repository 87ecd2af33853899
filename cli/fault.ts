import type { Fault } from '../src/project/document'

/** Control characters as \\u escapes: what a file's keys say must not move the cursor of a terminal, or add a line. */
export const plainly = (text: string): string =>
  text.replace(
    /[\u0000-\u001f\u007f-\u009f\u2028\u2029]/g,
    (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`,
  )

/** A bad input: one line a fault on standard error, exit 2. */
export class BadInput extends Error {
  constructor(readonly faults: readonly Fault[]) {
    super(faults.map((f) => plainly(`${f.path}: ${f.message}`)).join('\n'))
  }
}

export const badInput = (path: string, message: string): BadInput => new BadInput([{ path, message }])
