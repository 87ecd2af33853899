'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { memo, useId, useState, type KeyboardEvent } from 'react'
import { fieldText, fromSi, parseQuantity, toSi, unitOf, type QuantityKind } from '../../core/units'
import { useLocked } from './lock'

export interface NumberFieldProps {
  readonly label: string
  readonly kind: QuantityKind
  /** Id of the unit shown; a typed unit of any kind's spelling is understood. */
  readonly unit?: string
  /** Value in SI. */
  readonly value: number
  /** Least and most in SI. */
  readonly limits: readonly [number, number]
  readonly whole?: boolean
  /** A fault the document itself found with this value. */
  readonly fault?: string
  readonly note?: string
  /** Says what stands behind the unit, such as "gauge". */
  readonly suffix?: string
  readonly onChange: (si: number) => void
}

/** Step of the arrow keys: one in the last of three digits, ten times that with shift. */
function stepped(value: number, direction: number, whole: boolean): number {
  if (whole) return Math.round(value) + direction
  const size = Math.abs(value) > 0 ? 10 ** (Math.floor(Math.log10(Math.abs(value))) - 1) : 0.1
  return Number((Math.round(value / size) * size + direction * size).toPrecision(6))
}

/**
 * A number with a unit. Takes effect as it is typed; what cannot be read or lies outside is said under it and changes
 * nothing.
 */
export const NumberField = memo(function NumberField(props: NumberFieldProps) {
  const { label, kind, value, limits, whole = false, onChange } = props
  const unit = unitOf(kind, props.unit)
  const [draft, setDraft] = useState<string | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const inputId = useId()
  const locked = useLocked()
  const noteId = useId()
  const shown = draft ?? fieldText(value, unit)
  const said = fault ?? props.fault ?? null

  const judge = (si: number): string | null => {
    if (whole && !Number.isInteger(Math.round(si * 1e9) / 1e9)) return 'A whole number is needed.'
    const [least, most] = limits
    const slack = 1e-9 * Math.abs(most)
    if (si < least - slack || si > most + slack)
      return `Must be from ${fieldText(least, unit)} to ${fieldText(most, unit)} ${unit.label}.`
    return null
  }
  const take = (text: string) => {
    setDraft(text)
    const parsed = parseQuantity(text, kind, unit.id)
    if (!parsed.ok) return setFault(parsed.message)
    const problem = judge(parsed.si)
    setFault(problem)
    if (problem === null && parsed.si !== value) onChange(parsed.si)
  }
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') setDraft(fault ? draft : null)
    if (event.key === 'Escape') {
      setDraft(null)
      setFault(null)
    }
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return
    event.preventDefault()
    const direction = (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1)
    const si = toSi(stepped(fromSi(value, unit), direction, whole), unit)
    if (judge(si) !== null) return
    setDraft(null)
    setFault(null)
    onChange(si)
  }
  return (
    <Box py="3px" maxW="360px">
      <Flex align="center" gap="2">
        <chakra.label htmlFor={inputId} flex="1" minW="0">
          {label}
        </chakra.label>
        <chakra.input
          id={inputId}
          className="num"
          inputMode="decimal"
          autoComplete="off"
          spellCheck={false}
          w="84px"
          h="26px"
          px="2"
          textAlign="right"
          bg="field"
          fontSize="sm"
          borderBottomWidth="1px"
          borderColor={said ? 'brick' : 'rule'}
          _hover={{ borderColor: said ? 'brick' : 'mute' }}
          value={shown}
          disabled={locked}
          aria-invalid={said !== null}
          aria-describedby={said || props.note ? noteId : undefined}
          onChange={(e) => take(e.target.value)}
          onBlur={() => {
            if (!fault) setDraft(null)
          }}
          onKeyDown={onKeyDown}
        />
        <Box w="62px" color="mute" fontSize="xs" whiteSpace="nowrap">
          {unit.label}
          {props.suffix ? ` ${props.suffix}` : ''}
        </Box>
      </Flex>
      {(said ?? props.note) && (
        <Box id={noteId} role={said ? 'alert' : undefined} fontSize="xs" color={said ? 'brick' : 'mute'} pb="1">
          {said ?? props.note}
        </Box>
      )}
    </Box>
  )
})
