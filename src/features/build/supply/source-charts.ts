import { freeAirFlow } from '../../../core/air'
import { airSide, fallingSource, roomFlow, type AirInput, type AirSide } from '../../../core/prediction'
import {
  balloonPressure,
  compressorCycle,
  deliveryAt,
  restVolume,
  roomDensity,
  type CompressorCycle,
  type RunDown,
} from '../../../core/supply'
import type { CurveChartProps } from '../../../ui'
import type { Shown } from '../../shared'

/** The same build with its source held at a pressure, regulator kept. */
const heldAt = (input: AirInput, gaugePressurePa: number, airTemperatureK: number): AirInput => ({
  ...input,
  supply: { kind: 'steady', gaugePressurePa, airTemperatureK },
})

/**
 * Delivery of the compressor and what the machine takes, against tank pressure: where they cross the pressure can be
 * held.
 */
export function deliveryChart(input: AirInput, air: AirSide, shown: Shown): CurveChartProps | null {
  const { supply } = input
  if (supply.kind !== 'compressor') return null
  const pressures = Array.from({ length: 31 }, (_, i) => Math.max(200, (i / 30) * supply.cutOutGaugePressurePa))
  const x = (pa: number) => shown.number(pa, 'gaugePressure')
  const flow = (m3: number) => shown.number(m3, 'freeAir')
  const tank = air.sourcePressurePaAbs - input.ambient.absolutePressurePa
  return {
    label: 'Air delivered and air taken against the tank’s pressure',
    xLabel: `pressure in the tank, ${shown.unit('gaugePressure').label} gauge`,
    xDomain: [0, x(supply.cutOutGaugePressurePa)],
    left: { label: `${shown.unit('freeAir').label} free air`, domain: [0, 'auto'] },
    lines: [
      {
        id: 'give',
        name: 'the compressor gives',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: pressures.map((p) => ({ x: x(p), y: flow(deliveryAt(supply.delivery, p)) })),
      },
      {
        id: 'take',
        name: 'the machine takes',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: pressures.map((p) => ({
          x: x(p),
          y: flow(freeAirFlow(airSide(heldAt(input, p, air.temperatureK)).massFlowKgPerS)),
        })),
      },
    ],
    dots: [
      {
        id: 'at',
        name: `tank at ${shown.text(tank, 'gaugePressure')}`,
        tone: 'copper',
        axis: 'left',
        shape: 'circle',
        hollow: true,
        points: [{ x: x(tank), y: flow(freeAirFlow(air.massFlowKgPerS)) }],
      },
    ],
    marker: input.line.regulator ? { x: x(input.line.regulator.setGaugePressurePa), label: 'regulator' } : undefined,
    height: 210,
  }
}

/** How the switch cycles while the machine draws. */
export function cycleOf(input: AirInput, air: AirSide): CompressorCycle | null {
  const { supply, ambient } = input
  if (supply.kind !== 'compressor') return null
  // between cut-in and cut-out a regulated machine draws the same; without a regulator it follows the tank, and three
  // points tell the line
  const [low, high] = [supply.cutInGaugePressurePa, supply.cutOutGaugePressurePa]
  const [a, b] = [low, high].map((p) => airSide(heldAt(input, p, air.temperatureK)).massFlowKgPerS)
  return compressorCycle(
    supply,
    ambient.absolutePressurePa,
    air.temperatureK,
    (abs) => a + ((abs - ambient.absolutePressurePa - low) / (high - low)) * (b - a),
  )
}

export function cycleChart(cycle: CompressorCycle, shown: Shown): CurveChartProps {
  const on = cycle.trace.map((s) => ({ x: s.timeS, y: s.on ? shown.number(s.gaugePressurePa, 'gaugePressure') : null }))
  const off = cycle.trace.map((s, i) => ({
    x: s.timeS,
    y:
      !s.on || (cycle.trace[i + 1] && !cycle.trace[i + 1].on) ? shown.number(s.gaugePressurePa, 'gaugePressure') : null,
  }))
  return {
    label: 'Pressure in the tank over two cycles of the switch',
    xLabel: 'time, s',
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: ['auto', 'auto'] },
    lines: [
      { id: 'on', name: 'motor runs', tone: 'copper', predicted: true, axis: 'left', points: on },
      { id: 'off', name: 'motor rests', tone: 'petrol', predicted: true, axis: 'left', points: off },
    ],
    height: 210,
  }
}

const EVENT_WORDS = {
  'drop-out': 'regulator lets go',
  'least-pressure': 'machine stops',
  'un-choked': 'nozzle un-chokes',
  until: 'end',
  empty: 'empty',
} as const

/** Pressures and flow while a vessel or balloon runs down, its events named under it. */
export function runDownChart(input: AirInput, run: RunDown, shown: Shown): CurveChartProps {
  const pa = input.ambient.absolutePressurePa
  const gauge = (abs: number) => shown.number(Math.max(0, abs - pa), 'gaugePressure')
  const last = run.trace[run.trace.length - 1]?.timeS ?? 1
  const stop = run.run.timeS
  return {
    label: 'Run-down: pressure and flow against time',
    xLabel: 'time, s',
    xDomain: [0, last],
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    right: { label: `${shown.unit('freeAir').label} free air`, domain: [0, 'auto'] },
    lines: [
      {
        id: 'v',
        name: input.supply.kind === 'balloon' ? 'in the balloon' : 'in the bottle',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: run.trace.map((s) => ({ x: s.timeS, y: gauge(s.vesselPaAbs) })),
      },
      {
        id: 'n',
        name: 'at the nozzle',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        thin: true,
        dotted: true,
        points: run.trace.map((s) => ({ x: s.timeS, y: gauge(s.nozzlePaAbs) })),
      },
      {
        id: 'q',
        name: 'flow',
        tone: 'copper',
        predicted: true,
        axis: 'right',
        points: run.trace.map((s) => ({ x: s.timeS, y: shown.number(freeAirFlow(s.massFlowKgPerS), 'freeAir') })),
      },
    ],
    dots: run.events
      .filter((e) => e.id !== 'empty' && e.id !== 'until')
      .map((e) => ({
        id: e.id,
        name: `${EVENT_WORDS[e.id]} at ${e.state.timeS.toPrecision(3)} s`,
        tone: 'ink',
        axis: 'left' as const,
        shape: 'circle' as const,
        hollow: true,
        points: [{ x: e.state.timeS, y: gauge(e.state.vesselPaAbs) }],
      })),
    limits: stop < last * 0.995 ? [{ from: stop, to: last, label: 'wasted' }] : [],
    height: 220,
  }
}

