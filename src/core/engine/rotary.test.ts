import fc from 'fast-check'
import {
  SUPPLY,
  chamberPlace,
  engineMarch,
  engineNetwork,
  flankFaces,
  flankOf,
  heldAt,
  portOpening,
  roomToPlace,
  standing,
  steadyEngine,
  sweptByFlank,
  sweptVolume,
  tubeDischarge,
  wallPoint,
  wallRate,
  whatCosts,
  type EngineInput,
  type EngineNetwork,
  type ThreeFlank,
} from '.'

const mm = 1e-3
const deg = Math.PI / 180
const pa = 101325

const rotor: ThreeFlank = {
  kind: 'three-flank',
  eccentricityM: 4 * mm,
  radiusM: 28 * mm,
  depthM: 16 * mm,
  flankGapM: 0.4 * mm,
  pocketM3: 0,
  inlet: { angleRad: 18 * deg, diameterM: 5 * mm, coverRadiusM: 22 * mm, discharge: 0.7 },
  exhaust: { angleRad: 130 * deg, diameterM: 8 * mm, coverRadiusM: null, discharge: 0.7 },
  tube: { boreDiameterM: 4 * mm, lengthM: 0.15, discharge: tubeDischarge(4 * mm, 0.15) },
  leaks: { toRoomM2: 1e-7, pastPistonM2: 3e-7 },
  seal: { forceN: 0.2, areaM2: 1e-6 },
  walls: { filmWPerM2K: 100, temperatureK: 293.15 },
}
const engine = (more: Partial<ThreeFlank> = {}, gaugePa = 200e3): EngineInput => ({
  machine: { ...rotor, ...more },
  supply: { kind: 'constant', absolutePressurePa: pa + gaugePa, temperatureK: 293.15 },
  manifold: { volumeM3: 2e-6, boreDiameterM: 5 * mm, discharge: 0.7 },
  room: { absolutePressurePa: pa, temperatureK: 293.15 },
  turning: {
    inertiaKgM2: 6e-5,
    friction: { constantNm: 0.004, settlesRadPerS: 1, perSpeedNmS: 5e-6, perSquareNmS2: 0 },
    load: { constantNm: 0, settlesRadPerS: 1, perSpeedNmS: 0, perSquareNmS2: 3e-7 },
  },
})
const tight = { leaks: { toRoomM2: 0, pastPistonM2: 0 }, walls: { filmWPerM2K: 0, temperatureK: 293.15 } }

/** The same engine marched through three turns of its shaft, no chamber taking another’s place. */
function unfolded(n: EngineNetwork): EngineNetwork {
  const { exchange: _, ...rest } = n
  const turns = [0, 1, 2].flatMap((k) => n.cornersRad.map((c) => c + k * n.periodRad))
  return { ...rest, periodRad: 3 * n.periodRad, cornersRad: turns }
}

describe('three chambers that take each other’s places', () => {
  const network = engineNetwork(engine())
  const folded = steadyEngine(network)!
  test('are the same engine as three turns marched one after the other', () => {
    const long = steadyEngine(unfolded(network))!
    for (const key of ['speedRadPerS', 'shaftPowerW', 'airPerTurnKg', 'indicatedWorkJ', 'brakeMeanPressurePa'] as const)
      expect(folded.figures[key] / long.figures[key]).toBeCloseTo(1, 3)
    expect(folded.cycle.angleRad.at(-1)).toBeCloseTo(6 * Math.PI, 9)
    expect(long.cycle.angleRad.at(-1)).toBeCloseTo(6 * Math.PI, 9)
    // one chamber’s pressure at each whole turn and half turn
    for (let a = 0; a < 1080; a += 90) {
      const of = (e: typeof long, c: number) => {
        const i = e.cycle.angleRad.findIndex((x) => x >= a * deg - 1e-6)
        return e.cycle.chambers[c].pressurePaAbs[i]
      }
      for (const c of [0, 1, 2]) expect(Math.abs(of(folded, c) / of(long, c) - 1)).toBeLessThan(0.01)
    }
  })
  test('each chamber’s volume runs on without a step from turn to turn', () => {
    for (const { volumeM3, pressurePaAbs } of folded.cycle.chambers) {
      const jump = (v: Float64Array) => Math.max(...v.map((x, i) => (i > 0 ? Math.abs(x - v[i - 1]) : 0)))
      expect(jump(volumeM3)).toBeLessThan(0.02 * Math.max(...volumeM3))
      expect(jump(pressurePaAbs)).toBeLessThan(12e3)
    }
    // two lobes, three flanks, in three turns
    expect(sweptVolume(folded.cycle) / (6 * sweptByFlank(rotor))).toBeCloseTo(1, 4)
  })
  test('nothing is lost: mass to 1e-9 and energy to 1e-6 of what passed', () => {
    const march = engineMarch(network, 400)
    for (let i = 0; i < 3; i++) march.turn()
    const { y, layout } = march
    const inside = () => Array.from({ length: layout.volumes }, (_, i) => y[2 * i]).reduce((a, b) => a + b)
    const passed = () => [0, 1, 2].map((r) => y[layout.given(r)[0]])
    const [before, given] = [inside(), passed()]
    march.turn()
    const now = passed()
    const gained = now.reduce((sum, v, r) => sum + v - given[r], 0)
    expect(Math.abs(inside() - before - gained)).toBeLessThan(1e-9 * (now[SUPPLY] - given[SUPPLY]))
    const { cycle, figures } = folded
    expect(Math.abs(cycle.residualJ)).toBeLessThan(1e-6 * figures.isentropicPowerW * cycle.timeS)
  })
})

