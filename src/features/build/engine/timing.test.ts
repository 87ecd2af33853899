import { pistonPlace } from '../../../core/engine'
import { newBuildOf, type MachineOfKind } from '../../../project/document'
import { membersOf } from './members'
import { toDeg } from './opening'
import { handlesOf, openings } from './timing'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const single = newBuildOf(own, 'single-acting-engine').machine as MachineOfKind<'single-acting-engine'>
const double = newBuildOf(own, 'double-acting-engine').machine as MachineOfKind<'double-acting-engine'>

describe('timing of an engine', () => {
  test('ball and ports open as long before as after their dead centres', () => {
    const [seat, ports] = openings(single)
    const [[from, to]] = seat.open
    expect(from + to).toBeCloseTo(360 + 360, 3)
    expect(to - 360).toBeCloseTo(34.8, 0)
    const [[opens, shuts]] = ports.open
    expect(opens + shuts).toBeCloseTo(360, 3)
    expect(pistonPlace(single, (opens * Math.PI) / 180).travelM).toBeCloseTo(single.ports.fromM, 9)
  })
  test('a slide lets in and out at both ends half a turn apart, never in and out at once', () => {
    const [headIn, headOut, crankIn] = openings(double)
    expect(crankIn.open[0][0] - headIn.open[0][0]).toBeCloseTo(-180, 3)
    const [[a, b]] = headIn.open
    const [[c, d]] = headOut.open
    // shut between letting in and letting out, and again before letting in
    expect(c).toBeGreaterThan(b % 360)
    expect(a).toBeGreaterThan(d)
  })
  test('a port that never opens is told', () =>
    expect(openings({ ...single, ports: { ...single.ports, fromM: 0.05 } })[1].open).toEqual([]))
})

describe('handles', () => {
  test('what is dragged to an angle stands there, to a twentieth of a millimetre', () => {
    const pin = handlesOf(single).find((h) => h.id === 'pin')!
    const moved = pin.moved(45)
    expect(handlesOf(moved).find((h) => h.id === 'pin')!.at).toBeGreaterThan(44)
    expect(handlesOf(moved).find((h) => h.id === 'pin')!.at).toBeLessThan(46)
    if (moved.family !== 'single-acting-engine') throw new Error('another kind')
    expect((moved.ball.pinLengthM / 0.05e-3) % 1).toBeCloseTo(0, 6)
    for (const id of ['cut-off', 'release', 'lead']) {
      const handle = handlesOf(double).find((h) => h.id === id)!
      const target = handle.at - 6
      expect(Math.abs(handlesOf(handle.moved(target)).find((h) => h.id === id)!.at - target)).toBeLessThan(1)
    }
  })
  test('a step of the keyboard is 0.05 mm or a degree', () => {
    const stepped = handlesOf(single)[0].stepped(1)
    if (stepped.family !== 'single-acting-engine') throw new Error('another kind')
    expect(stepped.ball.pinLengthM - single.ball.pinLengthM).toBeCloseTo(0.05e-3, 9)
    const lead = handlesOf(double)
      .find((h) => h.id === 'lead')!
      .stepped(-1)
    if (lead.family !== 'double-acting-engine') throw new Error('another kind')
    expect(toDeg(lead.valve.leadRad)).toBeCloseTo(29, 6)
  })
  test('no handle leaves what a build may be', () => {
    const far = handlesOf(single)
      .find((h) => h.id === 'ports')!
      .moved(180)
    if (far.family !== 'single-acting-engine') throw new Error('another kind')
    expect(far.ports.fromM).toBeLessThan(single.strokeM)
    const lap = handlesOf(double)
      .find((h) => h.id === 'cut-off')!
      .moved(62)
    if (lap.family !== 'double-acting-engine') throw new Error('another kind')
    expect(lap.valve.admissionLapM).toBeLessThan(double.valve.eccentricityM)
  })
})

describe('a rotor’s timing', () => {
  const rotor = newBuildOf(
    { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' },
    'three-flank-engine',
  ).machine
  const by = (m: typeof rotor, id: string) => openings(m).find((o) => o.id === id)!
  test('ports of both lobes, half a turn of the rotor apart; the far intake only breathes without its tube', () => {
    expect(openings(rotor).map((o) => [o.id, o.lets])).toEqual([
      ['intake', 'in'],
      ['outlet', 'out'],
      ['far-intake', 'in'],
      ['far-outlet', 'out'],
    ])
    const [near, far] = [by(rotor, 'outlet').open[0], by(rotor, 'far-outlet').open[0]]
    expect(far[0] - near[0]).toBeCloseTo(180, 6)
    expect(by({ ...rotor, tube: null }, 'far-intake').lets).toBe('out')
  })
  test('a hole in the wall opens a sixth of a turn and half its width before its middle', () => {
    const [from, to] = by(rotor, 'outlet').open[0]
    expect((from + to) / 2).toBeCloseTo(130, 6)
    expect((to - from) / 2).toBeGreaterThan(60)
    expect((to - from) / 2).toBeLessThan(72)
  })
  test('what is dragged moves the port by as much, a step by a degree, within its limits', () => {
    const [intake, outlet] = handlesOf(rotor)
    const angle = (m: typeof rotor, key: 'intake' | 'outlet') => toDeg(m[key].angleRad)
    expect(angle(outlet.moved(outlet.at + 12) as typeof rotor, 'outlet')).toBeCloseTo(142, 6)
    expect(angle(outlet.stepped(-1) as typeof rotor, 'outlet')).toBeCloseTo(129, 6)
    expect(angle(intake.moved(intake.at - 6) as typeof rotor, 'intake')).toBeCloseTo(11, 6)
    expect(angle(intake.moved(intake.at + 358) as typeof rotor, 'intake')).toBeCloseTo(15, 6)
    const far = handlesOf({ ...rotor, intake: { ...rotor.intake, angleRad: (-59 * Math.PI) / 180 } })[0]
    expect(angle(far.moved(far.at - 20) as typeof rotor, 'intake')).toBeCloseTo(-60, 9)
  })
})

describe('what is looked at one by one', () => {
  test('flanks over three turns of the shaft; ends of cylinders over one', () => {
    const rotor = membersOf(
      newBuildOf({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, 'three-flank-engine')
        .machine,
    )
    expect([rotor.name, rotor.count, rotor.periodDeg, rotor.chambers(2)]).toEqual(['flank', 3, 1080, [2]])
    // the second flank is a third of the rotor’s turn ahead; the rotor turns a third as fast
    expect(rotor.dial(90, 1)).toBeCloseTo(150, 9)
    const twin = membersOf({
      ...newBuildOf(
        { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' },
        'double-acting-engine',
      ).machine,
      cylinders: 2,
    })
    expect([twin.count, twin.chambers(1), twin.periodDeg]).toEqual([2, [2, 3], 360])
  })
})
