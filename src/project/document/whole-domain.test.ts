import { sample } from '../../core/check-values/sample'
import fc from 'fast-check'
import { PhysicsError } from '../../core/errors'
import {
  buildRunDown,
  powerChain,
  predict,
  predictThrust,
  sizingCurve,
  thrustChain,
  workings,
  type Prediction,
} from '../../core/prediction'
import { fillingExergy } from '../../core/supply'
import { reviewBuild } from '../../core/safety'
import { BEARING_IDS, MATERIAL_IDS, buildSchema } from '../validation'
import {
  BLADE_PROFILES,
  LIMITS,
  plainCoefficients,
  kindOf,
  thrustInput,
  newBuild,
  predictionInput,
  setField,
  type LimitName,
  type LinePart,
  type Supply,
  type ThrustBuild,
  type TurbineBuild,
} from '.'
import { findingWords } from '../../words'

/** Any number that a field would take, from end to end of its limits. */
const any = (name: LimitName) => fc.double({ min: LIMITS[name][0], max: LIMITS[name][1], noNaN: true })
const whole = (name: LimitName) => fc.integer({ min: LIMITS[name][0], max: LIMITS[name][1] })
/** Spread evenly over the powers of ten, for limits that span many. */
const wide = (name: LimitName) =>
  fc.double({ min: Math.log(LIMITS[name][0]), max: Math.log(LIMITS[name][1]), noNaN: true }).map(Math.exp)

const plain = newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' })

const between = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true })

const supply: fc.Arbitrary<Supply> = fc.oneof(
  fc.record({
    kind: fc.constant('steady' as const),
    gaugePressurePa: wide('supplyGaugePressurePa'),
    airTemperatureK: any('airTemperatureK'),
  }),
  fc.record({
    kind: fc.constant('compressor' as const),
    airTemperatureK: fc.option(any('airTemperatureK')),
    pumpEfficiency: any('pumpEfficiency'),
    coil: fc.option(
      fc.record({ lengthM: any('coilLengthM'), boreM: any('coilBoreM'), bathTemperatureK: any('bathTemperatureK') }),
    ),
    displacement: fc.option(
      fc.record({
        sweptVolumeM3: wide('sweptVolumeM3'),
        strokesPerS: any('strokesPerS'),
        clearanceShare: any('clearanceShare'),
        exponent: any('polytropicExponent'),
        lossShare: any('lossShare'),
      }),
    ),
    filling: fc.option(
      fc.record({
        fromGaugePressurePa: between(0, 5e5),
        toGaugePressurePa: between(5.1e5, 1e6),
        timeS: wide('fillTimeS'),
      }),
    ),
    delivery: fc
      .uniqueArray(
        fc.record({ gaugePressurePa: any('deliveryGaugePressurePa'), freeAirM3PerS: wide('freeAirM3PerS') }),
        { minLength: 1, maxLength: 5, selector: (p) => Math.round(p.gaugePressurePa) },
      )
      .map((points) => [...points].sort((a, b) => a.gaugePressurePa - b.gaugePressurePa)),
    tankVolumeM3: wide('tankVolumeM3'),
    cutInGaugePressurePa: any('supplyGaugePressurePa'),
    cutOutGaugePressurePa: any('supplyGaugePressurePa'),
  }),
  fc.record({
    kind: fc.constant('vessel' as const),
    volumeM3: wide('vesselVolumeM3'),
    gaugePressurePa: wide('supplyGaugePressurePa'),
    airTemperatureK: any('airTemperatureK'),
    heat: fc.oneof(
      fc.constant('adiabatic' as const),
      fc.constant('isothermal' as const),
      fc.record({ uaWPerK: any('wallConductance') }),
    ),
    pump: fc.record({ strokeVolumeM3: any('strokeVolumeM3'), deadVolumeM3: any('deadVolumeM3') }),
    ratedGaugePressurePa: fc.option(any('ratedGaugePressurePa')),
  }),
  fc.record({
    kind: fc.constant('blower' as const),
    label: fc.constant(''),
    curve: fc.oneof(
      fc.record({
        kind: fc.constant('two-figures' as const),
        shutOffPa: wide('blowerPressurePa'),
        freeFlowM3PerS: wide('blowerFlowM3PerS'),
        bend: any('blowerBend'),
      }),
      fc.tuple(between(1e-4, 0.5), between(50, 20_000), between(0.1, 0.8), between(0.1, 0.9)).map(([q, p, u, v]) => ({
        kind: 'points' as const,
        points: [
          { flowM3PerS: 0, pressurePa: p },
          { flowM3PerS: u * q, pressurePa: v * p },
          { flowM3PerS: q, pressurePa: 0.05 * p * v },
        ],
      })),
    ),
    inSeries: whole('blowerCount'),
    inParallel: whole('blowerCount'),
    speedShare: any('speedShare'),
    temperatureRiseK: any('temperatureRiseK'),
  }),
  fc.record({
    kind: fc.constant('breath' as const),
    shutOffPa: wide('blowerPressurePa'),
    freeFlowM3PerS: wide('blowerFlowM3PerS'),
    lungVolumeM3: any('lungVolumeM3'),
  }),
  fc.record({
    kind: fc.constant('wind' as const),
    speedMPerS: any('windMPerS'),
    areaM2: wide('windAreaM2'),
    capture: any('share'),
  }),
  fc.record({
    kind: fc.constant('balloon' as const),
    restRadiusM: any('restRadiusM'),
    skinThicknessM: any('skinThicknessM'),
    shearModulusPa: any('shearModulusPa'),
    stiffening: any('stiffening'),
    blownVolumeM3: wide('vesselVolumeM3'),
    uses: whole('uses'),
    wearPerUse: any('wearPerUse'),
  }),
)

