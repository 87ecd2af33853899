import { bladeOutline, measureBlade, scaledBlade } from '../../core/geometry'
import { toDxf, toSvg } from '../parts'
import { readOutline, type ReadOutline } from '.'
import { noteWords } from '../../words'

const read = (name: string, text: string): ReadOutline => {
  const outcome = readOutline(name, text)
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.outline
}
const area = (p: ReadOutline['points']) =>
  p.reduce((s, [x, y], i) => s + x * p[(i + 1) % p.length][1] - p[(i + 1) % p.length][0] * y, 0) / 2
const blade = {
  bladeDepthM: 8e-3,
  profile: 'scoop' as const,
  inletAngleRad: 0.7,
  outletAngleRad: 0.6,
  bladeThicknessM: 1.6e-3,
}
const drawn = bladeOutline(blade, 0).map(([x, y]): [number, number] => [x * 1000, y * 1000])
const profile = { outlines: [drawn], circles: [] }

describe('what this application writes, it reads back', () => {
  test.each([
    ['blade.dxf', toDxf(profile)],
    ['blade.svg', toSvg(profile)],
  ])('%s: the same area, in millimetres', (name, text) =>
    expect(area(read(name, text).points) / Math.abs(area(drawn))).toBeCloseTo(1, 2),
  )
})

describe('drawings of other programs', () => {
  test('a half disc drawn with one bulge of 1 has half the area of its circle', () => {
    const text = [
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
      '0',
      'LWPOLYLINE',
      '8',
      '0',
      '90',
      '2',
      '70',
      '1',
      '10',
      '0',
      '20',
      '0',
      '42',
      '0',
      '10',
      '10',
      '20',
      '0',
      '42',
      '1',
      '0',
      'ENDSEC',
      '0',
      'EOF',
    ].join('\n')
    // two corners only: the straight side and the arc
    const three = text
      .replace('90\n2', '90\n3')
      .replace('10\n10\n20\n0\n42\n1', '10\n5\n20\n0\n42\n0\n10\n10\n20\n0\n42\n1')
    expect(area(read('half.dxf', three).points) / (Math.PI * 12.5)).toBeCloseTo(1, 1)
  })
  test('inches become millimetres', () => {
    const square = (unit: string) =>
      [
        '0',
        'SECTION',
        '2',
        'HEADER',
        '9',
        '$INSUNITS',
        '70',
        unit,
        '0',
        'ENDSEC',
        '0',
        'SECTION',
        '2',
        'ENTITIES',
        '0',
        'LWPOLYLINE',
        '8',
        '0',
        '90',
        '4',
        '70',
        '1',
        '10',
        '0',
        '20',
        '0',
        '10',
        '1',
        '20',
        '0',
        '10',
        '1',
        '20',
        '1',
        '10',
        '0',
        '20',
        '1',
        '0',
        'ENDSEC',
        '0',
        'EOF',
      ].join('\n')
    expect(area(read('a.dxf', square('1')).points)).toBeCloseTo(25.4 ** 2, 6)
    expect(area(read('a.dxf', square('4')).points)).toBeCloseTo(1, 9)
  })
  test('an SVG’s size is its width, whatever its inner units; a circle of arcs keeps its area', () => {
    const text =
      '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="20mm" viewBox="0 0 200 200"><g><path d="M100 50 a50 50 0 1 0 0.001 0 Z"/></g></svg>'
    expect(area(read('c.svg', text).points) / (Math.PI * 25)).toBeCloseTo(1, 2)
  })
  // CSS Values and Units, absolute lengths: an inch is 25.4 mm, 72 pt, 96 px
  test.each([
    ['30mm', 30],
    ['3cm', 30],
    ['1in', 25.4],
    ['72pt', 25.4],
    ['96px', 25.4],
    ['96', 25.4],
  ])('an SVG that is %s wide is %d mm wide', (width, mm) => {
    const text = `<svg width="${width}" viewBox="0 0 10 10"><polygon points="0,0 10,0 10,10 0,10"/></svg>`
    expect(Math.abs(area(read('w.svg', text).points))).toBeCloseTo(mm * mm, 6)
  })
  test('of several the largest is taken, and that is said', () => {
    const text =
      '<svg width="10mm" viewBox="0 0 10 10"><polygon points="0,0 1,0 1,1"/><polygon points="0,0 9,0 9,9 0,9"/></svg>'
    expect(area(read('d.svg', text).points)).toBeCloseTo(81, 6)
    expect(read('d.svg', text).notes.map(noteWords).join()).toMatch(/2 closed outlines found/)
  })
})

test.each([
  ['open.svg', '<svg width="10mm" viewBox="0 0 10 10"><path d="M0 0L5 5L9 0"/></svg>', /no closed outline/],
  ['cross.svg', '<svg width="10mm" viewBox="0 0 10 10"><polygon points="0,0 9,9 9,0 0,8"/></svg>', /crosses itself/],
  ['empty.dxf', '', /cannot be read as DXF|no closed outline/],
  ['noise.dxf', 'hello world', /cannot be read as DXF|no closed outline/],
  ['none.svg', '<svg width="10mm"></svg>', /no closed outline/],
  ['huge.svg', 'x'.repeat(2_000_001), /larger than 2 MB/],
])('%s is refused in words, with its name', (name, text, words) => {
  const outcome = readOutline(name, text)
  expect(outcome.ok ? 'read' : outcome.message).toMatch(words)
  expect(outcome.ok ? '' : outcome.message).toContain(name)
})

describe('a drawn blade measured', () => {
  test('the angles and thickness it was drawn with come back, within a few degrees', () => {
    const m = measureBlade(bladeOutline(blade, 0))
    // its ends are cut square to the middle line, so it reaches a little further than it is deep
    expect(m.depth / 8e-3).toBeGreaterThan(0.99)
    expect(m.depth / 8e-3).toBeLessThan(1.12)
    expect(Math.abs(m.inletAngleRad - 0.7)).toBeLessThan(0.16)
    expect(Math.abs(m.outletAngleRad - 0.6)).toBeLessThan(0.16)
    expect(m.thickness / 1.6e-3).toBeCloseTo(1, 0)
  })
  test('a straight bar stands square to the travel', () => {
    const m = measureBlade([
      [0, -0.5],
      [10, -0.5],
      [10, 0.5],
      [0, 0.5],
    ])
    expect(m.inletAngleRad).toBeCloseTo(Math.PI / 2, 6)
    expect(m.thickness).toBeCloseTo(1, 6)
  })
  test('it is made as deep as wanted, its root alone drawn inward', () => {
    const made = scaledBlade(
      [
        [0, -0.5],
        [10, -0.5],
        [10, 0.5],
        [0, 0.5],
      ],
      5,
      1,
    )
    expect(made).toEqual([
      [-1, -0.25],
      [5, -0.25],
      [5, 0.25],
      [-1, 0.25],
    ])
    expect(
      bladeOutline(
        {
          ...blade,
          outline: {
            name: 'x',
            points: [
              [0, -0.5e-3],
              [4e-3, -0.5e-3],
              [4e-3, 0.5e-3],
              [0, 0.5e-3],
            ],
          },
        },
        1e-3,
      )[1][0],
    ).toBeCloseTo(8e-3, 12)
  })
})
