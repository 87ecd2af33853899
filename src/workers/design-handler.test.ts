import { keptDemo } from '../project/demo/kept-demo'
import type { EngineBuild } from '../project/document'
import type { Planned } from '../project/planning'
import { handleDesign } from './design-handler'

test('the whole run of a bottle is worked out once for all that ask for it, and anew for another build', () => {
  const { builds, ambient } = keptDemo().project
  const demo = builds.find((b) => b.id === 'carousel-1') as unknown as EngineBuild
  // a small bottle is soon empty
  const build = { ...demo, supply: { ...demo.supply, volumeM3: 3e-4 } } as EngineBuild
  const asked = (of: EngineBuild) => handleDesign({ kind: 'engine-run', build: of, ambient }, () => undefined)
  const first = asked(build)
  expect(asked(structuredClone(build))).toBe(first)
  const smaller = { ...build, supply: { ...build.supply, volumeM3: 2e-4 } } as EngineBuild
  expect(asked(smaller)).not.toEqual(first)
  expect(asked(build)).toEqual(first)
})

test('a plan and how its steps are expected to go cross from a worker as they are', () => {
  const { builds, rigs, ambient } = keptDemo().project
  const build = builds.find((b) => b.id === 'spindle-4')!
  const rig = rigs.find((r) => r.id === 'wheel-lines')!
  const wanted = { gaugePressurePa: 300e3, steps: 2, everyStep: false, differenceShare: 0.05, spreadShare: null }
  const planned = handleDesign({ kind: 'plan', build, rig, ambient, wanted }, () => undefined) as Planned
  expect(structuredClone(planned)).toEqual(planned)
  const gaugePressuresPa = planned.steps.map((s) => s.gaugePressurePa)
  expect(gaugePressuresPa).toEqual([150e3, 300e3])
  expect(handleDesign({ kind: 'planned-steps', build, rig, ambient, gaugePressuresPa }, () => undefined)).toEqual(
    planned.expected,
  )
})
