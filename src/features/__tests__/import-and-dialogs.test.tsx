import { fed } from '../../project/document/testing'
import { stage } from './kit/stage'
import { inDemo, show } from './kit/test-room'
import { readFileSync } from 'node:fs'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { powerChain, predict, workings } from '../../core/prediction'
import { reduceInertia, reductionWorkings, simulateSpinUp, angleOfSpeed } from '../../core/bench'
import { isTurbine, predictionInput, type Run } from '../../project/document'
import type { ProjectStore } from '../../store'
import { AirLine } from '../air-line'
import { ImportPanel } from '../bench/ImportPanel'
import { startRun } from '../bench/run-edits'
import { counted } from '../shared/counted'
import VersionDialog from '../shared/VersionDialog'
import WorkingDialog from '../shared/WorkingDialog'
import { mainMeasurement } from '../../project/measuring'

let store: ProjectStore
let run: Run
inDemo((fresh) => (store = fresh))
beforeEach(() => {
  stage.reduces = false
  const project = store.snapshot().project
  const target = project?.builds.find((b) => b.id === 'spindle-4')
  if (!project || !target) throw new Error('the demo has it')
  const id = startRun(store, project, target, project.rigs[0], 350e3, { ...project.runs[0].cautions })
  run = store.snapshot().project?.runs.find((r) => r.id === id) as Run
})

/** A file as the browser hands it over, from the folder of broken ones or from text. */
function file(name: string, text?: string): File {
  const bytes = text === undefined ? readFileSync(`src/project/fixtures/malformed/${name}`) : Buffer.from(text)
  const made = new File(['x'], name)
  Object.assign(made, {
    arrayBuffer: () => Promise.resolve(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length)),
  })
  return made
}
const measurementNow = () => {
  const now = store.snapshot().project?.runs.find((r) => r.id === run.id)
  return now && mainMeasurement(now)
}
const panel = (signal: 'count' | 'speed' | 'pulse-times' = 'count') => {
  const rig = store.snapshot().project?.rigs[0]
  if (rig?.kind !== 'inertia') throw new Error('the demo has a rig')
  return show(store, <ImportPanel run={run} measurement={mainMeasurement(run)} rig={{ ...rig, signal }} />)
}
const choose = (chosen: File) => fireEvent.change(screen.getByLabelText('Recording'), { target: { files: [chosen] } })

describe('bringing a recording in', () => {
  test('a run begun with its cautions stands in the document with them and marks its build as printed', () => {
    expect(run.cautions.cautions).toHaveLength(6)
    expect(store.snapshot().project?.builds.find((b) => b.id === 'spindle-4')?.made).toBe(true)
  })
  test('mapping is guessed, can be changed, and goes into the run with the bytes as they came', async () => {
    panel()
    choose(file('clean.csv', 't_ms;wheel;spare;p_bar\n0;0;5;3,5\n4;2;6;3,5\n8;5;7;3,4\n'))
    await waitFor(() => expect(screen.getByText('Which column is what?')).toBeInTheDocument())
    expect(screen.getByLabelText('Columns parted by')).toHaveValue(';')
    expect(screen.getByLabelText('Decimal sign')).toHaveValue(',')
    expect(screen.getByLabelText('Pressure, if recorded')).toHaveValue('p_bar')
    // gauge or absolute is always said
    expect(screen.getByLabelText('Pressure is in')).toHaveValue('bar')
    expect(screen.getByRole('option', { name: 'bar gauge' })).toBeInTheDocument()
    fireEvent.change(screen.getByLabelText('Pressure is in'), { target: { value: 'bar absolute' } })
    fireEvent.change(screen.getByLabelText('Count'), { target: { value: 'spare' } })
    fireEvent.click(screen.getByRole('button', { name: 'Take it into the run' }))
    await waitFor(() => expect(measurementNow()?.recordingId).not.toBeNull())
    const kept = measurementNow()
    expect(kept?.mapping).toMatchObject({
      columns: {
        time: { header: 't_ms' },
        signal: { header: 'spare' },
        pressure: { header: 'p_bar', unit: 'bar absolute' },
      },
    })
    const bytes = await store.recordingBytes(kept?.recordingId ?? '')
    expect(Buffer.from(bytes ?? []).toString()).toContain('4;2;6;3,5')
  })
  test('the mapping used last on this rig is remembered where its columns are in the file', async () => {
    panel()
    choose(file('again.csv', 'time_ms,other_count,wheel_count,supply_kPa\n0,0,0,350\n4,1,2,351\n8,2,5,349\n'))
    await waitFor(() => expect(screen.getByLabelText('Count')).toHaveValue('wheel_count'))
  })
  test('times of marks need no second column; a file without units asks for one', async () => {
    panel('pulse-times')
    choose(file('marks.csv', 'mark\n0.1\n0.2\n0.3\n'))
    await waitFor(() => expect(screen.getByLabelText('Time is in')).toBeInTheDocument())
    expect(screen.queryByLabelText('Count')).toBeNull()
    fireEvent.change(screen.getByLabelText('Time is in'), { target: { value: 'ms' } })
    expect(screen.getByLabelText('Time is in')).toHaveValue('ms')
  })
  test('bad rows are named before the file is taken', async () => {
    panel('speed')
    choose(file('m3_nan_rows.csv'))
    await waitFor(() => expect(screen.getByText(/7 rows were left out/)).toBeInTheDocument())
  })
  test.each(['m5_header_only.csv', 'm6_binary_garbage.csv'])(
    '%s is refused by name; the run stays without a recording',
    async (name) => {
      panel()
      choose(file(name))
      await waitFor(() => expect(screen.getByText(new RegExp(`“${name}” was not taken`))).toBeInTheDocument())
      expect(measurementNow()?.recordingId).toBeNull()
    },
  )
  test('a dialect that makes no sense of the file leaves what stood there', async () => {
    panel('speed')
    choose(file('m2_semicolon_decimal_comma.csv'))
    await waitFor(() => expect(screen.getByLabelText('Decimal sign')).toHaveValue(','))
    fireEvent.change(screen.getByLabelText('Decimal sign'), { target: { value: '.' } })
    await waitFor(() => expect(screen.getByText('Read that way, the file makes no sense')).toBeInTheDocument())
    expect(screen.getByLabelText('Decimal sign')).toHaveValue(',')
    expect(screen.getByRole('button', { name: 'Take it into the run' })).toBeEnabled()
  })
  test('another file can be chosen instead', async () => {
    panel()
    choose(file('a.csv', 't_s,n\n0,1\n1,2\n'))
    await waitFor(() => expect(screen.getByRole('button', { name: 'Another file' })).toBeInTheDocument())
    fireEvent.click(screen.getByRole('button', { name: 'Another file' }))
    expect(screen.getByText('This run has no recording yet')).toBeInTheDocument()
  })
})

