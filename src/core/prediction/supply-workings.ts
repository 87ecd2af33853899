import { CP } from '../air'
import {
  PUMP_EXPONENT,
  SKIN_UNCERTAINTY,
  pumpCeiling,
  type CompressedAirHeat,
  type CompressorCycle,
  type Regulator,
  type RunDown,
} from '../supply'
import type { Flight, Stability } from '../thrust'
import { put, type Working, type WorkingInput } from '../working'
import type { AirSide } from './air-side'
import type { AirInput } from './input'

const predicted = (
  title: string,
  formula: string,
  inputs: readonly WorkingInput[],
  result: Working['result'],
  source: string,
  range: string,
): Working => ({ title, formula, inputs, result, source, range, origin: 'predicted' })

const VESSEL_RANGE =
  'A real bottle lies between adiabatic and isothermal by its wall; the wall’s conductance is an estimate within a factor of two.'

/**
 * Standard uncertainty of a bottle's run time over itself from its wall's heat, on top of the discharge coefficient:
 * half of the way between adiabatic and isothermal (estimate).
 */
const WALL_UNCERTAINTY = 0.05

/**
 * Standard uncertainty of a run time, s: flow goes with the discharge coefficient; then the wall's heat or the skin's
 * pressure.
 */
export function runTimeUncertainty(input: AirInput, run: RunDown): number {
  const { discharge } = input.coefficients
  return (
    run.run.timeS *
    Math.hypot(
      discharge.standardUncertainty / discharge.value,
      input.supply.kind === 'balloon' ? SKIN_UNCERTAINTY : WALL_UNCERTAINTY,
    )
  )
}

/** How long a vessel or balloon lasts for this machine. */
export function runTimeWorking(input: AirInput, run: RunDown): Working {
  const { supply, ambient } = input
  const first = run.trace[0]
  const inputs = [
    put('m0', 'air at the start', first?.massKg ?? 0, 'kg'),
    put('ṁ0', 'flow at the start', first?.massFlowKgPerS ?? 0, 'kg/s'),
    put('pL', 'least pressure at the nozzle, gauge', input.leastGaugePressurePa, 'Pa'),
    put('pa', 'pressure of the room, absolute', ambient.absolutePressurePa, 'Pa'),
    ...(supply.kind === 'vessel'
      ? [
          put('V', 'volume', supply.volumeM3, 'm³'),
          put(
            'UA',
            'wall, heat conductance',
            typeof supply.heat === 'object' ? supply.heat.uaWPerK : supply.heat === 'adiabatic' ? 0 : Infinity,
            'W/K',
          ),
        ]
      : []),
  ]
  return supply.kind === 'balloon'
    ? predicted(
        'How long it lasts',
        'dV/dt = −ṁ / (d(ρV)/dV),  p(V) from the skin',
        inputs,
        { value: run.run.timeS, unit: 's', standardUncertainty: runTimeUncertainty(input, run) },
        'Mooney–Rivlin membrane, Müller & Strehlow (2004); mass balance',
        'Skins of one bag differ by 20 to 40 % in pressure.',
      )
    : predicted(
        'How long it lasts',
        'dm/dt = −ṁ,  m·cv·dT/dt = −ṁ·R·T + UA·(Tw − T),  until p at the nozzle falls to pL',
        inputs,
        { value: run.run.timeS, unit: 's', standardUncertainty: runTimeUncertainty(input, run) },
        'First law; Dormand–Prince integration, checked against the closed forms of choked blow-down',
        VESSEL_RANGE,
      )
}

/** What is left below the machine's least pressure. */
export const wastedWorking = (input: AirInput, run: RunDown): Working =>
  predicted(
    'Share of the air that is wasted',
    'w = 1 − (m0 − mL) / (m0 − ma)',
    [
      put('m0', 'air at the start', run.trace[0]?.massKg ?? 0, 'kg'),
      put('mL', 'air when the machine stops', run.run.massKg, 'kg'),
      put('pL', 'least pressure at the nozzle, gauge', input.leastGaugePressurePa, 'Pa'),
    ],
    { value: run.wastedShare, unit: '×' },
    'Mass balance',
    'ma is what stays in the vessel at the room’s pressure.',
  )

