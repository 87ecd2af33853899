import { memo, useId } from 'react'
import { pistonPlace, type EngineCycle } from '../../../core/engine'
import type { PistonEngine } from '../../../project/document'
import { Hatch, color } from '../../../ui'
import type { Shown } from '../../shared'
import { atAngle } from './at-angle'
import { SingleTop, SlideValve, tint } from './section-valves'

const mm = 1000
const [W, H] = [270, 400]

interface Props {
  readonly machine: PistonEngine
  /** One turn; none where it stands: then only the mechanism is drawn. */
  readonly cycle: EngineCycle | null
  /** Crank angle of the whole engine, degrees; which of its cylinders. */
  readonly angle: number
  readonly cylinder: number
  readonly supplyPa: number
  readonly roomPa: number
  readonly shown: Shown
}

/** Crank, pin and rod under a piston or crosshead, the crank’s middle at the origin, cylinder upwards. */
function CrankGear({
  machine,
  rad,
  joint,
  scale,
}: {
  machine: PistonEngine
  rad: number
  joint: number
  scale: number
}) {
  const r = (machine.strokeM / 2) * mm
  const [px, py] = [r * Math.sin(rad), -r * Math.cos(rad)]
  const web = r * 1.45
  return (
    <g>
      <circle r={web} fill={color('sheet')} stroke={color('ink')} strokeWidth={1.3 / scale} />
      <circle r={web * 0.1} fill="none" stroke={color('ink')} strokeWidth={1.1 / scale} />
      <line
        x1={px}
        y1={py}
        x2={0}
        y2={joint}
        stroke={color('ink')}
        strokeWidth={Math.max(1.6, web * 0.12)}
        strokeLinecap="round"
      />
      <circle cx={px} cy={py} r={web * 0.11} fill={color('ink')} />
      <circle cx={0} cy={joint} r={web * 0.1} fill={color('sheet')} stroke={color('ink')} strokeWidth={1.1 / scale} />
    </g>
  )
}

/** How far the pin stands out of the piston, so that it lifts the ball by its length at dead centre, mm. */
function pinStands(
  { ball }: Extract<PistonEngine, { family: 'single-acting-engine' }>,
  room: number,
  wall: number,
): number {
  const [b, seat] = [(ball.ballDiameterM * mm) / 2, (ball.seatDiameterM * mm) / 2]
  return Math.max(0.5, room + wall + Math.sqrt(Math.max(0, b * b - seat * seat)) + ball.pinLengthM * mm - b)
}

/** Pressure of an end, beside it. */
const Label = ({ x, y, text, scale }: { x: number; y: number; text: string; scale: number }) => (
  <text x={x} y={y} fontSize={11.5 / scale} textAnchor="end" fill={color('ink')}>
    <tspan className="num">{text}</tspan>
    <tspan x={x} dy={12 / scale} fontSize={10 / scale} fill={color('mute')}>
      gauge
    </tspan>
  </text>
)

