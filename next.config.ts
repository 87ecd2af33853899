import type { NextConfig } from 'next'

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
  headers: () => Promise.resolve([{ source: '/:path*', headers }]),
}

export default config
