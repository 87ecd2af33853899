import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { NextConfig } from 'next'

/**
 * All that makes results of recordings, in one hash: results are kept in the browser from visit to visit, and none may
 * outlive what made it. Empty while developing, where the code changes under the page: nothing is kept then.
 */
function resultsBy(): string {
  if (process.env.NODE_ENV !== 'production') return ''
  const files = ['src/core', 'src/project', 'src/workers'].flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((name) => join(folder, name)),
  )
  const hash = createHash('sha256').update(readFileSync('package-lock.json'))
  for (const file of files.filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts')).sort())
    hash.update(file).update(readFileSync(file))
  return hash.digest('hex').slice(0, 16)
}

/**
 * Headers that hold for every answer, files included; pages get their content policy, with a nonce, from
 * `src/proxy.ts`.
 */
const headers = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'Referrer-Policy', value: 'no-referrer' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  {
    key: 'Permissions-Policy',
    value: 'camera=(), geolocation=(), payment=(), usb=(), microphone=(self), serial=(self)',
  },
]

const config: NextConfig = {
  reactStrictMode: true,
  // Keeps every element whose inputs did not change, so that a typed digit renders what follows from it and no more.
  reactCompiler: true,
  poweredByHeader: false,
  // Served to the machine that it runs on: packing every file anew takes longer than handing it over.
  compress: false,
  devIndicators: false,
  // Types are checked by their own command, before any build.
  typescript: { ignoreBuildErrors: true },
  productionBrowserSourceMaps: false,
  experimental: { optimizePackageImports: ['@chakra-ui/react', 'lucide-react', 'recharts'] },
  env: { RESULTS_BY: resultsBy() },
  headers: () => Promise.resolve([{ source: '/:path*', headers }]),
}

export default config
