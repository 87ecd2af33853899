import type { ManifoldToplevel } from 'manifold-3d'
import { waysOff, type Stage, type Vec } from '../geometry'
import type { SolidKit } from '../geometry/solids/toolkit'
import {
  assemblyChecks,
  bodiesOf,
  moved,
  withKit,
  type AssemblyCheck,
  type Body,
  type MadeSolids,
} from './check-assembly'
import { stagesOfMachine, type PartName, type PartsInput } from './parts'

/** How far a body is drawn off before it counts as free, in steps that begin fine, mm. */
const OFF_STEPS = [0.3, 1, 2.5, 5, 8, 12, 17, 24, 33, 45, 65, 100]
/** What a thread or a push fit may hold, mm3. */
const GRIP = 0.3

function orderChecks(
  kit: SolidKit,
  made: MadeSolids,
  input: PartsInput,
  stages: readonly Stage<PartName>[],
): AssemblyCheck[] {
  const comesOff = (group: readonly Body[], before: readonly Body[], ways: readonly Vec[]) =>
    ways.some((way) =>
      OFF_STEPS.every((by) =>
        group.every((g) => {
          const gone = moved(g.solid, way, by, kit)
          return before.every((b) => kit.commonVolume(gone, b.solid) < GRIP)
        }),
      ),
    )
  const standing: Body[] = []
  const found: AssemblyCheck[] = []
  const look = (group: readonly Body[], before: readonly Body[], inUnit: boolean) => {
    const fine = comesOff(group, before, waysOff(group[0].placed, inUnit))
    found.push({ code: 'goes-on', of: group[0].name, found: fine ? 1 : 0, wanted: 1, fine })
  }
  for (const { steps, unit } of stages) {
    const onBench: Body[] = []
    for (const step of steps) {
      // copies go on one after the other, each along its own way
      for (const body of bodiesOf(kit, input, step, made)) {
        look([body], unit ? onBench : standing, unit)
        ;(unit ? onBench : standing).push(body)
      }
    }
    if (unit) {
      look(onBench, standing, false)
      standing.push(...onBench)
    }
  }
  return found
}

/**
 * Whether every body can be put where it belongs with all that went on before it in its place: taken off again, along
 * the shaft or back along its own way, it strikes nothing.
 * Error: looked at in steps; a body that has to be turned while it goes on counts as held.
 */
export function checkOrder(
  wasm: ManifoldToplevel,
  input: PartsInput,
  stages: readonly Stage<PartName>[] = stagesOfMachine(input),
): AssemblyCheck[] {
  return withKit(wasm, (kit) => orderChecks(kit, new Map(), input, stages))
}

/** All that is looked at in a machine: as it stands, and as it is put together. Each of its solids is made once. */
export function checkMachine(wasm: ManifoldToplevel, input: PartsInput): AssemblyCheck[] {
  return withKit(wasm, (kit) => {
    const made: MadeSolids = new Map()
    return [...assemblyChecks(kit, made, input), ...orderChecks(kit, made, input, stagesOfMachine(input))]
  })
}
