'use client'
import { Box } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { buildTitle, removeBuilds, type Build, type Project } from '../../project/document'
import { useProject, useStore } from '../../store'
import { LinkButton } from '../../ui'
import { counted } from './counted'

/** Takes a build out, with the runs that belong to it; undo brings all of it back. */
export function RemoveBuild({ build }: { build: Build }) {
  const store = useStore()
  const router = useRouter()
  const project = useProject()
  const [sure, setSure] = useState(false)
  const runs = project.runs.filter((r) => r.buildId === build.id).length
  const children = project.builds.filter((b) => b.parentId === build.id).length
  const remove = () => {
    const result = store.change(`${buildTitle(project, build)} removed`, (p) =>
      removeBuilds(p as Project, new Set([build.id])),
    )
    if (result.ok) router.push(`/?machine=${build.machineId}`)
  }
  if (!sure)
    return (
      <LinkButton fontSize="xs" onClick={() => (runs > 0 || children > 0 ? setSure(true) : remove())}>
        Remove this build
      </LinkButton>
    )
  return (
    <Box fontSize="xs">
      {runs > 0 && `${counted(runs, 'run')} of it ${runs === 1 ? 'goes' : 'go'} with it. `}
      {children > 0 && `${counted(children, 'version')} made from it ${children === 1 ? 'stays' : 'stay'}. `}
      Undo brings everything back. <LinkButton onClick={remove}>Remove it</LinkButton>{' '}
      <LinkButton onClick={() => setSure(false)}>Keep it</LinkButton>
    </Box>
  )
}
