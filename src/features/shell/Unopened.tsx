'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { emptyProject, type Project } from '../../project/document'
import type { SetAside } from '../../project/validation'
import { useStore, useStoreState } from '../../store'
import { Advice, LinkButton, MainButton, QuietButton } from '../../ui'
import { freshId } from '../shared'
import { exportRaw } from './hand-out'

/**
 * A project that lies in the store and cannot be opened: what is wrong, and the ways out. It is not touched by any of
 * them.
 */
export function Unopened() {
  const store = useStore()
  const { unopened, project } = useStoreState()
  const [fault, setFault] = useState('')
  const [setAside, setSetAside] = useState<readonly SetAside[] | null>(null)
  const [copies, setCopies] = useState<readonly { mark: string; project: Project }[]>([])
  const unopenedId = unopened?.id
  useEffect(() => {
    if (unopenedId === undefined) return
    let wanted = true
    void Promise.all([store.copies(unopenedId), import('../../project/validation')]).then(
      ([rows, { parseProject }]) => {
        const read = rows.flatMap(({ mark, document }) => {
          const parsed = parseProject(document)
          return parsed.ok ? [{ mark, project: parsed.project }] : []
        })
        if (wanted) setCopies(read)
      },
    )
    return () => void (wanted = false)
  }, [store, unopenedId])
  const attempt = (work: () => Promise<void>) => {
    setFault('')
    work().catch((error: Error) => setFault(error.message))
  }
  if (setAside)
    return (
      <Advice
        tone={setAside.length > 0 ? 'advice' : 'note'}
        title="Opened as far as it is sound, as a project of its own"
      >
        {setAside.length === 0
          ? 'Nothing had to be left out. '
          : 'Set aside, and still in the one that was not opened:'}
        <Box as="ul" my="1">
          {setAside.slice(0, 20).map(({ what, why }) => (
            <Box as="li" key={what + why}>
              {what}: {why}
            </Box>
          ))}
        </Box>
        {setAside.length > 20 ? `and ${setAside.length - 20} more. ` : ''}
        <LinkButton onClick={() => setSetAside(null)}>Put away</LinkButton>
      </Advice>
    )
  if (!unopened) return null
  /** A project of its own beside the one that was not opened, with the recordings that it names. */
  const addAs = (found: Project, as: string, recordings: ReadonlyMap<string, Uint8Array>) => {
    const named = new Set(found.recordings.map((r) => r.id))
    return store.add({
      project: { ...found, id: freshId('project'), name: `${found.name.slice(0, 90)} (${as})` },
      recordings: new Map([...recordings].filter(([id]) => named.has(id))),
    })
  }
  const openCopy = async (mark: string, found: Project) => {
    const raw = await store.raw(unopened.id)
    await addAs(found, `copy of ${mark}`, raw?.recordings ?? new Map<string, Uint8Array>())
  }
  const salvage = async () => {
    const { salvageProject } = await import('../../project/validation')
    const raw = await store.raw(unopened.id)
    if (!raw) throw new Error('That project is no longer in this browser.')
    const salvaged = salvageProject(raw.document, emptyProject({ id: freshId('project'), name: unopened.name }))
    if (!salvaged.ok) throw new Error(salvaged.message)
    await addAs(salvaged.project, 'what is sound', raw.recordings)
    setSetAside(salvaged.setAside)
  }
  return (
    <Advice tone="warn" title={`“${unopened.name}” was not opened and is unchanged`}>
      {unopened.message} {fault}
      <Flex gap="3" mt="2" wrap="wrap">
        <MainButton onClick={() => attempt(() => exportRaw(store, unopened.id))}>Export it as it lies</MainButton>
        <QuietButton onClick={() => attempt(salvage)}>Open what is sound of it</QuietButton>
        {copies.map(({ mark, project: found }) => (
          <QuietButton key={mark} onClick={() => attempt(() => openCopy(mark, found))}>
            Open the copy of {mark}
          </QuietButton>
        ))}
        {project && <QuietButton onClick={() => store.tell(null)}>Put away</QuietButton>}
      </Flex>
    </Advice>
  )
}