/** Strokes of a hand pump. */
export function strokesWorking(
  input: Extract<AirInput['supply'], { kind: 'vessel' }>,
  ambientPaAbs: number,
  strokes: number | null,
): Working {
  const ceiling = pumpCeiling(input.pump, ambientPaAbs)
  return predicted(
    'Strokes to fill it',
    'p ← (p·V + pa·(Vs + Vd)) / (V + Vd) for each stroke',
    [
      put('V', 'vessel', input.volumeM3, 'm³'),
      put('Vs', 'stroke', input.pump.strokeVolumeM3, 'm³'),
      put('Vd', 'dead volume', input.pump.deadVolumeM3, 'm³'),
      put('p', 'wanted, gauge', input.gaugePressurePa, 'Pa'),
      ...(Number.isFinite(ceiling) ? [put('pmax', 'pump’s ceiling, absolute', ceiling, 'Pa')] : []),
    ],
    { value: strokes ?? Infinity, unit: 'strokes' },
    'Mass balance, isothermal',
    'Slow pumping. Quick pumping warms the bottle: fewer strokes, and the pressure falls back as it cools.',
  )
}

/** Exergy of a filling and what the machine took of it. */
export const fillingWorking = (input: AirInput, exergyJ: number): Working =>
  predicted(
    'What a filling holds',
    'X = p·V·[ln(p/pa) + pa/p − 1]',
    [
      put(
        'p',
        'pressure, absolute',
        (input.supply.kind === 'vessel' ? input.supply.gaugePressurePa : 0) + input.ambient.absolutePressurePa,
        'Pa',
      ),
      put('V', 'volume', input.supply.kind === 'vessel' ? input.supply.volumeM3 : 0, 'm³'),
      put('pa', 'room, absolute', input.ambient.absolutePressurePa, 'Pa'),
    ],
    { value: exergyJ, unit: 'J' },
    'Exergy of a closed volume of ideal gas at room temperature',
    'What no machine can exceed. A loss-free turbine without heat gets less: the isentropic work.',
  )

/** Where a falling source and the machine agree. */
export const meetingWorking = (air: AirSide, flowM3PerS: number, what: string): Working =>
  predicted(
    'Where source and machine agree',
    'p(q) of the source = pressure the machine needs for q',
    [
      put('q', `flow of the ${what}, at room density`, flowM3PerS, 'm³/s'),
      put('ṁ', 'mass flow', air.massFlowKgPerS, 'kg/s'),
    ],
    { value: air.supplyGaugePressurePa, unit: 'Pa gauge' },
    'Fan laws; momentum theory for wind',
    'As good as the curve: classes are estimates within about a third.',
  )

/** Share of time the motor runs, and how often it starts. */
export const dutyWorking = (cycle: CompressorCycle, air: AirSide): Working =>
  predicted(
    'Share of the time the motor runs',
    'duty = ton / (ton + toff),  t = ∫ V/(R·T) dp / (q − ṁ) up,  / ṁ down',
    [
      put('ton', 'running', cycle.onS ?? Infinity, 's'),
      put('toff', 'resting', cycle.offS ?? 0, 's'),
      put('ṁ', 'air taken', air.massFlowKgPerS, 'kg/s'),
    ],
    { value: cycle.duty, unit: '×' },
    'Mass balance of an isothermal tank',
    'Small pumps are made for about half of the time (common practice, no source): their plate says.',
  )

/** Temperature of the air that enters the line. */
export const heatWorking = (input: AirInput, air: AirSide, heat: CompressedAirHeat): Working =>
  predicted(
    'Temperature of the air',
    'T2 = T1·r^((n−1)/n);  tank: ṁ·cp·(T2 − T) = UA·(T − Ta);  coil: T = Tb + (Tt − Tb)·e^−NTU',
    [
      put('T1', 'intake', input.ambient.temperatureK, 'K'),
      put('r', 'pressure ratio', air.sourcePressurePaAbs / input.ambient.absolutePressurePa, ''),
      put('n', 'exponent of a small air-cooled pump', PUMP_EXPONENT, ''),
      put('T2', 'at the pump’s outlet', heat.pumpOutletK, 'K'),
      put('Tt', 'in the tank', heat.tankK, 'K'),
      put('ṁ', 'flow', air.massFlowKgPerS, 'kg/s'),
      put('cp', 'specific heat', CP, 'J/(kg·K)'),
    ],
    {
      value: heat.deliveredK,
      unit: 'K',
      standardUncertainty: 0.25 * Math.abs(heat.deliveredK - input.ambient.temperatureK),
    },
    'First law; Gnielinski (1976) in the coil; tank wall by common practice',
    'Steady running. An estimate: measure it where it matters.',
  )

