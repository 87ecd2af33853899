/* eslint-disable @typescript-eslint/no-require-imports -- loaded by jest itself, before anything that could turn it into a module */
/* Loaded before every test file of a mutated copy: which fault is planted, and which ones a file comes by. */
const { appendFileSync } = require('node:fs')

const planted = Number(process.env.FAULT ?? -1)
const log = process.env.FAULT_LOG
const met = new Set()
globalThis.__fault = log ? (id) => (met.add(id), false) : (id) => id === planted
if (log) afterAll(() => appendFileSync(log, `${JSON.stringify({ test: expect.getState().testPath, met: [...met] })}\n`))
