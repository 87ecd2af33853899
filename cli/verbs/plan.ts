import type { z } from 'zod'
import { methodOf } from '../../src/project/measuring'
import { planRuns } from '../../src/project/planning'
import { badInput } from '../fault'
import type { planVerbInput } from '../plan-schemas'

/** Runs of a build on a rig from low pressure to high, from the margins of both. */
export function planVerb({ build, rig, ambient, wanted }: z.infer<typeof planVerbInput>) {
  const method = methodOf(rig.kind)
  if (!method.accepts(build)) throw badInput('rig.kind', `a ${method.words.name} does not measure this machine`)
  const room = { ambient: { ...ambient, relativeHumidity: 0.5 } }
  const planned = planRuns(build, rig, room, wanted)
  if (!planned)
    throw badInput(
      'wanted.gaugePressurePa',
      'the margins say “do not run” even at a low pressure: look at rotor and rig',
    )
  const { steps, expected, limitedBy, stoppedBy, spreadShare, spreadFrom } = planned
  return {
    steps: steps.map(({ id: _, ...step }, i) => ({
      ...step,
      stopAtGaugePressurePa: expected[i].stop.gaugePressurePa,
      state: expected[i].state,
      expected: Object.fromEntries(
        expected[i].figures.map(({ id, value, standardUncertainty }) => [id, { value, standardUncertainty }]),
      ),
    })),
    limitedBy,
    stoppedBy,
    spreadShare,
    spreadFrom,
  }
}
