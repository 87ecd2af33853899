import { STANDARD_AMBIENT } from '../../air'
import { sample } from '../../check-values/sample'
import { thrustRun } from './campaign'
import { reduceThrust } from './reduce-thrust'
import { simulateStand } from './simulate-thrust'
import { vesselPush, type EmptyingVessel } from './simulate-vessel'

const ROOM = STANDARD_AMBIENT.absolutePressurePa
const VESSEL: EmptyingVessel = { paAbs: ROOM + 6e5, volumeM3: 1e-3, throatM2: 4e-6, opensInS: 0.04, wallWPerK: 0 }

test('while it is choked and takes no heat, thrust and the room’s push on the throat fall by (1 + t / 5 tau)^-7', () => {
  const { push } = vesselPush({ ...VESSEL, opensInS: 1e-9 })
  // closed form of a vessel that empties adiabatically through a choked hole (text-book)
  const over = push.forceN.map((f) => f + ROOM * VESSEL.throatM2)
  // the valve is shut at the first point, and open at the next
  const at = (s: number) => over[push.timeS.findIndex((t) => t >= s)] / over[1]
  const tau = 0.2 / 5 / (at(0.2) ** (-1 / 7) - 1)
  for (const s of [0.4, 0.8, 1.1]) expect(at(s) / (1 + s / 5 / tau) ** -7).toBeCloseTo(1, 2)
  // a choked hole lets out p A times 0.6847 over the root of R T; by that a vessel of such a size empties
  expect(
    tau / (VESSEL.volumeM3 / (VESSEL.throatM2 * 0.6847 * Math.sqrt(287.05 * STANDARD_AMBIENT.temperatureK))),
  ).toBeCloseTo(1, 1)
})

test('heat of the wall gives more impulse, and a slow valve takes none away', () => {
  const impulse = (of: Partial<EmptyingVessel>) => vesselPush({ ...VESSEL, ...of }).truth.impulse
  expect(impulse({ wallWPerK: 0.5 })).toBeGreaterThan(1.02 * impulse({}))
  expect(impulse({ opensInS: 0.2 }) / impulse({ opensInS: 0.001 })).toBeCloseTo(1, 2)
})

/** Read by a stand without noise. */
const read = (of: Partial<EmptyingVessel>, ring: { frequencyHz: number; dampingRatio: number }) => {
  const { push, truth } = vesselPush({ ...VESSEL, ...of })
  const trace = simulateStand({
    push,
    openS: 2.003,
    endS: 2 + push.timeS[push.timeS.length - 1] + 3,
    stepS: 0.01,
    ring,
    offsetN: 0.05,
    driftNPerS: 0,
    noiseN: 0.001,
    windN: 0,
    windS: 0.2,
    resolutionN: 0,
    span: 0,
    seed: 3,
  })
  return { r: reduceThrust(trace, { spanRelativeUncertainty: 0 }), truth }
}

test.each([0.04, 0.15])(
  'thrust is that of the first pressure though the valve takes %d s, in which pressure falls',
  (opensInS) => {
    const { r, truth } = read({ opensInS }, { frequencyHz: 17, dampingRatio: 0.06 })
    expect(Math.abs(r.opensInS / opensInS - 1)).toBeLessThan(0.1)
    expect(Math.abs(r.thrust.value / truth.thrust - 1)).toBeLessThan(0.01)
    // carried back to where the valve began to open it would be more by what half of its time takes
    expect(r.thrust.standardUncertainty / truth.thrust).toBeLessThan(0.015)
    expect(r.thrust.standardUncertainty / truth.thrust).toBeGreaterThan(0.004)
  },
)

test('of a vessel that goes on leaking as it warms, four thousandths of the impulse are never seen', () => {
  const { r, truth } = read({}, { frequencyHz: 17, dampingRatio: 0.06 })
  // of a quiet stand hardly anything else is unknown
  expect(r.impulse.standardUncertainty / truth.impulse).toBeGreaterThan(0.0036)
  expect(r.impulse.standardUncertainty / truth.impulse).toBeLessThan(0.0048)
})

test('a stand that swings back but once is told as one that rings', () => {
  const { r, truth } = read({}, { frequencyHz: 9, dampingRatio: 0.4 })
  expect(r.ring?.dampingRatio).toBeCloseTo(0.4, 1)
  expect(r.ring?.frequencyHz).toBeCloseTo(9, 0)
  expect(Math.abs(r.thrust.value / truth.thrust - 1)).toBeLessThan(0.01)
})

test('of vessels that empty by the gas itself nine in ten figures lie within what is told', () => {
  const runs = Array.from({ length: sample(8) }, (_, i) => thrustRun('a vessel’s own', 700 + i))
  const held = (['thrust', 'impulse', 'runTime'] as const).map(
    (f) =>
      runs.filter(({ reduction, truth }) => {
        const m = reduction?.[f]
        return m && Math.abs(m.value - truth[f]) <= 1.96 * m.standardUncertainty
      }).length,
  )
  expect(held.map((n) => n > 0.8 * runs.length)).toEqual([true, true, true])
})
