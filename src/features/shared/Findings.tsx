'use client'
import type { Finding } from '../../core/safety'
import { Advice } from '../../ui'
import { useShown } from './display'

/** Findings as they arise: what, why, and what would mend it, in the maker's units. */
export function Findings({ findings }: { findings: readonly Finding[] }) {
  const shown = useShown()
  return (
    <>
      {findings.map((f) => (
        <Advice
          key={f.id}
          tone={f.state === 'do not run' ? 'warn' : f.state === 'watch' ? 'advice' : 'note'}
          title={shown.words(f.what)}
        >
          {shown.words(`${f.why} ${f.mend}`)}
        </Advice>
      ))}
    </>
  )
}
