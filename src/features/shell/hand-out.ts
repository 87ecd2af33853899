import type { ProjectStore } from '../../store'
import { download } from '../../ui'
import { packProject, packRawProject } from '../../workers'

const fileName = (name: string, what = '') => `${name.replace(/[^\w-]+/g, '-').toLowerCase() || 'project'}${what}.zip`

/** The open project as a file, as it stands on the page, whether or not it could be saved. */
export async function exportOpen(store: ProjectStore): Promise<void> {
  const bundle = await store.bundle()
  download(fileName(bundle.project.name), (await packProject(bundle)) as BlobPart, 'application/zip')
}

/** A project as it lies in the store, read or not. */
export async function exportRaw(store: ProjectStore, projectId: string): Promise<void> {
  const raw = await store.raw(projectId)
  if (!raw) throw new Error('That project is no longer in this browser.')
  download(fileName(raw.name, '-as-it-lies'), (await packRawProject(raw)) as BlobPart, 'application/zip')
}
