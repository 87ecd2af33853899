import { Suspense } from 'react'
import { BenchRoom } from '../../features/bench'

export default function Page() {
  return (
    <Suspense>
      <BenchRoom />
    </Suspense>
  )
}
