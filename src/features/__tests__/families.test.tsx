import { fed } from '../../project/document/testing'
import { act, fireEvent, screen, within } from '@testing-library/react'
import { stage } from './kit/stage'
import { inDemo, show } from './kit/test-room'
import type { ProjectStore } from '../../store'
import { SPECS, fieldValue, newBuild, shownFields, tunableFields, type TurbineBuild } from '../../project/document'
import { BuildRoom } from '../build'
import ChooserDialog from '../builds/ChooserDialog'
import { FindRoom } from '../find'
import { fieldName, fieldWords, firstRange, firstVariables, variablesOf } from '../find/find-view-model'
import type { Shown } from '../shared'
import { FAMILIES } from '../../core/machines'

let store: ProjectStore
inDemo((fresh) => (store = fresh))
const build = (id: string) => store.snapshot().project?.builds.find((b) => b.id === id)
const sane = (container: HTMLElement) => {
  expect(container.textContent).not.toMatch(/NaN|undefined|Infinity/)
  expect(container.innerHTML).not.toMatch(/NaN/)
}

describe('rotor station of every family', () => {
  test.each(FAMILIES.filter((f) => f !== 'tangential-impulse'))(
    '%s: its drawing, form and figures, and nothing that is no number',
    (family) => {
      stage.query = `build=other-${family}&station=rotor`
      const { container } = show(store, <BuildRoom />)
      const own = build(`other-${family}`) as TurbineBuild
      expect(screen.getByText('Best power')).toBeInTheDocument()
      expect(screen.getAllByRole('img').length).toBeGreaterThan(0)
      // every number of its form but those that the shaft's workspace shows
      for (const field of shownFields(own).filter((f) => f.group !== 'Body'))
        expect(screen.getAllByLabelText(field.label, { exact: true }).length).toBeGreaterThan(0)
      sane(container)
    },
  )
  test('a number typed into any family’s form changes the build, as one step of undo', async () => {
    stage.query = 'build=other-disc-pack&station=rotor'
    show(store, <BuildRoom />)
    const before = fieldValue(build('other-disc-pack') as TurbineBuild, 'machine.gapWidthM')
    act(() => void fireEvent.change(screen.getByLabelText('Gap between'), { target: { value: '0.8' } }))
    expect(fieldValue(build('other-disc-pack') as TurbineBuild, 'machine.gapWidthM')).toBeCloseTo(0.8e-3, 9)
    await act(async () => void (await store.undo()))
    expect(fieldValue(build('other-disc-pack') as TurbineBuild, 'machine.gapWidthM')).toBe(before)
  })
  test('a vane too long for its rotor is refused where it was typed, and nothing changes', () => {
    stage.query = 'build=other-vane-motor&station=rotor'
    show(store, <BuildRoom />)
    act(() => void fireEvent.change(screen.getByLabelText('Height', { exact: true }), { target: { value: '12' } }))
    expect(screen.getByText(/slots would run into the hub/)).toBeInTheDocument()
    expect(fieldValue(build('other-vane-motor') as TurbineBuild, 'machine.vaneHeightM')).toBeCloseTo(8.7e-3, 9)
  })
  test('velocities can be looked at stage by stage', () => {
    stage.query = 'build=other-axial&station=rotor'
    show(store, <BuildRoom />)
    fireEvent.click(screen.getByRole('tab', { name: 'Velocities at the working speed' }))
    expect(screen.getByRole('tab', { name: 'Stage 3' })).toBeInTheDocument()
    fireEvent.click(screen.getByRole('tab', { name: 'Stage 2' }))
    expect(screen.getByRole('img', { name: /^Velocity triangles/ })).toBeInTheDocument()
  })
  test('what a change brings: the greatest first, and a click makes it', async () => {
    stage.query = 'build=other-disc-pack&station=rotor'
    const { container } = show(store, <BuildRoom />)
    fireEvent.click(screen.getByRole('tab', { name: 'What a change brings' }))
    const up = await screen.findByRole('button', { name: /^Throat up by/ }, { timeout: 20_000 })
    const before = fed(build('other-disc-pack')).machine.nozzle.throatDiameterM ?? 0
    fireEvent.click(up)
    expect(fed(build('other-disc-pack')).machine.nozzle.throatDiameterM).toBeCloseTo(before + 0.1e-3, 9)
    sane(container)
  }, 60_000)
  test('pressure and speed: the map is worked out, and has a table', async () => {
    stage.query = 'build=other-radial-inflow&station=rotor'
    show(store, <BuildRoom />)
    fireEvent.click(screen.getByRole('tab', { name: 'Pressure and speed' }))
    expect(await screen.findByRole('img', { name: /^Map of shaft power/ }, { timeout: 20_000 })).toBeInTheDocument()
    fireEvent.click(
      within(screen.getByText('dashed: best power').parentElement as HTMLElement).getByRole('button', {
        name: 'Table',
      }),
    )
    expect(screen.getByRole('region', { name: 'Table: Power over pressure and speed' })).toBeInTheDocument()
  }, 60_000)
  test('shaft: a heavy spot becomes a hole', () => {
    stage.query = 'build=other-axial&station=shaft'
    const { container } = show(store, <BuildRoom />)
    expect(screen.getByText('Drill this deep')).toBeInTheDocument()
    const depth = () =>
      Number(
        screen
          .getByText('Drill this deep')
          .parentElement?.querySelector('.num')
          ?.textContent?.replace(/[^\d.]/g, ''),
      )
    const before = depth()
    act(() => void fireEvent.change(screen.getByLabelText('Putty'), { target: { value: '0.02' } }))
    expect(depth() / before).toBeCloseTo(2, 1)
    sane(container)
  })
})

