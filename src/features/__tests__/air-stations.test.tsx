import { fed } from '../../project/document/testing'
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { stage } from './kit/stage'
import { inDemo, show } from './kit/test-room'
import type { ProjectStore } from '../../store'
import { BuildRoom } from '../build'
import { MakeRoom } from '../make'
import { BenchRoom } from '../bench'

let store: ProjectStore
inDemo((fresh) => (store = fresh))

const build = (id: string) => store.snapshot().project?.builds.find((b) => b.id === id)
const type = (label: string, value: string) =>
  act(() => void fireEvent.change(screen.getByLabelText(label), { target: { value } }))
const at = (query: string) => {
  stage.query = query
  return show(store, <BuildRoom />)
}
const sane = (container: HTMLElement) => expect(container.textContent).not.toMatch(/NaN|undefined|Infinity/)

describe('supply: each source has its drawing, its figures and nothing that is no number', () => {
  test.each([
    ['steady', /trusted to hold it/, 'Pressure held'],
    ['vessel', /Bottle and pump, to scale/, 'Strokes to fill'],
    ['blower', /free air/, 'Pressure it runs at'],
    ['breath', /at the lips/, 'One breath lasts'],
    ['wind', /the rest flows round/, 'Air power'],
    ['balloon', /skin stretched/, 'Stored in it'],
    ['compressor', /cuts out/, 'Water that settles'],
  ] as const)('%s', (kind, text, figure) => {
    const { container } = at('build=glider-2&station=supply')
    act(() => void fireEvent.change(screen.getByLabelText('Source'), { target: { value: kind } }))
    expect(build('glider-2')?.supply.kind).toBe(kind)
    expect(screen.getAllByText(text).length).toBeGreaterThan(0)
    expect(screen.getByText(figure)).toBeInTheDocument()
    sane(container)
  })
  test('a class of blower is put in with its figures; own figures are no longer its estimate', () => {
    at('build=glider-2&station=supply')
    act(() => void fireEvent.change(screen.getByLabelText('Source'), { target: { value: 'blower' } }))
    act(() => void fireEvent.change(screen.getByLabelText('Class'), { target: { value: 'leaf-blower' } }))
    expect(build('glider-2')?.supply).toMatchObject({ label: 'leaf blower', temperatureRiseK: 8 })
    act(() => void fireEvent.change(screen.getByLabelText('Class'), { target: { value: 'own' } }))
    expect(screen.queryByText(/estimate of its class/)).not.toBeInTheDocument()
    act(() => void fireEvent.change(screen.getByLabelText('Its curve'), { target: { value: 'points' } }))
    expect(screen.getByLabelText('Point 4, flow')).toBeInTheDocument()
    act(() => void fireEvent.click(screen.getByRole('button', { name: 'Add a point' })))
    const supply = build('glider-2')?.supply
    expect(supply?.kind === 'blower' && supply.curve.kind === 'points' ? supply.curve.points : []).toHaveLength(5)
  })
  test('a compressor by its cylinder, with a coil, worked out', async () => {
    const { container } = at('build=spindle-4&station=supply')
    act(() => void fireEvent.change(screen.getByLabelText('Known from'), { target: { value: 'displacement' } }))
    act(() => void fireEvent.change(screen.getByLabelText('Cooling coil'), { target: { value: 'yes' } }))
    act(() => void fireEvent.change(screen.getByLabelText('Temperature'), { target: { value: 'worked-out' } }))
    expect(build('spindle-4')?.supply).toMatchObject({
      airTemperatureK: null,
      displacement: { strokesPerS: 47 },
      coil: { lengthM: 3 },
    })
    expect(screen.getByText(/out of the pump at/)).toBeInTheDocument()
    act(() => void fireEvent.click(screen.getByRole('tab', { name: 'Heat and water' })))
    await waitFor(() => expect(screen.getByRole('img', { name: /behind the coil/ })).toBeInTheDocument())
    sane(container)
  })
  test('a bottle over its limit must not run', () => {
    at('build=glider-2&station=supply')
    type('Maker’s limit', '100')
    expect(screen.getByTestId('state')).toHaveTextContent('do not run')
    act(() => void fireEvent.click(screen.getByRole('tab', { name: 'One filling' })))
    expect(screen.getByRole('img', { name: /^A filling holds/ })).toBeInTheDocument()
  })
})

describe('line', () => {
  test('parts are put in, moved and taken out; each is an undo step', () => {
    at('build=spindle-4&station=line')
    const names = () => build('spindle-4')?.line.parts.map((p) => p.kind)
    expect(names()).toEqual(['fitting', 'hose', 'fitting'])
    act(() => void fireEvent.click(screen.getByRole('button', { name: 'Put it at the end of the line' })))
    expect(names()).toEqual(['fitting', 'hose', 'fitting', 'hose'])
    act(() => void fireEvent.click(screen.getByRole('button', { name: 'Part 4 one place nearer to the supply' })))
    expect(names()).toEqual(['fitting', 'hose', 'hose', 'fitting'])
    act(() => void fireEvent.click(screen.getByRole('button', { name: 'Take out part 1' })))
    expect(names()).toEqual(['hose', 'hose', 'fitting'])
  })
  test('sizes for the regulator are worked out and put in', () => {
    at('build=glider-2&station=line')
    act(() => void fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'diaphragm' } }))
    act(() => void fireEvent.click(screen.getByRole('button', { name: 'Put these in' })))
    expect(build('glider-2')?.line.regulator?.seatDiameterM).not.toBe(6e-3)
    sane(document.body)
  })
  test('the bottle is run down both ways', async () => {
    at('build=glider-2&station=line')
    act(() => void fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'diaphragm' } }))
    act(() => void fireEvent.click(screen.getByRole('tab', { name: 'With or without' })))
    await waitFor(() => expect(screen.getByText(/A regulator saves no air/)).toBeInTheDocument(), { timeout: 10_000 })
  }, 20_000)
})

