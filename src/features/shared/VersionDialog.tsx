'use client'
import { Flex } from '@chakra-ui/react'
import type { Draft } from 'immer'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { buildTitle, nextVersion, type Build } from '../../project/document'
import { useProject, useStore } from '../../store'
import { Advice, MainButton, QuietButton, TextField } from '../../ui'
import Dialog from '../../ui/Dialog'
import { freshId } from './fresh-id'

interface Props {
  readonly parent: Build
  /** What a test proposes: words to begin with, and the change itself. */
  readonly proposed?: {
    readonly changed: string
    readonly why: string
    readonly station: string
    readonly change: (next: Draft<Build>) => void
  }
  readonly onClose: () => void
}

/** A next version from a build: a name, what will be changed and why. */
export default function VersionDialog({ parent, proposed, onClose }: Props) {
  const store = useStore()
  const router = useRouter()
  const project = useProject()
  const { builds } = project
  const [name, setName] = useState(`Print ${builds.filter((b) => b.machineId === parent.machineId).length + 1}`)
  const [changed, setChanged] = useState(proposed?.changed ?? '')
  const [why, setWhy] = useState(proposed?.why ?? '')
  const [fault, setFault] = useState<string | null>(null)
  const make = () => {
    const build = nextVersion(parent, {
      id: freshId('build'),
      name: name.trim(),
      changed: changed.trim() || `from ${parent.name}`,
      why: why.trim(),
      createdAt: new Date().toISOString(),
    })
    proposed?.change(build)
    const result = store.change(`new version ${build.name}`, (p) => void p.builds.push(build))
    if (!result.ok) return setFault(result.faults[0].message)
    onClose()
    router.push(`/build?build=${build.id}&station=${proposed?.station ?? 'nozzle'}`)
  }
  return (
    <Dialog title={`New version from ${buildTitle(project, parent)}`} open onClose={onClose}>
      <TextField label="Name" value={name} most={120} onChange={setName} />
      <TextField
        label="What will be changed (one thing tells most)"
        value={changed}
        placeholder="casing 1.2 → 0.8 mm"
        onChange={setChanged}
      />
      <TextField label="Why" value={why} lines={2} most={2000} onChange={setWhy} />
      {fault && (
        <Advice tone="warn" title="Not made">
          {fault}
        </Advice>
      )}
      <Flex gap="3" mt="3">
        <MainButton onClick={make} disabled={name.trim() === ''}>
          Make it
        </MainButton>
        <QuietButton onClick={onClose}>Leave it</QuietButton>
      </Flex>
    </Dialog>
  )
}
