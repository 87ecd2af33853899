import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { isTurbine } from '../../project/document'
import { hazardOf } from '../../project/document/hazards'
import { stage } from './kit/stage'
import { inDemo, show } from './kit/test-room'
import type { ProjectStore } from '../../store'
import { BenchRoom } from '../bench'
import { BuildsRoom } from '../builds'
import { CompareRoom } from '../compare'
import { MakeRoom } from '../make'
import CautionsDialog from '../safety/CautionsDialog'
import ProjectsDialog from '../shell/ProjectsDialog'
import ShortcutsDialog from '../shell/ShortcutsDialog'
import UnitsDialog from '../shell/UnitsDialog'

let store: ProjectStore
inDemo((fresh) => (store = fresh))
const build = (id: string) => store.snapshot().project?.builds.find((b) => b.id === id)
const type = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label, { exact: true }), { target: { value: text } })

describe('builds room', () => {
  test('the tree shows measured peaks as measured and the unprinted one as predicted', async () => {
    show(store, <BuildsRoom />)
    await waitFor(() => expect(screen.getByRole('link', { name: /^Third print:/ })).toHaveTextContent('2 runs'), {
      timeout: 20_000,
    })
    expect(
      within(screen.getByRole('link', { name: /^Third print:/ })).getByRole('img', { name: 'measured' }),
    ).toBeInTheDocument()
    expect(
      within(screen.getByRole('link', { name: /^Fourth print:/ })).getByRole('img', { name: 'predicted' }),
    ).toBeInTheDocument()
    await waitFor(() => expect(screen.getByText(/casing closed to 1\.0 mm:/)).toHaveTextContent('+0.6'), {
      timeout: 20_000,
    })
  }, 40_000)
  test('another machine begins with what it shall do, from what air and made how', () => {
    show(store, <BuildsRoom />)
    fireEvent.click(screen.getByRole('button', { name: 'Another machine…' }))
    fireEvent.click(screen.getByRole('button', { name: /Push itself along or up/ }))
    fireEvent.click(screen.getByRole('button', { name: /Rubber balloon/ }))
    fireEvent.click(screen.getByRole('button', { name: /Resin print/ }))
    fireEvent.click(screen.getByRole('button', { name: 'Begin with it' }))
    const project = store.snapshot().project
    const made = project?.builds[project.builds.length - 1]
    expect([project?.machines.length, project?.builds.length]).toEqual([5, 23])
    expect(made).toMatchObject({
      machine: { family: 'thrust-body' },
      supply: { kind: 'balloon' },
      making: { process: 'resin' },
    })
    expect(stage.went[0]).toMatch(/^\/build\?build=build-.*&station=supply$/)
  })
  test('a machine is removed with all its versions, and undo brings it back', async () => {
    stage.query = 'machine=glider'
    show(store, <BuildsRoom />)
    fireEvent.click(screen.getByRole('button', { name: 'Remove this machine' }))
    fireEvent.click(screen.getByRole('button', { name: 'Remove it' }))
    expect(store.snapshot().project?.builds.some((b) => b.machineId === 'glider')).toBe(false)
    await store.settled()
    await act(() => store.undo())
    expect(store.snapshot().project?.builds.filter((b) => b.machineId === 'glider')).toHaveLength(3)
  })
})

