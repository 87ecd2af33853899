'use client'
import { Box } from '@chakra-ui/react'
import { memo, useState } from 'react'
import type { TurbinePoint } from '../../../core/turbine'
import { formatNumber, inRpm } from '../../../core/units'
import { Arrow, Views, color } from '../../../ui'

const W = 620
const H = 216

/** Velocity triangles to one scale: into the blades on the left, out of them on the right. Travel is to the right. */
export const Triangles = memo(function Triangles({ point }: { point: TurbinePoint }) {
  const [row, setRow] = useState(0)
  const t = point.triangles[Math.min(row, point.triangles.length - 1)]
  if (!t)
    return (
      <Box color="mute" fontSize="sm" py="6">
        No blades turn the air here: velocity triangles have no meaning for this machine.
      </Box>
    )
  const most = Math.max(
    Math.abs(t.c1.tangential),
    Math.abs(t.w2.tangential),
    Math.abs(t.bladeSpeed),
    Math.abs(t.outletBladeSpeed),
    1,
  )
  const axial = Math.max(t.c1.meridional, t.w2.meridional, 1)
  const scale = Math.min(300 / most, 140 / axial)
  const x = (v: { tangential: number }) => v.tangential * scale
  const y = (v: { meridional: number }) => v.meridional * scale
  const speed = (v: { tangential: number; meridional: number }) => formatNumber(Math.hypot(v.tangential, v.meridional))
  const u = t.bladeSpeed * scale
  const u2 = t.outletBladeSpeed * scale
  const inlet = { x: 40, y: 46 }
  const outlet = { x: t.w2.tangential < 0 ? Math.min(W - 40, 400 + Math.max(0, -x(t.w2))) : 430, y: 46 }
  return (
    <>
      {point.triangles.length > 1 && (
        <Views
          label="Stage"
          value={String(row)}
          views={point.triangles.map((_, i) => ({ value: String(i), label: `Stage ${i + 1}` }))}
          onChange={(v) => setRow(Number(v))}
        />
      )}
      <svg
        viewBox={`0 0 ${W} ${H}`}
        width="100%"
        role="img"
        aria-label={`Velocity triangles at ${formatNumber(inRpm(point.speedRadPerS))} rpm: jet ${speed(t.c1)}, relative in ${speed(t.w1)}, relative out ${speed(t.w2)}, leaving ${speed(t.c2)}, blade ${formatNumber(t.bladeSpeed)} metres per second`}
      >
        <text x="16" y="18" fontSize="12" fontWeight="700" fill={color('ink')}>
          into the blades, m/s
        </text>
        <Arrow
          x={inlet.x}
          y={inlet.y}
          dx={x(t.c1)}
          dy={y(t.c1)}
          tone="petrol"
          label={`c₁ ${speed(t.c1)}`}
          labelSide={1}
          dashed
        />
        <Arrow
          x={inlet.x}
          y={inlet.y}
          dx={u}
          dy={0}
          tone="copper"
          label={u > 30 ? `u ${formatNumber(t.bladeSpeed)}` : 'u'}
          labelSide={-1}
        />
        <Arrow
          x={inlet.x + u}
          y={inlet.y}
          dx={x(t.w1)}
          dy={y(t.w1)}
          tone="ink"
          label={`w₁ ${speed(t.w1)}`}
          labelSide={-1}
          dashed
        />
        <text x="390" y="18" fontSize="12" fontWeight="700" fill={color('ink')}>
          out of them
        </text>
        <Arrow
          x={outlet.x}
          y={outlet.y}
          dx={x(t.w2)}
          dy={y(t.w2)}
          tone="ink"
          label={`w₂ ${speed(t.w2)}`}
          labelSide={1}
          dashed
        />
        <Arrow
          x={outlet.x + x(t.w2)}
          y={outlet.y + y(t.w2)}
          dx={u2}
          dy={0}
          tone="copper"
          label={u2 > 30 ? `u ${formatNumber(t.outletBladeSpeed)}` : 'u'}
          labelSide={1}
        />
        <Arrow
          x={outlet.x}
          y={outlet.y}
          dx={x(t.c2)}
          dy={y(t.c2)}
          tone="petrol"
          label={`c₂ ${speed(t.c2)}`}
          labelSide={-1}
          dashed
        />
        <text x={W - 8} y={H - 8} fontSize="11" textAnchor="end" fill={color('mute')}>
          predicted at {formatNumber(inRpm(point.speedRadPerS))} rpm · blades travel to the right
        </text>
      </svg>
    </>
  )
})