/** Section through one cylinder at a crank angle, to scale: piston, valves as they stand, air by its pressure. */
export const EngineSection = memo(function EngineSection(props: Props) {
  const { machine: m, cycle, angle, cylinder, supplyPa, roomPa, shown } = props
  const hatch = useId()
  const rad = ((angle * Math.PI) / 180 - cylinder * m.phaseStepRad + 8 * Math.PI) % (2 * Math.PI)
  const { travelM } = pistonPlace(m, rad)
  const ball = cycle?.balls[cylinder]
  // a ball that moves by itself where the turn has it, any other on its pin
  const lift =
    m.family === 'single-acting-engine'
      ? Math.max(0, cycle && ball ? atAngle(cycle.angleRad, ball.liftM, angle) : m.ball.pinLengthM - travelM) * mm
      : 0
  const ends = m.family === 'double-acting-engine' ? 2 : 1
  const pressure = (end: number) =>
    cycle ? atAngle(cycle.angleRad, cycle.chambers[cylinder * ends + end].pressurePaAbs, angle) : roomPa
  const bore = m.boreM * mm
  const wall = m.wallM * mm
  const stroke = m.strokeM * mm
  const rod = m.rodM * mm
  const r = stroke / 2
  const area = (Math.PI / 4) * m.boreM ** 2
  const double = m.family === 'double-acting-engine'
  const room = (m.family === 'double-acting-engine' ? m.headClearanceM3 / area : m.clearanceM3 / area) * mm
  const low = (double ? m.crankClearanceM3 / (area - (Math.PI / 4) * m.rodDiameterM ** 2) : 0) * mm
  const crown = double ? 0.28 * bore : 0.9 * bore
  /** From the joint of the rod up to the piston’s face. */
  const above = double ? stroke + low + 0.9 * bore + crown : 0.45 * bore
  // the crank’s middle is the origin; y downwards
  const faceAtTop = -(r + rod + above)
  const face = faceAtTop + travelM * mm
  const head = faceAtTop - room
  const joint = -(r + rod) + travelM * mm
  const foot = double ? faceAtTop + stroke + crown + low : faceAtTop + stroke + 0.35 * crown + 2
  const topRoom = m.family === 'single-acting-engine' ? 3.2 * m.ball.seatDiameterM * mm + wall : wall + 2
  const valveWide = m.family === 'double-acting-engine' ? 2.6 * m.valve.eccentricityM * mm + 10 : 0
  const [top, bottom] = [head - wall - topRoom, r * 1.5]
  const wide = bore + 2 * wall + 8 + 2 * valveWide
  const scale = Math.min((H - 8) / (bottom - top), (W - 120) / wide)
  const text = (pa: number) => shown.text(pa - roomPa, 'pressureDrop')
  const half = bore / 2
  const hatched = { fill: `url(#${hatch})`, stroke: color('ink'), strokeWidth: 1.2 / scale }
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Section at ${Math.round(angle)} degrees: piston ${(travelM * mm).toFixed(1)} mm from the top, ${text(pressure(0))} gauge above it`}
      data-testid="engine-section"
    >
      <defs>
        <Hatch id={hatch} gap={6 / scale} />
      </defs>
      <g transform={`translate(${W / 2} ${4 - top * scale}) scale(${scale})`}>
        {m.family === 'single-acting-engine' ? (
          <SingleTop {...{ m, head, half, wall, lift, scale, supplyPa, roomPa }} />
        ) : (
          <rect x={-half - wall} y={head - wall} width={bore + 2 * wall} height={wall} {...hatched} />
        )}
        <rect
          x={-half}
          y={head}
          width={bore}
          height={Math.max(0, face - head)}
          fill={color('pipe')}
          fillOpacity={tint(pressure(0), roomPa, supplyPa)}
        />
        {double && (
          <rect
            x={-half}
            y={face + crown}
            width={bore}
            height={Math.max(0, foot - face - crown)}
            fill={color('pipe')}
            fillOpacity={tint(pressure(1), roomPa, supplyPa)}
          />
        )}
        <Walls {...{ m, head, foot, half, wall, faceAtTop, hatched, scale }} />
        <rect
          x={-half + 0.2}
          y={face}
          width={bore - 0.4}
          height={crown}
          fill={color('sheet')}
          stroke={color('ink')}
          strokeWidth={1.3 / scale}
        />
        {[0.22, 0.3].map((k) => (
          <line
            key={k}
            x1={-half + 0.2}
            x2={half - 0.2}
            y1={face + k * Math.min(crown, bore)}
            y2={face + k * Math.min(crown, bore)}
            stroke={color('ink')}
            strokeWidth={0.9 / scale}
          />
        ))}
        {m.family === 'single-acting-engine' && (
          <rect
            x={(-m.ball.pinDiameterM * mm) / 2}
            y={face - pinStands(m, room, wall)}
            width={m.ball.pinDiameterM * mm}
            height={pinStands(m, room, wall)}
            fill={color('copper')}
          />
        )}
        {m.family === 'double-acting-engine' && (
          <>
            <rect
              x={(-m.rodDiameterM * mm) / 2}
              y={face + crown}
              width={m.rodDiameterM * mm}
              height={joint - face - crown}
              fill={color('field')}
              stroke={color('ink')}
              strokeWidth={1 / scale}
            />
            <SlideValve {...{ m, rad, head, foot, half, wall, scale }} />
          </>
        )}
        <CrankGear machine={m} rad={rad} joint={joint} scale={scale} />
        <Label x={-half - wall - 4 / scale} y={head + 6 / scale} text={text(pressure(0))} scale={scale} />
        {double && <Label x={-half - wall - 4 / scale} y={foot - 14 / scale} text={text(pressure(1))} scale={scale} />}
      </g>
    </svg>
  )
})

type Hatched = { readonly fill: string; readonly stroke: string; readonly strokeWidth: number }

/** The cylinder’s wall on both sides, its ports left open; the end wall with the rod’s hole where there is one. */
function Walls({
  m,
  head,
  foot,
  half,
  wall,
  faceAtTop,
  hatched,
  scale,
}: {
  m: PistonEngine
  head: number
  foot: number
  half: number
  wall: number
  faceAtTop: number
  hatched: Hatched
  scale: number
}) {
  const pieces: readonly (readonly [number, number])[] =
    m.family === 'single-acting-engine'
      ? [
          [head, faceAtTop + m.ports.fromM * mm],
          [faceAtTop + (m.ports.fromM + m.ports.heightM) * mm, foot + 6],
        ]
      : [[head, foot]]
  const rodHole = m.family === 'double-acting-engine' ? (m.rodDiameterM * mm) / 2 + 0.2 : half
  return (
    <>
      {pieces
        .filter(([from, to]) => to > from)
        .flatMap(([from, to]) =>
          [-half - wall, half].map((x) => (
            <rect key={`${x} ${from}`} x={x} y={from} width={wall} height={to - from} {...hatched} />
          )),
        )}
      {m.family === 'single-acting-engine' && (
        <g stroke={color('ink')} strokeWidth={1 / scale} fill={color('sheet')}>
          {[-half - wall, half].map((x) => (
            <rect
              key={x}
              x={x}
              y={faceAtTop + m.ports.fromM * mm}
              width={wall}
              height={m.ports.heightM * mm}
              fillOpacity="0.4"
            />
          ))}
        </g>
      )}
      {m.family === 'double-acting-engine' &&
        ([-1, 1] as const).map((side) => (
          <rect
            key={side}
            x={side < 0 ? -half - wall : rodHole}
            y={foot}
            width={half + wall - rodHole}
            height={wall}
            {...hatched}
          />
        ))}
    </>
  )
}
