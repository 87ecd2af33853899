import type { ReactNode } from 'react'
import { bladeOutline, placedBlade } from '../../../core/geometry'
import type { RowMachine } from '../../../core/geometry'
import type { BladedDisc } from '../../../core/turbine'
import { color } from '../../../ui'

/** What a small view of a machine shows about (0, 0), in millimetres, with the radius it fits into. */
export interface Face {
  readonly reach: number
  readonly drawing: ReactNode
}

export const mm = 1000

/** Paths of a rotor's face about (0, 0), in millimetres: disc and blades. */
export function rotorPaths(machine: BladedDisc): { rootM: number; tipM: number; blades: string[] } {
  const rootM = machine.meanRadiusM - machine.bladeDepthM / 2
  const ring = { root: rootM, tip: rootM + machine.bladeDepthM }
  const outline = bladeOutline(machine, Math.min(1e-3, 0.2 * rootM))
  const blades = Array.from(
    { length: machine.bladeCount },
    (_, i) =>
      `M${placedBlade(outline, ring, i, machine.bladeCount)
        .map(([x, y]) => `${(x * 1000).toFixed(3)} ${(y * 1000).toFixed(3)}`)
        .join('L')}Z`,
  )
  return { rootM, tipM: rootM + machine.bladeDepthM, blades }
}

/** Straight lines outward, some leaning. */
export const spokes = (count: number, from: number, to: number, lean = 0): string =>
  Array.from({ length: count }, (_, i) => {
    const a = (2 * Math.PI * i) / count
    return `M${from * Math.cos(a)} ${from * Math.sin(a)}L${to * Math.cos(a + lean)} ${to * Math.sin(a + lean)}`
  }).join('')

/** Blades on a disc's rim. */
export function rimFace(machine: BladedDisc): Face {
  const { rootM, tipM, blades } = rotorPaths(machine)
  const r = tipM * mm
  return {
    reach: r,
    drawing: (
      <>
        {machine.casing.kind === 'close' && (
          <circle r={r + machine.casing.clearanceM * mm} fill="none" stroke={color('mute')} strokeWidth={r / 60} />
        )}
        <circle r={rootM * mm} fill={color('field')} stroke={color('ink')} strokeWidth={r / 40} />
        <circle r={machine.hubRadiusM * mm} fill="none" stroke={color('ink')} strokeWidth={r / 50} />
        {blades.map((d) => (
          <path key={d} d={d} fill={color('ink')} />
        ))}
      </>
    ),
  }
}

/** Blades that stand outward, the air along the shaft. */
export function rowFace(machine: RowMachine): Face {
  const [root, tip] = [
    (machine.meanRadiusM - machine.bladeHeightM / 2) * mm,
    (machine.meanRadiusM + machine.bladeHeightM / 2) * mm,
  ]
  return {
    reach: tip,
    drawing: (
      <>
        <circle r={root} fill={color('field')} stroke={color('ink')} strokeWidth={tip / 40} />
        <circle r={tip} fill="none" stroke={color('mute')} strokeWidth={tip / 60} />
        <circle r={machine.hubRadiusM * mm} fill="none" stroke={color('ink')} strokeWidth={tip / 50} />
        <path
          d={spokes(machine.bladeCount, root, tip, 0.06)}
          stroke={color('ink')}
          strokeWidth={Math.max(tip / 60, machine.bladeThicknessM * mm)}
        />
      </>
    ),
  }
}
