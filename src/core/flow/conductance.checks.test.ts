import { freeAirFlow } from '../air'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import { rootBetween } from '../numerics'
import { fromSi, unitOf } from '../units'
import { conductanceMassFlow } from './conductance'

const part = (c: number, b: number) => ({ sonicConductance: c * 1e-8, criticalRatio: b })

describe('ISO 6358-1:2013 flow equation', () => {
  test.each(checksOf('iso6358.q').filter(([, c]) => c.unit === 'L/min ANR'))('%s', (_, c) => {
    const flow = conductanceMassFlow(
      part(given(c, 'C'), given(c, 'b')),
      { absolutePressurePa: given(c, 'p1'), temperatureK: given(c, 'T1') },
      given(c, 'p2'),
    )
    expectCheck(fromSi(freeAirFlow(flow), unitOf('freeAir', 'L/min')), c)
  })
  test.each(checksOf('iso6358.series').filter(([, c]) => c.unit.startsWith('Pa')))('%s', (_, c) => {
    const t = given(c, 'T')
    const between = rootBetween(
      (p) =>
        conductanceMassFlow(
          part(given(c, 'C1'), given(c, 'b1')),
          { absolutePressurePa: given(c, 'p1'), temperatureK: t },
          p,
        ) -
        conductanceMassFlow(
          part(given(c, 'C2'), given(c, 'b2')),
          { absolutePressurePa: p, temperatureK: t },
          given(c, 'p3'),
        ),
      given(c, 'p3'),
      given(c, 'p1'),
    )
    expectCheck(between, c)
  })
})
