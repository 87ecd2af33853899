'use client'
import type { Finding } from '../../../core/safety'
import { FindingList } from '../../shared'

/** Findings that arise at this station. An id that ends in a dash stands for all that begin with it. */
export const Findings = ({ findings, ids }: { findings: readonly Finding[]; ids: readonly string[] }) => (
  <FindingList
    findings={findings.filter((f) => ids.some((id) => (id.endsWith('-') ? f.id.startsWith(id) : f.id === id)))}
  />
)
