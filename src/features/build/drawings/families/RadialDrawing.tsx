'use client'
import { memo, useId } from 'react'
import type { BuildOf, MachineOfKind } from '../../../../project/document'
import { Dimension, Hatch, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { Drawing, H, Legend, pathOf } from './frame'

type Radial = MachineOfKind<'radial-inflow'>
const mm = 1000

/** A volute's outer wall: the flow area shrinks evenly round the wheel, from the feed's own to nothing. */
export function voluteWall(machine: Radial, feedAreaM2: number, steps = 72): [number, number][] {
  const gap = machine.inletRadiusM * 1.06
  return Array.from({ length: steps + 1 }, (_, i) => {
    const turn = i / steps
    const r = gap + (feedAreaM2 * (1 - turn)) / Math.max(machine.inletWidthM, 1e-4)
    return [r * Math.cos(2 * Math.PI * turn), r * Math.sin(2 * Math.PI * turn)]
  })
}

/** Face with the volute or the box's slots and the wheel, and the half section through the shaft; to scale. */
export const RadialDrawing = memo(function RadialDrawing({ build, shown }: { build: BuildOf<Radial>; shown: Shown }) {
  const hatch = useId()
  const { machine } = build
  const { nozzle } = machine
  const feedArea = (nozzle.count * Math.PI * nozzle.throatDiameterM ** 2) / 4
  const wall = voluteWall(machine, feedArea)
  const reach =
    machine.feed === 'volute' ? Math.max(...wall.map(([x, y]) => Math.hypot(x, y))) : machine.inletRadiusM * 1.45
  const scale = (H - 16) / (2 * reach * mm)
  const [cx, cy] = [150, H / 2]
  const at = (r: number, a: number): [number, number] => [r * mm * Math.cos(a), r * mm * Math.sin(a)]
  const blade = (i: number) => {
    const a = (2 * Math.PI * i) / machine.bladeCount
    // straight from the rim, then bent back towards the outlet angle
    return pathOf(
      Array.from({ length: 13 }, (_, k) => {
        const t = k / 12
        const r =
          machine.inletRadiusM +
          (machine.outletHubRadiusM +
            0.5 * (machine.outletTipRadiusM - machine.outletHubRadiusM) -
            machine.inletRadiusM) *
            t
        return at(r, a - 0.5 * t ** 3 * (Math.PI / 2 - machine.outletAngleRad))
      }),
      false,
    )
  }
  const [sx, sy] = [372, H - 24]
  const s2 = Math.min(scale * mm, (H - 50) / machine.inletRadiusM)
  const [rx, ry] = [(m: number) => sx + m * s2, (m: number) => sy - m * s2]
  const depth = machine.inletRadiusM * 0.7
  const shroud = Array.from({ length: 17 }, (_, i): [number, number] => {
    const t = i / 16
    const a = (t * Math.PI) / 2
    return [
      rx(machine.inletWidthM + (depth - machine.inletWidthM) * (1 - Math.cos(a))),
      ry(machine.inletRadiusM - (machine.inletRadiusM - machine.outletTipRadiusM) * Math.sin(a)),
    ]
  })
  const hub = Array.from({ length: 17 }, (_, i): [number, number] => {
    const a = ((i / 16) * Math.PI) / 2
    return [
      rx(depth * (1 - Math.cos(a))),
      ry(machine.inletRadiusM - (machine.inletRadiusM - machine.outletHubRadiusM) * Math.sin(a)),
    ]
  })
  return (
    <Drawing
      label={`Radial wheel of ${machine.bladeCount} blades, ${shown.text(2 * machine.inletRadiusM, 'length')} across, fed by ${machine.feed === 'volute' ? 'a volute' : 'slots of a box'}, outlet ${shown.text(2 * machine.outletTipRadiusM, 'length')}`}
    >
      <defs>
        <Hatch id={hatch} gap={5} />
      </defs>
      <g transform={`translate(${cx} ${cy}) scale(${scale})`}>
        {machine.feed === 'volute' ? (
          <path
            d={pathOf(wall.map(([x, y]) => [x * mm, y * mm]))}
            fill={color('pale')}
            fillOpacity="0.45"
            stroke={color('ink')}
            strokeWidth={1.4 / scale}
          />
        ) : (
          <>
            <rect
              x={-reach * mm}
              y={-reach * mm}
              width={2 * reach * mm}
              height={2 * reach * mm}
              fill={color('pale')}
              fillOpacity="0.45"
              stroke={color('ink')}
              strokeWidth={1.4 / scale}
            />
            {Array.from({ length: nozzle.count }, (_, i) => {
              const a = (2 * Math.PI * i) / nozzle.count
              const [x, y] = at(machine.inletRadiusM * 1.06, a)
              const d = a + Math.PI / 2 - nozzle.angleRad + Math.PI
              return (
                <path
                  key={i}
                  d={`M${x} ${y}l${(-12 / scale) * Math.cos(d)} ${(-12 / scale) * Math.sin(d)}`}
                  stroke={color('pipe')}
                  strokeWidth={Math.max(2 / scale, nozzle.throatDiameterM * mm)}
                />
              )
            })}
          </>
        )}
        <circle r={machine.inletRadiusM * mm} fill={color('field')} stroke={color('ink')} strokeWidth={1.2 / scale} />
        {Array.from({ length: machine.bladeCount }, (_, i) => (
          <path
            key={i}
            d={blade(i)}
            fill="none"
            stroke={color('ink')}
            strokeWidth={Math.max(1.2 / scale, machine.bladeThicknessM * mm)}
          />
        ))}
        <circle
          r={machine.outletTipRadiusM * mm}
          fill="none"
          stroke={color('mute')}
          strokeWidth={1 / scale}
          strokeDasharray={`${4 / scale} ${3 / scale}`}
        />
        <circle
          r={machine.outletHubRadiusM * mm}
          fill={color('sheet')}
          stroke={color('ink')}
          strokeWidth={1.2 / scale}
        />
        <circle r={(build.machine.shaft.diameterM * mm) / 2} fill={color('mute')} opacity="0.6" />
      </g>
      <path
        d={`${pathOf([...hub, [rx(depth), ry(0)], [rx(-machine.discThicknessM), ry(0)], [rx(-machine.discThicknessM), ry(machine.inletRadiusM)]])}`}
        fill={`url(#${hatch})`}
        stroke={color('ink')}
        strokeWidth="1.1"
      />
      <path d={pathOf([...hub, ...[...shroud].reverse()])} fill={color('ink')} fillOpacity="0.55" />
      <path
        d={pathOf(
          shroud.map(([x, y]): [number, number] => [
            x + machine.clearanceM * s2 + 1,
            y - machine.clearanceM * s2 * 0.5,
          ]),
          false,
        )}
        fill="none"
        stroke={color('ink')}
        strokeWidth="2.2"
      />
      <path
        d={`M${rx(machine.inletWidthM / 2)} ${ry(machine.inletRadiusM) - 18}v14M${rx(depth) + 4} ${ry((machine.outletTipRadiusM + machine.outletHubRadiusM) / 2)}h18`}
        stroke={color('pipe')}
        strokeWidth="2"
        markerEnd=""
      />
      <path d={`M${sx - 30} ${sy}H${rx(depth) + 40}`} stroke={color('mute')} strokeDasharray="8 3 2 3" />
      <Dimension
        x1={rx(-machine.discThicknessM) - 66}
        y1={ry(0)}
        x2={rx(-machine.discThicknessM) - 66}
        y2={ry(machine.inletRadiusM)}
        text={shown.text(machine.inletRadiusM, 'length')}
      />
      <Dimension
        x1={rx(depth) + 30}
        y1={ry(0)}
        x2={rx(depth) + 30}
        y2={ry(machine.outletTipRadiusM)}
        text={shown.text(machine.outletTipRadiusM, 'length')}
      />
      <Legend
        x={rx(depth) + 24}
        y={22}
        lines={[
          `${machine.bladeCount} blades`,
          `inlet ${shown.text(machine.inletWidthM, 'length')} wide`,
          `gap ${shown.text(machine.clearanceM, 'length')}`,
        ]}
      />
    </Drawing>
  )
})
