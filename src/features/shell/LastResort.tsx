'use client'
import { useState, type CSSProperties } from 'react'
import { exportRaw } from './hand-out'
import { openStore } from './open-store'

const button: CSSProperties = {
  font: 'inherit',
  padding: '6px 12px',
  marginRight: 12,
  marginTop: 12,
  cursor: 'pointer',
}

/**
 * What stands when even the frame round the rooms could not be drawn: what is safe, and every project as a file. Plain
 * elements only, since anything else may be what failed.
 */
export function LastResort({ message, onRetry }: { message: string; onRetry: () => void }) {
  const [said, setSaid] = useState('')
  const exportAll = async () => {
    const store = await openStore()
    const projects = await store.projects()
    for (const { id } of projects) await exportRaw(store, id)
    setSaid(projects.length === 0 ? 'There is no project in this browser.' : `${projects.length} exported.`)
  }
  return (
    <div role="alert" style={{ maxWidth: 620, margin: '12vh auto', padding: 24, fontFamily: 'system-ui, sans-serif' }}>
      <h1 style={{ fontSize: 20, fontWeight: 700 }}>Grey Kettle could not be drawn</h1>
      <p>
        Something in the program failed. Your projects are in this browser as they were last saved; nothing was removed.
      </p>
      <p style={{ opacity: 0.7 }}>{message.slice(0, 300)}</p>
      <button type="button" style={button} onClick={onRetry}>
        Try again
      </button>
      <button
        type="button"
        style={button}
        onClick={() => void exportAll().catch((error: Error) => setSaid(`Not exported: ${error.message}`))}
      >
        Export every project as it lies
      </button>
      <p>{said}</p>
    </div>
  )
}
