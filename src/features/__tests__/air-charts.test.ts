import { fed as nozzledBuild } from '../../project/document/testing'
import { airSide, buildRunDown, effectiveNozzle, type AirInput } from '../../core/prediction'
import { nozzleFlow } from '../../core/flow'
import { keptDemo } from '../../project/demo/kept-demo'
import {
  isThrust,
  kindOf,
  thrustInput,
  newHose,
  newPistonRegulator,
  newRegulator,
  newSupply,
  type Build,
  type Supply,
} from '../../project/document'
import type { CurveChartProps } from '../../ui'
import { handleAir, type AirRequest, type AirResults } from '../../workers/air-handler'
import { axisChart } from '../build/nozzle/axis-chart'
import { bottleChart, droopChart, pulseChart, settingChart, widthChart } from '../build/line/line-charts'
import {
  cycleChart,
  cycleOf,
  deliveryChart,
  meetingChart,
  runDownChart,
  runDownHeatChart,
  skinChart,
} from '../build/supply/source-charts'
import { supplyWords } from '../build/air-words'
import type { MachinePredicted as AirPredicted } from '../../project/document'
import { shownIn } from '../shared/display'

const { project } = keptDemo()
const shown = shownIn(project.display)
const demo = (id: string): Build => project.builds.find((b) => b.id === id) ?? project.builds[0]
const fed = (kind: Supply['kind'], change: (b: Build) => void = () => undefined): AirInput => {
  const build = structuredClone(demo('glider-1'))
  build.supply = newSupply(kind)
  if (kind !== 'vessel' && kind !== 'compressor' && kind !== 'steady')
    nozzledBuild(build).machine.nozzle = {
      ...nozzledBuild(build).machine.nozzle,
      throatDiameterM: 9e-3,
      exitDiameterM: 9e-3,
      inletBoreM: 20e-3,
    }
  change(build)
  return kindOf(build).air(build, project.ambient)
}
/** The part of a prediction that these charts read. */
const predictedOf = (input: AirInput): AirPredicted => {
  const air = airSide(input)
  const nozzle = nozzleFlow(
    {
      totalPressurePaAbs: air.nozzlePressurePaAbs,
      totalTemperatureK: air.temperatureK,
      backPressurePaAbs: input.ambient.absolutePressurePa,
    },
    effectiveNozzle(input),
  )
  return {
    input,
    air,
    nozzle,
    uncertainty: { massFlowKgPerS: 0, jetSpeedMPerS: 0, thrustN: 0, jetPowerW: 0 },
    chain: [],
    figures: [],
    overSpeed: null,
    overAngle: null,
    hazards: [],
    review: { state: 'fine', findings: [] },
    working: () => undefined,
  }
}
/** Predicted lines are drawn as such, every axis names its unit, and no point is no number. */
function sound(chart: CurveChartProps | null): CurveChartProps {
  if (!chart) throw new Error('there is a chart')
  expect(chart.left.label.length).toBeGreaterThan(0)
  for (const line of chart.lines) {
    if (!line.dotted) expect(line.predicted).toBe(true)
    for (const p of line.points) expect(Number.isFinite(p.x) && (p.y === null || Number.isFinite(p.y))).toBe(true)
  }
  for (const d of chart.dots ?? []) {
    if (d.shape === 'circle') expect(d.hollow).toBe(true)
    for (const p of d.points) expect(Number.isFinite(p.x) && Number.isFinite(p.y)).toBe(true)
  }
  return chart
}
const ask = <Q extends AirRequest>(request: Q) => handleAir(request, () => undefined) as AirResults[Q['kind']]

