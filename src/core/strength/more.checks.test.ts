import { checksOf, expectCheck, given } from '../check-values/check-values'
import { RPM } from '../units/rotation'
import { bodyInertia, evenDisc, materialById, profileDiscStress, type TurningBody } from '.'

const body = (inner: number, outer: number, thick: number): TurningBody => ({
  name: 'ring',
  profile: evenDisc(inner / 1000, outer / 1000, thick / 1000),
  carried: 0,
  holeFactor: 1,
  pieces: null,
  materialId: 'petg',
  infill: 1,
  loadedAcrossLayers: false,
  copies: 1,
})

describe('mass and energy of plain discs and rings', () => {
  const made = (c: Parameters<typeof given>[0]) =>
    bodyInertia(body(given(c, 'r_inner'), given(c, 'r_outer'), given(c, 'length')), {
      ...materialById('petg'),
      densityKgPerM3: given(c, 'rho'),
    })
  test.each(checksOf('inertia.m'))('%s', (_, c) => expectCheck(made(c).massKg, c))
  test.each(checksOf('inertia.KE'))('%s', (_, c) =>
    expectCheck(0.5 * made(c).inertiaKgM2 * (given(c, 'n') * RPM) ** 2, c),
  )
})

describe('a disc bursts by its mean hoop stress where it is ductile', () => {
  test.each(checksOf('disc.burst_avg'))('%s, by steps within 0.1 %%', (_, c) => {
    const { meanHoopPa } = profileDiscStress({
      profile: evenDisc(given(c, 'a_bore') / 1000, given(c, 'b_outer') / 1000, 5e-3),
      densityKgPerM3: given(c, 'rho'),
      poissonRatio: given(c, 'nu'),
      elasticModulusPa: given(c, 'E'),
      speedRadPerS: 1000,
      rimPullPa: 0,
    })
    const burst = (1000 * Math.sqrt(given(c, 'strength') / meanHoopPa)) / RPM
    expect(Math.abs(burst / c.value - 1)).toBeLessThan(1e-3)
  })
})
