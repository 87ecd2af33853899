import Module, { type ManifoldToplevel } from 'manifold-3d'
import { isBought } from '../../core/geometry'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import { FAMILIES, assemblyOf } from '../../core/machines'
import { bodiesOf, type MadeSolids } from '../../core/machines/check-assembly'
import { newBuild } from '../../project/document'
import { partsInput } from '../../project/parts'
import { apart } from '../make/placed'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

test.each(FAMILIES)('%s drawn apart: its stand hangs under all of it, the nuts of the stand under that', (family) => {
  const input = partsInput(newBuild(own, family))
  const { placed } = assemblyOf(input)
  const kit = new SolidKit(wasm, 24)
  try {
    const made: MadeSolids = new Map()
    const bodies = bodiesOf(kit, input, placed, made)
    const meshOf = ({ body }: (typeof placed)[number]) => {
      const { vertProperties: vertices, triVerts: triangles } = made
        .get(isBought(body) ? JSON.stringify([body.code, body.size, body.outline]) : body)!
        .getMesh()
      return { vertices, triangles } as never
    }
    const moves = apart(placed, meshOf, 100)
    expect(moves.every((m) => m.every(Number.isFinite))).toBe(true)
    const spans = bodies.map(({ solid, name }, i) => {
      const { min, max } = solid.boundingBox()
      return { name, low: min[2] + moves[i][2], high: max[2] + moves[i][2] }
    })
    const at = spans.findIndex((s) => s.name === 'bench-stand')
    if (at < 0) return
    const above = spans.slice(0, at).filter((s) => s.name !== 'shaft')
    const nuts = spans.slice(at + 1)
    expect(new Set(nuts.map((n) => n.name))).toEqual(new Set(['nut']))
    expect(Math.min(...above.map((s) => s.low))).toBeGreaterThan(spans[at].high)
    expect(Math.max(...nuts.map((n) => n.high))).toBeLessThan(spans[at].low)
  } finally {
    kit.free()
  }
})