describe('charts of the supply', () => {
  test('delivery and demand of a compressor meet at the marked tank pressure', () => {
    const input = fed('compressor', (b) => void (b.line.regulator = newRegulator(350e3)))
    const chart = sound(deliveryChart(input, airSide(input), shown))
    expect(chart.marker?.x).toBeCloseTo(350, 6)
    expect(chart.left.label).toMatch(/free air/)
  })
  test('its cycle rises while the motor runs and falls while it rests', () => {
    const input = fed(
      'compressor',
      (b) =>
        void (nozzledBuild(b).machine.nozzle = {
          ...nozzledBuild(b).machine.nozzle,
          throatDiameterM: 0.8e-3,
          exitDiameterM: 0.8e-3,
        }),
    )
    const cycle = cycleOf(input, airSide(input))
    if (!cycle || cycle.trace.length === 0) throw new Error('a modest machine lets it rest')
    const [on, off] = sound(cycleChart(cycle, shown)).lines.map((l) =>
      l.points.filter((p) => p.y !== null).map((p) => p.y as number),
    )
    expect(Math.max(...on)).toBeCloseTo(750, 6)
    expect(Math.min(...off)).toBeCloseTo(550, 6)
  })
  test.each(['blower', 'breath', 'wind'] as const)('%s: source and machine cross at the hollow mark', (kind) => {
    const input = fed(kind)
    const air = airSide(input)
    const chart = sound(meetingChart(input, air, shown))
    const give = chart.lines[0].points
    const at = chart.dots?.[0].points[0] ?? { x: NaN, y: NaN }
    const i = give.findIndex((p) => p.x >= at.x)
    const between =
      (give[i].y ?? 0) +
      ((give[i].x - at.x) / (give[i].x - give[Math.max(0, i - 1)].x || 1)) *
        ((give[Math.max(0, i - 1)].y ?? 0) - (give[i].y ?? 0))
    expect(Math.abs(at.y / between - 1)).toBeLessThan(0.02)
    expect(deliveryChart(input, air, shown)).toBeNull()
  })
  test('a run-down falls from the start, marks its events, and hatches what is wasted', () => {
    const input = fed('vessel', (b) => void (b.leastGaugePressurePa = 100e3))
    const run = buildRunDown(input)
    if (!run) throw new Error('a bottle runs down')
    const chart = sound(runDownChart(input, run, shown))
    expect(chart.lines[0].points[0].y).toBeCloseTo(500, 3)
    expect(chart.dots?.map((d) => d.id)).toEqual(expect.arrayContaining(['least-pressure']))
    expect(chart.limits?.[0].from).toBeCloseTo(run.run.timeS, 9)
    const cold = sound(runDownHeatChart(run, shown)).lines[0].points
    expect(Math.min(...cold.map((p) => p.y ?? 99))).toBeLessThan(cold[0].y ?? 0)
  })
  test('a used skin is drawn below a fresh one', () => {
    const chart = sound(
      skinChart(
        fed('balloon', (b) => void Object.assign(b.supply, { uses: 4 })),
        shown,
      ),
    )
    const [fresh, used] = chart.lines
    fresh.points.slice(1).forEach((p, i) => expect(used.points[i + 1].y ?? 0).toBeLessThan(p.y ?? 0))
    expect(skinChart(fed('vessel'), shown)).toBeNull()
  })
  test('each source is named in a few words', () => {
    for (const kind of ['steady', 'compressor', 'vessel', 'blower', 'breath', 'wind', 'balloon'] as const)
      expect(supplyWords(newSupply(kind), shown)).not.toMatch(/NaN|undefined/)
    expect(supplyWords({ ...newSupply('blower'), inSeries: 2, inParallel: 3 } as Supply, shown)).toMatch(
      /2 in series, 3 side by side/,
    )
  })
})

describe('charts of the line', () => {
  test('a wider hose leaves more pressure at the nozzle, never less', () => {
    const input = fed('vessel', (b) => void (b.line.parts = [{ ...newHose(), boreM: 3e-3 }]))
    const points = sound(widthChart(predictedOf(input), shown)).lines[0].points
    points.slice(1).forEach((p, i) => expect(p.y ?? 0).toBeGreaterThanOrEqual((points[i].y ?? 0) - 1e-9))
    expect(widthChart(predictedOf(fed('vessel', (b) => void (b.line.parts = []))), shown)).toBeNull()
  })
  test('the droop passes this machine’s point, with the friction band about it', () => {
    const input = fed('vessel', (b) => void (b.line.regulator = newPistonRegulator(200e3)))
    const chart = sound(droopChart(predictedOf(input), shown))
    for (const p of chart.lines[0].points)
      expect((p.lo ?? NaN) <= (p.y ?? NaN) && (p.hi ?? NaN) >= (p.y ?? NaN)).toBe(true)
    expect(chart.dots?.[0].points[0].y).toBeCloseTo(200, 0)
    expect(droopChart(predictedOf(fed('vessel')), shown)).toBeNull()
  })
})

