import fc from 'fast-check'
import Module from 'manifold-3d'
import { PhysicsError } from '../src/core/errors'
import { FAMILIES, type PartsInput } from '../src/core/machines'
import { withBearingsAsMade } from '../src/core/machines/check-assembly'
import { checkMachine } from '../src/core/machines/check-order'
import { makeDemo } from '../src/project/demo'
import { isTurbine } from '../src/project/document'
import { variedBuilds } from '../src/project/document/varied-builds'
import { partsInput } from '../src/project/parts'

const PROCESSES = ['filament', 'resin', 'machined'] as const
/** No multiple of the other: every pair of them comes up. */
const CONNECTED = ['barbs', 'g-thread', 'barbs', 'npt-thread'] as const

/**
 * Puts every machine of the demo and N random valid ones of each family together, and says what falls short and what is
 * refused. Returns how many fell short.
 */
export async function assemble(n: number): Promise<number> {
  const wasm = await Module()
  wasm.setup()
  const look = (name: string, input: PartsInput): 'fine' | 'short' | string => {
    try {
      const short = checkMachine(wasm, input).filter((c) => !c.fine)
      if (short.length === 0) return 'fine'
      console.log(
        `  ${name}: ${short.map((c) => `${c.code} ${c.of} ${c.found.toFixed(3)}/${c.wanted.toFixed(3)}`).join('; ')}`,
      )
      return 'short'
    } catch (error) {
      if (error instanceof PhysicsError) return error.detail.code
      throw error
    }
  }
  let failed = 0
  const { project } = makeDemo()
  for (const build of project.builds.filter(isTurbine)) {
    const gauge = project.holeGauges.find((g) => g.id === build.machine.nozzle.gaugeId)
    if (look(build.id, partsInput(build, gauge)) !== 'fine') failed++
  }
  console.log(`the demo’s machines: ${failed} fall short`)
  for (const family of FAMILIES) {
    const tally: Record<string, number> = {}
    fc.sample(variedBuilds(family), { numRuns: n, seed: 2026 }).forEach((build, i) => {
      const making = {
        ...build.making,
        process: PROCESSES[i % PROCESSES.length],
        connection: CONNECTED[i % CONNECTED.length],
      }
      const verdict = look(`${family} ${i}`, withBearingsAsMade(partsInput({ ...build, making })))
      tally[verdict] = (tally[verdict] ?? 0) + 1
    })
    failed += tally.short ?? 0
    console.log(`${family}: ${n} put together, ${JSON.stringify(tally)}`)
  }
  return failed
}
