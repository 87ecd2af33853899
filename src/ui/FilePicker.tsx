'use client'
import { useRef, type ComponentType, type ReactNode } from 'react'
import type { MainButton } from './Buttons'

/** A button that asks for one file; the same file can be chosen again. */
export function FilePicker({
  label,
  accept,
  as: Button,
  onFile,
  children,
}: {
  label: string
  accept: string
  as: ComponentType<Parameters<typeof MainButton>[0]>
  onFile: (file: File) => void
  children: ReactNode
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button onClick={() => input.current?.click()}>{children}</Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) onFile(file)
        }}
      />
    </>
  )
}