describe('air line', () => {
  const texts = (['supply', 'line', 'nozzle', 'rotor', 'shaft', 'load'] as const).map((id) => ({
    id,
    name: id,
    lines: ['a', 'b', 'c'] as [string, string, string],
  }))
  const chainAt = (speedRadPerS: number) => {
    const project = store.snapshot().project
    if (!project) throw new Error('open')
    return powerChain(
      predict({
        ...predictionInput(project.builds.filter(isTurbine)[0], project.ambient),
        load: { speedRadPerS, wantedPowerW: 1 },
      }),
    )
  }
  test('the ledger is one picture with every share in words', () => {
    show(
      store,
      <AirLine
        chain={chainAt(1000)}
        texts={texts}
        left={{ short: 'shaft', long: '' }}
        chosen="rotor"
        onChoose={jest.fn()}
      />,
    )
    const ledger = within(screen.getByTestId('ledger')).getByRole('img')
    expect(ledger.getAttribute('aria-label')).toMatch(
      /^Where [\d.]+ W went: regulator [\d.]+ %, hose, couplings .* shaft [\d.]+ %$/,
    )
    expect(screen.getByRole('tab', { name: /^rotor/ })).toHaveAttribute('aria-selected', 'true')
  })
  test('beyond its free speed it says that the load drives the rotor', () => {
    show(
      store,
      <AirLine
        chain={chainAt(4000)}
        texts={texts}
        left={{ short: 'shaft', long: '' }}
        chosen="load"
        onChoose={jest.fn()}
      />,
    )
    expect(screen.getByText(/the load drives the rotor/)).toBeInTheDocument()
  })
})

describe('dialogs', () => {
  test('a predicted working says so and where its ± comes from', () => {
    const project = store.snapshot().project
    if (!project) throw new Error('open')
    const input = predictionInput(project.builds.filter(isTurbine)[0], project.ambient)
    show(store, <WorkingDialog working={workings(input, predict(input)).bestPower} onClose={jest.fn()} />)
    expect(screen.getByText('Result, predicted')).toBeInTheDocument()
    expect(screen.getByText(/coefficients no drawing fixes/)).toBeInTheDocument()
  })
  test('a measured one says so too', () => {
    const { timeS, speedRadPerS } = simulateSpinUp(
      {
        stallTorqueNm: 0.02,
        dragFreeSpeedRadPerS: 2000,
        drag: [3e-4, 1e-7, 1e-10],
        effectiveInertiaKgM2: 2e-5,
        openS: 1,
        shutS: 12,
        endS: 25,
      },
      0.005,
    )
    const rig = {
      flywheelInertiaKgM2: { value: 2e-5, standardUncertainty: 2e-7 },
      rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
      speedRatio: 1,
      countsPerTurn: 1,
      sensorOn: 'rotor' as const,
    }
    show(
      store,
      <WorkingDialog
        working={reductionWorkings(reduceInertia(angleOfSpeed(timeS, speedRadPerS, 1), rig)).peakShaftPower}
        onClose={jest.fn()}
      />,
    )
    expect(screen.getByText('Result, measured')).toBeInTheDocument()
    expect(screen.getByText(/scatter of the recording and from what is unsure of its rig/)).toBeInTheDocument()
  })
  test('a new version hangs under its parent with what was changed and why, and is opened', () => {
    const parent = store.snapshot().project?.builds.find((b) => b.id === 'spindle-3')
    if (!parent) throw new Error('the demo has it')
    show(store, <VersionDialog parent={parent} onClose={jest.fn()} />)
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Sixth print' } })
    fireEvent.change(screen.getByLabelText(/What will be changed/), { target: { value: 'wall 1.0 → 0.6 mm' } })
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'closer' } })
    fireEvent.click(screen.getByText('Make it'))
    const made = store.snapshot().project?.builds.find((b) => b.name === 'Sixth print')
    expect(made).toMatchObject({
      parentId: 'spindle-3',
      changed: 'wall 1.0 → 0.6 mm',
      why: 'closer',
      made: false,
      machine: { nozzle: fed(parent).machine.nozzle },
    })
    expect(stage.went).toEqual([`/build?build=${made?.id}&station=nozzle`])
  })
  test('a version needs a name', () => {
    const parent = store.snapshot().project?.builds[0]
    if (!parent) throw new Error('open')
    show(store, <VersionDialog parent={parent} onClose={jest.fn()} />)
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: '  ' } })
    expect(screen.getByText('Make it')).toBeDisabled()
  })
})

test('numbers carry their noun', () =>
  expect([counted(0, 'run'), counted(1, 'run'), counted(2, 'run')]).toEqual(['0 runs', '1 run', '2 runs']))
