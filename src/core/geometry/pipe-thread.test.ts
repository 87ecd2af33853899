import Module, { type ManifoldToplevel } from 'manifold-3d'
import { FITS_OF } from './fits'
import { tailReach, tailShape } from './insert'
import { threadFor, threadRoot, type PipeThread } from './pipe-thread'
import { threadHollow } from './solids/pipe-thread'
import { tailEnd } from './solids/nozzle-insert'
import { SolidKit } from './solids/toolkit'

const BORES = [4, 8, 11, 15, 20, 26]
const g = BORES.map((b) => threadFor('g-thread', b) as PipeThread)
const npt = BORES.map((b) => threadFor('npt-thread', b) as PipeThread)

// ISO 228-1:2000, table 1: pitch, pitch diameter and minor diameter, mm
test.each([
  ['G 1/8', 0.907, 9.147, 8.566],
  ['G 1/4', 1.337, 12.301, 11.445],
  ['G 3/8', 1.337, 15.806, 14.95],
  ['G 1/2', 1.814, 19.793, 18.631],
  ['G 3/4', 1.814, 25.279, 24.117],
  ['G 1', 2.309, 31.77, 30.291],
])('%s has the pitch and diameters of ISO 228-1', (size, pitch, middle, minor) => {
  const t = g.find((x) => x.size === size) as PipeThread
  expect(t.pitch).toBeCloseTo(pitch, 3)
  expect(t.pitchDiameter).toBeCloseTo(middle, 2)
  expect(Math.abs(t.pitchDiameter - t.height - minor)).toBeLessThan(1e-3)
  expect(t.taper).toBe(0)
})

// ASME B1.20.1, table 2: pitch diameter at the hand-tight plane E1 and effective thread L2, inches
test.each([
  ['1/8 NPT', 27, 0.3736, 0.2639],
  ['1/4 NPT', 18, 0.49163, 0.4018],
  ['3/8 NPT', 18, 0.62701, 0.4078],
  ['1/2 NPT', 14, 0.77843, 0.5337],
  ['3/4 NPT', 14, 0.98887, 0.5457],
  ['1 NPT', 11.5, 1.23863, 0.6828],
])('%s has the pitch diameter and length of ASME B1.20.1', (size, tpi, e1, l2) => {
  const t = npt.find((x) => x.size === size) as PipeThread
  expect(25.4 / t.pitch).toBeCloseTo(tpi, 9)
  expect(t.pitchDiameter / 25.4).toBeCloseTo(e1, 4)
  expect(t.depth / 25.4).toBeCloseTo(l2, 3)
  expect(t.taper).toBe(1 / 16)
})

test('the smallest thread that lets the air through; none for barbs, none beyond an inch', () => {
  expect(g.map((t) => t.size)).toEqual(['G 1/8', 'G 1/4', 'G 3/8', 'G 1/2', 'G 3/4', 'G 1'])
  expect(threadFor('g-thread', 5.1)?.size).toBe('G 1/4')
  expect(threadFor('barbs', 5)).toBeNull()
  expect(threadFor('npt-thread', 26.1)).toBeNull()
})

describe('as solids', () => {
  let wasm: ManifoldToplevel
  let kit: SolidKit
  beforeAll(async () => {
    wasm = await Module()
    wasm.setup()
  })
  beforeEach(() => (kit = new SolidKit(wasm)))
  afterEach(() => kit.free())

  /** Direction in which a level cut is widest, degrees, and its least and greatest radius. */
  const cutAt = (t: PipeThread, z: number) => {
    const points = kit.sliced(threadHollow(kit, t, 0), z).flat()
    const radii = points.map((p) => Math.hypot(...p))
    const [least, most] = [Math.min(...radii), Math.max(...radii)]
    const wide = points.filter((p) => Math.hypot(...p) > most - 0.02)
    const [x, y] = [0, 1].map((k) => wide.reduce((s, p) => s + p[k], 0))
    return { least, most, at: (Math.atan2(y, x) * 180) / Math.PI }
  }
  test.each([...g, ...npt].map((t) => [t.size, t] as const))(
    '%s: root and crest where they belong, and right-handed',
    (_, t) => {
      const z = -0.4 * t.depth
      const [low, high] = [cutAt(t, z), cutAt(t, z + t.pitch / 4)]
      const middle = t.pitchDiameter / 2 + (z * t.taper) / 2
      expect(Math.abs(low.most - (middle + t.height / 2))).toBeLessThan(0.03)
      expect(Math.abs(low.least - (middle - t.height / 2))).toBeLessThan(0.05)
      // a right-handed groove goes counter-clockwise as it rises: a quarter turn in a quarter of the pitch
      expect(Math.abs(((high.at - low.at + 540) % 360) - 180 - 90)).toBeLessThan(8)
    },
  )
  test('a tap of the minor diameter goes in to the full depth, and nothing of the root’s does', () => {
    for (const t of g) {
      const hollow = threadHollow(kit, t, 0)
      const rod = (radius: number) => kit.cylinder(radius, -t.depth, 0)
      const missing = (radius: number) => kit.cut(rod(radius), [hollow]).volume() / rod(radius).volume()
      expect(missing((t.pitchDiameter - t.height) / 2 - 0.02)).toBeLessThan(1e-6)
      expect(missing(threadRoot(t))).toBeGreaterThan(0.02)
    }
  })
  test.each(['g-thread', 'npt-thread'] as const)(
    '%s: a socket keeps a sound wall round its thread and stays in one piece',
    (connection) => {
      for (const bore of BORES) {
        const fits = FITS_OF.filament
        const tail = tailShape(bore / 1000, { fits, connection })
        const { body, hollow, end } = tailEnd(kit, tail, 5, fits)
        const socket = kit.cut(body, [...hollow, kit.cylinder(bore / 2, 0, end + 1)])
        expect(kit.bodies(socket)).toHaveLength(1)
        expect(socket.boundingBox().max[2]).toBeCloseTo(end, 6)
        const root = threadRoot(tail.thread as PipeThread) + fits.seat
        expect(tailReach(tail) - root).toBeGreaterThan(2.8)
        // the cone under it is 45° or steeper: no support
        expect(
          kit
            .sliced(socket, 5.5)
            .flat()
            .reduce((m, p) => Math.max(m, Math.hypot(...p)), 0),
        ).toBeLessThan(tail.neck + 0.52)
      }
    },
  )
  test('where a socket finds no room, or no thread is so large, the barbs stay and it is said', () => {
    const joined = { fits: FITS_OF.filament, connection: 'g-thread' as const }
    const wide = tailShape(6e-3, joined)
    expect([wide.thread?.size, wide.noThread]).toEqual(['G 1/4', false])
    const narrow = tailShape(6e-3, joined, wide.socket - 0.1)
    expect([narrow.thread, narrow.socket, narrow.noThread]).toEqual([null, 0, true])
    expect(tailShape(40e-3, joined)).toMatchObject({ thread: null, noThread: true })
    expect(tailShape(40e-3, { ...joined, connection: 'barbs' })).toMatchObject({ thread: null, noThread: false })
  })
})
