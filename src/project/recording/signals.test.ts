import { UNITS_OF } from '.'

/**
 * One of each unit in SI. Sources: SI brochure (2019); the pound-force, its pressure on a square inch and the standard gravity of NIST SP 811 (2008),
 * appendix B.
 */
const SI = {
  time: { s: 1, ms: 0.001, us: 0.000_001 },
  rotation: { rpm: 0.104_719_755, 'rad/s': 1, Hz: 6.283_185_307 },
  force: { N: 1, g: 0.009_806_65, kg: 9.806_65, lbf: 4.448_221_615_3 },
  length: { mm: 0.001, cm: 0.01, m: 1 },
  voltage: { V: 1, mV: 0.001 },
  current: { A: 1, mA: 0.001 },
  pressure: {
    ...{ kPa: 1000, bar: 100_000, psi: 6894.757_293_2, mbar: 100 },
    ...{ 'kPa absolute': 1000, 'bar absolute': 100_000, 'psi absolute': 6894.757_293_2, 'mbar absolute': 100 },
  },
}

test('every unit of a column that is asked for is what the standards say it is', () => {
  const flat = (of: object) =>
    Object.entries(of).flatMap(([kind, units]) =>
      Object.entries(units as Record<string, number>).map(([unit, si]) => [
        `${kind} ${unit}`,
        Number(si.toPrecision(9)),
      ]),
    )
  expect(flat(UNITS_OF).sort()).toEqual(flat(SI).sort())
})
