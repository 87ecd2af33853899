'use client'
import { useEffect, useState } from 'react'
import type { Build } from '../../project/document'
import type { OutletCheck } from '../../project/parts/outlet-check'
import { useProject } from '../../store'

/** Whether the air gets out of a build's housing. The models come when the page stands. */
export function useOutlets(build: Build): OutletCheck | null {
  const { ambient } = useProject()
  const [found, setFound] = useState<{ build: Build; check: OutletCheck | null } | null>(null)
  useEffect(() => {
    let wanted = true
    void import('../../project/parts/outlet-check').then(
      ({ outletCheck }) => wanted && setFound({ build, check: outletCheck(build, ambient) }),
    )
    return () => {
      wanted = false
    }
  }, [build, ambient])
  // what was found for the last figures stays until the new are known
  return found?.build.id === build.id ? found.check : null
}
