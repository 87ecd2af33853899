import { isBought, type Placed } from '../../../core/geometry'
import { assemblyOf, type BuildStep, type PartName, type PartsInput } from '../../../core/machines'
import type { PaperBody } from '../../../ui/pictures'
import { apart, toneOf, type meshOfBody } from '../placed'

/** How far what goes on is drawn off the place where it belongs, as a share of the machine's width. */
const OFF = 0.34

/** The way along which a body of a step is drawn off. */
function wayOf({ body, pose, apart: own, below }: Placed<PartName>): readonly [number, number, number] {
  if (isBought(body) && body.code === 'set-screw') return [pose[8], pose[9], pose[10]]
  return below ? [0, 0, -1] : (own ?? [0, 0, 1])
}

/** What a step's picture shows: all that stands pale, what goes on in its colour and off its place. */
export function stepBodies(
  step: BuildStep,
  input: PartsInput,
  meshOf: ReturnType<typeof meshOfBody>,
  wideMm: number,
): { readonly placed: Placed<PartName>; readonly body: PaperBody }[] {
  const first = step.before.length === 0
  const draw = (placed: Placed<PartName>, fresh: boolean) => {
    const mesh = meshOf(placed)
    if (!mesh) return []
    const off = fresh && !first ? OFF * wideMm : 0
    const way = wayOf(placed)
    const { pose } = placed
    const moved = pose.map((v, k) => (k >= 12 && k < 15 ? v + off * way[k - 12] : v))
    const to = off > 0 ? { to: [pose[12], pose[13], pose[14]] as const } : {}
    return [{ placed, body: { ...mesh, pose: moved, tone: toneOf(placed, input), fresh, ...to } }]
  }
  return [...step.before.flatMap((p) => draw(p, false)), ...step.added.flatMap((p) => draw(p, true))]
}

/** The whole machine drawn apart. */
export function overviewBodies(
  input: PartsInput,
  meshOf: ReturnType<typeof meshOfBody>,
  wideMm: number,
): { readonly placed: Placed<PartName>; readonly body: PaperBody }[] {
  const { placed } = assemblyOf(input)
  const moves = apart(placed, meshOf, wideMm)
  return placed.flatMap((p, i) => {
    const mesh = meshOf(p)
    const pose = p.pose.map((v, k) => (k >= 12 && k < 15 ? v + moves[i][k - 12] : v))
    return mesh ? [{ placed: p, body: { ...mesh, pose, tone: toneOf(p, input), fresh: true } }] : []
  })
}
