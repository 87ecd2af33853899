import type { Ambient } from '../air'
import type { Crank } from './crank'
import type { Drag, Reservoir } from './network'
import type { RotorPort, Trochoid } from './trochoid'
import type { EccentricValve, PinBall, WallPorts } from './valves'

/**
 * What leaks, as effective areas (with their discharge): past ring, print or faces to the room; past a piston from end
 * to end, or past each tip of a rotor to the next chamber.
 */
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

/**
 * What every chamber has: what leaks, what its seal rubs with, heat from its walls, W/(m2 K), and their temperature.
 */
interface Chambered {
  readonly leaks: Leaks
  readonly seal: Seal
  readonly walls: { readonly filmWPerM2K: number; readonly temperatureK: number }
}

interface Cylinders extends Crank, Chambered {
  readonly boreM: number
  /** Crank angle by which each cylinder comes after the first; one for each cylinder. */
  readonly phasesRad: readonly number[]
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

/** Length of hose or pipe that takes the air round to the other side, and what it lets through. */
export interface TransferTube {
  readonly boreDiameterM: number
  readonly lengthM: number
  readonly discharge: number
}

/**
 * A rotor of three flanks in a housing of two lobes: ports let air to each chamber as the rotor passes them.
 * Ports are those of the first lobe; the other lobe has the same half a turn of the rotor on.
 */
export interface ThreeFlank extends Trochoid, Chambered {
  readonly kind: 'three-flank'
  /** Between a flank and the wall at dead centre; a hollow in each flank on top of it, m3. */
  readonly flankGapM: number
  readonly pocketM3: number
  readonly inlet: RotorPort & { readonly discharge: number }
  readonly exhaust: RotorPort & { readonly discharge: number }
  /** The tube that feeds the other lobe. None: its intake stands open to the room, so that it breathes. */
  readonly tube: TransferTube | null
}

export type EngineBody = PistonMachine | ThreeFlank

/** Room in front of the valves, filled through one bore. */
export interface Manifold {
  readonly volumeM3: number
  readonly boreDiameterM: number
  readonly discharge: number
}

/**
 * What feeds an engine: something that holds its pressure, or a vessel that empties, with a regulator's setting where
 * there is one.
 */
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
  readonly machine: EngineBody
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
