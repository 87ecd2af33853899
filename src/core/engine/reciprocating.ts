import type { Ambient } from '../air'
import { crossings, pistonPlace, type Crank } from './crank'
import type { Drag, End, EngineNetwork, GasVolume, Passage, Placed, Reservoir } from './network'
import {
  ballArea,
  edgeArea,
  fullLift,
  portArea,
  valveShift,
  type EccentricValve,
  type PinBall,
  type WallPorts,
} from './valves'

const TURN = 2 * Math.PI
/** Corners closer together than this are one, rad. */
const NEAR = 2e-3

/** What leaks, as effective areas (with their discharge): past ring or print to the room, and between the two ends. */
export interface Leaks {
  readonly toRoomM2: number
  readonly pastPistonM2: number
}

export interface Seal {
  /** Rubbing force of ring or seal without pressure, N, of each piston. */
  readonly forceN: number
  /** Further force by the pressure on it, N/Pa. */
  readonly areaM2: number
}

interface Cylinders extends Crank {
  readonly boreM: number
  /** Crank angle by which each cylinder comes after the first; one for each cylinder. */
  readonly phasesRad: readonly number[]
  readonly leaks: Leaks
  readonly seal: Seal
  /** Heat from the walls, W/(m2 K); their temperature. */
  readonly walls: { readonly filmWPerM2K: number; readonly temperatureK: number }
}

/** Air lets in at the head by a ball, out by ports at the far end. */
export interface SingleActing extends Cylinders {
  readonly kind: 'single-acting'
  /** Above the piston at dead centre, m3. */
  readonly clearanceM3: number
  readonly ball: PinBall
  readonly ports: WallPorts
}

/** Air pushes on both sides of the piston, let in and out by a valve on an eccentric. */
export interface DoubleActing extends Cylinders {
  readonly kind: 'double-acting'
  readonly rodDiameterM: number
  readonly headClearanceM3: number
  readonly crankClearanceM3: number
  readonly valve: EccentricValve
}

export type PistonMachine = SingleActing | DoubleActing

/** Room in front of the valves, filled through one bore. */
export interface Manifold {
  readonly volumeM3: number
  readonly boreDiameterM: number
  readonly discharge: number
}

/** What feeds an engine: something that holds its pressure, or a vessel that empties, with a regulator's setting where there is one. */
export type EngineSupply =
  | ({ readonly kind: 'constant' } & Reservoir)
  | {
      readonly kind: 'vessel'
      readonly volumeM3: number
      readonly absolutePressurePa: number
      readonly temperatureK: number
      readonly heat: 'adiabatic' | 'isothermal' | { readonly uaWPerK: number }
      readonly setPaAbs: number | null
    }

export interface Turning {
  /** Flywheel and all that turns with it. */
  readonly inertiaKgM2: number
  readonly friction: Drag
  readonly load: Drag
}

export interface EngineInput {
  readonly machine: PistonMachine
  readonly supply: EngineSupply
  readonly manifold: Manifold | null
  readonly room: Pick<Ambient, 'absolutePressurePa' | 'temperatureK'>
  /** Where the exhaust goes, where that is not the room: a blower’s suction. */
  readonly exhaust?: Reservoir
  readonly turning: Turning
}

/** Reservoirs of an engine in their order. */
export const SUPPLY = 0
export const EXHAUST = 1
export const ROOM = 2

const pistonArea = (boreM: number): number => (Math.PI / 4) * boreM * boreM

/** One cylinder's volumes, passages and how they are placed from its own angle. */
interface CylinderParts {
  readonly volumes: readonly GasVolume[]
  readonly passages: (inlet: End, first: number) => readonly Passage[]
  readonly place: (angleRad: number, into: Placed, volume: number, passage: number) => void
  /** What passes nought where something opens, shuts or turns a corner. */
  readonly corners: readonly ((angleRad: number) => number)[]
}

