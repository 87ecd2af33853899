import { newBuild, newPistonRegulator, newRegulator, newSupply } from '../src/project/document'
import { run } from './run'

const call = async (verb: string, input: unknown) => {
  const { exit, stdout, stderr } = await run([verb, '-'], () => JSON.stringify(input))
  return { exit, stderr, out: stdout === '' ? {} : (JSON.parse(stdout) as Record<string, never>) }
}
const nozzle = { throatDiameterM: 1.5e-3 }
const number = (value: unknown) => value as number

describe('blowdown', () => {
  const vessel = { volumeM3: 2e-3, gaugePressurePa: 600e3, temperatureK: 293.15, heat: 'isothermal' }
  test('isothermal choked part: t = tau ln(p0/p), and the keys that are promised', async () => {
    const { exit, out } = await call('blowdown', { vessel, nozzle, untilGaugePressurePa: 200e3 })
    expect(exit).toBe(0)
    const area = (Math.PI / 4) * 1.5e-3 ** 2
    const tau = 2e-3 / (area * 0.684731 * Math.sqrt(287.05 * 293.15))
    expect(number(out.timeS) / (tau * Math.log(701_325 / 301_325))).toBeCloseTo(1, 5)
    expect(out).toMatchObject({
      finalTemperatureK: 293.15,
      trace: { timeS: expect.any(Array), absolutePressurePa: expect.any(Array), massFlowKgPerS: expect.any(Array) },
    })
    const trace = out.trace as unknown as Record<string, number[]>
    expect(trace.absolutePressurePa[trace.absolutePressurePa.length - 1]).toBeCloseTo(301_325, 0)
  })
  test('adiabatic is quicker and ends colder; a wall lies between', async () => {
    const [adiabatic, wall] = await Promise.all(
      ['adiabatic', { uaWPerK: 0.6 }].map((heat) =>
        call('blowdown', { vessel: { ...vessel, heat }, nozzle, untilGaugePressurePa: 200e3 }),
      ),
    )
    expect(number(adiabatic.out.finalTemperatureK)).toBeLessThan(number(wall.out.finalTemperatureK))
    expect(number(adiabatic.out.timeS)).toBeLessThan(number(wall.out.timeS))
  })
  test('with a regulator its drop-out is an event', async () => {
    const { out } = await call('blowdown', {
      vessel,
      nozzle,
      regulator: newRegulator(200e3),
      leastGaugePressurePa: 150e3,
    })
    expect((out.events as unknown as { id: string }[]).map((e) => e.id)).toEqual(
      expect.arrayContaining(['drop-out', 'least-pressure', 'empty']),
    )
  })
  test('an end above the start is refused by its path', async () =>
    expect(await call('blowdown', { vessel, nozzle, untilGaugePressurePa: 700e3 })).toMatchObject({
      exit: 2,
      stderr: expect.stringMatching(/^untilGaugePressurePa: must lie below/),
    }))
})

describe('line', () => {
  test('part by part the pressures join up and add to what is lost', async () => {
    const { out } = await call('line', {
      supply: { gaugePressurePa: 350e3 },
      nozzle,
      line: [
        { kind: 'fitting', sonicConductance: 2e-8 },
        { kind: 'hose', lengthM: 5, boreM: 4e-3 },
      ],
    })
    const parts = out.parts as unknown as { inletAbsolutePressurePa: number; outletAbsolutePressurePa: number }[]
    expect(parts[1].inletAbsolutePressurePa).toBe(parts[0].outletAbsolutePressurePa)
    expect(parts.reduce((s, p) => s + p.inletAbsolutePressurePa - p.outletAbsolutePressurePa, 0)).toBeCloseTo(
      number(out.lostPressurePa),
      2,
    )
  })
  test('two supplies, or none, are refused', async () => {
    expect((await call('line', { nozzle, line: [{ kind: 'hose', lengthM: 1, boreM: 4e-3 }] })).stderr).toMatch(
      /give one of supply/,
    )
  })
})

