'use client'
import { LastResort } from '../features/shell'

export default function Failed({ error }: { error: Error }) {
  return (
    <html lang="en">
      <body>
        <LastResort message={error.message} onRetry={() => window.location.reload()} />
      </body>
    </html>
  )
}
