import { useRouter } from 'next/navigation'
import type { PhysicsError } from '../../core/errors'
import type { Build } from '../../project/document'
import { EmptyState, LinkButton } from '../../ui'
import type { MadeOf } from './make-props'

/** Why a set has no parts, and where its numbers are. */
export function CannotBeMade({
  fault,
  build,
  of,
}: {
  readonly fault: PhysicsError
  readonly build: Build
  readonly of: MadeOf
}) {
  const router = useRouter()
  const { message, nextStep } = fault.detail
  return (
    <EmptyState title={`With these figures the ${of} cannot be made`}>
      {message} {nextStep}{' '}
      <LinkButton onClick={() => router.push(`/build?build=${build.id}${of === 'regulator' ? '&station=line' : ''}`)}>
        To its figures
      </LinkButton>
    </EmptyState>
  )
}
