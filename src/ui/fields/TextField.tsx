'use client'
import { Box, chakra } from '@chakra-ui/react'
import { useId, useState } from 'react'
import { useLocked } from './lock'

export interface TextFieldProps {
  readonly label: string
  readonly value: string
  readonly most?: number
  readonly lines?: number
  readonly placeholder?: string
  readonly onChange: (value: string) => void
}

/** Words. Takes effect as they are typed. */
export function TextField({ label, value, most = 500, lines = 1, placeholder, onChange }: TextFieldProps) {
  const id = useId()
  const locked = useLocked()
  const [draft, setDraft] = useState<string | null>(null)
  const shared = {
    id,
    disabled: locked,
    w: '100%',
    px: '2',
    py: '1',
    bg: 'field',
    fontSize: 'sm',
    borderBottomWidth: '1px',
    borderColor: 'rule',
    value: draft ?? value,
    maxLength: most,
    placeholder,
    onBlur: () => setDraft(null),
  }
  const take = (text: string) => {
    setDraft(text)
    onChange(text)
  }
  return (
    <Box py="1">
      <chakra.label htmlFor={id} display="block" fontSize="xs" color="mute" mb="1">
        {label}
      </chakra.label>
      {lines > 1 ? (
        <chakra.textarea rows={lines} resize="vertical" {...shared} onChange={(e) => take(e.target.value)} />
      ) : (
        <chakra.input {...shared} onChange={(e) => take(e.target.value)} />
      )}
    </Box>
  )
}