const regulator = fc.record({
  kind: fc.constantFrom('diaphragm' as const, 'piston' as const),
  setGaugePressurePa: wide('supplyGaugePressurePa'),
  readWhile: fc.constantFrom('flowing' as const, 'closed' as const),
  sensingDiameterM: any('sensingDiameterM'),
  springRateNPerM: wide('springRateNPerM'),
  seatDiameterM: any('seatDiameterM'),
  greatestLiftM: any('liftM'),
  frictionN: any('frictionN'),
  movingMassKg: any('movingMassKg'),
  chamberVolumeM3: any('chamberVolumeM3'),
})
const part: fc.Arbitrary<LinePart> = fc.oneof(
  fc.record({
    kind: fc.constant('hose' as const),
    label: fc.constant(''),
    lengthM: wide('hoseLengthM'),
    boreM: any('hoseBoreM'),
    roughnessM: any('roughnessM'),
  }),
  fc.record({
    kind: fc.constant('fitting' as const),
    label: fc.constant(''),
    sonicConductance: wide('sonicConductance'),
    criticalRatio: any('criticalRatio'),
  }),
)
const form: fc.Arbitrary<TurbineBuild['machine']['nozzle']['form']> = fc.oneof(
  fc.constant({ kind: 'round' as const }),
  fc.record({ kind: fc.constant('slot' as const), aspect: any('slotAspect') }),
  fc.record({ kind: fc.constant('sector' as const), innerRadiusM: any('ringRadiusM'), heightM: any('sectorHeightM') }),
  fc.record({
    kind: fc.constant('divided' as const),
    parts: fc.constantFrom(2 as const, 4 as const),
    webM: any('webM'),
  }),
  fc.record({ kind: fc.constant('ring' as const), holes: whole('ringHoles'), ringRadiusM: any('ringRadiusM') }),
)

const stations = {
  supply,
  line: fc.record({ regulator: fc.option(regulator), parts: fc.array(part, { maxLength: 4 }) }),
  leastGaugePressurePa: any('leastGaugePressurePa'),
}