describe('regulator', () => {
  const inputs = { supply: { gaugePressurePa: 600e3 }, nozzle: { throatDiameterM: 1.6e-3, dischargeCoefficient: 0.85 } }
  test('common practice: the sticking piston pulses, the diaphragm does not', async () => {
    const [piston, diaphragm] = await Promise.all(
      [newPistonRegulator(300e3), newRegulator(300e3)].map((regulator) =>
        call('regulator', { ...inputs, regulator, allowedFallPa: 20e3 }),
      ),
    )
    expect([piston.out.pulses, diaphragm.out.pulses]).toEqual([true, false])
    expect(number(diaphragm.out.outletGaugePressurePa)).toBeCloseTo(300e3, -2)
    expect(number((piston.out.sizes as unknown as { seatDiameterM: number }).seatDiameterM)).toBeGreaterThan(1e-3)
  })
})

describe('source', () => {
  test.each(['steady', 'compressor', 'vessel', 'blower', 'breath', 'wind', 'balloon'] as const)(
    '%s gives air to a nozzle that suits it',
    async (kind) => {
      const wide = kind === 'blower' || kind === 'breath' || kind === 'wind' || kind === 'balloon'
      const { exit, out, stderr } = await call('source', {
        source: newSupply(kind),
        nozzle: { throatDiameterM: wide ? 8e-3 : 1.5e-3 },
      })
      expect(stderr).toBe('')
      expect(exit).toBe(0)
      expect(number(out.massFlowKgPerS)).toBeGreaterThan(0)
      expect(out.runDown === null).toBe(kind !== 'vessel' && kind !== 'balloon')
      expect(out.compressor === null).toBe(kind !== 'compressor')
    },
  )
  test('the strokes of a hand pump are told for a vessel', async () => {
    const source = newSupply('vessel')
    const { out } = await call('source', { source, nozzle })
    expect(number(out.strokes)).toBeGreaterThan(30)
  })
})

describe('size', () => {
  test('a throat for a flow, and back through the nozzle verb', async () => {
    const supply = { gaugePressurePa: 350e3 }
    const { out } = await call('size', { supply, nozzle, wanted: { figure: 'flow', value: 1.2e-3 } })
    expect(out.status).toBe('found')
    const throatDiameterM = number((out.size as unknown as { throatDiameterM: number }).throatDiameterM)
    const back = await call('nozzle', { supply, nozzle: { throatDiameterM } })
    expect(number(back.out.massFlowKgPerS)).toBeCloseTo(1.2e-3, 7)
  })
  test('more than a compressor gives is out of reach, with the nearest', async () => {
    const { out } = await call('size', {
      source: newBuild({ id: 'x', machineId: 'x', name: 'x', createdAt: '2026-01-01T00:00:00.000Z' }).supply,
      nozzle,
      wanted: { figure: 'jet-power', value: 3000 },
    })
    expect(out.status).toBe('out-of-reach')
    expect((out.notes as unknown as string[])[0]).toMatch(/nearest reached/)
  })
  test('a run time of a steady supply is no question', async () =>
    expect(
      (await call('size', { supply: { gaugePressurePa: 3e5 }, nozzle, wanted: { figure: 'run-time', value: 20 } })).out
        .status,
    ).toBe('not-for-this-supply'))
  test('bottle: the throat that lasts twenty seconds does', async () => {
    const source = newSupply('vessel')
    const { out } = await call('size', {
      source,
      nozzle,
      wanted: { figure: 'run-time', value: 20 },
      leastGaugePressurePa: 50e3,
    })
    const size = out.size as unknown as { throatDiameterM: number; runTimeS: number }
    expect(size.runTimeS).toBeCloseTo(20, 2)
  })
})

test.each(['blowdown', 'size', 'line', 'regulator', 'source'])(
  '%s has a schema, and says where an input is bad',
  async (verb) => {
    const { exit, stdout } = await run(['schema', verb], () => '')
    expect(exit).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({ verb, input: { type: 'object' } })
    const bad = await call(verb, { nozzle: { throatDiameterM: -1 } })
    expect(bad.exit).toBe(2)
    expect(bad.stderr).toMatch(/nozzle\.throatDiameterM: /)
  },
)
