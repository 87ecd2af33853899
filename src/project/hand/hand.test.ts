import { produce } from 'immer'
import { massFlowOfNozzle } from '../../core/flow'
import { effectiveNozzle } from '../../core/prediction'
import { reduceHand, type HandReading } from '../../core/bench'
import { keptDemo } from '../demo/kept-demo'
import { emptyProject, removeBuilds } from '../document'
import { buildSchema, parseProject, salvageProject } from '../validation'
import type { Build, Project } from '../validation/schema'
import { calibrate, handReadingSchema, handTargets, rigTargets, type HandEntry } from '.'

const { project } = keptDemo()
const build = (id: string) => project.builds.find((b) => b.id === id)!
const of = (b: Build, reading: HandReading, speed: number | null = null) =>
  handTargets(b, reading, reduceHand(reading), speed)
const written = (b: Build, target: ReturnType<typeof of>[number]) => produce(b, target.write)

const spring: HandReading = {
  kind: 'spring',
  rows: [0.2, 0.6, 1].map((loadN) => ({ loadN, lengthM: 14e-3 - loadN / 310 })),
  lengthUncertaintyM: 1e-5,
  workingLengthM: 11e-3,
}

describe('what a reading by hand can be written into', () => {
  test('a spring: the ball’s, with its force; another’s comes after it and asks whether it was that one', () => {
    const b = build('carousel-3')
    const targets = of(b, spring)
    expect(targets.map((t) => [t.id, t.unlike])).toEqual([
      ['ball-spring', false],
      ['regulator-spring', true],
    ])
    const next = written(b, targets[0])
    const { ball } = next.machine as Extract<Build['machine'], { family: 'single-acting-engine' }>
    expect(ball.motion).toMatchObject({
      kind: 'spring',
      stiffnessNPerM: expect.closeTo(310, 6),
      forceN: expect.closeTo(0.93, 6),
    })
    expect(buildSchema.safeParse(next).error?.issues).toBeUndefined()
    expect(written(b, targets[1]).line.regulator?.springRateNPerM).toBeCloseTo(310, 6)
  })
  test('what a seal rubs with: an engine’s, and a regulator’s', () => {
    const rubs: HandReading = { kind: 'rubbing', rows: [{ inN: 3, outN: 2 }], balanceUncertaintyN: 0.1 }
    const targets = of(build('carousel-3'), rubs)
    expect(targets.map((t) => [t.id, t.found])).toEqual(
      expect.arrayContaining([
        ['seal', 2.5],
        ['regulator-friction', 2.5],
      ]),
    )
    const seal = targets.find((t) => t.id === 'seal')!
    expect(written(build('carousel-3'), seal).machine).toMatchObject({ seal: { forceN: 2.5 } })
  })
  test.each([
    ['spindle-3', ['casing-gap', 'nozzle-gap'], { casing: { kind: 'close', clearanceM: expect.closeTo(0.625e-3, 9) } }],
    ['other-axial', ['tip-gap', 'nozzle-gap'], { tipClearanceM: expect.closeTo(0.625e-3, 9) }],
  ])('a gap of %s: %p', (id, ids, machine) => {
    const found = project.builds.find((b) => b.id === id) ?? project.builds.find((b) => b.machine.family === 'axial')!
    const gap: HandReading = { kind: 'gap', rows: [{ goesM: 0.6e-3, stopsM: 0.65e-3 }] }
    const targets = of(found, gap)
    expect(targets.map((t) => t.id).toSorted()).toEqual([...ids].toSorted())
    const next = written(
      found,
      targets.find((t) => t.id === ids[0])!,
    )
    expect(next.machine).toMatchObject(machine)
    const jet = written(
      found,
      targets.find((t) => t.id === 'nozzle-gap')!,
    )
    expect(jet.machine).toMatchObject({ nozzle: { gapM: expect.closeTo(0.625e-3, 9) } })
  })
  test('a compressor’s running clearance; a gap wider than the field takes stops at its edge and says so', () => {
    const b = project.builds.find((x) => x.machine.family === 'radial-inflow')!
    const two = project.builds.find((x) => x.machine.family === 'turbine-compressor')!
    const wide: HandReading = { kind: 'gap', rows: [{ goesM: 8e-3, stopsM: 9e-3 }] }
    const target = of(b, wide).find((t) => t.id === 'running-gap')!
    expect(target).toMatchObject({ found: 5e-3, beyond: true })
    expect(written(b, target).machine).toMatchObject({ clearanceM: 5e-3 })
    const impeller = of(two, wide).find((t) => t.id === 'impeller-gap')!
    expect(written(two, impeller).machine).toMatchObject({ impeller: { clearanceM: 5e-3 } })
  })
  test('balance: the next coarser grade at its free speed; coarser than any stops at the coarsest', () => {
    const b = build('spindle-3')
    const edges = (massKg: number): HandReading => ({
      kind: 'balance',
      rows: [{ massKg }],
      radiusM: 20e-3,
      leastMassKg: 1e-6,
      rotorMassKg: 0.04,
    })
    // 5 µm at 2000 rad/s: 10 mm/s
    const [target] = of(b, edges(10e-6), 2000)
    expect(target).toMatchObject({ id: 'balance', found: 16e-3, beyond: false })
    expect(written(b, target).machine).toMatchObject({ shaft: { balanceGradeMPerS: 16e-3 } })
    expect(of(b, edges(1e-6), 2000)[0].found).toBe(2.5e-3)
    expect(of(b, edges(200e-6), 2000)[0]).toMatchObject({ found: 40e-3, beyond: true })
    expect(of(b, edges(10e-6), null)).toEqual([])
    expect(of(build('carousel-3'), edges(10e-6), 200)).toEqual([])
  })
  test('what it rolls with, of a body on a track; with its wheels held it is for the log', () => {
    const b = project.builds.find((x) => x.machine.family === 'thrust-body' && x.machine.path.kind === 'track')!
    const pull = (wheels: 'rolling' | 'held'): HandReading => ({
      kind: 'pull',
      wheels,
      rows: [{ pullN: 0.05 }],
      weightN: 2,
      balanceUncertaintyN: 0.01,
    })
    const [target] = of(b, pull('rolling'))
    expect(written(b, target).machine).toMatchObject({ path: { rollingShare: 0.025 } })
    expect(of(b, pull('held'))).toEqual([])
    expect(of(build('spindle-3'), pull('rolling'))).toEqual([])
  })
})

