import { type CoefficientName } from '../turbine'
import { put, type Working } from '../working'
import type { AirInput, PredictionInput } from './input'
import type { Prediction } from './predict'
import { coefficientsOf, familyOf, workingRadius } from '../machines'
import { airWorkings, type AirFigures, type AirWorkingId, type Plain } from './air-workings'
import { strengthWorkings } from './strength-workings'

export type WorkingId =
  | AirWorkingId
  | 'stallTorque'
  | 'freeSpeed'
  | 'bestPower'
  | 'powerAtLoad'
  | 'burstSpeed'
  | 'stressMargin'
  | 'bearingSpeed'
  | 'storedEnergy'
  | 'ideal'
  | 'criticalSpeed'
  | 'unbalance'
  | 'bearingLife'

type RotorWorkingId = 'stallTorque' | 'freeSpeed' | 'bestPower' | 'powerAtLoad'

function rotorWorkings(
  input: PredictionInput,
  p: Prediction,
): Record<RotorWorkingId, Plain> & Partial<Record<'ideal', Plain>> {
  const { uncertainty: u, summary, ideal } = p
  const { source, range, torque } = familyOf(input.machine).working
  const r = put('r', 'radius of the blades', workingRadius(input.machine), 'm')
  const alpha = put('α', 'nozzle angle', input.nozzle.angleRad, 'rad')
  const used = coefficientsOf(input.machine.family).map((name) =>
    put(COEFFICIENT_SIGNS[name][0], COEFFICIENT_SIGNS[name][1], input.coefficients[name].value, ''),
  )
  const common = [
    put('ṁ', 'mass flow at the working speed', p.point.massFlowKgPerS, 'kg/s'),
    put('c', 'jet speed', p.figures.jetSpeedMPerS, 'm/s'),
    r,
    alpha,
    ...used,
  ]
  const best = p.curve.reduce((a, b) =>
    Math.abs(b.speedRadPerS - summary.bestPower.speedRadPerS) <
    Math.abs(a.speedRadPerS - summary.bestPower.speedRadPerS)
      ? b
      : a,
  )
  const drag = best.ledger.ventilationW + best.ledger.discFrictionW + best.ledger.rubbingW + best.ledger.bearingW
  return {
    stallTorque: {
      title: 'Torque at standstill',
      formula: `${torque}, ω = 0`,
      inputs: common,
      result: { value: summary.stallTorqueNm, unit: 'N·m', standardUncertainty: u.stallTorqueNm },
      source,
      range,
    },
    freeSpeed: {
      title: 'Free speed',
      formula: 'T(ω) = Tgas(ω) − (Ppumping + Pdisc)/ω − Trubbing − Tbearing = 0',
      inputs: common,
      result: { value: summary.freeSpeedRadPerS, unit: 'rad/s', standardUncertainty: u.freeSpeedRadPerS },
      source,
      range,
    },
    bestPower: {
      title: 'Best shaft power',
      formula: `P = max over ω of T(ω) · ω;  ${torque}`,
      inputs: [
        ...common,
        put('Pd', 'drags near there', drag, 'W'),
        put('ω', 'speed there', summary.bestPower.speedRadPerS, 'rad/s'),
      ],
      result: { value: summary.bestPower.powerW, unit: 'W', standardUncertainty: u.bestPowerW },
      source,
      range,
    },
    powerAtLoad: {
      title: 'Shaft power at the working speed',
      formula: 'P = T(ω) · ω',
      inputs: [
        put('T', 'shaft torque', p.point.torqueNm, 'N·m'),
        put('ω', 'working speed', p.point.speedRadPerS, 'rad/s'),
      ],
      result: { value: p.point.shaftPowerW, unit: 'W', standardUncertainty: u.powerAtLoadW },
      source,
      range,
    },
    ...(ideal
      ? {
          ideal: {
            title: 'Loss-free rotor on the same jet',
            formula: 'P = ½ · ṁ · c² · cos²α at u/c = ½ · cosα',
            inputs: [
              put('ṁ', 'mass flow', p.figures.massFlowKgPerS, 'kg/s'),
              put('c', 'jet speed once expanded', p.figures.jetSpeedMPerS, 'm/s'),
              alpha,
              r,
            ],
            result: { value: ideal.powerW, unit: 'W' },
            source: 'Euler’s turbine equation, symmetric frictionless blades',
            range: 'A limit that no rotor reaches: it shows what the losses cost.',
          },
        }
      : {}),
  }
}

/** Sign and name of each coefficient in a working. */
const COEFFICIENT_SIGNS: Readonly<Record<CoefficientName, readonly [string, string]>> = {
  discharge: ['Cd', 'discharge coefficient'],
  velocity: ['φ', 'velocity coefficient'],
  entrainment: ['ke', 'factor on jet mixing'],
  capture: ['κ', 'share caught'],
  passage: ['ψ', 'passage speed'],
  ventilation: ['kv', 'factor on pumping and faces'],
  bearing: ['kb', 'factor on bearing drag'],
  rowLoss: ['kz', 'factor on row losses'],
  leakage: ['kl', 'factor on gaps'],
  sliding: ['μ', 'sliding friction'],
  shear: ['ks', 'factor on shear between discs'],
}

/** A plain working as a predicted one. */
const predicted = <K extends string>(plain: Record<K, Plain>): Record<K, Working> =>
  Object.fromEntries(
    Object.entries<Plain>(plain).map(([id, working]) => [id, { ...working, origin: 'predicted' }]),
  ) as Record<K, Working>

/** Workings of supply, line and nozzle alone. */
export const workingsOfAir = (input: AirInput, figures: AirFigures): Record<AirWorkingId, Working> =>
  predicted(airWorkings(input, figures))

/** All workings of a turbine; the loss-free limit only where the family has one. */
export type Workings = Record<Exclude<WorkingId, 'ideal'>, Working> & Partial<Record<'ideal', Working>>

/** Every headline figure's working for one prediction. */
export function workings(input: PredictionInput, prediction: Prediction): Workings {
  const { ideal, ...rotor } = rotorWorkings(input, prediction)
  return {
    ...predicted({ ...airWorkings(input, prediction), ...rotor, ...strengthWorkings(input, prediction) }),
    ...(ideal ? predicted({ ideal }) : {}),
  }
}
