'use client'
import dynamic from 'next/dynamic'

/** How a figure came about, loaded when it is first asked for. */
export const LateWorkingDialog = dynamic(() => import('./WorkingDialog'), { ssr: false })