describe('flow by a hole in the line', () => {
  const orifice: HandReading = {
    kind: 'orifice',
    rows: [{ beforePa: 350e3, afterPa: 250e3 }],
    holeDiameterM: 1.6e-3,
    diameterUncertaintyM: 1e-5,
    edge: 'sharp',
    discharge: 0.62,
    dischargeRelativeUncertainty: 0.03,
    gaugeUncertaintyPa: 1000,
    roomPaAbs: 101_325,
    airK: 293.15,
  }
  test('a nozzle that takes just what the hole lets through: its discharge comes out, whatever was stated', () => {
    const b = build('spindle-3')
    const drawn = (stated: number) =>
      produce(b, (d) => {
        if ('nozzle' in d.machine) d.machine.coefficients.discharge.value = stated
      })
    const found = (stated: number) => of(drawn(stated), orifice).find((t) => t.id === 'discharge')!
    expect(found(0.8).found).toBeCloseTo(found(0.95).found, 6)
    const flow = reduceHand(orifice).figures.find((f) => f.id === 'massFlow')!.measured.value
    const next = written(b, found(0.9)) as Extract<Build, object>
    // the written coefficient gives the measured flow at that pressure, by the core's nozzle
    if (!('nozzle' in next.machine)) throw new Error('fed')
    const ambient = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
    const jet = massFlowOfNozzle(effectiveNozzle({ ...next.machine, ambient }))
    expect(jet(250e3 + 101_325, 293.15, 101_325) / flow).toBeCloseTo(1, 3)
    expect(next.machine.coefficients.discharge).toMatchObject({
      from: 'typed',
      standardUncertainty: expect.any(Number),
    })
    expect(buildSchema.safeParse(next).error?.issues).toBeUndefined()
  })
  test('of a rotor that holds the air back, or of an engine, it is for the log', () => {
    const back = project.builds.find((x) => x.machine.family === 'reaction-rotor')!
    expect(of(back, orifice)).toEqual([])
    expect(of(build('carousel-3'), orifice)).toEqual([])
  })
})

