import { XMLParser } from 'fast-xml-parser'
import { unzipSync, strFromU8 } from 'fflate'
import { posed } from '../../core/geometry'
import type { PartMesh } from '../../core/machines/build-part'
import { partTo3mf, to3mf, toDxf, toStl, toSvg } from './formats'

/** A tetrahedron of 1 mm legs. */
const mesh: PartMesh = {
  name: 'rotor',
  vertices: Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1]),
  triangles: Uint32Array.from([0, 2, 1, 0, 1, 3, 1, 2, 3, 0, 3, 2]),
  volumeMm3: 1 / 6,
  boundingBoxMm: { min: [0, 0, 0], max: [1, 1, 1] },
  watertight: true,
  pieces: 1,
  profile: { outlines: [], circles: [] },
}

test('binary STL: count, outward normals, corners', () => {
  const bytes = toStl(mesh)
  const view = new DataView(bytes.buffer)
  expect(bytes).toHaveLength(84 + 4 * 50)
  expect(view.getUint32(80, true)).toBe(4)
  expect([0, 4, 8].map((k) => view.getFloat32(84 + k, true))).toEqual([0, 0, -1])
  expect(view.getFloat32(84 + 12 + 12 + 4, true)).toBe(1)
})

test('3MF: the three files of the core specification, millimetres, a named object, no vendor’s namespace', () => {
  const files = unzipSync(partTo3mf(mesh, 'First print'))
  expect(Object.keys(files).sort()).toEqual(['3D/3dmodel.model', '[Content_Types].xml', '_rels/.rels'])
  const model = strFromU8(files['3D/3dmodel.model'])
  expect(model).toContain('unit="millimeter"')
  expect(model).toMatch(/<object[^>]*name="rotor"/)
  expect((model.match(/<vertex /g) ?? []).length).toBe(4)
  expect((model.match(/<triangle /g) ?? []).length).toBe(4)
  expect(model).not.toMatch(/xmlns:/)
})

const modelOf = (file: Uint8Array) => strFromU8(unzipSync(file)['3D/3dmodel.model'])
const transformsOf = (model: string) =>
  [...model.matchAll(/<(?:item|component) objectid="(\d+)" transform="([^"]*)"/g)].map((m) => [
    m[1],
    m[2].split(' ').map(Number),
  ])

test('3MF: one part stands on the bed, wherever it was made', () => {
  const sunk: PartMesh = { ...mesh, boundingBoxMm: { min: [0, 0, -3], max: [1, 1, -2] } }
  expect(transformsOf(modelOf(partTo3mf(sunk, 'Sunk')))).toEqual([['1', [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 3]]])
})

test('3MF: a plate holds every body once and its copies as items with their transforms, row by row', () => {
  const wheel = { ...mesh, name: 'wheel' as const }
  const model = modelOf(
    to3mf(
      [mesh, wheel],
      [
        { name: 'wheel', pose: posed([10, 20, 0]) },
        // turned a quarter to the left: what was x is y
        { name: 'rotor', pose: posed([30, 5, 0], [0, 0, 1], [0, 1, 0]) },
        { name: 'wheel', pose: posed([50, 20, 0]) },
      ],
      'Plate',
    ),
  )
  expect((model.match(/<object /g) ?? []).length).toBe(2)
  expect(transformsOf(model)).toEqual([
    ['2', [1, 0, 0, 0, 1, 0, 0, 0, 1, 10, 20, 0]],
    ['1', [0, 1, 0, -1, 0, 0, 0, 0, 1, 30, 5, 0]],
    ['2', [1, 0, 0, 0, 1, 0, 0, 0, 1, 50, 20, 0]],
  ])
})

test('3MF: an assembly is one object of named components; names cannot break the file', () => {
  const file = to3mf(
    [{ ...mesh, name: 'screw M3 < 8 & "more"' }],
    [{ name: 'screw M3 < 8 & "more"', pose: posed([0, 0, 7]) }],
    'A & B <i>',
    true,
  )
  const xml = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(modelOf(file)) as {
    model: {
      metadata: { name: string; '#text': string }[]
      resources: {
        object: { id: string; name: string; components?: { component: { objectid: string; transform: string } } }[]
      }
      build: { item: { objectid: string } }
    }
  }
  const [body, whole] = xml.model.resources.object
  expect(body.name).toBe('screw M3 < 8 & "more"')
  expect(whole.name).toBe('A & B <i>')
  expect(whole.components?.component).toMatchObject({ objectid: '1', transform: '1 0 0 0 1 0 0 0 1 0 0 7' })
  expect(xml.model.build.item.objectid).toBe('2')
  expect(xml.model.metadata.find((m) => m.name === 'Title')?.['#text']).toBe('A & B <i>')
})

test('DXF and SVG carry the outline in millimetres', () => {
  const profile = {
    outlines: [
      [
        [0, 0],
        [10, 0],
        [10, 5],
      ] as const,
    ],
    circles: [{ centre: [3, 2] as const, radius: 1.5 }],
  }
  const dxf = toDxf(profile)
  expect(dxf).toContain('LWPOLYLINE')
  expect(dxf).toContain('CIRCLE')
  expect(dxf).toMatch(/\$INSUNITS\s+70\s+4/)
  const svg = toSvg(profile)
  expect(svg).toContain('r="1.5"')
  expect(svg).toMatch(/width="12mm" height="7mm"/)
})

test('a drawing’s sheet holds all of it with a millimetre round it, whatever juts out, y up', () => {
  const profile = {
    outlines: [
      [
        [-4, -1],
        [6, -1],
        [1, 3],
      ] as const,
    ],
    circles: [
      { centre: [0, -5] as const, radius: 2 },
      { centre: [7, 4] as const, radius: 3 },
      { centre: [-6, 0] as const, radius: 0.5 },
    ],
  }
  const svg = toSvg(profile)
  // x from -6.5 to 10, y from -7 to 7
  expect(svg).toContain('width="18.5mm" height="16mm" viewBox="-7.5 -8 18.5 16"')
  expect(svg).toContain('M-4 1L6 1L1 -3Z')
  expect(svg).toContain('<circle cx="7" cy="-4" r="3"/>')
})
