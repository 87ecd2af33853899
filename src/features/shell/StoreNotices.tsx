'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { useEffect, useState, type ReactNode } from 'react'
import { useStore, useStoreState, type LiveRow } from '../../store'
import { download } from '../../ui'
import { shownIn, takeIn, waitsFor } from '../shared'
import { exportOpen } from './hand-out'
import { heldWords } from './held-words'
import { useAppUpdate } from './offline'
import { askForRoom } from './storage-room'

const Act = ({ onClick, children }: { onClick: () => void; children: ReactNode }) => (
  <chakra.button type="button" color="petrol" whiteSpace="nowrap" onClick={onClick}>
    {children}
  </chakra.button>
)

/** One line across the page that stays until it is dealt with. */
const Notice = ({
  tone,
  title,
  children,
  acts,
}: {
  tone: 'warn' | 'note'
  title: string
  children?: ReactNode
  acts: ReactNode
}) => (
  <Flex
    role={tone === 'warn' ? 'alert' : 'status'}
    bg="sheet"
    borderLeftWidth="3px"
    borderColor={tone === 'warn' ? 'brick' : 'petrol'}
    px="4"
    py="2"
    columnGap="4"
    rowGap="1"
    align="baseline"
    wrap="wrap"
  >
    <Box flex="1" minW="240px">
      <b>{title}</b> {children}
    </Box>
    {acts}
  </Flex>
)

/** Asks before a window is closed whose work is not on the disk. */
function useLeaveGuard(unsaved: boolean): void {
  useEffect(() => {
    if (!unsaved) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [unsaved])
}

function Unsaved() {
  const store = useStore()
  const { unsaved, project } = useStoreState()
  const [fault, setFault] = useState('')
  useLeaveGuard(unsaved !== null)
  if (!unsaved || !project) return null
  const out = (
    <Act onClick={() => void exportOpen(store).catch((error: Error) => setFault(error.message))}>Export as ZIP</Act>
  )
  if (unsaved.code === 'gone')
    return (
      <Notice
        tone="warn"
        title="This project is no longer in this browser."
        acts={
          <>
            {out}
            <Act onClick={() => void store.putBack()}>Put it back</Act>
          </>
        }
      >
        It was removed in another window, or the browser’s storage was cleared. What you see is kept in this window
        only. {fault}
      </Notice>
    )
  if (unsaved.code === 'outdated')
    return (
      <Notice tone="warn" title="The last change of this window is not saved." acts={out}>
        Export it, or make it again after loading the page anew. {fault}
      </Notice>
    )
  return (
    <Notice
      tone="warn"
      title="Not saved:"
      acts={
        <>
          {out}
          <Act onClick={() => void store.retry()}>Try again</Act>
        </>
      }
    >
      {unsaved.why}. What you do is kept in this window and tried again every few seconds. Make room, or export it now.{' '}
      {fault}
    </Notice>
  )
}

function Held() {
  const store = useStore()
  const { held, project } = useStoreState()
  if (!project || held.length === 0) return null
  const shown = shownIn(project.display)
  return held.map((change) => (
    <Notice
      key={change.id}
      tone="warn"
      title={`Held back: ${change.label}.`}
      acts={
        <>
          {change.edits.length > 0 && <Act onClick={() => void store.applyHeld(change.id)}>Do it all the same</Act>}
          <Act onClick={() => store.letGo(change.id)}>Let it go</Act>
        </>
      }
    >
      {heldWords(project, change, shown)}
    </Notice>
  ))
}

function Outdated() {
  const { outdated } = useStoreState()
  const update = useAppUpdate()
  if (outdated)
    return (
      <Notice
        tone="warn"
        title="A newer Grey Kettle has opened this project."
        acts={<Act onClick={() => window.location.reload()}>Load anew</Act>}
      >
        This window is of the older one and does not write any more; what was saved is there.
      </Notice>
    )
  if (update?.kind === 'replaced')
    return (
      <Notice
        tone="warn"
        title="Another window has loaded a new version of Grey Kettle."
        acts={<Act onClick={update.load}>Load anew</Act>}
      >
        This one is of the old version: rooms that it has not opened yet may fail. Your work is saved first.
      </Notice>
    )
  if (update)
    return (
      <Notice
        tone="note"
        title="A new version of Grey Kettle is ready."
        acts={<Act onClick={update.load}>Load it now</Act>}
      >
        It waits until you say so; your work is saved first.
      </Notice>
    )
  return null
}

function Problem() {
  const store = useStore()
  const { problem } = useStoreState()
  if (!problem) return null
  return (
    <Notice tone="warn" title="" acts={<Act onClick={() => store.tell(null)}>Put away</Act>}>
      {problem}
    </Notice>
  )
}

/** With the first change there is something to keep: the browser is asked to, once. */
function useLastingStorage(): void {
  const changed = useStoreState().undoLabel !== null
  useEffect(() => {
    if (changed) void askForRoom()
  }, [changed])
}

/** What the maker must know about where the work is kept, over every room. */
/** Recordings from a device whose page ended before they were taken into their run. */
function CutOff() {
  const store = useStore()
  const { project } = useStoreState()
  const [rows, setRows] = useState<readonly LiveRow[]>([])
  const [fault, setFault] = useState('')
  const id = project?.id
  useEffect(() => {
    if (!id) return
    let wanted = true
    void store.live.cutOff(id).then(
      (found) => wanted && setRows(found),
      () => undefined,
    )
    return () => void (wanted = false)
  }, [store, id])
  if (!project) return null
  const gone = (row: LiveRow) => setRows((all) => all.filter((r) => r !== row))
  const take = async (row: LiveRow) => {
    const wrong = await takeIn(store, row)
    if (wrong) setFault(wrong)
    else gone(row)
  }
  const save = async (row: LiveRow) => {
    const bytes = await store.recordingBytes(row.recordingId)
    if (bytes) download(row.fileName, bytes as BlobPart, 'application/x-ndjson')
  }
  return rows.map((row) => (
    <Notice
      key={row.recordingId}
      tone="note"
      title="A recording was cut off."
      acts={
        <>
          {row.mapping && waitsFor(project, row) && <Act onClick={() => void take(row)}>Take it into its run</Act>}
          <Act onClick={() => void save(row)}>Save as a file</Act>
          <Act onClick={() => void store.live.letGo(row).then(() => gone(row))}>Throw it away</Act>
        </>
      }
    >
      “{row.fileName}”: {Math.max(1, Math.round((row.lastAt - row.startedAt) / 1000))} s were stored before its page
      ended. {waitsFor(project, row) ? '' : 'The run that it was for is gone or has another recording.'} {fault}
    </Notice>
  ))
}

export function StoreNotices() {
  useLastingStorage()
  return (
    <>
      <Outdated />
      <Unsaved />
      <Held />
      <CutOff />
      <Problem />
    </>
  )
}