const nozzle = fc
  .record({
    throatDiameterM: any('throatDiameterM'),
    exitDiameterM: any('exitDiameterM'),
    count: whole('nozzleCount'),
    inletBoreM: any('inletBoreM'),
    angleRad: any('nozzleAngleRad'),
    gapM: any('nozzleGapM'),
    form,
    edge: fc.constantFrom('rounded' as const, 'sharp' as const),
    gaugeId: fc.constant(null),
  })
  .map((n) =>
    n.form.kind === 'round'
      ? n
      : { ...n, inletBoreM: LIMITS.inletBoreM[1], throatDiameterM: Math.min(n.throatDiameterM, 12e-3) },
  )

const load = fc.record({
  label: fc.constant(''),
  speedRadPerS: any('speedRadPerS'),
  wantedPowerW: any('wantedPowerW'),
})

/** Builds from all over what the document takes; those it refuses (a hub wider than its disc) are passed over. */
const build: fc.Arbitrary<TurbineBuild> = fc
  .record({
    ...stations,
    machine: fc.record({
      family: fc.constant('tangential-impulse' as const),
      meanRadiusM: any('meanRadiusM'),
      bladeHeightM: any('bladeHeightM'),
      bladeDepthM: any('bladeDepthM'),
      bladeCount: whole('bladeCount'),
      bladeThicknessM: any('bladeThicknessM'),
      profile: fc.constantFrom(...BLADE_PROFILES),
      inletAngleRad: any('bladeAngleRad'),
      outletAngleRad: any('bladeAngleRad'),
      discThicknessM: any('discThicknessM'),
      hubRadiusM: any('hubRadiusM'),
      casing: fc.record({
        kind: fc.constantFrom('open' as const, 'close' as const),
        clearanceM: any('casingClearanceM'),
      }),
      materialId: fc.constantFrom(...MATERIAL_IDS),
      infill: any('infill'),
      loadedAcrossLayers: fc.boolean(),
      outline: fc.constant(null),
      nozzle,
      load,
      shaft: fc.record({
        bearingClassId: fc.constantFrom(...BEARING_IDS),
        bearingCount: whole('bearingCount'),
        diameterM: any('shaftDiameterM'),
        spanM: any('bearingSpanM'),
        overhangM: any('overhangM'),
        sideLoadN: any('sideLoadN'),
        balanceGradeMPerS: any('balanceGradeMPerS'),
        rotorInertia: fc.option(
          fc.record({ inertiaKgM2: wide('rotorInertiaKgM2'), relativeUncertainty: any('relativeUncertainty') }),
        ),
      }),
      coefficients: fc.constant(plain.machine.coefficients),
    }),
  })
  .map((parts): TurbineBuild => ({ ...plain, ...parts }))
  .filter((b) => buildSchema.safeParse(b).success)

/** Bodies pushed by their jet, likewise. */
const thrustBuild: fc.Arbitrary<ThrustBuild> = fc
  .record({
    ...stations,
    machine: fc.record({
      family: fc.constant('thrust-body' as const),
      massKg: wide('bodyMassKg'),
      dragCoefficient: any('dragCoefficient'),
      lengthM: any('bodyLengthM'),
      diameterM: any('bodyDiameterM'),
      noseLengthM: any('bodyLengthM'),
      noseKind: fc.constantFrom('cone' as const, 'ogive' as const, 'round' as const),
      centreOfMassM: between(0, 3),
      fins: fc.option(
        fc.record({
          count: whole('finCount'),
          rootChordM: any('bodyDiameterM'),
          tipChordM: any('finLengthM'),
          spanM: any('finSpanM'),
          sweepM: any('finLengthM'),
          rootAtM: between(0, 3),
        }),
      ),
      path: fc.oneof(
        fc.constant({ kind: 'climb' as const }),
        fc.record({
          kind: fc.constant('track' as const),
          slopeRad: any('slopeRad'),
          rollingShare: any('rollingShare'),
          lengthM: any('trackLengthM'),
        }),
      ),
      label: fc.constant(''),
      nozzle: nozzle.map(({ angleRad: _angle, gapM: _gap, ...opening }) => opening),
      coefficients: fc.constant(plainCoefficients(['discharge', 'velocity'])),
    }),
  })
  .map((parts): ThrustBuild => ({ ...plain, ...parts }))
  .filter((b) => buildSchema.safeParse(b).success)

