/**
 * Bundles the command line into one folder, so that a call does not compile it anew: `./kettle` runs this when a source
 * is newer.
 */
import { mkdirSync, renameSync, rmSync } from 'node:fs'
import { build } from 'esbuild'

const fresh = `.cache/kettle-${process.pid}`
mkdirSync('.cache', { recursive: true })
await build({
  entryPoints: ['cli/main.ts'],
  outdir: fresh,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  minifySyntax: true,
  // it finds its own WebAssembly beside itself
  external: ['manifold-3d'],
  banner: {
    js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
  },
  logLevel: 'warning',
})
// put in place at once: two calls may find it stale together
rmSync('.cache/kettle', { recursive: true, force: true })
renameSync(fresh, '.cache/kettle')