function wallOf(m: PistonMachine, pistonAreaM2: number): GasVolume['wall'] {
  const { filmWPerM2K, temperatureK } = m.walls
  if (filmWPerM2K === 0) return undefined
  // both end faces, and the wall as far as the air reaches
  return {
    temperatureK,
    wattPerKelvin: (v) => filmWPerM2K * (2 * pistonAreaM2 + (Math.PI * m.boreM * v) / pistonAreaM2),
  }
}

function singleActing(m: SingleActing, input: EngineInput): CylinderParts {
  const area = pistonArea(m.boreM)
  const { ball, ports, leaks } = m
  const full = fullLift(ball)
  const lift = (angle: number) => ball.pinLengthM - pistonPlace(m, angle).travelM
  const open = (angle: number) => pistonPlace(m, angle).travelM - ports.fromM
  return {
    volumes: [
      {
        id: 'cylinder',
        backPaAbs: input.room.absolutePressurePa,
        start: input.room,
        wall: wallOf(m, area),
        seal: m.seal,
      },
    ],
    passages: (inlet, v) => [
      { id: 'seat', from: inlet, to: { volume: v } },
      { id: 'ports', from: { volume: v }, to: { reservoir: EXHAUST } },
      { id: 'leak', from: { volume: v }, to: { reservoir: ROOM } },
    ],
    place: (angle, into, v, j) => {
      const { travelM, armM } = pistonPlace(m, angle)
      into.volume[v] = m.clearanceM3 + area * travelM
      into.slope[v] = area * armM
      into.slide[v] = Math.abs(armM)
      into.area[j] = ball.discharge * ballArea(ball, ball.pinLengthM - travelM)
      into.area[j + 1] = ports.discharge * portArea(ports, travelM)
      into.area[j + 2] = leaks.toRoomM2
    },
    corners: [lift, (a) => lift(a) - full, open, (a) => open(a) - ports.heightM],
  }
}

function doubleActing(m: DoubleActing, input: EngineInput): CylinderParts {
  const head = pistonArea(m.boreM)
  const crank = head - pistonArea(m.rodDiameterM)
  const { valve, leaks } = m
  const shift = (angle: number) => valveShift(valve, angle)
  const edge = (sign: 1 | -1, lapM: number) => [
    (a: number) => sign * shift(a) - lapM,
    (a: number) => sign * shift(a) - lapM - valve.portHeightM,
  ]
  const common = { backPaAbs: input.room.absolutePressurePa, start: input.room }
  return {
    volumes: [
      { id: 'head', ...common, wall: wallOf(m, head), seal: m.seal },
      // one seal rubs, by the greater of the two pressures at most: its own force is counted at the head
      { id: 'crank', ...common, wall: wallOf(m, crank), seal: { forceN: 0, areaM2: m.seal.areaM2 } },
    ],
    passages: (inlet, v) => [
      { id: 'head-admission', from: inlet, to: { volume: v } },
      { id: 'head-exhaust', from: { volume: v }, to: { reservoir: EXHAUST } },
      { id: 'crank-admission', from: inlet, to: { volume: v + 1 } },
      { id: 'crank-exhaust', from: { volume: v + 1 }, to: { reservoir: EXHAUST } },
      { id: 'past-piston', from: { volume: v }, to: { volume: v + 1 } },
      { id: 'past-rod', from: { volume: v + 1 }, to: { reservoir: ROOM } },
    ],
    place: (angle, into, v, j) => {
      const { travelM, armM } = pistonPlace(m, angle)
      into.volume[v] = m.headClearanceM3 + head * travelM
      into.slope[v] = head * armM
      into.volume[v + 1] = m.crankClearanceM3 + crank * (m.strokeM - travelM)
      into.slope[v + 1] = -crank * armM
      into.slide[v] = into.slide[v + 1] = Math.abs(armM)
      const s = shift(angle)
      into.area[j] = valve.admissionDischarge * edgeArea(valve, s, valve.admissionLapM)
      into.area[j + 1] = valve.exhaustDischarge * edgeArea(valve, -s, valve.exhaustLapM)
      into.area[j + 2] = valve.admissionDischarge * edgeArea(valve, -s, valve.admissionLapM)
      into.area[j + 3] = valve.exhaustDischarge * edgeArea(valve, s, valve.exhaustLapM)
      into.area[j + 4] = leaks.pastPistonM2
      into.area[j + 5] = leaks.toRoomM2
    },
    corners: [
      ...edge(1, valve.admissionLapM),
      ...edge(-1, valve.admissionLapM),
      ...edge(1, valve.exhaustLapM),
      ...edge(-1, valve.exhaustLapM),
    ],
  }
}

