import { NextResponse, type NextRequest } from 'next/server'

/** Programs of this machine that a maker has a bench read from. Nothing beyond it can be asked. */
const OWN_MACHINE = 'http://localhost:* http://127.0.0.1:*'

/**
 * A fresh nonce and the content policy for each page. Everything comes from the application's own origin:
 * scripts and style elements by nonce, WebAssembly for the solids, style attributes as drawn by the charts.
 */
export function proxy(request: NextRequest): NextResponse {
  const nonce = btoa(crypto.randomUUID())
  const development = process.env.NODE_ENV === 'development'
  const policy = [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'${development ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self' ${OWN_MACHINE}${development ? ' ws:' : ''}`,
    "worker-src 'self'",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  return response
}

export const config = {
  matcher: [
    {
      source: '/((?!_next/static|_next/image|demo/|icon).*)',
      missing: [{ type: 'header', key: 'next-router-prefetch' }],
    },
  ],
}
