import type { Said } from '../../said'

export const REPAIR_KINDS = [
  'double pulse',
  'missed pulse',
  'lost mark',
  'row out of order',
  'repeated time',
  'clock restart',
  'counter wrap',
  'counter reset',
  'undecided gap',
  'not a number',
] as const
export type RepairKind = (typeof REPAIR_KINDS)[number]

/** Something found in a recording and mended or set aside, counted and placed so that the maker can look. */
export interface Repair {
  readonly kind: RepairKind
  readonly count: number
  /** Time of the first one, s. */
  readonly firstAtS: number
  /** What else its sentence needs. */
  readonly values: Said['values']
}

/** Rotor turns for one turn of the shaft that carries the sensor. */
export interface SensorScale {
  readonly countsPerTurn: number
  readonly rotorTurnsPerSensorTurn: number
}

/** Angle of the rotor against time, both rising. */
export interface AngleTrace {
  readonly timeS: Float64Array
  readonly angleRad: Float64Array
  /** The angle is a sum of readings of speed: their errors add up in it. Left out where it was read itself. */
  readonly noiseOn?: 'speed'
}

export interface RepairedTrace {
  readonly trace: AngleTrace
  readonly repairs: readonly Repair[]
}

/** Collects faults of one kind with the place of the first. */
export class RepairCount {
  count = 0
  firstAtS = NaN
  add(atS: number, times = 1): void {
    if (this.count === 0) this.firstAtS = atS
    this.count += times
  }
  report(kind: RepairKind, values: Repair['values'] = {}): Repair[] {
    return this.count === 0 ? [] : [{ kind, count: this.count, firstAtS: this.firstAtS, values }]
  }
}
