import { reduceInertia } from '../../core/bench'
import { keptDemo } from '../../project/demo/kept-demo'
import {
  isTurbine,
  kindOf,
  type MachineOfKind,
  type RotatingPredicted,
  type TurbineBuild,
} from '../../project/document'
import { inertiaRig, mainMeasurement, mainRig } from '../../project/measuring'
import { mapTrace, parseTable } from '../../project/recording'
import { ledgerParts } from '../air-line/ledger-parts'
import { suitingRigs } from '../bench/run-edits'
import { coastChart, diagnosis, residualChart, rotorChart, traceChart } from '../bench/methods/inertia/charts'
import { stationTexts } from '../build/air-texts'
import { performanceChart } from '../build/performance-chart'
import { layoutTree } from '../builds/tree-layout'
import { shownIn } from '../shared/display'

const { project, recordings } = keptDemo()
const shown = shownIn(project.display)
const turbines = project.builds.filter(isTurbine)
const predictedOf = (build: TurbineBuild) =>
  kindOf(build).predict(build, { ambient: project.ambient }) as RotatingPredicted

test('the air line has a text under each station, pressures say gauge, nothing is NaN', () => {
  for (const build of turbines) {
    const texts = stationTexts(build, predictedOf(build), shown)
    expect(texts.map((t) => t.id)).toEqual(['supply', 'line', 'nozzle', 'rotor', 'shaft', 'load'])
    expect(texts[0].lines[1]).toMatch(/Pa gauge/)
    expect(texts.flatMap((t) => t.lines).join()).not.toMatch(/NaN|undefined|—/)
  }
})

test('the ledger’s shares add up to the whole', () => {
  const { chain } = predictedOf(turbines[2])
  expect(ledgerParts(chain, { short: 'shaft', long: '' }).reduce((s, p) => s + p.powerW, 0)).toBeCloseTo(
    chain[0].powerW,
    9,
  )
})

test('units follow the maker’s choice', () => {
  const imperial = shownIn({ ...project.display, pressure: 'psi', length: 'in', temperature: '°F' })
  expect(imperial.text(413_685.4, 'gaugePressure')).toBe('60.0 psi gauge')
  expect(imperial.text(293.15, 'temperature')).toBe('68.0 °F')
  expect(shown.text(350_000, 'absolutePressure')).toBe('350 kPa abs')
})

describe('family tree', () => {
  const places = new Map(layoutTree(project.builds).map((p) => [p.build.id, [p.column, p.row]]))
  test('children stand one column on; the first child keeps its parent’s row', () => {
    expect(places.get('spindle-1')).toEqual([0, 0])
    expect(places.get('spindle-2')).toEqual([1, 0])
    expect(places.get('spindle-3')).toEqual([2, 0])
    expect(places.get('spindle-4')).toEqual([3, 0])
    expect(places.get('spindle-twin')).toEqual([2, 1])
  })
  test('a build whose parent is elsewhere still has a place', () =>
    expect(layoutTree([{ ...project.builds[1], parentId: 'gone' }])).toHaveLength(1))
})

describe('a run over its prediction', () => {
  const run = project.runs[4]
  const build = turbines.find((b) => b.id === run.buildId) ?? turbines[0]
  const rig = mainRig(project, run) ?? project.rigs[0]
  const { recordingId, mapping } = mainMeasurement(run)
  const parsed = parseTable(recordings.get(recordingId ?? '') ?? new Uint8Array())
  if (!parsed.ok || mapping?.kind !== 'table' || rig.kind !== 'inertia') throw new Error('the demo run can be read')
  const mapped = mapTrace(parsed.table, mapping, rig)
  if (!mapped.ok) throw new Error(mapped.message)
  const reduction = reduceInertia(mapped.trace, inertiaRig(rig, build))
  const predicted = predictedOf(build)
  const { prediction } = predicted

  test('measured lines are solid and have bands, predicted ones are dashed and stand apart', () => {
    const chart = rotorChart(reduction, predicted, 'shaft', shown)
    const measured = chart.lines.filter((l) => !l.predicted)
    expect(measured.map((l) => l.name)).toEqual(['torque measured', 'power measured, band 95 %'])
    expect(
      measured.every((l) =>
        l.points.every((p) => p.lo !== undefined && p.hi !== undefined && p.lo <= (p.y ?? 0) && p.hi >= (p.y ?? 0)),
      ),
    ).toBe(true)
    expect(chart.lines.filter((l) => l.predicted)).toHaveLength(2)
    expect(chart.dots?.[0].points.length).toBeGreaterThan(10)
  })
  test('without a prediction only the measured stands', () =>
    expect(rotorChart(reduction, null, 'blades', shown).lines).toHaveLength(2))
  test('trace, residuals and coasting hold finite points only', () => {
    for (const chart of [traceChart(reduction), residualChart(reduction), coastChart(reduction, shown)])
      for (const line of chart.lines)
        for (const p of line.points) if (p.y !== null) expect(Number.isFinite(p.x) && Number.isFinite(p.y)).toBe(true)
  })
  test('the diagnosis names what is low: torque at rest tells flow, free speed tells drag', () => {
    // as one machine would be measured: its greatest power goes with torque and speed
    const measured = (stall: number, free: number) => ({
      ...reduction.peakShaftPower,
      power: { ...reduction.peakShaftPower.power, value: stall * free * prediction.figures.bestPowerW },
    })
    const scaled = (stall: number, free: number) =>
      diagnosis(
        {
          ...reduction,
          peakShaftPower: measured(stall, free),
          stallTorque: { ...reduction.stallTorque, value: stall * prediction.summary.stallTorqueNm },
          freeSpeed: { ...reduction.freeSpeed, value: free * prediction.summary.freeSpeedRadPerS },
        },
        predicted,
      )
    expect(scaled(0.7, 0.98)?.title).toMatch(/Less torque/)
    expect(scaled(1, 0.8)?.title).toMatch(/Free speed lower/)
    expect(scaled(1, 0.8)?.text).toMatch(/torque at rest the same and free speed 20 % low against/)
    expect(scaled(0.85, 0.86)?.title).toMatch(/Everything is lower/)
    expect(scaled(1.2, 1.1)?.title).toMatch(/Better/)
  })
})

