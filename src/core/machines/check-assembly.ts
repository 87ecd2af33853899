import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import {
  isBought,
  posed,
  type Assembly,
  type Jet,
  type Placed,
  type Pose,
  type StatedGap,
  type Vec,
  type Way,
} from '../geometry'
import { SolidKit } from '../geometry/solids/toolkit'
import { solidOf } from './build-part'
import { assemblyOf, type PartName, type PartsInput } from './parts'

export type AssemblyCheckCode =
  /** Two bodies where one can be, mm3. */
  | 'overlap'
  /** What turns strikes what stands still somewhere in a turn, mm3. */
  | 'turns'
  /** A gap that the build states, mm. */
  | 'radial'
  | 'axial'
  | 'end-play'
  | 'jet'
  | 'seal'
  | 'lift'
  /** Something stands in the way of the air from the hose to the exit, or from there to the blades, mm3. */
  | 'way-in'
  | 'way-on'
  /** Something stands in the way of a screwdriver to the bench, mm3. */
  | 'reach'
  /** The jet goes free for so long before it meets the blades, mm. */
  | 'free-way'
  /** The jet turns the rotor the way it is drawn: 1 or -1. */
  | 'hand'
  /** A screw's head, a nut or a bearing lies against what holds it: 1 or 0. */
  | 'seated'
  /** What is held in a seat cannot be pulled out: 1 or 0. */
  | 'held'
  /** Between the middles of the bearings, and from the nearer one to a rotor that hangs over, mm. */
  | 'span'
  | 'overhang'
  /** It can be put there with all that went on before it in its place: 1 or 0. */
  | 'goes-on'

/** What was looked at in a machine put together, what was found and what was wanted. */
export interface AssemblyCheck {
  readonly code: AssemblyCheckCode
  /** The bodies that it is about. */
  readonly of: string
  readonly found: number
  readonly wanted: number
  readonly fine: boolean
}

/** Less than this common to two bodies is where their faces touch, mm3. */
const TOUCH = 0.03
/** Straight pieces of circles leave gaps that are this much off, mm. */
const OFF = 0.06
/** Angles that a turn is looked at in: no even share of it, so that blades stand differently each time. */
const PHASES = Array.from({ length: 9 }, (_, k) => k * 43.7)

export interface Body {
  readonly name: string
  readonly placed: Placed<PartName>
  readonly solid: Manifold
}

/** Solids that were made, each once: by its part's name, or by what is bought. */
export type MadeSolids = Map<string, Manifold>

const nameOf = ({ body }: Placed<PartName>): string => (isBought(body) ? body.code : body)
export const moved = (solid: Manifold, [x, y, z]: Vec, by: number, kit: SolidKit): Manifold =>
  kit.moved(solid, [x * by, y * by, z * by])

/** Bodies of a machine in their places. The solid of each is made once. */
export function bodiesOf(
  kit: SolidKit,
  input: PartsInput,
  placed: readonly Placed<PartName>[],
  made: MadeSolids = new Map(),
): Body[] {
  return placed.map((placed) => {
    const { body } = placed
    // a spring or a diaphragm is another body at each place
    const key = isBought(body) ? JSON.stringify([body.code, body.size, body.outline]) : body
    const own =
      made.get(key) ?? (isBought(body) ? kit.turned(body.outline, body.sides) : solidOf(kit, body, input).solid)
    made.set(key, own)
    return { name: nameOf(placed), placed, solid: kit.posed(own, placed.pose) }
  })
}

/** What solids have in common with others, pair by pair, mm3. */
const common = (kit: SolidKit, these: readonly Manifold[], those: readonly Manifold[]): number =>
  these.reduce((sum, a) => those.reduce((own, b) => own + kit.commonVolume(a, b), sum), 0)

function overlaps(kit: SolidKit, bodies: readonly Body[]): AssemblyCheck[] {
  const found: AssemblyCheck[] = []
  bodies.forEach((a, i) =>
    bodies.slice(i + 1).forEach((b) => {
      const volume = kit.commonVolume(a.solid, b.solid)
      if (volume > TOUCH)
        found.push({ code: 'overlap', of: `${a.name}, ${b.name}`, found: volume, wanted: 0, fine: false })
    }),
  )
  return found.length > 0 ? found : [{ code: 'overlap', of: 'all', found: 0, wanted: 0, fine: true }]
}

const solidsOf = (bodies: readonly Body[]): Manifold[] => bodies.map((b) => b.solid)

function turning(
  kit: SolidKit,
  stands: readonly Manifold[],
  turnedTo: (degrees: number) => readonly Manifold[],
): AssemblyCheck {
  const found = Math.max(...PHASES.map((a) => common(kit, turnedTo(a), stands)))
  return { code: 'turns', of: 'all that turns', found, wanted: 0, fine: found < TOUCH }
}

/**
 * The least way at which something happens: what is wanted, if it happens there and not before; looked for up to `most`
 * otherwise, mm.
 */
