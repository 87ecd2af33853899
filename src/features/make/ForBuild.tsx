import { useRouter, useSearchParams } from 'next/navigation'
import { Fragment, type ReactNode } from 'react'
import type { Build } from '../../project/document'
import { useProject } from '../../store'
import { EmptyState, LinkButton } from '../../ui'

/**
 * What is drawn for the build that the address names, or the latest; anew for each. Without one, `why` and the way to
 * begin.
 */
export function ForBuild({
  title,
  why,
  children,
}: {
  readonly title: string
  readonly why: string
  readonly children: (build: Build) => ReactNode
}) {
  const id = useSearchParams().get('build')
  const router = useRouter()
  const { builds } = useProject()
  const build = builds.find((b) => b.id === id) ?? builds[builds.length - 1]
  if (!build)
    return (
      <EmptyState title={title}>
        {why} <LinkButton onClick={() => router.push('/')}>Begin with a build</LinkButton>
      </EmptyState>
    )
  return <Fragment key={build.id}>{children(build)}</Fragment>
}
