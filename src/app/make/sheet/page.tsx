import { Suspense } from 'react'
import { BuildSheet } from '../../../features/make'

export default function Page() {
  return (
    <Suspense>
      <BuildSheet />
    </Suspense>
  )
}
