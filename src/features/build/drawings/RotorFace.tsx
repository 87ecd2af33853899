'use client'
import { memo, useId } from 'react'
import type { BuildOf, MachineOfKind } from '../../../project/document'
import { Dimension, Hatch, color } from '../../../ui'
import { rotorPaths, type Shown } from '../../shared'

/**
 * The rotor's face to scale with nozzle, jet and casing; dimensioned, turned so that the jet comes in along the top.
 */
export const RotorFace = memo(function RotorFace({
  build,
  jetWidthM,
  shown,
}: {
  build: BuildOf<MachineOfKind<'tangential-impulse' | 'turbine-compressor'>>
  jetWidthM: number
  shown: Shown
}) {
  const hatch = useId()
  const { machine } = build
  const { nozzle } = machine
  const { rootM, tipM, blades } = rotorPaths(machine)
  const wallIn = machine.casing.kind === 'close' ? tipM + machine.casing.clearanceM : 0
  const reach = (wallIn || tipM) + 4e-3
  const mm = 1000
  const W = 620
  const H = 226
  const scale = (H - 12) / (2 * reach * mm)
  const jets = Array.from({ length: nozzle.count }, (_, i) => (360 * i) / nozzle.count)
  const rm = machine.meanRadiusM * mm
  const bore = nozzle.throatDiameterM * mm
  const jetEnd = Math.max(bore, jetWidthM * mm)
  // two jets lie level and may run on; more of them stay within the round sheet
  const length =
    nozzle.count <= 2
      ? reach * mm
      : Math.max(1, Math.sqrt(Math.max(0, (reach * mm) ** 2 - (rm + bore / 2) ** 2)) - nozzle.gapM * mm)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Rotor face: ${machine.bladeCount} blades, mean radius ${shown.text(machine.meanRadiusM, 'length')}, ${nozzle.count} jets`}
    >
      <defs>
        <Hatch id={hatch} gap={5} />
      </defs>
      <g transform={`translate(${W / 2} ${H / 2}) scale(${scale})`}>
        {wallIn > 0 && (
          <path
            d={`M${-(wallIn * mm + 3)} 0a${wallIn * mm + 3} ${wallIn * mm + 3} 0 1 1 ${2 * (wallIn * mm + 3)} 0a${wallIn * mm + 3} ${wallIn * mm + 3} 0 1 1 ${-2 * (wallIn * mm + 3)} 0ZM${-wallIn * mm} 0a${wallIn * mm} ${wallIn * mm} 0 1 0 ${2 * wallIn * mm} 0a${wallIn * mm} ${wallIn * mm} 0 1 0 ${-2 * wallIn * mm} 0Z`}
            fill={`url(#${hatch})`}
            stroke={color('ink')}
            strokeWidth={0.8 / scale}
            fillRule="evenodd"
          />
        )}
        <circle r={rootM * mm} fill={color('field')} stroke={color('ink')} strokeWidth={1.3 / scale} />
        {blades.map((d) => (
          <path key={d} d={d} fill={color('ink')} fillOpacity="0.82" />
        ))}
        <circle
          r={rm}
          fill="none"
          stroke={color('mute')}
          strokeWidth={0.8 / scale}
          strokeDasharray={`${8 / scale} ${3 / scale} ${2 / scale} ${3 / scale}`}
        />
        <circle r={machine.hubRadiusM * mm} fill={color('sheet')} stroke={color('ink')} strokeWidth={1.2 / scale} />
        <circle r={(build.machine.shaft.diameterM * mm) / 2} fill={color('mute')} opacity="0.6" />
        {jets.map((angle) => (
          <g key={angle} transform={`rotate(${angle})`}>
            <path
              d={`M${-nozzle.gapM * mm} ${-rm - bore / 2}L${machine.bladeDepthM * mm * 0.8} ${-rm - jetEnd / 2}L${machine.bladeDepthM * mm * 0.8} ${-rm + jetEnd / 2}L${-nozzle.gapM * mm} ${-rm + bore / 2}Z`}
              fill={color('pale')}
              opacity="0.55"
            />
            <rect x={-length - nozzle.gapM * mm} y={-rm - bore / 2} width={length} height={bore} fill={color('pipe')} />
          </g>
        ))}
        <path
          d={`M${rm * 0.42} ${-rm * 0.42}A${rm * 0.6} ${rm * 0.6} 0 0 1 ${rm * 0.6} 0`}
          fill="none"
          stroke={color('copper')}
          strokeWidth={1.8 / scale}
        />
        <path d={`M${rm * 0.6} ${rm * 0.06}l${-5 / scale} ${-9 / scale}h${10 / scale}Z`} fill={color('copper')} />
      </g>
      <Dimension
        x1={W / 2}
        y1={H / 2}
        x2={W / 2 - rm * scale * Math.cos(0.5)}
        y2={H / 2 + rm * scale * Math.sin(0.5)}
        text=""
      />
      <text
        x={W / 2 - rm * scale * 0.5 - 6}
        y={H / 2 + rm * scale * 0.34}
        fontSize="11"
        className="num"
        textAnchor="end"
        fill={color('ink')}
        paintOrder="stroke"
        stroke={color('sheet')}
        strokeWidth="3"
      >
        r {shown.text(machine.meanRadiusM, 'length')}
      </text>
      <text x={W / 2 + reach * mm * scale + 10} y={H / 2 + 10} fontSize="11" className="num" fill={color('ink')}>
        <tspan x={W / 2 + reach * mm * scale + 10}>tip ⌀ {shown.text(2 * tipM, 'length')}</tspan>
        <tspan x={W / 2 + reach * mm * scale + 10} dy="16">
          hub ⌀ {shown.text(2 * machine.hubRadiusM, 'length')}
        </tspan>
        <tspan x={W / 2 + reach * mm * scale + 10} dy="16">
          blades {shown.text(machine.bladeHeightM, 'length')} tall
        </tspan>
        {machine.casing.kind === 'close' && (
          <tspan x={W / 2 + reach * mm * scale + 10} dy="16">
            wall {shown.text(machine.casing.clearanceM, 'length')} off
          </tspan>
        )}
      </text>
      <text
        x={W / 2 - reach * mm * scale - 10}
        y={Math.max(14, H / 2 - rm * scale - 8)}
        fontSize="11"
        className="num"
        textAnchor="end"
        fill={color('ink')}
      >
        {nozzle.count > 1 ? `${nozzle.count} × ` : ''}⌀ {shown.text(nozzle.throatDiameterM, 'length')}, gap{' '}
        {shown.text(nozzle.gapM, 'length')}
      </text>
    </svg>
  )
})