describe('how its chambers are placed', () => {
  const network = engineNetwork(engine())
  const { volumes, passages } = network
  const at = (angle: number) => {
    const placed = roomToPlace(volumes.length, passages.length, 0)
    network.place(angle, placed)
    return placed
  }
  test('each chamber’s seal is its leading tip: it rubs by how far that goes along the wall', () => {
    const h = 1e-5
    for (const angle of [0.2, 1.7, 4.4])
      for (const k of [0, 1, 2]) {
        const tip = (a: number) => wallPoint(rotor, flankFaces(k, a) + 60 * deg)
        const [p, q] = [tip(angle - h), tip(angle + h)]
        expect(at(angle).slide[k]).toBeCloseTo(Math.hypot(q[0] - p[0], q[1] - p[1]) / (2 * h), 7)
      }
  })
  test('the tube begins behind the inlet’s bore and holds what its bore and length hold', () => {
    const by = (id: string) => passages.find((p) => p.id === id)!
    expect(by('tube').from).toEqual(by('inlet').to)
    const far = volumes.findIndex((v) => v.id === 'tube')
    expect(by('tube').to).toEqual({ volume: far })
    expect(at(0).volume[far]).toBeCloseTo((Math.PI / 4) * (4 * mm) ** 2 * 0.15, 15)
    expect(passages.filter((p) => p.id === 'far-port').every((p) => 'volume' in p.from && p.from.volume === far)).toBe(
      true,
    )
  })
  test('heat comes from both covers, the flank and the wall before it', () => {
    const faces = 50 * deg
    const { volumeM3 } = chamberPlace(rotor, flankOf(rotor, rotor.flankGapM).segmentM2, faces)
    const steps = 400
    const along = Array.from({ length: steps }, (_, i) => wallRate(rotor, faces + (i / steps - 0.5) * 120 * deg))
    const wall = (along.reduce((a, b) => a + b) / steps) * 120 * deg
    const { radiusM } = flankOf(rotor, rotor.flankGapM)
    const flank = 2 * radiusM * Math.asin((Math.sqrt(3) * rotor.radiusM) / 2 / radiusM)
    const byHand = 100 * ((2 * volumeM3) / rotor.depthM + (wall + flank) * rotor.depthM)
    const { wattPerKelvin, wattPerKelvinM3 } = volumes[0].wall!
    const share = (wattPerKelvin + wattPerKelvinM3 * volumeM3) / byHand
    // both lengths are taken as that from tip to tip
    expect(share).toBeGreaterThan(0.8)
    expect(share).toBeLessThan(1.05)
  })
})

