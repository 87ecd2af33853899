import { LEAST_ROWS, type HandKind, type HandReading } from '../../../core/bench'
import type { QuantityKind } from '../../../core/units'
import { STANDARD_GRAVITY } from '../../../core/units/gravity'
import { RPM } from '../../../core/units/rotation'
import { LIMITS, type LimitName } from '../../../project/document'
import type { Shown } from '../../shared'
import type { Row, RowColumn } from './rows'

/** A figure beside the rows that a reading needs. */
export interface HandField {
  readonly key: string
  readonly label: string
  readonly kind: QuantityKind
  readonly unit?: string
  readonly limits: LimitName
  readonly start: number
  readonly note?: string
}

interface Draft {
  readonly columns: (shown: Shown) => readonly RowColumn[]
  readonly fields: readonly HandField[]
  /** What is wrong between the columns, if anything. */
  readonly fault?: (rows: readonly Row[], fields: Readonly<Record<string, number>>) => string | null
  readonly make: (rows: readonly Row[], fields: Readonly<Record<string, number>>) => HandReading
}

const column = (
  shown: Shown,
  key: string,
  label: string,
  kind: QuantityKind,
  limits: LimitName,
  unit = kind === 'mass' ? 'g' : shown.unit(kind).id,
): RowColumn => ({ key, label, kind, unit, limits: LIMITS[limits] })

const BALANCE: HandField = {
  key: 'balanceUncertaintyN',
  label: 'Balance good to ±',
  kind: 'force',
  limits: 'balanceUncertaintyN',
  start: 0.02,
  note: 'one standard uncertainty, the same in all readings',
}

