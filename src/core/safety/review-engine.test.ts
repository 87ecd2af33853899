import { materialById } from '../strength'
import type { EnginePrediction } from '../prediction'
import { wallMargin, type PressedWall } from './review-engine'

const room = 101_325
const wall: PressedWall = { boreM: 0.03, wallM: 0.003, materialId: 'petg', infill: 1, loadedAcrossLayers: false }
const { tensileStrengthPa, acrossLayers } = materialById('petg')
/** An engine that sees so much pressure, Pa absolute: at its valve, on its line, in its chambers. */
const seen = (valve: number, line = 0, chambers: readonly number[] = []): EnginePrediction =>
  ({
    supply: { absolutePressurePa: valve },
    air: { supplyPressurePaAbs: line },
    steady: { cycle: { chambers: chambers.map((p) => ({ pressurePaAbs: [room, p, room] })) } },
  }) as unknown as EnginePrediction
const margin = (of: Partial<PressedWall>, p = seen(room + 400e3)) => wallMargin({ ...wall, ...of }, p, room)

/** Lamé: at the bore of a thick cylinder p (ro2 + ri2) / (ro2 - ri2) (Timoshenko, Strength of Materials II). */
const hoop = (p: number, inner: number, outer: number) => (p * (outer ** 2 + inner ** 2)) / (outer ** 2 - inner ** 2)

describe('margin of an engine’s wall', () => {
  test('strength over the stress at the bore', () =>
    expect(margin({})).toBeCloseTo(tensileStrengthPa / hoop(400e3, 0.015, 0.018), 6))
  test('layers that are pulled apart hold what they hold across', () => {
    expect(acrossLayers).toBeLessThan(0.9)
    expect(margin({ loadedAcrossLayers: true }) / margin({})).toBeCloseTo(acrossLayers, 12)
  })
  test('half filled holds half', () => expect(margin({ infill: 0.5 }) / margin({})).toBeCloseTo(0.5, 12))
  test('a flat cover counts where it is the weaker: a plate held at its rim, 3/4 p r2 / t2', () => {
    // Timoshenko, Theory of Plates and Shells: clamped circular plate, at its rim
    const cover = { radiusM: 0.03, thicknessM: 0.003 }
    expect(margin({ cover })).toBeCloseTo(tensileStrengthPa / (0.75 * 400e3 * 100), 6)
    expect(margin({ cover: { ...cover, thicknessM: 0.05 } })).toBe(margin({}))
  })
  test('the greatest pressure anywhere counts: at the valve, on its line, squeezed in a chamber', () => {
    const most = margin({}, seen(room + 800e3))
    expect(margin({}, seen(room + 100e3, room + 800e3))).toBe(most)
    expect(margin({}, seen(room + 100e3, room, [room + 200e3, room + 800e3]))).toBe(most)
    expect(most).toBeCloseTo(margin({}) / 2, 9)
  })
  test('without pressure it is far from bursting, and a number', () => {
    expect(margin({}, seen(room))).toBe(tensileStrengthPa)
    expect(wallMargin(wall, { ...seen(room + 400e3), steady: null } as EnginePrediction, room)).toBe(margin({}))
  })
})
