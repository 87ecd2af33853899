import { downstreamExact, massFlowOfNozzle } from '../../../core/flow'
import { airSide, effectiveNozzle, type AirInput } from '../../../core/prediction'
import { droopCurve, setSpring, type RegulatorRun } from '../../../core/supply'
import type { BottlePicture } from '../../../workers'
import type { CurveChartProps } from '../../../ui'
import type { Shown } from '../../shared'
import type { MachinePredicted as AirPredicted } from '../../../project/document'

/**
 * Pressure and power at the nozzle against how wide the line is: the bore of its longest hose, or all of its fittings
 * alike.
 */
export function widthChart({ input, air }: AirPredicted, shown: Shown): CurveChartProps | null {
  const { parts } = input.line
  if (parts.length === 0) return null
  const hoses = parts.flatMap((p, i) => (p.kind === 'hose' ? [{ ...p, i }] : []))
  const longest = hoses.reduce<(typeof hoses)[number] | null>((a, b) => (a && a.lengthM >= b.lengthM ? a : b), null)
  const held: AirInput = {
    ...input,
    supply: {
      kind: 'steady',
      gaugePressurePa: Math.max(100, air.supplyGaugePressurePa),
      airTemperatureK: air.temperatureK,
    },
    line: { ...input.line, regulator: null },
  }
  const factors = Array.from({ length: 32 }, (_, i) => 0.4 * (2.5 / 0.4) ** (i / 31))
  const at = (f: number) =>
    airSide({
      ...held,
      line: {
        regulator: null,
        parts: parts.map((p, i) =>
          longest
            ? i === longest.i && p.kind === 'hose'
              ? { ...p, boreM: p.boreM * f }
              : p
            : p.kind === 'fitting'
              ? { ...p, sonicConductance: p.sonicConductance * f }
              : p,
        ),
      },
    })
  const rows = factors.map((f) => ({ x: longest ? shown.number(longest.boreM * f, 'length') : f, air: at(f) }))
  const pa = input.ambient.absolutePressurePa
  return {
    label: longest
      ? 'Pressure at the nozzle against the bore of the hose'
      : 'Pressure at the nozzle against the size of the fittings',
    xLabel: longest
      ? `bore of the ${hoses.length > 1 ? 'longest ' : ''}hose, ${shown.unit('length').label}`
      : 'conductance of every fitting, times',
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    right: { label: shown.unit('power').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'p',
        name: 'pressure at the nozzle, gauge',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: rows.map((r) => ({ x: r.x, y: shown.number(r.air.nozzlePressurePaAbs - pa, 'gaugePressure') })),
      },
      {
        id: 'w',
        name: 'power that reaches it',
        tone: 'copper',
        predicted: true,
        axis: 'right',
        points: rows.map((r) => ({ x: r.x, y: shown.number(r.air.nozzlePowerW, 'power') })),
      },
    ],
    marker: { x: longest ? shown.number(longest.boreM, 'length') : 1, label: 'now' },
    height: 210,
  }
}

/** What the regulator holds against flow, with the band in which its friction may leave it. */
export function droopChart({ input, air }: AirPredicted, shown: Shown): CurveChartProps | null {
  const { regulator, parts } = input.line
  if (!regulator) return null
  const pa = input.ambient.absolutePressurePa
  const behind = downstreamExact(parts, massFlowOfNozzle(effectiveNozzle(input)), pa)
  const spring = setSpring(
    regulator,
    {
      inletPaAbs: Math.max(air.sourcePressurePaAbs, regulator.setGaugePressurePa + pa),
      temperatureK: air.temperatureK,
    },
    behind,
  )
  const curve = droopCurve(regulator, spring, air.sourcePressurePaAbs, pa, air.temperatureK)
  // how it stands once the supply has sagged by a third, as long as that is still above the setting
  const lower = pa + Math.max(0, (air.sourcePressurePaAbs - pa) * 0.7)
  const sagged =
    lower - pa > 1.05 * regulator.setGaugePressurePa ? droopCurve(regulator, spring, lower, pa, air.temperatureK) : []
  const x = (kgPerS: number) => shown.number(kgPerS, 'massFlow')
  const y = (p: number) => shown.number(p, 'gaugePressure')
  const most = Math.max(2.2 * air.massFlowKgPerS, 1e-5)
  const within = <T extends { massFlowKgPerS: number }>(list: readonly T[]) =>
    list.filter((p) => p.massFlowKgPerS <= most)
  return {
    label: 'Pressure behind the regulator against flow',
    xLabel: `flow, ${shown.unit('massFlow').label}`,
    xDomain: [0, x(most)],
    left: {
      label: `${shown.unit('gaugePressure').label} gauge`,
      domain: [
        y(Math.max(0, 0.9 * Math.min(...within(curve).map((p) => p.lowGaugePa)))),
        y(1.04 * Math.max(...within(curve).map((p) => p.highGaugePa), ...within(sagged).map((p) => p.outletGaugePa))),
      ],
    },
    lines: [
      {
        id: 'now',
        name: `at ${shown.text(air.sourcePressurePaAbs - pa, 'gaugePressure')} before it, with its friction band`,
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: within(curve).map((p) => ({
          x: x(p.massFlowKgPerS),
          y: y(p.outletGaugePa),
          lo: y(p.lowGaugePa),
          hi: y(p.highGaugePa),
        })),
      },
      ...(sagged.length === 0
        ? []
        : [
            {
              id: 'low',
              name: `at ${shown.text(lower - pa, 'gaugePressure')} before it`,
              tone: 'mute',
              predicted: true,
              axis: 'left' as const,
              thin: true,
              dotted: true,
              points: within(sagged).map((p) => ({ x: x(p.massFlowKgPerS), y: y(p.outletGaugePa) })),
            },
          ]),
    ],
    dots: [
      {
        id: 'at',
        name: 'this machine',
        tone: 'copper',
        axis: 'left',
        shape: 'circle',
        hollow: true,
        points: [{ x: x(air.massFlowKgPerS), y: y(air.supplyGaugePressurePa) }],
      },
    ],
    height: 220,
  }
}

