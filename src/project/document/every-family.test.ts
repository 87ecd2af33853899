import { sample } from '../../core/check-values/sample'
import fc from 'fast-check'
import { PhysicsError } from '../../core/errors'
import { powerChain, predict, workings, type Prediction } from '../../core/prediction'
import { reviewBuild } from '../../core/safety'
import { variedBuilds as varied } from './varied-builds'
import { buildDifferences } from '../compare'
import { balancedChooser, fittedChoice } from '../choosing'
import { buildSchema, machinePossible } from '../validation'
import {
  SPECS,
  fieldLimits,
  fieldValue,
  newBuild,
  newSupply,
  predictionInput,
  setField,
  shownFields,
  tunableFields,
  type TurbineBuild,
} from '.'
import { FAMILIES, type Family } from '../../core/machines'
import { lines, nozzled } from './testing'
import { findingWords } from '../../words'

const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

const unfinite = (value: unknown, path: string): string[] => {
  if (typeof value === 'number')
    return Number.isFinite(value) || /secondsFromFull|Margin|lifeHours|permissible/.test(path) ? [] : [path]
  return typeof value !== 'object' || value === null
    ? []
    : Object.entries(value).flatMap(([k, v]) => unfinite(v, `${path}.${k}`))
}

const predicted = (build: TurbineBuild): Prediction | null => {
  try {
    return predict(predictionInput(build, room))
  } catch (error) {
    expect(error).toBeInstanceOf(PhysicsError)
    return null
  }
}

describe.each(FAMILIES)('%s', (family) => {
  const base = newBuild(own, family)
  test('its first build is one that the document takes, turns, and is safe enough to look at', () => {
    expect(buildSchema.safeParse(base).error?.issues ?? []).toEqual([])
    const p = predict(predictionInput(base, room))
    expect(p.figures.freeSpeedRadPerS).toBeGreaterThan(0)
    expect(p.figures.bestPowerW).toBeGreaterThan(0)
    expect(p.uncertainty.bestPowerW / p.figures.bestPowerW).toBeGreaterThan(0.02)
    expect(['fine', 'watch']).toContain(reviewBuild(predictionInput(base, room), p).state)
  })
  test('every field of its form stands in its machine, has limits and a change that keeps within them', () => {
    for (const field of SPECS[family].fields) {
      expect([field.path, fieldValue(base, field.path) === undefined]).toEqual([field.path, false])
      if (field.type === 'number') {
        const [least, most] = fieldLimits(field)
        expect(fieldValue(base, field.path)).toBeGreaterThanOrEqual(least)
        expect(fieldValue(base, field.path)).toBeLessThanOrEqual(most)
        expect(field.change).toBeLessThanOrEqual(most - least)
      }
    }
    expect(shownFields(base).length).toBeLessThanOrEqual(SPECS[family].fields.length)
    expect(tunableFields(base).every((f) => f.type === 'number')).toBe(true)
    expect(SPECS[family].words.name.length).toBeGreaterThan(3)
    expect(SPECS[family].words.hazard.length).toBeGreaterThan(5)
  })
  test('property: over its forms a prediction is finite, its ledger and chain add up, its workings hold no NaN', () => {
    let held = 0
    fc.assert(
      fc.property(varied(family), (build) => {
        const p = predicted(build)
        if (!p) return
        held++
        expect(unfinite(p, 'p')).toEqual([])
        const chain = powerChain(p)
        const sum = chain.flatMap((s) => s.losses).reduce((s, l) => s + l.powerW, chain[chain.length - 1].powerW)
        expect(Math.abs(sum - p.air.sourcePowerW)).toBeLessThan(1e-6 * Math.max(1, Math.abs(sum)))
        expect(p.point.massFlowKgPerS / Math.max(1e-9, p.air.massFlowKgPerS)).toBeLessThan(1.01)
        for (const w of Object.values(workings(predictionInput(build, room), p)))
          for (const { value } of w.inputs) expect(Number.isFinite(value)).toBe(true)
        for (const f of reviewBuild(predictionInput(build, room), p).findings)
          expect(findingWords(f).mend.length).toBeGreaterThan(8)
      }),
      { seed: 17, numRuns: sample(5), endOnFailure: true },
    )
    expect(held).toBeGreaterThan(0.6 * sample(5))
  })
  test('its curve at any speed is what it would give if that were its working speed, though the supply sags', () => {
    const sagging = structuredClone(base)
    if (sagging.supply.kind === 'compressor') for (const point of sagging.supply.delivery) point.freeAirM3PerS *= 0.7
    const p = predict(predictionInput(sagging, room))
    // a turbine that drives impellers works where they balance, whatever its load says
    if (family === 'turbine-compressor') return expect(p.compressor).not.toBeNull()
    for (const j of [6, 16, 26, 36]) {
      const { speedRadPerS, shaftPowerW } = p.curve[j]
      const there = predict(
        predictionInput(
          {
            ...sagging,
            machine: { ...sagging.machine, load: { ...sagging.machine.load, speedRadPerS } } as typeof sagging.machine,
          },
          room,
        ),
      )
      expect(Math.abs(there.figures.powerAtLoadW - shaftPowerW)).toBeLessThan(0.01 * p.figures.bestPowerW)
      expect(Math.abs(there.figures.bestPowerW / p.figures.bestPowerW - 1)).toBeLessThan(0.01)
    }
  })
  test('a changed number is found as a difference, by name', () => {
    const other = structuredClone(base)
    const field = tunableFields(base).find((f) => f.path.startsWith('machine.') && !f.whole)
    if (!field) throw new Error('no field')
    setField(other, field.path, (fieldValue(base, field.path) as number) * 1.01)
    expect(buildDifferences(base, other).map((d) => d.path)).toEqual([field.path])
  })
})

