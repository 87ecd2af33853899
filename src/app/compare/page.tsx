import { Suspense } from 'react'
import { CompareRoom } from '../../features/compare'

export default function Page() {
  return (
    <Suspense>
      <CompareRoom />
    </Suspense>
  )
}
