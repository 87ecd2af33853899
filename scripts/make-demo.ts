import { mkdirSync, writeFileSync } from 'node:fs'
import { packArchive } from '../src/project/archive'
import { makeDemo } from '../src/project/demo'

/** Writes the demo project that the application opens on its first visit. */
const target = 'public/demo/heron-window.zip'
const bytes = packArchive(makeDemo())
mkdirSync('public/demo', { recursive: true })
writeFileSync(target, bytes)
console.log(`${target}: ${bytes.length} bytes`)
