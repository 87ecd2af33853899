'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { useId } from 'react'
import { useLocked } from './lock'

export interface ChoiceFieldProps<T extends string> {
  readonly label: string
  readonly value: T
  readonly choices: readonly { readonly value: T; readonly label: string }[]
  readonly note?: string
  readonly wide?: boolean
  readonly hideLabel?: boolean
  /** For long names: as wide as a title allows. */
  readonly roomy?: boolean
  readonly onChange: (value: T) => void
}

/** One of a few, as the platform's own list. */
export function ChoiceField<T extends string>({
  label,
  value,
  choices,
  note,
  wide,
  hideLabel,
  roomy,
  onChange,
}: ChoiceFieldProps<T>) {
  const id = useId()
  const locked = useLocked()
  return (
    <Box py="3px" maxW="360px">
      <Flex align="center" gap="2">
        <chakra.label htmlFor={id} flex={roomy ? 'none' : '1'} minW="0" className={hideLabel ? 'sr-only' : undefined}>
          {label}
        </chakra.label>
        <chakra.select
          id={id}
          disabled={locked}
          w={wide ? '100%' : roomy ? '260px' : '154px'}
          maxW="100%"
          h="26px"
          px="1"
          bg="field"
          fontSize="sm"
          borderBottomWidth="1px"
          borderColor="rule"
          _hover={{ borderColor: 'mute' }}
          value={value}
          onChange={(e) => onChange(e.target.value as T)}
        >
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.label}
            </option>
          ))}
        </chakra.select>
      </Flex>
      {note && (
        <Box fontSize="xs" color="mute" pb="1">
          {note}
        </Box>
      )}
    </Box>
  )
}
