/* Loaded before the tests of a mutated copy: which fault is planted, and which ones a file comes by. */
import { appendFileSync } from 'node:fs'

const planted = Number(process.env.FAULT ?? -1)
const log = process.env.FAULT_LOG
const met = new Set()

/** Written as soon as it is met: nobody tells a process when its last file has ended. */
function noted(id) {
  const test = globalThis.expect.getState().testPath
  const line = `${id} ${test}`
  if (met.has(line)) return false
  met.add(line)
  appendFileSync(log, `${line}\n`)
  return false
}

globalThis.__fault = log ? noted : (id) => id === planted
