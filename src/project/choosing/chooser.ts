import { FITS_OF, type Process } from '../../core/geometry'
import { RUNNING_GAP_M, outletShare, type Finding } from '../../core/gates'
import { airFollowed } from '../../core/prediction'
import { airTable, applyDesign, evaluateDesign, haltonPoint, tableArea, type DesignFigures } from '../../core/search'
import {
  SPECS,
  fieldLimits,
  fieldValue,
  newBuild,
  predictionInput,
  tunableFields,
  type AsMade,
  type Build,
  type RotatingMachine,
  type RotatingSpec,
  type NumberFieldSpec,
  type Project,
  type Supply,
  type TurbineBuild,
} from '../document'
import { buildFit } from '../parts/build-fit'
import { rotatingParts } from '../parts/rotating-parts'
import { machinePossible } from '../validation'
import { FAMILIES, familyOf, type Family } from '../../core/machines'

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

/** Designs tried per family: enough to come within a tenth of its best in three numbers. */
const TRIED = 90
/** Of them, those looked at twice, and as many that a table calls starved: the supply's limit is coarse there. */
const LOOKED_AT = 8

/** Least margin in stress and most of the bearing's limit that a fitted machine keeps. */
const SAFE = { stressMargin: 2, bearingShare: 1.2 } as const

/** A build of a family on the maker's air, as it stands before it is fitted. */
function firstBuild(
  family: Family,
  { supply, line, speedRadPerS, wantedPowerW, process, bedM }: ChooserInput,
): TurbineBuild {
  const base = newBuild(
    { id: 'chosen', machineId: 'chosen', name: 'First print', createdAt: '2026-01-01T00:00:00.000Z' },
    family,
  )
  const spec = SPECS[family] as RotatingSpec<Family>
  const asMade = (made: AsMade) => ({ ...base.machine, ...spec.asMade(base.machine as never, made) }) as RotatingMachine
  return {
    ...base,
    supply,
    line,
    machine: {
      ...asMade({ gapM: RUNNING_GAP_M[process].worked, thinnestM: FITS_OF[process].thinnest / 1000, bedM }),
      load: { ...base.machine.load, speedRadPerS, wantedPowerW },
    },
    making: { ...base.making, process, bedM },
  }
}

/** A fitted design as a build, its outlets as wide as they can be cut. */
function asBuild(start: TurbineBuild, { machine, nozzle }: ReturnType<typeof predictionInput>): TurbineBuild {
  const throat = nozzle.throatDiameterM
  return {
    ...start,
    machine: {
      ...start.machine,
      ...machine,
      nozzle: {
        ...start.machine.nozzle,
        throatDiameterM: throat,
        exitDiameterM: nozzle.exitDiameterM,
        count: nozzle.count,
        inletBoreM: Math.max(start.machine.nozzle.inletBoreM, 1.5 * throat),
      },
    } as RotatingMachine,
    making: { ...start.making, outlets: 'slots' },
  }
}

/**
 * The best machine of a family for the wanted speed on this air that is safe at its free speed, found among evenly
 * spread sizes.
 */
export function fittedChoice(family: Family, input: ChooserInput): Choice {
  const start = firstBuild(family, input)
  const base = predictionInput(start, input.ambient)
  const fields = tunableFields(start)
  const variables = SPECS[family].fitted.flatMap(([path, from, to]) => {
    const field = fields.find((f) => f.path === path)
    return field
      ? [
          {
            field,
            from,
            to,
            at: fieldValue(start, path) as number,
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
    const driven = familyOf(design.machine).driven !== undefined
    // a driven impeller balances where it will: what is asked here is the power at the speed named
    const figures = driven
      ? { ...found, powerAtLoadW: airFollowed(design).model.at(input.speedRadPerS).shaftPowerW }
      : found
    const build = asBuild(start, design)
    const held =
      outletShare({
        parts: rotatingParts(build),
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

/** Stands in the wind, and has no use for other air. */
const suitsWind = (family: Family): boolean => SPECS[family].supply.kind === 'wind'

/** Every family on the same air. A wind stack stands in wind alone, and the others have no use for it. */
export function balancedChooser(input: ChooserInput, progress: (share: number) => void = () => undefined): Choice[] {
  const windy = input.supply.kind === 'wind'
  return FAMILIES.filter((f) => suitsWind(f) === windy || (windy && SPECS[f].alsoInWind)).map((family, i, all) => {
    progress(i / all.length)
    return fittedChoice(family, input)
  })
}