const ambient = fc.record({
  absolutePressurePa: any('ambientPressurePa'),
  temperatureK: any('ambientTemperatureK'),
  relativeHumidity: any('relativeHumidity'),
})

/** A prediction, or null where the core says in words that it has none. */
function outcome(
  b: TurbineBuild,
  room: { absolutePressurePa: number; temperatureK: number; relativeHumidity: number },
): Prediction | null {
  try {
    return predict(predictionInput(b, room))
  } catch (error) {
    expect(error).toBeInstanceOf(PhysicsError)
    expect((error as PhysicsError).detail.nextStep.length).toBeGreaterThan(5)
    return null
  }
}

/** Paths of everything that is no finite number. `allowed` names those that have no end by nature. */
function unfinite(value: unknown, path: string, allowed: readonly string[]): string[] {
  if (typeof value === 'number') return Number.isFinite(value) || allowed.some((a) => path.endsWith(a)) ? [] : [path]
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, inner]) => unfinite(inner, `${path}.${key}`, allowed))
}

describe('over everything that the document takes', () => {
  test('a prediction holds finite numbers only, or says in words why there is none', () => {
    let predicted = 0
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        predicted++
        // A tank that never sags, or a rotor at rest, has no end to its time or margin.
        expect(unfinite(p, 'prediction', ['secondsFromFull', 'stressMargin', 'speedMargin', 'lifeHours'])).toEqual([])
      }),
      { seed: 31, numRuns: sample(40), endOnFailure: true },
    )
    expect(predicted).toBeGreaterThan(0.75 * sample(40))
  })

  test('the ledger adds up, the band is not negative, and the jet never beats the air', () =>
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        const chain = powerChain(p)
        const sum = chain.flatMap((s) => s.losses).reduce((s, l) => s + l.powerW, chain[chain.length - 1].powerW)
        expect(Math.abs(sum - p.air.sourcePowerW)).toBeLessThan(
          1e-6 * Math.max(1, Math.abs(sum), Math.abs(p.point.ledger.ventilationW)),
        )
        for (const u of [...p.band.powerW, ...p.band.torqueNm, p.uncertainty.bestPowerW])
          expect(u).toBeGreaterThanOrEqual(0)
        expect(p.figures.jetPowerW).toBeLessThanOrEqual(p.air.nozzlePowerW * (1 + 1e-6) + 1e-9)
        expect(p.figures.bestPowerW).toBeLessThanOrEqual(p.figures.jetPowerW + 1e-9)
      }),
      { seed: 32, numRuns: sample(25), endOnFailure: true },
    ))

  test('the supply never gives more than was asked of it, and mass flow through line and nozzle is one', () =>
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        if (b.line.regulator?.readWhile === 'flowing')
          expect(p.air.supplyGaugePressurePa).toBeLessThanOrEqual(b.line.regulator.setGaugePressurePa + 1)
        expect(p.air.supplyPressurePaAbs).toBeLessThanOrEqual(p.air.sourcePressurePaAbs * (1 + 1e-9))
        expect(p.air.nozzlePressurePaAbs).toBeLessThanOrEqual(p.air.supplyPressurePaAbs + 1e-6)
        if (p.air.nozzlePressurePaAbs > room.absolutePressurePa * (1 + 1e-6))
          expect(p.nozzle.massFlowKgPerS / p.air.massFlowKgPerS).toBeCloseTo(1, 5)
      }),
      { seed: 33, numRuns: sample(25), endOnFailure: true },
    ))

  test('review and workings never break, and "do not run" always says what would mend it', () =>
    fc.assert(
      fc.property(build, ambient, (b, room) => {
        const p = outcome(b, room)
        if (!p) return
        const input = predictionInput(b, room)
        const { state, findings } = reviewBuild(input, p)
        expect(['fine', 'watch', 'do not run']).toContain(state)
        for (const f of findings)
          expect(
            Math.min(findingWords(f).what.length, findingWords(f).why.length, findingWords(f).mend.length),
          ).toBeGreaterThan(10)
        expect(findings.map((f) => findingWords(f).what).join()).not.toMatch(/NaN|undefined/)
        expect(unfinite(workings(input, p), 'workings', ['result.value', 'standardUncertainty', 'inputs'])).toEqual([])
      }),
      { seed: 34, numRuns: sample(25), endOnFailure: true },
    ))
})

