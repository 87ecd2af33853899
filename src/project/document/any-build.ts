import fc from 'fast-check'
import { PhysicsError } from '../../core/errors'
import { predict, type Prediction } from '../../core/prediction'
import { BEARING_IDS, MATERIAL_IDS, buildSchema } from '../validation'
import {
  BLADE_PROFILES,
  LIMITS,
  plainCoefficients,
  newBuild,
  predictionInput,
  type LimitName,
  type LinePart,
  type Supply,
  type ThrustBuild,
  type TurbineBuild,
} from '.'

/** Any number that a field would take, from end to end of its limits. */
export const any = (name: LimitName) => fc.double({ min: LIMITS[name][0], max: LIMITS[name][1], noNaN: true })
export const whole = (name: LimitName) => fc.integer({ min: LIMITS[name][0], max: LIMITS[name][1] })
/** Spread evenly over the powers of ten, for limits that span many. */
export const wide = (name: LimitName) =>
  fc.double({ min: Math.log(LIMITS[name][0]), max: Math.log(LIMITS[name][1]), noNaN: true }).map(Math.exp)

export const plain = newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' })

export const between = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true })

export const supply: fc.Arbitrary<Supply> = fc.oneof(
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

export const regulator = fc.record({
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
export const part: fc.Arbitrary<LinePart> = fc.oneof(
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
export const form: fc.Arbitrary<TurbineBuild['machine']['nozzle']['form']> = fc.oneof(
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

export const stations = {
  supply,
  line: fc.record({ regulator: fc.option(regulator), parts: fc.array(part, { maxLength: 4 }) }),
  leastGaugePressurePa: any('leastGaugePressurePa'),
}

export const nozzle = fc
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

export const load = fc.record({
  label: fc.constant(''),
  speedRadPerS: any('speedRadPerS'),
  wantedPowerW: any('wantedPowerW'),
})

/** Builds from all over what the document takes; those it refuses (a hub wider than its disc) are passed over. */
export const build: fc.Arbitrary<TurbineBuild> = fc
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
export const thrustBuild: fc.Arbitrary<ThrustBuild> = fc
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

export const ambient = fc.record({
  absolutePressurePa: any('ambientPressurePa'),
  temperatureK: any('ambientTemperatureK'),
  relativeHumidity: any('relativeHumidity'),
})

/** A prediction, or null where the core says in words that it has none. */
export function outcome(
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
export function unfinite(value: unknown, path: string, allowed: readonly string[]): string[] {
  if (typeof value === 'number') return Number.isFinite(value) || allowed.some((a) => path.endsWith(a)) ? [] : [path]
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, inner]) => unfinite(inner, `${path}.${key}`, allowed))
}
