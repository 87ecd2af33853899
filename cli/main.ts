import { readFileSync } from 'node:fs'
import { run } from './run'

void run(process.argv.slice(2), () => readFileSync(0, 'utf8')).then(({ exit, stdout, stderr }) => {
  process.stdout.write(stdout)
  process.stderr.write(stderr)
  process.exitCode = exit
})
