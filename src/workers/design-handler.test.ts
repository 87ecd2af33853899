import { keptDemo } from '../project/demo/kept-demo'
import type { EngineBuild } from '../project/document'
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
