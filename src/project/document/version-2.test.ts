import { fed } from './testing'
import { readFileSync } from 'node:fs'
import { airSide } from '../../core/prediction'
import { compensatedHole, holeCorrection } from '../../core/making'
import { buildDifferences, lineWords } from '../compare'
import { keptDemo } from '../demo/kept-demo'
import { migrateProject } from '../migrations'
import { correctionOf, partsInput } from '../parts'
import { parseProject, type Project } from '../validation'
import {
  isThrust,
  isTurbine,
  kindOf,
  newBuild,
  newFitting,
  newHose,
  newPistonRegulator,
  newSupply,
  newThrustBuild,
  supplyInput,
  type HoleGauge,
  type Supply,
} from '.'

const frozen = JSON.parse(readFileSync('src/project/fixtures/v1/heron-window.json', 'utf8')) as {
  schemaVersion: number
  builds: {
    id: string
    supply: Record<string, unknown>
    line: Record<string, unknown>
    nozzle: Record<string, number>
  }[]
}
const { project } = keptDemo()
const own = { id: 'b', machineId: 'spindle', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const refused = (recipe: (p: Project) => void): string => {
  const copy = structuredClone(project)
  recipe(copy)
  const parsed = parseProject(copy)
  return parsed.ok ? 'accepted' : `${parsed.faults[0].path}: ${parsed.faults[0].message}`
}

describe('version 1 becomes version 2', () => {
  const parsed = parseProject(structuredClone(frozen))
  if (!parsed.ok) throw new Error(parsed.message)
  test('every build keeps its regulator’s setting, its conductance and its nozzle', () => {
    frozen.builds.forEach((old, i) => {
      const now = parsed.project.builds[i]
      expect(now.line.regulator).toMatchObject({
        setGaugePressurePa: old.supply.regulatorGaugePressurePa,
        readWhile: 'flowing',
      })
      expect(now.line.parts).toEqual([
        {
          kind: 'fitting',
          label: old.line.label,
          sonicConductance: old.line.sonicConductance,
          criticalRatio: old.line.criticalRatio,
        },
      ])
      expect(fed(now).machine.nozzle).toMatchObject({ ...old.nozzle, form: { kind: 'round' }, gaugeId: null })
      expect(now.leastGaugePressurePa).toBe(50_000)
    })
    expect(parsed.project.holeGauges).toEqual([])
  })
  test('and the pressure that the old regulator held is still held', () => {
    for (const build of parsed.project.builds) {
      const air = airSide(kindOf(build).air(build, parsed.project.ambient))
      expect(air.supplyGaugePressurePa).toBeCloseTo(
        Number(frozen.builds.find((b) => b.id === build.id)?.supply.regulatorGaugePressurePa),
        0,
      )
    }
  })
  test('the old document is left as it was', () => {
    const before = JSON.stringify(frozen)
    migrateProject(frozen)
    expect(JSON.stringify(frozen)).toBe(before)
  })
  test.each([
    ['no builds', { schemaVersion: 1 }],
    ['builds that are no list', { schemaVersion: 1, builds: 'x' }],
    ['a build that is nothing', { schemaVersion: 1, builds: [null] }],
    ['a build without stations', { schemaVersion: 1, builds: [{}] }],
  ])('%s: refused in words, not thrown', (_, value) => expect(parseProject(value).ok).toBe(false))
})

describe('what the new fields refuse, and where', () => {
  const supplyOf = (change: (s: Supply) => void, kind: Supply['kind']) =>
    refused((p) => {
      const supply = newSupply(kind)
      change(supply)
      p.builds[0].supply = supply
    })
  test.each([
    [
      'a balloon hardly blown',
      supplyOf((s) => void Object.assign(s, { blownVolumeM3: 7e-5 }), 'balloon'),
      /blownVolumeM3: limp it holds/,
    ],
    [
      'a balloon beyond any skin',
      supplyOf((s) => void Object.assign(s, { blownVolumeM3: 0.9 }), 'balloon'),
      /no skin stretches that far/,
    ],
    [
      'blower points that rise in pressure',
      supplyOf(
        (s) =>
          void Object.assign(s, {
            curve: {
              kind: 'points',
              points: [
                { flowM3PerS: 0, pressurePa: 100 },
                { flowM3PerS: 0.01, pressurePa: 200 },
              ],
            },
          }),
        'blower',
      ),
      /must fall in pressure/,
    ],
    [
      'blower points out of order',
      supplyOf(
        (s) =>
          void Object.assign(s, {
            curve: {
              kind: 'points',
              points: [
                { flowM3PerS: 0.02, pressurePa: 300 },
                { flowM3PerS: 0.01, pressurePa: 200 },
              ],
            },
          }),
        'blower',
      ),
      /must rise in flow/,
    ],
    [
      'a kind that is none',
      supplyOf((s) => void Object.assign(s, { kind: 'bellows' }), 'steady'),
      /builds\[0\]\.supply/,
    ],
    [
      'a seat as wide as its diaphragm',
      refused(
        (p) =>
          void Object.assign(p.builds[0].line, { regulator: { ...newPistonRegulator(3e5), seatDiameterM: 0.018 } }),
      ),
      /seatDiameterM: the seat must be smaller/,
    ],
    [
      'a hose of no length',
      refused((p) => void p.builds[0].line.parts.push({ ...newHose(), lengthM: 0 })),
      /parts\[\d\]\.lengthM/,
    ],
    [
      'an outlet wider than its bore',
      refused((p) => void (fed(p.builds[0]).machine.nozzle.form = { kind: 'ring', holes: 5, ringRadiusM: 9e-3 })),
      /nozzle\.form: this outlet reaches across/,
    ],
    [
      'an outlet as wide as its bore to a fiftieth',
      refused((p) => {
        const { nozzle } = fed(p.builds[0]).machine
        nozzle.form = {
          kind: 'ring',
          holes: 5,
          ringRadiusM: 0.5 * (0.995 * nozzle.inletBoreM - nozzle.throatDiameterM / Math.sqrt(5)),
        }
      }),
      /nozzle\.form: this outlet reaches across/,
    ],
    [
      'holes that run into one another',
      refused(
        (p) =>
          void Object.assign(fed(p.builds[0]).machine.nozzle, {
            inletBoreM: 20e-3,
            throatDiameterM: 5e-3,
            exitDiameterM: 5e-3,
            form: { kind: 'ring', holes: 12, ringRadiusM: 2e-3 },
          }),
      ),
      /the holes run into one another/,
    ],
    [
      'a ring with too little area',
      refused(
        (p) =>
          void Object.assign(fed(p.builds[0]).machine.nozzle, {
            throatDiameterM: 5e-3,
            exitDiameterM: 5e-3,
            form: { kind: 'sector', innerRadiusM: 1e-3, heightM: 0.3e-3 },
          }),
      ),
      /the whole ring has less area/,
    ],
    [
      'a gauge that is not there',
      refused((p) => void (fed(p.builds[0]).machine.nozzle.gaugeId = 'gone')),
      /gaugeId: hole gauge gone/,
    ],
    [
      'a nose longer than its body',
      refused((p) => void Object.assign(p.builds.filter(isThrust)[0].machine, { noseLengthM: 1 })),
      /noseLengthM: the nose cannot be longer/,
    ],
    [
      'a balance outside the body',
      refused((p) => void Object.assign(p.builds.filter(isThrust)[0].machine, { centreOfMassM: 1 })),
      /centre of mass must lie within/,
    ],
  ])('%s', (_, said, wanted) => expect(said).toMatch(wanted))
  test('every kind of supply with its usual figures is taken', () => {
    for (const kind of ['steady', 'compressor', 'vessel', 'blower', 'breath', 'wind', 'balloon'] as const)
      expect(supplyOf(() => undefined, kind)).toBe('accepted')
  })
})

describe('from the document to the core', () => {
  test('a displacement becomes delivery points that fall; without it the points go through', () => {
    const { supply } = newBuild(own)
    if (supply.kind !== 'compressor') throw new Error('the usual build has a compressor')
    const worked = supplyInput(
      {
        ...supply,
        displacement: { sweptVolumeM3: 60e-6, strokesPerS: 47, clearanceShare: 0.05, exponent: 1.3, lossShare: 0.18 },
      },
      project.ambient,
    )
    if (worked.kind !== 'compressor') throw new Error('kind')
    worked.delivery.slice(1).forEach((d, i) => expect(d.freeAirM3PerS).toBeLessThan(worked.delivery[i].freeAirM3PerS))
    expect(supplyInput(supply, project.ambient)).toMatchObject({ delivery: supply.delivery })
  })
  test('families are told apart', () => {
    expect([isTurbine(newBuild(own)), isThrust(newBuild(own))]).toEqual([true, false])
    expect([isTurbine(newThrustBuild(own)), isThrust(newThrustBuild(own))]).toEqual([false, true])
  })
  test('a wider fitting of a class conducts with the square of its bore', () => {
    const [a, b] = [newFitting('coupling', 5e-3), newFitting('coupling', 10e-3)]
    if (a.kind !== 'fitting' || b.kind !== 'fitting') throw new Error('kind')
    expect(b.sonicConductance / a.sonicConductance).toBeCloseTo(4, 9)
  })
})

describe('hole gauge in the document', () => {
  const gauge: HoleGauge = {
    id: 'g',
    name: 'g',
    process: '',
    holes: [1, 2, 3, 4].map((mm) => ({ modelM: mm * 1e-3, measuredM: mm === 3 ? null : mm * 1e-3 - 0.15e-3 })),
  }
  test('holes that were not measured are left out; two are too few', () => {
    expect(correctionOf(gauge)).toEqual(
      holeCorrection([1, 2, 4].map((mm) => ({ modelM: mm * 1e-3, measuredM: mm * 1e-3 - 0.15e-3 }))),
    )
    expect(correctionOf({ ...gauge, holes: gauge.holes.slice(0, 3) })).toBeNull()
    expect(correctionOf(undefined)).toBeNull()
  })
  test('the part is drawn larger by what holes come out small; a plain hole’s exit follows its throat', () => {
    const build = newBuild(own)
    const drawn = partsInput(build, gauge).nozzle
    expect(drawn.throatDiameterM).toBeCloseTo(build.machine.nozzle.throatDiameterM + 0.15e-3, 9)
    expect(drawn.exitDiameterM).toBe(drawn.throatDiameterM)
    const correction = correctionOf(gauge)
    if (!correction) throw new Error('three holes are enough')
    expect(compensatedHole(correction, build.machine.nozzle.throatDiameterM).modelM).toBe(drawn.throatDiameterM)
    expect(partsInput(build).nozzle).toEqual(build.machine.nozzle)
  })
  test('a widening nozzle keeps throat and exit both right', () => {
    const build = newBuild(own)
    build.machine.nozzle = { ...build.machine.nozzle, exitDiameterM: 2.4e-3 }
    expect(partsInput(build, gauge).nozzle.exitDiameterM).toBeCloseTo(2.55e-3, 9)
  })
})

describe('differences in line and outlet', () => {
  const a = newBuild(own)
  test('the whole line counts as one thing, in words; names of parts and the regulator’s setting do not', () => {
    const longer = structuredClone(a)
    longer.line.parts.push(newHose())
    expect(buildDifferences(a, longer)).toMatchObject([{ label: 'line', b: lineWords(longer.line) }])
    const named = structuredClone(a)
    named.line.parts[0].label = 'the blue one'
    if (named.line.regulator) named.line.regulator.setGaugePressurePa = 300e3
    expect(buildDifferences(a, named)).toEqual([])
    expect(lineWords({ regulator: null, parts: [] })).toBe('nothing between')
  })
  test('another outlet is named', () => {
    const b = structuredClone(a)
    b.machine.nozzle.form = { kind: 'divided', parts: 4, webM: 0.5e-3 }
    expect(buildDifferences(a, b)).toMatchObject([{ label: 'outlet', a: 'round hole', b: 'four quarters' }])
  })
})