describe('inertia by coasting', () => {
  const coasting: HandReading = {
    kind: 'coasting',
    rows: [
      { aloneS: 10, addedS: 15 },
      { aloneS: 10.2, addedS: 15.1 },
    ],
    fromRadPerS: 900,
    toRadPerS: 300,
    addedKgM2: 1e-5,
    addedRelativeUncertainty: 0.01,
    timeUncertaintyS: 0.1,
  }
  test('a rotor’s, with how well it is known, where none was measured yet; an engine’s flywheel', () => {
    const bare = produce(build('spindle-3'), (b) => {
      if ('shaft' in b.machine && 'rotorInertia' in b.machine.shaft) b.machine.shaft.rotorInertia = null
    })
    const [target] = of(bare, coasting)
    expect(target).toMatchObject({ id: 'rotor-inertia', stated: null, unlike: false })
    const next = written(bare, target)
    expect(next.machine).toMatchObject({
      shaft: { rotorInertia: { inertiaKgM2: expect.closeTo(2.02e-5, 6), relativeUncertainty: expect.any(Number) } },
    })
    expect(buildSchema.safeParse(next).error?.issues).toBeUndefined()
    const engine = build('carousel-3')
    const [wheel] = of(engine, coasting)
    expect(wheel).toMatchObject({ id: 'wheel-inertia' })
    expect(written(engine, wheel).machine).toMatchObject({ wheelInertiaKgM2: expect.closeTo(2.02e-5, 6) })
  })
  test.each([
    ['sped up', { ...coasting, toRadPerS: 950 }, /less than it begins with/],
    ['quicker with more inertia', { ...coasting, rows: [{ aloneS: 10, addedS: 9 }] }, /coasts for longer/],
  ])('%s is refused', (_, reading, words) =>
    expect(JSON.stringify(handReadingSchema.safeParse({ ...project.handReadings[0], reading }))).toMatch(words),
  )
})

describe('a tow', () => {
  const tow: HandReading = {
    kind: 'tow',
    rows: [8, 6, 4].map((timeS) => ({ pullN: 6.4 / timeS ** 2, timeS })),
    lengthM: 2,
    wantedMPerS: 0.5,
    balanceUncertaintyN: 0.01,
    timeUncertaintyS: 0.1,
  }
  const parsed = (reading: object) =>
    handReadingSchema.safeParse({ ...project.handReadings[0], reading }).error?.issues.map((i) => i.path.join('.'))
  test('is kept with a build and goes into none: no machine has a hull', () => {
    expect(parsed(tow)).toBeUndefined()
    for (const b of project.builds) expect(handTargets(b, tow, reduceHand(tow), 900)).toEqual([])
  })
  test.each([
    ['two rows', { ...tow, rows: tow.rows.slice(1) }, 'reading.rows'],
    ['no way', { ...tow, lengthM: 0 }, 'reading.lengthM'],
    ['no time', { ...tow, rows: [...tow.rows, { pullN: 1, timeS: 0 }] }, 'reading.rows.3.timeS'],
    ['standing still', { ...tow, wantedMPerS: 0 }, 'reading.wantedMPerS'],
    ['another field', { ...tow, hull: 1 }, 'reading'],
  ])('with %s is refused, and where is told', (_, reading, at) => expect(parsed(reading)).toEqual([at]))
})

describe('kept in the project', () => {
  const [entry] = project.handReadings
  const withReading = (reading: unknown): Project =>
    ({ ...structuredClone(project), handReadings: [{ ...entry, reading }] }) as Project
  test('the demo’s were read of what they are made from', () => {
    const figures = (id: string) => reduceHand(project.handReadings.find((h) => h.id === id)!.reading).figures
    const off = (id: string, k: number, truth: number) => {
      const { value, standardUncertainty } = figures(id)[k].measured
      return Math.abs(value - truth) / standardUncertainty
    }
    expect(off('hand-carousel-spring', 0, 310)).toBeLessThan(2.5)
    expect(off('hand-carousel-spring', 2, 310 * 3.2e-3)).toBeLessThan(2.5)
    expect(off('hand-spindle-balance', 0, 0.32e-6)).toBeLessThan(2.5)
    expect(off('hand-spindle-gap', 0, 0.85e-3)).toBeLessThan(2.5)
  })
  test.each([
    [
      'a leaf that stops thinner than the one that goes',
      { kind: 'gap', rows: [{ goesM: 2e-4, stopsM: 1e-4 }] },
      /thicker than the one that does/,
    ],
    ['two rows of a spring', { ...spring, rows: spring.rows.slice(0, 2) }, /rows/],
    ['another kind', { kind: 'guess', rows: [] }, /kind|reading/],
  ])('%s is refused with where it stands', (_, reading, words) => {
    const parsed = parseProject(withReading(reading))
    expect(parsed).toMatchObject({ ok: false })
    if (!parsed.ok) expect(JSON.stringify(parsed)).toMatch(words)
  })
  test('one of a build that is not there is refused; what is saved of such a project leaves it out', () => {
    const lost = { ...structuredClone(project), handReadings: [{ ...entry, buildId: 'gone' }] }
    expect(JSON.stringify(parseProject(lost))).toMatch(/build gone is not in this project/)
    const saved = salvageProject(lost, emptyProject({ id: 'plain', name: 'Plain' }))
    expect(saved).toMatchObject({ ok: true, project: { handReadings: [] } })
  })
  test('it goes with its build', () => {
    const next = produce(project, (p) => removeBuilds(p, new Set(['spindle-3'])))
    expect(next.handReadings.map((h: HandEntry) => h.buildId)).toEqual(['carousel-3', 'glider-1'])
  })
  test('every kind stands in the schema', () =>
    expect(handReadingSchema.safeParse({ ...entry, reading: spring }).success).toBe(true))
})

