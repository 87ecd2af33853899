/** A wall of a part that a printer fills: standing, from lines side by side, or lying, from layers. mm. */
export interface WallOfPart {
  readonly of: string
  readonly thicknessMm: number
  readonly lying: boolean
}

/** How a wall is filled. */
export interface WallFill extends WallOfPart {
  /** Whole lines or layers that fit. */
  readonly count: number
  /** Walls a side that leave no infill between them; layers for what lies. */
  readonly set: number
  /** What the whole lines leave open, mm. */
  readonly leftMm: number
  /** Nearest thickness that whole lines fill, two at least, where this one leaves a gap that a printer fills badly. */
  readonly betterMm: number | null
}

/** A wall that stands, filled by lines side by side. mm. */
export const standing = (of: string, thicknessMm: number): WallOfPart => ({ of, thicknessMm, lying: false })
/** A wall that lies, filled by layers. mm. */
export const lying = (of: string, thicknessMm: number): WallOfPart => ({ of, thicknessMm, lying: true })

/** A gap below this share of a line closes by itself. */
const CLOSES = 0.15

/**
 * How lines of a width or layers of a height fill a wall. Both lengths in mm, above 0.
 * Plain arithmetic: n lines fill n widths; walls are laid from both sides, so ⌈t / 2w⌉ of them leave nothing between.
 */
export function wallFill(
  wall: WallOfPart,
  { lineMm, layerMm }: { readonly lineMm: number; readonly layerMm: number },
): WallFill {
  const step = wall.lying ? layerMm : lineMm
  const lines = wall.thicknessMm / step
  const count = Math.floor(lines + 1e-6)
  const left = Math.max(0, wall.thicknessMm - count * step)
  const gap = left > CLOSES * step && left < (1 - CLOSES) * step
  return {
    ...wall,
    count,
    set: wall.lying ? Math.max(1, Math.round(lines)) : Math.max(1, Math.ceil(lines / 2 - CLOSES)),
    leftMm: left,
    betterMm: gap ? Math.max(wall.lying ? 1 : 2, Math.round(lines)) * step : null,
  }
}
