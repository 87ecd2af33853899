import { bodyKey, isBought, type Bought, type Placed, type StatedGap, type Step } from '../geometry'
import { assemblyOf, partSpec, stagesOfMachine, type PartName, type PartsInput } from './parts'

/** What is looked at on the way, once it can be. */
export type StepCheck =
  /** Balanced on two edges: what was put together, or a part by itself before it goes on. */
  | { readonly code: 'balance' | 'balance-first' }
  /** A drill's shank goes through the nozzle. */
  | { readonly code: 'way-clear' }
  /** A gap that the build states, measured by a feeler. */
  | { readonly code: 'gap'; readonly gap: StatedGap<PartName> }
  /** Play of the shaft along itself. */
  | { readonly code: 'end-play'; readonly mm: number }
  | { readonly code: 'turns-freely' }
  /** A valve goes through its whole lift by hand and comes back. */
  | { readonly code: 'slides-freely' }
  /** Breathed into, it turns: 1 counter-clockwise, -1 clockwise, seen from its upper end. */
  | { readonly code: 'direction'; readonly turn: 1 | -1 }
  | { readonly code: 'no-leak' }
  /** With its outlet closed the pressure behind a regulator stays. */
  | { readonly code: 'shuts' }

/** One step of putting a machine together, with all that its picture shows. */
export interface BuildStep {
  readonly number: number
  /** Built on the bench by itself: A, B, … */
  readonly unit: string | null
  /** The unit goes into the machine as one. */
  readonly putsIn: string | null
  readonly added: readonly Placed<PartName>[]
  readonly before: readonly Placed<PartName>[]
  /** Two bodies by turns, to the end of a pack. */
  readonly byTurns: boolean
  /** What screws of this step are screwed into. */
  readonly into: 'metal' | 'nut' | 'plastic' | null
  readonly checks: readonly StepCheck[]
}

/** One line of what a machine is made of, by the number that its balloons carry. */
export interface NumberedItem {
  readonly number: number
  readonly body: PartName | Bought
  readonly count: number
}

const itemKey = ({ body }: Pick<Placed<PartName>, 'body'>): string => bodyKey({ body })

/** Everything that a machine is made of, numbered in the order in which it is needed. */
export function numberedItems(input: PartsInput): NumberedItem[] {
  const items = new Map<string, NumberedItem>()
  for (const { steps } of stagesOfMachine(input))
    for (const placed of steps.flat()) {
      const key = itemKey(placed)
      const known = items.get(key)
      items.set(
        key,
        known
          ? { ...known, count: known.count + 1 }
          : { number: items.size + 1, body: placed.body as PartName | Bought, count: 1 },
      )
    }
  return [...items.values()]
}

/** The number of a body's balloon. */
export const numberOf = (items: readonly NumberedItem[], placed: Pick<Placed<PartName>, 'body'>): number =>
  items.find((i) => bodyKey({ body: i.body }) === itemKey(placed))?.number ?? 0

/** Within this of a screw's line its nut lies, mm. */
const IN_LINE = 0.5

/** What the screws of a step hold in: nuts on their lines, metal that turns with them, or the plastic itself. */
function heldBy(added: readonly Placed<PartName>[], all: readonly Placed<PartName>[]): BuildStep['into'] {
  const [screw] = added
  if (!isBought(screw.body) || screw.body.code !== 'screw') return null
  const [x, y, z] = [screw.pose[12], screw.pose[13], screw.pose[14]]
  const axis = [screw.pose[8], screw.pose[9], screw.pose[10]]
  const onNut = all.some(({ body, pose }) => {
    if (!isBought(body) || body.code !== 'nut') return false
    const d = [pose[12] - x, pose[13] - y, pose[14] - z]
    const along = d[0] * axis[0] + d[1] * axis[1] + d[2] * axis[2]
    return along > 0 && Math.hypot(...d.map((v, k) => v - along * axis[k])) < IN_LINE
  })
  return onNut ? 'nut' : screw.turns ? 'metal' : 'plastic'
}

/** Shortest run of two bodies by turns that is told as one step. */
const BY_TURNS = 6

