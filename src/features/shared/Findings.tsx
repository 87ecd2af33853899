'use client'
import type { Finding } from '../../core/safety'
import { Advice } from '../../ui'
import { useShown } from './display'
import { findingWords } from '../../words'

/** Findings as they arise: what, why, and what would mend it, in the maker's units. */
export function Findings({ findings }: { findings: readonly Finding[] }) {
  const shown = useShown()
  return (
    <>
      {findings.map((f) => {
        const { what, why, mend } = findingWords(f)
        return (
          <Advice
            key={f.id}
            tone={f.state === 'do not run' ? 'warn' : f.state === 'watch' ? 'advice' : 'note'}
            title={shown.words(what)}
          >
            {shown.words(`${why} ${mend}`)}
          </Advice>
        )
      })}
    </>
  )
}
