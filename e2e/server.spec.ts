import { request as ask } from 'node:http'
import { execFile } from 'node:child_process'
import { expect, test } from './helpers'

const answer = (base: string, path: string, method = 'GET') =>
  new Promise<{ status: number; policy: string; allow: string }>((done, fail) =>
    ask(new URL(path, base), { method }, (r) => {
      r.resume()
      done({
        status: r.statusCode ?? 0,
        policy: String(r.headers['content-security-policy'] ?? ''),
        allow: String(r.headers.allow ?? ''),
      })
    })
      .on('error', fail)
      .end(),
  )

test('what is not found carries a policy, wherever it is asked for', async ({ baseURL }) => {
  for (const path of ['/nowhere', '/demo/none.zip', '/_next/static/none.js', '/iconic', '/api/none']) {
    const { status, policy } = await answer(baseURL ?? '', path)
    expect([path, status]).toEqual([path, 404])
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("frame-ancestors 'none'")
  }
})

test('only GET and HEAD are answered', async ({ baseURL }) => {
  for (const method of ['TRACE', 'POST', 'PUT', 'DELETE', 'OPTIONS'])
    expect(await answer(baseURL ?? '', '/', method)).toMatchObject({ status: 405, allow: 'GET, HEAD' })
  expect((await answer(baseURL ?? '', '/', 'HEAD')).status).toBe(200)
})

test.describe('the start says early what would fail late', () => {
  const start = (env: Record<string, string>) =>
    new Promise<{ code: number; said: string }>((done) => {
      const child = execFile('./start.sh', { env: { ...process.env, ...env }, timeout: 20_000 }, (error, out, err) =>
        done({ code: Number(error?.code ?? 0), said: out + err }),
      )
      child.stdin?.end()
    })
  test('a port that is taken', async ({ baseURL }) => {
    const { port } = new URL(baseURL ?? '')
    expect(await start({ PORT: port, HOST: '127.0.0.1' })).toEqual({
      code: 1,
      said: `Port ${port} on 127.0.0.1 is taken by another program. Choose another: PORT=4400 ./start.sh\n`,
    })
  })
  test('a port that is none', async () => {
    expect(await start({ PORT: '99999' })).toEqual({
      code: 1,
      said: 'PORT is 99999; a whole number from 1 to 65535 is expected.\n',
    })
  })
})