function least(happens: (mm: number) => boolean, wanted: number, off: number, most: number): number {
  if (happens(wanted + off) && !happens(wanted - off)) return wanted
  let [low, high] = [0, most]
  if (happens(0)) return 0
  for (let i = 0; i < 9; i++) {
    const middle = (low + high) / 2
    if (happens(middle)) high = middle
    else low = middle
  }
  return low
}

/** What a body reaches in a turn, as a drum: all that counts across the shaft. */
function drum(kit: SolidKit, solid: Manifold): Manifold {
  const mesh = solid.getMesh()
  let most = 0
  for (let i = 0; i < mesh.vertProperties.length; i += mesh.numProp)
    most = Math.max(most, Math.hypot(mesh.vertProperties[i], mesh.vertProperties[i + 1]))
  const { min, max } = solid.boundingBox()
  return kit.cylinder(most, min[2], max[2])
}

function gap(
  kit: SolidKit,
  bodies: readonly Body[],
  { code, of, from, along, mm }: StatedGap<PartName>,
): AssemblyCheck {
  const those = (names: readonly string[]) => solidsOf(bodies.filter((b) => names.includes(b.name)))
  const theirs = those(from)
  const mine = code === 'radial' ? those(of).map((s) => drum(kit, s)) : those(of)
  const touches = (by: number) =>
    common(
      kit,
      mine.map((s) => moved(s, along, by, kit)),
      theirs,
    ) >
    TOUCH / 10
  const found = least(touches, mm, Math.min(OFF, mm / 2), 2 * mm + 1)
  return {
    code,
    of: `${of.join(' and ')}, ${from.join(' and ')}`,
    found,
    wanted: mm,
    fine: Math.abs(found - mm) < Math.min(OFF, 0.6 * mm),
  }
}