describe('chooser', () => {
  test('shows every kind on the same air with reasons, those that do it first, and hands one on as a build', async () => {
    const chosen: TurbineBuild[] = []
    const { container } = show(store, <ChooserDialog onClose={() => undefined} onChoose={(b) => void chosen.push(b)} />)
    const vane = await screen.findByRole('button', { name: /Vane motor/ }, { timeout: 90_000 })
    for (const family of FAMILIES.filter((f) => SPECS[f].supply.kind !== 'wind'))
      expect(
        screen.getByText(SPECS[family].words.name[0].toUpperCase() + SPECS[family].words.name.slice(1)),
      ).toBeInTheDocument()
    const rows = screen.getByRole('region', { name: /^Kinds of machine/ }).querySelectorAll('button')
    const does = [...rows].map((r) => r.textContent?.includes('does it') ?? false)
    expect(does.indexOf(false) === -1 || !does.slice(does.indexOf(false)).includes(true)).toBe(true)
    fireEvent.click(vane)
    fireEvent.click(screen.getByRole('button', { name: 'Begin with it' }))
    expect(chosen[0]?.machine.family).toBe('vane-motor')
    sane(container)
  }, 150_000)
})

describe('find room', () => {
  test('a search finds designs that keep what must hold, and one opens as a version of the build', async () => {
    stage.query = 'build=spindle-4'
    const { container } = show(store, <FindRoom />)
    fireEvent.click(screen.getByRole('button', { name: 'Search' }))
    const open = await screen.findByRole('button', { name: 'Open as a version' }, { timeout: 40_000 })
    expect(screen.getByText(/tried in/)).toHaveTextContent(/200 tried/)
    expect(screen.getByRole('group', { name: /^Trade-off of/ })).toBeInTheDocument()
    sane(container)
    const before = store.snapshot().project?.builds.length ?? 0
    fireEvent.click(open)
    const after = store.snapshot().project?.builds ?? []
    expect(after).toHaveLength(before + 1)
    expect(after[before]).toMatchObject({ parentId: 'spindle-4', made: false })
    expect(after[before].changed).toMatch(/throat .* mm/)
    expect(stage.went[0]).toMatch(/^\/build\?build=build-/)
  }, 90_000)
  test('constraints that nothing keeps say so, and what threw them out', async () => {
    stage.query = 'build=spindle-4'
    show(store, <FindRoom />)
    act(() => void fireEvent.change(screen.getByLabelText('Margin in stress'), { target: { value: '20' } }))
    act(() => void fireEvent.change(screen.getByLabelText('Printer’s bed'), { target: { value: '30' } }))
    fireEvent.click(screen.getByRole('button', { name: 'Search' }))
    expect(await screen.findByText('No design keeps all of it', undefined, { timeout: 40_000 })).toBeInTheDocument()
    expect(screen.getByText(/wider than the bed/)).toBeInTheDocument()
  }, 90_000)
  test('nothing ticked: nothing to search', () => {
    stage.query = 'build=spindle-4'
    show(store, <FindRoom />)
    for (const box of screen.getAllByRole('checkbox', { checked: true })) fireEvent.click(box)
    expect(screen.getByText('Nothing may change')).toBeInTheDocument()
    expect(screen.getByRole('button', { name: 'Search' })).toBeDisabled()
  })
  test('ranges begin round what is there and keep within limits; names stand alone', () => {
    for (const family of FAMILIES) {
      const own = newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, family)
      const fields = tunableFields(own)
      for (const field of fields) {
        const [from, to] = firstRange(own, field)
        expect(from).toBeLessThanOrEqual(fieldValue(own, field.path) as number)
        expect(to).toBeGreaterThanOrEqual(fieldValue(own, field.path) as number)
        expect(fieldName(field)).not.toBe('How many')
      }
      const first = firstVariables(own)
      expect(first.length).toBeGreaterThan(0)
      expect(
        variablesOf(fields, Object.fromEntries(first.map((p) => [p, [1, 2] as const])))
          .map((v) => v.path)
          .sort(),
      ).toEqual([...first].sort())
    }
    const shown = { unit: () => ({ id: 'mm', label: 'mm' }) } as unknown as Shown
    expect(
      fieldWords(tunableFields(newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: 'x' }))[0], 1.5e-3, shown),
    ).toBe('1.5 mm')
  })
})
