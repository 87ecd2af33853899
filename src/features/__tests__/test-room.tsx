import './node-globals'
import 'fake-indexeddb/auto'
import { ChakraProvider } from '@chakra-ui/react'
import { StyleSheet } from '@emotion/sheet'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { keptDemo } from '../../project/demo/kept-demo'
import { StoreContext, type ProjectStore } from '../../store'
import { KettleDb, ProjectStore as Store } from '../../store/open'
import { system } from '../../ui/theme'

// Nothing is painted here, and every question about a role would weigh thousands of rules.
StyleSheet.prototype.insert = () => undefined

let named = 0
const demo = keptDemo()

/** A store with the demo open, for tests of rooms. */
export async function demoStore(): Promise<ProjectStore> {
  const store = new Store(new KettleDb(`room-${++named}`))
  await store.openLast(() => Promise.resolve(structuredClone(demo)))
  return store
}

/** Draws a room over a store, as the shell does. */
export const show = (store: ProjectStore, room: ReactNode) =>
  render(
    <ChakraProvider value={system}>
      <StoreContext.Provider value={store}>{room}</StoreContext.Provider>
    </ChakraProvider>,
  )
