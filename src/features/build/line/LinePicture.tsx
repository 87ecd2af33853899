'use client'
import { useId } from 'react'
import { likeHole } from '../../../core/prediction'
import { isFed, type Build } from '../../../project/document'
import { areaOfConductance } from '../../../core/flow'
import { Hatch, color } from '../../../ui'
import type { Shown } from '../../shared'
import type { MachinePredicted as AirPredicted } from '../../../project/document'

const [W, TOP, BASE] = [620, 26, 128]

interface Place {
  readonly name: string
  readonly kind: 'source' | 'regulator' | 'hose' | 'fitting' | 'nozzle'
  readonly beforePa: number
  readonly afterPa: number
  readonly boreM: number
  readonly choked: boolean
  readonly mach: number | null
}

/** Each part of the way as a place with the pressure before and behind it, gauge. */
function places(build: Build, { air, input, nozzle }: AirPredicted): Place[] {
  const { line } = build
  const pa = input.ambient.absolutePressurePa
  const gauge = (abs: number) => Math.max(0, abs - pa)
  const bore = Math.max(4e-3, ...line.parts.map((p) => (p.kind === 'hose' ? p.boreM : 0)))
  const source = gauge(air.sourcePressurePaAbs)
  return [
    { name: 'supply', kind: 'source', beforePa: source, afterPa: source, boreM: bore, choked: false, mach: null },
    ...(line.regulator
      ? [
          {
            name: line.regulator.kind === 'piston' ? 'piston regulator' : 'regulator',
            kind: 'regulator' as const,
            beforePa: source,
            afterPa: gauge(air.supplyPressurePaAbs),
            boreM: bore,
            choked: air.droppedOut,
            mach: null,
          },
        ]
      : []),
    ...line.parts.map((part, i): Place => {
      const state = air.parts[i]
      const p = gauge(air.supplyPressurePaAbs)
      return {
        name: part.label || part.kind,
        kind: part.kind,
        beforePa: state ? gauge(state.inletPaAbs) : p,
        afterPa: state ? gauge(state.outletPaAbs) : p,
        boreM: part.kind === 'hose' ? part.boreM : Math.sqrt((4 * areaOfConductance(part.sonicConductance)) / Math.PI),
        choked: state?.choked ?? false,
        mach: state?.mach ?? null,
      }
    }),
    {
      name: isFed(build) ? 'nozzle' : 'inlet',
      kind: 'nozzle',
      beforePa: gauge(air.nozzlePressurePaAbs),
      afterPa: gauge(air.nozzlePressurePaAbs),
      boreM: isFed(build)
        ? build.machine.nozzle.throatDiameterM
        : likeHole(
            nozzle.massFlowKgPerS,
            { absolutePressurePa: air.nozzlePressurePaAbs, temperatureK: air.temperatureK },
            pa,
          ),
      choked: false,
      mach: null,
    },
  ]
}

