import { airDensity } from '../../../core/air'
import {
  BALL_ROOM_M,
  NO_DRAG,
  ballMass,
  tubeDischarge,
  type Drag,
  type EngineBody,
  type EngineInput,
  type LooseBall,
  type Reservoir,
} from '../../../core/engine'
import type { AirInput, EnginePredictionInput } from '../../../core/prediction'
import { airThrough } from '../../document/build-input'
import type { Project } from '../../validation/schema'
import type { BuildOf, MachineOfKind } from '../document-types'
import { ENGINE_COEFFICIENTS, type EngineCoefficient, type EngineLoad } from './schema'

export type PistonKindId = 'single-acting-engine' | 'double-acting-engine'
export type EngineKindId = PistonKindId | 'three-flank-engine'
export type EngineMachine = MachineOfKind<EngineKindId>
/** Those with cylinders, and the one with a rotor. */
export type PistonEngine = MachineOfKind<PistonKindId>
export type RotorEngine = MachineOfKind<'three-flank-engine'>
export type EngineBuild = BuildOf<EngineMachine>
type Ambient = Project['ambient']

/** The part of the turn in which a constant drag comes in, rad/s: it must not push at rest. */
const SETTLES = 1
/** Torque that a propeller takes, N m at 1 rad/s, and its thrust, N: from its coefficients, at the room's density. */
export function propeller(
  { diameterM, thrustCoefficient, powerCoefficient }: Extract<EngineLoad, { kind: 'propeller' }>,
  ambient: Pick<Ambient, 'absolutePressurePa' | 'temperatureK'>,
): { readonly torquePerSquareNmS2: number; readonly thrustPerSquareNS2: number } {
  const rho = airDensity(ambient.absolutePressurePa, ambient.temperatureK)
  const perTurn = (2 * Math.PI) ** 2
  return {
    torquePerSquareNmS2: (powerCoefficient * rho * diameterM ** 5) / (2 * Math.PI * perTurn),
    thrustPerSquareNS2: (thrustCoefficient * rho * diameterM ** 4) / perTurn,
  }
}

/** What a load asks for, by speed. */
export function loadDrag(load: EngineLoad, ambient: Pick<Ambient, 'absolutePressurePa' | 'temperatureK'>): Drag {
  switch (load.kind) {
    case 'propeller':
      return { ...NO_DRAG, perSquareNmS2: propeller(load, ambient).torquePerSquareNmS2 }
    case 'brake':
      return { ...NO_DRAG, constantNm: load.torqueNm, settlesRadPerS: SETTLES }
    case 'wheel':
      return { ...NO_DRAG, constantNm: load.torqueNm, settlesRadPerS: SETTLES, perSquareNmS2: load.perSquareNmS2 }
    case 'generator':
      return { ...NO_DRAG, constantNm: load.torqueNm, settlesRadPerS: SETTLES, perSpeedNmS: load.perSpeedNmS }
  }
}

const phases = ({ cylinders, phaseStepRad }: PistonEngine): number[] =>
  Array.from({ length: cylinders }, (_, i) => i * phaseStepRad)

/** What a ball weighs and what pushes it shut; none of one that is taken to follow its pin. */
function looseBall(
  { motion, ballDiameterM, pinLengthM }: MachineOfKind<'single-acting-engine'>['ball'],
  pushed: number,
): LooseBall | undefined {
  if (motion.kind === 'follows') return undefined
  const { forceN, stiffnessNPerM } = motion.kind === 'spring' ? motion : { forceN: 0, stiffnessNPerM: 0 }
  return {
    massKg: ballMass(motion.material, ballDiameterM),
    pushed,
    spring: { forceN, stiffnessNPerM },
    roomM: pinLengthM + BALL_ROOM_M,
  }
}

/**
 * How well the air’s push on a ball is known: an estimate, which no build holds and no run has told. Standard
 * uncertainty of its multiple.
 */
const BALL_PUSH = 'ballPush'
const BALL_PUSH_UNCERTAIN = 0.25

