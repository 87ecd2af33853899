import { FITS_OF, type Process } from '../../core/geometry'
import { RUNNING_GAP_M, outletShare, type Finding } from '../../core/gates'
import { airFollowed } from '../../core/prediction'
import { airTable, applyDesign, evaluateDesign, haltonPoint, tableArea, type DesignFigures } from '../../core/search'
import {
  fieldLimits,
  newBuild,
  newCoefficients,
  newFeed,
  newMachine,
  predictionInput,
  tunableFields,
  type Build,
  type NumberFieldSpec,
  type Project,
  type Supply,
  type TurbineBuild,
} from '../document'
import { buildFit } from '../parts/build-fit'
import { partsInput } from '../parts/parts-input'
import { machinePossible } from '../validation'
import { FAMILIES, type Family } from '../../core/machines'

/** One family on the maker's own air: a machine fitted to it, and what it would do. */
export interface Choice {
  readonly family: Family
  /** Null where nothing of this family turns on this air. */
  readonly build: TurbineBuild | null
  readonly figures: DesignFigures | null
  /** Power at the wanted speed over what is wanted. */
  readonly reaches: number
  /** What does not go together: outlets, bed, gaps. */
  readonly findings: readonly Finding[]
}

export interface ChooserInput {
  readonly ambient: Project['ambient']
  readonly supply: Supply
  readonly line: Build['line']
  readonly speedRadPerS: number
  readonly wantedPowerW: number
  /** How the parts will be made, and on what bed. */
  readonly process: Process
  readonly bedM: number
}

/** Numbers that are moved to fit a first machine to the air and the speed: its size and its feed, by factors of what it began with. */
const FITTED: Readonly<Record<Family, readonly (readonly [path: string, from: number, to: number])[]>> = {
  'tangential-impulse': [
    ['nozzle.throatDiameterM', 0.5, 2.2],
    ['machine.meanRadiusM', 0.7, 2.2],
    ['nozzle.count', 1, 3],
  ],
  'supersonic-impulse': [
    ['nozzle.throatDiameterM', 0.5, 2],
    ['machine.meanRadiusM', 0.7, 2],
    ['nozzle.count', 1, 3],
  ],
  'radial-inflow': [
    ['nozzle.throatDiameterM', 0.4, 2.6],
    ['machine.inletRadiusM', 0.8, 2],
    ['machine.inletWidthM', 0.6, 2],
  ],
  axial: [
    ['nozzle.throatDiameterM', 0.5, 3],
    ['machine.meanRadiusM', 0.8, 2.2],
    ['machine.stages', 0.34, 1.4],
  ],
  'disc-pack': [
    ['nozzle.throatDiameterM', 0.5, 6],
    ['machine.outerRadiusM', 0.8, 2.4],
    ['machine.gapWidthM', 0.8, 3],
    ['machine.innerRadiusM', 0.8, 2.4],
    ['machine.outletShare', 0.8, 1.4],
  ],
  'vane-motor': [
    ['nozzle.throatDiameterM', 0.4, 1.5],
    ['machine.lengthM', 0.3, 1.5],
    ['machine.inletEndsRad', 0.7, 1.4],
  ],
  'reaction-rotor': [
    ['nozzle.throatDiameterM', 0.5, 2.5],
    ['machine.jetRadiusM', 0.6, 1.14],
    ['nozzle.count', 1, 2],
  ],
  'wind-stack': [
    ['machine.bladeHeightM', 0.6, 1.4],
    ['machine.meanRadiusM', 0.8, 1.4],
    ['nozzle.throatDiameterM', 0.6, 1.4],
  ],
  'turbine-compressor': [
    ['nozzle.throatDiameterM', 0.5, 2],
    ['machine.meanRadiusM', 0.8, 1.6],
    ['nozzle.count', 0.5, 1.5],
  ],
}

/** Designs tried per family: enough to come within a tenth of its best in three numbers. */
const TRIED = 90
/** Of them, those looked at twice, and as many that a table calls starved: the supply's limit is coarse there. */
const LOOKED_AT = 8

/** Least margin in stress and most of the bearing's limit that a fitted machine keeps. */
const SAFE = { stressMargin: 2, bearingShare: 1.2 } as const

/** A machine with no gap narrower than its process keeps, worked over by hand, and no wall thinner than comes out. */
function asMade(machine: TurbineBuild['machine'], process: Process, bedM: number): TurbineBuild['machine'] {
  const made = structuredClone(machine)
  const gap = RUNNING_GAP_M[process].worked
  if ('clearanceM' in made) made.clearanceM = Math.max(made.clearanceM, gap)
  if ('tipClearanceM' in made) made.tipClearanceM = Math.max(made.tipClearanceM, gap)
  if ('sealGapM' in made) made.sealGapM = Math.max(made.sealGapM, gap)
  if ('impeller' in made) made.impeller.clearanceM = Math.max(made.impeller.clearanceM, gap)
  if ('casing' in made && made.casing.kind === 'close') made.casing.clearanceM = Math.max(made.casing.clearanceM, gap)
  if ('discThicknessM' in made && made.family === 'disc-pack')
    made.discThicknessM = Math.max(made.discThicknessM, FITS_OF[process].thinnest / 1000)
  if (made.family === 'wind-stack') {
    // tiers as wide as the bed, the wheel and its ring inside them
    const size = Math.min(1, (0.49 * bedM) / made.stackRadiusM)
    made.stackRadiusM *= size
    made.stackHeightM *= size
    made.meanRadiusM *= size
    made.bladeHeightM *= size
    made.chordM *= size
  }
  return made
}