/** Pressure behind the regulator in time, from the moment the valve is opened. */
export function pulseChart(run: RegulatorRun, shown: Shown): CurveChartProps {
  return {
    label: 'Pressure behind the regulator in time',
    xLabel: 'time, s',
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    lines: [
      {
        id: 'p',
        name: 'behind the regulator',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: Array.from(run.timeS, (t, i) => ({ x: t, y: shown.number(run.outletGaugePa[i], 'gaugePressure') })),
      },
    ],
    height: 220,
  }
}

/** The same bottle with and without its regulator. */
export function bottleChart(
  picture: BottlePicture,
  ambientPa: number,
  leastGaugePa: number,
  shown: Shown,
): CurveChartProps {
  const y = (abs: number) => shown.number(Math.max(0, abs - ambientPa), 'gaugePressure')
  const least = shown.number(leastGaugePa, 'gaugePressure')
  const end = Math.max(picture.bare.endTimeS, picture.held?.endTimeS ?? 0)
  return {
    label: 'Pressure at the nozzle with and without the regulator',
    xLabel: 'time, s',
    xDomain: [0, end],
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    lines: [
      {
        id: 'bare',
        name: `without: ${picture.bare.run.timeS.toFixed(1)} s`,
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: picture.bare.trace.map((s) => ({ x: s.timeS, y: y(s.nozzlePaAbs) })),
      },
      ...(picture.held
        ? [
            {
              id: 'held',
              name: `with: ${picture.held.run.timeS.toFixed(1)} s`,
              tone: 'petrol',
              predicted: true,
              axis: 'left' as const,
              points: picture.held.trace.map((s) => ({ x: s.timeS, y: y(s.nozzlePaAbs) })),
            },
          ]
        : []),
      {
        id: 'least',
        name: 'least pressure of the machine',
        tone: 'mute',
        predicted: false,
        axis: 'left',
        thin: true,
        dotted: true,
        points: [
          { x: 0, y: least },
          { x: end, y: least },
        ],
      },
    ],
    dots: [picture.bare, ...(picture.held ? [picture.held] : [])].map((r, i) => ({
      id: `e${i}`,
      name: i === 0 ? 'stops, without' : 'stops, with',
      tone: i === 0 ? 'copper' : 'petrol',
      axis: 'left' as const,
      shape: 'circle' as const,
      hollow: true,
      points: [{ x: r.run.timeS, y: y(r.run.nozzlePaAbs) }],
    })),
    height: 220,
  }
}

/** How long the bottle lasts, and what reaches the nozzle, against the setting. */
export function settingChart(picture: BottlePicture, nowPa: number, shown: Shown): CurveChartProps {
  return {
    label: 'Run time and energy against the regulator’s setting',
    xLabel: `setting, ${shown.unit('gaugePressure').label} gauge`,
    left: { label: 's', domain: [0, 'auto'] },
    right: { label: `at the nozzle, ${shown.unit('energy').label}`, domain: [0, 'auto'] },
    lines: [
      {
        id: 't',
        name: 'run time',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: picture.settings.map((s) => ({ x: shown.number(s.gaugePressurePa, 'gaugePressure'), y: s.runTimeS })),
      },
      {
        id: 'e',
        name: 'energy at the nozzle',
        tone: 'copper',
        predicted: true,
        axis: 'right',
        points: picture.settings.map((s) => ({
          x: shown.number(s.gaugePressurePa, 'gaugePressure'),
          y: shown.number(s.energyJ, 'energy'),
        })),
      },
    ],
    marker: { x: shown.number(nowPa, 'gaugePressure'), label: 'now' },
    height: 170,
  }
}
