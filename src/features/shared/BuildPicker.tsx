'use client'
import { useRouter } from 'next/navigation'
import type { Build } from '../../project/document'
import { useProject } from '../../store'
import { ChoiceField } from '../../ui'

/** Goes to the same room with another build. */
export function BuildPicker({ build, path }: { build: Build; path: string }) {
  const router = useRouter()
  const { builds } = useProject()
  return <ChoiceField label="Build" hideLabel value={build.id} choices={builds.map((b) => ({ value: b.id, label: b.name }))} onChange={(id) => router.replace(`${path}?build=${id}`, { scroll: false })} />
}
