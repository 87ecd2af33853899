import { springFor, springRate, springStress } from '.'

const mm = 1e-3

describe('the spring to look for', () => {
  test('rate of a helical spring: Shigley, Mechanical Engineering Design, example of a music wire spring (from memory)', () => {
    // wire 0.037 in, mean coil 0.400 in, 10.5 coils that work: 4.13 lbf/in
    const inch = 25.4 * mm
    const perInch = 4.448222 / inch
    expect(springRate(0.037 * inch, 0.4 * inch, 10.5) / perInch).toBeCloseTo(4.13 * (79.3 / 81.7), 1)
  })
  test('stress with the curvature of the wire (Wahl): 1.18 times plain shear at an index of eight', () => {
    const plain = (8 * 10 * 8 * mm) / (Math.PI * mm ** 3)
    expect(springStress(10, 1 * mm, 8 * mm) / plain).toBeCloseTo(31 / 28 + 0.615 / 8, 9)
  })
  test('has the force where it sits and the rate that were asked for, and stands being pressed to its end', () => {
    const found = springFor(3, 900, 5.7 * mm, 3.7 * mm)!
    expect(springRate(found.wireM, found.outerM - found.wireM, found.coils)).toBeCloseTo(900, 6)
    expect((found.freeM - found.seatedM) * 900).toBeCloseTo(3, 9)
    expect(found.seatedM - found.solidM).toBeCloseTo(3.7 * mm, 12)
    expect(found.stressPa).toBeLessThan((0.45 * 2211e6) / (found.wireM / mm) ** 0.145)
    // a thinner wire on sale would not stand it
    expect(springFor(12, 1500, 5.7 * mm, 3.7 * mm)!.wireM).toBeGreaterThan(found.wireM)
    expect(springFor(60, 20, 3 * mm, 3 * mm)).toBeNull()
  })
})
