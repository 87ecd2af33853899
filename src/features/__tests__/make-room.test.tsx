import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { strFromU8, unzipSync } from 'fflate'
import { stage } from './kit/stage'
import { inDemo, show } from './kit/test-room'
import type { Build } from '../../project/document'
import type { ProjectStore } from '../../store'
import { MakeRoom } from '../make'

let store: ProjectStore
inDemo((fresh) => (store = fresh))
beforeEach(() => Object.assign(stage, { parts: true, scenes: [] }))
const scene = () => (stage.scenes ?? [])[(stage.scenes ?? []).length - 1]
const open = (query: string) => {
  stage.query = query
  return show(store, <MakeRoom />)
}
const build = (id: string) => store.snapshot().project?.builds.find((b) => b.id === id) as Build
const change = (id: string, recipe: (b: Build) => void) =>
  act(
    () =>
      void store.change('for a test', (p) => {
        const found = p.builds.find((b) => b.id === id)
        if (found) recipe(found as Build)
      }),
  )
const figure = (label: string) =>
  screen.getByText(label, { exact: true }).parentElement?.querySelector('.num')?.textContent ?? ''
const modelOf = async (file: Blob) => strFromU8(unzipSync(new Uint8Array(await file.arrayBuffer()))['3D/3dmodel.model'])
const made = () => screen.findByText('watertight: every edge closed')
const lookedAt = () => screen.findByText(/^looked for walls below/)

test('a rotor: its size, volume and mass, what a slicer must be told, and nothing too thin', async () => {
  open('build=spindle-4')
  await made()
  expect(screen.getByText('62.0 mm × 62.0 mm × 9.00 mm')).toBeInTheDocument()
  // mass is volume times the density of the material, solid
  expect(Number(figure('Mass, solid')) / (Number(figure('Volume')) * 1.27)).toBeCloseTo(1, 1)
  expect(screen.getByText(/^Blades, 1.60 mm: 4 lines across; set at least 2 walls a side/)).toBeInTheDocument()
  await lookedAt()
  await waitFor(() => expect(figure('Too thin to print')).toBe('nowhere'))
})

test('blades thinner than the process makes are marked in the solid; a finer process makes them', async () => {
  open('build=spindle-4')
  change('spindle-4', (b) => void ('bladeThicknessM' in b.machine && (b.machine.bladeThicknessM = 0.6e-3)))
  expect(await screen.findByText('Some of it will not come out')).toBeInTheDocument()
  expect(Number(figure('Too thin to print'))).toBeLessThan(0.65)
  expect(scene().marks?.length).toBeGreaterThanOrEqual(12)
  fireEvent.change(screen.getByLabelText('Process'), { target: { value: 'resin' } })
  await lookedAt()
  expect(screen.queryByText('Some of it will not come out')).toBeNull()
  expect(build('spindle-4').making.process).toBe('resin')
})

test('lines of another width fill the blades otherwise, and a gap is told', async () => {
  open('build=spindle-4')
  fireEvent.change(screen.getByLabelText('Line width'), { target: { value: '0.65' } })
  expect(
    await screen.findByText(
      /^Blades, 1.60 mm: 2 lines across; set at least 2 walls a side.* A gap stays between them: 1.30 mm would fill/,
    ),
  ).toBeInTheDocument()
  expect(build('spindle-4').making.lineWidthM).toBeCloseTo(0.65e-3, 12)
  fireEvent.change(screen.getByLabelText('Process'), { target: { value: 'machined' } })
  await waitFor(() => expect(screen.queryByLabelText('Line width')).toBeNull())
})

test('outlets: their area is told where they are made, and slots open more', async () => {
  open('build=other-axial&part=end-plate')
  const label = await screen.findByText('Outlets of the housing')
  const area = () => Number(label.parentElement?.querySelector('.num')?.textContent?.replace(/[^\d.]/g, ''))
  const holes = area()
  fireEvent.change(screen.getByLabelText('Outlets'), { target: { value: 'slots' } })
  await waitFor(() => expect(area()).toBeGreaterThan(1.1 * holes))
  expect(screen.queryByText('The air cannot get out')).toBeNull()
})

test('what has to be bought stands beside the parts; put together, what falls short is told with what was found', async () => {
  stage.checks.push({ code: 'radial', of: 'rotor, casing-lower', found: 0.412, wanted: 1, fine: false })
  open('build=spindle-4')
  expect(screen.getByText('2 ball bearings, 625')).toBeInTheDocument()
  expect(screen.getAllByText(/^3 screws, button head, M3 × \d+$/)).toHaveLength(2)
  fireEvent.click(screen.getByRole('tab', { name: 'Put together' }))
  expect(await screen.findByText('1 of 2 fall short')).toBeInTheDocument()
  expect(screen.getByText('rotor, casing-lower: gap round the rim, mm 0.412, stated 1.00')).toBeInTheDocument()
})

test('a machine that goes together says so', async () => {
  open('build=other-axial')
  fireEvent.click(screen.getByRole('tab', { name: 'Put together' }))
  expect(await screen.findByText('It goes together and turns')).toBeInTheDocument()
})

