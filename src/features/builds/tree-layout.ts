import type { Build } from '../../project/document'

export interface TreePlace {
  readonly build: Build
  readonly column: number
  readonly row: number
}

/**
 * Places a family's versions: a child one column on from its parent; the first child in its parent's row, further ones
 * in new rows below.
 */
export function layoutTree(builds: readonly Build[]): TreePlace[] {
  const children = new Map<string | null, Build[]>()
  const ids = new Set(builds.map((b) => b.id))
  for (const build of builds) {
    const parent = build.parentId !== null && ids.has(build.parentId) ? build.parentId : null
    children.set(parent, [...(children.get(parent) ?? []), build])
  }
  const places: TreePlace[] = []
  let nextRow = 0
  const place = (build: Build, column: number, row: number) => {
    places.push({ build, column, row })
    nextRow = Math.max(nextRow, row + 1)
    ;(children.get(build.id) ?? []).forEach((child, i) => place(child, column + 1, i === 0 ? row : nextRow))
  }
  for (const root of children.get(null) ?? []) place(root, 0, nextRow)
  return places
}
