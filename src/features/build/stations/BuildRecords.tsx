'use client'
import { fileStem, type Build } from '../../../project/document'
import { useProject } from '../../../store'
import { LinkButton, SectionTitle, TextField, download } from '../../../ui'
import { RemoveBuild } from '../../shared'
import type { EditBuild } from '../use-build'

/** Why a build was made and what was seen of it, its file, and its end. */
export function BuildRecords<B extends Build>({ build, edit }: { readonly build: B; readonly edit: EditBuild<B> }) {
  const project = useProject()
  return (
    <>
      <SectionTitle>Notes of this build</SectionTitle>
      <TextField
        label="Why it was made"
        lines={2}
        most={2000}
        value={build.why}
        onChange={(v) => edit('reason', (b) => void (b.why = v), 'why')}
      />
      <TextField
        label="What was seen"
        lines={4}
        most={20000}
        value={build.notes}
        onChange={(v) => edit('notes', (b) => void (b.notes = v), 'notes')}
      />
      <LinkButton
        display="block"
        fontSize="xs"
        onClick={() => download(`${fileStem(project, build)}.json`, JSON.stringify(build, null, 1), 'application/json')}
      >
        Save this build as JSON
      </LinkButton>
      <RemoveBuild build={build} />
    </>
  )
}
