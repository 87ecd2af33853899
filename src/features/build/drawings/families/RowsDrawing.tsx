'use client'
import { memo, useId } from 'react'
import { rowOutline, type Point } from '../../../../core/geometry'
import type { BuildOf, MachineOfKind } from '../../../../project/document'
import { Dimension, Hatch, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { Drawing, H, Legend, pathOf } from './frame'

type RowMachine = MachineOfKind<'axial' | 'supersonic-impulse' | 'wind-stack'>

/** One row's blades unrolled, in user units: `flip` turns them for a stator. */
function row(
  outline: readonly Point[],
  at: {
    readonly x0: number
    readonly x1: number
    readonly top: number
    readonly scale: number
    readonly pitch: number
    readonly chord: number
  },
  flip: boolean,
): string[] {
  const count = Math.ceil((at.x1 - at.x0) / at.pitch) + 2
  return Array.from({ length: count }, (_, i) =>
    pathOf(
      outline.map(([x, y]) => [
        at.x0 - at.pitch + i * at.pitch + (flip ? -y : y) * at.scale,
        at.top + (at.chord - x) * at.scale,
      ]),
    ),
  )
}

/**
 * Blade rows unrolled onto the page, to scale: air from above, rotors travel to the right; beside them the section
 * through the shaft.
 */
export const RowsDrawing = memo(function RowsDrawing({ build, shown }: { build: BuildOf<RowMachine>; shown: Shown }) {
  const hatch = useId()
  const clip = useId()
  const { machine } = build
  const { nozzle } = machine
  const stages = machine.family === 'axial' ? machine.stages : 1
  const chord = machine.family === 'supersonic-impulse' ? machine.bladeDepthM : machine.chordM
  const gap = Math.max(0.25 * chord, machine.family === 'supersonic-impulse' ? nozzle.gapM : 0.001)
  const lid = 0.9 * chord
  const length = lid + gap + stages * chord + (stages - 1) * (chord + 2 * gap)
  const scale = (H - 34) / length
  const [x0, x1] = [96, 400]
  const pitch = ((2 * Math.PI * machine.meanRadiusM) / machine.bladeCount) * scale
  const rotor = rowOutline({
    bladeDepthM: chord,
    profile: machine.profile,
    inletAngleRad: machine.inletAngleRad,
    outletAngleRad: machine.outletAngleRad,
    bladeThicknessM: machine.bladeThicknessM,
    outline: machine.outline,
  })
  const stator =
    machine.family === 'supersonic-impulse'
      ? []
      : rowOutline({
          bladeDepthM: chord,
          profile: machine.profile,
          inletAngleRad: Math.PI / 2,
          outletAngleRad: machine.statorAngleRad,
          bladeThicknessM: machine.bladeThicknessM,
        })
  const lidTop = 18
  const rowTop = (stage: number) => lidTop + (lid + gap + stage * (2 * chord + 2 * gap)) * scale
  const hole = Math.max(2, nozzle.exitDiameterM * scale) / Math.max(0.2, Math.sin(nozzle.angleRad))
  const holePitch = ((2 * Math.PI * machine.meanRadiusM) / nozzle.count) * scale
  const lean = (lid * scale) / Math.tan(Math.max(0.15, nozzle.angleRad))
  // counted from one that is sure to be seen, however far apart they are
  const shown0 = x0 + Math.min(40, 0.5 * holePitch)
  const before = Math.ceil((lean + 40) / holePitch)
  const holes = Array.from(
    { length: before + Math.ceil((x1 - x0) / holePitch) + 1 },
    (_, i) => shown0 + (i - before) * holePitch,
  )
  // section through the shaft
  const tip = machine.meanRadiusM + machine.bladeHeightM / 2
  const root = machine.meanRadiusM - machine.bladeHeightM / 2
  const sectionScale = Math.min(scale, 150 / (tip * 1.25))
  const sx = 452
  const sy = H - 22
  const z = (m: number) => sx + m * sectionScale
  const r = (m: number) => sy - m * sectionScale
  return (
    <Drawing
      label={`${stages} ${stages === 1 ? 'rotor' : 'rotors'} of ${machine.bladeCount} blades, unrolled at mean radius ${shown.text(machine.meanRadiusM, 'length')}; ${nozzle.count} feed holes at ${((nozzle.angleRad * 180) / Math.PI).toFixed(0)}°`}
    >
      <defs>
        <Hatch id={hatch} gap={5} />
        <clipPath id={clip}>
          <rect x={x0} y="0" width={x1 - x0} height={H} />
        </clipPath>
      </defs>
      <g clipPath={`url(#${clip})`}>
        <rect
          x={x0}
          y={lidTop}
          width={x1 - x0}
          height={lid * scale}
          fill={`url(#${hatch})`}
          stroke={color('ink')}
          strokeWidth="0.8"
        />
        {holes.map((x) => (
          <path key={x} d={`M${x} ${lidTop}h${hole}l${lean} ${lid * scale}h${-hole}Z`} fill={color('pipe')} />
        ))}
        {holes.map((x) => (
          <path
            key={x}
            d={`M${x + lean} ${lidTop + lid * scale}h${hole}l${lean * 0.5} ${gap * scale + chord * 0.35 * scale}h${-hole}Z`}
            fill={color('pale')}
            opacity="0.5"
          />
        ))}
        {Array.from({ length: stages }, (_, stage) => (
          <g key={stage}>
            {row(rotor, { x0, x1, top: rowTop(stage), scale, pitch, chord }, false).map((d) => (
              <path key={d} d={d} fill={color('ink')} fillOpacity="0.82" />
            ))}
            {stage < stages - 1 &&
              row(stator, { x0, x1, top: rowTop(stage) + (chord + gap) * scale, scale, pitch, chord }, true).map(
                (d) => <path key={d} d={d} fill={color('mute')} fillOpacity="0.7" />,
              )}
          </g>
        ))}
      </g>
      {Array.from({ length: stages }, (_, stage) => (
        <g key={stage}>
          <path d={`M${x1 + 6} ${rowTop(stage) + (chord * scale) / 2}h22`} stroke={color('copper')} strokeWidth="1.8" />
          <path d={`M${x1 + 34} ${rowTop(stage) + (chord * scale) / 2}l-8 -4v8Z`} fill={color('copper')} />
          <text
            x={x0 - 8}
            y={rowTop(stage) + (chord * scale) / 2 + 4}
            fontSize="11"
            textAnchor="end"
            fill={color('ink')}
          >
            {stages > 1 ? `rotor ${stage + 1}` : 'rotor'}
          </text>
          {stage < stages - 1 && (
            <text
              x={x0 - 8}
              y={rowTop(stage) + (1.5 * chord + gap) * scale + 4}
              fontSize="11"
              textAnchor="end"
              fill={color('mute')}
            >
              stator
            </text>
          )}
        </g>
      ))}
      <text x={x0 - 8} y={lidTop + (lid * scale) / 2 + 4} fontSize="11" textAnchor="end" fill={color('ink')}>
        {machine.family === 'supersonic-impulse' ? 'nozzles' : 'lid'}
      </text>
      <g>
        <path
          d={`M${z(-0.2 * chord)} ${r(tip)}H${z((stages + 0.2) * chord)}M${z(0)} ${r(0)}H${z(stages * chord)}`}
          stroke={color('ink')}
          strokeWidth="1"
        />
        <rect
          x={z(-0.3 * chord)}
          y={r(tip) - 5}
          width={(stages + 0.6) * chord * sectionScale}
          height="5"
          fill={`url(#${hatch})`}
        />
        {Array.from({ length: stages }, (_, stage) => (
          <g key={stage}>
            <rect
              x={z(stage * chord)}
              y={r(root)}
              width={chord * sectionScale - 1}
              height={(root - machine.hubRadiusM) * sectionScale}
              fill={color('field')}
              stroke={color('ink')}
            />
            <rect
              x={z(stage * chord) + 1}
              y={r(tip) + 1.5}
              width={chord * sectionScale - 3}
              height={(tip - root) * sectionScale - 1.5}
              fill={color('ink')}
              fillOpacity="0.7"
            />
          </g>
        ))}
        <rect
          x={z(-0.6 * chord)}
          y={r(build.machine.shaft.diameterM / 2)}
          width={(stages + 1.2) * chord * sectionScale}
          height={(build.machine.shaft.diameterM / 2) * sectionScale}
          fill={color('mute')}
          opacity="0.6"
        />
        <path
          d={`M${z(-0.8 * chord)} ${r(0)}H${z((stages + 0.8) * chord)}`}
          stroke={color('mute')}
          strokeDasharray="8 3 2 3"
        />
        <Dimension
          x1={z(stages * chord) + 22}
          y1={r(0)}
          x2={z(stages * chord) + 22}
          y2={r(machine.meanRadiusM)}
          text={`r ${shown.text(machine.meanRadiusM, 'length')}`}
        />
      </g>
      <Legend
        x={sx - 6}
        y={16}
        lines={[`blades ${shown.text(machine.bladeHeightM, 'length')} tall`, `${machine.bladeCount} round the rim`]}
      />
    </Drawing>
  )
})
