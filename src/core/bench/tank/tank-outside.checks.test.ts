import { sample } from '../../check-values/sample'
import { normalDraw, seededRandom } from '../../statistics'
import { reduceTank, type TankHeat } from '.'

const [R, GAMMA, ROOM_PA, ROOM_K] = [287.05, 1.4, 101_325, 293.15]

interface Vessel {
  /** Heat from the wall for each K, W/K, of a vessel of so many m³. */
  readonly wall: (volumeM3: number, random: () => number) => number
  readonly heat?: TankHeat
  readonly startPa?: readonly [number, number]
  /** Recorded for so many time constants of its choked air. */
  readonly lasts?: readonly [number, number]
  readonly shutAfter?: number
  readonly warmerK?: number
  /** Filled while it is recorded, s; filled again at the end. */
  readonly filledS?: number
  readonly again?: boolean
  /** How far the gauge follows behind, of the first order, and how long the valve takes to open, s. */
  readonly lagS?: number
  readonly rampS?: number
}

const likely: Vessel['wall'] = (v, random) => 5 * Math.cbrt(v / 1e-3) ** 2 * (0.1 + 0.2 * random())

/**
 * A vessel emptied by plain steps of mass and energy (first law of an open system, ideal gas; isentropic nozzle: Saint
 * Venant and Wantzel 1839), written apart from the model that is fitted; its gauge with noise.
 */
function emptied(of: Vessel, seed: number) {
  const random = seededRandom(seed * 77 + 5)
  const between = ([low, high]: readonly [number, number]) => low + (high - low) * random()
  const volumeM3 = Math.exp(between([Math.log(1e-3), Math.log(0.03)]))
  const startPa = between(of.startPa ?? [250e3, 700e3])
  const tauS = between([8, 40])
  const area = volumeM3 / tauS / (0.6847 * Math.sqrt(R * ROOM_K))
  const wall = of.wall(volumeM3, random)
  const opensS = between([2, 5])
  const endS = opensS + tauS * between(of.lasts ?? [1.2, 2.5])
  const shutsS = opensS + tauS * (of.shutAfter ?? Infinity)
  const stepS = Math.max(endS / 1500, between([0.02, 0.1]))
  const noisePa = between([100, 600])
  let kelvin = ROOM_K + (of.warmerK ?? 0)
  let kg = ((startPa + ROOM_PA) * volumeM3) / (R * kelvin)
  let shownPa = startPa + ROOM_PA
  const [timeS, gaugePa]: [number[], number[]] = [[], []]
  const dt = Math.min(stepS / 10, tauS / 2000)
  for (let t = 0; t < endS; t += dt) {
    const pa = (kg * R * kelvin) / volumeM3
    shownPa = of.lagS ? shownPa + ((pa - shownPa) * dt) / of.lagS : pa
    if (t >= timeS.length * stepS) {
      timeS.push(t)
      gaugePa.push(shownPa - ROOM_PA + noisePa * normalDraw(random))
    }
    const back = Math.max(ROOM_PA / pa, (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1)))
    const open = t >= opensS && t < shutsS && pa > ROOM_PA
    const psi = Math.sqrt(((2 * GAMMA) / (GAMMA - 1)) * (back ** (2 / GAMMA) - back ** ((GAMMA + 1) / GAMMA)))
    const opened = of.rampS ? Math.min(1, (t - opensS) / of.rampS) : 1
    const flow = open ? (opened * area * pa * psi) / Math.sqrt(R * kelvin) : 0
    if (Number.isFinite(wall))
      kelvin += (dt * (wall * (ROOM_K - kelvin) - flow * R * kelvin)) / ((kg * R) / (GAMMA - 1))
    kg -= flow * dt
  }
  const noisy = (pa: number) => pa + noisePa * normalDraw(random)
  if (of.again) {
    const [lastS, lastPa] = [timeS[timeS.length - 1], gaugePa[gaugePa.length - 1]]
    for (let s = stepS; s < 6; s += stepS) {
      timeS.push(lastS + s)
      gaugePa.push(noisy(lastPa + ((startPa - lastPa) * s) / 6))
    }
  }
  const rows = Math.floor((of.filledS ?? 0) / stepS)
  const filling = Array.from({ length: rows }, (_, i) => noisy((startPa * (1 - Math.exp((-3 * i) / rows))) / 0.95))
  gaugePa.unshift(...filling)
  timeS.push(...filling.map((_, i) => timeS[timeS.length - 1] + (i + 1) * stepS))
  const found = reduceTank(
    { timeS, gaugePa },
    { volumeM3, volumeRelativeUncertainty: 0, heat: of.heat ?? 'found', zeroUncertaintyPa: 0 },
    { roomPaAbs: ROOM_PA, roomK: ROOM_K, roomUncertaintyK: 0, nominalGaugePressurePa: null },
  )
  const { value, standardUncertainty } = found.effectiveArea
  return {
    off: value / area - 1,
    z: (value - area) / standardUncertainty,
    u: standardUncertainty / area,
    opensBy: found.opensAtS - opensS,
    codes: found.notes.map((n) => n.code),
    slow: found.notes.find((n) => n.code === 'tank-slow')?.values,
  }
}

