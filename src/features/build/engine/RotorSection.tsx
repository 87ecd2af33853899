import { memo, useId } from 'react'
import {
  flankFaces,
  flankOf,
  portOpening,
  rotorMiddle,
  wallPoint,
  type EngineCycle,
  type Point,
} from '../../../core/engine'
import { formatNumber } from '../../../core/units'
import type { RotorEngine } from '../../../project/document'
import { Hatch, color } from '../../../ui'
import type { Shown } from '../../shared'
import { atAngle } from './at-angle'
import { tint } from './section-valves'

const mm = 1000
const [W, H] = [270, 330]
const THIRD = (2 * Math.PI) / 3
const QUARTER = Math.PI / 2

interface Props {
  readonly machine: RotorEngine
  /** One period; none where it stands: then only the mechanism is drawn. */
  readonly cycle: EngineCycle | null
  /** Of the shaft, degrees; which of its flanks is looked at. */
  readonly angle: number
  readonly flank: number
  readonly supplyPa: number
  readonly roomPa: number
  readonly shown: Shown
}

/** As it is drawn: y downwards. */
const text = ([x, y]: Point): string => `${(x * mm).toFixed(2)} ${(-y * mm).toFixed(2)}`
const closed = (points: readonly Point[]): string => `M${points.map(text).join('L')}Z`
const up = (angle: number, far = 1): Point => [far * Math.cos(angle + QUARTER), far * Math.sin(angle + QUARTER)]
const plus = ([a, b]: Point, [c, d]: Point): Point => [a + c, b + d]

/** A flank from its first tip to its last when it faces an angle, the rotor’s middle at the origin. */
export function flankPoints(
  m: Pick<RotorEngine, 'eccentricityM' | 'radiusM' | 'flankGapM'>,
  faces: number,
  steps = 24,
): Point[] {
  const f = flankOf(m, m.flankGapM)
  const half = Math.asin(((Math.sqrt(3) / 2) * m.radiusM) / f.radiusM)
  return Array.from({ length: steps + 1 }, (_, i) => {
    const s = (i / steps - 0.5) * 2 * half
    return plus(up(faces, f.centreM), up(faces + s, f.radiusM))
  })
}

const wall = (m: RotorEngine, from: number, to: number, steps: number): Point[] =>
  Array.from({ length: steps + 1 }, (_, i) => wallPoint(m, from + ((to - from) * i) / steps))

/** Outwards of the wall at an angle. */
function outwards(m: RotorEngine, angle: number): Point {
  const [[ax, ay], [bx, by]] = [wallPoint(m, angle - 1e-4), wallPoint(m, angle + 1e-4)]
  const long = Math.hypot(bx - ax, by - ay)
  return [(by - ay) / long, -(bx - ax) / long]
}

/** A port as it is made: a channel through the wall, or a hole in the cover behind the rotor. */
function Port({
  m,
  which,
  turned,
  open,
  thick,
  fed = false,
}: {
  m: RotorEngine
  which: 'intake' | 'outlet'
  turned: number
  open: boolean
  thick: number
  fed?: boolean
}) {
  const port = m[which]
  const tone = color(fed ? 'pipe' : 'copper')
  const angle = port.angleRad + turned
  if (port.coverRadiusM !== null) {
    const [x, y] = up(angle, port.coverRadiusM)
    return (
      <circle
        cx={x * mm}
        cy={-y * mm}
        r={(port.diameterM * mm) / 2}
        fill={tone}
        fillOpacity={open ? 0.85 : 0.35}
        stroke={color('ink')}
        strokeWidth={thick}
      />
    )
  }
  const out = outwards(m, angle)
  const at = wallPoint(m, angle)
  const [dx, dy] = [(-out[1] * port.diameterM) / 2, (out[0] * port.diameterM) / 2]
  const far: Point = [out[0] * m.wallM * 1.05, out[1] * m.wallM * 1.05]
  const corners: Point[] = [
    [at[0] - dx, at[1] - dy],
    [at[0] + dx, at[1] + dy],
    [at[0] + dx + far[0], at[1] + dy + far[1]],
    [at[0] - dx + far[0], at[1] - dy + far[1]],
  ]
  return (
    <path d={closed(corners)} fill={tone} fillOpacity={open ? 0.85 : 0.35} stroke={color('ink')} strokeWidth={thick} />
  )
}

/**
 * Section through housing and rotor at an angle of the shaft, to scale, seen from the front: each chamber’s air by its
 * pressure, ports as they stand.
 */
