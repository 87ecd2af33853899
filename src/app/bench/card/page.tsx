import { Suspense } from 'react'
import { CardRoom } from '../../../features/bench'

export default function Page() {
  return (
    <Suspense>
      <CardRoom />
    </Suspense>
  )
}
