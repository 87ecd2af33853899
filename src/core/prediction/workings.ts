import { CP, GAMMA, GAS_CONSTANT } from '../air'
import { CHOKED_FLOW_FACTOR, circleArea, type LinePart, type NozzleResult, type PartState } from '../flow'
import { materialById } from '../strength'
import { type CoefficientName } from '../turbine'
import { put, type Working, type WorkingInput } from '../working'
import type { AirSide } from './air-side'
import type { AirInput, PredictionInput } from './input'
import type { Prediction } from './predict'
import { coefficientsOf, familyOf, workingRadius } from '../machines'

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

type Plain = Omit<Working, 'origin'>

/** What one part of the line puts into the working. */
function lineInputs(part: LinePart, i: number, state: PartState | undefined): WorkingInput[] {
  const n = i + 1
  if (part.kind === 'fitting')
    return [
      put(`C${n}`, `part ${n}, sonic conductance`, part.sonicConductance, 'm³/(s·Pa)'),
      put(`b${n}`, `part ${n}, critical ratio`, part.criticalRatio, ''),
    ]
  return [
    put(`L${n}`, `part ${n}, hose length`, part.lengthM, 'm'),
    put(`D${n}`, `part ${n}, bore`, part.boreM, 'm'),
    ...(state?.frictionFactor ? [put(`f${n}`, `part ${n}, friction factor (Darcy)`, state.frictionFactor, '')] : []),
  ]
}

/** What the air's workings are made from: any build has it. */
export interface AirFigures {
  readonly air: AirSide
  readonly nozzle: NozzleResult
  /** Standard uncertainties. */
  readonly uncertainty: {
    readonly massFlowKgPerS: number
    readonly jetSpeedMPerS: number
    readonly thrustN: number
    readonly jetPowerW: number
  }
}

export type AirWorkingId =
  | 'massFlow'
  | 'jetSpeed'
  | 'thrust'
  | 'jetPower'
  | 'exitTemperature'
  | 'sustainedPressure'
  | 'linePressure'
  | 'supplyPower'
  | 'tankTime'

