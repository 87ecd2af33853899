'use client'
import { useRouter } from 'next/navigation'
import { buildTitle, byMachine, type Build } from '../../project/document'
import { useProject } from '../../store'
import { ChoiceField } from '../../ui'

/** Goes to the same room with another build, named by machine and version. */
export function BuildPicker({ build, path }: { build: Build; path: string }) {
  const router = useRouter()
  const project = useProject()
  return (
    <ChoiceField
      label="Build"
      hideLabel
      roomy
      value={build.id}
      choices={byMachine(project, project.builds).map((b) => ({ value: b.id, label: buildTitle(project, b) }))}
      onChange={(id) => router.replace(`${path}?build=${id}`, { scroll: false })}
    />
  )
}
