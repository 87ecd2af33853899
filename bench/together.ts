import Module, { type Manifold } from 'manifold-3d'
import { SolidKit } from '../src/core/geometry/solids/toolkit'
import { assemblyOf, type PartsInput } from '../src/core/machines'
import { bodiesOf } from '../src/core/machines/check-assembly'
import { checkMachine } from '../src/core/machines/check-order'
import { newBuildOf } from '../src/project/document'
import { partsInput } from '../src/project/parts'
import { summary } from './timing'

const KINDS = ['tangential-impulse', 'axial', 'turbine-compressor', 'single-acting-engine'] as const
/** Angles that what turns is looked at in. */
const ANGLES = [0, 43.7, 87.4, 131.1, 174.8]
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

/** Volume common to two solids as the library alone finds it, what is far off left out by its boxes. */
function byLibrary(a: Manifold, b: Manifold): number {
  const [p, q] = [a.boundingBox(), b.boundingBox()]
  for (let k = 0; k < 3; k++) if (p.min[k] > q.max[k] || q.min[k] > p.max[k]) return 0
  const common = a.intersect(b)
  const volume = common.volume()
  common.delete()
  return volume
}

/**
 * Machines looked at as they go together: all of it, and what strikes what in a turn by the surfaces against the same
 * by `manifold-3d` alone.
 */
export async function benchTogether() {
  const wasm = await Module()
  wasm.setup()
  const result: Record<string, unknown> = {}
  for (const kind of KINDS) {
    const input = partsInput(newBuildOf(own, kind) as never) as PartsInput
    const pairsOf = (kit: SolidKit) => {
      const bodies = bodiesOf(kit, input, assemblyOf(input).placed)
      const [turns, stands] = [true, false].map((t) =>
        bodies.filter((b) => (b.placed.turns ?? false) === t).map((b) => b.solid),
      )
      for (const b of bodies) b.solid.volume()
      return ANGLES.flatMap((a) => turns.flatMap((t) => stands.map((s) => [kit.aboutZ(t, a), s] as const)))
    }
    const times: { surfaces: number[]; library: number[]; whole: number[] } = { surfaces: [], library: [], whole: [] }
    let off = 0
    for (let i = 0; i < 4; i++) {
      const kit = new SolidKit(wasm)
      const pairs = pairsOf(kit)
      let started = performance.now()
      const mine = pairs.map(([a, b]) => kit.commonVolume(a, b))
      const surfaces = performance.now() - started
      started = performance.now()
      const theirs = pairs.map(([a, b]) => byLibrary(a, b))
      const library = performance.now() - started
      off = Math.max(off, ...mine.map((v, k) => Math.abs(v - theirs[k])))
      kit.free()
      started = performance.now()
      checkMachine(wasm, input)
      const whole = performance.now() - started
      // the first time nothing is compiled yet
      if (i > 0) for (const [key, ms] of Object.entries({ surfaces, library, whole })) times[key as 'whole'].push(ms)
    }
    const [surfaces, library] = [summary(times.surfaces), summary(times.library)]
    result[kind] = {
      whole: summary(times.whole),
      strikesBySurfaces: surfaces,
      strikesByManifold: library,
      ratio: Math.round((10 * library.medianMs) / surfaces.medianMs) / 10,
      mostApartMm3: off,
    }
  }
  return result
}
