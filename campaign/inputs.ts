import { fork } from 'node:child_process'
import { fileURLToPath } from 'node:url'

const HANG_MS = 2000
/** The first input of a process also loads what it needs. */
const START_MS = 60_000

export interface Tally {
  readonly tried: number
  readonly failures: readonly { readonly seed: number; readonly fault: string; readonly input: string }[]
}

/**
 * Tries many inputs in a process of their own; one that hangs over two seconds is a failure, and the rest goes on after
 * it.
 */
export async function tryInputs(kind: 'cli' | 'importers', count: number, first = 0): Promise<Tally> {
  const failures: { seed: number; fault: string; input: string }[] = []
  let next = first
  while (next < first + count)
    await new Promise<void>((done) => {
      const child = fork(
        fileURLToPath(new URL('./child.ts', import.meta.url)),
        [kind, String(next), String(first + count)],
        { execArgv: ['--import', 'tsx'] },
      )
      let at = next
      let clock: ReturnType<typeof setTimeout>
      const watch = (ms: number) => {
        clearTimeout(clock)
        clock = setTimeout(() => {
          failures.push({ seed: at, fault: `hung over ${ms / 1000} s`, input: '' })
          at++
          child.kill('SIGKILL')
        }, ms)
      }
      watch(START_MS)
      let loaded = false
      child.on('message', (told: { at: number } | { seed: number; fault: string; input: string }) => {
        if ('fault' in told) failures.push(told)
        else {
          // the first answer takes what the program needs to warm up
          watch(loaded ? HANG_MS : START_MS)
          loaded = told.at > next
          at = told.at
        }
      })
      child.on('exit', (code) => {
        clearTimeout(clock)
        if (code !== 0 && code !== null) failures.push({ seed: at++, fault: `ended with ${code}`, input: '' })
        next = at
        done()
      })
    })
  return { tried: count, failures }
}
