'use client'
import { ChakraProvider } from '@chakra-ui/react'
import createCache, { type EmotionCache } from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import { ThemeProvider } from 'next-themes'
import { useServerInsertedHTML } from 'next/navigation'
import { useState, type ReactNode } from 'react'
import { Shell } from '../features/shell'
import { system } from '../ui/theme'

/** An Emotion cache that remembers what it inserted, so that the server can send those styles ahead of the markup. */
function flushingCache(nonce: string | undefined): {
  cache: EmotionCache
  flush: () => { name: string; isGlobal: boolean; css: string }[]
} {
  const cache = createCache({ key: 'css', nonce })
  cache.compat = true
  const insert = cache.insert.bind(cache)
  let fresh: { name: string; isGlobal: boolean }[] = []
  cache.insert = (...args) => {
    const [selector, serialized] = args
    if (cache.inserted[serialized.name] === undefined) fresh.push({ name: serialized.name, isGlobal: !selector })
    return insert(...args)
  }
  const flush = () => {
    const flushed = fresh
      .map((entry) => ({ ...entry, css: String(cache.inserted[entry.name] ?? '') }))
      .filter((e) => e.css !== '' && e.css !== 'true')
    fresh = []
    return flushed
  }
  return { cache, flush }
}

function StyleRegistry({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  const [{ cache, flush }] = useState(() => flushingCache(nonce))
  useServerInsertedHTML(() => {
    const styles = flush()
    if (styles.length === 0) return null
    const scoped = styles.filter((s) => !s.isGlobal)
    return (
      <>
        {styles
          .filter((s) => s.isGlobal)
          .map((s) => (
            <style
              key={s.name}
              nonce={nonce}
              data-emotion={`${cache.key}-global ${s.name}`}
              dangerouslySetInnerHTML={{ __html: s.css }}
            />
          ))}
        {scoped.length > 0 && (
          <style
            nonce={nonce}
            data-emotion={`${cache.key} ${scoped.map((s) => s.name).join(' ')}`}
            dangerouslySetInnerHTML={{ __html: scoped.map((s) => s.css).join('') }}
          />
        )}
      </>
    )
  })
  return <CacheProvider value={cache}>{children}</CacheProvider>
}

export function Providers({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  return (
    <StyleRegistry nonce={nonce}>
      <ChakraProvider value={system}>
        <ThemeProvider
          attribute="class"
          defaultTheme="system"
          enableSystem
          nonce={nonce}
          storageKey="grey-kettle-theme"
        >
          <Shell>{children}</Shell>
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  )
}
