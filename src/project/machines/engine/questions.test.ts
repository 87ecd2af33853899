import { STANDARD_AMBIENT } from '../../../core/air'
import { ballMotion } from '../../../core/engine'
import { assemblyOf } from '../../../core/machines'
import { keptDemo } from '../../demo/kept-demo'
import { kindOf, type EngineBuild, type EnginePredicted } from '../../document'
import { partsInput } from '../../parts/build-parts'
import {
  BALL_QUESTIONS,
  ballAsked,
  type BallQuestion,
  leastSpring,
  withMotion,
  type SingleBuild,
} from './ball-questions'
import { ballFollows, questionsOf } from './questions'
import { predicted, predictedAtOnce } from './testing'

const room = { ambient: STANDARD_AMBIENT }
const demo = keptDemo().project.builds.filter((b) => b.machineId === 'carousel') as EngineBuild[]

describe('questions answered by running both', () => {
  const twin = demo.find((b) => b.id === 'carousel-twin')!
  const { now, answers } = questionsOf(twin, STANDARD_AMBIENT)
  const by = (id: string) => answers.find((a) => a.id === id)!
  test('each that means something of this build, and no other', () => {
    expect(answers.map((a) => a.id)).toEqual([
      'longer-pin',
      'shorter-pin',
      'less-room',
      'wider',
      'half-turn',
      'more-pressure',
    ])
    expect(now.startsShare).toBe(1)
    expect(by('half-turn').then.startsShare).toBeLessThan(0.8)
    expect(now.runTimeS).toBeNull()
  })
  test('less room is open for longer until it takes the air that it took', () => {
    expect(Math.abs(by('less-room').then.airPerTurnKg / now.airPerTurnKg - 1)).toBeLessThan(0.03)
    expect(by('less-room').to).toBeCloseTo(0.6 * 0.8e-6, 12)
  })
  test('of a ball that a pin lifts: what its weight does, and the least spring that shuts it', () => {
    const first = demo.find((b) => b.id === 'carousel-1')! as SingleBuild
    const asked = (build: SingleBuild, of: readonly BallQuestion[] = BALL_QUESTIONS) =>
      new Map(of.flatMap((id) => [[id, ballAsked(build, STANDARD_AMBIENT, id)!] as const].filter((q) => q[1])))
    const free = withMotion(first, { kind: 'free', material: 'steel' })
    // the spring of one that is taken to follow its pin is looked for as for the one that floats, and takes long
    const ofFirst = asked(
      first,
      BALL_QUESTIONS.filter((id) => id !== 'spring'),
    )
    const ofFree = asked(free)
    expect([...ofFirst.keys()]).toEqual(['ball-weighs'])
    expect([...ofFree.keys()]).toEqual(['spring', 'lighter-ball'])
    const [sprung, forceN] = ofFree.get('spring')!
    expect(sprung.machine.ball.motion).toMatchObject({ kind: 'spring', material: 'steel', forceN })
    const ofSprung = asked(sprung)
    expect([...ofSprung.keys()]).toEqual(['stronger-spring', 'weaker-spring', 'lighter-ball'])
    const share = (build: SingleBuild) => {
      const { network, steady } = predictedAtOnce(build).prediction
      return ballMotion(network, steady!.cycle)!.afterPinShare
    }
    expect(share(sprung)).toBeLessThan(0.02)
    expect(share(ofSprung.get('weaker-spring')![0])).toBeGreaterThan(share(sprung))
    expect(share(free)).toBeGreaterThan(0.05)
    // it can be made
    expect(assemblyOf(partsInput(sprung as never)).placed.length).toBeGreaterThan(10)
  })
  test('a floating ball is told with what it lets in; one on a spring that is strong enough is not', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const told = (build: SingleBuild) => predictedAtOnce(build).review.findings.find((f) => f.id === 'engine-ball')
    const free = told(withMotion(first, { kind: 'free', material: 'steel' }))!
    expect([free.state, free.values.share]).toEqual(['watch', expect.any(Number)])
    expect(Number(free.values.share)).toBeGreaterThan(0.15)
    expect(told(leastSpring(first, STANDARD_AMBIENT)!)).toBeUndefined()
    expect(told(first)).toBeUndefined()
  })
  test('of an engine whose turns are never alike it is said that the figures are a mean', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const fast = structuredClone(withMotion(first, { kind: 'free', material: 'steel' }))
    fast.machine.load = { kind: 'brake', label: '', torqueNm: 0.003 }
    const { review, prediction } = predictedAtOnce(fast)
    expect(prediction.steady!.near.returns).toBe(false)
    expect(review.findings.map((f) => f.id)).toContain('engine-uneven')
    expect(predictedAtOnce(first).review.findings.map((f) => f.id)).not.toContain('engine-uneven')
  })
  test('a speed that is held only by where it came from gives way to the one that it comes to from rest', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const sprung = withMotion(first, { kind: 'spring', material: 'steel', forceN: 5, stiffnessNPerM: 1100 })
    const { quick } = kindOf(sprung)
    if (!quick) throw new Error('not quick')
    const whole = predicted(sprung)
    const high = {
      ...whole,
      prediction: {
        ...whole.prediction,
        from: { holeDiameterM: 3e-3, near: { radPerS: 2 * whole.prediction.figures.speedRadPerS } },
      },
    }
    const found = quick.finished(sprung, high as never, quick.rest(sprung, room)) as EnginePredicted
    expect(found.prediction.figures.speedRadPerS / whole.prediction.figures.speedRadPerS).toBeCloseTo(1, 2)
    expect(found.prediction.from.near!.radPerS / whole.prediction.from.near!.radPerS).toBeCloseTo(1, 2)
  })
  test('how well the air’s push on it is known widens what is told', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const { changes } = predicted(withMotion(first, { kind: 'free', material: 'nylon' })).prediction
    expect(Math.abs(changes.airPerTurnKg.ballPush)).toBeGreaterThan(0)
    expect(predicted(first).prediction.changes.airPerTurnKg).not.toHaveProperty('ballPush')
  })
  test('a ball follows its pin by so much force: mass times the piston’s greatest acceleration', () => {
    const { machine } = demo.find((b) => b.id === 'carousel-1')!
    const mass = 7800 * (Math.PI / 6) * 6.35e-3 ** 3
    expect(ballFollows(machine, 300)).toBeCloseTo(mass * 0.01 * 300 ** 2 * (1 + 10 / 40), 9)
    expect(ballFollows(twin.machine, 300)).toBeNull()
  })
})
