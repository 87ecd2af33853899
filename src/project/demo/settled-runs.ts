import { simulateBrake, simulateDroop, simulateGenerator, simulateTank, type LineTruth } from '../../core/bench'
import type { Prediction } from '../../core/prediction'
import { linearLeastSquares } from '../../core/statistics'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
import type { Measurement, Rig, TurbineBuild } from '../document'

/** What measures the spindle beside its flywheel. */
export const BRAKE: Rig = {
  id: 'brake-window',
  name: 'Brake arm on the letter scale',
  notes: 'Copper disc between two magnets on a carriage; the arm rests on a 500 g scale.',
  kind: 'brake',
  armM: 0.12,
  armRelativeUncertainty: 0.006,
  tiltRad: 0,
  scaleFactor: 1,
  scaleRelativeUncertainty: 0.002,
  tareN: null,
  resolutionN: 1e-3,
  pulsesPerTurn: 2,
}
export const GENERATOR: Rig = {
  id: 'generator-window',
  name: 'Model motor on resistors',
  notes: 'A seven-pole-pair motor behind six diodes.',
  kind: 'generator',
  polePairs: 7,
  voltageRelativeUncertainty: 0.005,
  currentRelativeUncertainty: 0.008,
  friction: { torqueNm: 0.9e-3, torqueStandardUncertaintyNm: 0.15e-3, perSpeedNms: 0 },
}
export const TANK: Rig = {
  id: 'tank-window',
  name: 'Compressor tank with a logger',
  notes: 'Weighed empty and full of water.',
  kind: 'tank-decay',
  volumeM3: 0.0243,
  volumeRelativeUncertainty: 0.008,
  heat: 'found',
  zeroUncertaintyPa: 800,
}

export const HOLES: Rig = {
  id: 'holes-window',
  name: 'Six drilled holes behind the regulator',
  notes: 'Brass plate of 1 mm, new drills, deburred.',
  kind: 'droop',
  edge: 'sharp',
  discharge: 0.62,
  dischargeRelativeUncertainty: 0.03,
  diameterUncertaintyM: 0.02e-3,
  zeroUncertaintyPa: 1000,
  spanRelativeUncertainty: 0.005,
  resolutionPa: 1000,
  sourceGaugePa: 620e3,
}

export interface MadeMeasurement {
  readonly measurement: Measurement
  readonly fileName: string
  readonly csv: string
}

const columns = (of: Readonly<Record<string, readonly [header: string, unit: string]>>) => ({
  kind: 'table' as const,
  dialect: null,
  columns: Object.fromEntries(Object.entries(of).map(([role, [header, unit]]) => [role, { header, unit }])),
})

const LOADS = {
  settings: [0.93, 0.78, 0.62, 0.47, 0.32],
  repeats: 3,
  sagShare: 0,
  speedNoise: 0.003,
  pressureNoisePa: 2500,
}

/** The line of torque nearest to what a machine with the hidden coefficients does. */
function lineOf(hidden: Prediction): LineTruth {
  const points = hidden.curve.filter((p) => p.torqueNm > 0)
  const [a, b] = linearLeastSquares(
    points.map((p) => [1, p.speedRadPerS]),
    points.map((p) => p.torqueNm),
    points.map(() => 1),
    'residual',
  ).parameters
  return { stallTorqueNm: a, freeSpeedRadPerS: -a / b }
}

/** What settles at a few loads, from the hidden machine. */
export const steadyTruth = (hidden: Prediction) => ({
  line: lineOf(hidden),
  nominalGaugePa: hidden.air.supplyGaugePressurePa,
  roomPaAbs: 101_325,
  ...LOADS,
})

/** A recording as a table of readings. */
export const tableOf = (head: string, rows: readonly string[]): string =>
  ['# simulated bench, made-up data', head, ...rows, ''].join('\n')

/** The regulator up and down through drilled holes, its tank sinking meanwhile; one reading written down wrong. */
function droopRun(build: TurbineBuild): MadeMeasurement | null {
  const { regulator } = build.line
  if (!regulator) return null
  const mm = [0, 0.8, 1.2, 1.6, 2, 2.5, 3, 2.5, 2, 1.6, 1.2, 0.8, 0]
  const readings = simulateDroop(
    {
      // its diaphragm loses some of its area as it moves, which acts like a stiffer spring
      regulator: { ...regulator, springRateNPerM: 74_000, frictionN: 7 },
      springForceN: 462,
      holesM: mm.map((d) => d * 1e-3),
      sourceGaugePa: mm.map((_, i) => 640e3 - 6e3 * i),
      discharge: 0.628,
      zeroPa: 500,
      span: 0.002,
      noisePa: 600,
      digitPa: 1000,
      roomPaAbs: 101_325,
      roomK: 293.15,
      seed: 81,
    },
    'sharp',
  )
  // two digits exchanged while writing one down
  const outlet = (pa: number, row: number) =>
    row === 9 ? (pa / 1000).toFixed(0).replace(/(.)(.)$/, '$2$1') : (pa / 1000).toFixed(0)
  const rows = readings.map(
    (r, i) => `${mm[i].toFixed(1)},${outlet(r.outletGaugePa, i)},${((r.sourceGaugePa ?? 0) / 1000).toFixed(0)}`,
  )
  return {
    fileName: `${build.id}-droop.csv`,
    csv: tableOf('hole_mm,outlet_kPa_gauge,source_kPa_gauge', rows),
    measurement: {
      id: 'm6',
      rigId: HOLES.id,
      recordingId: `rec-${build.id}-droop`,
      mapping: columns({
        hole: ['hole_mm', 'mm'],
        pressure: ['outlet_kPa_gauge', 'kPa'],
        source: ['source_kPa_gauge', 'kPa'],
      }),
      method: 'droop',
      settings: {},
    },
  }
}

