import type { ProjectStore } from '../../store'
import { openProject } from '../../workers'

/** The demo project, shipped with the application as an archive like any other. */
export async function fetchDemo() {
  const response = await fetch('/demo/heron-window.zip')
  if (!response.ok) throw new Error(`the demo project could not be read (${response.status})`)
  const opened = await openProject(new Uint8Array(await response.arrayBuffer()))
  if (!opened.ok) throw new Error(opened.message)
  return opened.bundle
}

let opening: Promise<ProjectStore> | null = null

/** The one store of this page, opened on first use. */
export function openStore(): Promise<ProjectStore> {
  opening ??= import('../../store/open').then(({ KettleDb, ProjectStore: Store }) => {
    const store = new Store(new KettleDb(), Date.now, process.env.RESULTS_BY)
    void store.openLast(fetchDemo)
    return store
  })
  return opening
}