/** Steps of a pack, two bodies by turns: the first of each shown by itself, all others as one. */
function packed(steps: readonly Step<PartName>[]): { readonly added: Step<PartName>; readonly byTurns: boolean }[] {
  const key = (i: number) => (i < steps.length ? bodyKey(steps[i][0]) : '')
  const out: { added: Step<PartName>; byTurns: boolean }[] = []
  for (let i = 0; i < steps.length;) {
    let j = i + 2
    while (key(i) !== key(i + 1) && j < steps.length && key(j) === key(j - 2)) j++
    if (j - i < BY_TURNS) {
      out.push({ added: steps[i++], byTurns: false })
      continue
    }
    out.push({ added: steps[i], byTurns: false }, { added: steps[i + 1], byTurns: false })
    out.push({ added: steps.slice(i + 2, j).flat(), byTurns: true })
    i = j
  }
  return out
}

const nameOf = ({ body }: Placed<PartName>): string => (isBought(body) ? body.code : body)

/** The order in which a machine is built, step by step, with what can be looked at on the way. */
export function buildSteps(input: PartsInput): BuildStep[] {
  const assembly = assemblyOf(input)
  const stages = stagesOfMachine(input)
  /** A printed part that turns and is large enough to shake. */
  const shakes = ({ body }: Placed<PartName>) => {
    const spec = isBought(body) ? null : partSpec(body, input)
    return spec !== null && (spec.turns ?? false) && !spec.metal && !spec.plain
  }
  const steps: BuildStep[] = []
  const standing: Placed<PartName>[] = []
  const put = (step: Omit<BuildStep, 'number' | 'into' | 'checks'>) =>
    steps.push({ ...step, number: steps.length + 1, into: heldBy(step.added, assembly.placed), checks: [] })
  let letter = 0
  for (const { steps: own, unit } of stages) {
    const name = unit ? String.fromCharCode(65 + letter++) : null
    const bench: Placed<PartName>[] = []
    for (const { added, byTurns } of packed(own)) {
      const before = unit ? bench : standing
      put({ unit: name, putsIn: null, byTurns, added, before: [...before] })
      before.push(...added)
    }
    if (name === null) continue
    if (standing.length > 0) put({ unit: null, putsIn: name, byTurns: false, added: bench, before: [...standing] })
    standing.push(...bench)
  }
  return steps.map((step, i) => ({ ...step, checks: checksAfter(step, i, steps, input, shakes) }))
}

function checksAfter(
  step: BuildStep,
  index: number,
  steps: readonly BuildStep[],
  input: PartsInput,
  shakes: (p: Placed<PartName>) => boolean,
): StepCheck[] {
  const assembly = assemblyOf(input)
  const checks: StepCheck[] = []
  const last = index === steps.length - 1
  const unitEnds = step.unit !== null && steps[index + 1]?.unit !== step.unit
  if (unitEnds && [...step.before, ...step.added].some(shakes)) checks.push({ code: 'balance' })
  if (step.unit !== null) return checks
  if (step.putsIn === null && step.added.some(shakes)) checks.push({ code: 'balance-first' })
  // what stands in the machine once this step is done, and before it
  const now = new Set([...step.before, ...step.added].map(nameOf))
  const then = new Set(step.before.map(nameOf))
  const whole = (names: ReadonlySet<string>, { of, from }: StatedGap) => [...of, ...from].every((n) => names.has(n))
  const due = assembly.gaps.filter((g) => whole(now, g as StatedGap) && !whole(then, g as StatedGap))
  const seen = new Set<string>()
  for (const gap of due) {
    if (gap.code === 'end-play') continue
    const key = `${gap.code} ${gap.of.join()} ${gap.from.join()} ${gap.mm.toFixed(2)}`
    if (!seen.has(key)) checks.push({ code: 'gap', gap })
    seen.add(key)
  }
  const fixedPart = (s: BuildStep) =>
    s.unit === null && s.added.some((p) => !p.turns && !isBought(p.body) && p.body !== 'bench-stand')
  const closes = fixedPart(step) && !steps.slice(index + 1).some(fixedPart)
  if (step.added.some((p) => p.body === 'nozzle-insert') && 'nozzle' in input && input.nozzle.form.kind === 'round')
    checks.push({ code: 'way-clear' })
  const play = assembly.gaps.filter((g) => g.code === 'end-play')
  const isValve = assembly.gaps.some((g) => g.code === 'lift')
  if (!isValve && (closes || last)) checks.push({ code: 'turns-freely' })
  if (isValve && last) checks.push({ code: 'slides-freely' }, { code: 'shuts' })
  if (last && play.length > 0) checks.push({ code: 'end-play', mm: 2 * play[0].mm })
  if (last && assembly.span !== null) checks.push({ code: 'direction', turn: assembly.turn })
  if (last && !isValve && (assembly.jets.length > 0 || (assembly.ways ?? []).length > 0))
    checks.push({ code: 'no-leak' })
  return checks
}
