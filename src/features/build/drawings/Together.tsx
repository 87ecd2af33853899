'use client'
import { Box } from '@chakra-ui/react'
import { memo, useId, useMemo } from 'react'
import { bodyKey } from '../../../core/geometry'
import type { RotatingMachine, BuildOf } from '../../../project/document'
import { partsInput } from '../../../project/parts/build-parts'
import { useProject } from '../../../store'
import { Dimension, Hatch, color } from '../../../ui'
import { bodyWords } from '../../../words'
import { cutMachine, type CutBody, type MachineSection } from '../../../workers'
import { BALLOON, balloons, useJob, useSettled, type Job, type Shown } from '../../shared'
import type { PartsInput } from '../../../core/machines'

const W = 620
const H = 300
/** Room round a view; between the middles of the two, user units. */
const ROOM = 16

type View = readonly CutBody[]

/** Extent of all that is drawn: least and most to the right and upwards, mm. */
function extent(view: View): { x: [number, number]; y: [number, number] } {
  const points = view.flatMap((b) => b.outlines.flat())
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  return { x: [Math.min(...xs), Math.max(...xs)], y: [Math.min(...ys), Math.max(...ys)] }
}

const numberOf = (view: View) => {
  const keys = [...new Set(view.map((b) => bodyKey({ body: b.body })))]
  return new Map(keys.map((key, i) => [key, i + 1]))
}

/** One view of what is cut: what turns in copper, what is of metal full, what stands hatched. */
function Cut({
  view,
  at,
  hatch,
}: {
  view: View
  at: (p: readonly [number, number]) => [number, number]
  hatch: string
}) {
  return view.map((b, i) => (
    <path
      key={i}
      d={b.outlines
        .map(
          (o) =>
            `M${o
              .map((p) =>
                at(p)
                  .map((v) => v.toFixed(1))
                  .join(' '),
              )
              .join('L')}Z`,
        )
        .join('')}
      fillRule="evenodd"
      fill={b.metal ? color('mute') : b.turns ? color('copper') : `url(#${hatch})`}
      fillOpacity={b.metal ? 0.75 : b.turns ? 0.7 : 1}
      stroke={color('ink')}
      strokeWidth="0.7"
    >
      <title>{bodyWords(b.body)}</title>
    </path>
  ))
}

