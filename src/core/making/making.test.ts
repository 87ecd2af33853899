import fc from 'fast-check'
import { compensatedHole, holeCorrection, pushOutForce, screwEngagement, shoulderThickness } from '.'

const sizes = [0.8e-3, 1.2e-3, 1.8e-3, 2.7e-3, 4e-3]

describe('correction from a printed test plate', () => {
  test('holes that come out 0.12 mm small and 1 % large in scale are drawn so that they come out right', () => {
    const c = holeCorrection(sizes.map((modelM) => ({ modelM, measuredM: 1.01 * modelM - 0.12e-3 })))
    if (!c) throw new Error('no correction')
    expect([c.offsetM, c.scale]).toEqual([expect.closeTo(-0.12e-3, 9), expect.closeTo(1.01, 9)])
    const drawn = compensatedHole(c, 1.6e-3)
    expect(1.01 * drawn.modelM - 0.12e-3).toBeCloseTo(1.6e-3, 12)
    expect(drawn.outside).toBe(false)
    expect(compensatedHole(c, 9e-3).outside).toBe(true)
  })
  test('drawing and measuring turn into one another for any straight printer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.3e-3, max: 0.3e-3, noNaN: true }),
        fc.double({ min: 0.9, max: 1.1, noNaN: true }),
        fc.double({ min: 0.8e-3, max: 4e-3, noNaN: true }),
        (offset, scale, wanted) => {
          const c = holeCorrection(sizes.map((modelM) => ({ modelM, measuredM: scale * modelM + offset })))
          if (!c) throw new Error('no correction')
          expect(c.scale * compensatedHole(c, wanted).modelM + c.offsetM).toBeCloseTo(wanted, 9)
        },
      ),
      { seed: 2, numRuns: 100 },
    )
  })
  test('scatter of the holes becomes uncertainty of the next one', () => {
    const c = holeCorrection(
      sizes.map((modelM, i) => ({ modelM, measuredM: modelM - 0.1e-3 + (i % 2 ? 0.03e-3 : -0.03e-3) })),
    )
    if (!c) throw new Error('no correction')
    const u = compensatedHole(c, 1.6e-3).standardUncertaintyM
    expect(u).toBeGreaterThan(0.03e-3)
    expect(u).toBeLessThan(0.08e-3)
  })
  test('two holes, or nonsense, give none', () => {
    expect(
      holeCorrection([
        { modelM: 1e-3, measuredM: 1e-3 },
        { modelM: 2e-3, measuredM: 2e-3 },
      ]),
    ).toBeNull()
    expect(holeCorrection(sizes.map((modelM) => ({ modelM, measuredM: 4e-3 - modelM })))).toBeNull()
  })
})

describe('keeping an insert in', () => {
  test('12 mm at 500 kPa is pressed out with 57 N', () => expect(pushOutForce(12e-3, 500e3)).toBeCloseTo(56.55, 2))
  test('no force below ambient', () => expect(pushOutForce(12e-3, -1e3)).toBe(0))
  test('a shoulder and a screw of the given size carry four times the force', () => {
    const allowable = 30e6
    expect(Math.PI * 12e-3 * shoulderThickness(60, 12e-3, allowable) * 0.5 * allowable).toBeCloseTo(240, 9)
    expect(3e-3 * screwEngagement(60, 3e-3, allowable) * allowable).toBeCloseTo(240, 9)
  })
})
