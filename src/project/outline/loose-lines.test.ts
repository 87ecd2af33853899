import fc from 'fast-check'
import { readOutline, type ReadOutline } from '.'
import { joinChains, type Point } from './chains'
import { fromDxf } from './from-dxf'
import { noteWords } from '../../words'

const read = (name: string, text: string): ReadOutline => {
  const outcome = readOutline(name, text)
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.outline
}
const area = (p: readonly (readonly [number, number])[]) =>
  p.reduce((s, [x, y], i) => s + x * p[(i + 1) % p.length][1] - p[(i + 1) % p.length][0] * y, 0) / 2
const dxf = (...entities: (string | number)[][]) =>
  [
    '0',
    'SECTION',
    '2',
    'HEADER',
    '9',
    '$INSUNITS',
    '70',
    '4',
    '0',
    'ENDSEC',
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    ...entities.flat().map(String),
    '0',
    'ENDSEC',
    '0',
    'EOF',
  ].join('\n')
const line = (x1: number, y1: number, x2: number, y2: number) => [0, 'LINE', 8, '0', 10, x1, 20, y1, 11, x2, 21, y2]
const svg = (inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${inner}</svg>`

test('where two ends meet one, the nearer goes on, whichever was drawn first', () => {
  const beside: Point[][] = [
    [[10.04, 0] as Point, [20, 0] as Point],
    [[10.01, 0] as Point, [10, 10] as Point, [0, 0] as Point],
  ]
  for (const others of [beside, [...beside].reverse()]) {
    const { closed, open } = joinChains([[[0, 0] as Point, [10, 0] as Point], ...others], 0.05)
    expect(closed.map((c) => c.length)).toEqual([3])
    expect(open).toBe(1)
  }
})

describe('loose lines', () => {
  test('property: the sides of a polygon, shuffled and turned round, join to the same area', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.array(fc.tuple(fc.boolean(), fc.double({ min: 0, max: 1, noNaN: true })), { minLength: 12, maxLength: 12 }),
        (n, order) => {
          const corner = (i: number): Point => [
            10 * Math.cos((2 * Math.PI * i) / n),
            6 * Math.sin((2 * Math.PI * i) / n),
          ]
          const sides = Array.from({ length: n }, (_, i): Point[] =>
            order[i][0] ? [corner(i), corner(i + 1)] : [corner(i + 1), corner(i)],
          )
          const shuffled = sides
            .map((s, i) => [s, order[i][1]] as const)
            .sort((a, b) => a[1] - b[1])
            .map(([s]) => s)
          const { closed, open } = joinChains(shuffled, 1e-3)
          expect([closed.length, open]).toEqual([1, 0])
          expect(Math.abs(area(closed[0]))).toBeCloseTo(0.5 * n * 60 * Math.sin((2 * Math.PI) / n), 9)
        },
      ),
      { seed: 8, numRuns: 200, endOnFailure: true },
    )
  })
  test('a DXF of two lines and an arc is a half disc with its area; ends that miss by a hair meet, a gap does not', () => {
    const arc = [0, 'ARC', 8, '0', 10, 0, 20, 0, 40, 5, 50, 0, 51, 180]
    expect(
      area(read('half.dxf', dxf(line(-5, 0, 0, 0), arc, line(5.0004, 0, 0, 0))).points) / (12.5 * Math.PI),
    ).toBeCloseTo(1, 2)
    const gap = readOutline('gap.dxf', dxf(line(-5, 0, 0, 0), arc, line(5, 0, 0.2, 0)))
    expect(gap.ok ? '' : gap.message).toMatch(
      /gap.dxf: no closed outline found: \d lines? stays? open|2 lines stay open/,
    )
  })
  test('circle and ellipse close by themselves and have their areas', () => {
    expect(area(read('c.dxf', dxf([0, 'CIRCLE', 8, '0', 10, 3, 20, 1, 40, 4])).points) / (16 * Math.PI)).toBeCloseTo(
      1,
      2,
    )
    expect(
      area(
        read('e.dxf', dxf([0, 'ELLIPSE', 8, '0', 10, 0, 20, 0, 11, 6, 21, 0, 40, 0.5, 41, 0, 42, 2 * Math.PI])).points,
      ) /
        (18 * Math.PI),
    ).toBeCloseTo(1, 2)
  })
  test('a clamped cubic spline of four points is the Bézier curve of them (closed form)', () => {
    const points: Point[] = [
      [0, 0],
      [2, 8],
      [7, 9],
      [10, 0],
    ]
    const { runs } = fromDxf(
      dxf([
        0,
        'SPLINE',
        8,
        '0',
        70,
        8,
        71,
        3,
        72,
        8,
        73,
        4,
        ...[0, 0, 0, 0, 1, 1, 1, 1].flatMap((k) => [40, k]),
        ...points.flatMap(([x, y]) => [10, x, 20, y, 30, 0]),
      ]),
    )
    runs[0].forEach(([x, y], i, all) => {
      const t = i / (all.length - 1)
      const bezier = [0, 1].map(
        (k) =>
          (1 - t) ** 3 * points[0][k] +
          3 * t * (1 - t) ** 2 * points[1][k] +
          3 * t * t * (1 - t) * points[2][k] +
          t ** 3 * points[3][k],
      )
      expect([Math.abs(x - bezier[0]) < 1e-6, Math.abs(y - bezier[1]) < 1e-6]).toEqual([true, true])
    })
  })
  test('what is passed over is said', () => {
    const text = dxf([0, 'CIRCLE', 8, '0', 10, 0, 20, 0, 40, 4], line(20, 20, 30, 30), [
      0,
      'TEXT',
      8,
      '0',
      10,
      0,
      20,
      0,
      40,
      1,
      1,
      'blade',
    ])
    expect(read('t.dxf', text).notes.map(noteWords).join(' ')).toMatch(
      /1 thing that is no line was passed over.*1 open line was passed over/,
    )
  })
})

describe('transforms of an SVG', () => {
  test('a group’s and an element’s own act inside out', () => {
    const { points } = read(
      't.svg',
      svg(
        '<g transform="translate(20 10)"><g transform="scale(2)"><rect x="1" y="1" width="5" height="3" transform="rotate(90)"/></g></g>',
      ),
    )
    expect(area(points)).toBeCloseTo(60, 6)
    // turned by 90 degrees, doubled, moved: x from 20 - 8 to 20 - 2, y from 10 + 2 to 10 + 12, y upward here
    expect(
      [Math.min(...points.map(([x]) => x)), Math.max(...points.map(([x]) => x))].map((v) => Math.round(v * 1e3) / 1e3),
    ).toEqual([12, 18])
    expect(
      [Math.min(...points.map(([, y]) => y)), Math.max(...points.map(([, y]) => y))].map(
        (v) => Math.round(v * 1e3) / 1e3,
      ),
    ).toEqual([-22, -12])
  })
  test('mirroring leaves the outline counter-clockwise; a skew keeps its area', () => {
    expect(area(read('m.svg', svg('<polygon transform="scale(-1 1)" points="0,0 10,0 10,5"/>')).points)).toBeCloseTo(
      25,
      6,
    )
    expect(area(read('s.svg', svg('<polygon transform="skewX(30)" points="0,0 10,0 10,5"/>')).points)).toBeCloseTo(
      25,
      6,
    )
  })
  test('open paths and lines join; what is only defined is not drawn', () => {
    const { points, notes } = read(
      'o.svg',
      svg(
        '<defs><rect width="90" height="90"/></defs><path d="M0 0 H10 V10"/><line x1="0" y1="0" x2="0" y2="10"/><polyline points="10,10 0,10"/>',
      ),
    )
    expect(area(points)).toBeCloseTo(100, 6)
    expect(notes).toEqual([])
  })
  test('circles and ellipses are followed as curves', () => {
    expect(area(read('c.svg', svg('<circle cx="50" cy="50" r="10"/>')).points) / (100 * Math.PI)).toBeCloseTo(1, 3)
    expect(
      area(read('e.svg', svg('<ellipse transform="rotate(33)" cx="50" cy="5" rx="10" ry="4"/>')).points) /
        (40 * Math.PI),
    ).toBeCloseTo(1, 3)
  })
  test('copies by reference are passed over, and that is said', () => {
    expect(
      read('u.svg', svg('<rect id="a" width="4" height="4"/><use href="#a" x="20"/>')).notes.map(noteWords).join(),
    ).toMatch(/Copies made by reference/)
  })
})
