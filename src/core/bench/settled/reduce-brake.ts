import { PhysicsError } from '../../errors'
import { said, type Said } from '../../said'
import { COVERAGE_95, mean, studentT95, type Measured } from '../../statistics'
import { carriedTo, type Carried, type SupplyRange } from './carried'
import {
  lineAt,
  lineFigures,
  lineThrough,
  speedAt,
  torqueLine,
  type LineFigures,
  type TorqueLine,
  type TorquePoint,
} from './torque-line'

/** One settled reading of a brake: what the scale shows, how fast the shaft turns. */
export interface BrakeReading {
  readonly scaleN: number
  /** Of the sensor, in its own turns or pulses: rad/s times pulses a turn. */
  readonly sensorRadPerS: number
  readonly gaugePressurePa?: number
  /** Of this reading, where the arm was moved, m. */
  readonly armM?: number
  /** When it was read, s; left out where it was written down by hand. */
  readonly timeS?: number
}

export interface BrakeRig {
  readonly armM: number
  readonly armRelativeUncertainty: number
  /** How far the arm stands off the level, radians; the push on the scale is upright. */
  readonly tiltRad: number
  /** What the scale shows is multiplied by this, its tare and its digit as well; 1 where left out. */
  readonly scaleFactor?: number
  /** Of the scale's span over itself. */
  readonly scaleRelativeUncertainty: number
  /** What the scale shows without load, N; found from readings at rest where null. */
  readonly tareN: number | null
  /** Of that, where it is known by itself; as unsure as one reading where left out. */
  readonly tareUncertaintyN?: number
  /** One digit of the scale, N. */
  readonly resolutionN: number
  readonly pulsesPerTurn: number
}

export interface BrakeSettings {
  /**
   * Torques are put to this supply pressure, by absolute pressure; to the mean of the readings' where null or further
   * off than a tenth.
   */
  readonly nominalGaugePressurePa: number | null
  readonly roomPaAbs: number
}

/** Why a reading was set aside: what it would be a plain case of. */
export type AsideReason = 'tenfold' | 'tenth' | 'half-speed' | 'double-speed' | 'low' | 'high'

export interface SettledPoint extends TorquePoint {
  /** Row of the table, from 1. */
  readonly row: number
  readonly aside: AsideReason | null
}

export interface SettledReduction {
  readonly points: readonly SettledPoint[]
  readonly line: TorqueLine
  readonly stallTorque: Measured
  readonly freeSpeed: Measured
  readonly peakPower: Measured
  readonly peakSpeed: Measured
  /** Greatest power that the brake or the resistors took in a reading, W. */
  readonly mostTakenW: number
  readonly nominalGaugePressurePa: number | null
  readonly pressurePa: SupplyRange | null
  readonly sharedRelativeUncertainty: number
  readonly notes: readonly Said[]
}

export interface BrakeReduction extends SettledReduction {
  readonly tareN: Measured
}

/** A refusal with what to do. */
export const settledFault = (code: string, message: string, nextStep: string) =>
  new PhysicsError({ code, message, nextStep })
/** Slower than this nothing turns, rad/s. */
export const AT_REST = 1
/** How near a wrong reading must come to its plain case, as a share. */
const PLAIN = 0.07
/** Readings that end further below the free speed than this share do not tell it. */
const REACHED = 0.7

/**
 * The plain case that a reading off the line is of: a decimal point, a missed or a double mark, or only low or high.
 * What the scale shows without load stands in every reading, as a torque.
 */
export function reasonFor(
  { speedRadPerS: w, torqueNm }: TorquePoint,
  line: TorqueLine,
  withoutLoadNm: number,
): AsideReason {
  const near = (ratio: number, to: number) => Math.abs(ratio / to - 1) < PLAIN
  const expected = lineAt(line, w)
  const shown = (torqueNm + withoutLoadNm) / (expected + withoutLoadNm)
  if (near(shown, 10)) return 'tenfold'
  if (near(shown, 0.1)) return 'tenth'
  const speed = speedAt(line, torqueNm)
  if (speed !== null && near(w / speed, 0.5)) return 'half-speed'
  if (speed !== null && near(w / speed, 2)) return 'double-speed'
  return torqueNm < expected ? 'low' : 'high'
}

