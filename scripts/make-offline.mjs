/** Makes the service worker that keeps the application in the browser: run after `next build`, whose files it lists. */
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { getManifest } from '@serwist/build'
import { build } from 'esbuild'

const ROOMS = [
  '/',
  '/build',
  '/find',
  '/make',
  '/make/sheet',
  '/bench',
  '/bench/live',
  '/bench/plan',
  '/bench/card',
  '/compare',
]
const version = readFileSync('.next/BUILD_ID', 'utf8').trim()
const common = { maximumFileSizeToCacheInBytes: 30 * 1024 * 1024 }
// names under static carry their own hash
const code = await getManifest({
  ...common,
  globDirectory: '.next/static',
  globPatterns: ['**/*'],
  modifyURLPrefix: { '': '/_next/static/' },
  dontCacheBustURLsMatching: /./,
})
const files = await getManifest({
  ...common,
  globDirectory: 'public',
  globPatterns: ['**/*'],
  globIgnores: ['service-worker.js'],
  modifyURLPrefix: { '': '/' },
})
const icon = createHash('md5').update(readFileSync('src/app/icon.svg')).digest('hex')
const kept = [
  ...code.manifestEntries,
  ...files.manifestEntries,
  ...ROOMS.map((url) => ({ url, revision: version })),
  { url: '/manifest.webmanifest', revision: version },
  { url: '/icon.svg', revision: icon },
]
for (const { count, warnings } of [code, files])
  if (warnings.length > 0 || count === 0) throw new Error(`The list of kept files is not whole: ${warnings.join('; ')}`)
await build({
  entryPoints: ['offline/service-worker.ts'],
  outfile: 'public/service-worker.js',
  bundle: true,
  minify: true,
  target: 'es2022',
  define: {
    KEPT_FILES: JSON.stringify(kept),
    VERSION: JSON.stringify(version),
    ROOMS: JSON.stringify(ROOMS),
    'process.env.NODE_ENV': '"production"',
  },
  logLevel: 'warning',
})
const size = [code, files].reduce((sum, m) => sum + m.size, 0)
console.log(`Kept for work without the server: ${kept.length} files, ${(size / 1e6).toFixed(1)} MB`)
