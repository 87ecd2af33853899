import { ballMass } from '../../../core/engine'
import { predictEngine, type EngineFigures } from '../../../core/prediction'
import type { Project } from '../../validation/schema'
import { enginePredictionInput, type EngineBuild, type EngineMachine, type PistonEngine } from './input'
import { BALL_QUESTIONS, ballAsked, type BallQuestion, type SingleBuild } from './ball-questions'
import { rotorAsked, type RotorQuestion } from './rotor-questions'
import { runOf } from './runs'

type Ambient = Project['ambient']

/** What makers ask of an engine again and again: each answered by running it as it is and as it would be. */
const PISTON_QUESTIONS = [
  'longer-pin',
  'shorter-pin',
  'less-room',
  'second-cylinder',
  'wider',
  'half-turn',
  'right-angle',
] as const
type PistonQuestion = (typeof PISTON_QUESTIONS)[number]
/** Of how it is fed: asked of any engine. */
const FED_QUESTIONS = ['more-pressure', 'no-regulator'] as const
type FedQuestion = (typeof FED_QUESTIONS)[number]
export type Question = PistonQuestion | BallQuestion | RotorQuestion | FedQuestion

export interface AnswerSide extends Pick<
  EngineFigures,
  'shaftPowerW' | 'speedRadPerS' | 'airPerTurnKg' | 'workPerAirJPerKg'
> {
  readonly startsShare: number
  /** Run of its bottle; null where it has none. */
  readonly runTimeS: number | null
  readonly impulseNs: number | null
}

export interface Answer {
  readonly id: Question
  readonly then: AnswerSide
  /** What was changed, SI: length of pin or lap, room, bore, pressure. */
  readonly to: number | null
}

/** Of steps, for runs of which only the length counts: within half a per cent. */
const ROUGH = 1e-3

function sideOf(build: EngineBuild, ambient: Ambient, withRun: boolean): AnswerSide {
  const p = predictEngine(enginePredictionInput(build, ambient), false)
  const run = withRun && build.supply.kind === 'vessel' ? runOf(build, ambient, ROUGH) : null
  const { shaftPowerW, speedRadPerS, airPerTurnKg, workPerAirJPerKg } = p.figures
  return {
    shaftPowerW,
    speedRadPerS,
    airPerTurnKg,
    workPerAirJPerKg,
    startsShare: p.standing.startsShare,
    runTimeS: run && run.runTimeS,
    impulseNs: run && run.impulseNs,
  }
}

type PistonBuild = EngineBuild & { readonly machine: PistonEngine }
const isPiston = (build: EngineBuild): build is PistonBuild => build.machine.family !== 'three-flank-engine'

const withMachine = (build: PistonBuild, change: (m: PistonEngine) => PistonEngine): PistonBuild => ({
  ...build,
  machine: change(build.machine),
})

/** How long the valve stays open: by the pin, or against the lap. m. */
const opening = (m: PistonEngine): number =>
  m.family === 'single-acting-engine' ? m.ball.pinLengthM : -m.valve.admissionLapM
function opened(m: PistonEngine, value: number): PistonEngine {
  if (m.family === 'single-acting-engine')
    return {
      ...m,
      ball: { ...m.ball, pinLengthM: Math.min(Math.max(0.1e-3, value), 0.6 * m.strokeM, m.ports.fromM) },
    }
  return {
    ...m,
    valve: {
      ...m.valve,
      admissionLapM: Math.max(-m.valve.exhaustLapM, Math.min(0.95 * m.valve.eccentricityM, -value)),
    },
  }
}

const roomOf = (m: PistonEngine): number => (m.family === 'single-acting-engine' ? m.clearanceM3 : m.headClearanceM3)
const withRoom = (m: PistonEngine, times: number): PistonEngine =>
  m.family === 'single-acting-engine'
    ? { ...m, clearanceM3: m.clearanceM3 * times }
    : { ...m, headClearanceM3: m.headClearanceM3 * times, crankClearanceM3: m.crankClearanceM3 * times }

/** What a pin or lap is moved by, m; what of the room is left; how much wider a bore. */
const [MOVE, LEFT, WIDER] = [0.2e-3, 0.6, 1.1] as const

/**
 * Less room at the top and the valve open for longer, so that it takes the air that it took: by trying, a few times.
 */
function lessRoom(build: PistonBuild, ambient: Ambient, airKg: number): PistonBuild | null {
  const tight = withMachine(build, (m) => withRoom(m, LEFT))
  const at = (value: number) => withMachine(tight, (m) => opened(m, value))
  const airAt = (value: number) => predictEngine(enginePredictionInput(at(value), ambient), false).figures.airPerTurnKg
  let [a, b] = [opening(build.machine), opening(build.machine) + 0.05 * build.machine.strokeM]
  let [fa, fb] = [airAt(a) - airKg, airAt(b) - airKg]
  for (let i = 0; i < 6 && Math.abs(fb) > 5e-3 * airKg; i++) {
    if (Math.abs(fb - fa) < 1e-12) return null
    const next = Math.min(0.5 * build.machine.strokeM, Math.max(-build.machine.strokeM, b - (fb * (b - a)) / (fb - fa)))
    ;[a, fa] = [b, fb]
    b = next
    fb = airAt(b) - airKg
  }
  return Math.abs(fb) < 0.03 * airKg ? at(b) : null
}