/** What any set of settled readings says, with what all of them share. */
export function settledFigures(
  points: readonly TorquePoint[],
  rows: readonly number[],
  {
    resolutionNm,
    sharedNm,
    shared,
    other,
    withoutLoadNm = 0,
  }: {
    resolutionNm: number
    sharedNm: number
    shared: number
    /** The same readings, carried to the supply pressure by a law that is off by one standard uncertainty. */
    other: readonly TorquePoint[]
    withoutLoadNm?: number
  },
) {
  const line = torqueLine(points, resolutionNm)
  if (!line)
    throw settledFault(
      'FEW_SETTINGS',
      `${points.length} readings say no line of torque over speed.`,
      'Take at least four readings at two or more settings of the load, better five settings with three readings each.',
    )
  const found = lineFigures(line)
  if (!found)
    throw settledFault(
      'NO_FALL',
      'The torque does not fall with speed.',
      'Look whether speed and torque are in the right columns, and whether the pressure was held.',
    )
  const settled = points.map((p, i): SettledPoint => ({
    ...p,
    row: rows[i],
    aside: line.kept[i] ? null : reasonFor(p, line, withoutLoadNm),
  }))
  const notes: Said[] = []
  for (const { row, aside } of settled.filter((p) => p.aside !== null).slice(0, 8))
    notes.push(said('reading-aside', { row, reason: aside as string }))
  const asideCount = settled.filter((p) => p.aside !== null).length
  if (asideCount > points.length / 4) notes.push(said('readings-many-aside', { count: asideCount, of: points.length }))
  if (line.bent) notes.push(said('torque-bent'))
  if (line.shaped) notes.push(said('torque-shaped'))
  const fastest = Math.max(...settled.filter((p) => !p.aside).map((p) => p.speedRadPerS))
  if (fastest < REACHED * found.freeSpeed.value)
    notes.push(said('free-speed-beyond', { share: fastest / found.freeSpeed.value }))
  // what moves all torques alike, in N·m and as a share, on top of what the readings scatter
  const [, slope, bend] = line.parameters
  const slopeAtFree = slope + 2 * bend * found.freeSpeed.value
  const carried = lineFigures(lineThrough(other, line)) ?? found
  const wider = (id: keyof LineFigures, perNm: number, scales: boolean): Measured => {
    const { value, standardUncertainty, unit } = found[id]
    const parts = [standardUncertainty, perNm * sharedNm, scales ? shared * value : 0, carried[id].value - value]
    return { value, standardUncertainty: Math.hypot(...parts), unit }
  }
  return {
    points: settled,
    line,
    stallTorque: wider('stallTorque', 1, true),
    freeSpeed: wider('freeSpeed', 1 / Math.abs(slopeAtFree), false),
    peakPower: wider('peakPower', found.peakSpeed.value, true),
    peakSpeed: wider('peakSpeed', 0.5 / Math.abs(slope + 3 * bend * found.peakSpeed.value), false),
    notes,
  }
}

type Numbered = BrakeReading & { readonly row: number; readonly speed: number }

/**
 * Readings without load: the shaft stands, and there is no air, or its gauge sits before a shut valve and the scale
 * shows less than in the middle of those that turn. A shaft held fast by the brake shows more than all of them.
 */
function restOf(numbered: readonly Numbered[], roomPaAbs: number): readonly Numbered[] {
  const fastest = Math.max(...numbered.map((r) => r.speed))
  const turning = numbered.filter((r) => r.speed > 0.05 * fastest).map((r) => r.scaleN)
  const middle = 0.5 * (Math.min(...turning) + Math.max(...turning))
  const stands = (r: Numbered) => r.speed < Math.max(AT_REST, 0.01 * fastest)
  const noAir = (r: Numbered) => !((r.gaugePressurePa ?? 0) > 0.05 * roomPaAbs)
  return numbered.filter((r) => stands(r) && ((noAir(r) && r.speed < AT_REST) || r.scaleN < middle))
}

/**
 * What the scale shows without load at each reading: between rests before and after the others along a straight line,
 * since a scale creeps; else their mean.
 */
function tareOf(numbered: readonly Numbered[], rest: readonly Numbered[]) {
  const loaded = numbered.filter((r) => !rest.includes(r)).map((r) => r.row)
  const before = rest.filter((r) => r.row < Math.min(...loaded))
  const after = rest.filter((r) => r.row > Math.max(...loaded))
  const value = rest.length > 0 ? mean(rest.map((r) => r.scaleN)) : null
  if (before.length === 0 || after.length === 0 || value === null) return { value, creptN: 0, at: () => value ?? 0 }
  const when = (r: Numbered) => r.timeS ?? r.row
  const [from, to] = [before, after].map((all) => mean(all.map(when)))
  const [first, last] = [before, after].map((all) => mean(all.map((r) => r.scaleN)))
  return {
    value: 0.5 * (first + last),
    creptN: last - first,
    at: (r: Numbered) => first + ((last - first) * (when(r) - from)) / (to - from),
  }
}

