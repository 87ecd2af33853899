import { readFileSync } from 'node:fs'
import { keptDemo } from '../src/project/demo/kept-demo'
import { run } from './run'

const call = async (verb: string, input: unknown) => {
  const { exit, stdout, stderr } = await run([verb, '-'], () => JSON.stringify(input))
  return { exit, stderr, out: stdout === '' ? null : JSON.parse(stdout) }
}
const reference = (name: string) => JSON.parse(readFileSync(`src/core/engine/reference/${name}.json`, 'utf8'))

/** The independent solution’s parameters as the command line takes them. */
function given({ parameters: p }: { parameters: Record<string, number | string> }) {
  const shared = {
    boreM: p.bore,
    strokeM: p.stroke,
    rodM: p.rod,
    discharge: p.Cd_in,
    exhaustDischarge: p.Cd_ex,
  }
  const engine =
    p.kind === 'uniflow'
      ? {
          family: 'single-acting-engine',
          ...shared,
          clearanceM3: p.Vc,
          ball: { pinLengthM: p.h_pin, seatDiameterM: p.d_seat, pinDiameterM: p.d_pin },
          ports: { fromM: p.x_port, heightM: p.h_port, widthM: p.w_port },
        }
      : {
          family: 'double-acting-engine',
          ...shared,
          rodDiameterM: p.rod_diameter,
          headClearanceM3: p.Vc_h,
          crankClearanceM3: p.Vc_c,
          valve: {
            eccentricityM: p.e,
            leadRad: p.delta,
            admissionLapM: p.lap_s,
            exhaustLapM: p.lap_e,
            portWidthM: p.w_port,
            portHeightM: p.h_port,
          },
        }
  return {
    engine,
    supply: { absolutePressurePa: p.p_s as number, temperatureK: p.T_s },
    ambient: { absolutePressurePa: p.pa, temperatureK: p.Ta },
    inertiaKgM2: p.J,
    friction: { constantNm: p.Tc, perSpeedNmS: p.cv_f },
    load: { perSquareNmS2: p.k },
  }
}

