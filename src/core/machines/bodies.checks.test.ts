import { bodyStrength, materialById } from '../strength'
import { discPack, tangentialImpulse, type DiscPack, type TangentialImpulse } from '.'

const mm = 1e-3
const PRINT = { materialId: 'petg', infill: 0.8, loadedAcrossLayers: false }
const petg = materialById('petg')
const w = 1000
const room = 293.15

describe('discs of a pack', () => {
  const pack: DiscPack = {
    family: 'disc-pack',
    discs: 7,
    gapWidthM: 0.5 * mm,
    discThicknessM: 1 * mm,
    outerRadiusM: 30 * mm,
    innerRadiusM: 10 * mm,
    outletShare: 0.7,
    coneAngleRad: 0,
    clearanceM: 0.5 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  }
  const [disc] = discPack.bodies(pack).map((b) => bodyStrength(b, w, room))
  test('Timoshenko & Goodier (Theory of Elasticity; from memory): hoop stress at a bore, doubled at the outlet holes (common practice for small holes)', () => {
    const nu = petg.poissonRatio
    const density = 0.8 * petg.densityKgPerM3
    const [a, b] = [4 * mm, 30 * mm]
    const bore = ((3 + nu) / 4) * density * w * w * (b * b + ((1 - nu) / (3 + nu)) * a * a)
    expect(disc.discStressPa / (2 * bore)).toBeCloseTo(1, 2)
    expect(disc.burstSpeedRadPerS / (w * Math.sqrt(disc.allowablePa / (2 * bore)))).toBeCloseTo(1, 2)
  })
  test('all discs weigh and turn together', () => {
    const each = 0.8 * petg.densityKgPerM3 * Math.PI * (0.03 ** 2 - 0.004 ** 2) * 0.001
    expect(disc.massKg / (7 * each)).toBeCloseTo(1, 4)
    expect(disc.inertiaKgM2 / (7 * 0.5 * each * (0.03 ** 2 + 0.004 ** 2))).toBeCloseTo(1, 4)
  })
})

describe('blades on a rim', () => {
  const rotor: TangentialImpulse = {
    family: 'tangential-impulse',
    meanRadiusM: 27 * mm,
    bladeHeightM: 9 * mm,
    bladeDepthM: 8 * mm,
    bladeCount: 12,
    profile: 'scoop',
    inletAngleRad: 0.6,
    outletAngleRad: 0.6,
    bladeThicknessM: 1.6 * mm,
    discThicknessM: 6 * mm,
    hubRadiusM: 8 * mm,
    casing: { kind: 'open' },
    outline: null,
    ...PRINT,
  } as TangentialImpulse
  test('a blade’s pull over the width that the disc holds, twice in the corner (common practice, no source)', () => {
    const [body] = tangentialImpulse.bodies(rotor).map((b) => bodyStrength(b, w, room))
    // 9 mm wide, held over the disc's 6 mm; its middle on the mean radius
    const blade = 0.8 * petg.densityKgPerM3 * 9 * mm * 1.6 * mm * 8 * mm
    const pull = blade * w * w * 27 * mm
    expect(body.rootStressPa / ((2 * pull) / (6 * mm * 1.6 * mm))).toBeCloseTo(1, 9)
  })
  test('a disc thicker than the blades are wide holds them over their own width', () => {
    const [thick, thin] = [12, 9].map(
      (t) => bodyStrength(tangentialImpulse.bodies({ ...rotor, discThicknessM: t * mm })[0], w, room).rootStressPa,
    )
    expect(thick).toBeCloseTo(thin, 6)
  })
})
