'use client'
import type { Finding } from '../../../core/safety'
import { Advice } from '../../../ui'

/** Findings that arise at this station: what, why, and what would mend it. */
export const Findings = ({ findings, ids }: { findings: readonly Finding[]; ids: readonly string[] }) => (
  <>
    {findings
      .filter((f) => ids.includes(f.id))
      .map((f) => (
        <Advice key={f.id} tone={f.state === 'do not run' ? 'warn' : f.state === 'watch' ? 'advice' : 'note'} title={f.what}>
          {f.why} {f.mend}
        </Advice>
      ))}
  </>
)
