'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { emptyProject, newBuild } from '../../project/document'
import { useProject, useStore, useStoreState } from '../../store'
import { Advice, FilePicker, LinkButton, MainButton, QuietButton, SectionTitle, TextField, download } from '../../ui'
import Dialog from '../../ui/Dialog'
import { openProject, packProject } from '../../workers'
import { freshId } from '../shared'
import { fetchDemo } from './open-store'

/** A project that can be worked in at once: one machine with one build that runs. */
function startedProject() {
  const project = emptyProject({ id: freshId('project'), name: 'New project' })
  project.machines.push({ id: 'machine-1', name: 'Air turbine', purpose: '' })
  project.builds.push(newBuild({ id: freshId('build'), machineId: 'machine-1', name: 'First print', createdAt: new Date().toISOString() }))
  return { project, recordings: new Map<string, Uint8Array>() }
}

function NameAndNotes() {
  const store = useStore()
  const project = useProject()
  return (
    <>
      <TextField label="Name of this project" value={project.name} most={120} onChange={(name) => name.trim() && store.change('project name', (p) => void (p.name = name), 'project-name')} />
      <TextField label="Notes" lines={3} most={20000} value={project.notes} onChange={(notes) => store.change('project notes', (p) => void (p.notes = notes), 'project-notes')} />
    </>
  )
}

export default function ProjectsDialog({ onClose }: { onClose: () => void }) {
  const store = useStore()
  const { project } = useStoreState()
  const [list, setList] = useState<{ id: string; name: string; updatedAt: number }[]>([])
  const [fault, setFault] = useState<string | null>(null)
  const [busy, setBusy] = useState<string | null>(null)
  useEffect(() => {
    void store.projects().then(setList)
  }, [store, project])

  const attempt = async (what: string, work: () => Promise<void>) => {
    setBusy(what)
    setFault(null)
    try {
      await work()
    } catch (error) {
      setFault((error as Error).message)
    } finally {
      setBusy(null)
    }
  }
  const exportIt = () =>
    attempt('Packing…', async () => {
      const bundle = await store.bundle()
      download(`${bundle.project.name.replace(/[^\w-]+/g, '-').toLowerCase()}.zip`, (await packProject(bundle)) as BlobPart, 'application/zip')
    })
  const importIt = (file: File) =>
    attempt('Opening…', async () => {
      const opened = await openProject(new Uint8Array(await file.arrayBuffer()))
      if (!opened.ok) throw new Error(`“${file.name}” was not imported; nothing was changed. ${opened.message}`)
      await store.add(opened.bundle)
      onClose()
    })
  return (
    <Dialog title="Project" open onClose={onClose}>
      {project && <NameAndNotes />}
      <Flex gap="3" mt="3" wrap="wrap">
        <MainButton onClick={() => void exportIt()} disabled={!project}>
          Export as ZIP
        </MainButton>
        <FilePicker label="Project archive to import" accept=".zip" as={QuietButton} onFile={(file) => void importIt(file)}>
          Import a project…
        </FilePicker>
        <QuietButton onClick={() => void attempt('Making…', async () => (await store.add(startedProject()), onClose()))}>New project</QuietButton>
        <QuietButton onClick={() => void attempt('Opening…', async () => (await store.add(await fetchDemo()), onClose()))}>Fresh copy of the demo</QuietButton>
      </Flex>
      {busy && <Box mt="2">{busy}</Box>}
      {fault && (
        <Advice tone="warn" title="Not done">
          {fault}
        </Advice>
      )}
      <SectionTitle>In this browser</SectionTitle>
      <Box as="ul">
        {list.map((entry) => (
          <Flex as="li" key={entry.id} gap="3" py="1" borderBottomWidth="1px">
            <Box flex="1">{entry.id === project?.id ? <b>{entry.name}</b> : <LinkButton onClick={() => void store.open(entry.id).then(onClose)}>{entry.name}</LinkButton>}</Box>
            <Box color="mute" fontSize="sm">
              {new Date(entry.updatedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
            </Box>
          </Flex>
        ))}
      </Box>
      <Box mt="3" fontSize="xs" color="mute">
        Projects stay in this browser and in the files you export; nothing is sent anywhere.
      </Box>
    </Dialog>
  )
}