describe('a scale held against weights', () => {
  const rows = [0, 1, 2, 1, 0].map((knownN) => ({ knownN, shownN: knownN / 1.04 }))
  const scale: HandReading = { kind: 'scale', rows, digitN: 1e-3, weightRelativeUncertainty: 0.002 }
  const targets = rigTargets(project, build('carousel-3'), scale, reduceHand(scale))
  test('every rig that weighs may be the one: what it takes its readings for, and how many runs hang on it', () => {
    expect(targets.map((t) => t.rig.kind).toSorted()).toEqual(['brake', 'brake', 'rope', 'run-down'])
    // a glider is held by the stand alone: no brake can have been meant
    const [stand, ...others] = rigTargets(project, build('glider-1'), scale, reduceHand(scale))
    expect([stand.rig.kind, others]).toEqual(['thrust', []])
    expect(stand.stated).toEqual({ factor: 1, relativeUncertainty: 0.008 })
    expect(stand.found.factor).toBeCloseTo(1.04, 9)
    expect(stand.found.relativeUncertainty).toBeCloseTo(0.002, 4)
    expect([stand.held, stand.runs]).toEqual([
      false,
      project.runs.filter((r) => r.measurements.some((m) => m.rigId === stand.rig.id)).length,
    ])
    expect(stand.runs).toBeGreaterThan(0)
  })
  test('a rope that winds weights up has no balance that could have been meant', () => {
    const lifting = produce(project, (p) => {
      for (const rig of p.rigs) if (rig.kind === 'rope') rig.does = 'lifts'
    })
    const found = rigTargets(lifting, build('carousel-3'), scale, reduceHand(scale))
    expect(found.map((t) => t.rig.kind)).not.toContain('rope')
  })
  test('the demo’s cord is put right by what its balance was held against', () => {
    const entry = project.handReadings.find((h) => h.id === 'hand-spindle-balance-by-weights') as HandEntry
    const targets = rigTargets(project, build('spindle-3'), entry.reading, reduceHand(entry.reading))
    const rope = targets.find((t) => t.rig.kind === 'rope')
    expect(rope?.found.factor).toBeCloseTo(rope?.stated.factor ?? 0, 3)
    expect(rope?.found.relativeUncertainty).toBeCloseTo(rope?.stated.relativeUncertainty ?? 0, 3)
  })
  test('rigs that runs of this build stand on come first', () => {
    const first = (id: string) => rigTargets(project, build(id), scale, reduceHand(scale))[0].rig.id
    expect([first('spindle-3'), first('carousel-1')]).toEqual(['brake-window', 'brake-carousel'])
  })
  test('taken into a rig it is written there, and the project stays sound; it then says that it holds it', () => {
    for (const { rig, found } of targets) {
      const next = produce(project, (p) => {
        calibrate(p.rigs.find((r) => r.id === rig.id) as typeof rig, found)
      })
      expect(parseProject(next)).toMatchObject({ ok: true })
      const again = rigTargets(next, build('carousel-3'), scale, reduceHand(scale))
      expect(again.filter((t) => t.held).map((t) => t.rig.id)).toEqual([rig.id])
      expect(again.find((t) => t.held)?.stated).toEqual(found)
    }
  })
  test('a unit taken for another goes into no rig, nor does what is no scale', () => {
    const grams: HandReading = { ...scale, rows: rows.map((r) => ({ ...r, shownN: r.knownN * 102 })) }
    expect(rigTargets(project, build('carousel-3'), grams, reduceHand(grams))).toEqual([])
    expect(rigTargets(project, build('carousel-3'), spring, reduceHand(spring))).toEqual([])
    expect(handTargets(build('spindle-3'), scale, reduceHand(scale), null)).toEqual([])
  })
  test('one load alone is refused where it stands', () => {
    const same = { ...scale, rows: scale.rows.map((r) => ({ ...r, knownN: 1 })) }
    const entry = { id: 'h', name: 'n', buildId: 'b', takenAt: '2026-01-01T00:00:00.000Z', reading: same, notes: '' }
    expect(handReadingSchema.safeParse(entry).error?.issues[0]).toMatchObject({ path: ['reading', 'rows'] })
  })
})