const MANY = sample(5)
const runs = (of: Vessel, many = MANY) => Array.from({ length: many }, (_, seed) => emptied(of, seed))

test.each<readonly [string, Vessel, number]>([
  ['warmed by its wall', { wall: likely }, 0.015],
  ['until nothing is left', { wall: likely, lasts: [5, 8] }, 0.015],
  ['of little pressure', { wall: likely, startPa: [40e3, 80e3] }, 0.06],
])('a vessel emptied %s: its hole, and the moment of opening', (_, of, most) => {
  for (const { off, z, u, opensBy, codes } of runs(of)) {
    expect(Math.abs(z)).toBeLessThan(2.6)
    expect(Math.abs(off)).toBeLessThan(most)
    expect(u).toBeLessThan(most)
    expect(Math.abs(opensBy)).toBeLessThan(0.1)
    expect(codes).not.toContain('tank-shut')
    expect(codes).not.toContain('tank-warm')
    expect(codes).not.toContain('tank-slow')
  }
})

test.each<readonly [string, Vessel, 'lagS' | 'rampS', number]>([
  ['a gauge that follows 0.3 s behind', { wall: likely, lagS: 0.3 }, 'lagS', 0.02],
  ['a gauge that follows far behind', { wall: likely, lagS: 1.2 }, 'lagS', 0.03],
  [
    'a gauge behind, on a vessel that is kept warm',
    { wall: () => Infinity, heat: 'isothermal', lagS: 0.4 },
    'lagS',
    0.02,
  ],
  ['a valve that takes 1.5 s to open', { wall: likely, rampS: 1.5 }, 'rampS', 0.02],
])('%s rounds the corner of the opening: said, and the hole is what it is', (_, of, key, most) => {
  for (const { off, z, slow, opensBy } of runs(of, sample(3))) {
    expect(Math.abs(z)).toBeLessThan(2.6)
    expect(Math.abs(off)).toBeLessThan(most)
    expect(slow?.of).toBe(key)
    expect(Math.abs(Number(slow?.seconds) / (of[key] as number) - 1)).toBeLessThan(0.25)
    expect(Math.abs(opensBy)).toBeLessThan(0.25)
  }
})

test.each<readonly [string, Vessel]>([
  ['warmed by its wall, which brings the pressure up again', { wall: likely }],
  ['kept warm', { wall: () => Infinity, heat: 'isothermal' }],
  ['without heat', { wall: () => 0, heat: 'adiabatic' }],
])('shut before it is empty, %s: its hole is that of the fall, and it is said', (_, of) => {
  for (const { off, z, codes } of runs({ ...of, shutAfter: 0.7 })) {
    expect(Math.abs(z)).toBeLessThan(2.6)
    expect(Math.abs(off)).toBeLessThan(0.02)
    expect(codes).toContain('tank-shut')
  }
})

test('filled just before: the air is warmer than its wall, by as much as the pressure sinks while it is shut', () => {
  const all = runs({ wall: likely, warmerK: 12 })
  expect(all.filter(({ codes }) => codes.includes('tank-filling'))).toEqual([])
  for (const { off, z } of all) {
    expect(Math.abs(z)).toBeLessThan(2.6)
    expect(Math.abs(off)).toBeLessThan(0.025)
  }
  expect(all.filter(({ codes }) => codes.includes('tank-warm')).length).toBeGreaterThan(MANY - 2)
})

test('filled in view before and again after: the hole is that of the one fall between, and both are said', () => {
  for (const { off, z, codes } of runs({ wall: likely, warmerK: 12, filledS: 6, again: true, lasts: [1.5, 2] })) {
    expect(Math.abs(z)).toBeLessThan(2.6)
    expect(Math.abs(off)).toBeLessThan(0.025)
    expect(codes).toEqual(expect.arrayContaining(['tank-filling', 'tank-filled-again']))
  }
})
