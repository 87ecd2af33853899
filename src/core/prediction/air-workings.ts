import { CP, GAMMA, GAS_CONSTANT } from '../air'
import { CHOKED_FLOW_FACTOR, circleArea, type LinePart, type NozzleResult, type PartState } from '../flow'
import { put, type Working, type WorkingInput } from '../working'
import type { AirSide } from './air-side'
import type { AirInput } from './input'

/** A working whose figures are predicted, before it is marked so. */
export type Plain = Omit<Working, 'origin'>

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

export function airWorkings(input: AirInput, p: AirFigures): Record<AirWorkingId, Plain> {
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
