import type { Family } from '../turbine'
import type { PartName, PartsInput } from './part-set'

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

const mm = 1000

/** The walls that decide what a slicer must be told, by part. Empty where nothing of it is thin. */
export function wallsOfPart(name: PartName, { machine, fits }: PartsInput): readonly WallOfPart[] {
  const standing = (of: string, thicknessMm: number): WallOfPart => ({ of, thicknessMm, lying: false })
  const lying = (of: string, thicknessMm: number): WallOfPart => ({ of, thicknessMm, lying: true })
  const is = <F extends Family>(family: F) => machine?.family === family
  switch (name) {
    case 'rotor':
    case 'wheel':
    case 'radial-wheel':
    case 'stator':
      return machine && 'bladeThicknessM' in machine
        ? [
            standing(name === 'stator' ? 'vanes' : 'blades', machine.bladeThicknessM * mm),
            ...(name === 'radial-wheel' && machine.family === 'radial-inflow'
              ? [lying('back', machine.discThicknessM * mm)]
              : []),
          ]
        : []
    case 'impeller':
      return [standing('blades', Math.max(1.25 * fits.thinnest, 1)), lying('back', 2)]
    case 'disc':
      return is('disc-pack') ? [lying('disc', (machine as { discThicknessM: number }).discThicknessM * mm)] : []
    case 'spacer':
      return is('disc-pack') ? [lying('gap', (machine as { gapWidthM: number }).gapWidthM * mm)] : []
    case 'vane':
      return is('vane-motor') ? [lying('vane', (machine as { vaneThicknessM: number }).vaneThicknessM * mm)] : []
    case 'stack-tier':
      return [standing('vanes', Math.max(1.2, 1.5 * fits.thinnest))]
    case 'casing-half':
    case 'volute':
    case 'pack-housing':
    case 'impeller-housing':
    case 'stack-foot':
      return [standing('wall round the air', fits.wall)]
    default:
      return []
  }
}

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