describe('nozzle', () => {
  test.each([
    ['slot', 'Slot, wide'],
    ['halves', 'Web between'],
    ['quarters', 'Web between'],
    ['ring', 'Holes'],
    ['sector', 'Inner radius'],
  ])('%s: its own measures, its face, no NaN', (form, field) => {
    const { container } = at('build=glider-2&station=nozzle')
    act(() => void fireEvent.change(screen.getByLabelText('Outlet'), { target: { value: form } }))
    expect(screen.getByLabelText(field)).toBeInTheDocument()
    expect(screen.getByRole('img', { name: /^Outlet from the front/ })).toBeInTheDocument()
    sane(container)
  })
  test('an outlet wider than its bore is refused in words', () => {
    at('build=glider-2&station=nozzle')
    type('Radius of the ring', '6')
    expect(screen.getByText(/this outlet reaches across/)).toBeInTheDocument()
    expect(fed(build('glider-2')).machine.nozzle.form).toMatchObject({ ringRadiusM: 2.4e-3 })
  })
  test('a wanted figure is turned into a throat', async () => {
    at('build=spindle-4&station=nozzle&view=aim')
    type('of', '0.5')
    await waitFor(() => expect(screen.getByRole('button', { name: 'this size' })).toBeInTheDocument(), {
      timeout: 10_000,
    })
    act(() => void fireEvent.click(screen.getByRole('button', { name: 'this size' })))
    expect(fed(build('spindle-4')).machine.nozzle.throatDiameterM).not.toBe(1.7e-3)
  }, 20_000)
  test('sizing shows the best throat with its drills', async () => {
    at('build=spindle-4&station=nozzle')
    await waitFor(() => expect(screen.getByText(/nearest drills .*mm, #/)).toBeInTheDocument(), { timeout: 15_000 })
  }, 20_000)
})

describe('a body pushed by its jet', () => {
  test('body: drawing and margin; way: both metrics', () => {
    const { container } = at('build=glider-balloon&station=body')
    expect(screen.getByRole('img', { name: /side wind presses at/ })).toBeInTheDocument()
    sane(container)
    cleanup()
    const way = at('build=glider-balloon&station=way')
    expect(screen.getByText('Impulse, held still')).toBeInTheDocument()
    expect(screen.getByText('Height')).toBeInTheDocument()
    sane(way.container)
  })
  test('too heavy it does not leave, and that is said', () => {
    at('build=glider-balloon&station=body')
    type('Mass, no air in it', '500')
    cleanup()
    at('build=glider-balloon&station=way')
    expect(screen.getByText('It does not leave')).toBeInTheDocument()
  })
  test('make offers its insert and the gauge; the bench a thrust stand', () => {
    stage.query = 'build=glider-2'
    show(store, <MakeRoom />)
    expect(screen.getByRole('button', { name: /^Nozzle insert/ })).toBeInTheDocument()
    expect(screen.queryByRole('button', { name: /^Rotor/ })).not.toBeInTheDocument()
    cleanup()
    show(store, <BenchRoom />)
    expect(screen.getByText(/a recording of a push, with a second of quiet/)).toBeInTheDocument()
  })
})

test('what no drawing fixes: a typed value is told from a plain one, its ± counts, and the way back is there', () => {
  at('build=spindle-4&station=rotor')
  fireEvent.click(screen.getByRole('tab', { name: 'What no drawing fixes' }))
  const held = () => {
    const machine = build('spindle-4')?.machine
    return machine && 'capture' in machine.coefficients ? machine.coefficients.capture : undefined
  }
  expect(held()).toMatchObject({ from: 'default', value: 0.7 })
  expect(screen.getAllByText(/Plain estimate; leaves ±/).length).toBe(7)
  type('share caught', '0.6')
  expect(held()).toEqual({ value: 0.6, standardUncertainty: 0.12, from: 'typed' })
  type('± of share caught', '0.05')
  expect(held()).toEqual({ value: 0.6, standardUncertainty: 0.05, from: 'typed' })
  expect(screen.getByText(/Your own; leaves ±/)).toBeInTheDocument()
  fireEvent.click(screen.getByText('Back to the plain value'))
  expect(held()).toEqual({ value: 0.7, standardUncertainty: 0.12, from: 'default' })
})

test('the flow of a hole says where its Cd comes from', () => {
  at('build=spindle-4&station=nozzle')
  expect(screen.getByText(/plain estimate ±0.03, short drilled holes/)).toBeInTheDocument()
  type('Discharge, Cd', '0.8')
  expect(fed(build('spindle-4')).machine.coefficients.discharge).toMatchObject({ value: 0.8, from: 'typed' })
  expect(screen.getByText('your own ±0.03')).toBeInTheDocument()
  act(() => void fireEvent.change(screen.getByLabelText('Its entry'), { target: { value: 'sharp' } }))
  expect(screen.getByText(/plain estimate ±0.02, at low pressure/)).toBeInTheDocument()
})
