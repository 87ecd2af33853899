import { STANDARD_AMBIENT } from '../../core/air'
import { FITTING_CLASSES, fittingEstimate } from '../../core/flow'
import type { Family } from '../../core/machines'
import { BLOWER_CLASSES, BREATH_CLASSES } from '../../core/supply'
import type { BuildOf, KindId, MachineOfKind } from '../machines/document-types'
import { KINDS } from '../machines/registry'
import type {
  Build,
  Display,
  LinePart,
  Project,
  Regulator,
  Supply,
  ThrustBuild,
  TurbineBuild,
} from '../validation/schema'
import { PROJECT_VERSION } from '../validation/schema'

const mm = 1e-3

export const DEFAULT_DISPLAY: Display = {
  pressure: 'kPa',
  length: 'mm',
  temperature: '°C',
  force: 'N',
  power: 'W',
  freeAir: 'L/min',
}

/** A small bought diaphragm regulator, set while air flows. */
export const newRegulator = (setGaugePressurePa: number): Regulator => ({
  kind: 'diaphragm',
  setGaugePressurePa,
  readWhile: 'flowing',
  sensingDiameterM: 40 * mm,
  springRateNPerM: 12_000,
  seatDiameterM: 6 * mm,
  greatestLiftM: 1.5 * mm,
  frictionN: 1,
  movingMassKg: 0.015,
  chamberVolumeM3: 60e-6,
})

/** A home-made piston regulator on an O-ring, that sticks by some 70 kPa. */
export const newPistonRegulator = (setGaugePressurePa: number): Regulator => ({
  ...newRegulator(setGaugePressurePa),
  kind: 'piston',
  sensingDiameterM: 20 * mm,
  seatDiameterM: 5 * mm,
  greatestLiftM: 1.25 * mm,
  frictionN: 22,
  movingMassKg: 0.02,
})

export const newHose = (): Extract<LinePart, { kind: 'hose' }> => ({
  kind: 'hose',
  label: 'hose',
  lengthM: 3,
  boreM: 8 * mm,
  roughnessM: 1.5e-6,
})

/** A fitting of a class at a bore, by its estimate. */
export function newFitting(classId: string, boreM: number): LinePart {
  const found = FITTING_CLASSES.find((c) => c.id === classId) ?? FITTING_CLASSES[0]
  return {
    kind: 'fitting',
    label: `${found.label}, ${Number((boreM * 1000).toFixed(1))} mm`,
    ...fittingEstimate(found, boreM),
  }
}

const USUAL_LINE: readonly LinePart[] = [newFitting('coupling', 7 * mm), newHose(), newFitting('push-in', 6 * mm)]

/** A supply of a kind with usual figures: what a maker starts from. */
export function newSupply(kind: Supply['kind']): Supply {
  switch (kind) {
    case 'steady':
      return { kind, gaugePressurePa: 350e3, airTemperatureK: 293.15 }
    case 'compressor':
      return structuredClone(SMALL_COMPRESSOR)
    case 'vessel':
      return {
        kind,
        volumeM3: 2e-3,
        gaugePressurePa: 500e3,
        airTemperatureK: 293.15,
        heat: { uaWPerK: 0.6 },
        pump: { strokeVolumeM3: 250e-6, deadVolumeM3: 8e-6 },
        ratedGaugePressurePa: null,
      }
    case 'blower': {
      const [first] = BLOWER_CLASSES
      return {
        kind,
        label: first.label,
        curve: {
          kind: 'two-figures',
          shutOffPa: first.shutOffPa,
          freeFlowM3PerS: first.freeFlowM3PerS,
          bend: first.bend,
        },
        inSeries: 1,
        inParallel: 1,
        speedShare: 1,
        temperatureRiseK: first.temperatureRiseK,
      }
    }
    case 'breath':
      return {
        kind,
        shutOffPa: BREATH_CLASSES[1].shutOffPa,
        freeFlowM3PerS: BREATH_CLASSES[1].freeFlowM3PerS,
        lungVolumeM3: 3.5e-3,
      }
    case 'wind':
      return { kind, speedMPerS: 6, areaM2: 0.04, capture: 0.7 }
    case 'balloon':
      return {
        kind,
        restRadiusM: 25 * mm,
        skinThicknessM: 0.25 * mm,
        shearModulusPa: 300e3,
        stiffening: 0.08,
        blownVolumeM3: 4e-3,
        uses: 0,
        wearPerUse: 0.06,
      }
  }
}

/** The compressor that a small workshop has. */
const SMALL_COMPRESSOR: Supply = {
  kind: 'compressor',
  airTemperatureK: 293.15,
  pumpEfficiency: 0.65,
  coil: null,
  displacement: null,
  filling: null,
  delivery: [
    { gaugePressurePa: 200e3, freeAirM3PerS: 125 / 60_000 },
    { gaugePressurePa: 400e3, freeAirM3PerS: 105 / 60_000 },
    { gaugePressurePa: 700e3, freeAirM3PerS: 80 / 60_000 },
  ],
  tankVolumeM3: 0.024,
  cutInGaugePressurePa: 550e3,
  cutOutGaugePressurePa: 750e3,
}

type Own = Pick<Build, 'id' | 'machineId' | 'name' | 'createdAt'>

/**
 * A build that runs as it is: a first machine of its kind on what usually feeds it. A maker starts from it and changes
 * what is theirs.
 */
export function newBuildOf<K extends KindId>(own: Own, kind: K): BuildOf<MachineOfKind<K>> {
  const { supply, leastGaugePressurePa, start } = KINDS[kind]
  return {
    ...own,
    parentId: null,
    changed: 'from nothing',
    why: '',
    notes: '',
    made: false,
    supply: newSupply(supply.kind),
    line:
      supply.kind === 'compressor'
        ? { regulator: newRegulator(supply.gaugePressurePa), parts: structuredClone([...USUAL_LINE]) }
        : { regulator: null, parts: [] },
    leastGaugePressurePa,
    machine: start() as MachineOfKind<K>,
    making: {
      process: 'filament',
      lineWidthM: 0.4 * mm,
      layerHeightM: 0.2 * mm,
      outlets: 'holes',
      connection: 'barbs',
      bedM: 0.22,
    },
  }
}

export const newBuild = (own: Own, family: Family = 'tangential-impulse'): TurbineBuild =>
  newBuildOf(own, family) as TurbineBuild

/** A glider on a track, blown along by a bottle: where a body pushed by its jet starts from. */
export const newThrustBuild = (own: Own): ThrustBuild => newBuildOf(own, 'thrust-body') as ThrustBuild

/** A next version: the parent's stations, a place in the tree under it, nothing measured yet. */
export const nextVersion = <T extends Build>(
  parent: T,
  own: Pick<Build, 'id' | 'name' | 'createdAt' | 'changed' | 'why'>,
): T => ({
  ...structuredClone(parent),
  ...own,
  parentId: parent.id,
  made: false,
  notes: '',
})

export const emptyProject = (own: Pick<Project, 'id' | 'name'>): Project => ({
  schemaVersion: PROJECT_VERSION,
  ...own,
  ambient: { ...STANDARD_AMBIENT },
  display: { ...DEFAULT_DISPLAY },
  machines: [],
  builds: [],
  rigs: [],
  runs: [],
  recordings: [],
  holeGauges: [],
  plans: [],
  handReadings: [],
  notes: '',
})