describe('bench room', () => {
  test('a run is reduced and set beside its prediction and its repeat', async () => {
    stage.query = 'build=spindle-twin&run=run-spindle-twin-2'
    show(store, <BenchRoom />)
    await waitFor(() => expect(screen.getByRole('heading', { name: 'Measured' })).toBeInTheDocument(), {
      timeout: 20_000,
    })
    expect(screen.getByText('Mended in the recording').parentElement).toHaveTextContent(
      /marks were missed and counted in/,
    )
    await waitFor(() => expect(screen.getByText('Repeats agree')).toBeInTheDocument(), { timeout: 20_000 })
    expect(screen.getByText('Predicted peak')).toBeInTheDocument()
  }, 40_000)
  test('spans set by hand are kept with the run and can be given back to the finder', async () => {
    stage.query = 'build=spindle-3&run=run-spindle-3-1'
    show(store, <BenchRoom />)
    await waitFor(() => expect(screen.getByLabelText('Spin-up from')).toBeInTheDocument(), { timeout: 20_000 })
    act(() => type('Spin-up from', '2'))
    const run = () => store.snapshot().project?.runs.find((r) => r.id === 'run-spindle-3-1')
    expect(run()?.measurements[0].settings).toMatchObject({ spinUp: { fromS: 2 } })
    await waitFor(() => expect(screen.getByRole('button', { name: 'Find them again' })).toBeInTheDocument(), {
      timeout: 20_000,
    })
    fireEvent.click(screen.getByRole('button', { name: 'Find them again' }))
    expect(run()?.measurements[0].settings).toEqual({ spinUp: null, coast: null })
  }, 60_000)
  test('the rig’s figures follow its fields, for every run on it', async () => {
    stage.query = 'build=spindle-3'
    show(store, <BenchRoom />)
    expect(screen.getByText('6 runs are on it; all follow a change')).toBeInTheDocument()
    act(() => type('Width', '24'))
    const rig = store.snapshot().project?.rigs[0]
    expect(rig).toMatchObject({ flywheel: { kind: 'dimensions', widthM: 0.024 } })
    fireEvent.click(screen.getByRole('button', { name: 'Another rig' }))
    expect(store.snapshot().project?.rigs).toHaveLength(13)
  })
  test('a thrust stand: thrust without its ring, impulse, what was predicted; the push set by hand and given back', async () => {
    stage.query = 'build=glider-1&run=run-glider-1-1'
    show(store, <BenchRoom />)
    // its own figures come first, those of the other runs after them
    await waitFor(() => expect(screen.getByText('Repeats agree')).toBeInTheDocument(), { timeout: 20_000 })
    expect(screen.getByLabelText('Pushes from')).toBeInTheDocument()
    for (const text of ['Thrust at the opening', 'Impulse', 'Pushes for', 'Predicted impulse', 'Repeats agree'])
      expect(screen.getByText(text)).toBeInTheDocument()
    expect(screen.getByText(/the stand rings at 11.5 Hz: not the thrust/)).toBeInTheDocument()
    expect(screen.getByText(/were taken off, which the plain area would have counted/)).toBeInTheDocument()
    const settings = () =>
      store.snapshot().project?.runs.find((r) => r.id === 'run-glider-1-1')?.measurements[0].settings
    act(() => type('Pushes to', '4.5'))
    expect(settings()).toMatchObject({ push: { toS: 4.5 } })
    await waitFor(() => expect(screen.getByRole('button', { name: 'Find it again' })).toBeInTheDocument(), {
      timeout: 20_000,
    })
    fireEvent.click(screen.getByRole('button', { name: 'Find it again' }))
    expect(settings()).toEqual({ push: null })
    act(() => type('Span known to ±', '2'))
    expect(store.snapshot().project?.rigs.find((r) => r.id === 'stand-window')).toMatchObject({
      spanRelativeUncertainty: 0.02,
    })
  }, 60_000)
  test('a run can be removed, and undone', async () => {
    stage.query = 'build=spindle-3&run=run-spindle-3-2'
    show(store, <BenchRoom />)
    fireEvent.click(screen.getByRole('button', { name: 'Remove this run' }))
    expect(store.snapshot().project?.runs).toHaveLength(18)
    await act(async () => {
      await store.settled()
      await store.undo()
    })
    expect(store.snapshot().project?.runs).toHaveLength(19)
  })
})