test('two families differ in kind, and that is said once', () => {
  const differences = buildDifferences(
    newBuild(own, 'axial'),
    nozzled(newBuild(own, 'disc-pack'), newBuild(own, 'axial').machine.nozzle),
  )
  expect(differences).toMatchObject([{ label: 'kind of machine', a: 'axial stages', b: 'disc pack' }])
})

test('a drawn blade is a difference of its own', () => {
  const [a, b] = [newBuild(own), newBuild(own)]
  if (b.machine.family !== 'tangential-impulse') throw new Error('another family')
  b.machine.outline = {
    name: 'mine.dxf',
    points: [
      [0, 0],
      [8e-3, 0],
      [8e-3, 1e-3],
    ],
  }
  expect(buildDifferences(a, b)).toMatchObject([{ label: 'drawing of the blade', a: 'none', b: 'mine.dxf' }])
})

describe('chooser: all families on one air', () => {
  const input = {
    ambient: room,
    supply: newBuild(own).supply,
    line: newBuild(own).line,
    speedRadPerS: (10_000 * Math.PI) / 30,
    wantedPowerW: 6,
    process: 'filament' as const,
    bedM: 0.22,
  }
  const choices = balancedChooser(input)
  const of = (family: Family) => choices.find((c) => c.family === family)
  test('each fitted machine is one that a document takes', () => {
    expect(choices.map((c) => c.family)).toEqual(FAMILIES.filter((f) => SPECS[f].supply.kind !== 'wind'))
    for (const { build } of choices) if (build) expect(machinePossible(predictionInput(build, room))).toBe(true)
  })
  // no figure of a choice changes unnoticed; where one is meant to, look at it, then `npx jest every-family -u`
  test('what is chosen, to five digits', () => {
    const resin = fittedChoice('disc-pack', { ...input, process: 'resin', bedM: 0.12 })
    for (const { family, build, figures, reaches, findings } of [...choices, resin])
      expect(
        lines({ machine: build?.machine ?? null, figures, reaches, findings: findings.map((f) => [f.id, f.state]) }),
      ).toMatchSnapshot(family)
  })
  test('what it says of a choice is what opening it as a build shows', () => {
    const choice = of('tangential-impulse')
    if (!choice?.build || !choice.figures) throw new Error('no choice')
    const p = predict(predictionInput({ ...choice.build, ...own }, room))
    expect(p.figures.powerAtLoadW / choice.figures.powerAtLoadW).toBeCloseTo(1, 2)
  })
  test('common practice (no source): a vane motor has the most torque at rest', () => {
    const torques = choices.filter((c) => c.figures).map((c) => [c.family, c.figures?.stallTorqueNm ?? 0] as const)
    expect([...torques].sort((a, b) => b[1] - a[1])[0][0]).toBe('vane-motor')
  })
  test('in wind there are only machines for wind; it tells how far it is, from nothing to all but the last', () => {
    const told: number[] = []
    expect(
      balancedChooser(
        {
          ...input,
          supply: newSupply('wind'),
          line: { regulator: null, parts: [] },
          speedRadPerS: 40,
          wantedPowerW: 0.1,
        },
        (share) => void told.push(share),
      ).map((c) => c.family),
    ).toEqual(FAMILIES.filter((f) => SPECS[f].supply.kind === 'wind' || SPECS[f].alsoInWind))
    expect(told).toEqual(told.map((_, i) => i / told.length))
  })
})
