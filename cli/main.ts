import { readFileSync } from 'node:fs'
import { systemWords } from './files'
import { run } from './run'

/** A reader that went away early is no fault of ours; a full disk behind a redirection is said. */
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') process.stderr.write(`(output): ${systemWords(error)}\n`)
  process.exit(error.code === 'EPIPE' ? 0 : 2)
})

void run(process.argv.slice(2), () => readFileSync(0, 'utf8')).then(({ exit, stdout, stderr }) => {
  process.exitCode = exit
  process.stdout.write(stdout)
  process.stderr.write(stderr)
})