describe('engine', () => {
  test.each(['single-acting', 'double-acting'])(
    '%s by its figures, as an independent solution has it',
    async (name) => {
      const truth = reference(name)
      const { exit, out } = await call('engine', given(truth))
      expect(exit).toBe(0)
      const { results } = truth
      expect(Math.abs((out.steady.speedRadPerS * 30) / Math.PI / results.n_mean_rpm - 1)).toBeLessThan(1e-3)
      expect(Math.abs(out.steady.indicatedWorkJ / results.W_ind_J - 1)).toBeLessThan(1e-3)
      expect(Math.abs((out.steady.airPerTurnKg * 1e6) / results.air_per_rev_mg - 1)).toBeLessThan(1e-3)
      const { crankAngleRad, pressurePa, volumeM3, torqueNm, ends } = out.cycle
      for (const list of [pressurePa, volumeM3, torqueNm]) expect(list).toHaveLength(crankAngleRad.length)
      expect(ends).toHaveLength(results.pressure_Pa.length)
      expect(out.rundown).toBeNull()
      expect(out.impulseNs).toBeNull()
    },
  )

  test('on a vessel it runs down, with thrust where the load is a propeller; a regulator makes it last', async () => {
    const { supply: _, ...rest } = given(reference('single-acting'))
    const base = { ...rest, load: { ...rest.load, thrustPerSquareNS2: 1e-5 }, flickRadPerS: 100 }
    const vessel = { volumeM3: 2e-3, gaugePressurePa: 690e3, heat: 'adiabatic' }
    const [plain, regulated] = await Promise.all([
      call('engine', { ...base, vessel }),
      call('engine', { ...base, vessel: { ...vessel, regulatorGaugePressurePa: 300e3 } }),
    ])
    expect(plain.out.rundown.endedBy).toBe('rests')
    expect(plain.out.impulseNs).toBeGreaterThan(20)
    expect(plain.out.rundown.timeS).toHaveLength(plain.out.rundown.thrustN.length)
    expect(regulated.out.rundown.runTimeS).toBeGreaterThan(plain.out.rundown.runTimeS)
    const alone = await call('rundown', { ...base, vessel })
    expect(alone.out.impulseNs).toBe(plain.out.impulseNs)
    const short = await call('rundown', { ...base, vessel, durationS: 1 })
    expect(short.out.endedBy).toBe('time')
  })

  test('a rotary engine by its figures: three turns of its shaft, a tube to the other lobe', async () => {
    const rotor = {
      engine: {
        family: 'three-flank-engine',
        eccentricityM: 4e-3,
        radiusM: 0.028,
        depthM: 0.016,
        flankGapM: 4e-4,
        intake: { angleRad: 0.3, diameterM: 5e-3, coverRadiusM: 0.0215 },
        outlet: { angleRad: 2.27, diameterM: 8e-3 },
        leakAreaM2: 3e-7,
        sealForceN: 0.2,
      },
      supply: { gaugePressurePa: 2e5 },
      inertiaKgM2: 6e-5,
      friction: { constantNm: 0.004 },
      load: { perSquareNmS2: 3e-7 },
    }
    const one = await call('engine', rotor)
    expect(one.stderr).toBe('')
    expect(one.out.cycle.crankAngleRad.at(-1)).toBeCloseTo(6 * Math.PI, 9)
    expect(one.out.cycle.ends).toHaveLength(3)
    const swept = Math.max(...one.out.cycle.volumeM3) - Math.min(...one.out.cycle.volumeM3)
    expect(swept / (3 * Math.sqrt(3) * 4e-3 * 0.028 * 0.016)).toBeCloseTo(1, 3)
    const tube = { boreDiameterM: 4e-3, lengthM: 0.15 }
    const both = await call('engine', { ...rotor, engine: { ...rotor.engine, tube } })
    expect(both.out.steady.shaftPowerW).toBeGreaterThan(1.3 * one.out.steady.shaftPowerW)
    const run = await call('rundown', {
      ...rotor,
      supply: undefined,
      vessel: { volumeM3: 1e-3, gaugePressurePa: 4e5, heat: 'adiabatic' },
    })
    expect(run.out.endedBy).toBe('rests')
    expect((await call('engine', { ...rotor, engine: { ...rotor.engine, radiusM: 0.019 } })).stderr).toMatch(
      /engine\.radiusM: the tips must stand at least five/,
    )
    const built = keptDemo().project.builds.find((b) => b.id === 'carousel-rotor-2')
    const { out } = await call('engine', { build: built, durationS: 1 })
    expect(out.steady.shaftPowerW).toBeGreaterThan(20)
  })

  test('a build as it is exported, on its own supply and line', async () => {
    const build = keptDemo().project.builds.find((b) => b.id === 'carousel-1')
    const { exit, out, stderr } = await call('engine', { build, durationS: 5 })
    expect(stderr).toBe('')
    expect(exit).toBe(0)
    expect(out.steady.shaftPowerW).toBeGreaterThan(10)
    expect(out.steady.absolutePressurePa).toBeGreaterThan(450e3)
    expect(out.rundown.runTimeS).toBeGreaterThan(4.9)
    expect(out.rundown.thrustN[20]).toBeGreaterThan(0)
  })

  test('what cannot be is refused by its path', async () => {
    const good = given(reference('single-acting'))
    const bad = async (change: object) => (await call('engine', { ...good, ...change })).stderr
    expect(await bad({ engine: { ...good.engine, rodM: 6e-3 } })).toMatch(/engine\.rodM: the rod must be longer/)
    expect(await bad({ vessel: { volumeM3: 1e-3, gaugePressurePa: 1e5, heat: 'adiabatic' } })).toMatch(/one of supply/)
    expect(await bad({ inertiaKgM2: 0 })).toMatch(/inertiaKgM2/)
    expect(await bad({ engine: { ...good.engine, family: 'steam-engine' } })).toMatch(/engine\.family/)
    const turbine = keptDemo().project.builds.find((b) => b.id === 'spindle-4')
    expect((await call('engine', { build: turbine })).stderr).toMatch(/build\.machine\.family: is no engine/)
    const weak = await call('engine', { ...good, supply: { gaugePressurePa: 500 } })
    expect(weak.out.steady).toBeNull()
    expect(weak.out.cycle).toBeNull()
  })
})