describe('what a rotor gives', () => {
  const power = (more: Partial<ThreeFlank>) => steadyEngine(engineNetwork(engine(more)))?.figures.shaftPowerW ?? 0
  test('the other lobe fed gives more; a tube that is as good as blocked gives about what one lobe gives', () => {
    const [both, one] = [power({}), power({ tube: null })]
    expect(both).toBeGreaterThan(1.3 * one)
    const blocked = power({ tube: { ...rotor.tube!, discharge: 1e-4 } })
    expect(blocked).toBeGreaterThan(0.6 * one)
    expect(blocked).toBeLessThan(1.1 * one)
  })
  test('ports in the wall stay open: it takes far more air for each joule than through a cover', () => {
    const work = (more: Partial<ThreeFlank>) => steadyEngine(engineNetwork(engine(more)))!.figures.workPerAirJPerKg
    const wall = { ...rotor.inlet, angleRad: 62 * deg, coverRadiusM: null }
    expect(work({ inlet: wall })).toBeLessThan(0.75 * work({}))
  })
  test.each([
    [18, 22, 130],
    [62, null, 130],
    [25, 21, 150],
  ])(
    'turned slowly and tight, intake at %s° (%s mm), outlet at %s°: the loop is that of openings alone',
    (at, from, out) => {
      const inlet = { ...rotor.inlet, angleRad: at * deg, coverRadiusM: from === null ? null : from * mm }
      const exhaust = { ...rotor.exhaust, angleRad: out * deg }
      const input = {
        ...engine({ ...tight, seal: { forceN: 0, areaM2: 0 }, tube: null, inlet, exhaust }),
        manifold: null,
      }
      const march = heldAt(engineNetwork(input), 1)
      const before = march.y[march.layout.gasWork]
      march.turn()
      const work = march.y[march.layout.gasWork] - before
      // by hand: supply where only it is open, room where only that is, in between where both are, an adiabat where
      // neither is
      const flank = flankOf(rotor, rotor.flankGapM)
      const [comes, goes] = [portOpening(rotor, flank, inlet).areaM2, portOpening(rotor, flank, exhaust).areaM2]
      const psi = (r: number) => {
        const x = Math.max(r, (2 / 2.4) ** 3.5)
        return Math.sqrt((2.8 / 0.4) * (x ** (2 / 1.4) - x ** (2.4 / 1.4)))
      }
      const ps = pa + 200e3
      let [p, byHand] = [pa, 0]
      const steps = 7200
      for (let i = 0; i < 2 * steps; i++) {
        const a = (2 * Math.PI * i) / steps
        const [now, next] = [a, a + (2 * Math.PI) / steps].map((x) => chamberPlace(rotor, flank.segmentM2, x).volumeM3)
        const inArea = comes(a)
        const outArea = goes(a) + goes(a - Math.PI) + comes(a - Math.PI)
        if (inArea > 1e-9 || outArea > 1e-9) {
          let [low, high] = [pa, ps]
          for (let k = 0; k < 40; k++) {
            const middle = (low + high) / 2
            if (inArea * ps * psi(middle / ps) > outArea * middle * psi(pa / middle)) low = middle
            else high = middle
          }
          p = low
        }
        // the second turn of the rotor counts: it begins as it ends
        if (i >= steps) byHand += (p - pa) * (next - now)
        if (inArea <= 1e-9 && outArea <= 1e-9) p *= (now / next) ** 1.4
      }
      // one chamber over a turn of the rotor is all three over a turn of the shaft
      expect(work / byHand).toBeGreaterThan(0.97)
      expect(work / byHand).toBeLessThan(1.03)
    },
  )
  test('a closed rotor without ports gives its work back: nothing is gained in a turn', () => {
    const shut = { ...rotor.inlet, discharge: 0 }
    const input = engine({ ...tight, tube: null, inlet: shut, exhaust: { ...rotor.exhaust, discharge: 0 } })
    const march = heldAt(engineNetwork(input), 100)
    const before = march.y[march.layout.gasWork]
    for (let i = 0; i < 3; i++) march.turn()
    expect(Math.abs(march.y[march.layout.gasWork] - before)).toBeLessThan(2e-3 * pa * sweptByFlank(rotor))
  })
  test('at rest it pushes its own way from nearly everywhere, and never backwards', () => {
    const at = standing(engineNetwork(engine({ inlet: { ...rotor.inlet, diameterM: 6 * mm } })))
    expect(at.startsShare).toBeGreaterThan(0.9)
    expect(at.backwardsShare).toBe(0)
    expect(at.angleRad.at(-1)).toBeLessThan(2 * Math.PI)
  })
  test('with ports half a lobe away it would turn the other way', () => {
    const back = standing(
      engineNetwork(
        engine({
          inlet: { ...rotor.inlet, angleRad: -18 * deg },
          exhaust: { ...rotor.exhaust, angleRad: -130 * deg },
        }),
      ),
    )
    expect(back.backwardsShare).toBeGreaterThan(0.8)
    expect(back.startsShare).toBeLessThan(0.1)
  })
  test('what costs most names the tube, and nothing that it has not', () => {
    const input = engine({ tube: { ...rotor.tube!, boreDiameterM: 1.5 * mm } })
    const costs = whatCosts(input, steadyEngine(engineNetwork(input))!)
    const ids = costs.map((c) => c.id)
    expect(ids).not.toContain('squeezing')
    expect(ids).toEqual(expect.arrayContaining(['inlet', 'tube', 'seat', 'exhaust', 'leak', 'seal', 'bearings']))
    expect(costs.find((c) => c.id === 'tube')!.gainW).toBeGreaterThan(1)
  })
  test('a seat that is too small costs most at the seat, an outlet that is too small at the outlet', () => {
    const gains = (more: Partial<ThreeFlank>) => {
      const input = engine(more)
      const costs = whatCosts(input, steadyEngine(engineNetwork(input))!)
      const gain = (id: string) => costs.find((c) => c.id === id)!.gainW
      return [gain('seat'), gain('exhaust')]
    }
    const [seat, beside] = gains({ inlet: { ...rotor.inlet, discharge: 0.25 * rotor.inlet.discharge } })
    expect(seat).toBeGreaterThan(3 * Math.abs(beside))
    const [other, outlet] = gains({ exhaust: { ...rotor.exhaust, discharge: 0.15 * rotor.exhaust.discharge } })
    expect(outlet).toBeGreaterThan(3 * Math.abs(other))
  })
  test('a tube’s discharge falls with its length and never exceeds what its mouth lets through', () => {
    expect(tubeDischarge(4 * mm, 0)).toBeCloseTo(Math.sqrt(2 / 3), 9)
    expect(tubeDischarge(4 * mm, 0.2)).toBeCloseTo(1 / Math.sqrt(3), 9)
  })
})

