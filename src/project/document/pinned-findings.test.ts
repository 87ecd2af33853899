import { predictPlain } from '../../core/prediction'
import { FAMILIES } from '../../core/machines'
import { reviewBuild } from '../../core/safety'
import { buildSchema, machinePossible } from '../validation'
import { predictedAtOnce } from '../machines/engine/testing'
import { kindOf, newBuild, newBuildOf, newSupply, predictionInput, type Build, type EngineBuild } from '.'
import { isTurbine } from './kinds'
import { numbersOf, withNumber } from './testing'

/**
 * Where findings and notes begin: every number of a build is moved up and down, and where what is said of it changes,
 * the value is looked for within a hundredth, each at the first number that brings it and the first that takes it away. Held against nothing outside:
 * what these say is that no threshold moves unnoticed. Where one is meant to, look at the difference, then `npx jest
 * pinned-findings -u`.
 */
const room = { absolutePressurePa: 99_000, temperatureK: 296.15, relativeHumidity: 0.55 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
/** What is said of a build; null where it cannot be. */
type Said = (build: Build) => readonly string[] | null

const saidOf: Said = (build) => {
  if (isTurbine(build)) {
    const input = predictionInput(build, room)
    if (!machinePossible(input)) return null
    const p = predictPlain(input)
    return [
      ...reviewBuild(input, p).findings.map((f) => `${f.id} ${f.state}`),
      ...p.range.map((r) => `range of ${r.code}`),
      ...p.notes.map((n) => n.code),
    ]
  }
  if ('wheelInertiaKgM2' in build.machine)
    return predictedAtOnce(build as EngineBuild).review.findings.map((f) => `${f.id} ${f.state}`)
  return kindOf(build)
    .predict(build as never, { ambient: room })
    .review.findings.map((f) => `${f.id} ${f.state}`)
}

/** A line for every number at which something begins or ceases to be said, upwards. */
function flipsOf(build: Build, said: Said, of: (path: string) => boolean = () => true): string {
  const done = new Set<string>()
  const own = new Set(said(build))
  const looked = ([path, value]: [readonly string[], number]) => {
    const at = (x: number) => {
      const next = withNumber(build, path, x)
      const told = buildSchema.safeParse(next).success ? said(next) : null
      return told && new Set(told)
    }
    const seen = [0.4, 1, 2.5].map((share) => ({ x: value * share, set: share === 1 ? own : at(value * share) }))
    return seen.slice(1).flatMap(({ x, set }, i) => {
      const before = seen[i]
      if (!set || !before.set) return []
      const changed = [...set, ...before.set].filter((c) => set.has(c) !== before.set!.has(c))
      return changed.sort().flatMap((code) => {
        const begins = `${code} ${set.has(code) ? 'from' : 'up to'}`
        if (done.has(begins)) return []
        done.add(begins)
        let [low, high] = [before.x, x]
        while (high / low > 1.01) {
          const middle = Math.sqrt(low * high)
          const there = at(middle)
          // where no such build can be there is nothing to look for
          if (!there) return [`${code} between`]
          if (there.has(code) === set.has(code)) high = middle
          else low = middle
        }
        return [`${begins} ${Number(low.toPrecision(3))}`]
      })
    })
  }
  return numbersOf(build)
    .filter(([path]) => of(path.join('.')) && !path.includes('standardUncertainty'))
    .map((number) => [number[0].join('.'), looked(number)] as const)
    .filter(([, told]) => told.length > 0)
    .map(([path, told]) => `${path}: ${told.join(', ')}`)
    .join('\n')
}

test.each(FAMILIES)('of %s', (family) => {
  // what feeds it and its line are the same for all: looked at where the air is let in freely and where it is held back
  const of = ['tangential-impulse', 'axial'].includes(family) ? undefined : (path: string) => path.startsWith('machine')
  expect(flipsOf(newBuild(own, family), saidOf, of)).toMatchSnapshot()
})

test.each(['compressor', 'vessel', 'blower', 'breath', 'wind', 'balloon'] as const)('of what a %s gives', (kind) => {
  const build = { ...newBuild(own), supply: newSupply(kind) }
  expect(flipsOf(build, saidOf, (path) => /^supply|^line/.test(path))).toMatchSnapshot()
})

// an engine takes long to be reckoned: the numbers on which most hangs
test('of an engine with a ball and a pin', () => {
  const build = newBuildOf(own, 'single-acting-engine') as Build
  expect(flipsOf(build, saidOf, (path) => /boreM$|pinLengthM/.test(path))).toMatchSnapshot()
})
