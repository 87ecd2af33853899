import { cubicAt } from '../numerics'
import { propagate } from '../statistics'
import type { CoefficientName, TurbinePoint } from '../turbine'
import type { PredictedFigures, Side } from './evaluate'

export interface Band {
  /** Standard uncertainty of shaft torque and shaft power at each point of the curve. */
  readonly torqueNm: readonly number[]
  readonly powerW: readonly number[]
  readonly bladeTorqueNm: readonly number[]
}

/** What one standard uncertainty of a coefficient changes in each figure. */
export interface CoefficientChange {
  readonly name: CoefficientName
  readonly figures: PredictedFigures
}

/** As many figures, each made by its name. */
export const eachFigure = (figures: PredictedFigures, of: (name: keyof PredictedFigures) => number): PredictedFigures =>
  Object.fromEntries(
    (Object.keys(figures) as (keyof PredictedFigures)[]).map((name) => [name, of(name)]),
  ) as unknown as PredictedFigures

/** By symmetric differences. JCGM 100, 5.1.3 note 2. */
export const changeOf = ({ name, down, up }: Side): CoefficientChange => ({
  name,
  figures: eachFigure(up.figures, (figure) => (up.figures[figure] - down.figures[figure]) / 2),
})

/** Standard uncertainty of each figure. */
export const uncertaintyOf = (figures: PredictedFigures, sides: readonly Side[]): PredictedFigures =>
  eachFigure(figures, (name) =>
    propagate(sides.length, (i, sigmas) => (sigmas > 0 ? sides[i].up : sides[i].down).figures[name]),
  )

/** Every how many points of a curve its band is worked out; there must be a multiple of it and one. */
const EVERY = 4

/**
 * The band along a curve of evenly spaced points. The change that each coefficient makes is smooth: it is worked out at
 * every fourth point, and a cubic through four of those joins them.
 * Error: 1 % of the band’s greatest, 5 % beside a corner of the curve.
 */
export function bandOf(curve: readonly TurbinePoint[], sides: readonly Side[]): Band {
  const known = curve.filter((_, j) => j % EVERY === 0)
  const last = known.length - 4
  const changes = sides.map(({ down, up }) =>
    known.map(({ speedRadPerS }) => ({ down: down.model.at(speedRadPerS), up: up.model.at(speedRadPerS) })),
  )
  const band = (figure: (p: TurbinePoint) => number) => {
    const halves = changes.map((change) => change.map(({ down, up }) => (figure(up) - figure(down)) / 2))
    return curve.map((_, j) => {
      const from = Math.max(0, Math.min(last, Math.floor(j / EVERY) - 1))
      return Math.hypot(...halves.map((h) => cubicAt(h[from], h[from + 1], h[from + 2], h[from + 3], j / EVERY - from)))
    })
  }
  return {
    torqueNm: band((p) => p.torqueNm),
    powerW: band((p) => p.shaftPowerW),
    bladeTorqueNm: band((p) => p.bladeTorqueNm),
  }
}
