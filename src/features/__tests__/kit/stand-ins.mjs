/** What stands for modules that need a server, a graphics card or workers, while screens are tested. */
const BY_NAME = {
  'next/navigation': './navigation.ts',
  'next/dynamic': './dynamic.tsx',
  'next/link': './link.tsx',
  'next-themes': './themes.ts',
  tinykeys: './keys.ts',
}
const here = (file) => new URL(file, import.meta.url).href

export async function resolve(specifier, context, next) {
  if (specifier in BY_NAME) return next(here(BY_NAME[specifier]), context)
  const found = await next(specifier, context)
  const ours = found.url.split('?')[0].endsWith('/src/workers/index.ts') && !context.parentURL?.includes('/kit/')
  return ours ? next(here('./workers.ts'), context) : found
}

export const load = (url, context, next) =>
  url.endsWith('.css') ? { format: 'module', source: '', shortCircuit: true } : next(url, context)
