import { checksOf, expectCheck, given } from '../check-values/check-values'
import {
  allowableStrength,
  discPeakHoopStress,
  discStressAt,
  balanceHole,
  bearingDuty,
  bearingLoads,
  bodyInertia,
  bodyStrength,
  criticalSpeed,
  materialById,
  permissibleUnbalance,
  profileDiscStress,
  rimPullHoopStress,
  shaftStiffness,
  unbalanceForce,
  type ShaftLayout,
  type TurningBody,
} from '.'
import { burstSpeed, machineStrength, type TurbineMachine } from '../machines'

const rpm = Math.PI / 30

describe('rotating discs (Timoshenko & Goodier; Roark)', () => {
  test.each(checksOf('disc.smax'))('%s', (_, c) =>
    expectCheck(
      discPeakHoopStress({
        boreRadiusM: given(c, 'a_bore') / 1000,
        outerRadiusM: given(c, 'b_outer') / 1000,
        densityKgPerM3: given(c, 'rho'),
        poissonRatio: given(c, 'nu'),
        speedRadPerS: given(c, 'n') * rpm,
      }),
      c,
    ),
  )
  test.each(checksOf('disc.burst_peak'))('%s', (_, c) => {
    const unit = discPeakHoopStress({
      boreRadiusM: given(c, 'a_bore') / 1000,
      outerRadiusM: given(c, 'b_outer') / 1000,
      densityKgPerM3: given(c, 'rho'),
      poissonRatio: given(c, 'nu'),
      speedRadPerS: 1,
    })
    expectCheck(Math.sqrt(given(c, 'strength') / unit) / rpm, c)
  })
  test('a pinhole at the centre doubles the peak stress whatever its size', () => {
    const disc = { outerRadiusM: 0.03, densityKgPerM3: 1240, poissonRatio: 0.36, speedRadPerS: 3000 }
    expect(
      discPeakHoopStress({ ...disc, boreRadiusM: 1e-7 }) / discPeakHoopStress({ ...disc, boreRadiusM: 0 }),
    ).toBeCloseTo(2, 6)
  })
  test('stress along the radius: radial is nothing at bore and rim, hoop at the bore is the peak; equilibrium of half a disc holds', () => {
    const disc = {
      boreRadiusM: 0.006,
      outerRadiusM: 0.03,
      densityKgPerM3: 1240,
      poissonRatio: 0.36,
      speedRadPerS: 3000,
    }
    expect(discStressAt(disc, 0.006).radialPa).toBeCloseTo(0, 3)
    expect(discStressAt(disc, 0.03).radialPa).toBeCloseTo(0, 3)
    expect(discStressAt(disc, 0.006).hoopPa).toBeCloseTo(discPeakHoopStress(disc), 3)
    const n = 4000
    let sum = 0
    for (let i = 0; i < n; i++) sum += discStressAt(disc, 0.006 + ((i + 0.5) / n) * 0.024).hoopPa / n
    const mean = (1240 * 3000 ** 2 * (0.03 ** 2 + 0.03 * 0.006 + 0.006 ** 2)) / 3
    expect(sum / mean).toBeCloseTo(1, 5)
  })
  test('Lamé: a thin ring pulled outward carries p b / t', () =>
    expect(rimPullHoopStress(1e6, 0.0299, 0.03) / (1e6 * (0.03 / 0.0001))).toBeCloseTo(1, 2))
})

const disc = (profile: TurningBody['profile'], over: Partial<TurningBody> = {}): TurningBody => ({
  name: 'rotor',
  profile,
  carried: 0,
  holeFactor: 1,
  pieces: null,
  materialId: 'petg',
  infill: 1,
  loadedAcrossLayers: false,
  copies: 1,
  ...over,
})
const wheel = disc(
  [
    [0.008, 0.009],
    [0.023, 0.009],
  ],
  {
    pieces: {
      name: 'blade root',
      count: 12,
      lengthM: 0.008,
      rootAreaM2: 0.009 * 0.0016,
      meanAreaM2: 0.009 * 0.0016,
      cornerFactor: 2,
    },
  },
)
const bladed: TurbineMachine = {
  family: 'tangential-impulse',
  meanRadiusM: 0.027,
  bladeHeightM: 0.009,
  bladeDepthM: 0.008,
  bladeCount: 12,
  bladeThicknessM: 0.0016,
  profile: 'scoop',
  inletAngleRad: 0.6,
  outletAngleRad: 0.6,
  discThicknessM: 0.009,
  hubRadiusM: 0.008,
  casing: { kind: 'open', clearanceM: 0.002 },
  materialId: 'petg',
  infill: 1,
  loadedAcrossLayers: false,
}