test('the performance chart marks where the bearing’s limit begins', () => {
  const build = turbines[3]
  // a wide jet at 6.5 bar, from a supply that holds it
  const fast: TurbineBuild = {
    ...build,
    supply: { kind: 'steady', gaugePressurePa: 650e3, airTemperatureK: 293.15 },
    line: { regulator: null, parts: [] },
    machine: {
      ...(build.machine as MachineOfKind<'tangential-impulse'>),
      shaft: { ...build.machine.shaft, bearingClassId: '6000' },
      nozzle: { ...build.machine.nozzle, throatDiameterM: 2.4e-3, exitDiameterM: 2.4e-3 },
      casing: { kind: 'close', clearanceM: 5e-4 },
    },
  }
  const chart = performanceChart(predictedOf(fast).prediction, shown, { speedRadPerS: 1000, label: '' })
  expect(chart.limits?.[0].from).toBeCloseTo(30_000, 3)
})

test('small and large figures step to a unit that needs no noughts; gauge and absolute stay written', () => {
  expect(shown.text(15.2, 'gaugePressure')).toBe('15.2 Pa gauge')
  expect(shown.text(350e3, 'gaugePressure')).toBe('350 kPa gauge')
  expect(shown.text(0.00012, 'power')).toMatch(/^0\.12\d* mW$/)
  expect(shown.text(0.04, 'area')).toBe('400 cm²')
  expect(shown.parts(0.045, 'force')).toMatchObject({ unit: 'mN' })
  expect(shown.text(0, 'pressureDrop')).toBe('0 kPa')
})

test('a figure of less than twice its uncertainty may be none; one that is nothing says so itself', () => {
  const vague = (si: number, u?: number) => shown.parts(si, 'power', u).vague
  expect([vague(2, 1.03), vague(-2, 1.03), vague(2, 1.01), vague(2, 0.1)]).toEqual([true, true, false, false])
  expect([vague(0, 1), vague(2)]).toEqual([false, false])
})

test('rigs of a build: none of another machine’s kind, and for each way of measuring without one its first', () => {
  const { rigs, builds } = keptDemo().project
  const kinds = (id: string, of: typeof rigs) =>
    suitingRigs(
      of,
      builds.find((b) => b.id === id)!,
    ).map((r) => r.kind)
  expect(
    suitingRigs(
      rigs,
      builds.find((b) => b.id === 'spindle-3')!,
    ).every((r) => rigs.includes(r)),
  ).toBe(true)
  expect(kinds('spindle-3', rigs)).not.toContain('thrust')
  expect(kinds('glider-1', rigs)).not.toContain('inertia')
  const without = rigs.filter((r) => r.kind !== 'rope')
  expect(kinds('spindle-3', without).filter((kind) => kind === 'rope')).toHaveLength(1)
  expect(new Set(suitingRigs([], builds[0]).map((r) => r.id)).size).toBe(new Set(kinds('spindle-1', [])).size)
  expect(kinds('spindle-1', []).toSorted()).toEqual([...new Set(kinds('spindle-1', rigs))].toSorted())
})