/** Water that settles. */
export const waterWorking = (input: AirInput, heat: CompressedAirHeat): Working =>
  predicted(
    'Water that settles',
    'ṁw = ṁ·(x1 − xs(T, p)),  x = 0.622·pv/(p − pv)',
    [
      put('x1', 'water in the intake air', heat.moisture.intakeRatio, 'kg/kg'),
      put('xs', 'kept as vapour', heat.moisture.keptRatio, 'kg/kg'),
      put('φ', 'humidity of the room', input.ambient.relativeHumidity, ''),
    ],
    { value: heat.waterKgPerS * 3600, unit: 'kg/h', standardUncertainty: 0.1 * heat.waterKgPerS * 3600 },
    'Magnus form, Sonntag (1990); ASHRAE Fundamentals (2017)',
    'Saturated at the coldest place before the line.',
  )

/** What presses the insert out. */
export const pushOutWorking = (diameterM: number, gaugePressurePa: number, forceN: number): Working =>
  predicted(
    'Push on the nozzle insert',
    'F = π/4 · d² · p',
    [put('d', 'diameter it seals on', diameterM, 'm'), put('p', 'pressure before it, gauge', gaugePressurePa, 'Pa')],
    { value: forceN, unit: 'N' },
    'Pressure times area',
    'An upper figure; the jet’s own thrust pushes the other way.',
  )

/** Impulse of a run-down, held still. */
export const impulseWorking = (run: RunDown, relativeUncertainty: number): Working =>
  predicted(
    'Impulse, held still',
    'I = ∫ F dt',
    [
      put('F0', 'thrust × time', run.run.impulseNs / Math.max(run.run.timeS, 1e-9), 'N'),
      put('t', 'until the least pressure', run.run.timeS, 's'),
    ],
    { value: run.run.impulseNs, unit: 'N·s', standardUncertainty: relativeUncertainty * run.run.impulseNs },
    'Momentum and pressure thrust over the run-down',
    'As good as discharge and speed coefficients.',
  )

/** Height or way. */
export const wayWorking = (
  flight: Flight,
  massKg: number,
  dragCoefficient: number,
  relativeUncertainty: number,
): Working =>
  predicted(
    'How far it gets',
    '(m + mair)·dv/dt = F(t) − ½·ρ·Cd·A·v² − weight or friction',
    [
      put('m', 'mass without air', massKg, 'kg'),
      put('Cd', 'drag coefficient', dragCoefficient, ''),
      put('vmax', 'top speed', flight.topSpeedMPerS, 'm/s'),
    ],
    { value: flight.distanceM, unit: 'm', standardUncertainty: relativeUncertainty * flight.distanceM },
    'Newton’s second law, straight line',
    'Free balloons wander: an upper figure for them.',
  )

/** Margin of centre of pressure over centre of mass. */
export const stabilityWorking = (s: Stability, centreOfMassM: number, diameterM: number): Working =>
  predicted(
    'Arm of the side wind',
    'arm = xw − xb,  xw = Σ Ci·xi / Σ Ci',
    [
      put('xw', 'where side wind presses, from the nose', s.centreOfPressureM, 'm'),
      put('xb', 'where it balances, from the nose', centreOfMassM, 'm'),
      put('d', 'diameter', diameterM, 'm'),
      put('Cnose', 'lift slope of the nose', s.noseSlope, '1/rad'),
      put('Cfins', 'lift slope of the fins', s.finSlope, '1/rad'),
    ],
    { value: s.marginDiameters * diameterM, unit: 'm', standardUncertainty: 0.3 * diameterM },
    'Barrowman & Barrowman (1966)',
    'Slender bodies at small angles, well below sound. Stubby ones and balloons: half their thickness.',
  )

/** What the regulator holds. */
export const heldWorking = (r: Regulator, air: AirSide): Working =>
  predicted(
    'Pressure behind the regulator',
    'F − k·x = p2·Ad + (p1 − p2)·As ± friction',
    [
      put('pset', 'setting, gauge', r.setGaugePressurePa, 'Pa'),
      put('d', 'diaphragm or piston', r.sensingDiameterM, 'm'),
      put('ds', 'seat', r.seatDiameterM, 'm'),
      put('k', 'spring rate', r.springRateNPerM, 'N/m'),
      put('p1', 'before it, absolute', air.sourcePressurePaAbs, 'Pa'),
    ],
    {
      value: air.supplyGaugePressurePa,
      unit: 'Pa gauge',
      standardUncertainty:
        r.frictionN / ((Math.PI / 4) * (r.sensingDiameterM ** 2 - r.seatDiameterM ** 2)) / Math.sqrt(3),
    },
    'Force balance; friction as a rectangular band (JCGM 100, 4.3.7)',
    'Steady flow. Real diaphragms change their working area with lift: 2 to 5 %.',
  )
