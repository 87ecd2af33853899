import { readFileSync } from 'node:fs'
import { openArchive, type ProjectBundle } from '../archive'

let kept: ProjectBundle | null = null

function open(): ProjectBundle {
  const opened = openArchive(readFileSync('public/demo/heron-window.zip'))
  if (!opened.ok) throw new Error(`${opened.message} Make the demo anew: npm run demo`)
  return opened.bundle
}

/**
 * For tests: the demo as it is kept for the application, read far sooner than it is made (`npm run demo`). A test of
 * the archive holds it against what is made.
 */
export const keptDemo = (): ProjectBundle => structuredClone((kept ??= open()))
