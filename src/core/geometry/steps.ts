import { isBought, type Assembly, type Bought, type Placed, type Vec } from './assembly'

/** One step of putting a machine together: the same body once or several times. */
export type Step<N extends string = string> = readonly Placed<N>[]

/** What is built on the bench and then put into the machine as one, or a single body with its copies. */
export interface Stage<N extends string = string> {
  readonly steps: readonly Step<N>[]
  /** More than one step: first put together by itself. */
  readonly unit: boolean
}

const UP: Vec = [0, 0, 1]
const DOWN: Vec = [0, 0, -1]

/** What a body is, and from which end it goes on. */
export const bodyKey = ({ body, below }: Pick<Placed, 'body' | 'below'>): string =>
  `${isBought(body) ? `${body.code} ${body.size}` : body}${below ? ' from below' : ''}`

/** When a part goes on the shaft: before what it carries, or after what it clamps. */
export type OnShaft = 'first' | 'last' | undefined

const BOUGHT_RANK: Readonly<Record<Bought['code'], number>> = {
  shaft: 0,
  bearing: 3,
  nut: 5,
  screw: 5,
  pin: 2,
  ball: 2,
  'glass-ball': 2,
  'nylon-ball': 2,
  spring: 2,
  'rubber-disc': 2,
  adjuster: 5,
  'adjuster-nut': 5,
  'set-screw': 6,
}

/**
 * In a unit the shaft comes first, then what carries, what is carried and what clamps it, then screws; otherwise the
 * list's order.
 */
const rankBy =
  <N extends string>(onShaft: (name: N) => OnShaft) =>
  ({ body }: Placed<N>): number => {
    if (isBought(body)) return BOUGHT_RANK[body.code]
    return { first: 1, middle: 2, last: 4 }[onShaft(body) ?? 'middle']
  }

/**
 * By rank, otherwise in the list's order; a set screw stays with the body that it follows and holds: later, what is
 * carried may be in its way.
 */
function inRank<N extends string>(placed: readonly Placed<N>[], rank: (p: Placed<N>) => number): Placed<N>[] {
  const groups: Placed<N>[][] = []
  for (const p of placed) {
    const last = groups[groups.length - 1]
    if (last && isBought(p.body) && p.body.code === 'set-screw') last.push(p)
    else groups.push([p])
  }
  return groups.toSorted((a, b) => rank(a[0]) - rank(b[0])).flat()
}

/** Neighbours that are the same body, counted as one step. */
function runs<N extends string>(placed: readonly Placed<N>[]): Placed<N>[][] {
  const found: Placed<N>[][] = []
  for (const p of placed) {
    const last = found[found.length - 1]
    if (last && bodyKey(last[0]) === bodyKey(p)) last.push(p)
    else found.push([p])
  }
  return found
}

/**
 * The order in which a machine is put together. Bodies that turn and follow each other are first put together on the
 * bench, where the shaft or something else that carries is among them; everything else goes on one after the other,
 * copies of one body in one step.
 * Every body of the assembly is in exactly one step. `onShaft` says which part goes on the shaft first or last.
 */
export function stagesOf<N extends string>(
  { placed, asListed }: Assembly<N>,
  onShaft: (name: N) => OnShaft,
): Stage<N>[] {
  const stages: Stage<N>[] = []
  const rank = rankBy(onShaft)
  const carries = ({ body }: Placed<N>) => (isBought(body) ? body.code === 'shaft' : onShaft(body) === 'first')
  for (let i = 0; i < placed.length;) {
    const turns = placed[i].turns ?? false
    let j = i + 1
    while (j < placed.length && (placed[j].turns ?? false) === turns && !placed[j].below === !placed[i].below) j++
    const together = placed.slice(i, j)
    const unit = turns && together.length > 1 && together.some(carries)
    const steps = runs(turns && !asListed ? inRank(together, rank) : together)
    if (unit) stages.push({ steps, unit })
    else stages.push(...steps.map((step) => ({ steps: [step], unit })))
    i = j
  }
  return stages
}

/**
 * Ways along which a body can be taken off again: up or down the shaft, back along its own way, or a screw along
 * itself.
 */
export const waysOff = ({ body, pose, apart, below }: Placed, inUnit: boolean): Vec[] => {
  if (isBought(body) && body.code === 'set-screw') return [[pose[8], pose[9], pose[10]]]
  return [...(below ? [] : [UP]), ...(below || inUnit ? [DOWN] : []), ...(apart ? [apart] : [])]
}
