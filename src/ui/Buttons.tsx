'use client'
import { chakra } from '@chakra-ui/react'
import type { ComponentProps } from 'react'

/** The one action that matters on a sheet. */
export const MainButton = (props: ComponentProps<typeof chakra.button>) => (
  <chakra.button
    type="button"
    px="3"
    h="30px"
    fontWeight="600"
    fontSize="sm"
    bg="pipe"
    color="onPipe"
    whiteSpace="nowrap"
    _hover={{ filter: 'brightness(1.12)' }}
    {...props}
  />
)

/** Everything else that acts. */
export const QuietButton = (props: ComponentProps<typeof chakra.button>) => (
  <chakra.button
    type="button"
    px="2"
    h="28px"
    fontSize="sm"
    color="ink"
    borderBottomWidth="1px"
    borderColor="rule"
    whiteSpace="nowrap"
    _hover={{ borderColor: 'petrol', color: 'petrol' }}
    {...props}
  />
)

/** An action inside a sentence. */
export const LinkButton = (props: ComponentProps<typeof chakra.button>) => (
  <chakra.button
    type="button"
    color="petrol"
    textDecoration="underline"
    textUnderlineOffset="2px"
    display="inline"
    {...props}
  />
)
