import { isentropicAreaRatio, nozzleFlow } from '.'

/** Back over exit pressure of a convergent-divergent nozzle that flows full to Mach 2.2, at a supply pressure. */
const at = (exitOverRoom: number) => {
  const mach = 2.2
  const ratio = isentropicAreaRatio(mach)
  // NACA Report 1135, table: p/p0 = 0.09352 at Mach 2.2
  const totalPressurePaAbs = (exitOverRoom * 101_325) / 0.09352
  return nozzleFlow(
    { totalPressurePaAbs, totalTemperatureK: 293.15, backPressurePaAbs: 101_325 },
    { throatDiameterM: 2e-3, exitDiameterM: 2e-3 * Math.sqrt(ratio) },
  )
}
const separates = (exitOverRoom: number) => at(exitOverRoom).notes.some((n) => n.code === 'nozzle-separates')

test('a jet expanded to below 0.4 of the room comes off the wall (Summerfield’s rule, 1948, value from memory): said below it, not above', () => {
  for (const share of [0.33, 0.37, 0.395])
    expect([share, at(share).regime, separates(share)]).toEqual([share, 'overexpanded', true])
  for (const share of [0.405, 0.45, 0.8])
    expect([share, at(share).regime, separates(share)]).toEqual([share, 'overexpanded', false])
  expect(separates(1.3)).toBe(false)
})