describe('bodies pushed by their jet, and run-downs, over everything that the document takes', () => {
  test('a run and a climb hold finite numbers only; push, time and way are never negative', () =>
    fc.assert(
      fc.property(thrustBuild, ambient, (b, room) => {
        const input = thrustInput(b, room)
        let p: ReturnType<typeof predictThrust>
        try {
          p = predictThrust(input)
        } catch (error) {
          expect(error).toBeInstanceOf(PhysicsError)
          return
        }
        expect(unfinite(p, 'thrust', ['secondsFromFull'])).toEqual([])
        for (const s of p.flight.trace) expect(Math.min(s.speedMPerS, s.distanceM + 1e-9)).toBeGreaterThanOrEqual(0)
        expect(p.restTimeS ?? 0).toBeGreaterThanOrEqual(0)
        expect(thrustChain(p).every((s) => Number.isFinite(s.powerW))).toBe(true)
      }),
      { seed: 41, numRuns: sample(25), endOnFailure: true },
    ))

  test('a bottle or balloon run down: mass only leaves, energy at the nozzle never beats what the filling held', () =>
    fc.assert(
      fc.property(
        thrustBuild.filter((b) => b.supply.kind === 'vessel' || b.supply.kind === 'balloon'),
        ambient,
        (b, room) => {
          const run = buildRunDown(kindOf(b).air(b, room), { samples: 40 })
          if (!run) throw new Error('these run down')
          expect(unfinite(run, 'run', [])).toEqual([])
          run.trace.slice(1).forEach((s, i) => expect(s.massKg).toBeLessThanOrEqual(run.trace[i].massKg * (1 + 1e-9)))
          expect(run.wastedShare).toBeGreaterThanOrEqual(0)
          expect(run.wastedShare).toBeLessThanOrEqual(1)
          if (b.supply.kind === 'vessel' && run.trace.length > 1) {
            const held = fillingExergy({
              volumeM3: b.supply.volumeM3,
              pressurePaAbs: b.supply.gaugePressurePa + room.absolutePressurePa,
              ambientPaAbs: room.absolutePressurePa,
            })
            // air hotter than the room holds more than cold exergy tells, by its temperature ratio
            expect(run.trace[run.trace.length - 1].jetEnergyJ).toBeLessThanOrEqual(
              held * Math.max(1, b.supply.airTemperatureK / room.temperatureK) * 1.05 + 1e-6,
            )
          }
        },
      ),
      { seed: 42, numRuns: sample(20), endOnFailure: true },
    ))

  test('sizing over the domain: no NaN, flow never falls as the throat grows on a supply that holds its pressure', () =>
    fc.assert(
      fc.property(
        build.filter((b) => b.supply.kind === 'steady'),
        (b) => {
          const rows = sizingCurve(
            {
              ...kindOf(b).air(b, { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }),
              line: { ...b.line, regulator: null },
            },
            [0.5e-3, 1e-3, 2e-3, 4e-3, 8e-3],
            false,
          )
          expect(unfinite(rows, 'rows', [])).toEqual([])
          rows
            .slice(1)
            .forEach((r, i) => expect(r.massFlowKgPerS).toBeGreaterThanOrEqual(rows[i].massFlowKgPerS * (1 - 1e-3)))
        },
      ),
      { seed: 43, numRuns: sample(20), endOnFailure: true },
    ))
})

