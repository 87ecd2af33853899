'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { Project } from '../../project/document'
import { editsBetween } from '../../project/edits'
import { useProject, useStore } from '../../store'
import { Advice, LinkButton, SectionTitle } from '../../ui'
import { counted } from '../shared'
import { differenceWords } from './difference-words'

interface Copy {
  readonly mark: string
  readonly at: number
  /** Null for one that cannot be read any more. */
  readonly project: Project | null
}

/**
 * The copies that are kept by themselves, one a day: looked at by what they differ in, and brought back as one step
 * that undo takes back.
 */
export function Copies({ onClose }: { onClose: () => void }) {
  const store = useStore()
  const project = useProject()
  const [copies, setCopies] = useState<readonly Copy[] | null>(null)
  const [looked, setLooked] = useState<string | null>(null)
  const [fault, setFault] = useState('')
  const { id } = project
  useEffect(() => {
    let wanted = true
    void Promise.all([store.copies(id), import('../../project/validation')])
      .then(([rows, { parseProject }]) =>
        rows.map(({ mark, at, document }): Copy => {
          const parsed = parseProject(document)
          return { mark, at, project: parsed.ok ? parsed.project : null }
        }),
      )
      .catch((): Copy[] => [])
      .then((read) => wanted && setCopies(read))
    return () => void (wanted = false)
  }, [store, id])
  const bringBack = (copy: Copy & { project: Project }) => {
    const result = store.change(`back to the copy of ${copy.mark}`, () => copy.project as never)
    if (result.ok) onClose()
    else setFault(`It was not brought back: ${result.faults[0].path}: ${result.faults[0].message}`)
  }
  return (
    <>
      <SectionTitle>Copies of this project</SectionTitle>
      <Box fontSize="sm" color="mute">
        {copies === null
          ? 'Looking…'
          : copies.length === 0
            ? 'None yet: one is kept before the first change of each day, the last five of them.'
            : 'As it stood before the first change of each day. Bringing one back is a step that undo takes back.'}
      </Box>
      <Box as="ul">
        {copies?.map((copy) => (
          <Box as="li" key={copy.mark} py="1" borderBottomWidth="1px">
            <Flex gap="3">
              <Box flex="1">
                {new Date(copy.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                {copy.mark.includes(' v') && ` · before the update from version ${copy.mark.split(' v')[1]}`}
              </Box>
              {copy.project ? (
                <LinkButton onClick={() => setLooked(looked === copy.mark ? null : copy.mark)}>
                  {looked === copy.mark ? 'close' : 'look at it'}
                </LinkButton>
              ) : (
                <Box color="mute">cannot be read</Box>
              )}
            </Flex>
            {looked === copy.mark && copy.project && (
              <Box fontSize="sm" py="1">
                Differs from now in: {differenceWords(editsBetween(project, copy.project))}.
                <Box color="mute">
                  {copy.project.machines
                    .map(
                      (m) =>
                        `${m.name} (${counted(copy.project?.builds.filter((b) => b.machineId === m.id).length ?? 0, 'build')})`,
                    )
                    .join(', ') || 'No machine yet'}
                </Box>
                <LinkButton onClick={() => bringBack(copy as Copy & { project: Project })}>Bring it back</LinkButton>
              </Box>
            )}
          </Box>
        ))}
      </Box>
      {fault && (
        <Advice tone="warn" title="Not done">
          {fault}
        </Advice>
      )}
    </>
  )
}
