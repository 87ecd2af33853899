/** @jest-environment node */
import { NextRequest } from 'next/server'
import { config, proxy } from './proxy'

const policyOf = () => proxy(new NextRequest('http://localhost/')).headers.get('content-security-policy') ?? ''
const directives = () =>
  new Map(
    policyOf()
      .split('; ')
      .map((d) => [d.split(' ')[0], d.split(' ').slice(1)]),
  )

test('everything not named is refused; what is named comes from the own origin', () => {
  const d = directives()
  expect(d.get('default-src')).toEqual(["'none'"])
  // a bench may be read from a program of this machine, and from nowhere else
  expect(d.get('connect-src')).toEqual(["'self'", 'http://localhost:*', 'http://127.0.0.1:*'])
  for (const name of ['worker-src', 'font-src', 'manifest-src', 'form-action']) expect(d.get(name)).toEqual(["'self'"])
  for (const name of ['base-uri', 'frame-ancestors']) expect(d.get(name)).toEqual(["'none'"])
})
test('scripts and style elements need the nonce, which differs each time', () => {
  const nonce = () => /'nonce-([^']+)'/.exec((directives().get('script-src') ?? []).join(' '))?.[1]
  const [a, b] = [nonce(), nonce()]
  expect(a).toBeTruthy()
  expect(a).not.toBe(b)
  expect(policyOf()).not.toMatch(/script-src[^;]*unsafe-inline/)
})
test('files of the build and the demo go without a page’s policy', () => {
  const pattern = new RegExp(`^${config.matcher[0].source}$`)
  expect(['/', '/build', '/bench'].every((p) => pattern.test(p))).toBe(true)
  expect(['/_next/static/a.js', '/demo/heron-window.zip', '/icon.svg'].some((p) => pattern.test(p))).toBe(false)
})