/** Temperature in the vessel while it empties. */
export function runDownHeatChart(run: RunDown, shown: Shown): CurveChartProps {
  return {
    label: 'Temperature of the air in the bottle while it empties',
    xLabel: 'time, s',
    left: { label: shown.unit('temperature').label, domain: ['auto', 'auto'] },
    lines: [
      {
        id: 't',
        name: 'air in the bottle',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: run.trace.map((s) => ({ x: s.timeS, y: shown.number(s.temperatureK, 'temperature') })),
      },
    ],
    height: 220,
  }
}

/** Pressure against flow of a falling source, and what the machine needs: they meet where it runs. */
export function meetingChart(input: AirInput, air: AirSide, shown: Shown): CurveChartProps | null {
  const source = fallingSource(input.supply, input.ambient)
  if (!source) return null
  const flows = Array.from({ length: 41 }, (_, i) => (i / 40) * source.freeFlowM3PerS)
  const top = Math.max(source.pressureGaugePa(0), 1)
  const temperatureK = air.temperatureK
  const rho = roomDensity(input.ambient.absolutePressurePa, input.ambient.temperatureK)
  const machine = Array.from({ length: 31 }, (_, i) => {
    const pressure = Math.max(0.5, (i / 30) * 1.1 * top)
    return {
      q:
        airSide(heldAt({ ...input, line: { ...input.line, regulator: null } }, pressure, temperatureK)).massFlowKgPerS /
        rho,
      pressure,
    }
  }).filter((m) => m.q <= source.freeFlowM3PerS)
  const pressure = shown.axis('gaugePressure', top)
  const power = shown.axis('power', Math.max(...flows.map((q) => q * source.pressureGaugePa(q))))
  const y = pressure.number
  const x = (q: number) => shown.number(q, 'freeAir')
  return {
    label: 'Pressure the source gives and the machine needs, against flow',
    xLabel: `flow at room density, ${shown.unit('freeAir').label}`,
    xDomain: [0, x(source.freeFlowM3PerS)],
    left: { label: pressure.label, domain: [0, 'auto'] },
    right: { label: `air power, ${power.label}`, domain: [0, 'auto'] },
    lines: [
      {
        id: 'give',
        name: 'the source gives',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: flows.map((q) => ({ x: x(q), y: y(source.pressureGaugePa(q)) })),
      },
      {
        id: 'take',
        name: 'the machine needs',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: machine.map((m) => ({ x: x(m.q), y: y(m.pressure) })),
      },
      {
        id: 'power',
        name: 'power of the source’s air',
        tone: 'mute',
        predicted: true,
        axis: 'right',
        thin: true,
        dotted: true,
        points: flows.map((q) => ({ x: x(q), y: power.number(q * source.pressureGaugePa(q)) })),
      },
    ],
    dots: [
      {
        id: 'at',
        name: `they meet at ${shown.text(air.supplyGaugePressurePa, 'gaugePressure')}`,
        tone: 'copper',
        axis: 'left',
        shape: 'circle',
        hollow: true,
        points: [{ x: x(roomFlow(air.massFlowKgPerS, input.ambient)), y: y(air.supplyGaugePressurePa) }],
      },
    ],
    height: 230,
  }
}

/** Pressure of a balloon's skin against its volume, fresh and as worn as it is. */
export function skinChart(input: AirInput, shown: Shown): CurveChartProps | null {
  const { supply } = input
  if (supply.kind !== 'balloon') return null
  const { balloon } = supply
  const rest = restVolume(balloon)
  const to = balloon.blownVolumeM3 * 1.15
  const volumes = Array.from({ length: 60 }, (_, i) => rest * (to / rest) ** (i / 59))
  const line = (uses: number) =>
    volumes.map((v) => ({
      x: shown.number(v, 'volume'),
      y: shown.number(balloonPressure({ ...balloon, uses }, v), 'gaugePressure'),
    }))
  return {
    label: 'Pressure in the balloon against its volume',
    xLabel: `volume, ${shown.unit('volume').label}`,
    xDomain: [0, shown.number(to, 'volume')],
    left: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    lines: [
      ...(balloon.uses > 0
        ? [
            {
              id: 'fresh',
              name: 'a fresh one',
              tone: 'mute',
              predicted: true,
              axis: 'left' as const,
              thin: true,
              dotted: true,
              points: line(0),
            },
          ]
        : []),
      {
        id: 'now',
        name: balloon.uses > 0 ? `after ${balloon.uses} uses` : 'this skin',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: line(balloon.uses),
      },
    ],
    marker: { x: shown.number(balloon.blownVolumeM3, 'volume'), label: 'blown up to' },
    height: 220,
  }
}