/**
 * Torque, power and free speed from a brake whose arm presses on a scale: tare from readings at rest, torque = (reading
 * − tare) · arm · cos tilt, put to one supply pressure, a line through what agrees; wrong readings are named and set
 * aside, never dropped unseen.
 * Range: at least four settled readings at two or more settings. Error: see `npm run campaign`. Uncertainty by JCGM
 * 100.
 * @throws PhysicsError FEW_SETTINGS, NO_FALL, NO_TURNING.
 */
export function reduceBrake(
  readings: readonly BrakeReading[],
  stated: BrakeRig,
  settings: BrakeSettings,
): BrakeReduction {
  const { scaleFactor = 1 } = stated
  const rig: BrakeRig = {
    ...stated,
    tareN: stated.tareN === null ? null : scaleFactor * stated.tareN,
    resolutionN: scaleFactor * stated.resolutionN,
  }
  const numbered = readings.map((r, i) => ({
    ...r,
    scaleN: scaleFactor * r.scaleN,
    row: i + 1,
    speed: r.sensorRadPerS / rig.pulsesPerTurn,
  }))
  const rest = restOf(numbered, settings.roomPaAbs)
  const turning = numbered.filter((r) => !rest.includes(r))
  if (!turning.some((r) => r.speed >= AT_REST))
    throw settledFault(
      'NO_TURNING',
      'In no reading does the shaft turn.',
      'Look whether the speed’s column is the right one.',
    )
  // without air and turning nothing presses on the arm
  const without = tareOf(numbered, rest)
  const restTare = without.value
  const tareValue = rig.tareN ?? restTare ?? 0
  const supply = carriedTo(
    turning.map((r) => r.gaugePressurePa),
    settings.nominalGaugePressurePa,
    settings.roomPaAbs,
  )
  const level = Math.cos(rig.tiltRad)
  const pointsBy = (factor: Carried['factor']) =>
    turning.map((r): TorquePoint => ({
      speedRadPerS: r.speed,
      torqueNm: (r.scaleN - (rig.tareN ?? without.at(r))) * (r.armM ?? rig.armM) * level * factor(r.gaugePressurePa),
    }))
  const points = pointsBy(supply.factor)
  const digit = rig.resolutionN / Math.sqrt(12)
  const rough = torqueLine(points, digit * rig.armM)
  // one reading of the tare is as uncertain as one reading of the load
  const tareU =
    rig.tareUncertaintyN ??
    (Math.max(digit, (rough?.scatterNm ?? 0) / rig.armM) / Math.sqrt(Math.max(1, rest.length))) *
      (studentT95(Math.max(1, points.length - 2)) / COVERAGE_95)
  const shared = Math.hypot(rig.armRelativeUncertainty, rig.scaleRelativeUncertainty)
  const found = settledFigures(
    points,
    turning.map((r) => r.row),
    {
      resolutionNm: digit * rig.armM,
      sharedNm: tareU * rig.armM * level,
      shared,
      other: pointsBy(supply.other),
      withoutLoadNm: tareValue * rig.armM * level,
    },
  )
  const notes: Said[] = [...supply.notes, ...found.notes]
  if (rig.tareN === null && restTare === null) notes.push(said('brake-no-tare'))
  if (rig.tareN === null && Math.abs(without.creptN) > Math.max(5 * rig.resolutionN, 4 * tareU))
    notes.push(said('brake-crept', { creptN: without.creptN }))
  const mostTakenW = Math.max(...found.points.filter((p) => !p.aside).map((p) => p.torqueNm * p.speedRadPerS))
  notes.push(said('brake-heat', { powerW: mostTakenW }))
  return {
    ...found,
    tareN: { value: tareValue, standardUncertainty: tareU, unit: 'N' },
    mostTakenW,
    nominalGaugePressurePa: supply.nominalGaugePa,
    pressurePa: supply.pressurePa,
    sharedRelativeUncertainty: shared,
    notes,
  }
}
