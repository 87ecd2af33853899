/** What rooms need: hooks and types. The database itself is in `./open`, which is loaded after the first paint. */
export type { CopyRow } from './db'
export type { ProjectStore } from './project-store'
export type { ChangeResult, HeldChange, StoreState, Unopened, Unsaved } from './state'
export type { HeldWhy } from './writing'
export { StoreContext, useProject, useStore, useStoreState } from './react'