/**
 * A build measured in four more ways: a brake with two readings gone wrong, a generator, the fall of the tank, and its
 * regulator. Made up.
 */
export function settledRuns(build: TurbineBuild, hidden: Prediction): MadeMeasurement[] {
  const truth = steadyTruth(hidden)
  const grams = (n: number) => ((1000 * n) / STANDARD_GRAVITY).toFixed(2)
  const hertz = (w: number) => (w / (2 * Math.PI)).toFixed(1)
  const brake = simulateBrake({
    ...truth,
    armM: 0.12,
    armError: 0.003,
    tareN: 0.021,
    scaleNoiseN: 0.002,
    resolutionN: 1e-4 * STANDARD_GRAVITY,
    pulsesPerTurn: 2,
    tareReadings: 2,
    wrong: 0,
    seed: 71,
  })
  // a magnet that was missed, and a point set wrong while writing it down
  const wrong = brake.map((r, i) =>
    i === 9 ? { ...r, sensorRadPerS: r.sensorRadPerS / 2 } : i === 13 ? { ...r, scaleN: 10 * r.scaleN } : r,
  )
  const generator = simulateGenerator({
    ...truth,
    settings: [0.86, 0.72, 0.58, 0.44, 0.3],
    constantVs: 0.0062,
    resistanceOhm: 0.9,
    polePairs: 7,
    frictionNm: 0.95e-3,
    frictionNms: 0,
    meterNoise: 0.002,
    meterError: 0.003,
    seed: 72,
  })
  const { nozzle } = build.machine
  const regulated = droopRun(build)
  const tank = simulateTank(
    {
      volumeM3: 0.0242,
      startPaAbs: 620e3 + 101_325,
      wallK: 293.15,
      roomPaAbs: 101_325,
      effectiveAreaM2: (0.86 * nozzle.count * Math.PI * nozzle.throatDiameterM ** 2) / 4,
      wallWPerK: 4,
    },
    { opensS: 3.4, endS: 75, stepS: 0.2, noisePa: 500, zeroPa: 400, digitPa: 1000, seed: 73 },
  )
  return [
    {
      fileName: `${build.id}-brake.csv`,
      csv: tableOf(
        'scale_g,coil_frequency_Hz,supply_kPa_gauge',
        wrong.map(
          (r) => `${grams(r.scaleN)},${hertz(r.sensorRadPerS)},${((r.gaugePressurePa ?? 0) / 1000).toFixed(0)}`,
        ),
      ),
      measurement: {
        id: 'm2',
        rigId: BRAKE.id,
        recordingId: `rec-${build.id}-brake`,
        mapping: columns({
          scale: ['scale_g', 'g'],
          speed: ['coil_frequency_Hz', 'Hz'],
          pressure: ['supply_kPa_gauge', 'kPa'],
        }),
        method: 'brake',
        settings: {},
      },
    },
    {
      fileName: `${build.id}-generator.csv`,
      csv: tableOf(
        'voltage_V,current_A,phase_frequency_Hz,supply_kPa_gauge',
        generator.map(
          (r) =>
            `${r.voltageV.toFixed(3)},${r.currentA.toFixed(3)},${hertz(r.sensorRadPerS)},${((r.gaugePressurePa ?? 0) / 1000).toFixed(1)}`,
        ),
      ),
      measurement: {
        id: 'm3',
        rigId: GENERATOR.id,
        recordingId: `rec-${build.id}-generator`,
        mapping: columns({
          voltage: ['voltage_V', 'V'],
          current: ['current_A', 'A'],
          speed: ['phase_frequency_Hz', 'Hz'],
          pressure: ['supply_kPa_gauge', 'kPa'],
        }),
        method: 'generator',
        settings: {},
      },
    },
    {
      fileName: `${build.id}-tank.csv`,
      csv: tableOf(
        'time_s,tank_kPa_gauge',
        Array.from(tank.timeS, (t, i) => `${t.toFixed(1)},${(tank.gaugePa[i] / 1000).toFixed(0)}`),
      ),
      measurement: {
        id: 'm4',
        rigId: TANK.id,
        recordingId: `rec-${build.id}-tank`,
        mapping: columns({ time: ['time_s', 's'], pressure: ['tank_kPa_gauge', 'kPa'] }),
        method: 'tank-decay',
        settings: {},
      },
    },
    ...(regulated ? [regulated] : []),
  ]
}
