import { airTable, applyDesign, evaluateDesign, haltonPoint, tableArea, type DesignFigures } from '../../core/search'
import { FAMILIES, type Family } from '../../core/turbine'
import { fieldLimits, newBuild, newCoefficients, newFeed, newMachine, predictionInput, tunableFields, type Build, type NumberFieldSpec, type Project, type Supply, type TurbineBuild } from '../document'
import { machinePossible } from '../validation'

/** One family on the maker's own air: a machine fitted to it, and what it would do. */
export interface Choice {
  readonly family: Family
  /** Null where nothing of this family turns on this air. */
  readonly build: TurbineBuild | null
  readonly figures: DesignFigures | null
  /** Power at the wanted speed over what is wanted. */
  readonly reaches: number
}

export interface ChooserInput {
  readonly ambient: Project['ambient']
  readonly supply: Supply
  readonly line: Build['line']
  readonly speedRadPerS: number
  readonly wantedPowerW: number
}

/** Numbers that are moved to fit a first machine to the air and the speed: its size and its feed, by factors of what it began with. */
const FITTED: Readonly<Record<Family, readonly (readonly [path: string, from: number, to: number])[]>> = {
  'tangential-impulse': [['nozzle.throatDiameterM', 0.5, 2.2], ['machine.meanRadiusM', 0.7, 2.2], ['nozzle.count', 1, 3]],
  'supersonic-impulse': [['nozzle.throatDiameterM', 0.5, 2], ['machine.meanRadiusM', 0.7, 2], ['nozzle.count', 1, 3]],
  'radial-inflow': [['nozzle.throatDiameterM', 0.4, 2.6], ['machine.inletRadiusM', 0.8, 2], ['machine.inletWidthM', 0.6, 2]],
  axial: [['nozzle.throatDiameterM', 0.5, 3], ['machine.meanRadiusM', 0.8, 2.2], ['machine.stages', 0.34, 1.4]],
  'disc-pack': [['nozzle.throatDiameterM', 0.5, 6], ['machine.outerRadiusM', 0.8, 2.4], ['machine.gapWidthM', 0.4, 2]],
  'vane-motor': [['nozzle.throatDiameterM', 0.4, 1.5], ['machine.lengthM', 0.3, 1.5], ['machine.inletEndsRad', 0.7, 1.4]],
  'reaction-rotor': [['nozzle.throatDiameterM', 0.5, 2.5], ['machine.jetRadiusM', 0.6, 1.14], ['nozzle.count', 1, 2]],
  'wind-stack': [['machine.bladeHeightM', 0.6, 1.4], ['machine.meanRadiusM', 0.8, 1.4], ['nozzle.throatDiameterM', 0.6, 1.4]],
  'turbine-compressor': [['nozzle.throatDiameterM', 0.5, 2], ['machine.meanRadiusM', 0.8, 1.6], ['nozzle.count', 0.5, 1.5]],
}

/** Designs tried per family: enough to come within a tenth of its best in three numbers. */
const TRIED = 90
/** Of them, those looked at twice, and as many that a table calls starved: the supply's limit is coarse there. */
const LOOKED_AT = 8

/** Least margin in stress and most of the bearing's limit that a fitted machine keeps. */
const SAFE = { stressMargin: 2, bearingShare: 1.2 } as const

/** A build of a family on the maker's air, as it stands before it is fitted. */
function firstBuild(family: Family, { supply, line, speedRadPerS, wantedPowerW }: ChooserInput): TurbineBuild {
  const base = newBuild({ id: 'chosen', machineId: 'chosen', name: 'First print', createdAt: '2026-01-01T00:00:00.000Z' }, family)
  return { ...base, supply, line, machine: newMachine(family), nozzle: newFeed(family), coefficients: newCoefficients(family), load: { ...base.load, speedRadPerS, wantedPowerW } }
}

/** The best machine of a family for the wanted speed on this air that is safe at its free speed, found among evenly spread sizes. */
export function fittedChoice(family: Family, input: ChooserInput): Choice {
  const start = firstBuild(family, input)
  const base = predictionInput(start, input.ambient)
  const fields = tunableFields(start)
  const variables = FITTED[family].flatMap(([path, from, to]) => {
    const field = fields.find((f) => f.path === path)
    return field ? [{ field, from, to, at: path.split('.').reduce<unknown>((o, k) => (o as Record<string, unknown>)[k], start) as number }] : []
  })
  const paths = variables.map((v) => v.field.path)
  const inLimits = (field: NumberFieldSpec, value: number) => Math.min(fieldLimits(field)[1], Math.max(fieldLimits(field)[0], field.whole ? Math.round(value) : value))
  // the air side changes with the nozzle's area alone: a table of it serves all that are tried
  const area = (share: (v: (typeof variables)[number]) => number) => tableArea(applyDesign(base, paths, variables.map((v) => inLimits(v.field, v.at * share(v)))))
  const table = airTable(base, [0.02 * area((v) => v.from), 3 * area((v) => v.to)])
  const scoreOf = (figures: DesignFigures) => {
    const safe = figures.stressMargin >= SAFE.stressMargin && figures.bearingShare <= SAFE.bearingShare && figures.keepsUp
    return figures.powerAtLoadW - (safe ? 0 : 1e6) + 1e-3 * figures.bestPowerW
  }
  const tried: { design: typeof base; score: number; fed: number }[] = []
  for (let i = 0; i <= TRIED; i++) {
    const point = haltonPoint(i, variables.length, 1)
    const values = variables.map((v, d) => inLimits(v.field, i === TRIED ? v.at : v.at * (v.from + point[d] * (v.to - v.from))))
    const design = applyDesign(base, paths, values)
    if (design.nozzle.throatDiameterM >= design.nozzle.exitDiameterM * (1 + 1e-9) || !machinePossible(design)) continue
    const figures = evaluateDesign(design, table)
    if (figures && figures.bestPowerW > 0) tried.push({ design, score: scoreOf(figures), fed: scoreOf({ ...figures, keepsUp: true }) })
  }
  // the foremost are worked out once more, without the table and with air that follows the speed
  const first = (by: 'score' | 'fed') => [...tried].sort((x, y) => y[by] - x[by]).slice(0, LOOKED_AT)
  const foremost = [...new Set([...first('score'), ...first('fed')])].flatMap(({ design }) => {
    const figures = evaluateDesign(design)
    return figures ? [{ design, figures, score: scoreOf(figures) }] : []
  })
  if (foremost.length === 0) return { family, build: null, figures: null, reaches: 0 }
  const { design: fitted, figures } = foremost.reduce((x, y) => (y.score > x.score ? y : x))
  const throat = fitted.nozzle.throatDiameterM
  const build = { ...start, machine: fitted.machine as TurbineBuild['machine'], nozzle: { ...start.nozzle, throatDiameterM: throat, exitDiameterM: fitted.nozzle.exitDiameterM, count: fitted.nozzle.count, inletBoreM: Math.max(start.nozzle.inletBoreM, 1.5 * throat) } }
  return { family, build, figures, reaches: input.wantedPowerW > 0 ? figures.powerAtLoadW / input.wantedPowerW : 1 }
}

/** Every family on the same air. A wind stack stands in wind alone, and the others have no use for it. */
export function balancedChooser(input: ChooserInput, progress: (share: number) => void = () => undefined): Choice[] {
  const windy = input.supply.kind === 'wind'
  return FAMILIES.filter((f) => (f === 'wind-stack') === windy || (windy && f === 'axial')).map((family, i, all) => {
    progress(i / all.length)
    return fittedChoice(family, input)
  })
}

