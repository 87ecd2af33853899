import type { EngineCycle, EngineRunDown, Standing } from '../../../core/engine'
import { inRpm } from '../../../core/units'
import type { EngineMachine, EnginePredicted } from '../../../project/document'
import type { CurveChartProps } from '../../../ui'
import type { Shown } from '../../shared'
import { membersOf, type Members } from './members'
import { toDeg } from './opening'

const thin = <T>(values: readonly T[], most: number): T[] => {
  const every = Math.max(1, Math.ceil(values.length / most))
  return values.filter((_, i) => i % every === 0 || i === values.length - 1)
}

const angleLabel = (periodDeg: number): string =>
  periodDeg > 360 ? 'shaft angle, degrees: three turns' : 'crank angle, degrees'

/**
 * Torque round the turn: all cylinders together, or each by itself; the places from which it does not start by itself
 * marked.
 */
export function torqueChart(
  cycle: EngineCycle,
  standing: Standing,
  m: EngineMachine,
  each: boolean,
  angle: number,
  shown: Shown,
): CurveChartProps {
  const { name, count, chambers } = membersOf(m)
  // all of them together repeat with every turn
  const turn = cycle.angleRad.findIndex((a) => a > 2 * Math.PI - 1e-9) + 1
  const at = thin(
    Array.from({ length: turn }, (_, i) => i),
    121,
  )
  const points = (of: (i: number) => number) =>
    at.map((i) => ({ x: toDeg(cycle.angleRad[i]), y: shown.number(of(i), 'torque') }))
  const cylinder = (c: number) => (i: number) => chambers(c).reduce((sum, k) => sum + cycle.chambers[k].torqueNm[i], 0)
  const dead: { from: number; to: number }[] = []
  standing.torqueNm.forEach((t, i) => {
    if (t > standing.holdsNm[i]) return
    const [from, step] = [toDeg(standing.angleRad[i]), 360 / standing.angleRad.length]
    const last = dead.at(-1)
    if (last && from - last.to < 0.5 * step) last.to = from + step
    else dead.push({ from, to: from + step })
  })
  // of equal ones the last: its label has room
  const widest = dead.reduceRight<(typeof dead)[number] | undefined>(
    (best, d) => (!best || d.to - d.from > best.to - best.from + 1e-6 ? d : best),
    undefined,
  )
  return {
    label: 'Predicted torque round the turn',
    xLabel: m.family === 'three-flank-engine' ? 'shaft angle, degrees' : 'crank angle, degrees',
    xDomain: [0, 360],
    left: { label: shown.unit('torque').label, domain: ['auto', 'auto'] },
    lines: [
      {
        id: 'sum',
        name: count > 1 ? `all ${name}s` : 'torque of the air',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: points((i) => cycle.torqueNm[i]),
      },
      ...(each && count > 1
        ? Array.from({ length: count }, (_, c) => ({
            id: `c${c}`,
            name: `${name} ${c + 1}`,
            tone: 'mute' as const,
            predicted: true,
            axis: 'left' as const,
            points: points(cylinder(c)),
          }))
        : []),
    ],
    limits: dead
      .filter((d) => d.to - d.from > 4)
      .map((d) => ({ ...d, label: d === widest ? 'does not start here' : '' })),
    marker: { x: angle % 360, label: '' },
    height: 178,
  }
}

/** Pressure over the crank’s angle in each end of one cylinder, or before one flank. */
export function pressureChart(
  cycle: EngineCycle,
  { chambers, chamberNames, periodDeg }: Members,
  which: number,
  shown: Shown,
): CurveChartProps {
  const at = thin(
    Array.from(cycle.angleRad, (_, i) => i),
    181,
  )
  return {
    label: 'Predicted pressure over the turn',
    xLabel: angleLabel(periodDeg),
    xDomain: [0, periodDeg],
    left: { label: `${shown.unit('absolutePressure').label} absolute`, domain: [0, 'auto'] },
    lines: chambers(which).map((c, i) => ({
      id: `p${c}`,
      name: chamberNames[i],
      tone: i === 0 ? ('petrol' as const) : ('mute' as const),
      predicted: true,
      axis: 'left' as const,
      points: at.map((k) => ({
        x: toDeg(cycle.angleRad[k]),
        y: shown.number(cycle.chambers[c].pressurePaAbs[k], 'absolutePressure'),
      })),
    })),
    limits: [],
    height: 210,
  }
}

/** Flow through each passage over the turn. */
export function flowChart(cycle: EngineCycle, periodDeg: number, shown: Shown): CurveChartProps {
  const at = thin(
    Array.from(cycle.angleRad, (_, i) => i),
    181,
  )
  const total = (ids: readonly string[]) => (k: number) =>
    cycle.passages.reduce((sum, p) => (ids.includes(p.id) ? sum + p.flowKgPerS[k] : sum), 0)
  const points = (of: (k: number) => number) =>
    at.map((k) => ({ x: toDeg(cycle.angleRad[k]), y: shown.number(of(k), 'massFlow') }))
  return {
    label: 'Predicted flow over the turn',
    xLabel: angleLabel(periodDeg),
    xDomain: [0, periodDeg],
    left: { label: shown.unit('massFlow').label, domain: ['auto', 'auto'] },
    lines: [
      {
        id: 'in',
        name: 'through the valve',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: points(total(['seat', 'head-admission', 'crank-admission', 'port', 'far-port'])),
      },
      {
        id: 'out',
        name: 'to the exhaust',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: points(total(['ports', 'head-exhaust', 'crank-exhaust', 'exhaust', 'far-exhaust', 'far-breather'])),
      },
    ],
    limits: [],
    height: 210,
  }
}

