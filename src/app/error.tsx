'use client'
import { LastResort } from '../features/shell'

export default function Failed({ error, reset }: { error: Error; reset: () => void }) {
  return <LastResort message={error.message} onRetry={reset} />
}
