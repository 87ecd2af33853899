import { materialById } from '../strength'
import { put } from '../working'
import type { PredictionInput } from './input'
import type { Prediction } from './predict'
import { type Plain } from './air-workings'

export function strengthWorkings(
  input: PredictionInput,
  p: Prediction,
): Record<
  'burstSpeed' | 'stressMargin' | 'bearingSpeed' | 'storedEnergy' | 'criticalSpeed' | 'unbalance' | 'bearingLife',
  Plain
> {
  const s = p.strength
  const material = materialById(input.machine.materialId)
  const allowable = put('σ', 'strength to count on', s.allowablePa, 'Pa')
  const range =
    'Elastic thin disc. Printed strength is an estimate, ±25 % (one sigma): ±12 % in speed. This certifies nothing; a guard is still needed.'
  return {
    burstSpeed: {
      title: 'Burst speed',
      formula: 'ωburst = ω · √(σ / σmax(ω));  d(h·σr)/dr = h·(σt − σr)/r − h·ρ·ω²·r, blades pulling at the rim',
      inputs: [
        allowable,
        put('σmax', `greatest stress at free speed (${s.governing})`, Math.max(s.discStressPa, s.rootStressPa), 'Pa'),
        put('ρ', 'density', material.densityKgPerM3, 'kg/m³'),
        put('ν', 'Poisson’s ratio', material.poissonRatio, ''),
        put('ω', 'free speed', p.summary.freeSpeedRadPerS, 'rad/s'),
      ],
      result: { value: s.burstSpeedRadPerS, unit: 'rad/s', standardUncertainty: 0.12 * s.burstSpeedRadPerS },
      source: 'Timoshenko & Goodier, rotating discs',
      range,
    },
    stressMargin: {
      title: 'Margin in stress at free speed',
      formula: 'n = σ / σmax = (ωburst / ω)²',
      inputs: [
        allowable,
        put('ωburst', 'burst speed', s.burstSpeedRadPerS, 'rad/s'),
        put('ω', 'free speed', p.summary.freeSpeedRadPerS, 'rad/s'),
        put('nω', 'margin in speed', s.speedMargin, ''),
      ],
      result: { value: s.stressMargin, unit: '×', standardUncertainty: 0.25 * s.stressMargin },
      source: 'Stress goes with speed squared',
      range,
    },
    bearingSpeed: {
      title: 'Free speed over the bearing’s limit',
      formula: 'share = ω / ωlimit',
      inputs: [
        put('ω', 'free speed', p.summary.freeSpeedRadPerS, 'rad/s'),
        put('ωlimit', `limit of class ${input.shaft.bearingClassId}`, p.bearing.limitRadPerS, 'rad/s'),
      ],
      result: { value: p.bearing.share, unit: '×' },
      source: 'Catalogue-class value from memory (common practice)',
      range: 'Grease, light shields, light load.',
    },
    criticalSpeed: {
      title: 'First critical speed',
      formula:
        input.shaft.overhangM > 0
          ? 'least ω of K − ω²·M,  nine beam elements of span and overhang, the rotor at its end'
          : 'ω = √(k / m),  k = 48·E·I / L³,  m + 17/35 of the shaft',
      inputs: [
        put('m', 'rotor', s.massKg, 'kg'),
        put('d', 'shaft', input.shaft.diameterM, 'm'),
        put('L', 'between the bearings', input.shaft.spanM, 'm'),
        put('a', 'overhang', input.shaft.overhangM, 'm'),
        put('E', 'steel', 207e9, 'Pa'),
      ],
      result: { value: p.shaft.criticalSpeedRadPerS, unit: 'rad/s' },
      source:
        input.shaft.overhangM > 0
          ? 'Euler–Bernoulli beam elements, inverse iteration'
          : 'Rayleigh’s method with the static bending line',
      range:
        'Stiff bearings, thin rotor. Printed housings give way: the real one is lower by a tenth to a third (estimate).',
    },
    unbalance: {
      title: 'Unbalance that may remain',
      formula: 'U = G · m / ω',
      inputs: [
        put('G', 'grade', input.shaft.balanceGradeMPerS, 'm/s'),
        put('m', 'rotor', s.massKg, 'kg'),
        put('ω', 'free speed', p.summary.freeSpeedRadPerS, 'rad/s'),
      ],
      result: { value: p.shaft.permissibleUnbalanceKgM, unit: 'kg·m' },
      source: 'ISO 21940-11',
      range: 'Rigid rotor in one plane: discs, not long drums.',
    },
    bearingLife: {
      title: 'Rated life of the harder worked bearing',
      formula: 'L10 = (C/P)³ · 10⁶ turns',
      inputs: [
        put('C', 'dynamic rating of the class', p.shaft.duty.dynamicRatingN, 'N'),
        put('P', 'load on it', p.shaft.duty.loadsN[0], 'N'),
        put('ω', 'free speed', p.summary.freeSpeedRadPerS, 'rad/s'),
      ],
      result: { value: p.shaft.duty.lifeHours, unit: 'h' },
      source: 'ISO 281; rating from memory of catalogues',
      range: 'What fatigue allows. Dirt, dryness and rough pressing end small bearings long before (common practice).',
    },
    storedEnergy: {
      title: 'Energy stored at free speed',
      formula: 'E = ½ · I · ω²',
      inputs: [
        put('I', 'inertia of the rotor', s.inertiaKgM2, 'kg·m²'),
        put('ω', 'free speed', p.summary.freeSpeedRadPerS, 'rad/s'),
      ],
      result: { value: s.storedEnergyJ, unit: 'J' },
      source: 'Rigid body',
      range: 'Rotor only; a flywheel stores more.',
    },
  }
}
