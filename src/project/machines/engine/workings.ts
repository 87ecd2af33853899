import { propeller, type EngineMachine } from './input'
import type { EnginePrediction } from '../../../core/prediction'
import { put, type Working } from '../../../core/working'
import type { Project } from '../../validation/schema'

const SOURCE =
  'Balances of mass and energy of each chamber, perfect gas; orifice flow after Saint-Venant and Wantzel (1839)'
const RANGE =
  'Tested against an independent solution of the same balances: within 0.1 % in speed, work and air. What is uncertain are the numbers that go in.'

/** How an engine's headline figures come about. */
export function engineWorkings(
  machine: EngineMachine,
  { steady, uncertainty: u, figures }: EnginePrediction,
  ambient: Project['ambient'],
): Record<string, Working> {
  if (!steady) return {}
  const { figures: f } = steady
  const turnS = (2 * Math.PI) / f.speedRadPerS
  const working = (w: Omit<Working, 'origin' | 'source' | 'range'> & Partial<Working>): Working => ({
    source: SOURCE,
    range: RANGE,
    origin: 'predicted',
    ...w,
  })
  const n = put('n', 'speed', f.speedRadPerS / (2 * Math.PI), '1/s')
  const { load } = machine
  const k =
    load.kind === 'propeller'
      ? [
          put('CP', 'power coefficient of the propeller', load.powerCoefficient, ''),
          put('D', 'its diameter', load.diameterM, 'm'),
          put('k', 'torque at 1 rad/s', propeller(load, ambient).torquePerSquareNmS2, 'N·m·s²'),
        ]
      : []
  return {
    shaftPowerW: working({
      title: 'Shaft power at the speed that it keeps',
      formula: 'P = (Wi − Wf) · n,  each turn gives what load and friction take',
      inputs: [
        put('Wi', 'work of the air on the pistons, each turn', f.indicatedWorkJ, 'J'),
        put('Wf', 'friction of seals and bearings, each turn', f.frictionPowerW * turnS, 'J'),
        n,
      ],
      result: { value: f.shaftPowerW, unit: 'W', standardUncertainty: u.shaftPowerW },
    }),
    speedRadPerS: working({
      title: 'Speed that it keeps',
      formula: 'n where ∮ p dV − Wf − ∫ M dθ = 0',
      inputs: [
        put('∮ p dV', 'work of the air, each turn', f.indicatedWorkJ, 'J'),
        put('Wf', 'friction, each turn', f.frictionPowerW * turnS, 'J'),
        put('∫ M dθ', 'what the load takes, each turn', f.shaftPowerW * turnS, 'J'),
        ...k,
      ],
      result: { value: f.speedRadPerS, unit: 'rad/s', standardUncertainty: u.speedRadPerS },
    }),
    airPerTurnKg: working({
      title: 'Air of a turn',
      formula: 'm = ∮ ṁ dt over the seat, less what is squeezed back',
      inputs: [put('T', 'time of a turn', turnS, 's'), put('ṁ', 'mean flow', f.massFlowKgPerS, 'kg/s')],
      result: { value: f.airPerTurnKg, unit: 'kg', standardUncertainty: u.airPerTurnKg },
    }),
    workPerAirJPerKg: working({
      title: 'Work of the air',
      formula: 'w = P / ṁ',
      inputs: [put('P', 'shaft power', f.shaftPowerW, 'W'), put('ṁ', 'mean flow', f.massFlowKgPerS, 'kg/s')],
      result: { value: f.workPerAirJPerKg, unit: 'J/kg', standardUncertainty: u.workPerAirJPerKg },
    }),
    indicatedPowerW: working({
      title: 'Power in the cylinder',
      formula: 'Pi = n · ∮ p dV',
      inputs: [put('∮ p dV', 'area of the loop, all ends', f.indicatedWorkJ, 'J'), n],
      result: { value: figures.indicatedPowerW, unit: 'W', standardUncertainty: u.indicatedPowerW },
    }),
    brakeMeanPressurePa: working({
      title: 'Brake mean effective pressure',
      formula: 'p = W / V,  work at the shaft by the volume that the pistons sweep',
      inputs: [put('W', 'work at the shaft, each turn', f.shaftPowerW * turnS, 'J')],
      result: { value: figures.brakeMeanPressurePa, unit: 'Pa', standardUncertainty: u.brakeMeanPressurePa },
      source: 'Definition',
    }),
    efficiency: working({
      title: 'Of what its air could give',
      formula: 'η = P / (ṁ · cp · T0 · (1 − (pa/p0)^((γ−1)/γ)))',
      inputs: [
        put('P', 'shaft power', f.shaftPowerW, 'W'),
        put('P0', 'what a loss-free engine would take from the same air', f.isentropicPowerW, 'W'),
      ],
      result: { value: figures.efficiency, unit: '', standardUncertainty: u.efficiency },
    }),
  }
}
