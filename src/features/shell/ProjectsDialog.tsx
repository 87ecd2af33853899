'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import type { ProjectBundle } from '../../project/archive'
import { emptyProject, unusedRecordings } from '../../project/document'
import { useProject, useStore, useStoreState } from '../../store'
import { Advice, FilePicker, LinkButton, MainButton, QuietButton, SectionTitle, TextField } from '../../ui'
import Dialog from '../../ui/Dialog'
import { JobError, openProject } from '../../workers'
import { counted, freshId } from '../shared'
import { Copies } from './Copies'
import { exportOpen, exportRaw } from './hand-out'
import { fetchDemo } from './open-store'
import { StorageRoom } from './StorageRoom'
import { noteWords } from '../../words'

const emptyBundle = (): ProjectBundle => ({
  project: emptyProject({ id: freshId('project'), name: 'New project' }),
  recordings: new Map<string, Uint8Array>(),
})

const sizeWords = (bytes: number) =>
  bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1e3))} kB`

/**
 * Recordings that no run speaks of any more: named, and let go of when the maker agrees. Undo lists them again; the
 * file they came from is the maker's.
 */
function UnusedRecordings() {
  const store = useStore()
  const project = useProject()
  const unused = unusedRecordings(project)
  if (unused.length === 0) return null
  const size = unused.reduce((sum, r) => sum + r.byteLength, 0)
  return (
    <Advice tone="note" title={`${counted(unused.length, 'recording')} that no run uses, ${sizeWords(size)}`}>
      {unused
        .slice(0, 8)
        .map((r) => r.fileName)
        .join(', ')}
      {unused.length > 8 ? ` and ${unused.length - 8} more` : ''}. They go into every archive.{' '}
      <LinkButton
        onClick={() =>
          store.change(
            'unused recordings let go',
            (p) => void (p.recordings = p.recordings.filter((r) => !unused.some((u) => u.id === r.id))),
          )
        }
      >
        Leave them out
      </LinkButton>
    </Advice>
  )
}

function NameAndNotes() {
  const store = useStore()
  const project = useProject()
  return (
    <>
      <TextField
        label="Name of this project"
        value={project.name}
        most={120}
        onChange={(name) => name.trim() && store.change('project name', (p) => void (p.name = name), 'project-name')}
      />
      <TextField
        label="Notes"
        lines={3}
        most={20000}
        value={project.notes}
        onChange={(notes) => store.change('project notes', (p) => void (p.notes = notes), 'project-notes')}
      />
    </>
  )
}

export default function ProjectsDialog({ onClose }: { onClose: () => void }) {
  const store = useStore()
  const { project } = useStoreState()
  const [list, setList] = useState<{ id: string; name: string; updatedAt: number }[]>([])
  const [fault, setFault] = useState<string | null>(null)
  const [busy, setBusy] = useState<string | null>(null)
  const [stop, setStop] = useState<AbortController | null>(null)
  const [notes, setNotes] = useState<readonly string[]>([])
  const [removed, setRemoved] = useState<ProjectBundle | null>(null)
  const router = useRouter()
  useEffect(() => {
    void store.projects().then(setList)
  }, [store, project, removed])

  const attempt = async (what: string, work: () => Promise<void>) => {
    setBusy(what)
    setFault(null)
    try {
      await work()
    } catch (error) {
      const cancelled = error instanceof JobError && error.fault.code === 'CANCELLED'
      const next = error instanceof JobError ? ` ${error.fault.nextStep}` : ''
      setFault(cancelled ? null : `${(error as Error).message}${next}`)
    } finally {
      setBusy(null)
      setStop(null)
    }
  }
  const exportIt = () => attempt('Packing…', () => exportOpen(store))
  const importIt = (file: File) =>
    attempt('Opening…', async () => {
      const control = new AbortController()
      setStop(control)
      const opened = await openProject(new Uint8Array(await file.arrayBuffer()), { signal: control.signal })
      if (!opened.ok) throw new Error(`“${file.name}” was not imported; nothing was changed. ${opened.message}`)
      await store.add(opened.bundle)
      // what an importer left out is read before the dialog is closed
      if (opened.notes.length === 0) return onClose()
      setNotes(opened.notes.map(noteWords))
    })
  const remove = (id: string) =>
    attempt('Removing…', async () => {
      setRemoved(await store.remove(id))
      if (id === project?.id) router.push('/')
    })
  return (
    <Dialog title="Project" open onClose={onClose}>
      {project && <NameAndNotes />}
      {project && <UnusedRecordings />}
      <Flex gap="3" mt="3" wrap="wrap">
        <MainButton onClick={() => void exportIt()} disabled={!project}>
          Export as ZIP
        </MainButton>
        <FilePicker
          label="Project archive to import"
          accept=".zip"
          as={QuietButton}
          onFile={(file) => void importIt(file)}
        >
          Import a project…
        </FilePicker>
        <QuietButton
          onClick={() =>
            void attempt('Making…', async () => {
              await store.add(emptyBundle())
              onClose()
              router.push('/')
            })
          }
        >
          New project
        </QuietButton>
        <QuietButton
          onClick={() => void attempt('Opening…', async () => (await store.add(await fetchDemo()), onClose()))}
        >
          Fresh copy of the demo
        </QuietButton>
      </Flex>
      {busy && (
        <Box mt="2" role="status">
          {busy} {stop && <LinkButton onClick={() => stop.abort()}>Stop</LinkButton>}
        </Box>
      )}
      {notes.length > 0 && (
        <Advice tone="advice" title="Imported and opened; to be known">
          {notes.map((note) => (
            <Box key={note}>{note}</Box>
          ))}
        </Advice>
      )}
      {fault && (
        <Advice tone="warn" title="Not done">
          {fault}
        </Advice>
      )}
      <SectionTitle>In this browser</SectionTitle>
      <Box as="ul">
        {list.map((entry) => (
          <Flex as="li" key={entry.id} gap="3" py="1" borderBottomWidth="1px">
            <Box flex="1">
              {entry.id === project?.id ? (
                <b>{entry.name}</b>
              ) : (
                <LinkButton onClick={() => void store.open(entry.id).then(onClose)}>{entry.name}</LinkButton>
              )}
            </Box>
            <LinkButton
              fontSize="xs"
              aria-label={`Export ${entry.name} as it lies`}
              title="Its document and recordings unread, even where it cannot be opened"
              onClick={() => void attempt('Packing…', () => exportRaw(store, entry.id))}
            >
              export as it lies
            </LinkButton>
            <LinkButton fontSize="xs" aria-label={`Remove ${entry.name}`} onClick={() => void remove(entry.id)}>
              remove
            </LinkButton>
            <Box color="mute" fontSize="sm">
              {new Date(entry.updatedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
            </Box>
          </Flex>
        ))}
      </Box>
      {removed && (
        <Advice tone="note" title={`“${removed.project.name}” was removed`}>
          With its recordings, from this browser.{' '}
          <LinkButton
            onClick={() =>
              void attempt('Bringing it back…', async () => {
                await store.add(removed)
                setRemoved(null)
              })
            }
          >
            Bring it back
          </LinkButton>{' '}
          as long as this stays open; a file that was exported brings it back at any time.
        </Advice>
      )}
      {project && <Copies onClose={onClose} />}
      <StorageRoom />
    </Dialog>
  )
}
