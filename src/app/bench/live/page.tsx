import { Suspense } from 'react'
import { LiveRoom } from '../../../features/bench'

export default function Page() {
  return (
    <Suspense>
      <LiveRoom />
    </Suspense>
  )
}
