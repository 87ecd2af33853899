'use client'
import { GAMMA } from '../../../../core/air'
import { memo, useId } from 'react'
import { boreReach, cellVolume } from '../../../../core/turbine'
import type { Prediction } from '../../../../core/prediction'
import type { BuildOf, MachineOfKind } from '../../../../project/document'
import { Hatch, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { Drawing, H, Legend, pathOf } from './frame'

type Vane = MachineOfKind<'vane-motor'>

/**
 * Section across the shaft with vanes, cells shaded by their pressure, and ports; below the pressure in one cell round
 * the turn. To scale.
 */
export const VaneDrawing = memo(function VaneDrawing({
  build,
  prediction,
  ambientPa,
  shown,
}: {
  build: BuildOf<Vane>
  prediction: Prediction
  ambientPa: number
  shown: Shown
}) {
  const hatch = useId()
  const { machine } = build
  const wall = machine.boreRadiusM * 1.14
  const scale = (H - 14) / (2 * wall)
  const [cx, cy] = [150, H / 2]
  // rotor's middle is the origin; the touching line points to the left
  const at = (r: number, a: number): [number, number] => [cx - r * scale * Math.cos(a), cy - r * scale * Math.sin(a)]
  const step = (2 * Math.PI) / machine.vanes
  const fill = Math.max(ambientPa, prediction.point.behindNozzlePaAbs)
  const filled = cellVolume(machine, machine.inletEndsRad)
  /** Pressure in the cell whose leading vane stands at an angle. */
  const pressure = (leading: number) => {
    if (leading <= machine.inletEndsRad) return fill
    if (leading < machine.exhaustOpensRad)
      return fill * (filled / Math.max(1e-12, cellVolume(machine, leading))) ** GAMMA
    return ambientPa
  }
  const leads = Array.from({ length: machine.vanes }, (_, i) => 0.35 + i * step)
  const cell = (leading: number) => {
    const outer = Array.from({ length: 15 }, (_, k) => leading - step + (step * k) / 14).map((a) =>
      at(boreReach(machine, a), a),
    )
    const inner = Array.from({ length: 15 }, (_, k) => leading - (step * k) / 14).map((a) =>
      at(machine.rotorRadiusM, a),
    )
    return pathOf([...outer, ...inner])
  }
  const shade = (p: number) => Math.max(0, Math.min(1, (p - ambientPa) / Math.max(1, fill - ambientPa)))
  const arc = (from: number, to: number) =>
    pathOf(
      Array.from({ length: 25 }, (_, k) => from + ((to - from) * k) / 24).map((a) =>
        at(boreReach(machine, a) + machine.boreRadiusM * 0.04, a),
      ),
      false,
    )
  const [gx, gw, gy, gh] = [360, 236, 40, 142]
  const curve = Array.from({ length: 121 }, (_, i) => (i / 120) * 2 * Math.PI).map((a): [number, number] => [
    gx + (a / (2 * Math.PI)) * gw,
    gy + gh - (pressure(a) / (1.1 * fill)) * gh,
  ])
  const middle: [number, number] = [cx + machine.eccentricityM * scale, cy]
  return (
    <Drawing
      label={`Vane motor: bore ${shown.text(2 * machine.boreRadiusM, 'length')}, rotor ${shown.text(2 * machine.rotorRadiusM, 'length')} off the middle by ${shown.text(machine.eccentricityM, 'length')}, ${machine.vanes} vanes`}
    >
      <defs>
        <Hatch id={hatch} gap={5} />
      </defs>
      <circle cx={middle[0]} cy={middle[1]} r={wall * scale} fill={`url(#${hatch})`} stroke={color('ink')} />
      <circle
        cx={middle[0]}
        cy={middle[1]}
        r={machine.boreRadiusM * scale}
        fill={color('sheet')}
        stroke={color('ink')}
        strokeWidth="1.2"
      />
      {leads.map((a) => (
        <path key={a} d={cell(a)} fill={color('pipe')} fillOpacity={0.12 + 0.75 * shade(pressure(a % (2 * Math.PI)))} />
      ))}
      <circle
        cx={cx}
        cy={cy}
        r={machine.rotorRadiusM * scale}
        fill={color('field')}
        stroke={color('ink')}
        strokeWidth="1.1"
      />
      {leads.map((a) => {
        const out = boreReach(machine, a)
        return (
          <path
            key={a}
            d={pathOf([at(out - machine.vaneHeightM, a), at(out, a)], false)}
            stroke={color('ink')}
            strokeWidth={Math.max(1.5, machine.vaneThicknessM * scale)}
          />
        )
      })}
      <circle cx={cx} cy={cy} r={(build.machine.shaft.diameterM / 2) * scale} fill={color('mute')} />
      <path
        d={arc(Math.max(0.1, machine.inletEndsRad - step * 0.9), machine.inletEndsRad - 0.05)}
        fill="none"
        stroke={color('pipe')}
        strokeWidth="5"
      />
      <path d={arc(machine.exhaustOpensRad, 2 * Math.PI - 0.3)} fill="none" stroke={color('pale')} strokeWidth="5" />
      <path d={`M${gx} ${gy}V${gy + gh}H${gx + gw}`} stroke={color('rule')} fill="none" />
      <path
        d={`M${gx} ${gy + gh - (ambientPa / (1.1 * fill)) * gh}h${gw}`}
        stroke={color('mute')}
        strokeDasharray="2 3"
      />
      <path d={pathOf(curve, false)} fill="none" stroke={color('petrol')} strokeWidth="1.8" strokeDasharray="5 3" />
      {[
        [machine.inletEndsRad, 'inlet ends'],
        [machine.exhaustOpensRad, 'exhaust opens'],
      ].map(([a, text]) => (
        <g key={text}>
          <path d={`M${gx + (Number(a) / (2 * Math.PI)) * gw} ${gy}v${gh}`} stroke={color('mute')} strokeWidth="0.7" />
          <text
            x={gx + (Number(a) / (2 * Math.PI)) * gw + 4}
            y={gy + (text === 'inlet ends' ? 10 : 24)}
            fontSize="11"
            fill={color('ink')}
          >
            {text}
          </text>
        </g>
      ))}
      <text x={gx} y={gy - 10} fontSize="12" fontWeight="700" fill={color('ink')}>
        pressure in one cell round the turn, predicted
      </text>
      <Legend
        x={gx}
        y={gy + gh + 18}
        lines={[`0° … 360° · fills to ${shown.text(fill - ambientPa, 'gaugePressure')}`]}
      />
    </Drawing>
  )
})
