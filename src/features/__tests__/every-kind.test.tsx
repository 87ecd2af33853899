import { cleanup, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { partSet, partWords } from '../../core/machines'
import { KIND_IDS, kindOf, newBuildOf, type Build, type KindId } from '../../project/document'
import { METHOD_IDS, methodOf } from '../../project/measuring'
import type { ProjectStore } from '../../store'
import { BenchRoom } from '../bench'
import { BuildRoom } from '../build'
import { viewOf } from '../build/machines/registry'
import { BuildsRoom } from '../builds'
import { CompareRoom } from '../compare'
import { MakeRoom } from '../make'
import { stage } from './kit/stage'
import { inDemo, show } from './kit/test-room'

let store: ProjectStore
inDemo((fresh) => (store = fresh))

/** The first build of a kind, put into the demo as a maker would begin it. */
function begun(kind: KindId): Build {
  const build = newBuildOf(
    { id: `first-${kind}`, machineId: `m-${kind}`, name: `First ${kind}`, createdAt: '2026-01-01T00:00:00.000Z' },
    kind,
  ) as Build
  const result = store.change('new machine', (p) => {
    p.machines.push({ id: build.machineId, name: `Machine ${kind}`, purpose: '' })
    p.builds.push(build)
  })
  expect(result.ok).toBe(true)
  return build
}

/** Draws a room at a place and looks for figures that are none. */
function sane(query: string, room: ReactNode): HTMLElement {
  cleanup()
  stage.query = query
  const { container } = show(store, room)
  expect(container.textContent).not.toMatch(/NaN|undefined|Infinity/)
  expect(container.innerHTML).not.toMatch(/NaN/)
  return container
}

// What a kind of machine must do to be at home in every room, whatever it is.
test.each(KIND_IDS)('%s: every room shows its first build, and no figure that is no number', (kind) => {
  const build = begun(kind)
  for (const { id: station } of viewOf(build).stations) {
    const shown = sane(`build=${build.id}&station=${station}`, <BuildRoom />)
    expect(shown.querySelector(`[role=tab][aria-selected=true]`)).not.toBeNull()
  }
  sane(`machine=${build.machineId}`, <BuildsRoom />)
  expect(screen.getAllByText(build.name).length).toBeGreaterThan(0)
  sane(`build=${build.id}`, <MakeRoom />)
  for (const { name } of partSet(kindOf(build).parts(build)))
    expect(screen.getAllByRole('button', { name: new RegExp(partWords(name).name) }).length).toBeGreaterThan(0)
  sane(`build=${build.id}`, <BenchRoom />)
  sane(`a=${build.id}&b=spindle-4`, <CompareRoom />)
  // what cannot be compared is said, not left out without a word
  const read = METHOD_IDS.some((id) => methodOf(id).accepts(build))
  expect(screen.queryAllByText(/cannot be set side by side yet/)).toHaveLength(read ? 0 : 1)
})
