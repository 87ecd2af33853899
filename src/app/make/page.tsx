import { Suspense } from 'react'
import { MakeRoom } from '../../features/make'

export default function Page() {
  return (
    <Suspense>
      <MakeRoom />
    </Suspense>
  )
}
