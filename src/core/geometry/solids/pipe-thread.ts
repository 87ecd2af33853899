import type { Manifold } from 'manifold-3d'
import { threadRoot, threadTurn, type PipeThread } from '../pipe-thread'
import type { SolidKit } from './toolkit'

/** Straight pieces of a turn. */
const PIECES = 60
/** Entry bevel, mm. */
const BEVEL = 0.6

/**
 * What is cut out for an inner thread: its mouth on z = 0, its depth below, right-handed; wider by `play` on the
 * radius. The end of the thread runs into a plain bore of its root.
 * Error: 60 straight pieces a turn, 0.14 % of the radius.
 */
export function threadHollow(kit: SolidKit, t: PipeThread, play: number): Manifold {
  const turn = threadTurn(t)
  const rows = turn.length
  // whole turns from below the end to above the mouth
  const first = -Math.ceil(t.depth / t.pitch) - 2
  const turns = 3 - first
  const vertices: number[] = []
  for (let k = 0; k <= turns * rows; k++)
    for (let j = 0; j < PIECES; j++) {
      const [along, over] = turn[k % rows]
      const z = (first + Math.floor(k / rows) + j / PIECES) * t.pitch + along
      const r = Math.max(0.1, t.pitchDiameter / 2 + (z * t.taper) / 2 + over + play)
      const a = (2 * Math.PI * j) / PIECES
      vertices.push(r * Math.cos(a), r * Math.sin(a), z)
    }
  // after a whole turn a row has risen by a pitch: it goes on in the row of the next turn
  const at = (j: number, k: number) => (j === PIECES ? (k + rows) * PIECES : k * PIECES + j)
  const triangles: number[] = []
  const last = (turns - 1) * rows
  for (let k = 0; k < last; k++)
    for (let j = 0; j < PIECES; j++) {
      const [a, b, c, d] = [at(j, k), at(j + 1, k), at(j + 1, k + 1), at(j, k + 1)]
      triangles.push(a, b, c, a, c, d)
    }
  const lid = (row: number, up: boolean) => {
    const middle = vertices.length / 3
    vertices.push(0, 0, (first + row / rows + 0.5) * t.pitch)
    const rim = [
      ...Array.from({ length: PIECES }, (_, j) => at(j, row)),
      ...Array.from({ length: rows }, (_, i) => at(0, row + rows - i)),
    ]
    rim.forEach((p, i) => {
      const q = rim[(i + 1) % rim.length]
      triangles.push(...(up ? [middle, p, q] : [middle, q, p]))
    })
  }
  lid(0, false)
  lid(last, true)
  const whole = kit.meshed(vertices, triangles)
  const thread = kit.aboveBase(kit.below(whole, 0.5), -t.depth)
  const root = threadRoot(t) + play
  const relief = root - (t.depth * t.taper) / 2
  return kit.union([
    thread,
    kit.turned([
      [0, -t.depth - t.pitch],
      [relief, -t.depth - t.pitch],
      [relief, -t.depth + 0.01],
      [0, -t.depth + 0.01],
    ]),
    kit.turned([
      [0, -BEVEL],
      [root - 0.05, -BEVEL],
      [root + BEVEL + 0.45, 0.5],
      [0, 0.5],
    ]),
  ])
}
