import type { Family } from '../../core/machines'
import { modelAt } from '../../core/prediction'
import { nozzleFlow, type NozzleGeometry } from '../../core/flow'
import { bodiesStrength, materialById } from '../../core/strength'
import { turningBodies } from '../../core/machines'
import { vaneLift } from '../../core/turbine'
import { newBuild, predictionInput, setField, type TurbineBuild } from '.'

/** Every note stands where its own words say, just within and just beyond. */
const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }
const first = (family: Family) =>
  newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, family)
const at = (build: TurbineBuild, gaugePa = 200e3, totalTemperatureK = 293.15) =>
  modelAt(predictionInput(build, room), 101_325 + gaugePa, totalTemperatureK)
const codes = (build: TurbineBuild, gaugePa?: number) => at(build, gaugePa).notes.map((n) => n.code)
const changed = (family: Family, change: (build: TurbineBuild) => void) => {
  const build = structuredClone(first(family))
  change(build)
  return build
}
const figures = (build: TurbineBuild) => build.machine as unknown as Record<string, number>

/** [code, family, how a number makes it, within, beyond]: told beyond only. */
const GEOMETRY: readonly [string, Family, (share: number) => (b: TurbineBuild) => void, number, number][] = [
  // a gap over gap and disc, of all but one disc: 0.3
  [
    'pack-discs-thick',
    'disc-pack',
    (open) => (b) => {
      const m = figures(b)
      m.discThicknessM = (((m.discs - 1) * m.gapWidthM) / m.discs) * (1 / open - 1)
    },
    0.301,
    0.299,
  ],
  ['pack-jets-steep', 'disc-pack', (deg) => (b) => setField(b, 'nozzle.angleRad', (deg * Math.PI) / 180), 24.9, 25.1],
  [
    'radial-outlet-wide',
    'radial-inflow',
    (share) => (b) => void (figures(b).outletTipRadiusM = share * figures(b).inletRadiusM),
    0.749,
    0.751,
  ],
  ['vane-few', 'vane-motor', (count) => (b) => void (figures(b).vanes = count), 4, 3],
  [
    'vane-tilts',
    'vane-motor',
    (lifts) => (b) => void (figures(b).vaneHeightM = lifts * vaneLift(b.machine as never, Math.PI)),
    2.01,
    1.99,
  ],
  [
    'axial-tip-gap',
    'axial',
    (share) => (b) => void (figures(b).tipClearanceM = share * figures(b).bladeHeightM),
    0.099,
    0.101,
  ],
]
test.each(GEOMETRY)('%s', (code, family, make, within, beyond) => {
  expect(codes(changed(family, make(within)))).not.toContain(code)
  expect(codes(changed(family, make(beyond)))).toContain(code)
})

test('passages of a supersonic wheel start where they stay wider than a shock lets by, told at every pressure as at rest', () => {
  const told = [0.3, 1, 2, 3, 4].flatMap((thick) =>
    [60e3, 250e3, 500e3, 700e3].map((gaugePa) => {
      const build = changed('supersonic-impulse', (b) => void (figures(b).bladeThicknessM *= thick))
      const { extras } = at(build, gaugePa).at(0)
      const mach = extras.find((e) => e.code === 'inlet-mach')?.value as number
      const stays = extras.find((e) => e.code === 'passages-do-not-start') !== undefined
      expect(codes(build, gaugePa).includes('supersonic-no-start')).toBe(stays && mach > 1)
      return stays && mach > 1
    }),
  )
  expect(new Set(told).size).toBe(2)
})

test('a point wears where a bearing does not', () => {
  const pivoted = (pivot: string) => codes(changed('reaction-rotor', (b) => void Object.assign(b.machine, { pivot })))
  expect(pivoted('point')).toContain('reaction-point')
  expect(pivoted('bearing')).not.toContain('reaction-point')
})

/**
 * Notes that hang on a figure which is shown beside them: told exactly where that figure is beyond its bound, and both
 * cases occur.
 */