/** Corners of all cylinders within one turn, each once. */
function allCorners(functions: CylinderParts['corners'], phasesRad: readonly number[]): number[] {
  const own = [0, ...functions.flatMap((f) => crossings(f, TURN))]
  const all = phasesRad.flatMap((phase) => own.map((a) => (((a + phase) % TURN) + TURN) % TURN)).sort((a, b) => a - b)
  return [0, ...all.filter((a, i) => a > NEAR && a < TURN - NEAR && (i === 0 || a - all[i - 1] > NEAR))]
}

/** A piston engine as its air and its crank see it: cylinders on one crank, fed through one manifold where there is one. */
export function pistonNetwork(input: EngineInput): EngineNetwork {
  const { machine, supply, manifold, room, turning } = input
  const parts = machine.kind === 'single-acting' ? singleActing(machine, input) : doubleActing(machine, input)
  const { phasesRad } = machine
  const perVolumes = parts.volumes.length
  const chambers = phasesRad.length * perVolumes
  const volumes: GasVolume[] = phasesRad.flatMap(() => parts.volumes)
  const fixed: number[] = []
  const add = (volume: GasVolume, volumeM3: number): End => {
    volumes.push(volume)
    fixed.push(volumeM3)
    return { volume: volumes.length - 1 }
  }
  const start = { absolutePressurePa: supply.absolutePressurePa, temperatureK: supply.temperatureK }
  const vessel = supply.kind === 'vessel' ? supply : null
  const source: End = vessel
    ? add(
        {
          id: 'vessel',
          backPaAbs: null,
          start,
          isothermal: vessel.heat === 'isothermal',
          wall:
            typeof vessel.heat === 'object'
              ? { temperatureK: room.temperatureK, wattPerKelvin: constant(vessel.heat.uaWPerK) }
              : undefined,
        },
        vessel.volumeM3,
      )
    : { reservoir: SUPPLY }
  const held = vessel && vessel.setPaAbs !== null ? { setPaAbs: vessel.setPaAbs } : {}
  const passages: Passage[] = []
  let inlet = source
  if (manifold) {
    const pressure = Math.min(start.absolutePressurePa, vessel?.setPaAbs ?? Infinity)
    inlet = add(
      { id: 'manifold', backPaAbs: null, start: { ...start, absolutePressurePa: pressure } },
      manifold.volumeM3,
    )
  }
  phasesRad.forEach((_, c) => {
    for (const passage of parts.passages(inlet, c * perVolumes))
      passages.push(!manifold && passage.from === inlet ? { ...passage, ...held } : passage)
  })
  const perPassages = passages.length / phasesRad.length
  const bore = passages.length
  if (manifold) passages.push({ id: 'inlet', from: source, to: inlet, ...held })
  const boreArea = manifold ? manifold.discharge * pistonArea(manifold.boreDiameterM) : 0
  return {
    periodRad: TURN,
    cornersRad: allCorners(parts.corners, phasesRad),
    volumes,
    reservoirs: [start, input.exhaust ?? room, room],
    passages,
    place: (angle, into) => {
      for (let c = 0; c < phasesRad.length; c++)
        parts.place(angle - phasesRad[c], into, c * perVolumes, c * perPassages)
      for (let i = 0; i < fixed.length; i++) {
        into.volume[chambers + i] = fixed[i]
        into.slope[chambers + i] = into.slide[chambers + i] = 0
      }
      if (manifold) into.area[bore] = boreArea
    },
    ...turning,
  }
}

const constant = (value: number) => () => value
