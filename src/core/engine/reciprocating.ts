import type { Chambers } from './chambers'
import { crossings, pistonPlace, placePiston } from './crank'
import { EXHAUST, ROOM, type DoubleActing, type EngineInput, type PistonMachine, type SingleActing } from './input'
import { printedStop } from './balls'
import type { End, GasVolume, MovingBall, Passage, Placed } from './network'
import {
  ballArea,
  edgeArea,
  fullLift,
  heldSlope,
  openingPerLift,
  portArea,
  seatHole,
  unsignedSlope,
  valveShift,
  valveShiftSlope,
} from './valves'

const TURN = 2 * Math.PI
/** Where a piston was last placed. */
const piston = { travelM: 0, armM: 0, bendM: 0 }
/** Corners closer together than this are one, rad. */
const NEAR = 2e-3

export const pistonArea = (boreM: number): number => (Math.PI / 4) * boreM * boreM

/** One cylinder's volumes, passages and how they are placed from its own angle. */
interface CylinderParts {
  readonly volumes: readonly GasVolume[]
  readonly passages: (inlet: End, first: number) => readonly Passage[]
  /** A ball that moves by itself, opening a passage. */
  readonly ball?: (passage: number) => MovingBall
  readonly place: (angleRad: number, into: Placed, volume: number, passage: number, cylinder: number) => void
  /** What passes nought where something opens, shuts or turns a corner. */
  readonly corners: readonly ((angleRad: number) => number)[]
}

function wallOf(m: PistonMachine, pistonAreaM2: number): GasVolume['wall'] {
  const { filmWPerM2K, temperatureK } = m.walls
  if (filmWPerM2K === 0) return undefined
  // both end faces, and the wall as far as the air reaches
  return {
    temperatureK,
    wattPerKelvin: filmWPerM2K * 2 * pistonAreaM2,
    wattPerKelvinM3: (filmWPerM2K * Math.PI * m.boreM) / pistonAreaM2,
  }
}

function singleActing(m: SingleActing, input: EngineInput): CylinderParts {
  const area = pistonArea(m.boreM)
  const { ball, ports, leaks } = m
  const full = fullLift(ball)
  const { loose } = ball
  const perLift = ball.discharge * openingPerLift(ball)
  const perTravel = ports.discharge * ports.widthM
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
    ...(loose && {
      ball: (passage) => ({
        ...loose,
        passage,
        contact: printedStop(loose.massKg),
        seatAreaM2: loose.pushed * pistonArea(ball.seatDiameterM),
        openingM: openingPerLift(ball),
        holeM2: seatHole(ball),
        discharge: ball.discharge,
      }),
    }),
    place: (angle, into, v, j, c) => {
      placePiston(m, angle, piston)
      const { travelM, armM, bendM } = piston
      const lifted = ball.pinLengthM - travelM
      into.volume[v] = m.clearanceM3 + area * travelM
      if (loose) {
        into.pin[c] = lifted
        into.pinSlope[c] = -armM
        into.pinBend[c] = -bendM
      }
      into.slope[v] = area * armM
      into.bend[v] = area * bendM
      into.slide[v] = Math.abs(armM)
      into.slideSlope[v] = unsignedSlope(armM, bendM)
      into.area[j] = ball.discharge * ballArea(ball, lifted)
      into.areaSlope[j] = perLift * heldSlope(lifted, -armM, full)
      into.area[j + 1] = ports.discharge * portArea(ports, travelM)
      into.areaSlope[j + 1] = perTravel * heldSlope(travelM - ports.fromM, armM, ports.heightM)
      into.area[j + 2] = leaks.toRoomM2
      into.areaSlope[j + 2] = 0
    },
    corners: [lift, (a) => lift(a) - full, open, (a) => open(a) - ports.heightM],
  }
}

function doubleActing(m: DoubleActing, input: EngineInput): CylinderParts {
  const head = pistonArea(m.boreM)
  const crank = head - pistonArea(m.rodDiameterM)
  const { valve, leaks } = m
  const shift = (angle: number) => valveShift(valve, angle)
  const admits = valve.admissionDischarge * valve.portWidthM
  const lets = valve.exhaustDischarge * valve.portWidthM
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
      placePiston(m, angle, piston)
      const { travelM, armM, bendM } = piston
      into.volume[v] = m.headClearanceM3 + head * travelM
      into.slope[v] = head * armM
      into.bend[v] = head * bendM
      into.volume[v + 1] = m.crankClearanceM3 + crank * (m.strokeM - travelM)
      into.slope[v + 1] = -crank * armM
      into.bend[v + 1] = -crank * bendM
      into.slide[v] = into.slide[v + 1] = Math.abs(armM)
      into.slideSlope[v] = into.slideSlope[v + 1] = unsignedSlope(armM, bendM)
      const s = shift(angle)
      const moves = valveShiftSlope(valve, angle)
      const { admissionLapM, exhaustLapM, portHeightM } = valve
      into.area[j] = valve.admissionDischarge * edgeArea(valve, s, admissionLapM)
      into.areaSlope[j] = admits * heldSlope(s - admissionLapM, moves, portHeightM)
      into.area[j + 1] = valve.exhaustDischarge * edgeArea(valve, -s, exhaustLapM)
      into.areaSlope[j + 1] = lets * heldSlope(-s - exhaustLapM, -moves, portHeightM)
      into.area[j + 2] = valve.admissionDischarge * edgeArea(valve, -s, admissionLapM)
      into.areaSlope[j + 2] = admits * heldSlope(-s - admissionLapM, -moves, portHeightM)
      into.area[j + 3] = valve.exhaustDischarge * edgeArea(valve, s, exhaustLapM)
      into.areaSlope[j + 3] = lets * heldSlope(s - exhaustLapM, moves, portHeightM)
      into.area[j + 4] = leaks.pastPistonM2
      into.area[j + 5] = leaks.toRoomM2
      into.areaSlope[j + 4] = into.areaSlope[j + 5] = 0
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

/** The chambers of cylinders on one crank. */
export function pistonChambers(machine: PistonMachine, input: EngineInput): Chambers {
  const parts = machine.kind === 'single-acting' ? singleActing(machine, input) : doubleActing(machine, input)
  const { phasesRad } = machine
  const perVolumes = parts.volumes.length
  // how many passages one has does not hang on what feeds it
  const perPassages = parts.passages({ reservoir: EXHAUST }, 0).length
  const { ball } = parts
  return {
    periodRad: TURN,
    cornersRad: allCorners(parts.corners, phasesRad),
    volumes: phasesRad.flatMap(() => parts.volumes),
    passages: (inlet) => phasesRad.flatMap((_, c) => parts.passages(inlet, c * perVolumes)),
    balls: ball ? phasesRad.map((_, c) => ball(c * perPassages)) : [],
    place: (angle, into) => {
      for (let c = 0; c < phasesRad.length; c++)
        parts.place(angle - phasesRad[c], into, c * perVolumes, c * perPassages, c)
    },
  }
}
