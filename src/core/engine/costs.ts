import { engineNetwork } from './feed'
import type { EngineBody, EngineInput } from './input'
import { steadyEngine, type SteadyEngine } from './results'
import type { EngineNetwork } from './network'

/** What costs an engine power, each by the code of what is taken away. */
export const RESTRICTIONS = [
  'inlet',
  'tube',
  'seat',
  'exhaust',
  'squeezing',
  'clearance',
  'leak',
  'seal',
  'bearings',
  'heat',
] as const
export type Restriction = (typeof RESTRICTIONS)[number]

export interface Cost {
  readonly id: Restriction
  /** Shaft power and speed without it, and air per turn. */
  readonly gainW: number
  readonly speedRadPerS: number
  readonly airPerTurnKg: number
  readonly workPerAirJPerKg: number
}

/** How much wider an opening is when it no longer counts. */
const WIDE = 5

const withMachine = (input: EngineInput, machine: EngineBody): EngineInput => ({ ...input, machine })

function opened(input: EngineInput, which: 'seat' | 'exhaust'): EngineInput {
  const m = input.machine
  if (m.kind === 'single-acting')
    return withMachine(
      input,
      which === 'seat'
        ? { ...m, ball: { ...m.ball, discharge: WIDE * m.ball.discharge } }
        : { ...m, ports: { ...m.ports, discharge: WIDE * m.ports.discharge } },
    )
  if (m.kind === 'three-flank') {
    const key = which === 'seat' ? 'inlet' : 'exhaust'
    return withMachine(input, { ...m, [key]: { ...m[key], discharge: WIDE * m[key].discharge } })
  }
  return withMachine(
    input,
    which === 'seat'
      ? { ...m, valve: { ...m.valve, admissionDischarge: WIDE * m.valve.admissionDischarge } }
      : { ...m, valve: { ...m.valve, exhaustDischarge: WIDE * m.valve.exhaustDischarge } },
  )
}

/** Half of the room at dead centre. */
function tighter(input: EngineInput): EngineInput {
  const m = input.machine
  if (m.kind === 'three-flank')
    return withMachine(input, { ...m, flankGapM: m.flankGapM / 2, pocketM3: m.pocketM3 / 2 })
  return withMachine(
    input,
    m.kind === 'single-acting'
      ? { ...m, clearanceM3: m.clearanceM3 / 2 }
      : { ...m, headClearanceM3: m.headClearanceM3 / 2, crankClearanceM3: m.crankClearanceM3 / 2 },
  )
}

/** A way out that stands open while the piston comes back, until its valve lets air in: what stayed is not squeezed. */
function relieved(network: EngineNetwork): EngineNetwork {
  const outlets = network.passages.flatMap(({ from, to }, j) =>
    'volume' in from && 'reservoir' in to && to.reservoir === 1 ? [{ volume: from.volume, j }] : [],
  )
  const inlets = outlets.map(({ volume }) =>
    network.passages.flatMap(({ to }, j) => ('volume' in to && to.volume === volume ? [j] : [])),
  )
  return {
    ...network,
    place: (angle, into) => {
      network.place(angle, into)
      outlets.forEach(({ volume, j }, i) => {
        if (into.slope[volume] >= 0 || inlets[i].some((k) => into.area[k] > 1e-9)) return
        const way = 2e-3 * into.volume[volume] ** (2 / 3) * 20
        if (way <= into.area[j]) return
        into.area[j] = way
        into.areaSlope[j] = ((2 / 3) * way * into.slope[volume]) / into.volume[volume]
      })
    },
  }
}

/** The engine with one thing that costs taken away; null where it has none of it. */
export function without(input: EngineInput, id: Restriction): EngineNetwork | null {
  const { machine: m, manifold, turning } = input
  switch (id) {
    case 'inlet':
      return manifold && engineNetwork({ ...input, manifold: { ...manifold, discharge: WIDE * manifold.discharge } })
    case 'tube':
      return m.kind === 'three-flank' && m.tube
        ? engineNetwork(withMachine(input, { ...m, tube: { ...m.tube, discharge: WIDE * m.tube.discharge } }))
        : null
    case 'seat':
    case 'exhaust':
      return engineNetwork(opened(input, id))
    case 'squeezing':
      // a rotor's ports are never all shut while its chamber shrinks
      return m.kind === 'three-flank' ? null : relieved(engineNetwork(input))
    case 'clearance':
      return engineNetwork(tighter(input))
    case 'leak':
      return m.leaks.toRoomM2 + m.leaks.pastPistonM2 > 0
        ? engineNetwork(withMachine(input, { ...m, leaks: { toRoomM2: 0, pastPistonM2: 0 } }))
        : null
    case 'seal':
      return m.seal.forceN + m.seal.areaM2 > 0
        ? engineNetwork(withMachine(input, { ...m, seal: { forceN: 0, areaM2: 0 } }))
        : null
    case 'bearings':
      return turning.friction.constantNm + turning.friction.perSpeedNmS > 0
        ? engineNetwork({
            ...input,
            turning: { ...turning, friction: { ...turning.friction, constantNm: 0, perSpeedNmS: 0 } },
          })
        : null
    case 'heat':
      return m.walls.filmWPerM2K > 0
        ? engineNetwork(withMachine(input, { ...m, walls: { ...m.walls, filmWPerM2K: 0 } }))
        : null
  }
}

const STANDS = { shaftPowerW: 0, speedRadPerS: 0, airPerTurnKg: 0, workPerAirJPerKg: 0 } as const

/**
 * What each restriction costs at the same load, by taking it away and letting the engine settle anew: the dearest
 * first.
 */
export function whatCosts(input: EngineInput, now: SteadyEngine): Cost[] {
  return RESTRICTIONS.flatMap((id): Cost[] => {
    const network = without(input, id)
    if (!network) return []
    const engine = steadyEngine(network, now.near)
    // without it the engine would not turn at all: what it gives is lost
    const { shaftPowerW, speedRadPerS, airPerTurnKg, workPerAirJPerKg } = engine?.figures ?? STANDS
    return [{ id, gainW: shaftPowerW - now.figures.shaftPowerW, speedRadPerS, airPerTurnKg, workPerAirJPerKg }]
  }).sort((a, b) => b.gainW - a.gainW)
}