/** Chambers and valves as the core takes them, the uncertain numbers at given values. */
function bodyOf(
  m: EngineMachine,
  c: Readonly<Record<EngineCoefficient, number>>,
  wallK: number,
  pushed: number,
): EngineBody {
  const common = {
    seal: { forceN: c.rubbing * m.seal.forceN, areaM2: c.rubbing * m.seal.areaM2 },
    walls: { filmWPerM2K: c.wallHeat * m.wallFilmWPerM2K, temperatureK: wallK },
  }
  if (m.family === 'three-flank-engine')
    return {
      kind: 'three-flank',
      ...common,
      eccentricityM: m.eccentricityM,
      radiusM: m.radiusM,
      depthM: m.depthM,
      flankGapM: m.flankGapM,
      pocketM3: m.pocketM3,
      inlet: { ...m.intake, discharge: c.seat },
      exhaust: { ...m.outlet, discharge: c.outlet },
      tube: m.tube && { ...m.tube, discharge: tubeDischarge(m.tube.boreDiameterM, m.tube.lengthM) },
      leaks: { toRoomM2: c.pastSeals * m.sideLeakAreaM2, pastPistonM2: c.pastSeals * m.leakAreaM2 },
    }
  const shared = { ...common, boreM: m.boreM, strokeM: m.strokeM, rodM: m.rodM, phasesRad: phases(m) }
  if (m.family === 'single-acting-engine')
    return {
      kind: 'single-acting',
      ...shared,
      leaks: { toRoomM2: c.pastSeals * m.leakAreaM2, pastPistonM2: 0 },
      clearanceM3: m.clearanceM3,
      ball: { ...m.ball, discharge: c.seat, loose: looseBall(m.ball, pushed) },
      ports: { ...m.ports, discharge: c.outlet },
    }
  return {
    kind: 'double-acting',
    ...shared,
    leaks: { toRoomM2: c.pastSeals * m.rodLeakAreaM2, pastPistonM2: c.pastSeals * m.leakAreaM2 },
    rodDiameterM: m.rodDiameterM,
    headClearanceM3: m.headClearanceM3,
    crankClearanceM3: m.crankClearanceM3,
    valve: { ...m.valve, admissionDischarge: c.seat, exhaustDischarge: c.outlet },
  }
}

/**
 * The engine fed at a pressure; its numbers as the build holds them, one of them moved by so many standard
 * uncertainties.
 */
export function engineInput(
  m: EngineMachine,
  ambient: Pick<Ambient, 'absolutePressurePa' | 'temperatureK'>,
  supply: EngineInput['supply'],
  changed?: { readonly name: string; readonly by: number },
): EngineInput {
  const c = Object.fromEntries(
    ENGINE_COEFFICIENTS.map((name) => {
      const { value, standardUncertainty } = m.coefficients[name]
      return [name, Math.max(0.02, value + (changed?.name === name ? changed.by * standardUncertainty : 0))]
    }),
  ) as Record<EngineCoefficient, number>
  return {
    machine: bodyOf(
      m,
      c,
      ambient.temperatureK,
      1 + (changed?.name === BALL_PUSH ? changed.by * BALL_PUSH_UNCERTAIN : 0),
    ),
    supply,
    // a bore as rounded as a drilled hole is: it shares the seat’s coefficient
    manifold: m.inlet && {
      volumeM3: m.inlet.manifoldVolumeM3,
      boreDiameterM: m.inlet.boreDiameterM,
      discharge: c.seat,
    },
    room: ambient,
    turning: {
      inertiaKgM2: m.wheelInertiaKgM2,
      friction: {
        constantNm: c.rubbing * m.bearingDragNm,
        settlesRadPerS: SETTLES,
        perSpeedNmS: c.rubbing * m.bearingDragNmS,
        perSquareNmS2: 0,
      },
      load: loadDrag(m.load, ambient),
    },
  }
}

/** An engine that stands as a hole for the line to begin with: its bore. */
const EXACT = { value: 1, standardUncertainty: 0 } as const

/** About the hole that one end of an engine looks like, over its bore. */
const LIKE_HOLE = 0.055

function likeThroat(m: EngineMachine): number {
  if (m.family === 'three-flank-engine') return 0.5 * m.intake.diameterM * (m.tube ? Math.SQRT2 : 1)
  return LIKE_HOLE * m.boreM * Math.sqrt(m.cylinders * (m.family === 'double-acting-engine' ? 2 : 1))
}

/** What the line sees of an engine before it is balanced: a hole that lets through what its seat does on average. */
export const engineAir = (build: EngineBuild, ambient: Ambient): AirInput => {
  const { machine } = build
  const throat = likeThroat(machine)
  return airThrough(build, ambient, {
    nozzle: { throatDiameterM: throat, exitDiameterM: throat, count: 1, form: { kind: 'round' } },
    coefficients: { discharge: EXACT, velocity: EXACT },
  })
}

/** A blower that draws has what it lacks of the room's pressure behind the engine. */
const suction = (m: EngineMachine): boolean => m.family === 'double-acting-engine' && m.draws === 'suction'

/** A ball that moves by itself. */
const weighs = (m: EngineMachine): boolean => m.family === 'single-acting-engine' && m.ball.motion.kind !== 'follows'

export function enginePredictionInput(build: EngineBuild, ambient: Ambient): EnginePredictionInput {
  const { machine } = build
  return {
    ...engineAir(build, ambient),
    uncertain: weighs(machine) ? [...ENGINE_COEFFICIENTS, BALL_PUSH] : ENGINE_COEFFICIENTS,
    engine: (supply: Reservoir, changed) => {
      const { absolutePressurePa: pa, temperatureK } = ambient
      const drawn = Math.max(0.05 * pa, 2 * pa - supply.absolutePressurePa)
      const input = engineInput(
        machine,
        ambient,
        suction(machine) ? { kind: 'constant', absolutePressurePa: pa, temperatureK } : { kind: 'constant', ...supply },
        changed,
      )
      return suction(machine) ? { ...input, exhaust: { absolutePressurePa: drawn, temperatureK } } : input
    },
  }
}
