'use client'
import { memo } from 'react'
import { outletOutlines, outletReach } from '../../../core/geometry'
import { outletOfForm, outletSection } from '../../../core/flow'
import type { FedMachine } from '../../../project/document'
import { color } from '../../../ui'
import type { Shown } from '../../shared'

/** The outlet seen against the jet, to scale, with what its edge costs. */
export const OutletFace = memo(function OutletFace({
  nozzle,
  shapeFactor,
  shown,
}: {
  nozzle: FedMachine['nozzle']
  shapeFactor: number
  shown: Shown
}) {
  const outlines = outletOutlines(nozzle.form, nozzle.throatDiameterM)
  const reach = outletReach(nozzle.form, nozzle.throatDiameterM)
  const bore = nozzle.form.kind === 'sector' ? reach * 1.15 : nozzle.inletBoreM / 2
  const scale = 62 / Math.max(bore, reach)
  const section = outletSection(outletOfForm(nozzle.form, nozzle.throatDiameterM))
  const path = outlines
    .map((o) => `M${o.map(([x, y]) => `${(90 + x * scale).toFixed(2)} ${(70 - y * scale).toFixed(2)}`).join('L')}Z`)
    .join('')
  const rows: [string, string][] = [
    ['area', shown.text(section.areaM2, 'area')],
    ['wetted edge', shown.text(section.wettedPerimeterM, 'length')],
    ['hydraulic diameter', shown.text(section.hydraulicDiameterM, 'length')],
    ['flow beside one round hole', `${(100 * shapeFactor).toFixed(1)} % (estimate)`],
  ]
  return (
    <svg
      viewBox="0 0 620 142"
      width="100%"
      role="img"
      aria-label={`Outlet from the front: ${rows.map(([a, b]) => `${a} ${b}`).join(', ')}`}
    >
      {nozzle.form.kind !== 'sector' && (
        <circle cx="90" cy="70" r={bore * scale} fill="none" stroke={color('mute')} strokeDasharray="4 3" />
      )}
      <path d={path} fill={color('pipe')} stroke={color('ink')} strokeWidth="1" />
      {rows.map(([name, value], i) => (
        <g key={name}>
          <text x="200" y={34 + i * 24} fontSize="12" fill={color('mute')}>
            {name}
          </text>
          <text x="380" y={34 + i * 24} fontSize="12" fontWeight="600" className="num" fill={color('ink')}>
            {value}
          </text>
        </g>
      ))}
    </svg>
  )
})
