import { Suspense } from 'react'
import { PlanRoom } from '../../../features/bench'

export default function Page() {
  return (
    <Suspense>
      <PlanRoom />
    </Suspense>
  )
}