/** How a ball that moves by itself goes up and down, with the pin that lifts it; none where none does. */
export function ballChart(cycle: EngineCycle, which: number, shown: Shown): CurveChartProps | null {
  const ball = cycle.balls[which]
  if (!ball) return null
  const at = thin(
    Array.from(cycle.angleRad, (_, i) => i),
    181,
  )
  const points = (of: Float64Array) =>
    at.map((k) => ({ x: toDeg(cycle.angleRad[k]), y: shown.number(Math.max(0, of[k]), 'length') }))
  return {
    label: 'Predicted lift of the ball over the turn',
    xLabel: angleLabel(360),
    xDomain: [0, 360],
    left: { label: `${shown.unit('length').label} off its seat`, domain: [0, 'auto'] },
    lines: [
      { id: 'pin', name: 'pin', tone: 'mute', predicted: true, axis: 'left', points: points(ball.pinM) },
      { id: 'ball', name: 'ball', tone: 'copper', predicted: true, axis: 'left', points: points(ball.liftM) },
    ],
    limits: [],
    height: 210,
  }
}

/** Power and torque over speed, the speed that its load lets it keep marked. */
export function speedChart(
  { overSpeed, prediction }: EnginePredicted,
  label: string,
  shown: Shown,
): CurveChartProps | null {
  if (!overSpeed) return null
  const line = (id: string, kind: 'power' | 'torque') => {
    const found = overSpeed.lines.find((l) => l.id === id)!
    return overSpeed.over.map((w, i) => ({
      x: inRpm(w),
      y: shown.number(found.values[i], kind),
      lo: shown.number(found.values[i] - 2 * found.standardUncertainty[i], kind),
      hi: shown.number(found.values[i] + 2 * found.standardUncertainty[i], kind),
    }))
  }
  return {
    label: 'Predicted torque and power against speed, each speed held',
    xLabel: 'speed, rpm',
    xDomain: [0, 'auto'],
    left: { label: shown.unit('torque').label, domain: [0, 'auto'] },
    right: { label: shown.unit('power').label, domain: [0, 'auto'] },
    lines: [
      { id: 't', name: 'mean torque', tone: 'petrol', predicted: true, axis: 'left', points: line('torque', 'torque') },
      {
        id: 'p',
        name: 'power, band about 95 %',
        tone: 'copper',
        predicted: true,
        axis: 'right',
        points: line('power', 'power'),
      },
    ],
    limits: [],
    marker: prediction.steady
      ? { x: inRpm(prediction.steady.figures.speedRadPerS), label: label || 'its load' }
      : undefined,
    height: 200,
  }
}

/** The whole run of a bottle: speed with pressure, or thrust; that of another version dotted beside it. */
export function runChart(
  run: EngineRunDown,
  other: { readonly run: EngineRunDown; readonly name: string } | null,
  show: 'speed' | 'thrust',
  roomPa: number,
  shown: Shown,
): CurveChartProps {
  const of = (r: EngineRunDown) =>
    thin(
      r.timeS.map((_, i) => i),
      240,
    ).map((i) => ({
      x: r.timeS[i],
      y: show === 'speed' ? inRpm(r.speedRadPerS[i]) : shown.number(r.thrustN[i], 'force'),
    }))
  const pressure = thin(
    run.timeS.map((_, i) => i),
    240,
  ).map((i) => ({ x: run.timeS[i], y: shown.number(run.vesselPaAbs[i] - roomPa, 'gaugePressure') }))
  return {
    label: show === 'speed' ? 'Predicted speed and pressure of the bottle over time' : 'Predicted thrust over time',
    xLabel: 'time, s',
    xDomain: [0, 'auto'],
    left: { label: show === 'speed' ? 'rpm' : shown.unit('force').label, domain: [0, 'auto'] },
    ...(show === 'speed'
      ? { right: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] as const } }
      : {}),
    lines: [
      { id: 'a', name: show, tone: 'copper', predicted: true, axis: 'left', points: of(run) },
      ...(other
        ? [
            {
              id: 'b',
              name: other.name,
              tone: 'mute' as const,
              predicted: true,
              axis: 'left' as const,
              points: of(other.run),
            },
          ]
        : []),
      ...(show === 'speed'
        ? [
            {
              id: 'p',
              name: 'in the bottle',
              tone: 'petrol' as const,
              predicted: true,
              axis: 'right' as const,
              points: pressure,
            },
          ]
        : []),
    ],
    limits: [],
    height: 190,
  }
}

/** How hard it pushes at rest, at every angle. */
export function standingChart(standing: Standing, shown: Shown): CurveChartProps {
  const points = (values: readonly number[]) =>
    values.map((v, i) => ({ x: toDeg(standing.angleRad[i]), y: shown.number(v, 'torque') }))
  return {
    label: 'Predicted torque at rest under full pressure',
    xLabel: 'shaft angle, degrees',
    xDomain: [0, 360],
    left: { label: shown.unit('torque').label, domain: ['auto', 'auto'] },
    lines: [
      {
        id: 't',
        name: 'push of the air at rest',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: points(standing.torqueNm),
      },
      { id: 'h', name: 'what holds it', tone: 'mute', predicted: true, axis: 'left', points: points(standing.holdsNm) },
    ],
    limits: [],
    height: 210,
  }
}
