import { Suspense } from 'react'
import { BuildRoom } from '../../features/build'

export default function Page() {
  return (
    <Suspense>
      <BuildRoom />
    </Suspense>
  )
}