test('put together: every part in its place, drawn apart by the slider, and the machine goes out as one file, bought parts among it', async () => {
  open('build=other-disc-pack')
  await made()
  expect(screen.getByRole('button', { name: 'Assembly as 3MF' })).toBeDisabled()
  fireEvent.click(screen.getByRole('tab', { name: 'Put together' }))
  await screen.findByRole('img', { name: /parts in the order in which they go together/ })
  const lifts = () => scene().meshes.map((m) => m.pose?.[14] ?? 0)
  const span = (values: number[]) => Math.max(...values) - Math.min(...values)
  const apart = span(lifts())
  fireEvent.change(screen.getByLabelText('Drawn apart'), { target: { value: '0' } })
  await waitFor(() => expect(span(lifts())).toBeLessThan(0.6 * apart))
  // ten discs stand one pitch apart
  const disc = build('other-disc-pack').machine as Extract<Build['machine'], { family: 'disc-pack' }>
  const meshes = scene().meshes
  const discs = meshes.filter((m) => meshes.filter((o) => o.vertices === m.vertices).length === disc.discs)
  expect((discs[1].pose?.[14] ?? 0) - (discs[0].pose?.[14] ?? 0)).toBeCloseTo(
    (disc.discThicknessM + disc.gapWidthM) * 1000,
    6,
  )
  fireEvent.click(screen.getByRole('button', { name: 'Assembly as 3MF' }))
  await waitFor(() => expect(stage.files).toHaveLength(1))
  expect(stage.files[0]).toMatchObject({ type: 'model/3mf', name: expect.stringMatching(/-assembly\.3mf$/) })
  const model = await modelOf(stage.files[0].content)
  expect((model.match(/<component /g) ?? []).length).toBe(meshes.length)
  expect(model).toMatch(/name="bearing 625"/)
  expect((model.match(/<item /g) ?? []).length).toBe(1)
}, 60_000)

test('print plates: every copy on the bed, what hangs over painted, mass and time with their range, one file a plate', async () => {
  open('build=other-disc-pack')
  await made()
  fireEvent.click(screen.getByRole('tab', { name: 'Print plates' }))
  await screen.findByText('This plate as 3MF', {}, { timeout: 40_000 })
  const { bed, meshes } = scene()
  expect(bed).toBe(220)
  for (const { pose } of meshes) {
    expect(pose?.[12]).toBeGreaterThan(0)
    expect(pose?.[12]).toBeLessThan(220)
  }
  // two inserts stand on their flat ends, two tails bridge freely: painted light
  expect(meshes.some((m) => (m.painted?.light.length ?? 0) > 0)).toBe(true)
  const plates = screen.getAllByRole('tab', { name: /^Plate \d/ }).length
  expect(figure('Time')).toMatch(/h|min/)
  expect(screen.getByText(/^estimate: .* to .*, by printer and settings$/)).toBeInTheDocument()
  expect(screen.getByText(/Not on a plate: hub, collar/)).toBeInTheDocument()
  fireEvent.click(screen.getByRole('tab', { name: `Plate ${plates}` }))
  const copies = scene().meshes.length
  fireEvent.click(screen.getByRole('button', { name: 'This plate as 3MF' }))
  await waitFor(() => expect(stage.files).toHaveLength(1))
  expect(stage.files[0].name).toMatch(new RegExp(`-plate-${plates}\\.3mf$`))
  expect(((await modelOf(stage.files[0].content)).match(/<item /g) ?? []).length).toBe(copies)
  // a bed that does not take the housing: it is named with the bed it wants, the rest stays
  await change('other-disc-pack', (b) => void (b.making.bedM = 0.08))
  await screen.findByText('Housing: larger than your bed', {}, { timeout: 40_000 })
  expect(screen.getByText('This plate as 3MF')).toBeInTheDocument()
}, 90_000)

test('machined parts lie on no plate', async () => {
  open('build=other-disc-pack')
  await change('other-disc-pack', (b) => void (b.making.process = 'machined'))
  expect(screen.queryByRole('tab', { name: 'Print plates' })).toBeNull()
})

test('cut open: a plane across the axis that is chosen, where the slider stands', async () => {
  open('build=spindle-4')
  await made()
  expect(scene().cut).toBeNull()
  fireEvent.click(screen.getByRole('tab', { name: 'Cut open' }))
  fireEvent.change(screen.getByLabelText('Cut at'), { target: { value: '0.3' } })
  fireEvent.click(within(screen.getByRole('tablist', { name: 'Across' })).getByRole('tab', { name: 'level' }))
  await waitFor(() => expect(scene().cut).toEqual({ axis: 'z', at: 0.3 }))
})

test.each([
  ['STL', 'stl', 'model/stl'],
  ['3MF', '3mf', 'model/3mf'],
  ['DXF profile', 'dxf', 'image/vnd.dxf'],
  ['SVG profile', 'svg', 'image/svg+xml'],
])('%s goes out by its own name', async (button, ending, type) => {
  open('build=spindle-4&part=nozzle-insert')
  await made()
  fireEvent.click(screen.getByRole('button', { name: button, exact: true } as never))
  await waitFor(() => expect(stage.files).toHaveLength(1))
  expect(stage.files[0]).toMatchObject({ name: `engraving-spindle-fourth-print-nozzle-insert.${ending}`, type })
})

test('a part that cannot be made is refused in words, with the number to change, and the page stands', async () => {
  open('build=other-radial-inflow&part=volute')
  await made()
  // a shaft as wide as the wheel's bore
  change(
    'other-radial-inflow',
    (b) => void (b.machine.family === 'radial-inflow' && (b.machine.shaft.diameterM = 8e-3)),
  )
  expect(await screen.findByText('This part cannot be made')).toBeInTheDocument()
  expect(screen.getByText(/leaves no metal/)).toHaveTextContent(/Make the bore’s radius at least 4\.8 mm/)
  expect(screen.getByRole('button', { name: 'STL' })).toBeDisabled()
})

test('marking a build as printed is one step that can be undone', async () => {
  open('build=spindle-4')
  const before = build('spindle-4').made
  fireEvent.click(screen.getByRole('button', { name: /Mark as printed|Printed/ }))
  expect(build('spindle-4').made).toBe(!before)
  await act(async () => void (await store.undo()))
  expect(build('spindle-4').made).toBe(before)
})
