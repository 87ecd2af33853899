import type { Rig } from '../../project/document'
import { methodOf } from '../../project/measuring'

/** A rig by its name, and what it measures by where its name does not say so. */
export const rigTitle = ({ name, kind }: Rig): string => {
  const method = methodOf(kind).words.name
  return name.toLowerCase().includes(method) ? name : `${name}, ${method}`
}
