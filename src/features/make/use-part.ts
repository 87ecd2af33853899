'use client'
import { useEffect, useMemo, useState } from 'react'
import { partsInput } from '../../project/parts/build-parts'
import type { Build, HoleGauge } from '../../project/document'
import { JobError, checkMachine, inspectPart, makePart, type ThinSpot } from '../../workers'
import type { PartName, PartsInput } from '../../core/machines'
import type { AssemblyCheck } from '../../core/machines/check-assembly'
import type { PartMesh } from '../../core/machines/build-part'

export type PartState =
  | { readonly status: 'making' }
  | { readonly status: 'made'; readonly mesh: PartMesh; readonly thin: readonly ThinSpot[] | null }
  | { readonly status: 'failed'; readonly message: string }

/** The mesh of a part, and then where it is thinner than its process makes; made again whenever what it follows from changes; an unfinished one is cancelled. */
export function usePart(build: Build, name: PartName, gauge?: HoleGauge): PartState {
  const { machine, making } = build
  const request = useMemo(
    () => ({ name, input: partsInput({ machine, making }, gauge) }),
    [name, machine, making, gauge],
  )
  const [made, setMade] = useState<{ request: unknown; state: PartState } | null>(null)
  useEffect(() => {
    const cancel = new AbortController()
    const run = async () => {
      const mesh = await makePart(request.name, request.input, { signal: cancel.signal })
      setMade({ request, state: { status: 'made', mesh, thin: null } })
      const thin = await inspectPart(mesh, request.input.fits, { signal: cancel.signal })
      setMade({ request, state: { status: 'made', mesh, thin } })
    }
    run().catch((error: unknown) => {
      if (error instanceof JobError && error.fault.code === 'CANCELLED') return
      setMade({
        request,
        state: {
          status: 'failed',
          message: error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error),
        },
      })
    })
    return () => cancel.abort()
  }, [request])
  return made?.request === request ? made.state : { status: 'making' }
}

export type SetState =
  | { readonly status: 'making'; readonly share: number }
  | { readonly status: 'made'; readonly meshes: ReadonlyMap<PartName, PartMesh> }
  | { readonly status: 'failed'; readonly message: string }

/** The meshes of several parts, one after the other; asked for only while `wanted`. */
export function useParts(build: Build, names: readonly PartName[], wanted: boolean, gauge?: HoleGauge): SetState {
  const { machine, making } = build
  const key = names.join(' ')
  const request = useMemo(
    () => ({ names: key.split(' ') as PartName[], input: partsInput({ machine, making }, gauge) }),
    [key, machine, making, gauge],
  )
  const [made, setMade] = useState<{ request: unknown; state: SetState } | null>(null)
  useEffect(() => {
    if (!wanted) return
    const cancel = new AbortController()
    const run = async () => {
      const meshes = new Map<PartName, PartMesh>()
      for (const name of new Set(request.names)) {
        meshes.set(name, await makePart(name, request.input, { signal: cancel.signal }))
        setMade({ request, state: { status: 'making', share: meshes.size / request.names.length } })
      }
      setMade({ request, state: { status: 'made', meshes } })
    }
    run().catch((error: unknown) => {
      if (error instanceof JobError && error.fault.code === 'CANCELLED') return
      setMade({
        request,
        state: {
          status: 'failed',
          message: error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error),
        },
      })
    })
    return () => cancel.abort()
  }, [request, wanted])
  return made?.request === request ? made.state : { status: 'making', share: 0 }
}

export type CheckState =
  | { readonly status: 'looking' }
  | { readonly status: 'looked'; readonly checks: readonly AssemblyCheck[] }
  | { readonly status: 'failed'; readonly message: string }

/** Whether the machine goes together; looked at only while `wanted`, anew when what it follows from changes. */
export function useAssemblyCheck(input: PartsInput, wanted: boolean): CheckState {
  const [found, setFound] = useState<{ input: PartsInput; state: CheckState } | null>(null)
  useEffect(() => {
    if (!wanted) return
    const cancel = new AbortController()
    checkMachine(input, { signal: cancel.signal })
      .then((checks) => setFound({ input, state: { status: 'looked', checks } }))
      .catch((error: unknown) => {
        if (error instanceof JobError && error.fault.code === 'CANCELLED') return
        const message = error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error)
        setFound({ input, state: { status: 'failed', message } })
      })
    return () => cancel.abort()
  }, [input, wanted])
  return found?.input === input ? found.state : { status: 'looking' }
}
