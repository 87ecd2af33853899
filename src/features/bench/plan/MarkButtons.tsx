'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState, type ComponentProps } from 'react'
import { useStore } from '../../../store'
import { FilePicker, QuietButton } from '../../../ui'
import { addMark, addPhoto } from './edits'
import { MARKS, TROUBLE } from './words'

const SMALL = { h: '32px', px: '3', fontSize: 'sm' } as const
const LARGE = { h: '48px', px: '4', fontSize: 'lg' } as const
type ButtonProps = ComponentProps<typeof chakra.button>
const SmallPick = (props: ButtonProps) => (
  <chakra.button type="button" borderWidth="1px" bg="field" _hover={{ borderColor: 'petrol' }} {...SMALL} {...props} />
)
const LargePick = (props: ButtonProps) => <SmallPick {...LARGE} {...props} />

/** What happened just now, by one press each: the time is kept with it. */
export function MarkButtons({ runId, large }: { runId: string; large?: boolean }) {
  const store = useStore()
  const [note, setNote] = useState('')
  const [fault, setFault] = useState<string | null>(null)
  const Pick = large ? LargePick : SmallPick
  const keep = () => {
    if (note.trim() === '') return
    addMark(store, runId, 'note', note.trim().slice(0, 500))
    setNote('')
  }
  return (
    <Box>
      <Flex gap="2" wrap="wrap" role="group" aria-label="Mark what happened">
        {TROUBLE.map((kind) => (
          <Pick key={kind} onClick={() => addMark(store, runId, kind)}>
            {MARKS[kind]}
          </Pick>
        ))}
        <FilePicker
          label="Photo"
          accept="image/jpeg,image/png,image/webp"
          as={Pick}
          onFile={(file) => void addPhoto(store, runId, file).then(setFault)}
        >
          photo…
        </FilePicker>
      </Flex>
      <Flex gap="2" mt="2">
        <chakra.input
          aria-label="Something else that was seen"
          placeholder="something else…"
          value={note}
          maxLength={500}
          flex="1"
          minW="0"
          px="2"
          bg="field"
          borderBottomWidth="1px"
          h={large ? LARGE.h : SMALL.h}
          onChange={(e) => setNote(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && keep()}
        />
        <QuietButton onClick={keep} disabled={note.trim() === ''}>
          Keep it
        </QuietButton>
      </Flex>
      {fault && (
        <Box role="alert" color="brick" fontSize="sm" mt="1">
          {fault}
        </Box>
      )}
    </Box>
  )
}
