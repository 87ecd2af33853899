'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import {
  Guard,
  LiveRecorder,
  type BenchLink,
  type LinkState,
  type StopAt,
  type StopWhy,
  type Strip,
} from '../../../devices'
import type { Build, Measurement, Rig, Run } from '../../../project/document'
import type { LiveFigure } from '../../../project/measuring'
import type { Role } from '../../../project/recording'
import { liveLock, useStore, type LiveWriter } from '../../../store'
import { freshId } from '../../shared'

/** So often the page looks at the recorder, ms: figures that change faster cannot be read. */
const LOOK_MS = 100

export interface LiveSession {
  readonly recorder: LiveRecorder
  readonly writer: LiveWriter
  readonly guard: Guard
  readonly recordingId: string
  readonly fileName: string
}

/** How a recording stands at a moment. */
export interface LiveLook {
  readonly link: LinkState
  readonly device: string | null
  readonly nowS: number
  readonly heard: boolean
  readonly readings: number
  readonly badLines: number
  readonly breaks: number
  readonly bytes: number
  /** Why the last piece was not stored. */
  readonly problem: string | null
  readonly figures: readonly LiveFigure[]
  readonly strips: readonly Strip[]
  /** What its maker sets by hand, and what of it is in place now, SI. */
  readonly byHand: readonly { readonly role: Role; readonly now: number | null }[]
}

function lookAt({ recorder, writer }: LiveSession): LiveLook {
  const { link, header, nowS, heardAt, protocol, breaks, figures, strips } = recorder
  return {
    link,
    device: header?.device ?? null,
    nowS,
    heard: heardAt !== null,
    readings: protocol.readings,
    badLines: protocol.badLines,
    breaks: breaks.length,
    bytes: writer.byteLength,
    problem: writer.problem,
    figures,
    strips: [...strips],
    byHand: recorder.byHand.map((role) => ({ role, now: recorder.inPlace.get(role.id) ?? null })),
  }
}

const stamp = (now: Date) => now.toISOString().slice(0, 16).replace('T', ' ').replace(':', '.')

/** A recording in progress: begun from a link, watched ten times a second, ended by hand. */
export function useRecorder(of: { run: Run; measurement: Measurement; rig: Rig; build: Build; stopAt: StopAt }) {
  const store = useStore()
  const [session, setSession] = useState<LiveSession | null>(null)
  const [look, setLook] = useState<LiveLook | null>(null)
  const [why, setWhy] = useState<StopWhy | null>(null)
  const unlock = useRef<(() => void) | null>(null)
  const { run, measurement, rig, build, stopAt } = of

  const begin = useCallback(
    (device: BenchLink) => {
      const projectId = store.snapshot().project?.id
      if (!projectId) return
      const recordingId = freshId('rec')
      const fileName = `${run.name}, ${stamp(new Date())}.ndjson`.slice(-200)
      const writer = store.live.begin({
        projectId,
        recordingId,
        runId: run.id,
        measurementId: measurement.id,
        fileName,
      })
      const recorder = new LiveRecorder({ rig, build, roomPaAbs: run.ambient.absolutePressurePa, device, sink: writer })
      if ('locks' in navigator)
        void navigator.locks.request(liveLock(recordingId), () => new Promise<void>((done) => (unlock.current = done)))
      void recorder.start()
      setSession({ recorder, writer, guard: new Guard(stopAt), recordingId, fileName })
    },
    [store, run, measurement, rig, build, stopAt],
  )
  useEffect(() => {
    if (!session) return
    const { recorder, guard } = session
    const timer = setInterval(() => {
      guard.at = stopAt
      setWhy(recorder.link.phase === 'stopped' ? null : guard.look(recorder.figures, recorder.nowS, recorder.silentS))
      setLook(lookAt(session))
    }, LOOK_MS)
    return () => clearInterval(timer)
  }, [session, stopAt])
  useEffect(() => {
    if (!session) return
    return () => {
      void session.recorder.stop().then(() => session.writer.flush())
      unlock.current?.()
    }
  }, [session])

  /** Ends the recording and writes the rest of it; its length in bytes. */
  const stop = async (): Promise<number> => {
    if (!session) return 0
    await session.recorder.stop()
    const length = await session.writer.close()
    setLook(lookAt(session))
    return length
  }
  const letGo = async (): Promise<void> => {
    const projectId = store.snapshot().project?.id
    if (!session || !projectId) return
    await session.recorder.stop()
    await session.writer.close().catch(() => undefined)
    await store.live.letGo({ projectId, recordingId: session.recordingId })
    setSession(null)
    setLook(null)
    setWhy(null)
  }
  return {
    session,
    look,
    why,
    begin,
    stop,
    letGo,
    takeBack: () => {
      session?.guard.takeBack()
      setWhy(null)
    },
  }
}
