import { STANDARD_GRAVITY } from './gravity'
import Qty from 'js-quantities'

/** Kinds of quantity a maker meets. Gauge and absolute pressure are different kinds on purpose. */
export type QuantityKind =
  | 'gaugePressure'
  | 'absolutePressure'
  | 'pressureDrop'
  | 'length'
  | 'angle'
  | 'temperature'
  | 'speed'
  | 'rotation'
  | 'torque'
  | 'power'
  | 'force'
  | 'massFlow'
  | 'freeAir'
  | 'volume'
  | 'mass'
  | 'inertia'
  | 'time'
  | 'conductance'
  | 'ratio'
  | 'share'
  | 'count'
  | 'stress'
  | 'energy'
  | 'area'
  | 'heatConductance'
  | 'temperatureRise'
  | 'springRate'
  | 'strokeRate'
  | 'waterRate'
  | 'impulse'
  | 'density'
  | 'unbalance'
  | 'smallVolume'
  | 'airMass'
  | 'workPerAir'

/** A unit as shown and typed. `si` is one of it in SI; temperatures also have an offset in K. */
export interface Unit {
  readonly id: string
  readonly label: string
  readonly si: number
  readonly offsetK?: number
}

/** One of a unit in SI, by the unit library. */
const si = (unit: string, base: string): number => Qty(1, unit).to(base).scalar
const unit = (id: string, libraryUnit: string, base: string, label = id): Unit => ({
  id,
  label,
  si: si(libraryUnit, base),
})

/**
 * The library rounds pound-force and psi to six or seven figures; they follow exactly from pound, inch and standard
 * gravity (9.80665 m/s2).
 */
const poundForce = si('lbs', 'kg') * STANDARD_GRAVITY
const psi: Unit = { id: 'psi', label: 'psi', si: poundForce / si('in', 'm') ** 2 }

const pressures: readonly Unit[] = [
  unit('kPa', 'kPa', 'Pa'),
  unit('bar', 'bar', 'Pa'),
  psi,
  unit('Pa', 'Pa', 'Pa'),
  unit('MPa', 'MPa', 'Pa'),
]

/**
 * Air per second at ISO 8778 reference. SCFM is that of 68 degF and 14.696 psi; the one of 60 degF holds 1.5 % more
 * air, so the label names which.
 */
const litrePerMinute = si('L/min', 'm3/s')
const cubicFootPerMinute = si('ft3/min', 'm3/s')
/**
 * kg/m3 of dry air at 68 degF and 14.696 psi over that at ISO 8778: an SCFM holds this much more air than a free cubic
 * foot.
 */
const SCFM_68F = 101_325 / 100_000