/** How each is asked for. What is typed is SI from here on. */
export const HAND_DRAFTS: Readonly<Record<HandKind, Draft>> = {
  spring: {
    columns: (shown) => [
      column(shown, 'loadN', 'load', 'force', 'handForceN'),
      column(shown, 'lengthM', 'length', 'length', 'handLengthM'),
    ],
    fields: [
      {
        key: 'lengthUncertaintyM',
        label: 'Length read to ±',
        kind: 'length',
        limits: 'lengthUncertaintyM',
        start: 0.05e-3,
        note: 'one standard uncertainty',
      },
      {
        key: 'workingLengthM',
        label: 'Long where it works',
        kind: 'length',
        limits: 'handLengthM',
        start: 10e-3,
        note: 'put together: there its force is told',
      },
    ],
    make: (rows, f) => ({
      kind: 'spring',
      rows: rows.map(({ loadN, lengthM }) => ({ loadN, lengthM })),
      lengthUncertaintyM: f.lengthUncertaintyM,
      workingLengthM: f.worksAt === 1 ? f.workingLengthM : null,
    }),
  },
  rubbing: {
    columns: (shown) => [
      column(shown, 'inN', 'in', 'force', 'handForceN'),
      column(shown, 'outN', 'out', 'force', 'handForceN'),
    ],
    fields: [BALANCE],
    make: (rows, f) => ({
      kind: 'rubbing',
      rows: rows.map(({ inN, outN }) => ({ inN, outN })),
      balanceUncertaintyN: f.balanceUncertaintyN,
    }),
  },
  gap: {
    columns: (shown) => [
      column(shown, 'goesM', 'goes in', 'length', 'leafM'),
      column(shown, 'stopsM', 'does not', 'length', 'leafM'),
    ],
    fields: [],
    fault: (rows) => {
      const at = rows.findIndex((r) => r.stopsM <= r.goesM)
      return at < 0 ? null : `Reading ${at + 1}: the leaf that does not go in must be thicker than the one that does.`
    },
    make: (rows) => ({ kind: 'gap', rows: rows.map(({ goesM, stopsM }) => ({ goesM, stopsM })) }),
  },
  balance: {
    columns: (shown) => [column(shown, 'massKg', 'putty', 'mass', 'stuckOnKg')],
    fields: [
      { key: 'radiusM', label: 'Stuck on at radius', kind: 'length', limits: 'stuckAtM', start: 20e-3 },
      {
        key: 'leastMassKg',
        label: 'Least that turns it',
        kind: 'mass',
        unit: 'g',
        limits: 'stuckOnKg',
        start: 0.01e-3,
        note: 'once it rests anywhere: what the edges hide',
      },
      { key: 'rotorMassKg', label: 'Rotor weighs', kind: 'mass', unit: 'g', limits: 'rotorOnEdgesKg', start: 30e-3 },
    ],
    make: (rows, f) => ({
      kind: 'balance',
      rows: rows.map(({ massKg }) => ({ massKg })),
      radiusM: f.radiusM,
      leastMassKg: f.leastMassKg,
      rotorMassKg: f.rotorMassKg,
    }),
  },
  orifice: {
    columns: (shown) => [
      column(shown, 'beforePa', 'before it', 'gaugePressure', 'supplyGaugePressurePa'),
      column(shown, 'afterPa', 'behind it', 'gaugePressure', 'supplyGaugePressurePa'),
    ],
    fields: [
      { key: 'holeDiameterM', label: 'Hole', kind: 'length', limits: 'holeM', start: 2e-3 },
      {
        key: 'diameterUncertaintyM',
        label: 'Hole known to ±',
        kind: 'length',
        limits: 'lengthUncertaintyM',
        start: 0.01e-3,
        note: 'a drill shank or a pin that fits',
      },
      {
        key: 'discharge',
        label: 'Its discharge',
        kind: 'ratio',
        limits: 'holeDischarge',
        start: 0.62,
        note: 'at low pressure; a sharp hole’s rises with pressure, which is reckoned',
      },
      {
        key: 'dischargeRelativeUncertainty',
        label: 'Discharge known to ±',
        kind: 'share',
        limits: 'relativeUncertainty',
        start: 0.03,
      },
      {
        key: 'gaugeUncertaintyPa',
        label: 'Gauges good to ±',
        kind: 'pressureDrop',
        limits: 'gaugeUncertaintyPa',
        start: 1000,
        note: 'one standard uncertainty of each',
      },
      { key: 'roomPaAbs', label: 'Room', kind: 'absolutePressure', limits: 'ambientPressurePa', start: 101_325 },
      { key: 'airK', label: 'Air in the line', kind: 'temperature', limits: 'airTemperatureK', start: 293.15 },
    ],
    fault: (rows) => {
      const at = rows.findIndex((r) => r.beforePa <= r.afterPa)
      return at < 0 ? null : `Reading ${at + 1}: more pressure stands before the hole than behind it while air flows.`
    },
    make: (rows, f) => ({
      kind: 'orifice',
      rows: rows.map(({ beforePa, afterPa }) => ({ beforePa, afterPa })),
      holeDiameterM: f.holeDiameterM,
      diameterUncertaintyM: f.diameterUncertaintyM,
      edge: f.rounded === 1 ? 'rounded' : 'sharp',
      discharge: f.discharge,
      dischargeRelativeUncertainty: f.dischargeRelativeUncertainty,
      gaugeUncertaintyPa: f.gaugeUncertaintyPa,
      roomPaAbs: f.roomPaAbs,
      airK: f.airK,
    }),
  },
  coasting: {
    columns: (shown) => [
      column(shown, 'aloneS', 'alone', 'time', 'coastS'),
      column(shown, 'addedS', 'with it', 'time', 'coastS'),
    ],
    fields: [
      { key: 'fromRadPerS', label: 'From', kind: 'rotation', limits: 'speedRadPerS', start: 3000 * RPM },
      { key: 'toRadPerS', label: 'Down to', kind: 'rotation', limits: 'speedRadPerS', start: 1000 * RPM },
      {
        key: 'addedKgM2',
        label: 'Added inertia',
        kind: 'inertia',
        limits: 'rotorInertiaKgM2',
        start: 1e-5,
        note: 'of a plain disc: half its mass times its radius squared',
      },
      {
        key: 'addedRelativeUncertainty',
        label: 'That known to ±',
        kind: 'share',
        limits: 'relativeUncertainty',
        start: 0.01,
      },
      {
        key: 'timeUncertaintyS',
        label: 'Times good to ±',
        kind: 'time',
        limits: 'timeUncertaintyS',
        start: 0.15,
        note: 'one standard uncertainty: a stopwatch in the hand; repeats that differ by more count for themselves',
      },
    ],
    fault: (rows, f) => {
      if (f.fromRadPerS <= f.toRadPerS) return 'It coasts down: the second speed must be the lower one.'
      const at = rows.findIndex((r) => r.addedS <= r.aloneS)
      return at < 0 ? null : `Reading ${at + 1}: with more inertia it coasts for longer.`
    },
    make: (rows, f) => ({
      kind: 'coasting',
      rows: rows.map(({ aloneS, addedS }) => ({ aloneS, addedS })),
      fromRadPerS: f.fromRadPerS,
      toRadPerS: f.toRadPerS,
      addedKgM2: f.addedKgM2,
      addedRelativeUncertainty: f.addedRelativeUncertainty,
      timeUncertaintyS: f.timeUncertaintyS,
    }),
  },
  scale: {
    // as weights are stamped, and as most scales show
    columns: (shown) => [
      column(shown, 'knownN', 'hung on', 'force', 'hungOnN', 'gf'),
      column(shown, 'shownN', 'it shows', 'force', 'scaleShowsN', 'gf'),
    ],
    fields: [
      {
        key: 'digitN',
        label: 'One digit',
        kind: 'force',
        unit: 'gf',
        limits: 'scaleDigitN',
        start: 0.1e-3 * STANDARD_GRAVITY,
      },
      {
        key: 'weightRelativeUncertainty',
        label: 'Weights known to ±',
        kind: 'share',
        limits: 'relativeUncertainty',
        start: 0.002,
        note: 'one standard uncertainty; gravity itself differs by 0.3 % from place to place',
      },
    ],
    fault: (rows) =>
      new Set(rows.map((r) => r.knownN)).size < 2
        ? 'Two different loads are wanted at least; none at all is one.'
        : null,
    make: (rows, f) => ({
      kind: 'scale',
      rows: rows.map(({ knownN, shownN }) => ({ knownN, shownN })),
      digitN: f.digitN,
      weightRelativeUncertainty: f.weightRelativeUncertainty,
    }),
  },
  tow: {
    columns: (shown) => [
      column(shown, 'pullN', 'pull', 'force', 'handForceN'),
      column(shown, 'timeS', 'took', 'time', 'towS'),
    ],
    fields: [
      { key: 'lengthM', label: 'Marked way', kind: 'length', unit: 'm', limits: 'towLengthM', start: 2 },
      {
        key: 'wantedMPerS',
        label: 'Drag wanted at',
        kind: 'speed',
        limits: 'towSpeedMPerS',
        start: 0.5,
        note: 'common practice: a small propeller gives on half of the shaft’s power, a wheel nine tenths',
      },
      { ...BALANCE, start: 0.01, note: 'one standard uncertainty of one reading' },
      {
        key: 'timeUncertaintyS',
        label: 'Times good to ±',
        kind: 'time',
        limits: 'timeUncertaintyS',
        start: 0.1,
        note: 'one standard uncertainty: a stopwatch in the hand',
      },
    ],
    make: (rows, f) => ({
      kind: 'tow',
      rows: rows.map(({ pullN, timeS }) => ({ pullN, timeS })),
      lengthM: f.lengthM,
      wantedMPerS: f.wantedMPerS,
      balanceUncertaintyN: f.balanceUncertaintyN,
      timeUncertaintyS: f.timeUncertaintyS,
    }),
  },
  pull: {
    columns: (shown) => [column(shown, 'pullN', 'pull', 'force', 'handForceN')],
    fields: [{ key: 'weightN', label: 'It weighs', kind: 'force', limits: 'pulledWeightN', start: 2 }, BALANCE],
    make: (rows, f) => ({
      kind: 'pull',
      wheels: f.held === 1 ? 'held' : 'rolling',
      rows: rows.map(({ pullN }) => ({ pullN })),
      weightN: f.weightN,
      balanceUncertaintyN: f.balanceUncertaintyN,
    }),
  },
}

export const leastRows = (kind: HandKind): number => LEAST_ROWS[kind]

/** Figures beside the rows of a reading that stands, for typing on. */
export const fieldsOf = (reading: HandReading): Record<string, number> => ({
  ...Object.fromEntries(Object.entries(reading).filter((e): e is [string, number] => typeof e[1] === 'number')),
  ...(reading.kind === 'spring' && { worksAt: reading.workingLengthM === null ? 0 : 1 }),
  ...(reading.kind === 'orifice' && { rounded: reading.edge === 'rounded' ? 1 : 0 }),
  ...(reading.kind === 'pull' && { held: reading.wheels === 'held' ? 1 : 0 }),
})