function Drawn({ section, shown }: { section: MachineSection; shown: Shown }) {
  const hatch = useId()
  const { along, across, turn } = section
  const [a, b] = [extent(across), extent(along)]
  const span = ([from, to]: [number, number]) => to - from
  // balloons stand on both sides of the view along the shaft, its height between the two
  const [wide, high] = [W - 2 * ROOM - 2 * BALLOON.margin - 86, H - 2 * ROOM - 16]
  const common = Math.min(wide / (span(a.x) + span(b.x)), high / Math.max(span(a.y), span(b.y)))
  // a small wheel under a tall stack would be a dot: it is drawn larger then, and the text says so
  const ownB = Math.min((0.55 * wide) / span(b.x), high / span(b.y))
  const ownA = Math.min((wide - span(b.x) * ownB) / span(a.x), high / span(a.y))
  const apart = ownA > 1.6 * ownB
  const [scaleA, scaleB] = apart ? [ownA, ownB] : [common, common]
  const placed = (view: ReturnType<typeof extent>, left: number, scale: number) => {
    const top = (H - span(view.y) * scale) / 2 + 6
    return ([x, y]: readonly [number, number]): [number, number] => [
      left + (x - view.x[0]) * scale,
      top + (view.y[1] - y) * scale,
    ]
  }
  const slack = (wide - span(a.x) * scaleA - span(b.x) * scaleB) / 2
  const toAcross = placed(a, ROOM + slack / 2, scaleA)
  const left = W - ROOM - BALLOON.margin - slack / 2 - span(b.x) * scaleB
  const toAlong = placed(b, left, scaleB)
  const numbers = numberOf(along)
  const spots = [...numbers].flatMap(([key, number]) => {
    // of several copies the one furthest to the right: nothing of its own kind lies before it
    const points = along.filter((c) => bodyKey({ body: c.body }) === key).flatMap((c) => c.outlines.flat().map(toAlong))
    const most = points.reduce((m, p) => (p[0] > m[0] ? p : m))
    const least = points.reduce((m, p) => (p[0] < m[0] ? p : m))
    const from = (p: [number, number]): [number, number] => [p[0] - left, p[1]]
    return [{ number, spot: { left: from(least), right: from(most) } }]
  })
  const marks = balloons(spots, span(b.x) * scaleB, H)
  const radius = Math.min(-a.x[0], a.x[1], -a.y[0], a.y[1])
  const [cx, cy] = toAcross([0, 0])
  const r = 0.55 * radius * scaleA
  const [sweep, end] = turn === 1 ? [0, [cx - r, cy]] : [1, [cx + r, cy]]
  const title = `The machine as it goes together, from the solids of its parts: across at ${shown.text(section.acrossAt / 1000, 'length')} above its lower face, and along the shaft`
  return (
    <>
      <svg viewBox={`0 0 ${W} ${H}`} width="100%" role="img" aria-label={title}>
        <defs>
          <Hatch id={hatch} gap={4} />
        </defs>
        <Cut view={across} at={toAcross} hatch={hatch} />
        <path
          d={`M${cx} ${cy - r}A${r} ${r} 0 0 ${sweep} ${end[0]} ${end[1]}`}
          fill="none"
          stroke={color('copper')}
          strokeWidth="2"
        />
        <path d={`M${end[0]} ${end[1] + 6}l-5 -10h10Z`} fill={color('copper')} />
        <Cut view={along} at={toAlong} hatch={hatch} />
        <path
          d={`M${toAlong([0, b.y[0]]).join(' ')}v8M${toAlong([0, b.y[1]]).join(' ')}v-8`}
          stroke={color('mute')}
          strokeDasharray="8 3 2 3"
        />
        <Dimension
          x1={toAcross([a.x[0], 0])[0]}
          y1={toAcross([0, a.y[0]])[1] + 14}
          x2={toAcross([a.x[1], 0])[0]}
          y2={toAcross([0, a.y[0]])[1] + 14}
          text={shown.text(span(a.x) / 1000, 'length')}
        />
        <Dimension
          x1={left - BALLOON.margin - 60}
          y1={toAlong([0, b.y[1]])[1]}
          x2={left - BALLOON.margin - 60}
          y2={toAlong([0, b.y[0]])[1]}
          text={shown.text(span(b.y) / 1000, 'length')}
        />
        {marks.map((m) => (
          <g key={m.number}>
            <path d={`M${left + m.at[0]} ${m.at[1]}L${left + m.tip[0]} ${m.tip[1]}`} stroke={color('mute')} />
            <circle cx={left + m.at[0]} cy={m.at[1]} r="9" fill={color('sheet')} stroke={color('ink')} />
            <text
              x={left + m.at[0]}
              y={m.at[1] + 3.5}
              fontSize="10"
              className="num"
              textAnchor="middle"
              fill={color('ink')}
            >
              {m.number}
            </text>
          </g>
        ))}
      </svg>
      <Box as="ol" fontSize="xs" css={{ columns: '9rem 4', columnGap: '1rem', listStyle: 'none' }}>
        {[...numbers].map(([key, number]) => {
          const of = along.find((c) => bodyKey({ body: c.body }) === key)
          return (
            of && (
              <li key={key}>
                <Box as="span" className="num" color="mute" mr="2">
                  {number}
                </Box>
                {bodyWords(of.body)}
              </li>
            )
          )
        })}
      </Box>
      <Box fontSize="xs" color="mute" mt="1" mb="3">
        Cut from the solids that the parts are made from: copper turns, grey is metal, hatched is printed and stands.
        Left seen from the shaft’s upper end{apart ? ', drawn larger than the other' : ''}.
      </Box>
    </>
  )
}

async function cut(input: PartsInput, signal: AbortSignal, say: (job: Job<MachineSection>) => void) {
  say({ status: 'done', value: await cutMachine(input, { signal }) })
}

/** The machine as it goes together, cut across and along its shaft, drawn from the assembly itself. */
export const Together = memo(function Together({ build, shown }: { build: BuildOf<RotatingMachine>; shown: Shown }) {
  const { holeGauges } = useProject()
  const { machine, making } = useSettled(build, 300)
  const gauge = holeGauges.find((g) => g.id === machine.nozzle.gaugeId)
  const input = useMemo(() => partsInput({ machine, making }, gauge), [machine, making, gauge])
  const job = useJob(input, cut)
  if (job.status === 'done') return <Drawn section={job.value} shown={shown} />
  return (
    <Box minH="18rem" py="3" fontSize="sm" role="status" color={job.status === 'failed' ? 'brick' : 'mute'}>
      {job.status === 'failed' ? job.message : 'Making its parts and cutting through them…'}
    </Box>
  )
})
