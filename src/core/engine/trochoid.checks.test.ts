import {
  chamberPlace,
  flankOf,
  leastFlankGap,
  portOpening,
  rotorMiddle,
  sweptByFlank,
  wallPoint,
  wallRate,
  type Point,
  type RotorPort,
  type Trochoid,
} from '.'

const mm = 1e-3
const deg = Math.PI / 180
const THIRD = 120 * deg
const SIZES: readonly Trochoid[] = [
  { eccentricityM: 4 * mm, radiusM: 28 * mm, depthM: 16 * mm },
  { eccentricityM: 2.5 * mm, radiusM: 20 * mm, depthM: 10 * mm },
  { eccentricityM: 11 * mm, radiusM: 70 * mm, depthM: 52 * mm },
]

const up = (a: number, far: number): Point => [far * Math.cos(a + 90 * deg), far * Math.sin(a + 90 * deg)]
const plus = (a: Point, b: Point): Point => [a[0] + b[0], a[1] + b[1]]
/** Area of a closed outline by its corners. */
const area = (o: readonly Point[]): number =>
  o.reduce((sum, [x, y], i) => sum + x * o[(i + 1) % o.length][1] - o[(i + 1) % o.length][0] * y, 0) / 2

/** The rotor as it is drawn: three arcs through its tips. Built by hand here, by three points of each arc. */
function flankPoints(t: Trochoid, gapM: number, faces: number, steps: number): Point[] {
  const middle = rotorMiddle(t, faces)
  const rise = t.radiusM - 2 * t.eccentricityM - gapM - t.radiusM / 2
  const half = (Math.sqrt(3) / 2) * t.radiusM
  const r = (half ** 2 + rise ** 2) / (2 * rise)
  return Array.from({ length: steps + 1 }, (_, i) => {
    const y = -half + (2 * half * i) / steps
    const x = t.radiusM / 2 + rise - r + Math.sqrt(r * r - y * y)
    const [ux, uy] = up(faces, 1)
    return plus(middle, [x * ux - y * uy, x * uy + y * ux])
  })
}
const wall = (t: Trochoid, from: number, to: number, steps: number): Point[] =>
  Array.from({ length: steps + 1 }, (_, i) => wallPoint(t, from + ((to - from) * i) / steps))

describe.each(SIZES)('housing and rotor of %o', (t) => {
  const gap = 0.4 * mm
  const flank = flankOf(t, gap)
  test('each tip of the rotor runs on the wall, whatever the angle', () => {
    for (let c = 0; c < 360; c += 7)
      for (const side of [-1, 1]) {
        const tip = plus(rotorMiddle(t, c * deg), up(c * deg + side * 60 * deg, t.radiusM))
        const on = wallPoint(t, c * deg + side * 60 * deg)
        expect(Math.hypot(tip[0] - on[0], tip[1] - on[1])).toBeLessThan(1e-12)
      }
  })
  test('a chamber’s room is the area between wall and flank, and its slope what that changes', () => {
    for (let c = 3; c < 360; c += 29) {
      const a = c * deg
      const between = [...wall(t, a - THIRD / 2, a + THIRD / 2, 4000), ...flankPoints(t, gap, a, 4000).reverse()]
      const { volumeM3, slopeM3 } = chamberPlace(t, flank.segmentM2, a)
      expect(volumeM3 / (area(between) * t.depthM)).toBeCloseTo(1, 5)
      const h = 1e-5
      const change = chamberPlace(t, flank.segmentM2, a + h).volumeM3 - chamberPlace(t, flank.segmentM2, a - h).volumeM3
      // for each radian of the shaft, which turns three times as fast
      expect(slopeM3).toBeCloseTo(change / (2 * h) / 3, 12)
    }
  })
  test('greatest less least is 3 √3 e R b, twice in a turn of the rotor (published figure of such engines, from memory)', () => {
    const all = Array.from({ length: 360 }, (_, i) => chamberPlace(t, flank.segmentM2, i * deg).volumeM3)
    const swept = Math.max(...all) - Math.min(...all)
    expect(swept / (3 * Math.sqrt(3) * t.eccentricityM * t.radiusM * t.depthM)).toBeCloseTo(1, 9)
    expect(sweptByFlank(t)).toBeCloseTo(swept, 14)
    expect([all.indexOf(Math.min(...all)), all.indexOf(Math.max(...all))]).toEqual([0, 90])
  })
  test('three chambers and the rotor fill the housing', () => {
    const housing = area(wall(t, 0, 360 * deg, 20000).slice(1))
    const rotor = (3 * Math.sqrt(3) * t.radiusM ** 2) / 4 + 3 * flank.segmentM2
    const rooms = [0, 1, 2].reduce((sum, k) => sum + chamberPlace(t, flank.segmentM2, 0.3 + k * THIRD).volumeM3, 0)
    expect((rooms / t.depthM + rotor) / housing).toBeCloseTo(1, 6)
  })
  test('a tip’s way along the wall, round once, is the wall’s length', () => {
    const points = wall(t, 0, 360 * deg, 20000)
    const length = points.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - points[i][0], p[1] - points[i][1]), 0)
    const steps = 3600
    const way = Array.from({ length: steps }, (_, i) => wallRate(t, (2 * Math.PI * i) / steps)).reduce((a, b) => a + b)
    expect((way * 2 * Math.PI) / steps / length).toBeCloseTo(1, 6)
  })
  test('the flank keeps its gap at dead centre and strikes nowhere', () => {
    const at = flankPoints(t, gap, 0, 2)[1]
    expect(wallPoint(t, 0)[1] - at[1]).toBeCloseTo(gap, 12)
    const least = leastFlankGap(t, flank)
    expect(least).toBeGreaterThan(0.5 * gap)
    expect(least).toBeLessThan(1.01 * gap)
    // as found by trying every place of a flank against every piece of the wall, at a degree in ten
    const tried = Array.from({ length: 18 }, (_, k) => 10 * k * deg).flatMap((c) => {
      const line = wall(t, c - THIRD / 2, c + THIRD / 2, 120)
      return flankPoints(t, gap, c, 24)
        .slice(2, -2)
        .map(([x, y]) => Math.min(...line.map(([wx, wy]) => Math.hypot(wx - x, wy - y))))
    })
    expect(Math.min(...tried) / least).toBeGreaterThan(0.97)
    expect(Math.min(...tried) / least).toBeLessThan(1.1)
    // a flank that is drawn too full cuts into the wall
    expect(leastFlankGap(t, flankOf(t, -0.3 * mm))).toBeLessThan(0)
  })
})

