'use client'
import { memo } from 'react'
import type { BuildOf, MachineOfKind, RotatingPredicted } from '../../../../project/document'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { Drawing, H, Legend, pathOf } from './frame'

type Pack = MachineOfKind<'disc-pack'>

/** Face with the way of the air as it spirals in at the load's speed, and the section with its gaps; to scale. */
export const PackDrawing = memo(function PackDrawing({
  build,
  predicted,
  shown,
}: {
  build: BuildOf<Pack>
  predicted: RotatingPredicted
  shown: Shown
}) {
  const { machine } = build
  const { prediction } = predicted
  const { nozzle } = machine
  const r = machine.outerRadiusM
  const scale = (H - 30) / (2 * r)
  const [cx, cy] = [150, H / 2]
  // the spiral from whirl and through-flow at rim and outlet, both taken straight between
  const out = prediction.point.extras.find((e) => e.code === 'whirl-out')?.value ?? 0
  const whirlIn =
    predicted.input.coefficients.capture.value * prediction.nozzle.jetSpeedMPerS * Math.cos(nozzle.angleRad)
  const density = 1.2
  const flow =
    prediction.point.massFlowKgPerS / Math.max(1, machine.discs - 1) / (density * 2 * Math.PI * machine.gapWidthM)
  const spiral = (start: number): [number, number][] => {
    const points: [number, number][] = []
    let a = start
    const n = 220
    for (let i = 0; i <= n && a - start < 90; i++) {
      const x = r + ((machine.innerRadiusM - r) * i) / n
      points.push([cx + x * scale * Math.cos(a), cy + x * scale * Math.sin(a)])
      const whirl = whirlIn + ((out - whirlIn) * i) / n
      a += flow > 0 ? Math.min(1.2, ((whirl / x) * ((r - machine.innerRadiusM) / n) * x) / flow) : 0
    }
    return points
  }
  const hubHoles = 5
  const holeR = ((machine.innerRadiusM - machine.hubRadiusM) / 2) * 0.9
  const width = machine.discs * machine.discThicknessM + (machine.discs - 1) * machine.gapWidthM
  const s2 = Math.min((H - 50) / (r * 1.05), 210 / width)
  const [sx, sy] = [372, H - 26]
  const slope = Math.tan(machine.coneAngleRad)
  return (
    <Drawing
      label={`${machine.discs} ${machine.coneAngleRad > 0 ? 'cones' : 'discs'} ${shown.text(2 * r, 'length')} across, ${shown.text(machine.gapWidthM, 'length')} apart; the air spirals in to ${shown.text(machine.innerRadiusM, 'length')}`}
    >
      <circle cx={cx} cy={cy} r={r * scale} fill={color('field')} stroke={color('ink')} strokeWidth="1.3" />
      <circle
        cx={cx}
        cy={cy}
        r={machine.innerRadiusM * scale}
        fill="none"
        stroke={color('mute')}
        strokeDasharray="4 3"
      />
      {Array.from({ length: hubHoles }, (_, i) => (
        <circle
          key={i}
          cx={cx + ((machine.innerRadiusM + machine.hubRadiusM) / 2) * scale * Math.cos(1.2566 * i)}
          cy={cy + ((machine.innerRadiusM + machine.hubRadiusM) / 2) * scale * Math.sin(1.2566 * i)}
          r={holeR * scale}
          fill={color('sheet')}
          stroke={color('ink')}
        />
      ))}
      <circle cx={cx} cy={cy} r={(build.machine.shaft.diameterM / 2) * scale} fill={color('mute')} />
      <path
        d={pathOf(spiral(-Math.PI / 2), false)}
        fill="none"
        stroke={color('pipe')}
        strokeWidth="1.3"
        strokeDasharray="6 3"
      />
      {Array.from({ length: nozzle.count }, (_, i) => (
        <g key={i} transform={`rotate(${(360 * i) / nozzle.count} ${cx} ${cy})`}>
          <rect
            x={cx - 44}
            y={cy - r * scale - nozzle.throatDiameterM * scale}
            width="44"
            height={Math.max(2, nozzle.throatDiameterM * scale)}
            fill={color('pipe')}
            transform={`rotate(${(nozzle.angleRad * 180) / Math.PI} ${cx} ${cy - r * scale})`}
          />
        </g>
      ))}
      {Array.from({ length: machine.discs }, (_, i) => {
        const x = sx + i * (machine.discThicknessM + machine.gapWidthM) * s2
        const lean = slope * (r - machine.hubRadiusM) * s2
        return (
          <path
            key={i}
            d={`M${x + lean} ${sy - machine.hubRadiusM * s2}h${machine.discThicknessM * s2}L${x + machine.discThicknessM * s2} ${sy - r * s2}h${-machine.discThicknessM * s2}Z`}
            fill={color('ink')}
            fillOpacity="0.78"
          />
        )
      })}
      <rect
        x={sx - 26}
        y={sy - (build.machine.shaft.diameterM / 2) * s2}
        width={width * s2 + 52}
        height={(build.machine.shaft.diameterM / 2) * s2}
        fill={color('mute')}
        opacity="0.6"
      />
      <path d={`M${sx - 40} ${sy}H${sx + width * s2 + 40}`} stroke={color('mute')} strokeDasharray="8 3 2 3" />
      <Dimension x1={sx - 78} y1={sy} x2={sx - 78} y2={sy - r * s2} text={shown.text(r, 'length')} />
      <Legend
        x={Math.min(540, sx + width * s2 + 14)}
        y={24}
        lines={[
          `gap ${shown.text(machine.gapWidthM, 'length')}`,
          `disc ${shown.text(machine.discThicknessM, 'length')}`,
          `${machine.discs} ${machine.coneAngleRad > 0 ? 'cones' : 'discs'}`,
        ]}
      />
      <Legend x={sx - 50} y={H - 4} lines={['dashed: way of the air, predicted']} />
    </Drawing>
  )
})
