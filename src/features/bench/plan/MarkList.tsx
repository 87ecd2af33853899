'use client'
import { Box, Flex, Image } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { Run } from '../../../project/document'
import type { Mark } from '../../../project/planning'
import { useStore } from '../../../store'
import { LinkButton } from '../../../ui'
import { editRun } from '../run-edits'
import { MARKS, TROUBLE } from './words'

/** When in a run a mark was made: from its start where that was marked, else the time of day. */
function whenOf(mark: Mark, run: Run): string {
  const start = run.marks.find((m) => m.kind === 'start')
  if (!start) return new Date(mark.at).toLocaleTimeString('en-GB')
  const s = (Date.parse(mark.at) - Date.parse(start.at)) / 1000
  return `${s < 0 ? '−' : ''}${Math.floor(Math.abs(s) / 60)}:${String(Math.floor(Math.abs(s) % 60)).padStart(2, '0')}`
}

/** A picture that lies among the recordings. */
function Photo({ id }: { id: string }) {
  const store = useStore()
  const [url, setUrl] = useState<string | null>(null)
  useEffect(() => {
    let made: string | null = null
    let wanted = true
    void store.recordingBytes(id).then((bytes) => {
      if (!bytes || !wanted) return
      made = URL.createObjectURL(new Blob([bytes as BlobPart]))
      setUrl(made)
    })
    return () => {
      wanted = false
      if (made) URL.revokeObjectURL(made)
    }
  }, [store, id])
  return url ? (
    <Image src={url} alt="taken at the bench" maxH="120px" my="1" />
  ) : (
    <Box color="mute">picture not here</Box>
  )
}

/** What was marked while a run went, in order. */
export function MarkList({ run }: { run: Run }) {
  const store = useStore()
  if (run.marks.length === 0) return null
  const remove = (id: string) =>
    editRun(store, run.id)('mark removed', (r) => void (r.marks = r.marks.filter((m) => m.id !== id)))
  return (
    <Box as="ul" fontSize="sm" mt="1" aria-label="Marked in this run">
      {run.marks.map((mark) => (
        <Flex as="li" key={mark.id} gap="3" align="baseline" borderBottomWidth="1px" py="1">
          <Box className="num" color="mute" minW="44px">
            {whenOf(mark, run)}
          </Box>
          <Box flex="1" color={TROUBLE.includes(mark.kind) ? 'copper' : undefined}>
            {mark.kind === 'note' ? mark.text : MARKS[mark.kind]}
            {mark.photoId && <Photo id={mark.photoId} />}
          </Box>
          <LinkButton
            fontSize="xs"
            aria-label={`Remove ${MARKS[mark.kind]} at ${whenOf(mark, run)}`}
            onClick={() => remove(mark.id)}
          >
            remove
          </LinkButton>
        </Flex>
      ))}
    </Box>
  )
}