/** A build as a question would have it, and what that changed. */
export type Asked = readonly [EngineBuild, number | null]

/** The piston engine as a question would have it; null where the question means nothing. */
function pistonAsked(build: PistonBuild, ambient: Ambient, id: PistonQuestion, airKg: number): Asked | null {
  const { machine: m } = build
  switch (id) {
    case 'longer-pin':
    case 'shorter-pin': {
      const next = opened(m, opening(m) + (id === 'longer-pin' ? MOVE : -MOVE))
      return opening(next) === opening(m) ? null : [{ ...build, machine: next }, Math.abs(opening(next))]
    }
    case 'less-room': {
      const next = airKg > 0 ? lessRoom(build, ambient, airKg) : null
      return next && [next, roomOf(next.machine)]
    }
    case 'second-cylinder':
      return m.cylinders === 1
        ? [withMachine(build, (x) => ({ ...x, cylinders: 2, phaseStepRad: Math.PI / 2 })), null]
        : null
    case 'wider': {
      const boreM = WIDER * m.boreM
      const roomier = withMachine(build, (x) => withRoom(x, WIDER ** 2))
      return [withMachine(roomier, (x) => ({ ...x, boreM })), boreM]
    }
    case 'half-turn':
    case 'right-angle': {
      const phaseStepRad = id === 'half-turn' ? Math.PI : Math.PI / 2
      return m.cylinders === 2 && Math.abs(m.phaseStepRad - phaseStepRad) > 0.1
        ? [withMachine(build, (x) => ({ ...x, phaseStepRad })), null]
        : null
    }
  }
}

/** The build fed otherwise; null where the question means nothing. */
function fedAsked(build: EngineBuild, id: FedQuestion): Asked | null {
  const { line, supply } = build
  if (id === 'no-regulator')
    return line.regulator && supply.kind === 'vessel' ? [{ ...build, line: { ...line, regulator: null } }, null] : null
  const held = line.regulator?.setGaugePressurePa ?? ('gaugePressurePa' in supply ? supply.gaugePressurePa : null)
  if (held === null) return null
  const to = held * WIDER ** 2
  if (line.regulator)
    return [{ ...build, line: { ...line, regulator: { ...line.regulator, setGaugePressurePa: to } } }, to]
  return [{ ...build, supply: { ...supply, gaugePressurePa: to } as EngineBuild['supply'] }, to]
}

/** Every question of a build with what it would be, one after the other. */
function* asked(build: EngineBuild, ambient: Ambient, airKg: number): Generator<readonly [Question, Asked]> {
  if (isPiston(build)) {
    for (const id of PISTON_QUESTIONS) {
      const found = pistonAsked(build, ambient, id, airKg)
      if (found) yield [id, found]
    }
    if (build.machine.family === 'single-acting-engine')
      for (const id of BALL_QUESTIONS) {
        const found = ballAsked(build as SingleBuild, ambient, id)
        if (found) yield [id, found]
      }
  } else yield* rotorAsked(build)
  for (const id of FED_QUESTIONS) {
    const found = fedAsked(build, id)
    if (found) yield [id, found]
  }
}

export interface Answered {
  readonly now: AnswerSide
  readonly answers: readonly Answer[]
}

/**
 * Every question that means something of a build, answered; and the build as it is. Told one after the other as they
 * are found.
 */
export function questionsOf(
  build: EngineBuild,
  ambient: Ambient,
  told: (soFar: Answered) => void = () => {},
): Answered {
  const now = sideOf(build, ambient, true)
  const answers: Answer[] = []
  told({ now, answers })
  for (const [id, [then, to]] of asked(build, ambient, now.airPerTurnKg)) {
    answers.push({ id, then: sideOf(then, ambient, true), to })
    told({ now, answers })
  }
  return { now, answers }
}

/**
 * Force that the ball needs to follow its pin down, N: its mass by the piston's greatest acceleration. Below it, it
 * floats and shuts late. Null where no ball is lifted.
 */
export function ballFollows(m: EngineMachine, speedRadPerS: number): number | null {
  if (m.family !== 'single-acting-engine') return null
  const { motion, ballDiameterM } = m.ball
  const mass = ballMass(motion.kind === 'follows' ? 'steel' : motion.material, ballDiameterM)
  const r = m.strokeM / 2
  return mass * r * speedRadPerS ** 2 * (1 + r / m.rodM)
}
