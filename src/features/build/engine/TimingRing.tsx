'use client'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { EngineMachine } from '../../../project/document'
import { color, useLocked } from '../../../ui'
import type { Handle } from './opening'
import { handlesOf, openings } from './timing'

const [W, H] = [350, 300]
const [CX, CY, OUTER, GAP, THICK] = [W / 2, H / 2, 118, 15, 11]

const point = (radius: number, deg: number): readonly [number, number] => {
  const a = (deg * Math.PI) / 180
  // dead centre at the top, clockwise as the crank is drawn
  return [CX + radius * Math.sin(a), CY - radius * Math.cos(a)]
}

function arc(radius: number, from: number, to: number): string {
  const span = Math.min(359.9, to - from)
  const [[ax, ay], [bx, by]] = [point(radius, from), point(radius, from + span)]
  return `M${ax} ${ay}A${radius} ${radius} 0 ${span > 180 ? 1 : 0} 1 ${bx} ${by}`
}

/**
 * The turn as a ring: where each opening stands open, with handles to drag. While one is dragged the engine is worked
 * out anew with it; let go, it is kept.
 * @param onTry the machine as it would be, or null when nothing is held any more.
 */
export function TimingRing({
  machine,
  trial,
  angle,
  onTry,
  onKeep,
}: {
  machine: EngineMachine
  trial: EngineMachine | null
  angle: number
  onTry: (machine: EngineMachine | null) => void
  onKeep: (machine: EngineMachine, label: string) => void
}) {
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<string | null>(null)
  const locked = useLocked()
  const shownMachine = trial ?? machine
  const rings = openings(shownMachine)
  const handles = locked ? [] : handlesOf(shownMachine)
  const radiusOf = (id: string) => OUTER - rings.findIndex((r) => r.id === id) * GAP
  const degAt = (event: PointerEvent): number => {
    const box = svg.current!.getBoundingClientRect()
    const x = ((event.clientX - box.left) / box.width) * W - CX
    const y = ((event.clientY - box.top) / box.height) * H - CY
    return ((Math.atan2(x, -y) * 180) / Math.PI + 360) % 360
  }
  const own = (id: string) => handlesOf(machine).find((h) => h.id === id)!
  const drag = (event: PointerEvent) => {
    if (held === null) return
    onTry(own(held).moved(degAt(event)))
  }
  const letGo = () => {
    if (held === null) return
    setHeld(null)
    if (trial) onKeep(trial, own(held).label)
    onTry(null)
  }
  const onKey = (event: KeyboardEvent, handle: Handle) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key]
    if (by === undefined) return
    event.preventDefault()
    event.stopPropagation()
    onKeep(handle.stepped(by as 1 | -1), handle.label)
  }
  const [[ix, iy], [cx, cy]] = [point(52, angle), point(OUTER + 12, angle)]
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      onPointerMove={drag}
      onPointerUp={letGo}
      onPointerCancel={letGo}
      style={{ touchAction: 'none' }}
      role="group"
      aria-label="Timing round the turn"
    >
      {[0, 90, 180, 270].map((deg) => {
        const [[ax, ay], [bx, by], [tx, ty]] = [point(40, deg), point(OUTER + 6, deg), point(OUTER + 20, deg)]
        return (
          <g key={deg}>
            <line x1={ax} y1={ay} x2={bx} y2={by} stroke={color('rule')} />
            <text
              x={tx}
              y={ty + 4}
              fontSize="11"
              textAnchor="middle"
              className="num"
              fill={color('mute')}
            >{`${deg}°`}</text>
          </g>
        )
      })}
      <line x1={ix} y1={iy} x2={cx} y2={cy} stroke={color('ink')} strokeWidth="1.6" />
      {rings.map((ring, i) => (
        <g key={ring.id}>
          <circle cx={CX} cy={CY} r={OUTER - i * GAP} fill="none" stroke={color('field')} strokeWidth={THICK} />
          {ring.open.map(([from, to]) => (
            <path
              key={from}
              d={arc(OUTER - i * GAP, from, to)}
              fill="none"
              stroke={ring.lets === 'in' ? color('pipe') : color('copper')}
              strokeOpacity={ring.lets === 'in' ? 0.9 : 0.55}
              strokeWidth={THICK}
            />
          ))}
        </g>
      ))}
      {rings.map((ring, i) => (
        <text
          key={ring.id}
          x={CX}
          y={CY - 10 + (i - (rings.length - 1) / 2) * 15 + 12}
          fontSize="11"
          textAnchor="middle"
          fill={ring.lets === 'in' ? color('petrol') : color('copper')}
        >
          {`${ring.name} ${ring.open.length > 0 ? ring.open.map(([a, b]) => `${Math.round(a)}–${Math.round(b % 360)}°`).join(', ') : 'never'}`}
        </text>
      ))}
      {handles.map((handle) => {
        const [x, y] = point(radiusOf(handle.on), handle.at)
        return (
          <g
            key={handle.id}
            role="slider"
            tabIndex={0}
            aria-label={handle.label}
            aria-valuenow={Math.round(handle.at)}
            aria-valuemin={0}
            aria-valuemax={360}
            aria-valuetext={handle.says}
            onKeyDown={(event) => onKey(event, handle)}
            onPointerDown={(event) => {
              event.preventDefault()
              event.currentTarget.focus()
              svg.current?.setPointerCapture(event.pointerId)
              setHeld(handle.id)
            }}
            style={{ cursor: 'grab', outlineOffset: 2 }}
          >
            <circle cx={x} cy={y} r="9" fill={color('sheet')} stroke={color('ink')} strokeWidth="2" />
            <circle cx={x} cy={y} r="3" fill={color('ink')} />
            <title>{`${handle.label}: ${handle.says}. Drag, or arrow keys.`}</title>
          </g>
        )
      })}
    </svg>
  )
}