function airWorkings(input: AirInput, p: AirFigures): Record<AirWorkingId, Plain> {
  const { air, nozzle, uncertainty: u } = p
  const cd = put(
    'Cd',
    input.nozzle.edge === 'sharp'
      ? 'discharge coefficient of the sharp hole at this pressure'
      : 'discharge coefficient',
    nozzle.discharge,
    '',
  )
  const phi = put('φ', 'velocity coefficient', input.coefficients.velocity.value, '')
  const p0 = put('p0', 'pressure at the nozzle, absolute', air.nozzlePressurePaAbs, 'Pa')
  const t0 = put('T0', 'temperature at the nozzle', air.temperatureK, 'K')
  const pa = put('pa', 'pressure of the room, absolute', input.ambient.absolutePressurePa, 'Pa')
  const area = put('A', 'throat area, all nozzles', input.nozzle.count * circleArea(input.nozzle.throatDiameterM), 'm²')
  const mdot = put('ṁ', 'mass flow', nozzle.massFlowKgPerS, 'kg/s')
  const naca = 'NACA Report 1135 (1953), one-dimensional isentropic flow'
  const range = 'Ideal gas to 1 MPa absolute, 250–400 K; Cd and φ carry the uncertainty.'
  const subsonic = nozzle.regime === 'unchoked'
  return {
    massFlow: {
      title: 'Mass flow',
      formula: subsonic
        ? 'ṁ = Cd · A · p0 · M · √(γ/(R·T0)) · (1 + (γ−1)/2 · M²)^−3,  M from pa/p0'
        : 'ṁ = Cd · A · p0 · C* / √(R · T0),  C* = √γ · (2/(γ+1))^((γ+1)/(2(γ−1)))',
      inputs: [
        cd,
        area,
        p0,
        t0,
        subsonic
          ? put('M', 'exit Mach number without loss', nozzle.lossFreeMach, '')
          : put('C*', 'choked-flow factor', CHOKED_FLOW_FACTOR, ''),
        put('R', 'gas constant of air', GAS_CONSTANT, 'J/(kg·K)'),
        put('γ', 'ratio of specific heats', GAMMA, ''),
      ],
      result: { value: nozzle.massFlowKgPerS, unit: 'kg/s', standardUncertainty: u.massFlowKgPerS },
      source: `${naca}; ISO 9300`,
      range,
    },
    jetSpeed: {
      title: 'Jet speed once expanded',
      formula: 'c = F / ṁ',
      inputs: [put('F', 'thrust', nozzle.thrustN, 'N'), mdot],
      result: { value: nozzle.jetSpeedMPerS, unit: 'm/s', standardUncertainty: u.jetSpeedMPerS },
      source: 'Momentum balance',
      range,
    },
    thrust: {
      title: 'Thrust of the jet',
      formula: 'F = ṁ · Ve + (pe − pa) · Aj,  Aj = ε · Ae,  φ costs total pressure',
      inputs: [
        mdot,
        put('Ve', 'exit speed', nozzle.exitSpeedMPerS, 'm/s'),
        phi,
        put('pe', 'exit pressure, absolute', nozzle.exitAbsolutePressurePa, 'Pa'),
        pa,
        put('Ae', 'exit area, all nozzles', input.nozzle.count * circleArea(input.nozzle.exitDiameterM), 'm²'),
        put('ε', 'what the jet fills of it', nozzle.contraction, ''),
      ],
      result: { value: nozzle.thrustN, unit: 'N', standardUncertainty: u.thrustN },
      source: naca,
      range,
    },
    jetPower: {
      title: 'Power in the jet',
      formula: 'P = ½ · ṁ · c²',
      inputs: [mdot, put('c', 'jet speed once expanded', nozzle.jetSpeedMPerS, 'm/s')],
      result: { value: nozzle.jetPowerW, unit: 'W', standardUncertainty: u.jetPowerW },
      source: 'Kinetic energy',
      range,
    },
    exitTemperature: {
      title: 'Temperature of the air in the exit',
      formula: 'T = T0 − Ve² / (2 · cp)',
      inputs: [t0, put('Ve', 'exit speed', nozzle.exitSpeedMPerS, 'm/s'), put('cp', 'specific heat', CP, 'J/(kg·K)')],
      result: { value: nozzle.exitTemperatureK, unit: 'K' },
      source: 'First law, no heat through the wall',
      range,
    },
    sustainedPressure: {
      title: 'Pressure the supply can hold',
      formula: 'delivery(p) = demand(p), at most the regulator’s setting',
      inputs: air.sustained
        ? [
            put('q', 'air delivered there', air.sustained.deliveryKgPerS, 'kg/s'),
            put('ṁ', 'air taken there', air.sustained.demandKgPerS, 'kg/s'),
            put('p', 'regulator setting, gauge', air.wantedGaugePressurePa, 'Pa'),
          ]
        : [put('p', 'held by the source, gauge', air.wantedGaugePressurePa, 'Pa')],
      result: { value: air.supplyGaugePressurePa, unit: 'Pa gauge' },
      source: 'Mass balance of tank and compressor',
      range: 'As good as the delivery figures; plates overstate them by 10–30 % (common practice, no source).',
    },
    supplyPower: {
      title: 'Power in the air',
      formula: 'P = ṁ · cp · T0 · (1 − (pa/p)^((γ−1)/γ))',
      inputs: [
        mdot,
        put('cp', 'specific heat', CP, 'J/(kg·K)'),
        t0,
        pa,
        put('p', 'pressure of the supply, absolute', air.supplyPressurePaAbs, 'Pa'),
        put('γ', 'ratio of specific heats', GAMMA, ''),
      ],
      result: { value: air.supplyPowerW, unit: 'W' },
      source: 'First law, ideal gas, loss-free expansion',
      range: 'What a perfect machine would take from this flow.',
    },
    tankTime: {
      title: 'How long a full tank lasts',
      formula: 't = ∫ V / (R · T · (ṁ − q(p))) dp, from cut-out to the wanted pressure',
      inputs:
        input.supply.kind === 'compressor'
          ? [
              put('V', 'volume of the tank', input.supply.tankVolumeM3, 'm³'),
              put('p1', 'cut-out, gauge', input.supply.cutOutGaugePressurePa, 'Pa'),
              put('p2', 'wanted, gauge', air.wantedGaugePressurePa, 'Pa'),
              put('T', 'temperature of the air', air.temperatureK, 'K'),
            ]
          : [],
      result: { value: air.sustained?.secondsFromFull ?? 0, unit: 's' },
      source: 'Mass balance of an isothermal tank, trapezoids',
      range: 'Slow emptying; a fast one cools the tank and ends sooner.',
    },
    linePressure: {
      title: 'Pressure at the nozzle',
      formula:
        'hose: f·L/D = Fa(M1) − Fa(M2), p0 ∝ A/A*(M);  fitting: C · p1 · ρ0 · √(T00/T1) · √(1 − ((p2/p1 − b)/(1 − b))²) = ṁ',
      inputs: [
        put('p1', 'entering the line, absolute', air.supplyPressurePaAbs, 'Pa'),
        mdot,
        ...input.line.parts.flatMap((part, i) => lineInputs(part, i, air.parts[i])),
      ],
      result: { value: air.nozzlePressurePaAbs, unit: 'Pa absolute' },
      source: 'Fanno flow, Shapiro (1953), with Haaland’s (1983) friction factor; ISO 6358-1:2013',
      range: 'Total pressures; friction within about 5 % of the loss, estimated fittings within a third.',
    },
  }
}

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

function strengthWorkings(
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
