'use client'
import { createContext, useContext, useSyncExternalStore } from 'react'
import type { Project } from '../project/document'
import type { ProjectStore } from './project-store'
import { CLOSED, type StoreState } from './state'

export const StoreContext = createContext<ProjectStore | null>(null)

export function useStore(): ProjectStore {
  const store = useContext(StoreContext)
  if (!store) throw new Error('useStore outside StoreContext')
  return store
}

export function useStoreState(): StoreState {
  const store = useStore()
  return useSyncExternalStore(store.subscribe, store.snapshot, () => CLOSED)
}

/** The open project. Only below the shell, which shows rooms once a project is open. */
export function useProject(): Project {
  const { project } = useStoreState()
  if (!project) throw new Error('useProject before a project is open')
  return project
}