test('over random rotors: no more than the air could give, heat and sums in balance', () => {
  fc.assert(
    fc.property(
      fc.record({
        e: fc.double({ min: 2, max: 6, noNaN: true }),
        ratio: fc.double({ min: 5.5, max: 10, noNaN: true }),
        depth: fc.double({ min: 8, max: 30, noNaN: true }),
        gap: fc.double({ min: 0.3, max: 1, noNaN: true }),
        intake: fc.double({ min: 50, max: 75, noNaN: true }),
        outlet: fc.double({ min: 120, max: 160, noNaN: true }),
        tube: fc.boolean(),
        gauge: fc.double({ min: 60, max: 500, noNaN: true }),
      }),
      ({ e, ratio, depth, gap, intake, outlet, tube, gauge }) => {
        const input = engine(
          {
            eccentricityM: e * mm,
            radiusM: ratio * e * mm,
            depthM: depth * mm,
            flankGapM: gap * mm,
            inlet: { angleRad: intake * deg, diameterM: 0.3 * depth * mm, coverRadiusM: null, discharge: 0.7 },
            exhaust: { angleRad: outlet * deg, diameterM: 0.5 * depth * mm, coverRadiusM: null, discharge: 0.7 },
            tube: tube ? rotor.tube : null,
          },
          gauge * 1000,
        )
        const found = steadyEngine(engineNetwork(input))
        if (!found) return
        const { figures: f, cycle: c } = found
        expect(f.indicatedPowerW).toBeLessThan(f.isentropicPowerW)
        expect(f.efficiency).toBeLessThan(1)
        expect(f.shaftPowerW + f.frictionPowerW).toBeCloseTo(f.indicatedPowerW, -Math.log10(2e-3 * f.indicatedPowerW))
        expect(Math.abs(c.airKg - c.exhaustedKg - c.leakedKg)).toBeLessThan(1e-3 * c.airKg)
        expect(Math.abs(c.residualJ)).toBeLessThan(1e-6 * f.isentropicPowerW * c.timeS)
      },
    ),
    { numRuns: 25, seed: 11 },
  )
})