const SHOWN: readonly [string, string, (x: number) => boolean, readonly TurbineBuild[], readonly number[]][] = [
  [
    'axial-lid-feeds-little',
    'lid-admission',
    (x) => x < 50,
    [20, 28, 32, 40].map((count) =>
      changed(
        'axial',
        (b) => void Object.assign(b.machine.nozzle, { count, throatDiameterM: 2e-3, exitDiameterM: 2e-3 }),
      ),
    ),
    [200e3],
  ],
  [
    'axial-last-row-chokes',
    'exit-mach',
    (x) => x > 0.9,
    [
      changed('axial', (b) => {
        Object.assign(b.machine.nozzle, { count: 40, throatDiameterM: 2e-3, exitDiameterM: 2e-3 })
        Object.assign(figures(b), { stages: 1, outletAngleRad: 0.3 })
        if (b.machine.coefficients.rowLoss) b.machine.coefficients.rowLoss.value = 0.3
      }),
    ],
    [20e3, 60e3, 120e3, 300e3, 700e3],
  ],
  [
    'radial-outlet-chokes',
    'outlet-mach',
    (x) => x > 0.9,
    [
      changed('radial-inflow', (b) => {
        setField(b, 'nozzle.count', 8)
        Object.assign(figures(b), { outletAngleRad: 0.35 })
        if (b.machine.coefficients.passage) b.machine.coefficients.passage.value = 0.95
      }),
    ],
    [50e3, 200e3, 400e3, 700e3],
  ],
]
test.each(SHOWN)('%s: by what stands as %s', (code, extra, beyond, builds, pressures) => {
  const told = builds.flatMap((build) =>
    pressures.map((gaugePa) => {
      const value = at(build, gaugePa)
        .at(0)
        .extras.find((e) => e.code === extra)?.value as number
      expect([extra, value, codes(build, gaugePa).includes(code)]).toEqual([extra, value, beyond(value)])
      return beyond(value)
    }),
  )
  expect(new Set(told).size).toBe(2)
})

test('a vane motor says how far its cells are from the room when they open: over-expanded below it, much left at two and a half times', () => {
  const build = first('vane-motor')
  // pressure over the room's at which each note flips, found by halving: their ratio is that of the two bounds
  const flips = (code: string, low: number, high: number) => {
    const below = codes(build, low).includes(code)
    for (let i = 0; i < 40; i++) {
      const middle = (low + high) / 2
      if (codes(build, middle).includes(code) === below) low = middle
      else high = middle
    }
    return 101_325 + low
  }
  const ends = flips('vane-overexpands', 100, 900e3)
  const begins = flips('vane-much-left', 100, 1_100e3)
  expect(begins / ends).toBeCloseTo(2.5, 6)
})

describe('of a nozzle', () => {
  const hole: NozzleGeometry = { throatDiameterM: 2e-3, exitDiameterM: 2e-3, count: 1 }
  const flow = (over: Partial<NozzleGeometry>, total = 3e5, k = 293.15, back = 101_325) =>
    nozzleFlow({ totalPressurePaAbs: total, totalTemperatureK: k, backPressurePaAbs: back }, { ...hole, ...over })
  const told = (r: ReturnType<typeof flow>) => r.notes.map((n) => n.code)
  test('the ranges of pressure and temperature are those that the model was made for', () => {
    expect(told(flow({}, 1.1999e6))).not.toContain('nozzle-range-pressure')
    expect(told(flow({}, 1.2001e6))).toContain('nozzle-range-pressure')
    for (const [k, out] of [
      [249.9, true],
      [250.1, false],
      [399.9, false],
      [400.1, true],
    ] as const)
      expect([k, told(flow({}, 3e5, k)).includes('nozzle-range-temperature')]).toEqual([k, out])
  })
  test('below freezing by the air at the exit', () => {
    const cold = [120e3, 125e3, 130e3, 135e3, 140e3, 2e5].map((total) => {
      const r = flow({}, total)
      expect(told(r).includes('nozzle-below-freezing')).toBe(r.exitTemperatureK < 273.15)
      return r.exitTemperatureK < 273.15
    })
    expect(new Set(cold).size).toBe(2)
  })
  test('coefficients that contradict each other: a jet wider than its hole by half a percent', () => {
    const wide = [0.9, 0.95, 0.98, 0.99, 1].flatMap((dischargeCoefficient) =>
      [0.9, 0.96, 1].map((velocityCoefficient) => {
        const r = flow({ dischargeCoefficient, velocityCoefficient })
        expect(told(r).includes('nozzle-contradiction')).toBe(r.contraction > 1.005)
        return r.contraction > 1.005
      }),
    )
    expect(new Set(wide).size).toBe(2)
  })
  test('separation where the exit falls below four tenths of the room', () => {
    const parted = [3.2e5, 4e5, 5e5, 6e5, 8e5, 11e5].map((total) => {
      const r = flow({ exitDiameterM: 4e-3 }, total)
      const deep = r.regime === 'overexpanded' && r.exitAbsolutePressurePa < 0.4 * 101_325
      expect([total, told(r).includes('nozzle-separates')]).toEqual([total, deep])
      return deep
    })
    expect(new Set(parted).size).toBe(2)
  })
})

test('material softens within ten degrees of its softening; less than solid is said', () => {
  const { machine } = first('tangential-impulse')
  const bodies = (infill: number) => turningBodies({ ...machine, infill } as never)
  const { softeningK } = materialById((machine as { materialId?: string }).materialId ?? 'petg')
  const told = (k: number, infill = 1) => bodiesStrength(bodies(infill), 100, k).notes.map((n) => n.code)
  expect(told(softeningK - 10.1)).not.toContain('strength-softens')
  expect(told(softeningK - 9.9)).toContain('strength-softens')
  expect(told(300)).not.toContain('strength-infill')
  expect(told(300, 0.99)).toContain('strength-infill')
})
