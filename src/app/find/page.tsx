import { Suspense } from 'react'
import { FindRoom } from '../../features/find'

export default function Page() {
  return (
    <Suspense>
      <FindRoom />
    </Suspense>
  )
}
