import { spawnSync } from 'node:child_process'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'

/** Test files that try a sample of a property: those that ask how many cases that is. */
const sampled = (): string[] =>
  ['src', 'cli']
    .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((file) => join(folder, file)))
    .filter((file) => /\.test\.tsx?$/.test(file) && /\bsample\(/.test(readFileSync(file, 'utf8')))

/** The properties of the unit tests with so many times their sample; true when all hold. */
export function tryProperties(times: number): boolean {
  const { status } = spawnSync(
    'npx',
    ['jest', '--silent', '--testTimeout', String(60_000 * Math.max(1, times)), ...sampled()],
    { stdio: 'inherit', env: { ...process.env, CAMPAIGN_TIMES: String(times) } },
  )
  return status === 0
}