describe('discs of any profile', () => {
  test.each(checksOf('disc.smax'))('%s', (_, c) => {
    const [a, b] = [given(c, 'a_bore') / 1000, given(c, 'b_outer') / 1000]
    const found = profileDiscStress({
      profile: [
        [a, 0.008],
        [b, 0.008],
      ],
      densityKgPerM3: given(c, 'rho'),
      poissonRatio: given(c, 'nu'),
      elasticModulusPa: given(c, 'E'),
      speedRadPerS: given(c, 'n') * rpm,
      rimPullPa: 0,
    })
    expect(found.peakPa / c.value).toBeCloseTo(1, 3)
  })
  test.each(checksOf('disc.savg'))('%s', (_, c) => {
    const [a, b] = [given(c, 'a_bore') / 1000, given(c, 'b_outer') / 1000]
    const found = profileDiscStress({
      profile: [
        [a, 0.008],
        [b, 0.008],
      ],
      densityKgPerM3: given(c, 'rho'),
      poissonRatio: given(c, 'nu'),
      elasticModulusPa: given(c, 'E'),
      speedRadPerS: given(c, 'n') * rpm,
      rimPullPa: 0,
    })
    expect(found.meanHoopPa / c.value).toBeCloseTo(1, 3)
  })
  test('a rim pulled outward follows Lamé', () => {
    const found = profileDiscStress({
      profile: [
        [0.01, 0.005],
        [0.03, 0.005],
      ],
      densityKgPerM3: 1e-9,
      poissonRatio: 0.36,
      elasticModulusPa: 3e9,
      speedRadPerS: 1,
      rimPullPa: 2e6,
    })
    expect(found.hoopPa[0] / rimPullHoopStress(2e6, 0.01, 0.03)).toBeCloseTo(1, 4)
    expect(found.radialPa[found.radialPa.length - 1]).toBeCloseTo(2e6, 0)
  })
  test('disc of uniform strength: thickness exp(-rho w^2 r^2 / 2s) carries the same stress everywhere (text-book)', () => {
    const [rho, w, s, rim] = [7850, 4000, 150e6, 0.08]
    const thickness = (r: number) => 0.02 * Math.exp((-rho * w * w * r * r) / (2 * s))
    const profile = Array.from({ length: 81 }, (_, i): [number, number] => [(i / 80) * rim, thickness((i / 80) * rim)])
    const found = profileDiscStress({
      profile,
      densityKgPerM3: rho,
      poissonRatio: 0.3,
      elasticModulusPa: 207e9,
      speedRadPerS: w,
      rimPullPa: s,
    })
    for (const stress of [...found.hoopPa, ...found.radialPa]) expect(stress / s).toBeCloseTo(1, 2)
  })
  test('thick at the bore, thin at the rim is weaker nowhere and stronger at its worst', () => {
    const peak = (profile: TurningBody['profile']) => bodyStrength(disc(profile), 3000, 293.15).discStressPa
    expect(
      peak([
        [0.004, 0.012],
        [0.03, 0.003],
      ]),
    ).toBeLessThan(
      peak([
        [0.004, 0.006],
        [0.03, 0.006],
      ]),
    )
  })
})

describe('bladed rotor', () => {
  test('margin in stress is the square of the margin in speed: 1.75 is 3.06', () => {
    const s = machineStrength(bladed, machineStrength(bladed, 1000, 293.15).burstSpeedRadPerS / 1.75, 293.15)
    expect(s.speedMargin).toBeCloseTo(1.75, 9)
    expect(s.stressMargin).toBeCloseTo(3.0625, 6)
  })
  test('blades make the disc weaker than it is without them', () =>
    expect(bodyStrength(wheel, 3000, 293.15).discStressPa).toBeGreaterThan(
      bodyStrength({ ...wheel, pieces: null }, 3000, 293.15).discStressPa,
    ))
  test('burst speed does not depend on the speed asked at, rest included', () =>
    expect(
      bodyStrength(wheel, 0, 293.15).burstSpeedRadPerS / bodyStrength(wheel, 4321, 293.15).burstSpeedRadPerS,
    ).toBeCloseTo(1, 9))
  test('the quick burst speed of a search is that of the full computation', () =>
    expect(burstSpeed(bladed, 293.15) / machineStrength(bladed, 2000, 293.15).burstSpeedRadPerS).toBeCloseTo(1, 3))
  test.each(checksOf('inertia.I.solid60x8PLA'))('%s', (_, c) =>
    expect(
      bodyInertia(
        disc(
          [
            [0, 0.008],
            [0.03, 0.008],
          ],
          { materialId: 'pla' },
        ),
      ).inertiaKgM2 / c.value,
    ).toBeCloseTo(1, 4),
  )
})

describe('balance (ISO 21940-11)', () => {
  test.each(checksOf('balance.U.'))('%s', (_, c) =>
    expectCheck(permissibleUnbalance(given(c, 'G') * 1e-3, given(c, 'm'), given(c, 'n') * rpm) * 1e6, c),
  )
  test.each(checksOf('balance.e.'))('%s', (_, c) =>
    expectCheck(
      (permissibleUnbalance(given(c, 'G') * 1e-3, given(c, 'm'), given(c, 'n') * rpm) / given(c, 'm')) * 1e6,
      c,
    ),
  )
  test.each(checksOf('balance.F.'))('%s', (_, c) =>
    expectCheck(
      unbalanceForce(
        permissibleUnbalance(given(c, 'G') * 1e-3, given(c, 'm'), given(c, 'n') * rpm),
        given(c, 'n') * rpm,
      ),
      c,
    ),
  )
  test('a drilled hole takes its own mass away at its radius', () => {
    const hole = balanceHole({ unbalanceKgM: 5e-6, radiusM: 0.02, drillDiameterM: 3e-3, densityKgPerM3: 1270 })
    expect(hole.massKg).toBeCloseTo(0.25e-3, 12)
    expect(hole.depthM * (Math.PI / 4) * 9e-6 * 1270 * 0.02).toBeCloseTo(5e-6, 12)
  })
})