export const UNITS: Readonly<Record<QuantityKind, readonly Unit[]>> = {
  gaugePressure: pressures,
  absolutePressure: pressures,
  pressureDrop: pressures,
  stress: [unit('MPa', 'MPa', 'Pa'), psi],
  length: [unit('mm', 'mm', 'm'), unit('in', 'in', 'm'), unit('m', 'm', 'm'), unit('cm', 'cm', 'm')],
  angle: [unit('deg', 'deg', 'rad', '°'), unit('rad', 'rad', 'rad')],
  temperature: [
    { id: '°C', label: '°C', si: 1, offsetK: 273.15 },
    { id: '°F', label: '°F', si: 5 / 9, offsetK: 459.67 * (5 / 9) },
    { id: 'K', label: 'K', si: 1, offsetK: 0 },
  ],
  speed: [unit('m/s', 'm/s', 'm/s'), unit('ft/s', 'ft/s', 'm/s')],
  rotation: [
    unit('rpm', 'rpm', 'rad/s'),
    unit('rad/s', 'rad/s', 'rad/s'),
    { id: 'krpm', label: 'krpm', si: 1000 * si('rpm', 'rad/s') },
  ],
  torque: [
    unit('mN·m', 'mN*m', 'N*m'),
    unit('N·m', 'N*m', 'N*m'),
    { id: 'gf·cm', label: 'gf·cm', si: 1e-5 * STANDARD_GRAVITY },
    { id: 'ozf·in', label: 'ozf·in', si: (poundForce / 16) * si('in', 'm') },
  ],
  power: [unit('W', 'W', 'W'), unit('hp', 'hp', 'W'), unit('kW', 'kW', 'W'), unit('mW', 'mW', 'W')],
  force: [
    unit('N', 'N', 'N'),
    { id: 'gf', label: 'gf', si: 1e-3 * STANDARD_GRAVITY },
    { id: 'lbf', label: 'lbf', si: poundForce },
    unit('mN', 'mN', 'N'),
  ],
  massFlow: [unit('g/s', 'g/s', 'kg/s'), unit('kg/s', 'kg/s', 'kg/s')],
  freeAir: [
    { id: 'L/min', label: 'L/min', si: litrePerMinute },
    { id: 'SCFM', label: 'SCFM (68 °F)', si: cubicFootPerMinute * SCFM_68F },
    { id: 'm³/h', label: 'm³/h', si: 1 / 3600 },
  ],
  volume: [
    unit('L', 'L', 'm3'),
    { id: 'm³', label: 'm³', si: 1 },
    unit('gal', 'gal', 'm3'),
    { id: 'mL', label: 'mL', si: 1e-6 },
  ],
  mass: [
    unit('g', 'g', 'kg'),
    unit('kg', 'kg', 'kg'),
    unit('mg', 'mg', 'kg'),
    unit('oz', 'oz', 'kg'),
    unit('lb', 'lbs', 'kg'),
  ],
  inertia: [
    { id: 'g·m²', label: 'g·m²', si: 1e-3 },
    { id: 'kg·m²', label: 'kg·m²', si: 1 },
    { id: 'g·cm²', label: 'g·cm²', si: 1e-7 },
  ],
  time: [unit('s', 's', 's'), unit('min', 'min', 's'), unit('ms', 'ms', 's'), unit('us', 'us', 's', 'µs')],
  conductance: [
    { id: 'L/(s·bar)', label: 'L/(s·bar)', si: 1e-8 },
    { id: 'm³/(s·Pa)', label: 'm³/(s·Pa)', si: 1 },
  ],
  energy: [unit('J', 'J', 'J'), unit('kJ', 'kJ', 'J')],
  area: [
    { id: 'mm²', label: 'mm²', si: 1e-6 },
    { id: 'cm²', label: 'cm²', si: 1e-4 },
    { id: 'm²', label: 'm²', si: 1 },
  ],
  heatConductance: [{ id: 'W/K', label: 'W/K', si: 1 }],
  temperatureRise: [{ id: 'K', label: 'K', si: 1 }],
  springRate: [
    { id: 'N/mm', label: 'N/mm', si: 1000 },
    { id: 'N/m', label: 'N/m', si: 1 },
  ],
  strokeRate: [
    { id: '1/min', label: '1/min', si: 1 / 60 },
    { id: '1/s', label: '1/s', si: 1 },
  ],
  waterRate: [{ id: 'g/h', label: 'g/h', si: 1e-3 / 3600 }],
  impulse: [{ id: 'N·s', label: 'N·s', si: 1 }],
  density: [
    { id: 'g/cm³', label: 'g/cm³', si: 1000 },
    { id: 'kg/m³', label: 'kg/m³', si: 1 },
  ],
  unbalance: [
    { id: 'g·mm', label: 'g·mm', si: 1e-6 },
    { id: 'mg·mm', label: 'mg·mm', si: 1e-9 },
  ],
  smallVolume: [
    { id: 'cm³', label: 'cm³', si: 1e-6 },
    { id: 'mm³', label: 'mm³', si: 1e-9 },
  ],
  airMass: [
    { id: 'mg', label: 'mg', si: 1e-6 },
    { id: 'g', label: 'g', si: 1e-3 },
  ],
  workPerAir: [{ id: 'J/g', label: 'J/g', si: 1000 }],
  ratio: [{ id: '', label: '', si: 1 }],
  share: [{ id: '%', label: '%', si: 0.01 }],
  count: [{ id: '', label: '', si: 1 }],
}

/** The unit of a kind by id; the first of the kind when the id is not one of it. */
export const unitOf = (kind: QuantityKind, id: string | undefined): Unit =>
  UNITS[kind].find((u) => u.id === id) ?? UNITS[kind][0]

export const toSi = (value: number, u: Unit): number => value * u.si + (u.offsetK ?? 0)
export const fromSi = (value: number, u: Unit): number => (value - (u.offsetK ?? 0)) / u.si