describe('ports', () => {
  const [t] = SIZES
  const flank = flankOf(t, 0.4 * mm)
  /** Share of a hole in a cover that a chamber has, counted on a fine grid against the drawn rotor. */
  function counted(port: RotorPort, faces: number): number {
    const [hx, hy] = up(port.angleRad, port.coverRadiusM!)
    const r = port.diameterM / 2
    const rotor = [0, 1, 2].flatMap((k) => flankPoints(t, 0.4 * mm, faces + k * THIRD, 200))
    const inRotor = ([x, y]: Point) => {
      let inside = false
      rotor.forEach(([ax, ay], i) => {
        const [bx, by] = rotor[(i + 1) % rotor.length]
        if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside
      })
      return inside
    }
    const middle = rotorMiddle(t, faces)
    let open = 0
    const n = 60
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const p: Point = [hx + ((2 * i + 1) / n - 1) * r, hy + ((2 * j + 1) / n - 1) * r]
        if (Math.hypot(p[0] - hx, p[1] - hy) > r || inRotor(p)) continue
        const seen = Math.atan2(p[1] - middle[1], p[0] - middle[0]) - 90 * deg - faces
        if (Math.abs(((((seen / deg) % 360) + 540) % 360) - 180) < 60) open++
      }
    return (open * (2 * r) ** 2) / (n * n)
  }
  test('a hole in a cover is open where it lies beyond the flank, as counted point by point', () => {
    const port: RotorPort = { angleRad: 18 * deg, diameterM: 5 * mm, coverRadiusM: 22 * mm }
    const { areaM2, cornersRad } = portOpening(t, flank, port)
    const full = (Math.PI / 4) * port.diameterM ** 2
    let most = 0
    for (let c = 0; c < 360; c += 9) {
      const truth = counted(port, c * deg)
      most = Math.max(most, truth)
      expect(Math.abs(areaM2(c * deg) - truth) / full).toBeLessThan(0.03)
    }
    expect(most / full).toBeGreaterThan(0.9)
    expect(cornersRad.length).toBeGreaterThanOrEqual(2)
    for (const c of cornersRad) expect(areaM2(c) / full).toBeLessThan(0.02)
  })
  test('a hole in the wall belongs to the chamber between whose tips it lies, and to two of them while a tip crosses it', () => {
    const port: RotorPort = { angleRad: 130 * deg, diameterM: 8 * mm, coverRadiusM: null }
    const { areaM2, cornersRad } = portOpening(t, flank, port)
    const full = (Math.PI / 4) * port.diameterM ** 2
    expect(areaM2(130 * deg)).toBeCloseTo(full, 15)
    expect(areaM2(-50 * deg)).toBe(0)
    // a tip in its very middle
    expect(areaM2(70 * deg) / full).toBeCloseTo(0.5, 9)
    for (let c = 0; c < 360; c += 3) {
      const all = [0, 1, 2].reduce((sum, k) => sum + areaM2(c * deg + k * THIRD), 0)
      expect(all / full).toBeCloseTo(1, 9)
    }
    // it opens and shuts where a tip reaches its edges
    const half = (4 * mm) / wallRate(t, 130 * deg) / deg
    expect(cornersRad.map((c) => c / deg).sort((a, b) => a - b)).toEqual(
      [70 - half, 70 + half, 190 - half, 190 + half].map((v) => expect.closeTo(v, 6)),
    )
  })
  test('a hole that the rotor never uncovers has no area', () => {
    const { areaM2, cornersRad } = portOpening(t, flank, { angleRad: 0, diameterM: 2 * mm, coverRadiusM: 12 * mm })
    expect(cornersRad).toEqual([])
    expect(areaM2(0.1)).toBe(0)
  })
})
