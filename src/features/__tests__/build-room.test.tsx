import { fed } from '../../project/document/testing'
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react'
import { stage } from './kit/stage'
import { inDemo, show } from './kit/test-room'
import type { ProjectStore } from '../../store'
import { BuildRoom } from '../build'

let store: ProjectStore
inDemo((fresh) => (store = fresh))
const build = (id: string) => store.snapshot().project?.builds.find((b) => b.id === id)
const type = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label, { exact: true }), { target: { value: text } })

describe('build room', () => {
  test.each([
    ['supply', 'The source', 'Pressure held'],
    ['line', 'Where the pressure goes', 'Lost in the line'],
    ['nozzle', 'Section, to scale', 'Jet speed'],
    ['rotor', 'Torque and power', 'Best power'],
    ['shaft', 'Speeds on one line', 'Burst speed'],
    ['load', 'Velocities at the load’s speed', 'Power there'],
  ])('%s: drawing, figures, and no figure that is no number', (station, heading, figure) => {
    stage.query = `build=spindle-4&station=${station}`
    const { container } = show(store, <BuildRoom />)
    expect(screen.queryByRole('heading', { name: heading }) ?? screen.getByText(heading)).toBeInTheDocument()
    expect(screen.getByText(figure)).toBeInTheDocument()
    expect(container.textContent).not.toMatch(/NaN|undefined|Infinity/)
    expect(container.innerHTML).not.toMatch(/NaN/)
  })
  test('a typed throat moves a plain hole’s exit along and every figure with it', () => {
    stage.query = 'build=spindle-4&station=nozzle'
    show(store, <BuildRoom />)
    act(() => type('Throat', '1.2'))
    expect(fed(build('spindle-4')).machine.nozzle).toMatchObject({ throatDiameterM: 0.0012, exitDiameterM: 0.0012 })
    expect(screen.getByRole('tab', { name: /^Nozzle/ })).toHaveTextContent('convergent 1.20 mm')
  })
  test('a wider exit makes it convergent–divergent, and the shock is drawn where it stands', () => {
    stage.query = 'build=spindle-4&station=nozzle'
    show(store, <BuildRoom />)
    act(() => type('Exit', '4.8'))
    expect(screen.getByRole('tab', { name: /^Nozzle/ })).toHaveTextContent('shock inside')
    expect(screen.getByText(/^shock at M/)).toBeInTheDocument()
  })
  test('what the document refuses is said at its field, and nothing changes', () => {
    stage.query = 'build=spindle-4&station=shaft'
    show(store, <BuildRoom />)
    act(() => type('Hub radius', '22.5'))
    expect(screen.getByRole('alert')).toHaveTextContent(/must leave at least 1 mm of disc/)
    expect(build('spindle-4')?.machine).toMatchObject({ hubRadiusM: 0.008 })
  })
  test('a tested build’s fields are closed until the record is corrected', () => {
    stage.query = 'build=spindle-2&station=rotor'
    show(store, <BuildRoom />)
    expect(screen.getByLabelText('How many')).toBeDisabled()
    fireEvent.click(screen.getByRole('button', { name: 'Correct the record' }))
    expect(screen.getByLabelText('How many')).toBeEnabled()
  })
  test('stations are tabs: a click and the arrow keys ask for the next one', () => {
    stage.query = 'build=spindle-4&station=nozzle'
    show(store, <BuildRoom />)
    fireEvent.click(screen.getByRole('tab', { name: /^Load/ }))
    fireEvent.keyDown(screen.getByRole('tablist', { name: 'Stations of the air line' }), { key: 'ArrowRight' })
    expect(stage.went).toEqual(['/build?build=spindle-4&station=load', '/build?build=spindle-4&station=rotor'])
  })
  test('the kind of supply can be turned over and back without losing pressure', () => {
    stage.query = 'build=spindle-4&station=supply'
    show(store, <BuildRoom />)
    fireEvent.change(screen.getByLabelText('Source'), { target: { value: 'steady' } })
    expect(build('spindle-4')?.supply).toEqual({ kind: 'steady', gaugePressurePa: 350e3, airTemperatureK: 293.15 })
    fireEvent.change(screen.getByLabelText('Source'), { target: { value: 'compressor' } })
    expect(build('spindle-4')?.supply).toMatchObject({ kind: 'compressor' })
    expect(build('spindle-4')?.line.regulator).toMatchObject({ setGaugePressurePa: 350e3 })
  })
  test('supply and line can be taken over from another build', () => {
    stage.query = 'build=spindle-4&station=supply'
    show(store, <BuildRoom />)
    act(() => type('Regulator', '200'))
    expect(build('spindle-4')?.line.regulator).toMatchObject({ setGaugePressurePa: 200e3 })
    fireEvent.change(screen.getByLabelText('Same as in'), { target: { value: 'spindle-1' } })
    expect(build('spindle-4')?.supply).toEqual(build('spindle-1')?.supply)
    expect(build('spindle-4')?.line).toEqual(build('spindle-1')?.line)
  })
  test('delivery points can be added and removed', () => {
    stage.query = 'build=spindle-4&station=supply'
    show(store, <BuildRoom />)
    fireEvent.click(screen.getByRole('button', { name: 'Add a point' }))
    const points = () => {
      const s = build('spindle-4')?.supply
      return s?.kind === 'compressor' ? s.delivery.length : 0
    }
    expect(points()).toBe(4)
    fireEvent.click(screen.getByRole('button', { name: 'Remove point 1' }))
    expect(points()).toBe(3)
  })
  test('a build can be removed: at once where nothing hangs on it, else after a second word, its versions staying', async () => {
    stage.query = 'build=spindle-4&station=load'
    show(store, <BuildRoom />)
    fireEvent.click(screen.getByRole('button', { name: 'Remove this build' }))
    expect(build('spindle-4')).toBeUndefined()
    cleanup()
    stage.query = 'build=spindle-2&station=load'
    show(store, <BuildRoom />)
    fireEvent.click(screen.getByRole('button', { name: 'Remove this build' }))
    expect(build('spindle-2')).toBeDefined()
    expect(screen.getByText(/2 runs of it go with it/)).toHaveTextContent('2 versions made from it stay')
    fireEvent.click(screen.getByRole('button', { name: 'Remove it' }))
    expect(build('spindle-2')).toBeUndefined()
    expect(build('spindle-3')?.parentId).toBe('spindle-1')
    expect(store.snapshot().project?.runs.some((r) => r.buildId === 'spindle-2')).toBe(false)
    await store.settled()
    await act(() => store.undo())
    expect(build('spindle-2')).toBeDefined()
    expect(build('spindle-3')?.parentId).toBe('spindle-2')
  })
  test('every station says what comes next; the last one leads to the parts, the bench, the next version', () => {
    stage.query = 'build=spindle-4&station=supply'
    show(store, <BuildRoom />)
    expect(within(screen.getByRole('navigation', { name: 'What comes next' })).getByRole('button')).toHaveTextContent(
      /Regulator and line/,
    )
    cleanup()
    stage.query = 'build=spindle-4&station=load'
    show(store, <BuildRoom />)
    expect(
      within(screen.getByRole('navigation', { name: 'What comes next' })).getByRole('link', { name: /Make the parts/ }),
    ).toHaveAttribute('href', '/make?build=spindle-4')
    cleanup()
    stage.query = 'build=spindle-3&station=load'
    show(store, <BuildRoom />)
    expect(
      within(screen.getByRole('navigation', { name: 'What comes next' })).getByRole('button', { name: /new version/ }),
    ).toBeInTheDocument()
  })
  test('an address of another project’s build leads back', () => {
    stage.query = 'build=elsewhere'
    show(store, <BuildRoom />)
    expect(screen.getByText('That build is not in this project')).toBeInTheDocument()
  })
})
