/** What rooms need: hooks and types. The database itself is in `./open`, which is loaded after the first paint. */
export type { ChangeResult, ProjectStore, StoreState } from './project-store'
export { StoreContext, useProject, useStore, useStoreState } from './react'