describe('shaft', () => {
  const layout = (d: number, l: number, e: number, rho: number): ShaftLayout => ({
    diameterM: d / 1000,
    bearings: 2,
    spanM: l / 1000,
    overhangM: 0,
    elasticModulusPa: e,
    densityKgPerM3: rho,
  })
  test.each(checksOf('crit.k.'))('%s', (_, c) =>
    expectCheck(shaftStiffness(layout(given(c, 'd'), given(c, 'L'), given(c, 'E'), given(c, 'rho'))), c),
  )
  test.each(checksOf('crit.n.rayleigh'))('%s', (_, c) =>
    expectCheck(
      criticalSpeed(layout(given(c, 'd'), given(c, 'L'), given(c, 'E'), given(c, 'rho')), given(c, 'm')) / rpm,
      c,
    ),
  )
  test('on an overhang: against the closed form of a light shaft, and the bare shaft against its own first bending (beam tables, Roark: overhung load L²(a+L)/3EI)', () => {
    const [span, overhang, d, e] = [0.04, 0.03, 6e-3, 200e9]
    const shaft = (density: number) => ({
      ...layout(6, 40, 200, 7850),
      diameterM: d,
      spanM: span,
      overhangM: overhang,
      elasticModulusPa: e,
      densityKgPerM3: density,
    })
    const stiffness = (3 * e * (Math.PI / 64) * d ** 4) / (overhang ** 2 * (overhang + span))
    expect(criticalSpeed(shaft(1e-3), 0.05) / Math.sqrt(stiffness / 0.05)).toBeCloseTo(1, 3)
    // with a wheel of next to nothing and next to no overhang, the span turns as a beam of its own: (π/L)² √(EI/m')
    const bare = (Math.PI / span) ** 2 * Math.sqrt((e * (Math.PI / 64) * d ** 4) / (7850 * (Math.PI / 4) * d ** 2))
    expect(criticalSpeed({ ...shaft(7850), overhangM: 1e-3 }, 1e-7) / bare).toBeCloseTo(1, 2)
    // heavier, longer, thinner: slower
    expect(criticalSpeed(shaft(7850), 0.1)).toBeLessThan(criticalSpeed(shaft(7850), 0.05))
    expect(criticalSpeed({ ...shaft(7850), overhangM: 0.05 }, 0.05)).toBeLessThan(criticalSpeed(shaft(7850), 0.05))
  })
  test.each(checksOf('crit.n.exact'))('%s, within 1 %% of Rayleigh', (_, c) =>
    expect(
      criticalSpeed(layout(given(c, 'd'), given(c, 'L'), given(c, 'E'), given(c, 'rho')), given(c, 'm')) /
        rpm /
        c.value,
    ).toBeCloseTo(1, 2),
  )
  test('overhung loads lever up: the near bearing carries more than the rotor, the far one the difference', () => {
    const [near, far] = bearingLoads({ bearings: 2, spanM: 0.03, overhangM: 0.015 }, 10)
    expect(near - far).toBeCloseTo(10, 12)
    expect(near).toBeCloseTo(15, 12)
    expect(bearingLoads({ bearings: 1, spanM: 0.03, overhangM: 0.015 }, 10)).toEqual([10, 0])
  })
  test('ISO 281: half the load, eight times the turns', () => {
    const life = (sideLoadN: number) =>
      bearingDuty(
        '608',
        { bearings: 2, spanM: 0.03, overhangM: 0 },
        { rotorMassKg: 0, sideLoadN, unbalanceKgM: 0, speedRadPerS: 1000 },
      ).lifeTurns
    expect(life(20) / life(40)).toBeCloseTo(8, 9)
    // at its rating a bearing lasts a million turns
    expect(life(2 * 3450)).toBeCloseTo(1e6, 0)
  })
})

describe('allowable strength (common practice, no source)', () => {
  const pla = materialById('pla')
  test('layers, infill and warmth each take their share', () => {
    const plain = { infill: 1, loadedAcrossLayers: false, temperatureK: 293.15 }
    expect(allowableStrength(pla, plain)).toBe(pla.tensileStrengthPa)
    expect(allowableStrength(pla, { ...plain, loadedAcrossLayers: true })).toBeCloseTo(0.6 * pla.tensileStrengthPa, 3)
    expect(allowableStrength(pla, { ...plain, infill: 0.5 })).toBeCloseTo(0.5 * pla.tensileStrengthPa, 3)
    expect(allowableStrength(pla, { ...plain, temperatureK: pla.softeningK + 20 })).toBeCloseTo(0, 6)
  })
})
