import { readFileSync } from 'node:fs'
import { STANDARD_AMBIENT } from '../src/core/air'
import {
  engineMarch,
  engineRunDown,
  engineNetwork,
  steady,
  steadyEngine,
  whatCosts,
  type EngineInput,
} from '../src/core/engine'
import { referenceInput } from '../src/core/engine/reference/reference-input'
import { engineBuilds } from '../src/project/demo/engine-demo'
import { kindOf } from '../src/project/document'
import { againstLibrary } from './against-library'
import { timed } from './timing'

const reference = (name: string) =>
  JSON.parse(readFileSync(new URL(`../src/core/engine/reference/${name}.json`, import.meta.url), 'utf8'))
const single = reference('single-acting')
const double = reference('double-acting')

/**
 * What a typed figure of each of the demo's engines costs on the page's thread: told at once, from where the last one
 * was.
 */
async function typed() {
  const figures: Record<string, object> = {}
  for (const id of ['carousel-2', 'carousel-twin', 'carousel-rotor-2']) {
    const build = engineBuilds().find((b) => b.id === id)!
    const { quick } = kindOf(build as never)
    const room = { ambient: STANDARD_AMBIENT }
    let last = kindOf(build as never).predict(build as never, room)
    figures[id] = await timed(25, 3, (i) => {
      const drag = build.machine.bearingDragNm * (1 + 0.02 * (((i % 7) + 7) % 7))
      last = quick!.first({ ...build, machine: { ...build.machine, bearingDragNm: drag } } as never, room, last)
    })
  }
  return figures
}

/**
 * Turns, a run-down and the steady turn of the single acting engine; the same turns by a general solver at the same
 * accuracy.
 */
export async function benchEngine() {
  // first, while nothing else has run: the two are compared with each other
  const compared = await againstLibrary()
  const input = referenceInput(single.parameters)
  const network = engineNetwork(input)
  const speed = (single.results.n_mean_rpm * Math.PI) / 30
  const march = engineMarch(network, speed)
  for (let i = 0; i < 60; i++) march.turn()
  const air = () => march.y[march.layout.given(0)[0]]
  const airBefore = air()
  const turns = await timed(5, 1, () => {
    for (let i = 0; i < 1000; i++) march.turn()
  })
  const ran = 6000
  const truth = single.results.air_per_rev_mg * 1e-6
  const ownError = (air() - airBefore) / ran / truth - 1
  const near = steadyEngine(network)!.near
  const pin = { ...input, machine: structuredClone(input.machine) }
  const steadyTurn = await timed(25, 5, (i) => {
    if (pin.machine.kind === 'single-acting')
      steadyEngine(
        engineNetwork({
          ...pin,
          machine: {
            ...pin.machine,
            ball: { ...pin.machine.ball, pinLengthM: 2.2e-3 + 0.05e-3 * (((i % 5) + 5) % 5) },
          },
        }),
        near,
      )
  })
  const twin = engineNetwork({
    ...referenceInput(double.parameters),
    manifold: { volumeM3: 2e-6, boreDiameterM: 5e-3, discharge: 0.7 },
  })
  const cold = await timed(9, 2, () => steady(twin))
  const bottle: EngineInput = {
    ...input,
    supply: {
      kind: 'vessel',
      volumeM3: 8e-3,
      absolutePressurePa: 791_325,
      temperatureK: 293.15,
      heat: { uaWPerK: 0.8 },
      setPaAbs: null,
    },
  }
  let ranS = 0
  const runDown = await timed(3, 1, () => {
    ranS = engineRunDown({ engine: bottle, flickRadPerS: 100, mostTimeS: 120, thrustPerSquareNS2: 1e-5 }).runTimeS
  })
  const costs = await timed(5, 1, () => whatCosts(input, steadyEngine(network, near)!))
  return {
    turns1000: { ...turns, wantedMs: 300, errorInAirShare: ownError },
    againstLibrary: compared,
    steadyTurnWhileDragged: { ...steadyTurn, wantedMs: 50 },
    steadyDoubleActingFromNothing: cold,
    runDown: { ...runDown, simulatedS: ranS, wantedMs: 3000 },
    whatCosts: costs,
    typingWanted50Ms: await typed(),
  }
}