export const RotorSection = memo(function RotorSection({
  machine: m,
  cycle,
  angle,
  flank,
  supplyPa,
  roomPa,
  shown,
}: Props) {
  const hatch = useId()
  const rad = (angle * Math.PI) / 180
  const reach = (m.radiusM + m.eccentricityM + m.wallM) * mm
  const wide = m.tube ? reach + m.tube.boreDiameterM * mm + 7 : reach + 3
  const scale = Math.min((W - 8) / (2 * wide), (H - 8) / (2 * wide))
  const thick = 1.2 / scale
  const middle = rotorMiddle(m, flankFaces(0, rad))
  const pressure = (k: number) => (cycle ? atAngle(cycle.angleRad, cycle.chambers[k].pressurePaAbs, angle) : roomPa)
  const gauge = (pa: number) => shown.text(pa - roomPa, 'pressureDrop')
  const shape = flankOf(m, m.flankGapM)
  const opening = { intake: portOpening(m, shape, m.intake).areaM2, outlet: portOpening(m, shape, m.outlet).areaM2 }
  const isOpen = (which: 'intake' | 'outlet', turned: number) =>
    [0, 1, 2].some((k) => opening[which](flankFaces(k, rad) - turned) > 1e-9)
  const outer = Array.from({ length: 97 }, (_, i): Point => {
    const a = (2 * Math.PI * i) / 96
    const [p, o] = [wallPoint(m, a), outwards(m, a)]
    return [p[0] + o[0] * m.wallM, p[1] + o[1] * m.wallM]
  })
  const rotor = [0, 1, 2].flatMap((k) => flankPoints(m, flankFaces(k, rad)).map((p) => plus(p, middle)))
  const e = m.eccentricityM * mm
  const [cx, cy] = [middle[0] * mm, -middle[1] * mm]
  const bore = e + (m.shaft.diameterM * mm) / 2 + 2
  const tubeAt = wide - (m.tube ? (m.tube.boreDiameterM * mm) / 2 + 1.5 : 0)
  const faces = flankFaces(flank, rad)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Section at ${Math.round(angle)} degrees of the shaft: flank ${flank + 1} faces ${Math.round(((faces * 180) / Math.PI) % 360)} degrees, ${gauge(pressure(flank))} gauge before it`}
      data-testid="engine-section"
    >
      <defs>
        <Hatch id={hatch} gap={6 / scale} />
      </defs>
      <g transform={`translate(${W / 2} ${H / 2}) scale(${scale})`}>
        {m.tube && (
          <path
            d={`M${tubeAt * Math.sin(-0.5)} ${-tubeAt * Math.cos(0.5)}A${tubeAt} ${tubeAt} 0 1 0 ${tubeAt * Math.sin(0.5)} ${tubeAt * Math.cos(0.5)}`}
            fill="none"
            stroke={color('pipe')}
            strokeOpacity="0.45"
            strokeWidth={m.tube.boreDiameterM * mm}
            strokeLinecap="round"
          />
        )}
        <path
          d={`${closed(outer)}${closed(wall(m, 0, 2 * Math.PI, 96))}`}
          fillRule="evenodd"
          fill={`url(#${hatch})`}
          stroke={color('ink')}
          strokeWidth={thick}
        />
        {[0, 1, 2].map((k) => {
          const f = flankFaces(k, rad)
          const back = flankPoints(m, f)
            .map((p) => plus(p, middle))
            .reverse()
          return (
            <path
              key={k}
              d={closed([...wall(m, f - THIRD / 2, f + THIRD / 2, 32), ...back])}
              fill={color('pipe')}
              fillOpacity={tint(pressure(k), roomPa, supplyPa)}
            />
          )
        })}
        {([0, Math.PI] as const).flatMap((turned) => [
          <Port
            key={`in${turned}`}
            m={m}
            which="intake"
            fed={turned === 0 || m.tube !== null}
            turned={turned}
            open={isOpen('intake', turned)}
            thick={thick}
          />,
          <Port
            key={`out${turned}`}
            m={m}
            which="outlet"
            turned={turned}
            open={isOpen('outlet', turned)}
            thick={thick}
          />,
        ])}
        <path
          d={closed(rotor)}
          fill={color('sheet')}
          stroke={color('ink')}
          strokeWidth={1.5 * thick}
          strokeLinejoin="round"
        />
        <path
          d={`M${flankPoints(m, faces)
            .map((p) => text(plus(p, middle)))
            .join('L')}`}
          fill="none"
          stroke={color('petrol')}
          strokeWidth={2.6 * thick}
        />
        <circle
          cx={cx}
          cy={cy}
          r={3 * e}
          fill="none"
          stroke={color('mute')}
          strokeWidth={0.8 * thick}
          strokeDasharray={`${2 / scale} ${2 / scale}`}
        />
        <circle
          r={2 * e}
          fill="none"
          stroke={color('mute')}
          strokeWidth={0.8 * thick}
          strokeDasharray={`${2 / scale} ${2 / scale}`}
        />
        <circle cx={cx} cy={cy} r={bore} fill={color('field')} stroke={color('ink')} strokeWidth={thick} />
        <circle r={(m.shaft.diameterM * mm) / 2} fill={color('sheet')} stroke={color('ink')} strokeWidth={thick} />
        <line x1="0" y1="0" x2={cx} y2={cy} stroke={color('copper')} strokeWidth={1.4 * thick} />
        {cycle &&
          [0, 1, 2].map((k) => {
            const [x, y] = plus(middle, up(flankFaces(k, rad), shape.middleM * 0.72))
            return (
              <text
                key={k}
                x={x * mm}
                y={-y * mm + 4 / scale}
                fontSize={11 / scale}
                textAnchor="middle"
                className="num"
                fontWeight={k === flank ? '700' : '400'}
                fill={k === flank ? color('petrol') : color('mute')}
              >
                {formatNumber(Math.round(10 * shown.number(pressure(k) - roomPa, 'pressureDrop')) / 10)}
              </text>
            )
          })}
      </g>
      {cycle && (
        <text x={W - 4} y={H - 6} fontSize="11" textAnchor="end" fill={color('mute')}>
          {`${shown.unit('pressureDrop').label} gauge before each flank`}
        </text>
      )}
    </svg>
  )
})