/** The way of the air as a staircase of pressure, over the parts it passes drawn by their bores. */
export function LinePicture({ build, predicted, shown }: { build: Build; predicted: AirPredicted; shown: Shown }) {
  const hatch = useId()
  const all = places(build, predicted)
  const top = Math.max(...all.map((p) => p.beforePa), 1)
  const step = (W - 40) / all.length
  const least = Math.min(...all.map((p) => p.afterPa))
  // small losses are drawn on a stretched scale, with a break in its foot
  const foot = top - least < 0.3 * top ? Math.max(0, top - 2.4 * Math.max(top - least, 0.02 * top)) : 0
  const y = (pa: number) => BASE - ((pa - foot) / (top - foot)) * (BASE - TOP)
  const widest = Math.max(...all.map((p) => p.boreM))
  const half = (boreM: number) => Math.max(2, (boreM / widest) * 17)
  const mid = 176
  const path = all
    .map((p, i) => `${i === 0 ? 'M' : 'L'}${20 + i * step} ${y(p.beforePa)}L${20 + (i + 1) * step} ${y(p.afterPa)}`)
    .join('')
  const words = (p: Place) =>
    p.name.length * 5.6 > step - 6 ? `${p.name.slice(0, Math.max(3, Math.floor((step - 6) / 5.6) - 1))}…` : p.name
  return (
    <svg
      viewBox={`0 0 ${W} 218`}
      width="100%"
      role="img"
      aria-label={`Pressure on the way: ${all.map((p) => `${p.name} ${shown.text(p.afterPa, 'gaugePressure')}`).join(', ')}`}
    >
      <defs>
        <Hatch id={hatch} tone="brick" gap={5} />
      </defs>
      <path d={`${path}L${W - 20} ${BASE}L20 ${BASE}Z`} fill={color('pipe')} opacity="0.14" />
      <path d={path} fill="none" stroke={color('petrol')} strokeWidth="2" strokeDasharray="6 4" />
      <line x1="20" x2={W - 20} y1={BASE} y2={BASE} stroke={color('rule')} />
      {foot > 0 && (
        <g>
          <path d={`M14 ${BASE - 6}l12 -5M14 ${BASE - 1}l12 -5`} stroke={color('mute')} />
          <text x="30" y={BASE - 4} fontSize="10" className="num" fill={color('mute')}>
            from {shown.text(foot, 'gaugePressure')}
          </text>
        </g>
      )}
      {all.map((p, i) => {
        const [x, next] = [20 + i * step, 20 + (i + 1) * step]
        const lost = p.beforePa - p.afterPa
        const h = half(p.boreM)
        return (
          <g key={i}>
            {i > 0 && <line x1={x} x2={x} y1={y(p.beforePa)} y2={mid - 20} stroke={color('rule')} />}
            {lost > 0.002 * top && (
              <text
                x={(x + next) / 2}
                y={y((p.beforePa + p.afterPa) / 2) - 8}
                textAnchor="middle"
                fontSize="11"
                fontWeight="600"
                className="num"
                fill={p.choked ? color('brick') : color('ink')}
                stroke={color('sheet')}
                strokeWidth="3"
                paintOrder="stroke"
              >
                −{shown.text(lost, 'pressureDrop')}
              </text>
            )}
            {p.kind === 'hose' && (
              <rect
                x={x}
                y={mid - h}
                width={step}
                height={2 * h}
                fill={p.choked ? `url(#${hatch})` : color('pipe')}
                opacity="0.85"
              />
            )}
            {p.kind === 'fitting' && (
              <path
                d={`M${x} ${mid - 17}C${x + step * 0.4} ${mid - 17} ${x + step * 0.4} ${mid - h} ${x + step / 2} ${mid - h}C${x + step * 0.6} ${mid - h} ${x + step * 0.6} ${mid - 17} ${next} ${mid - 17}V${mid + 17}C${x + step * 0.6} ${mid + 17} ${x + step * 0.6} ${mid + h} ${x + step / 2} ${mid + h}C${x + step * 0.4} ${mid + h} ${x + step * 0.4} ${mid + 17} ${x} ${mid + 17}Z`}
                fill={p.choked ? `url(#${hatch})` : color('pipe')}
                opacity="0.85"
              />
            )}
            {p.kind === 'regulator' && (
              <g>
                <rect x={x} y={mid - 12} width={step} height="24" fill={color('pipe')} opacity="0.85" />
                <circle
                  cx={(x + next) / 2}
                  cy={mid}
                  r="15"
                  fill={color('sheet')}
                  stroke={p.choked ? color('brick') : color('ink')}
                  strokeWidth="1.5"
                />
                <path
                  d={`M${(x + next) / 2 - 10} ${mid - 4}h20M${(x + next) / 2 - 6} ${mid - 4}l3 -4l3 4l3 -4l3 4M${(x + next) / 2} ${mid - 4}v10`}
                  fill="none"
                  stroke={color('ink')}
                  strokeWidth="1.2"
                />
              </g>
            )}
            {p.kind === 'source' && (
              <rect x={x} y={mid - 20} width={step} height="40" rx="10" fill={color('pipe')} opacity="0.85" />
            )}
            {p.kind === 'nozzle' && (
              <path
                d={`M${x} ${mid - 17}H${x + step * 0.3}L${x + step * 0.6} ${mid - 4}H${x + step * 0.7}V${mid + 4}H${x + step * 0.6}L${x + step * 0.3} ${mid + 17}H${x}Z`}
                fill={color('pipe')}
                opacity="0.85"
              />
            )}
            <text x={(x + next) / 2} y={mid + 34} textAnchor="middle" fontSize="11" fill={color('mute')}>
              <title>{p.name}</title>
              {words(p)}
            </text>
            {p.mach !== null && (
              <text
                x={(x + next) / 2}
                y={mid + 4}
                textAnchor="middle"
                fontSize="10"
                className="num"
                fill={p.choked ? color('brick') : color('onPipe')}
              >
                {p.choked ? 'choked' : `M ${p.mach.toFixed(2)}`}
              </text>
            )}
            {p.mach === null && p.choked && p.kind === 'fitting' && (
              <text x={(x + next) / 2} y={mid - 22} textAnchor="middle" fontSize="10" fill={color('brick')}>
                choked
              </text>
            )}
          </g>
        )
      })}
      <text x="20" y={y(all[0].beforePa) - 8} fontSize="11" className="num" fill={color('ink')}>
        {shown.text(all[0].beforePa, 'gaugePressure')}
      </text>
      <text
        x={W - 20}
        y={Math.max(14, y(all[all.length - 1].afterPa) - 8)}
        textAnchor="end"
        fontSize="11"
        fontWeight="600"
        className="num"
        fill={color('ink')}
      >
        {shown.text(all[all.length - 1].afterPa, 'gaugePressure')}
      </text>
    </svg>
  )
}
