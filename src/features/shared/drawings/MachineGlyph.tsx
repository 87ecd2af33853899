'use client'
import { memo } from 'react'
import { bladeOutline, placedBlade } from '../../../core/geometry'
import { boreReach } from '../../../core/turbine'
import type { TurbineBuild } from '../../../project/document'
import { color } from '../../../ui'

type Machine = TurbineBuild['machine']
/** Machines with blades on a disc's rim that a face view shows. */
export type BladedMachine = Extract<Machine, { family: 'tangential-impulse' | 'turbine-compressor' }>

/** Paths of a rotor's face about (0, 0), in millimetres: disc and blades. */
export function rotorPaths(machine: BladedMachine): { rootM: number; tipM: number; blades: string[] } {
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

const spokes = (count: number, from: number, to: number, lean = 0): string =>
  Array.from({ length: count }, (_, i) => {
    const a = (2 * Math.PI * i) / count
    return `M${from * Math.cos(a)} ${from * Math.sin(a)}L${to * Math.cos(a + lean)} ${to * Math.sin(a + lean)}`
  }).join('')

/** What a face view of each family shows about (0, 0), in millimetres, with the radius it fits into. */
function face(machine: Machine): { reach: number; drawing: React.ReactNode } {
  const mm = 1000
  switch (machine.family) {
    case 'tangential-impulse':
    case 'turbine-compressor': {
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
    case 'supersonic-impulse':
    case 'axial':
    case 'wind-stack': {
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
    case 'radial-inflow': {
      const r = machine.inletRadiusM * mm
      return {
        reach: r * 1.1,
        drawing: (
          <>
            <circle r={r} fill={color('field')} stroke={color('ink')} strokeWidth={r / 40} />
            <path
              d={spokes(machine.bladeCount, machine.outletHubRadiusM * mm, r, 0)}
              stroke={color('ink')}
              strokeWidth={machine.bladeThicknessM * mm}
            />
            <circle r={machine.outletTipRadiusM * mm} fill="none" stroke={color('mute')} strokeWidth={r / 50} />
            <circle
              r={machine.outletHubRadiusM * mm}
              fill={color('sheet')}
              stroke={color('ink')}
              strokeWidth={r / 40}
            />
          </>
        ),
      }
    }
    case 'disc-pack': {
      const r = machine.outerRadiusM * mm
      const [hub, hole] = [machine.hubRadiusM * mm, (machine.innerRadiusM - machine.hubRadiusM) * mm * 0.42]
      return {
        reach: r,
        drawing: (
          <>
            <circle r={r} fill={color('field')} stroke={color('ink')} strokeWidth={r / 40} />
            {[0.94, 0.88].map((k) => (
              <circle key={k} r={k * r} fill="none" stroke={color('mute')} strokeWidth={r / 90} />
            ))}
            {[0, 1, 2, 3, 4].map((i) => (
              <circle
                key={i}
                cx={((machine.innerRadiusM + machine.hubRadiusM) / 2) * mm * Math.cos(1.2566 * i)}
                cy={((machine.innerRadiusM + machine.hubRadiusM) / 2) * mm * Math.sin(1.2566 * i)}
                r={hole}
                fill={color('sheet')}
                stroke={color('ink')}
                strokeWidth={r / 60}
              />
            ))}
            <circle r={hub * 0.5} fill={color('ink')} />
          </>
        ),
      }
    }
    case 'vane-motor': {
      const [bore, rotor] = [machine.boreRadiusM * mm, machine.rotorRadiusM * mm]
      return {
        reach: bore * 1.12,
        drawing: (
          <>
            <circle
              cx={machine.eccentricityM * -mm}
              r={bore}
              fill={color('field')}
              stroke={color('ink')}
              strokeWidth={bore / 24}
            />
            <circle r={rotor} fill={color('sheet')} stroke={color('ink')} strokeWidth={bore / 40} />
            <path
              d={Array.from({ length: machine.vanes }, (_, i) => {
                const a = (2 * Math.PI * i) / machine.vanes + 0.4
                const out = boreReach(machine, a) * mm
                return `M${(out - machine.vaneHeightM * mm) * Math.cos(a)} ${(out - machine.vaneHeightM * mm) * Math.sin(a)}L${out * Math.cos(a)} ${out * Math.sin(a)}`
              }).join('')}
              stroke={color('ink')}
              strokeWidth={machine.vaneThicknessM * mm}
            />
          </>
        ),
      }
    }
    case 'reaction-rotor': {
      const r = machine.bodyRadiusM * mm
      return {
        reach: r,
        drawing: (
          <>
            <circle r={r} fill={color('field')} stroke={color('ink')} strokeWidth={r / 40} />
            <path
              d={`M0 0L${machine.jetRadiusM * mm} 0l0 ${-0.4 * r}M0 0L${-machine.jetRadiusM * mm} 0l0 ${0.4 * r}`}
              stroke={color('pipe')}
              strokeWidth={r / 9}
              fill="none"
            />
            <circle r={machine.sealRadiusM * mm} fill={color('sheet')} stroke={color('ink')} strokeWidth={r / 40} />
          </>
        ),
      }
    }
  }
}

/** Small face of a machine for trees and choices: outline only. */
export const MachineGlyph = memo(function MachineGlyph({ machine, size }: { machine: Machine; size: number }) {
  const { reach, drawing } = face(machine)
  const r = reach * 1.06
  return (
    <svg width={size} height={size} viewBox={`${-r} ${-r} ${2 * r} ${2 * r}`} aria-hidden>
      {drawing}
    </svg>
  )
})