describe('more of one thing (all else kept) moves figures the way physics says', () => {
  const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }
  const at = (change: (b: TurbineBuild) => void) => {
    const b = structuredClone(plain)
    b.supply = { kind: 'steady', gaugePressurePa: 350e3, airTemperatureK: 293.15 }
    b.line.regulator = null
    change(b)
    return predict(predictionInput(b, room)).figures
  }
  const base = at(() => undefined)
  test('pressure: more flow, thrust, torque, power and free speed', () => {
    const more = at((b) => void (b.supply.kind === 'steady' && (b.supply.gaugePressurePa = 450e3)))
    for (const key of ['massFlowKgPerS', 'thrustN', 'stallTorqueNm', 'bestPowerW', 'freeSpeedRadPerS'] as const)
      expect(more[key]).toBeGreaterThan(base[key])
  })
  test('a narrower line: less of all of them', () => {
    const less = at(
      (b) => void (b.line.parts = [{ kind: 'hose', label: '', lengthM: 6, boreM: 2.5e-3, roughnessM: 1.5e-6 }]),
    )
    for (const key of ['massFlowKgPerS', 'thrustN', 'bestPowerW'] as const) expect(less[key]).toBeLessThan(base[key])
  })
  test('a longer gap: the jet slows, free speed falls, torque at rest stays (momentum is kept)', () => {
    // blades tall enough to catch the wider jet whole
    const tall = (b: TurbineBuild) => setField(b, 'machine.bladeHeightM', 0.03)
    const near = at(tall)
    const far = at((b) => {
      tall(b)
      b.machine.nozzle.gapM = 9e-3
    })
    expect(far.freeSpeedRadPerS).toBeLessThan(near.freeSpeedRadPerS)
    expect(far.stallTorqueNm / near.stallTorqueNm).toBeCloseTo(1, 1)
  })
  test('a larger radius: more torque at rest, a lower free speed', () => {
    const large = at((b) => setField(b, 'machine.meanRadiusM', 0.04))
    expect(large.stallTorqueNm).toBeGreaterThan(base.stallTorqueNm)
    expect(large.freeSpeedRadPerS).toBeLessThan(base.freeSpeedRadPerS)
  })
  test('a close casing: more free speed; the closer, the more', () => {
    const close = (clearanceM: number) =>
      at((b) => {
        setField(b, 'machine.casing.kind', 'close')
        setField(b, 'machine.casing.clearanceM', clearanceM)
      }).freeSpeedRadPerS
    expect(close(2e-3)).toBeGreaterThan(base.freeSpeedRadPerS)
    expect(close(0.5e-3)).toBeGreaterThan(close(2e-3))
  })
  test('flat paddles give less than scoops on the same jet', () =>
    expect(at((b) => setField(b, 'machine.profile', 'flat')).bestPowerW).toBeLessThan(base.bestPowerW * 1.001))
  test('thinner air in the mountains: the same gauge pressure gives less flow', () => {
    const high = predict(
      predictionInput(
        {
          ...structuredClone(plain),
          supply: { kind: 'steady', gaugePressurePa: 350e3, airTemperatureK: 293.15 },
          line: { ...plain.line, regulator: null },
        },
        { ...room, absolutePressurePa: 80_000 },
      ),
    ).figures
    expect(high.massFlowKgPerS).toBeLessThan(base.massFlowKgPerS)
  })
})