/** A build of a family on the maker's air, as it stands before it is fitted. */
function firstBuild(
  family: Family,
  { supply, line, speedRadPerS, wantedPowerW, process, bedM }: ChooserInput,
): TurbineBuild {
  const base = newBuild(
    { id: 'chosen', machineId: 'chosen', name: 'First print', createdAt: '2026-01-01T00:00:00.000Z' },
    family,
  )
  return {
    ...base,
    supply,
    line,
    machine: asMade(newMachine(family), process, bedM),
    nozzle: newFeed(family),
    coefficients: newCoefficients(family),
    load: { ...base.load, speedRadPerS, wantedPowerW },
    making: { ...base.making, process, bedM },
  }
}

/** A fitted design as a build, its outlets as wide as they can be cut. */
function asBuild(start: TurbineBuild, { machine, nozzle }: ReturnType<typeof predictionInput>): TurbineBuild {
  const throat = nozzle.throatDiameterM
  return {
    ...start,
    machine: machine as TurbineBuild['machine'],
    making: { ...start.making, outlets: 'slots' },
    nozzle: {
      ...start.nozzle,
      throatDiameterM: throat,
      exitDiameterM: nozzle.exitDiameterM,
      count: nozzle.count,
      inletBoreM: Math.max(start.nozzle.inletBoreM, 1.5 * throat),
    },
  }
}

/** The best machine of a family for the wanted speed on this air that is safe at its free speed, found among evenly spread sizes. */
export function fittedChoice(family: Family, input: ChooserInput): Choice {
  const start = firstBuild(family, input)
  const base = predictionInput(start, input.ambient)
  const fields = tunableFields(start)
  const variables = FITTED[family].flatMap(([path, from, to]) => {
    const field = fields.find((f) => f.path === path)
    return field
      ? [
          {
            field,
            from,
            to,
            at: path.split('.').reduce<unknown>((o, k) => (o as Record<string, unknown>)[k], start) as number,
          },
        ]
      : []
  })
  const paths = variables.map((v) => v.field.path)
  const inLimits = (field: NumberFieldSpec, value: number) =>
    Math.min(fieldLimits(field)[1], Math.max(fieldLimits(field)[0], field.whole ? Math.round(value) : value))
  // the air side changes with the nozzle's area alone: a table of it serves all that are tried
  const area = (share: (v: (typeof variables)[number]) => number) =>
    tableArea(
      applyDesign(
        base,
        paths,
        variables.map((v) => inLimits(v.field, v.at * share(v))),
      ),
    )
  const table = airTable(base, [0.02 * area((v) => v.from), 3 * area((v) => v.to)])
  const scoreOf = (figures: DesignFigures) => {
    const safe =
      figures.stressMargin >= SAFE.stressMargin && figures.bearingShare <= SAFE.bearingShare && figures.keepsUp
    return figures.powerAtLoadW - (safe ? 0 : 1e6) + 1e-3 * figures.bestPowerW
  }
  const tried: { design: typeof base; score: number; fed: number }[] = []
  for (let i = 0; i <= TRIED; i++) {
    const point = haltonPoint(i, variables.length, 1)
    const values = variables.map((v, d) =>
      inLimits(v.field, i === TRIED ? v.at : v.at * (v.from + point[d] * (v.to - v.from))),
    )
    const design = applyDesign(base, paths, values)
    if (design.nozzle.throatDiameterM >= design.nozzle.exitDiameterM * (1 + 1e-9) || !machinePossible(design)) continue
    const figures = evaluateDesign(design, table)
    if (figures && figures.bestPowerW > 0)
      tried.push({ design, score: scoreOf(figures), fed: scoreOf({ ...figures, keepsUp: true }) })
  }
  // the foremost are worked out once more, without the table and with air that follows the speed
  const first = (by: 'score' | 'fed') => [...tried].sort((x, y) => y[by] - x[by]).slice(0, LOOKED_AT)
  const foremost = [...new Set([...first('score'), ...first('fed')])].flatMap(({ design }) => {
    const found = evaluateDesign(design)
    if (!found) return []
    // a driven impeller balances where it will: what is asked here is the power at the speed named
    const figures =
      family === 'turbine-compressor'
        ? { ...found, powerAtLoadW: airFollowed(design).model.at(input.speedRadPerS).shaftPowerW }
        : found
    const build = asBuild(start, design)
    const held =
      outletShare({
        parts: { ...partsInput(build), machine: build.machine },
        ambient: input.ambient,
        massFlowKgPerS: figures.massFlowKgPerS,
        nozzlePressurePaAbs: figures.nozzlePressurePaAbs,
      }) ?? 0
    // what the outlets keep back is lost before the machine; its power goes at least with it
    return [
      {
        build,
        figures,
        held,
        score: scoreOf(figures) - Math.max(0, held - 0.02) * (Math.abs(figures.powerAtLoadW) + (held > 0.5 ? 1e5 : 0)),
      },
    ]
  })
  if (foremost.length === 0) return { family, build: null, figures: null, reaches: 0, findings: [] }
  const { build, figures } = foremost.reduce((x, y) => (y.score > x.score ? y : x))
  return {
    family,
    build,
    figures,
    reaches: input.wantedPowerW > 0 ? figures.powerAtLoadW / input.wantedPowerW : 1,
    findings: buildFit(build, input.ambient, figures),
  }
}

/** Every family on the same air. A wind stack stands in wind alone, and the others have no use for it. */
export function balancedChooser(input: ChooserInput, progress: (share: number) => void = () => undefined): Choice[] {
  const windy = input.supply.kind === 'wind'
  return FAMILIES.filter((f) => (f === 'wind-stack') === windy || (windy && f === 'axial')).map((family, i, all) => {
    progress(i / all.length)
    return fittedChoice(family, input)
  })
}