/** A straight piece of a jet's line as a body. */
const along = (kit: SolidKit, { exit, direction: d }: Jet, from: number, to: number, radius: number): Manifold => {
  const side: Vec = Math.abs(d[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]
  const dot = side[0] * d[0] + side[1] * d[1] + side[2] * d[2]
  const raw = side.map((v, k) => v - dot * d[k])
  const length = Math.hypot(...raw)
  return kit.posed(
    kit.cylinder(radius, from, to, [0, 0], 32),
    posed(exit, d, raw.map((v) => v / length) as unknown as Vec),
  )
}

function jets(
  kit: SolidKit,
  { jets, turn }: Assembly<PartName>,
  bodies: readonly Body[],
  stands: readonly Manifold[],
): AssemblyCheck[] {
  const wheels = bodies.filter((b) => b.placed.turns && !isBought(b.placed.body)).map((b) => drum(kit, b.solid))
  const strikes = (jet: Jet, to: number) => {
    const line = along(kit, jet, 0, to, 0.05)
    return wheels.some((p) => kit.commonVolume(line, p) > 1e-5)
  }
  return jets.flatMap((jet, i): AssemblyCheck[] => {
    const of = `jet ${i + 1}`
    const meets = jet.exit.map((v, k) => v + jet.free * jet.direction[k])
    const pushes = Math.sign(meets[0] * jet.direction[1] - meets[1] * jet.direction[0])
    if (jet.reaction) return [{ code: 'hand', of, found: -pushes, wanted: turn, fine: -pushes === turn }]
    const inside = jet.bore > 0 ? common(kit, [along(kit, jet, -jet.inside, 0, 0.95 * jet.bore)], stands) : 0
    const on = common(kit, [along(kit, jet, 0, Math.max(0.05, jet.free), 0.9 * jet.radius)], stands)
    const low = least((to) => to > 0.01 && strikes(jet, to), jet.free, 0.25, jet.free + 10)
    return [
      { code: 'way-in', of, found: inside, wanted: 0, fine: inside < TOUCH },
      { code: 'way-on', of, found: on, wanted: 0, fine: on < TOUCH },
      { code: 'free-way', of, found: low, wanted: jet.free, fine: Math.abs(low - jet.free) < 0.3 },
      { code: 'hand', of, found: pushes, wanted: turn, fine: pushes === turn },
    ]
  })
}

/** Straight ways that have to be open. */
const ways = (
  kit: SolidKit,
  code: 'way-in' | 'reach',
  open: readonly Way[],
  stands: readonly Manifold[],
): AssemblyCheck[] =>
  open.map(({ from, to, radius }, i): AssemblyCheck => {
    const d = [0, 1, 2].map((k) => to[k] - from[k])
    const long = Math.hypot(...d)
    const direction = d.map((v) => v / long) as unknown as Vec
    const way = { exit: from, direction, radius, free: long, bore: radius, inside: 0 }
    const found = common(kit, [along(kit, way, 0, long, 0.95 * radius)], stands)
    return { code, of: `way ${i + 1}`, found, wanted: 0, fine: found < TOUCH }
  })

const zOf = (pose: Pose): Vec => [pose[8], pose[9], pose[10]]
const back = (v: Vec): Vec => [-v[0], -v[1], -v[2]]

/** Whether a body cannot go a little way in a direction. */
const stopped = (kit: SolidKit, bodies: readonly Body[], body: Body, along: Vec, by: number): boolean => {
  const gone = moved(body.solid, along, by, kit)
  return bodies.some((b) => b !== body && kit.commonVolume(gone, b.solid) > TOUCH / 3)
}

function seats(kit: SolidKit, bodies: readonly Body[]): AssemblyCheck[] {
  const check = (code: 'seated' | 'held', of: string, fine: boolean): AssemblyCheck => ({
    code,
    of,
    found: fine ? 1 : 0,
    wanted: 1,
    fine,
  })
  return bodies.flatMap((body): AssemblyCheck[] => {
    const z = zOf(body.placed.pose)
    if (body.name === 'screw') return [check('seated', body.name, stopped(kit, bodies, body, z, 0.05))]
    if (body.name === 'nut' || body.name === 'adjuster-nut')
      return [check('seated', body.name, stopped(kit, bodies, body, back(z), 0.05))]
    if (body.name === 'bearing') {
      const still = bodies.filter((b) => !b.placed.turns)
      const across = [0, 1, 2].every((k) => stopped(kit, still, body, [Math.cos(2.1 * k), Math.sin(2.1 * k), 0], 0.3))
      return [
        check(
          'seated',
          body.name,
          across && (stopped(kit, still, body, z, 0.1) || stopped(kit, still, body, back(z), 0.1)),
        ),
      ]
    }
    return body.placed.apart && !body.placed.loose
      ? [check('held', body.name, stopped(kit, bodies, body, body.placed.apart, 0.7))]
      : []
  })
}

/** Parts may hang over by this much more or less than the build says, mm: their middle is not all that counts. */
const OVERHANG_OFF = 0.5

const bearings = (assembly: Assembly<PartName>, input: PartsInput): AssemblyCheck[] => {
  if (assembly.span === null || !('spanM' in input)) return []
  const check = (code: 'span' | 'overhang', found: number, wanted: number, off: number): AssemblyCheck => ({
    code,
    of: 'bearings',
    found,
    wanted,
    fine: Math.abs(found - wanted) < off,
  })
  return [
    check('span', assembly.span, input.spanM * 1000, OFF),
    check('overhang', assembly.overhang, input.overhangM * 1000, OVERHANG_OFF),
  ]
}

/** Runs with a kit of its own, whose solids are freed in the end. */
export function withKit<T>(wasm: ManifoldToplevel, run: (kit: SolidKit) => T): T {
  const kit = new SolidKit(wasm)
  try {
    return run(kit)
  } finally {
    kit.free()
  }
}

/** As `checkAssembly`, with the solids that were made already. */
export function assemblyChecks(
  kit: SolidKit,
  made: MadeSolids,
  input: PartsInput,
  assembly: Assembly<PartName> = assemblyOf(input),
): AssemblyCheck[] {
  const bodies = bodiesOf(kit, input, assembly.placed, made)
  const { turnedTo } = assembly
  const [turns, stands] = [true, false].map((t) => solidsOf(bodies.filter((b) => (b.placed.turns ?? false) === t)))
  return [
    ...overlaps(kit, bodies),
    turning(kit, stands, (a) =>
      turnedTo ? solidsOf(bodiesOf(kit, input, turnedTo(a), made)) : turns.map((s) => kit.aboutZ(s, a)),
    ),
    ...ways(kit, 'way-in', assembly.ways ?? [], stands),
    ...ways(kit, 'reach', assembly.reach ?? [], stands),
    ...assembly.gaps.map((g) => gap(kit, bodies, g)),
    ...jets(kit, assembly, bodies, stands),
    ...seats(kit, bodies),
    ...bearings(assembly, input),
  ]
}

/**
 * Looks at a machine put together: whether it goes together, turns freely with the gaps that it states, and lets its
 * air through to blades that it drives the right way.
 * `assembly` is the machine's own where left out.
 * Error: circles have 96 straight pieces, a turn is looked at in nine angles.
 * @throws PhysicsError as `solidOf` where a part cannot be made.
 */
export function checkAssembly(
  wasm: ManifoldToplevel,
  input: PartsInput,
  assembly: Assembly<PartName> = assemblyOf(input),
): AssemblyCheck[] {
  return withKit(wasm, (kit) => assemblyChecks(kit, new Map(), input, assembly))
}

/**
 * The parts' input with bearings where the parts put them: for asking whether a machine goes together at all, whatever
 * its build says of them.
 */
export function withBearingsAsMade<I extends PartsInput>(input: I): I {
  const { span, overhang } = assemblyOf(input)
  return span === null ? input : { ...input, spanM: span / 1000, overhangM: overhang / 1000 }
}
