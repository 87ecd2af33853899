import { PhysicsError } from '../../core/errors'
import { FAMILIES, assemblyOf, billOfMachine, stagesOfMachine } from '../../core/machines'
import { newBuild, newBuildOf, type Build } from '../document'
import { numbersOf, withNumber } from '../document/testing'
import { buildSchema } from '../validation'
import { partsInput } from './build-parts'

/**
 * How each number of a machine moves its parts, as one number to nine digits for all that stands, is bought and is
 * done: three tenths up and down, beyond where a least width stands in for its own. Held against nothing outside: what
 * these say is that nothing moves unnoticed. Where something is meant to, look at it, then `npx jest pinned-layouts -u`.
 */
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

/** All numbers of a thing in one, each with a weight of its own. */
function oneOf(of: unknown): string {
  let [sum, i] = [0, 0]
  const add = (value: unknown) => {
    if (typeof value === 'number') sum += (1 + ((i++ * 0.6180339887) % 1)) * (Math.abs(value) < 1e-9 ? 0 : value)
    else if (value !== null && typeof value === 'object') for (const v of Object.values(value)) add(v)
  }
  add(of)
  return `${i} ${sum.toPrecision(9)}`
}

function laidOut(build: Build): string {
  try {
    const input = partsInput(build as never)
    const { placed, turnedTo, ...rest } = assemblyOf(input)
    const where = (list: typeof placed) => list.map(({ body, pose, apart }) => [body, pose, apart])
    return oneOf([
      where(placed),
      turnedTo ? where(turnedTo(70)) : [],
      rest,
      billOfMachine(input),
      stagesOfMachine(input).map((s) => s.steps.map((step) => step.length)),
    ])
  } catch (error) {
    if (!(error instanceof PhysicsError)) throw error
    return error.detail.code
  }
}

const KINDS = [
  ...FAMILIES.map((family) => [family, newBuild(own, family) as Build] as const),
  ...(['single-acting-engine', 'double-acting-engine', 'three-flank-engine'] as const).map(
    (kind) => [kind, newBuildOf(own, kind) as Build] as const,
  ),
]

test.each(KINDS)('%s', (_, build) => {
  const plain = laidOut(build)
  const lines = numbersOf(build.machine).flatMap(([path, value]) => {
    const told = [1.3, 1 / 1.3].map((share) => {
      const next = withNumber(build, ['machine', ...path], value * share)
      return buildSchema.safeParse(next).success ? laidOut(next) : 'none'
    })
    return told.every((t) => t === plain || t === 'none') ? [] : [`${path.join('.')}: ${told.join(', ')}`]
  })
  expect([plain, ...lines].join('\n')).toMatchSnapshot()
})
