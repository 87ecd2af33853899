/** What rooms need: hooks and types. The database itself is in `./open`, which is loaded after the first paint. */
export type { ProjectStore } from './project-store'
export type { HeldChange } from './state'
export { StoreContext, useProject, useStore, useStoreState } from './react'
export type { LiveRow } from './db'
export { liveLock, type LiveWriter } from './live'
