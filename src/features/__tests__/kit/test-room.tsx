import { ChakraProvider } from '@chakra-ui/react'
import { StyleSheet } from '@emotion/sheet'
import { cleanup, render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { keptDemo } from '../../../project/demo/kept-demo'
import { StoreContext, type ProjectStore } from '../../../store'
import { KettleDb, ProjectStore as Store } from '../../../store/open'
import { system } from '../../../ui/theme'
import { setStage } from './stage'

// Nothing is painted here, and every question about a role would weigh thousands of rules.
StyleSheet.prototype.insert = () => undefined

let named = 0
const demo = keptDemo()

/** A store with the demo open for each test of a room, handed over before it. */
export function inDemo(begin: (fresh: ProjectStore) => void): void {
  let store: ProjectStore
  beforeEach(async () => {
    setStage()
    store = new Store(new KettleDb(`room-${++named}`))
    await store.openLast(() => Promise.resolve(structuredClone(demo)))
    begin(store)
  })
  afterEach(async () => {
    cleanup()
    await store.settled()
    store.close()
  })
}

/** Draws a room over a store, as the shell does. */
export const show = (store: ProjectStore, room: ReactNode) =>
  render(
    <ChakraProvider value={system}>
      <StoreContext.Provider value={store}>{room}</StoreContext.Provider>
    </ChakraProvider>,
  )
