import { useId } from 'react'
import { valveShift } from '../../../core/engine'
import type { EngineMachine } from '../../../project/document'
import { Hatch, color } from '../../../ui'

const mm = 1000

/** How strongly air of a pressure is tinted. */
export const tint = (pa: number, roomPa: number, supplyPa: number): number =>
  0.12 + 0.68 * Math.min(1, Math.max(0, (pa - roomPa) / Math.max(1, supplyPa - roomPa)))

/** Head with its seat, the ball as the pin holds it, and the air before it. */
export function SingleTop({
  m,
  head,
  half,
  wall,
  lift,
  scale,
  supplyPa,
  roomPa,
}: {
  m: Extract<EngineMachine, { family: 'single-acting-engine' }>
  head: number
  half: number
  wall: number
  /** Of the ball off its seat, mm. */
  lift: number
  scale: number
  supplyPa: number
  roomPa: number
}) {
  const hatch = useId()
  const seat = (m.ball.seatDiameterM * mm) / 2
  const ball = (m.ball.ballDiameterM * mm) / 2
  const sits = Math.sqrt(Math.max(0, ball * ball - seat * seat))
  const chamber = ball * 1.25
  const top = head - wall - 3.1 * ball
  const solid = { fill: `url(#${hatch})`, stroke: color('ink'), strokeWidth: 1.2 / scale }
  return (
    <>
      <defs>
        <Hatch id={hatch} gap={6 / scale} />
      </defs>
      <rect
        x={-chamber}
        y={top}
        width={2 * chamber}
        height={head - wall - top}
        fill={color('pipe')}
        fillOpacity={tint(supplyPa, roomPa, supplyPa)}
      />
      <rect
        x={-seat}
        y={head - wall}
        width={2 * seat}
        height={wall}
        fill={color('pipe')}
        fillOpacity={lift > 0 ? 0.7 : 0.3}
      />
      {([-1, 1] as const).map((side) => (
        <g key={side}>
          <rect
            x={side < 0 ? -half - wall : seat}
            y={head - wall}
            width={half + wall - seat}
            height={wall}
            {...solid}
          />
          <rect x={side < 0 ? -chamber - wall : chamber} y={top} width={wall} height={head - wall - top} {...solid} />
        </g>
      ))}
      {m.ball.motion.kind === 'spring' && (
        <Coil from={head - wall - sits - lift - 0.45 * ball} to={top} half={0.8 * ball} width={1.5 / scale} />
      )}
      <circle
        cx="0"
        cy={head - wall - sits - lift}
        r={ball}
        fill={color('sheet')}
        stroke={color('ink')}
        strokeWidth={1.4 / scale}
      />
      {lift > 0 && (
        <text x={ball + 3} y={head - wall - sits - lift} fontSize={11 / scale} className="num" fill={color('copper')}>
          {`${lift.toFixed(2)} mm`}
        </text>
      )}
    </>
  )
}

/** A spring between two heights, seen from the side. */
function Coil({ from, to, half, width }: { from: number; to: number; half: number; width: number }) {
  const turns = 5
  const points = Array.from({ length: 2 * turns + 1 }, (_, i) => {
    const y = from + ((to - from) * i) / (2 * turns)
    return `${i % 2 === 0 ? -half : half},${y}`
  })
  return <polyline points={points.join(' ')} fill="none" stroke={color('ink')} strokeWidth={width} />
}

/** The valve beside the cylinder as it stands: what of each end’s port is open to the air, and to the outside. */
export function SlideValve({
  m,
  rad,
  head,
  foot,
  half,
  wall,
  scale,
}: {
  m: Extract<EngineMachine, { family: 'double-acting-engine' }>
  rad: number
  head: number
  foot: number
  half: number
  wall: number
  scale: number
}) {
  const { valve } = m
  const s = valveShift(valve, rad) * mm
  const e = valve.eccentricityM * mm
  const port = valve.portHeightM * mm
  const x = half + wall
  const open = (shift: number, lap: number) => Math.min(Math.max(shift - lap * mm, 0), port)
  const ends = [
    { id: 'head', y: head + 1, lets: open(s, valve.admissionLapM), out: open(-s, valve.exhaustLapM) },
    { id: 'crank', y: foot - port - 1, lets: open(-s, valve.admissionLapM), out: open(s, valve.exhaustLapM) },
  ]
  const middle = (head + foot) / 2
  const length = Math.max(2 * e + 2 * port, 0.45 * (foot - head))
  return (
    <g>
      {ends.map(({ id, y, lets, out }) => (
        <g key={id}>
          <rect
            x={half}
            y={y}
            width={wall + 2.4 * e + 4}
            height={port}
            fill={color('pipe')}
            fillOpacity={lets > 0 ? 0.75 : out > 0 ? 0.2 : 0.05}
            stroke={color('ink')}
            strokeWidth={0.8 / scale}
          />
          <text
            x={x + 2.4 * e + 6}
            y={y + port / 2 + 4 / scale}
            fontSize={10 / scale}
            fill={lets > 0 ? color('petrol') : color('mute')}
          >
            {lets > 0 ? `in ${lets.toFixed(1)}` : out > 0 ? `out ${out.toFixed(1)}` : 'shut'}
          </text>
        </g>
      ))}
      {m.valveKind === 'turned' ? (
        <TurnedValve at={[x + 0.4 * e, middle]} length={length} shift={s} width={1 / scale} />
      ) : (
        <rect
          x={x + 0.4 * e}
          y={middle - length / 2 - s}
          width={1.6 * e + 2}
          height={length}
          fill={color('copper')}
          fillOpacity="0.85"
          stroke={color('ink')}
          strokeWidth={1 / scale}
        />
      )}
    </g>
  )
}

/** Share of a turned valve’s radius that its edges lie off its middle, and that its hollow is wide. */
const [EDGE, HOLLOW] = [0.85, 0.4] as const

/**
 * A valve turned about its middle, seen along it: its face towards the cylinder, moved by as much as a slide would be.
 */
function TurnedValve({
  at: [x, y],
  length,
  shift,
  width,
}: {
  at: readonly [number, number]
  length: number
  shift: number
  width: number
}) {
  const r = length / 2 / EDGE
  const turn = Math.asin(Math.max(-1, Math.min(1, shift / r)))
  const place = (radius: number, a: number) =>
    `${x + r - radius * Math.cos(a + turn)},${y - radius * Math.sin(a + turn)}`
  const [out, hollow, deep] = [Math.asin(EDGE), Math.asin(HOLLOW), 0.62 * r]
  return (
    <g stroke={color('ink')} strokeWidth={width}>
      <circle cx={x + r} cy={y} r={r} fill={color('pipe')} fillOpacity="0.12" />
      <path
        d={`M${place(0, 0)} L${place(r, -out)} A${r},${r} 0 0 1 ${place(r, -hollow)} L${place(deep, -hollow)} A${deep},${deep} 0 0 1 ${place(deep, hollow)} L${place(r, hollow)} A${r},${r} 0 0 1 ${place(r, out)} Z`}
        fill={color('copper')}
        fillOpacity="0.85"
      />
      <circle cx={x + r} cy={y} r={0.2 * r} fill={color('sheet')} />
    </g>
  )
}
