'use client'
import dynamic from 'next/dynamic'

/** The making of a new version, loaded when it is first asked for. */
export const LateVersionDialog = dynamic(() => import('./VersionDialog'), { ssr: false })
