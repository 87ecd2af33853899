import { sample } from '../../core/check-values/sample'
import fc from 'fast-check'
import { newBuild } from '../document'
import { partsInput } from './build-parts'
import { FITS_OF, fitsFor, PROCESSES, wallFill } from '../../core/geometry'
import { FAMILIES, notesOfPart, partSet, wallsOfPart } from '../../core/machines'
import { rimLayout, type RimInput } from '../../core/machines/tangential-impulse/layout'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const lines = { lineMm: 0.4, layerMm: 0.2 }
const wall = (thicknessMm: number, lying = false) => wallFill({ of: 'blades', thicknessMm, lying }, lines)

describe('how lines fill a wall', () => {
  test('four lines of 0.4 fill 1.6 mm from two walls a side; 1.5 leaves a gap and the nearest that fills is told', () => {
    expect(wall(1.6)).toMatchObject({ count: 4, set: 2, betterMm: null })
    expect(wall(1.5)).toMatchObject({ count: 3, set: 2 })
    expect(wall(1.5).betterMm).toBeCloseTo(1.6, 9)
    expect(wall(1.5).leftMm).toBeCloseTo(0.3, 9)
    expect(wall(0.8)).toMatchObject({ count: 2, set: 1, betterMm: null })
  })
  test('what lies is made of layers', () => {
    expect(wall(1, true)).toMatchObject({ set: 5, betterMm: null })
    expect(wall(0.5, true)).toMatchObject({ count: 2 })
    expect(wall(0.5, true).betterMm).not.toBeNull()
  })
  test('property: whole lines never overfill, the walls set close over the middle, and a better thickness needs no better one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        fc.double({ min: 0.1, max: 1.2, noNaN: true }),
        fc.boolean(),
        (thicknessMm, step, lying) => {
          const sizes = { lineMm: step, layerMm: step }
          const fill = wallFill({ of: 'w', thicknessMm, lying }, sizes)
          expect(fill.count * step).toBeLessThanOrEqual(thicknessMm + 1e-5)
          expect(fill.leftMm).toBeLessThan(step)
          if (!lying) expect(2 * fill.set * step).toBeGreaterThan(thicknessMm - 0.3 * step - 1e-9)
          if (fill.betterMm !== null) {
            expect(Math.abs(fill.betterMm - thicknessMm)).toBeLessThanOrEqual(2 * step)
            expect(wallFill({ of: 'w', thicknessMm: fill.betterMm, lying }, sizes).betterMm).toBeNull()
          }
        },
      ),
      { seed: 6, numRuns: sample(100) },
    )
  })
  test.each(FAMILIES)(
    '%s: some part of its set has walls to tell of, each of them at least what the process makes',
    (family) => {
      const input = partsInput(newBuild(own, family))
      const walls = partSet(input).flatMap(({ name }) => wallsOfPart(name, input))
      if (family !== 'reaction-rotor') expect(walls.length).toBeGreaterThan(0)
      for (const w of walls)
        expect([w.of, w.thicknessMm >= input.fits.thinnest / (w.lying ? 2 : 1)]).toEqual([w.of, true])
    },
  )
})

describe('fits', () => {
  test('holes that come out smaller are drawn larger by as much; walls and what slides stay', () => {
    const fits = fitsFor('filament', 0.2)
    expect([fits.bearing, fits.seat, fits.screw, fits.core].map((v, i) => v - [0.05, 0.1, 1.7, 1.25][i])).toEqual(
      Array(4).fill(expect.closeTo(0.1, 12)),
    )
    expect([fits.slide, fits.wall, fits.thinnest]).toEqual([0.2, 3, 0.8])
    expect(fitsFor('resin')).toEqual(FITS_OF.resin)
  })
  test('a maker’s gauge reaches every fit of the parts, held within what a printer does', () => {
    const build = newBuild(own)
    const gauge = (less: number) =>
      ({
        id: 'g',
        name: 'g',
        createdAt: own.createdAt,
        notes: '',
        holes: [1e-3, 1.8e-3, 3e-3, 4e-3].map((modelM) => ({ modelM, measuredM: modelM - less })),
      }) as never
    expect(partsInput(build, gauge(0.15e-3)).fits.screw).toBeCloseTo(1.7 + 0.075, 9)
    expect(partsInput(build, gauge(0.9e-3)).fits.screw).toBeCloseTo(1.7 + 0.3, 9)
    expect(partsInput(build).fits.screw).toBe(1.7)
  })
  test.each(PROCESSES)('%s: thinner than its own walls is nothing that its fits ask for', (process) =>
    expect(FITS_OF[process].wall).toBeGreaterThan(2 * FITS_OF[process].thinnest),
  )
})

describe('an insert in its casing', () => {
  const input = (over: { throat?: number; bore?: number; angle?: number; radius?: number } = {}) => {
    const build = newBuild(own)
    if (build.machine.family !== 'tangential-impulse') throw new Error('another family')
    Object.assign(build.machine.nozzle, {
      throatDiameterM: over.throat ?? 1.6e-3,
      exitDiameterM: over.throat ?? 1.6e-3,
      inletBoreM: over.bore ?? 6e-3,
      angleRad: over.angle ?? 0.3,
    })
    build.machine.meanRadiusM = over.radius ?? 27e-3
    return partsInput(build)
  }
  test('property: its flange’s seat clears the cavity by a sound wall', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3e-3, max: 10e-3, noNaN: true }),
        fc.double({ min: 0.1, max: 0.7, noNaN: true }),
        fc.double({ min: 18e-3, max: 60e-3, noNaN: true }),
        (bore, angle, radius) => {
          const whole = input({ bore, angle, radius })
          const l = rimLayout(whole as unknown as RimInput)
          const [s, c] = [Math.sin(angle), Math.cos(angle)]
          const at = (along: number, inward: number) =>
            Math.hypot(-along * c - inward * s, l.mean + along * s - inward * c)
          const { length, flange, flangeRadius } = l.insert
          expect(at(l.exitBack + length - flange, flangeRadius + whole.fits.seat)).toBeGreaterThan(
            l.cavity + 1.4 * whole.fits.thinnest,
          )
          // its end follows the wheel: where its axis leaves it is clear of the blades by the gap along the jet
          expect(at(l.exitBack, 0)).toBeGreaterThan(l.tip + 0.29)
          expect(at(l.exitBack - l.free, 0)).toBeCloseTo(l.tip, 6)
        },
      ),
      { seed: 7, numRuns: sample(70), endOnFailure: true },
    )
  })
  test('the note of a seated insert says that it goes in one way only, that of a lone one what holds it', () => {
    const alone: Parameters<typeof notesOfPart>[1] = {
      ...partsInput(newBuild(own)),
      machine: { family: 'thrust-body' },
    }
    expect(notesOfPart('nozzle-insert', alone)[0]).toMatch(/hose fitting/)
    expect(notesOfPart('nozzle-insert', input({ angle: 0.2 }))[0]).toMatch(/one way only/)
  })
})