describe('cautions', () => {
  const rigs = () => store.snapshot().project?.rigs ?? []
  test('all must be ticked; the margins go into the record', () => {
    const onDone = jest.fn()
    const target = build('spindle-4')
    if (!target || !isTurbine(target)) throw new Error('the demo has it')
    show(
      store,
      <CautionsDialog
        build={target}
        rigs={rigs()}
        startRig={{ rig: rigs()[0], why: 'used last' }}
        onDone={onDone}
        onClose={jest.fn()}
      />,
    )
    const start = screen.getByRole('button', { name: 'Start the run', hidden: true })
    expect(start).toBeDisabled()
    for (const box of screen.getAllByRole('checkbox', { hidden: true })) fireEvent.click(box)
    expect(start).toBeEnabled()
    fireEvent.click(start)
    const record = onDone.mock.calls[0][0] as Record<string, unknown>
    expect(record.cautions).toEqual(['fragments', 'pressure', 'noise', 'eyes', 'loose', 'steps'])
    const hazard = (id: string) => hazardOf(record.hazards as never, id) ?? 0
    expect(hazard('stress-margin')).toBeGreaterThan(1)
    expect(hazard('flywheel-stored-energy')).toBeGreaterThan(5)
    expect(onDone.mock.calls[0][2]).toBe(rigs()[0])
    expect(hazard('burst-speed')).toBeGreaterThan(hazard('free-speed'))
  })
  test('of a body that its jet pushes they name no rotor, and ask as much', () => {
    const target = build('glider-1')
    const stand = rigs().find((r) => r.kind === 'thrust')
    if (!target || !stand) throw new Error('the demo has both')
    const at = { rig: stand, why: 'used last' }
    show(store, <CautionsDialog build={target} rigs={[stand]} startRig={at} onDone={jest.fn()} onClose={jest.fn()} />)
    expect(screen.getAllByRole('checkbox', { hidden: true })).toHaveLength(6)
    expect(screen.getByText(/ties the body to its stand/)).toBeInTheDocument()
    expect(screen.queryByText(/rotor|blade|turbine/)).not.toBeInTheDocument()
  })
  test('a build that must not run asks for one acknowledgement more', () => {
    const target = build('spindle-4')
    if (!target || !isTurbine(target)) throw new Error('the demo has it')
    const weak = {
      ...target,
      supply: { kind: 'steady' as const, gaugePressurePa: 900e3, airTemperatureK: 330 },
      line: { regulator: null, parts: [] },
      machine: {
        ...target.machine,
        materialId: 'pla',
        loadedAcrossLayers: true,
        discThicknessM: 2e-3,
        bladeThicknessM: 4e-3,
      },
    }
    show(
      store,
      <CautionsDialog
        build={weak}
        rigs={rigs()}
        startRig={{ rig: rigs()[0], why: 'used last' }}
        onDone={jest.fn()}
        onClose={jest.fn()}
      />,
    )
    expect(screen.getByText(/on my own judgement/)).toBeInTheDocument()
    expect(screen.getAllByRole('checkbox', { hidden: true })).toHaveLength(7)
  })
})

test('make room: parts, notes and whether it is printed', () => {
  stage.query = 'build=spindle-4'
  show(store, <MakeRoom />)
  expect(screen.getByText(/set screw sits in the metal, never in the print/)).toBeInTheDocument()
  fireEvent.click(screen.getByRole('button', { name: /^Nozzle insert/ }))
  expect(screen.getByText(/it lies in its seat one way only/)).toBeInTheDocument()
  fireEvent.click(screen.getByRole('button', { name: '○ Mark as printed' }))
  expect(build('spindle-4')?.made).toBe(true)
  fireEvent.click(screen.getByRole('tab', { name: 'Profile' }))
  // the drawing comes with the solid, which is made in a worker
  expect(screen.getByRole('status')).toHaveTextContent('Making the solid…')
})

test('compare room: conditions stand before the verdict', async () => {
  stage.query = 'a=spindle-2&b=spindle-3'
  show(store, <CompareRoom />)
  await waitFor(() => expect(screen.getByText('Engraving spindle · Third print gives more')).toBeInTheDocument(), {
    timeout: 20_000,
  })
  expect(screen.getByRole('row', { name: /^casing/ })).toHaveTextContent('openclose')
  // and what was foreseen of it
  expect(screen.getByText(/what no drawing fixes is taken to be off alike in both/)).toBeInTheDocument()
  fireEvent.change(screen.getByLabelText('B'), { target: { value: 'spindle-4' } })
  expect(stage.went).toEqual(['/compare?a=spindle-2&b=spindle-4'])
}, 40_000)

describe('dialogs of the shell', () => {
  test('units and the room’s air', () => {
    show(store, <UnitsDialog onClose={jest.fn()} />)
    fireEvent.change(screen.getByLabelText('Pressure'), { target: { value: 'psi' } })
    expect(store.snapshot().project?.display.pressure).toBe('psi')
    act(() => type('Room temperature', '15'))
    expect(store.snapshot().project?.ambient.temperatureK).toBeCloseTo(288.15, 9)
  })
  test('shortcuts are listed', () => {
    show(store, <ShortcutsDialog onClose={jest.fn()} />)
    expect(screen.getByText('Undo, redo (outside a field)')).toBeInTheDocument()
  })
  test('a file that is no project is refused by name', async () => {
    show(store, <ProjectsDialog onClose={jest.fn()} />)
    const file = new File(['x'], 'other.zip')
    Object.assign(file, { arrayBuffer: () => Promise.resolve(new ArrayBuffer(1)) })
    fireEvent.change(screen.getByLabelText('Project archive to import'), { target: { files: [file] } })
    await waitFor(() =>
      expect(screen.getByText(/“other.zip” was not imported; nothing was changed/)).toBeInTheDocument(),
    )
  })
})