describe('what the worker answers', () => {
  const regulated = fed('vessel', (b) => {
    b.line.regulator = newRegulator(150e3)
    b.leastGaugePressurePa = 80e3
  })
  test('pulsing: the piston does, and its chart holds the run', () => {
    const run = ask({
      kind: 'pulse',
      input: fed('vessel', (b) => void (b.line.regulator = newPistonRegulator(200e3))),
      seconds: 0.8,
    })
    expect(run?.pulses).toBe(true)
    if (run) expect(sound(pulseChart(run, shown)).lines[0].points.length).toBeGreaterThan(500)
    expect(ask({ kind: 'pulse', input: fed('vessel'), seconds: 0.2 })).toBeNull()
  })
  test('the bottle both ways: lower settings last longer and give less', () => {
    const picture = ask({ kind: 'bottle', input: regulated })
    if (!picture?.held) throw new Error('both are run')
    expect(picture.held.run.timeS).toBeGreaterThan(picture.bare.run.timeS)
    const { settings } = picture
    settings.slice(1).forEach((s, i) => expect(s.runTimeS).toBeLessThanOrEqual(settings[i].runTimeS * 1.01))
    sound(bottleChart(picture, project.ambient.absolutePressurePa, 80e3, shown))
    expect(sound(settingChart(picture, 150e3, shown)).marker?.x).toBeCloseTo(150, 6)
    expect(ask({ kind: 'bottle', input: fed('steady') })).toBeNull()
  })
  test('sizing reports its progress and finds the best', () => {
    const shares: number[] = []
    const picture = handleAir(
      { kind: 'sizing', input: regulated, fromM: 0.6e-3, toM: 3e-3, points: 60, goal: 'run-time', leastJetPowerW: 30 },
      (s) => shares.push(s),
    ) as AirResults['sizing']
    expect(shares.length).toBeGreaterThan(1)
    expect(picture.best?.jetPowerW).toBeGreaterThanOrEqual(30)
  })
  test('a throat for a figure, and outlets ranked', () => {
    expect(
      ask({ kind: 'throat', input: regulated, figure: 'thrust', value: 0.3, fromM: 0.3e-3, toM: 6e-3 }).status,
    ).toBe('found')
    const build = demo('glider-1')
    if (!isThrust(build)) throw new Error('the glider is pushed by its jet')
    expect(
      ask({
        kind: 'outlets',
        input: thrustInput(build, project.ambient),
        forms: [{ kind: 'round' }],
        areaFactors: [0.5, 1],
      }),
    ).toHaveLength(2)
  })
})

describe('along the nozzle’s axis', () => {
  test('pressure falls and Mach rises to the throat; a shock lifts the pressure again', () => {
    const build = structuredClone(demo('glider-1'))
    nozzledBuild(build).machine.nozzle = { ...nozzledBuild(build).machine.nozzle, exitDiameterM: 3.4e-3 }
    const predicted = predictedOf(kindOf(build).air(build, project.ambient))
    expect(predicted.nozzle.shock).not.toBeNull()
    const [pressure, mach] = sound(axisChart(predicted, nozzledBuild(build), 'pressure', shown)).lines
    expect(Math.max(...mach.points.map((p) => p.y ?? 0))).toBeGreaterThan(1.3)
    const ys = pressure.points.map((p) => p.y ?? 0)
    expect(ys[ys.length - 1]).toBeGreaterThan(Math.min(...ys))
    const warm = sound(axisChart(predicted, nozzledBuild(build), 'temperature', shown)).lines[0].points
    expect(Math.min(...warm.map((p) => p.y ?? 0))).toBeLessThan(-40)
  })
})
