/**
 * Serves the built application: pages and files only, to this machine unless told otherwise. PORT and HOST choose
 * where.
 */
import { createServer } from 'node:http'

process.env.NEXT_TELEMETRY_DISABLED = '1'
process.env.NODE_ENV = 'production'
const { default: next } = await import('next')

const port = Number(process.env.PORT ?? 4310)
const host = process.env.HOST ?? '127.0.0.1'
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  console.error(`PORT is ${process.env.PORT}; a whole number from 1 to 65535 is expected.`)
  process.exit(1)
}
/** Answers beside the pages carry no policy of their own; one that is not found shows text and nothing else. */
const NOTHING =
  "default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"

const app = next({ dev: false, hostname: host, port })
await app.prepare()
const handle = app.getRequestHandler()
const server = createServer((request, response) => {
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    response.writeHead(405, { Allow: 'GET, HEAD', 'Content-Type': 'text/plain', 'X-Content-Type-Options': 'nosniff' })
    response.end('Only GET and HEAD are answered here.\n')
    return
  }
  const writeHead = response.writeHead.bind(response)
  response.writeHead = (status, ...rest) => {
    if (status >= 400 && !response.hasHeader('content-security-policy'))
      response.setHeader('content-security-policy', NOTHING)
    return writeHead(status, ...rest)
  }
  void handle(request, response)
})
server.on('error', (error) => {
  const why =
    { EADDRINUSE: 'is taken by another program', EACCES: 'may not be used by you' }[error.code] ?? error.message
  console.error(`Port ${port} on ${host} ${why}. Choose another: PORT=4400 ./start.sh`)
  process.exit(1)
})
server.listen(port, host, () => console.log(`Ready on http://${host}:${port}`))
