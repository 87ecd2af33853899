/** @jest-environment node */
import { SPECS } from '../../project/document'
import { CP } from '../air'
import { defaultCoefficients } from '../machines'
import { throughGap, type DiscPackMachine } from './disc-pack'

const WHIRL = 200
const pack = (gapWidthM: number) =>
  ({
    ...SPECS['disc-pack'].figures(),
    gapWidthM,
    coefficients: defaultCoefficients('disc-pack'),
  }) as unknown as DiscPackMachine
const cases = [0.3e-3, 0.6e-3, 1.2e-3].flatMap((gap) =>
  [1e-4, 1e-3, 5e-3].flatMap((flow) => [0.05, 0.3, 0.7].map((share) => [gap, flow, share] as const)),
)

describe.each(cases)('a gap of %p m, %p kg/s, rim at %p of the whirl', (gap, flow, share) => {
  const machine = pack(gap)
  const speed = (share * WHIRL) / machine.outerRadiusM
  const rim = { whirl: WHIRL, pressurePaAbs: 150e3, totalTemperatureK: 293.15, massFlowKgPerS: flow }
  const [coarse, fine] = [12, 1024].map((steps) => throughGap(machine, rim, speed, 1.8e-5, steps))

  test('a dozen steps tell the torque of a thousand, and the pressure to a tenth of the dynamic one', () => {
    expect(Math.abs(coarse.turned / fine.turned - 1)).toBeLessThan(2e-3)
    expect(Math.abs(coarse.exitPaAbs - fine.exitPaAbs)).toBeLessThan(0.1 * 0.5 * 1.78 * WHIRL ** 2)
  })
  test('with many steps the losses are what the expansion would have given and did not', () => {
    // the expansion from rim to exit without loss, from the rim's total state; small drops, so reheat is small
    const drop = CP * 293.15 * (1 - (fine.exitPaAbs / rim.pressurePaAbs) ** (1 / 3.5))
    const missing = drop + 0.5 * WHIRL ** 2 - speed * fine.turned - fine.leaving - fine.friction
    expect(Math.abs(missing)).toBeLessThan(0.06 * (0.5 * WHIRL ** 2 + Math.abs(drop)))
  })
})
