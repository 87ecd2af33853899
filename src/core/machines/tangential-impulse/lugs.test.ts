import { tailReach } from '../../geometry'
import { polar } from '../../geometry/solids/common'
import { newBuild } from '../../../project/document'
import { partsInput } from '../../../project/parts'
import { fromSegment } from '../lug-angles'
import { rimOf, type DrivenInput } from '../turbine-compressor/layout'
import { LUG, lugAngles, rimLayout, rimPipes } from './layout'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

const cases = [1, 2, 3, 4].flatMap((count) =>
  (['filament', 'resin', 'machined'] as const).flatMap((process) =>
    [3, 4, 5, 6, 7, 8].map((bore) => [count, process, bore] as const),
  ),
)

test('NPT inside the tails: the ribs to screws far out keep off their sockets', () => {
  let looked = 0
  for (const [count, process, bore] of cases) {
    const build = newBuild(own, 'turbine-compressor')
    Object.assign(build.machine.nozzle, { inletBoreM: bore / 1000, count })
    const making = { ...build.making, process, connection: 'npt-thread' as const }
    const rim = rimOf(partsInput({ ...build, making }) as DrivenInput)
    const l = rimLayout(rim)
    const { angleRad } = rim.nozzle
    expect(l.tail.thread).not.toBeNull()
    const pipes = rimPipes(l, angleRad, count)
    const angles = lugAngles(l, angleRad, count)
    // looked at every millimetre from the wall to the screw, not only where the layout looks
    for (const a of angles)
      for (let r = l.outer; r <= l.rods; r++) {
        const [x, y] = polar(r, a)
        expect(Math.min(...pipes.map((s) => fromSegment(s, x, y)))).toBeGreaterThan(tailReach(l.tail) + LUG.radius)
        looked++
      }
  }
  expect(looked).toBeGreaterThan(1000)
})
